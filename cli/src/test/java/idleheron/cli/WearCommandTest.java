package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Objects;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A belt around the postwoman, put on her on the command line. */
class WearCommandTest {
    @TempDir
    static Path folder = Path.of("");

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void sew() throws IOException {
        MadeDemo.into(folder);
        Files.writeString(folder.resolve("belt.obj"), belt(1));
        Files.writeString(folder.resolve("belt_cm.obj"), belt(100));
    }

    /** A ring of squares about the hips, metres times a factor. */
    private static String belt(double factor) {
        StringBuilder s = new StringBuilder("o belt\n");
        int n = 48;
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < 3; k++) {
                double a = 2 * Math.PI * i / n;
                s.append(String.format(
                        Locale.ROOT,
                        "v %.6f %.6f %.6f%n",
                        factor * 0.26 * Math.sin(a),
                        factor * (1.55 + 0.03 * k),
                        factor * 0.24 * Math.cos(a)));
            }
        }
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < 2; k++) {
                int a = 3 * i + k + 1;
                int b = 3 * ((i + 1) % n) + k + 1;
                s.append("f " + a + " " + b + " " + (b + 1) + " " + (a + 1) + "\n");
            }
        }
        return s.toString();
    }

    private int run(String... args) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private static String in(String name) {
        return folder.resolve(name).toString();
    }

    @Test
    void itTakesWeightsAndGoesOutOnTheSkeletonAlone() throws IOException {
        assertThat(run("wear", in("belt.obj"), in("belt.glb"), "--on", in(DemoData.AVATAR), "--gap", "150"))
                .as(err.toString())
                .isZero();
        assertThat(out.toString())
                .contains("belt: ")
                .contains("144 points matched within 150 mm")
                .contains("read back clean");
        Scene s = SceneFiles.read(folder.resolve("belt.glb"), Progress.NONE).scene();
        assertThat(s.meshes()).hasSize(1);
        assertThat(s.joints()).hasSize(70);
        Skin skin = Objects.requireNonNull(s.meshes().getFirst().skin());
        assertThat(skin.maxInfluences()).isBetween(1, 4);
        for (int p = 0; p < skin.points(); p++) {
            assertThat(skin.sum(p)).isCloseTo(1, org.assertj.core.api.Assertions.within(1e-5));
        }
    }

    @Test
    void theFiguresAreJsonAndTheBodyGoesAlongWhenAsked() throws IOException {
        assertThat(run(
                        "wear",
                        in("belt.obj"),
                        in("both.glb"),
                        "--on",
                        in(DemoData.SENT),
                        "--gap",
                        "150",
                        "--with-body",
                        "--json"))
                .as(err.toString())
                .isZero();
        JsonNode j = new ObjectMapper().readTree(out.toString());
        assertThat(j.at("/garments/0/name").asText()).isEqualTo("belt");
        assertThat(j.at("/garments/0/points").asInt()).isEqualTo(144);
        assertThat(j.path("clips")).hasSize(3);
        assertThat(j.at("/clips/0/frames").asInt()).isBetween(2, 48);
        assertThat(SceneFiles.read(folder.resolve("both.glb"), Progress.NONE)
                        .scene()
                        .meshes())
                .hasSize(2);
    }

    @Test
    void itFollowsTheSurfaceAsACache() throws IOException {
        assertThat(run("wear", in("belt.obj"), in("belt.abc"), "--on", in(DemoData.SENT), "--wrap", "--clip", "wade"))
                .as(err.toString())
                .isZero();
        assertThat(out.toString()).contains("belt.obj follows wade, ").contains("read back clean");
        assertThat(run("facts", in("belt.abc"))).isZero();
        assertThat(out.toString()).contains("144 points");
        assertThat(run("wear", in("belt.obj"), in("no.abc"), "--on", in(DemoData.SENT), "--wrap", "--clip", "fly"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("the body has no clip fly; there are");
        assertThat(run("wear", in("belt.obj"), in("no.abc"), "--on", in(DemoData.AVATAR), "--wrap"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("the body has no clip to follow");
        assertThat(run("wear", in("belt.obj"), in("no.abc"), "--on", in(DemoData.SENT), "--wrap", "--with-body"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("--wrap takes neither --gap, --refit nor --with-body");
        assertThat(run("wear", in("belt.obj"), in("no.glb"), "--on", in(DemoData.SENT), "--clip", "wade"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("--clip is what --wrap follows");
    }

    @Test
    void aGarmentThatIsFarTooLargeIsToldAndRefused() throws IOException {
        assertThat(run("check", in("belt_cm.obj"), "--worn-by", in(DemoData.AVATAR)))
                .isEqualTo(Main.FAULTS);
        assertThat(out.toString())
                .contains("[garment-unit]")
                .contains("times 0.010 it is 0.21")
                .contains("[garment-without-weights]");
        assertThat(run("wear", in("belt_cm.obj"), in("no.glb"), "--on", in(DemoData.AVATAR)))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString())
                .contains("no point of the garment is close enough")
                .contains("check its unit");
        assertThat(folder.resolve("no.glb")).doesNotExist();
        assertThat(run("check", in("belt.obj"), in("belt_cm.obj"), "--worn-by", in(DemoData.AVATAR)))
                .isEqualTo(Main.USAGE);
        assertThat(run("wear", in(DemoData.AVATAR), in("no.glb"), "--on", in("belt.obj")))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("belt has no weights that a garment could take over");
    }
}
