package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import idleheron.app.Small;
import idleheron.cli.serve.Requests;
import idleheron.cli.serve.WarmFiles;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PipedInputStream;
import java.io.PipedOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Requests over pipes. */
@Timeout(120)
@Isolated
class ServeTest {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    @TempDir
    Path folder;

    private final PipedOutputStream to = new PipedOutputStream();
    private final PipedInputStream from = new PipedInputStream(1 << 20);
    private final String[] ended = new String[1];
    private Thread server = new Thread();
    private int next;

    @BeforeEach
    void start() throws IOException {
        Small.file(folder.resolve("a.fbx"), Small.plank(1));
        PipedInputStream in = new PipedInputStream(to, 1 << 20);
        PipedOutputStream out = new PipedOutputStream(from);
        WarmFiles files = new WarmFiles();
        server = Thread.ofPlatform().start(() -> {
            ended[0] = new Requests(new ServeCommand.Answering(files), files).serve(in, out);
        });
    }

    @AfterEach
    void end() throws IOException, InterruptedException {
        to.close();
        server.join(TimeUnit.SECONDS.toMillis(30));
        assertThat(server.isAlive()).as("ends with its input").isFalse();
    }

    private String a() {
        return folder.resolve("a.fbx").toString();
    }

    private static byte[] framed(String body) {
        byte[] b = body.getBytes(StandardCharsets.UTF_8);
        return ("Content-Length: " + b.length + "\r\n\r\n" + body).getBytes(StandardCharsets.UTF_8);
    }

    private void send(String body) throws IOException {
        to.write(framed(body));
        to.flush();
    }

    private static JsonNode message(InputStream in) throws IOException {
        StringBuilder head = new StringBuilder();
        while (!head.toString().endsWith("\r\n\r\n")) {
            int b = in.read();
            assertThat(b).as("a message, after " + head).isNotNegative();
            head.append((char) b);
        }
        int length = Integer.parseInt(head.toString().replaceAll("(?s).*Content-Length: (\\d+).*", "$1"));
        return MAPPER.readTree(in.readNBytes(length));
    }

    /** The answer to a request; what is told on the way is passed over. */
    private JsonNode ask(String method, String parameters) throws IOException {
        next++;
        send("{\"jsonrpc\":\"2.0\",\"id\":" + next + ",\"method\":\"" + method + "\",\"params\":" + parameters + "}");
        JsonNode m = message(from);
        while (m.has("method")) {
            m = message(from);
        }
        assertThat(m.path("id").asInt()).isEqualTo(next);
        return m;
    }

    private String file(String more) throws IOException {
        return "{\"file\":" + MAPPER.writeValueAsString(a()) + more + "}";
    }

    @Test
    void resultsAreTheSameAsOnTheCommandLine() throws IOException {
        assertThat(ask("facts", file("")).path("result"))
                .isEqualTo(MainTest.run("facts", a(), "--json").json());
        assertThat(ask("facts", file(",\"checksums\":true")).path("result"))
                .isEqualTo(MainTest.run("facts", a(), "--json", "--checksums").json());
        assertThat(ask("check", file(",\"for\":\"game-centimetres\"")).path("result"))
                .isEqualTo(MainTest.run("check", a(), "--json", "--for", "game-centimetres")
                        .json());
        assertThat(ask("remedies", "{}").path("result"))
                .isEqualTo(MainTest.run("remedies", "--json").json());
        ObjectNode both = MAPPER.createObjectNode().put("sent", a()).put("returned", a());
        assertThat(ask("compare", both.toString()).path("result"))
                .isEqualTo(MainTest.run("compare", a(), a(), "--json").json());
        String out = folder.resolve("b.usda").toString();
        ObjectNode convert = MAPPER.createObjectNode().put("in", a()).put("out", out);
        convert.putArray("remedy").add("bake-scale");
        JsonNode done = ask("convert", convert.toString()).path("result");
        assertThat(done.path("parts").path(0).path("verdict").asText()).isEqualTo("clean");
        assertThat(done.path("remedies").path(0).path("remedy").asText()).isEqualTo("bake-scale");
        assertThat(done.path("files").path(0).path("bytes").asLong()).isEqualTo(Files.size(Path.of(out)));
    }

    @Test
    void aChangedFileIsReadAgain() throws IOException {
        assertThat(ask("open", file("")).path("result").path("format").asText()).isEqualTo("FBX");
        JsonNode first = ask("facts", file("")).path("result");
        assertThat(ask("facts", file("")).path("result")).isEqualTo(first);
        Small.file(folder.resolve("a.fbx"), Small.plank(25));
        JsonNode second = ask("facts", file("")).path("result");
        assertThat(second.path("meshes")
                        .path(0)
                        .path("bounds")
                        .path("max")
                        .path(0)
                        .asDouble())
                .isEqualTo(25);
        assertThat(ask("close", file("")).path("result").path("closed").asBoolean())
                .isTrue();
        assertThat(ask("close", file("")).path("result").path("closed").asBoolean())
                .isFalse();
        Files.delete(folder.resolve("a.fbx"));
        assertThat(ask("facts", file("")).path("error").path("code").asInt()).isEqualTo(Requests.UNREADABLE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "dance|{}|-32601|no method dance",
                "facts|{}|-32602|Missing required parameter: 'FILE'",
                "facts|[1]|-32602|expected parameters by name",
                "facts|{\"file\":\"gone.fbx\"}|-32001|gone.fbx: expected a file, found nothing at",
                "facts|{\"file\":\"a.fbx\",\"colour\":1}|-32602|no parameter colour; there are file, rescue, checksums",
                "facts|{\"file\":{}}|-32602|expected a text, a number or a list of them under file",
                "check|{\"file\":\"gone.fbx\",\"for\":\"nowhere\"}|-32602|no convention nowhere; there are",
                "open|{\"file\":7}|-32602|expected file, the name of a file",
                "open|{\"path\":\"x\"}|-32602|no parameter path; there are file, rescue"
            })
    void whatCannotBeAskedHasTheCodeOfTheStandard(String method, String parameters, int code, String said)
            throws IOException {
        JsonNode e = ask(method, parameters).path("error");
        assertThat(e.path("code").asInt()).as(e.toString()).isEqualTo(code);
        assertThat(e.path("message").asText()).startsWith(said).doesNotContain("\n");
        assertThat(ask("facts", file("")).has("result")).as("it goes on").isTrue();
    }

    @Test
    void whatIsNoMessageIsAnswered() throws IOException {
        send("{bad}");
        assertThat(message(from).path("error").path("code").asInt()).isEqualTo(-32700);
        send("{\"jsonrpc\":");
        assertThat(message(from).path("error").path("code").asInt()).isEqualTo(-32700);
        send("[]");
        assertThat(message(from).path("error").path("code").asInt()).isEqualTo(-32600);
        assertThat(ask("facts", file("")).has("result")).isTrue();
    }

    @Test
    void workTellsHowFarItIsAndIsStopped() throws IOException {
        send("{\"jsonrpc\":\"2.0\",\"id\":\"x\",\"method\":\"facts\",\"params\":" + file(",\"progress\":\"mine\"")
                + "}");
        JsonNode first = message(from);
        assertThat(first.path("method").asText()).isEqualTo("$/progress");
        assertThat(first.path("params").path("token").asText()).isEqualTo("mine");
        assertThat(first.path("params").path("done").asDouble()).isBetween(0.0, 1.0);
        JsonNode m = first;
        while (m.has("method")) {
            m = message(from);
        }
        assertThat(m.path("id").asText()).isEqualTo("x");
        send("{\"jsonrpc\":\"2.0\",\"id\":\"y\",\"method\":\"check\",\"params\":" + file("") + "}");
        send("{\"jsonrpc\":\"2.0\",\"method\":\"$/cancelRequest\",\"params\":{\"id\":\"y\"}}");
        JsonNode stopped = message(from);
        assertThat(stopped.path("id").asText()).isEqualTo("y");
        assertThat(stopped.has("result") || stopped.path("error").path("code").asInt() == -32800)
                .as(stopped.toString())
                .isTrue();
    }

    private static String ended(byte[] input) {
        WarmFiles files = new WarmFiles();
        return new Requests(new ServeCommand.Answering(files), files)
                .serve(new ByteArrayInputStream(input), new ByteArrayOutputStream());
    }

    @Test
    void aStreamOfGarbageEndsInAnError() {
        Random r = new Random(5);
        for (int i = 0; i < 200; i++) {
            byte[] garbage = new byte[r.nextInt(5000) + 1];
            r.nextBytes(garbage);
            assertThat(ended(garbage)).isNotEmpty();
        }
        for (String[] wrong : new String[][] {
            {"\r\n", "expected a header with Content-Length, found none"},
            {"Content-Type: x\r\n\r\n", "expected a header with Content-Length, found none"},
            {"Content-Length: 99999999999\r\n\r\n", "expected a Content-Length of at most 67108864"},
            {"Content-Length: -1\r\n\r\n", "expected a Content-Length of at most"},
            {"Content-Length: 10\r\n\r\n{}", "the input ended inside a message, 8 bytes before its end"},
            {"Content-Length: 10", "the input ended inside a header"},
            {"hello\r\n", "expected a header line such as Content-Length: 100, found hello"},
            {"x".repeat(5000), "expected a header line, found x"},
            {"a: b\r\n".repeat(40), "expected at most 20 header lines, found more"},
            {"", ""}
        }) {
            assertThat(ended(wrong[0].getBytes(StandardCharsets.UTF_8)))
                    .as(wrong[0])
                    .startsWith(wrong[1]);
        }
    }

    @Test
    void whatIsAskedBeforeTheInputEndsIsAnswered() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        WarmFiles files = new WarmFiles();
        String asked = "{\"jsonrpc\":\"2.0\",\"id\":1,\"method\":\"facts\",\"params\":" + file("") + "}";
        for (int i = 0; i < 500; i++) { // being done and being sent are two things
            out.reset();
            assertThat(new Requests(new ServeCommand.Answering(files), files)
                            .serve(new ByteArrayInputStream(framed(asked)), out))
                    .isEmpty();
            assertThat(message(new ByteArrayInputStream(out.toByteArray())).has("result"))
                    .isTrue();
        }
    }

    @Test
    void memoryStaysFlat() throws IOException {
        ask("open", file(""));
        long before = 0;
        for (int i = 0; i < 1000; i++) {
            assertThat(ask(i % 10 == 0 ? "check" : "facts", file("")).has("result"))
                    .isTrue();
            before = i == 200 ? used() : before;
        }
        assertThat(used() - before).isLessThan(4L << 20);
    }

    private static long used() {
        System.gc();
        Runtime r = Runtime.getRuntime();
        return r.totalMemory() - r.freeMemory();
    }

    @Test
    void parametersAreTheOptionsOfTheCommand() {
        JsonObject o = JsonParser.parseString(
                        "{\"in\":\"-a.fbx\",\"out\":\"b.fbx\",\"clipsApart\":true,\"bake\":false,\"remedy\":[\"x\",\"y=1\"],"
                                + "\"samplesPerFrame\":4}")
                .getAsJsonObject();
        assertThat(ServeCommand.arguments("convert", o))
                .containsExactlyInAnyOrder(
                        "convert",
                        "--json",
                        "--clips-apart",
                        "--remedy=x",
                        "--remedy=y=1",
                        "--samples-per-frame=4",
                        "--",
                        "-a.fbx",
                        "b.fbx")
                .endsWith("--", "-a.fbx", "b.fbx");
        assertThatThrownBy(() -> ServeCommand.arguments(
                        "facts",
                        JsonParser.parseString("{\"most\":\"prims=9\"}").getAsJsonObject()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /** The example talks to a real process, and a second look at a file takes little time. */
    @Test
    void theExampleInPythonRuns() throws IOException, InterruptedException {
        Process p = new ProcessBuilder(
                        "python3",
                        Spawned.project().resolve("examples/heron_client.py").toString(),
                        Spawned.script(folder).toString(),
                        a())
                .redirectErrorStream(true)
                .start();
        String said = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(p.waitFor()).as(said).isZero();
        assertThat(said).contains("1 nodes, 1 meshes, 0 clips", "facts once more in ");
        assertThat(List.of(said.split("\n"))).anyMatch(l -> l.endsWith("% read"));
    }
}
