package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The peat smoke of the demo on the command line. */
class VolumeCommandsTest {
    @TempDir
    static Path folder = Path.of("");

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void burn() throws IOException {
        DemoData.smoke(folder, Progress.NONE);
    }

    private int run(String... args) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private JsonNode json() throws IOException {
        return new ObjectMapper().readTree(out.toString());
    }

    private static String sent() {
        return folder.resolve(DemoData.SMOKE).toString();
    }

    private static String returned() {
        return folder.resolve(DemoData.SMOKE_RETURNED).toString();
    }

    @Test
    void factsTellGridsWithSums() throws IOException {
        assertThat(run("facts", sent() + "/peat_smoke.0003.vdb", "--json", "--checksums"))
                .isZero();
        JsonNode v = json().path("volumes");
        assertThat(v).hasSize(3);
        assertThat(v.path(0).path("name").asText()).isEqualTo("density");
        assertThat(v.path(0).path("class").asText()).isEqualTo("fog volume");
        assertThat(v.path(0).path("voxelSize").path(0).asDouble()).isEqualTo(0.0625);
        assertThat(v.path(0).path("half").asBoolean()).isTrue();
        assertThat(v.path(0).path("max").path(0).asDouble()).isBetween(1.0, 3.0);
        assertThat(v.path(0).path("checksumLeafVoxels").asText()).matches("[0-9a-f]{16}");
        assertThat(v.path(2).path("type").asText()).isEqualTo("vec3s");
        assertThat(run("facts", sent())).isZero();
        assertThat(out.toString()).contains("frames 1 to 24, 23 files, 1 missing");
    }

    @Test
    void checkTellsTheMissingFrameAndWhatTheReturnedOneSuffered() throws IOException {
        assertThat(run("check", sent(), "--json")).isEqualTo(1);
        assertThat(json().path("findings")).hasSize(1);
        assertThat(json().at("/findings/0/code").asText()).isEqualTo("volume-frames-missing");
        assertThat(run("check", returned(), "--for", "phone", "--json")).isEqualTo(1);
        assertThat(out.toString()).contains("volume-grid-name", "volume-on-its-side", "rename-grid");
    }

    @Test
    void compareFindsAllThreeFaultsAndConvertMendsThem() throws IOException {
        assertThat(run("compare", sent(), returned(), "--json")).isEqualTo(1);
        JsonNode causes = json().path("likelyCauses");
        assertThat(causes).hasSize(2);
        assertThat(causes.path(0).path("code").asText()).isEqualTo("grid-renamed");
        assertThat(causes.path(1).path("code").asText()).isEqualTo("volume-turned-and-scaled");
        assertThat(causes.path(1).path("left").asInt()).isZero();
        String mended = folder.resolve("mended").resolve("smoke.####.vdb").toString();
        assertThat(run(
                        "convert",
                        returned(),
                        mended,
                        "--remedy",
                        "turn-volumes=Z:Y,scale-volumes=0.01,rename-grid=smoke:density"))
                .isZero();
        assertThat(run("compare", sent(), mended)).isZero();
        Path report = folder.resolve("report.html");
        assertThat(run("compare", sent(), returned(), "--report", report.toString()))
                .isEqualTo(1);
        assertThat(Files.readString(report)).contains("peat_smoke").contains("Volumes");
    }

    @Test
    void convertWritesAskedFramesAndTheSceneBesideThem() {
        String target = folder.resolve("out").resolve("s_###.vdb").toString();
        assertThat(run("convert", sent(), target, "--frames", "3:5", "--remedy", "halve-grids,coarsen-grids=2"))
                .isZero();
        assertThat(folder.resolve("out").resolve("s_003.vdb")).exists();
        assertThat(folder.resolve("out").resolve("s_006.vdb")).doesNotExist();
        assertThat(run("convert", sent(), target, "--frames", "3:5")).isEqualTo(2);
        assertThat(err.toString()).contains("already there");
        assertThat(run("convert", sent(), folder.resolve("x.fbx").toString())).isEqualTo(2);
        assertThat(err.toString()).contains("a volume goes into USD or OpenVDB; FBX holds none");
    }
}
