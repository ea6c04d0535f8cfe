package idleheron.formats.alembic;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Reference archives, read as caches and written again, as an independent reader and the schema readers of the reference
 * library see them: the same as before, bit for bit. On request only ({@code ./heron test --oracles}).
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
class AbcOraclesTest {
    @TempDir
    Path folder;

    static List<String> sound() {
        return ReferenceFiles.sound();
    }

    private static String ask(String... command) throws IOException {
        String tools = System.getenv("HERON_ORACLES") + "/alembic/";
        ProcessBuilder b = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD);
        b.environment().putAll(Map.of("REFBIN", tools + "reference/ref.macho"));
        Process p = b.start();
        return new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }

    /** What does not belong to the objects: where numbers of time samplings and metadata of headers happen to differ. */
    private static void plain(JsonNode n) {
        if (n instanceof ObjectNode o) {
            o.remove(List.of("timeSampling", "metadata"));
        }
        if (n instanceof ObjectNode || n instanceof ArrayNode) {
            n.forEach(AbcOraclesTest::plain);
        }
    }

    @ParameterizedTest
    @MethodSource("sound")
    void bothReadersSeeTheSame(String name) throws IOException {
        String tools = System.getenv("HERON_ORACLES") + "/alembic/";
        Path before = folder.resolve(name);
        Path after = folder.resolve("again.abc");
        Files.write(before, ReferenceFiles.bytes(name));
        Scene s = SceneFiles.read(before, Progress.NONE).scene();
        SceneFiles.write(s, after, new AbcFormat(), AbcFormat.OGAWA, true, Progress.NONE);
        ObjectMapper mapper = new ObjectMapper();
        JsonNode a = mapper.readTree(ask("python3", tools + "abcread.py", before.toString()));
        JsonNode b = mapper.readTree(ask("python3", tools + "abcread.py", after.toString()));
        assertThat(b.path("error").asText()).isEmpty();
        plain(a.get("objects"));
        plain(b.get("objects"));
        assertThat(b.get("objects")).hasSameSizeAs(a.get("objects"));
        for (int i = 0; i < a.get("objects").size(); i++) {
            JsonNode was = a.get("objects").get(i);
            JsonNode is = b.get("objects").get(i);
            was.properties()
                    .forEach(e -> assertThat(is.get(e.getKey()))
                            .as(was.get("path").asText() + " " + e.getKey())
                            .isEqualTo(e.getValue()));
        }
        String host = tools + "reference/refhost";
        String seen = ask(host, "schema", after.toString());
        assertThat(seen).isNotBlank().doesNotContain("refError").isEqualTo(ask(host, "schema", before.toString()));
    }
}
