package idleheron.cli;

import static idleheron.cli.MainTest.run;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Motion by formula, as the command line takes it. */
class MotionTest {
    private static final String TIDE = DemoData.GAUGE_MOTIONS.getFirst();
    private static final String STORM = DemoData.GAUGE_MOTIONS.getLast();

    @TempDir
    static Path demo;

    @BeforeAll
    static void data() throws IOException {
        MadeDemo.into(demo, DemoData.GAUGE, TIDE, STORM);
    }

    private static String in(String name) {
        return demo.resolve(name).toString();
    }

    @Test
    void factsTellWhatIsWrittenAndHowFarTheKeysAreOff() {
        assertThat(run("facts", in(TIDE)).out())
                .contains("tide: Motion text", "frames 0 to 192", "keys in place of 772, at most 0.0")
                .contains("pen.turn.z = -{arm.turn.z}");
    }

    @Test
    void alonePlayedOnTheFigureBesideIt() throws IOException {
        MainTest.Run sound = run("check", in(TIDE));
        assertThat(sound.status()).isZero();
        assertThat(sound.out()).contains("clean, 1 finding of ").doesNotContain("formula-");
        JsonNode j = run("check", in(STORM), "--json").json();
        assertThat(j.path("findings").findValuesAsText("code"))
                .contains("formula-loop-open", "formula-keys-off", "parts-without-joints")
                .doesNotContain("formula-figure-missing");
        Path elsewhere = Files.createDirectory(demo.resolve("elsewhere"));
        Files.copy(demo.resolve(TIDE), elsewhere.resolve(TIDE));
        assertThat(run("check", elsewhere.resolve(TIDE).toString()).out()).contains("formula-figure-missing");
    }

    /** By hand: after 2 of 8 seconds the float is 0.24 − 0.03 m above its rest at 0.70 m. */
    @Test
    void aFigureTakesItAndCarriesItAway() throws IOException {
        String moving = in("moving.fbx");
        MainTest.Run r = run("convert", in(DemoData.GAUGE), moving, "--motion", in(TIDE), "--motion", in(STORM));
        assertThat(r.err()).isEmpty();
        assertThat(r.status()).isZero();
        JsonNode clips = run("facts", moving, "--json").json().path("clips");
        assertThat(clips.findValuesAsText("name")).containsExactly("tide", "storm");
        String rig = in("rig.glb");
        assertThat(run("convert", moving, rig, "--remedy", "parts-to-joints=joined")
                        .status())
                .isZero();
        JsonNode s = run(
                        "sample",
                        rig,
                        "--clip",
                        "tide",
                        "--seconds",
                        "2",
                        "--what",
                        "joints",
                        "--as",
                        "meant",
                        "--json")
                .json();
        for (JsonNode joint : s.path("joints")) {
            if (joint.path("name").asText().equals("float")) {
                assertThat(joint.path("positions").get(0).get(1).asDouble())
                        .isCloseTo(0.91, org.assertj.core.api.Assertions.within(1e-4));
            }
        }
        assertThat(s.path("joints").findValuesAsText("name")).contains("float");
    }

    @Test
    void whatDoesNotFitEndsInOneLineWithThePlace() throws IOException {
        Path bad = demo.resolve("bad.motion.toml");
        Files.writeString(bad, Files.readString(demo.resolve(TIDE)).replace("joints.drum", "joints.drun"));
        MainTest.Run r = run("convert", in(DemoData.GAUGE), in("never.fbx"), "--motion", bad.toString());
        assertThat(r.status()).isEqualTo(3);
        assertThat(r.err())
                .contains("bad.motion.toml, line 22, column 1: expected a joint of tide_gauge")
                .contains("found drun, nearest is drum");
        assertThat(r.err().lines()).hasSize(1);
        assertThat(demo.resolve("never.fbx")).doesNotExist();
        Files.writeString(bad, Files.readString(demo.resolve(TIDE)).replace("360 * u\"", "360 * v\""));
        assertThat(run("facts", bad.toString()).err())
                .contains("bad.motion.toml, line 22, column 12: expected t, u, pi");
        assertThat(run("facts", bad.toString()).status()).isEqualTo(3);
    }

    @Test
    void itIsNoTarget() {
        MainTest.Run r = run("convert", in(DemoData.GAUGE), in("x.motion.toml"));
        assertThat(r.status()).isEqualTo(2);
        assertThat(r.err()).contains("Motion is read and not written");
    }
}
