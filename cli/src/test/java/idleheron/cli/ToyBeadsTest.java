package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A kind of asset of one class and one line is in everything that the command line can do. */
class ToyBeadsTest {
    @TempDir
    Path folder;

    private Path beads(String name, String... beads) throws IOException {
        return Files.writeString(folder.resolve(name), "toy\nsail\n0 0 0\n1 0 0\n0 1 0\n" + String.join("\n", beads));
    }

    private static MainTest.Run run(Object... words) {
        return MainTest.run(java.util.Arrays.stream(words).map(String::valueOf).toArray(String[]::new));
    }

    @Test
    void itsFactsAndFindingsAreTold() throws IOException {
        Path a = beads("a.toy", "amber 12", "jet 120");
        assertThat(run("facts", a).out()).contains("  bead         amber: 12 mm");
        assertThat(run("facts", a, "--json").out()).contains("\"beads\"").contains("\"size mm\" : 12.0");
        MainTest.Run check = run("check", a);
        assertThat(check.status()).isEqualTo(1);
        assertThat(check.out()).contains("may drift: jet is too large [bead-too-large]");
    }

    @Test
    void itIsConvertedComparedAndReported() throws IOException {
        Path a = beads("a.toy", "amber 12", "jet 20");
        MainTest.Run out = run("convert", a, folder.resolve("b.toy"));
        assertThat(out.out()).as(out.err()).contains("b.toy: Toy text, read back clean");
        MainTest.Run clean = run("compare", a, folder.resolve("b.toy"));
        assertThat(clean.status()).as(clean.out()).isZero();
        Path report = folder.resolve("r.html");
        MainTest.Run off = run("compare", a, beads("c.toy", "amber 12.5", "jet 20"), "--report", report);
        assertThat(off.status()).isEqualTo(1);
        assertThat(off.out()).contains("Beads").contains("Beads are off by 0.500 mm.");
        assertThat(report).content().contains("Beads are off by 0.500 mm.");
        MainTest.Run lost = run("compare", a, beads("d.toy", "amber 12"), "--json");
        assertThat(lost.out()).contains("beads-lost").contains("1 beads did not come back");
    }

    @Test
    void aCarrierThatCannotHoldItSaysSo() throws IOException {
        MainTest.Run r = run("convert", beads("a.toy", "amber 12"), folder.resolve("a.fbx"));
        assertThat(r.status()).isEqualTo(2);
        assertThat(r.err()).contains("a string of beads goes into Toy; FBX holds none");
    }
}
