package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Flatten;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Layers and stages as the reference library sees them: what is written here opens there without a warning and says the same, and
 * what is put together here is what it puts together. On request only ({@code ./heron test --oracles}).
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
class UsdOraclesTest {
    @TempDir
    Path folder;

    private static String ask(String... arguments) throws IOException {
        List<String> command = new ArrayList<>(List.of("node", System.getenv("HERON_ORACLES") + "/usd/usdref.cjs"));
        command.addAll(List.of(arguments));
        Process p = new ProcessBuilder(command).redirectErrorStream(true).start();
        return new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    static Stream<CompositionCase> cases() throws IOException {
        return CompositionCase.all().stream()
                .filter(c -> c.expected().stream().noneMatch(e -> e.startsWith("problem ")));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("cases")
    void stagesArePutTogetherAlike(CompositionCase c) throws IOException {
        Path root = c.write(folder);
        Path flat = folder.resolve("flat_by_them.usda");
        ask("flatten", root.toString(), flat.toString());
        Layer theirs = UsdSamples.file(flat);
        Layer ours = Flatten.flatten(ComposedStage.open(root.toString(), new Assets(), true));
        assertThat(told(ours)).isEqualTo(told(theirs));
    }

    /** Every value, target and type by its path; asset paths by their last name, since they are made absolute differently. */
    private static Map<String, Object> told(Layer l) {
        Map<String, Object> out = new LinkedHashMap<>();
        l.root().children().values().forEach(p -> told(p, "/" + p.name(), out));
        return out;
    }

    private static void told(Spec p, String path, Map<String, Object> out) {
        out.put(path, p.specifier() + p.text(Field.TYPE_NAME) + p.children().keySet());
        for (Spec a : p.properties().values()) {
            for (String f :
                    List.of(Field.DEFAULT, Field.TIME_SAMPLES, Field.TARGETS, Field.CONNECTIONS, Field.INTERPOLATION)) {
                Value v = a.get(f);
                boolean asset = v instanceof TextValue w && w.kind() == ValueKind.ASSET;
                if (v != null) {
                    out.put(
                            path + "." + a.name() + " " + f,
                            asset ? ((TextValue) v).items().size() : v);
                }
            }
        }
        p.children().values().forEach(c -> told(c, path + "/" + c.name(), out));
    }

    @ParameterizedTest
    @ValueSource(strings = {"rig_small.usda", "rig_ts.usda", "types.usda"})
    void layersWrittenHereSayTheSameThere(String name) throws IOException {
        UsdSamples.into(folder);
        Layer l = UsdSamples.layer(name);
        String wanted = ask("layer", folder.resolve(name).toString());
        for (String end : List.of("usda", "usdc")) {
            Path again = folder.resolve("again." + end);
            if (end.equals("usda")) {
                Layers.writeText(l, again);
            } else {
                Layers.writeCrate(l, again);
            }
            assertThat(ask("check", again.toString()))
                    .contains("\"opened\":true")
                    .contains("\"diagnostics\":[]");
            assertThat(ask("layer", again.toString())).isEqualTo(wanted);
        }
    }

    @Test
    void scenesWrittenHereHoldTheSameNumbersThere() throws IOException {
        UsdSamples.into(folder);
        Scene s =
                SceneFiles.read(folder.resolve("rig_small.usda"), Progress.NONE).scene();
        for (String variant : new UsdFormat().variants()) {
            String end = variant.equals(UsdFormat.TEXT) ? "usda" : variant.equals(UsdFormat.PACKAGE) ? "usdz" : "usdc";
            Path out = folder.resolve("scene." + end);
            SceneFiles.write(s, out, new UsdFormat(), variant, false, Progress.NONE);
            assertThat(ask("check", out.toString())).contains("\"opened\":true").contains("\"diagnostics\":[]");
            Path flat = folder.resolve("flat.usda");
            ask("flatten", out.toString(), flat.toString());
            Layer there = UsdSamples.file(flat);
            List<Spec> found = new ArrayList<>();
            there.root().each(found::add);
            Spec mesh = found.stream()
                    .filter(x -> x.text(Field.TYPE_NAME).equals("Mesh"))
                    .findFirst()
                    .orElseThrow();
            Spec motion = found.stream()
                    .filter(x -> x.text(Field.TYPE_NAME).equals("SkelAnimation"))
                    .findFirst()
                    .orElseThrow();
            Layer sent = UsdSamples.layer("rig_small.usda");
            Spec was = java.util.Objects.requireNonNull(sent.prim("/Rig/Body"));
            assertThat(numbers(mesh, "points")).isEqualTo(numbers(was, "points"));
            float[] weights = numbers(mesh, "primvars:skel:jointWeights");
            assertThat(weights.length % 204).isZero();
            TimeSamples r = (TimeSamples) java.util.Objects.requireNonNull(
                    java.util.Objects.requireNonNull(motion.properties().get("rotations"))
                            .get(Field.TIME_SAMPLES));
            TimeSamples told = (TimeSamples) java.util.Objects.requireNonNull(
                    java.util.Objects.requireNonNull(java.util.Objects.requireNonNull(sent.prim("/Rig/Anim"))
                                    .properties()
                                    .get("rotations"))
                            .get(Field.TIME_SAMPLES));
            assertThat(r.times()).isEqualTo(told.times());
            for (int i = 0; i < r.count(); i++) {
                assertThat(((Numbers) r.value(i)).floats())
                        .containsExactly(
                                ((Numbers) told.value(i)).floats(), org.assertj.core.data.Offset.offset(1e-6f));
            }
        }
    }

    private static float[] numbers(Spec p, String name) {
        Spec a = java.util.Objects.requireNonNull(p.properties().get(name), name);
        return ((Numbers) java.util.Objects.requireNonNull(a.get(Field.DEFAULT))).floats();
    }
}
