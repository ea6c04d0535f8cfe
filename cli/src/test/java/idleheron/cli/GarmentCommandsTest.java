package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The postwoman's cape on the command line: looked over, tried on, brought over, sent and compared. */
class GarmentCommandsTest {
    @TempDir
    static Path folder = Path.of("");

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void sew() throws IOException {
        MadeDemo.into(folder);
    }

    private int run(String... args) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private static String in(String name) {
        return folder.resolve(name).toString();
    }

    private JsonNode json() throws IOException {
        return new ObjectMapper().readTree(out.toString());
    }

    @Test
    void theRightCapeIsToldItsTrimsAndThatItHasNoWeights() throws IOException {
        run("check", in(DemoData.CAPE), "--worn-by", in(DemoData.SENT), "--json");
        assertThat(json().path("findings").findValuesAsText("code"))
                .filteredOn(c -> c.startsWith("garment-") || c.startsWith("freedom-") || c.startsWith("drape-"))
                .containsExactlyInAnyOrder("garment-without-weights", "garment-trims-heavy");
    }

    @Test
    void theCapeFromElsewhereIsMendedStepByStep() throws IOException {
        run("check", in(DemoData.CAPE_RETURNED), "--worn-by", in(DemoData.SENT), "--json");
        assertThat(json().path("findings").findValuesAsText("code")).contains("garment-unit", "drape-missing");
        assertThat(json().path("findings").findValuesAsText("code"))
                .as("nothing else can be told in a wrong unit")
                .doesNotContain("freedom-harsh", "garment-inside-body");
        Scene back = SceneFiles.read(folder.resolve(DemoData.CAPE_RETURNED), Progress.NONE)
                .scene();
        Scene body =
                SceneFiles.read(folder.resolve(DemoData.SENT), Progress.NONE).scene();
        Scene worn = Dressing.of(body, back).scene();
        Finding unit = Inspection.of(worn, null).stream()
                .filter(f -> f.code().equals("garment-unit"))
                .findFirst()
                .orElseThrow();
        Scene large = Objects.requireNonNull(unit.remedy()).apply(worn);
        assertThat(Inspection.of(large, null))
                .extracting(Finding::code)
                .contains("freedom-harsh", "garment-inside-body");
        Scene soft = SayDrape.USUAL.apply(SoftenFreedom.USUAL.apply(FitGarments.USUAL.apply(large)));
        assertThat(Inspection.of(TakeWeights.USUAL.apply(soft), null))
                .extracting(Finding::code)
                .doesNotContain("freedom-harsh", "garment-inside-body", "drape-missing", "garment-without-weights");
    }

    /** The postwoman with the first twelve frames of her wade. */
    private static String wading() throws IOException {
        Scene s = SceneFiles.read(folder.resolve(DemoData.SENT), Progress.NONE).scene();
        Clip wade = s.clips().stream()
                .filter(c -> c.name().equals("wade"))
                .findFirst()
                .orElseThrow();
        double end = wade.startSeconds() + wade.rate().seconds(11);
        Path file = folder.resolve("wading.fbx");
        SceneFormat format = Objects.requireNonNull(SceneFiles.byName(file));
        SceneFiles.write(
                s.withClips(List.of(wade.withRange(wade.startSeconds(), end, wade.rate()))),
                file,
                format,
                format.variants().getFirst(),
                true,
                Progress.NONE);
        return file.toString();
    }

    @Test
    void itIsTriedOnAndBothSettingsAreTold() throws IOException {
        assertThat(run(
                        "try-on",
                        in(DemoData.CAPE),
                        in("cape.abc"),
                        "--on",
                        wading(),
                        "--clip",
                        "wade",
                        "--sub-steps",
                        "2",
                        "--beside",
                        "sub-steps=1",
                        "--json"))
                .as(err.toString())
                .isBetween(0, 1);
        JsonNode cape = json().at("/garments/0");
        assertThat(json().path("clip").asText()).isEqualTo("wade");
        assertThat(cape.path("name").asText()).isEqualTo("cape");
        assertThat(cape.path("frames")).hasSize(12);
        assertThat(cape.at("/settings/subSteps").asInt()).isEqualTo(2);
        assertThat(cape.at("/settings/density").asDouble())
                .as("as the garment says")
                .isEqualTo(0.45);
        assertThat(longest(cape)).isLessThan(longest(json().at("/beside/garments/0")));
        Scene s = SceneFiles.read(folder.resolve("cape.abc"), Progress.NONE).scene();
        assertThat(s.caches()).hasSize(1);
    }

    private static double longest(JsonNode garment) {
        double out = 0;
        for (JsonNode f : garment.path("frames")) {
            out = Math.max(out, f.path("stretchMost").asDouble());
        }
        return out;
    }

    @Test
    void whatCannotBeTriedOnIsSaid() {
        assertThat(run("try-on", in(DemoData.CAPE), in("no.abc"), "--on", in(DemoData.SENT), "--colliders"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("the body has no colliders; fit-colliders makes them");
        assertThat(run("try-on", in(DemoData.CAPE), in("no.abc"), "--on", in(DemoData.SENT), "--beside", "wind=3"))
                .isEqualTo(Main.USAGE);
        assertThat(err.toString()).contains("there are sub-steps=N, thickness=MM, colliders, surface");
    }

    @Test
    void itIsBroughtOverFromTheBodyThatItWasMadeFor() throws IOException {
        assertThat(run(
                        "wear",
                        in(DemoData.CAPE),
                        in("worn.glb"),
                        "--on",
                        in(DemoData.AVATAR),
                        "--refit",
                        in(DemoData.SENT),
                        "--json"))
                .as(err.toString())
                .isZero();
        JsonNode refit = json().path("refit");
        assertThat(refit).hasSize(2);
        assertThat(refit.get(0).path("after").asDouble()).isLessThan(0.001);
        assertThat(refit.get(0).path("stretch").asDouble()).isCloseTo(1, within(0.1));
    }

    @ParameterizedTest
    @ValueSource(strings = {"cape_back.fbx", "cape_back.usda", "cape_back.glb"})
    void whatMakesItAGarmentGoesThere(String name) throws IOException {
        Scene cape =
                SceneFiles.read(folder.resolve(DemoData.CAPE), Progress.NONE).scene();
        Scene body =
                SceneFiles.read(folder.resolve(DemoData.SENT), Progress.NONE).scene();
        Path file = folder.resolve(name);
        SceneFormat format = Objects.requireNonNull(SceneFiles.byName(file));
        SceneFiles.write(cape, file, format, format.variants().getFirst(), true, Progress.NONE);
        Scene back = SceneFiles.read(file, Progress.NONE).scene();
        int node = back.find("cape");
        Drape d = Drape.of(back.nodes().get(node));
        for (Drape.Setting s : Drape.Setting.values()) {
            assertThat(d.get(s))
                    .as(s.word())
                    .isCloseTo(Drape.of(cape.nodes().get(cape.find("cape"))).get(s), within(1e-12));
        }
        assertThat(FreedomMap.of(back.meshes().get(back.nodes().get(node).payload())))
                .isNotNull();
        run("compare", in(DemoData.CAPE), file.toString(), "--json");
        JsonNode garments = null;
        for (JsonNode t : json().path("topics")) {
            garments = t.path("topic").asText().equals("garments") ? t : garments;
        }
        assertThat(Objects.requireNonNull(garments).path("verdict").asText()).isEqualTo("clean");
        Scene held = new FitColliders().apply(body);
        Path other = folder.resolve("body_" + name);
        SceneFiles.write(held, other, format, format.variants().getFirst(), true, Progress.NONE);
        Scene again = SceneFiles.read(other, Progress.NONE).scene();
        assertThat(Collider.in(again)).hasSameSizeAs(Collider.in(held));
        for (int i = 0; i < Collider.in(held).size(); i++) {
            idleheron.core.garment.collide.Capsule a =
                    Collider.in(held).get(i).placed(new idleheron.core.pose.Pose(held));
            idleheron.core.garment.collide.Capsule b =
                    Collider.in(again).get(i).placed(new idleheron.core.pose.Pose(again));
            assertThat(a.a().distance(b.a())).isLessThan(1e-5);
            assertThat(a.rb()).isCloseTo(b.rb(), within(1e-5));
        }
    }

    @Test
    void asAPlainMeshTheMapStaysBehindAndThatIsTold() throws IOException {
        assertThat(run("convert", in(DemoData.CAPE), in("cape_back.obj"), "--overwrite"))
                .as(err.toString())
                .isBetween(0, 1);
        run("compare", in(DemoData.CAPE), in("cape_back.obj"), "--json");
        assertThat(out.toString())
                .contains("drape-lost")
                .contains("freedom-lost")
                .contains("garment-panels-lost");
        run("compare", in(DemoData.CAPE), in(DemoData.CAPE_RETURNED), "--worn-by", in(DemoData.SENT));
        assertThat(out.toString()).contains("garment-shell-lost").contains("drape-lost");
    }
}
