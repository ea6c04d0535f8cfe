package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A carrier of one class and one line in the registry is in everything that the command line can do. */
class ToyCarrierTest {
    @TempDir
    Path folder;

    private Path toy(String name, double x) throws IOException {
        return Files.writeString(folder.resolve(name), "toy\nsail\n0 0 0\n" + x + " 0 0\n0 1 0");
    }

    private static MainTest.Run run(Object... words) {
        return MainTest.run(java.util.Arrays.stream(words).map(String::valueOf).toArray(String[]::new));
    }

    @Test
    void itsFilesAreReadCheckedAndCompared() throws IOException {
        Path a = toy("a.toy", 1);
        assertThat(run("facts", a).out()).contains("a.toy: Toy text").contains("sail: 3 points, 1 face,");
        assertThat(run("check", a, "--json").out()).contains("idle-heron/check/1");
        MainTest.Run same = run("compare", a, toy("b.toy", 1), "--report", folder.resolve("r.html"));
        assertThat(same.status()).as(same.err()).isZero();
        assertThat(folder.resolve("r.html")).content().contains("a.toy");
        MainTest.Run moved = run("compare", a, toy("c.toy", 1.5), "--json");
        assertThat(moved.status()).isEqualTo(1);
        assertThat(moved.out()).contains("500");
    }

    @Test
    void itIsWrittenFromAndIntoAnother() throws IOException {
        Path a = toy("a.toy", 1);
        MainTest.Run out = run("convert", a, folder.resolve("a.fbx"));
        assertThat(out.out()).contains("a.fbx: FBX binary 7.5, read back clean");
        MainTest.Run back = run("convert", folder.resolve("a.fbx"), folder.resolve("back.toy"));
        assertThat(back.out()).as(back.err()).contains("back.toy: Toy text, read back clean");
        assertThat(folder.resolve("back.toy")).content().startsWith("toy\nsail\n0.0 0.0 0.0\n1.0 0.0 0.0");
    }

    @Test
    void itSaysNoToWhatItCannotHoldAndToWhatIsBroken() throws IOException {
        Path bad = Files.writeString(folder.resolve("bad.toy"), "toy\nsail");
        MainTest.Run r = run("facts", bad);
        assertThat(r.status()).isEqualTo(3);
        assertThat(r.err()).contains("bad.toy: expected five lines, found 2 lines");
        MainTest.Run volume = run("convert", toy("a.toy", 1), folder.resolve("a.vdb"));
        assertThat(volume.status()).isEqualTo(2);
        assertThat(volume.err()).contains("a.toy holds no volume to write as a.vdb");
    }
}
