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
import java.util.Locale;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From one carrier through another and back, over the whole ledger. */
class RoundTripsTest {
    @TempDir
    static Path folder = Path.of("");

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void data() throws IOException {
        MadeDemo.into(folder);
    }

    private int run(String... args) {
        out.getBuffer().setLength(0);
        return Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private static String in(String name) {
        return folder.resolve(name).toString();
    }

    private void convert(String from, String to, String... more) {
        String[] args = new String[3 + more.length];
        args[0] = "convert";
        args[1] = in(from);
        args[2] = in(to);
        System.arraycopy(more, 0, args, 3, more.length);
        assertThat(run(args)).as(from + " to " + to + ": " + err).isZero();
    }

    /** Verdicts of all topics; faces that were cut into triangles on the way are the only difference there may be. */
    private void clean(String sent, String returned, String besides) throws IOException {
        run("compare", in(sent), in(returned), "--json");
        JsonNode all = new ObjectMapper().readTree(out.toString()).path("topics");
        assertThat(all).hasSizeGreaterThan(8);
        int checked = 0;
        for (JsonNode t : all) {
            String verdict = t.path("verdict").asText().replace('_', ' ').toLowerCase(Locale.ROOT);
            String topic = t.path("topic").asText().replace('_', ' ').toLowerCase(Locale.ROOT);
            if (!besides.isEmpty() && topic.startsWith(besides)) {
                continue;
            }
            checked += verdict.equals("clean") ? 1 : 0;
            assertThat(verdict)
                    .as(sent + " to " + returned + ", " + topic + ": "
                            + t.path("message").asText())
                    .isIn("clean", "not checked", "not carried");
        }
        assertThat(checked).isGreaterThan(0);
    }

    @Test
    void stagesThroughGltfComeBackButForTheirFaces() throws IOException {
        convert(DemoData.SENT, "a.usdc");
        convert("a.usdc", "b.glb");
        clean("a.usdc", "b.glb", "");
        convert("b.glb", "c.usdc");
        clean("a.usdc", "c.usdc", "surfaces");
        convert("c.usdc", "d.glb");
        clean("b.glb", "d.glb", "");
        clean("c.usdc", "d.glb", "");
    }

    @Test
    void numberedTextsAreACacheInAnyCarrier() throws IOException {
        for (int f = 1; f <= 4; f++) {
            Files.writeString(
                    folder.resolve("sail.000" + f + ".obj"),
                    "v 0 0 " + f + "\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvt 0 0\nvt 1 0\nvt 1 1\nvt 0 1\nf 1/1 2/2 3/3 4/4\n");
        }
        convert("sail.####.obj", "sail.abc");
        clean("sail.####.obj", "sail.abc", "");
        convert("sail.abc", "sail.usdc");
        clean("sail.abc", "sail.usdc", "");
        assertThat(run("facts", in("sail.usdc"))).isZero();
        assertThat(out.toString()).contains("frames 1 to 4").contains("4 samples");
    }

    @Test
    void aFigureThroughAnAvatarComesBack() throws IOException {
        convert(DemoData.SENT, "woman.vrm", "--remedy", "give-roles");
        convert("woman.vrm", "woman.fbx");
        clean("woman.vrm", "woman.fbx", "");
        convert("woman.vrm", "woman.glb");
        clean("woman.vrm", "woman.glb", "");
    }

    @Test
    void aFigureAsAPlainMeshKeepsItsSurface() throws IOException {
        convert(DemoData.AVATAR, "body.obj");
        clean(DemoData.AVATAR, "body.obj", "");
    }
}
