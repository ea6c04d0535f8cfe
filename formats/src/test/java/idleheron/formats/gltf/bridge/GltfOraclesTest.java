package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.gltf.GltfFormat;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * What is written, feature by feature: no error of the standard's validator and no warning that its source does not give, and two loaders that place every node
 * and point, at rest and over all clips, where the scene has them. On request only ({@code ./heron test --oracles}).
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
class GltfOraclesTest {
    private static final Path FILES = Path.of("src/test/resources/gltf");
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final double NEAR = 1e-5;

    @TempDir
    Path folder;

    private JsonNode ask(String script, String... more) throws Exception {
        List<String> command = Stream.concat(
                        Stream.of("node", System.getenv("HERON_ORACLES") + "/gltf/" + script + ".mjs"), Stream.of(more))
                .toList();
        Path said = folder.resolve("said.json"); // they end before a pipe has taken all of it
        new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .redirectOutput(said.toFile())
                .start()
                .waitFor();
        return MAPPER.readTree(said.toFile());
    }

    @ParameterizedTest(name = "{1}")
    @CsvSource({
        "arm.glb, a skin under a joint chain with a clip",
        "skins.glb, several skins on shared joints",
        "eight.glb, eight influences a point",
        "weights-u8.glb, weights of bytes",
        "morph.glb, blend shapes with normals and weights that move",
        "mirrored.glb, mirrored nodes",
        "instances.glb, many places of one surface",
        "cameras-lights.glb, cameras and lights",
        "surfaces.glb, 'materials with pictures inside, variants and extensions'",
        "pointer.glb, values of materials and lights that move",
        "numbers.glb, every kind of number",
        "sparse.glb, numbers that are seldom",
        "scenes.glb, several scenes",
        "no-scene.glb, no scene",
        "keep.glb, extras and unknown extensions",
        "meshopt-arm-high.glb, packed views",
        "meshopt-morph.glb, packed blend shapes",
        "quantised-arm.glb, packed numbers",
        "static-data-uri.gltf, bytes within the text",
        "avatars/least.vrm, an avatar",
        "avatars/motion.vrma, a motion for any avatar",
    })
    void whatIsWrittenIsValidAndStandsWhereOthersReadIt(String file, String feature) throws Exception {
        int before = ask("gltfvalidate", FILES.resolve(file).toString())
                .path("warnings")
                .asInt();
        Scene s = SceneFiles.read(FILES.resolve(file), Progress.NONE).scene();
        for (String variant : List.of(GltfFormat.BINARY, GltfFormat.TEXT, GltfFormat.PACKED)) {
            Path out = folder.resolve(variant.equals(GltfFormat.TEXT) ? "out.gltf" : "out.glb");
            try (OutputStream to = Files.newOutputStream(out)) {
                new GltfFormat().write(s, variant, to, Progress.NONE);
            }
            JsonNode verdict = ask("gltfvalidate", out.toString());
            assertThat(verdict.path("errors").asInt(-1)).as(verdict.toString()).isZero();
            assertThat(verdict.path("warnings").asInt(99))
                    .as("none that the source does not give: " + verdict)
                    .isLessThanOrEqualTo(before);
            JsonNode both = ask("gltfcompare", out.toString(), "--facts");
            boolean four = file.startsWith("eight"); // one of the two takes four influences and no more
            (four ? MAPPER.createObjectNode() : both.path("worst"))
                    .properties()
                    .forEach(e -> assertThat(e.getValue().asDouble())
                            .as(e.getKey() + " " + both.path("where"))
                            .isLessThan(NEAR));
            Path facts = folder.resolve("facts.json");
            Files.writeString(facts, both.toString());
            GltfFacts f = GltfFacts.of(out, facts);
            assertThat(f.worst).as(f.where).isLessThan(NEAR);
        }
    }
}
