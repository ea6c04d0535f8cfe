package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Stages on the command line, with the demo's. */
class StageCommandsTest {
    @TempDir
    static Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void demo() throws IOException {
        MadeDemo.into(folder);
    }

    private int run(String... arguments) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return Main.run(arguments, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private static String in(String name) {
        return folder.resolve(name).toString();
    }

    @Test
    void factsNameTheLayersThatAStageIsMadeOf() throws IOException {
        assertThat(run("facts", in(DemoData.STAGE), "--json")).isZero();
        JsonNode facts = new ObjectMapper().readTree(out.toString());
        assertThat(facts.at("/file/format").asText()).isEqualTo("USD");
        assertThat(facts.at("/layers/0/way").asText()).isEqualTo("top");
        assertThat(facts.at("/layers")).hasSize(5);
        assertThat(facts.at("/stage/metersPerUnit").asDouble()).isEqualTo(1);
        assertThat(run("facts", in(DemoData.PHONE))).isZero();
        assertThat(out.toString()).contains("USD package").contains("layer        scene.usdc: top, crate");
    }

    @Test
    void aStageThatPointsOutsideIsTold() {
        assertThat(run("check", in(DemoData.STAGE))).isEqualTo(1);
        assertThat(out.toString()).contains("[path-leaves-folder]").contains("23 in all");
    }

    @Test
    void aStageIsFlattenedAndSaysTheSame() throws IOException {
        String flat = in("flat/low_tide.usdc");
        assertThat(run("convert", in(DemoData.STAGE), flat, "--flatten")).isZero();
        assertThat(out.toString()).contains("1 file");
        assertThat(run("compare", in(DemoData.STAGE), flat)).as(out.toString()).isZero();
        assertThat(run("convert", in(DemoData.STAGE), flat, "--flatten"))
                .as("it is there")
                .isNotZero();
        String branch = in("flat/bell.usda");
        assertThat(run("convert", in(DemoData.STAGE), branch, "--subtree", "/LowTidePost/Bell"))
                .isZero();
        assertThat(Files.readString(Path.of(branch)))
                .contains("def Mesh \"clapper\"")
                .doesNotContain("SkelAnimation");
        assertThat(run("convert", in(DemoData.STAGE), branch, "--flatten", "--overwrite", "--remedy", "bake-scale"))
                .isEqualTo(2);
        assertThat(run("convert", in(DemoData.STAGE), in("flat/x.fbx"), "--flatten"))
                .isEqualTo(2);
        assertThat(run("convert", in(DemoData.STAGE), branch, "--subtree", "/Nobody", "--overwrite"))
                .isNotZero();
        assertThat(err.toString()).contains("/Nobody");
    }

    @Test
    void remediesOfStagesAreNamedOnTheCommandLine() {
        assertThat(run(
                        "convert",
                        in("postwoman.fbx"),
                        in("flat/up.usdz"),
                        "--remedy",
                        "strip-materials",
                        "--remedy",
                        "set-subdivision=none",
                        "--remedy",
                        "correct-stage",
                        "--for",
                        "z-up-metres"))
                .as(err.toString())
                .isZero();
        assertThat(out.toString()).contains("read back clean");
        assertThat(run("convert", in("postwoman.fbx"), in("flat/no.usdc"), "--remedy", "set-subdivision=round"))
                .isEqualTo(2);
    }
}
