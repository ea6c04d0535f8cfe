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

class MainTest {
    @TempDir
    static Path demo;

    @BeforeAll
    static void data() throws IOException {
        MadeDemo.into(demo);
    }

    /** What a command printed and how it ended. */
    record Run(int status, String out, String err) {
        JsonNode json() throws IOException {
            return new ObjectMapper().readTree(out);
        }
    }

    static Run run(String... args) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int status = Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
        return new Run(status, out.toString(), err.toString());
    }

    private static String file(String name) {
        return demo.resolve(name).toString();
    }

    @Test
    void factsTellsAllThatTheFileHolds() throws IOException {
        JsonNode j = run("facts", file(DemoData.POSTWOMAN), "--json").json();
        assertThat(j.path("schema").asText()).isEqualTo("idle-heron/facts/1");
        assertThat(j.path("stage").path("upAxis").asText()).isEqualTo("Y");
        assertThat(j.path("stage").path("metersPerUnit").asDouble()).isEqualTo(0.01);
        assertThat(j.path("skeletons")).hasSize(3);
        assertThat(j.path("meshes").get(0).path("skin").path("maxInfluences").asInt())
                .isEqualTo(6);
        assertThat(j.path("clips").get(0).path("name").asText()).isEqualTo("wade");
        // The rig's matrix row by row: scale on the diagonal.
        assertThat(j.path("nodes").get(1).path("restLocal").get(5).asDouble()).isEqualTo(2.5);
        JsonNode hips = j.path("skeletons").get(0).path("joints").get(1);
        assertThat(hips.path("restWorld").get(7).asDouble()).isBetween(159.0, 161.0);
        for (String key : new String[] {
            "xforms", "curves", "points", "cameras", "lights", "instances", "volumes", "textures", "findings"
        }) {
            assertThat(j.path(key).isArray()).as(key).isTrue();
        }
        assertThat(run("facts", file(DemoData.BELL)).out()).contains("ring").contains("tide_wind");
    }

    @Test
    void checkEndsWith1WhereSomethingWillGoWrong() throws IOException {
        Run r = run("check", file(DemoData.POSTWOMAN), "--for", "game-centimetres", "--json");
        assertThat(r.status()).isEqualTo(1);
        assertThat(r.json().path("findings").findValuesAsText("code")).contains("node-scale", "too-many-influences");
        assertThat(run("check", file(DemoData.BELL)).status()).isZero();
        assertThat(run("check", file(DemoData.BELL), "--for", "nowhere").status())
                .isEqualTo(2);
    }

    @Test
    void recipesThatShipMakeAnAvatarAndAPlainBodyOfAnyRig() throws IOException {
        String avatar = demo.resolve("out").resolve("avatar.vrm").toString();
        Run plain = run("convert", file(DemoData.POSTWOMAN), avatar);
        assertThat(plain.status()).isEqualTo(2);
        assertThat(plain.err())
                .contains("avatar.vrm: an avatar says which joint has which role")
                .contains("give-roles");

        Run made = run("convert", file(DemoData.POSTWOMAN), avatar, "--recipe", "humanoid-avatar");
        assertThat(made.status()).as(made.err()).isZero();
        assertThat(made.err()).contains("Give roles: roles none → 50", "Stand in T-pose");
        assertThat(run("facts", avatar).out()).contains("50 roles", "left upper arm upperarm_l");
        assertThat(run("check", avatar, "--json").json().path("findings").findValuesAsText("code"))
                .contains("avatar-meta")
                .doesNotContain("avatar-t-pose", "avatar-role-missing", "avatar-facing", "avatar-size");

        String body = demo.resolve("out").resolve("body.obj").toString();
        Run surface = run("convert", file(DemoData.POSTWOMAN), body, "--recipe", "plain-body");
        assertThat(surface.status()).as(surface.err()).isZero();
        assertThat(Files.readString(Path.of(body))).contains("# 1 unit is 1 m, Y up", "mtllib body.mtl");
    }

    @Test
    void convertAppliesRemediesProvesThemAndNeverOverwritesUnasked() {
        String out = demo.resolve("out").resolve("ready.fbx").toString();
        Run r = run(
                "convert",
                file(DemoData.POSTWOMAN),
                out,
                "--for",
                "z-up-metres",
                "--remedy",
                "bake-scale,single-root,drop-tips",
                "--clip",
                "bow");
        assertThat(r.status()).as(r.err()).isZero();
        assertThat(r.out()).contains("read back clean");
        assertThat(r.err())
                .contains("Bake the scale: largest node scale 2.500 × → 1 ×; surface moves 0")
                .contains("Convert axes and unit");
        assertThat(run("facts", out).out())
                .contains("Z up")
                .contains("55 joints")
                .contains("bow")
                .doesNotContain("wade:");
        assertThat(run("convert", file(DemoData.BELL), out).status()).isEqualTo(2);
        assertThat(run("convert", file(DemoData.BELL), demo.resolve("x.xyz").toString())
                        .status())
                .isEqualTo(2);
    }

    @Test
    void compareMendsWhatCameBackAndSaysWhatItWasAndIs() throws IOException {
        Path to = demo.resolve("mended.usdc");
        Path page = demo.resolve("mended.html");
        String[] args = {
            "compare",
            file(DemoData.SENT),
            file("postwoman_from_alder.fbx"),
            "--mend",
            to.toString(),
            "--report",
            page.toString(),
            "--json"
        };
        Run r = run(args);
        assertThat(r.status()).as("by what came").isEqualTo(1);
        assertThat(r.json().path("verdict").asText()).isEqualTo("broken");
        JsonNode mended = r.json().path("mended");
        assertThat(mended.path("verdict").asText()).isEqualTo("clean");
        assertThat(mended.path("remedies")).hasSizeGreaterThan(2);
        assertThat(run("compare", file(DemoData.SENT), to.toString()).out()).startsWith("clean");
        assertThat(Files.readString(page))
                .contains("broken as it came")
                .contains("<th>mended</th>")
                .contains("mended.usdc");
        assertThat(run(args).status()).as("it is there").isEqualTo(2);
        assertThat(run("compare", file(DemoData.SENT), file(DemoData.SENT), "--mend", "x.txt")
                        .status())
                .isEqualTo(2);
    }

    @Test
    void compareNamesTheCauseAndLeavesAReport() throws IOException {
        Path report = demo.resolve("report.html");
        Run r = run(
                "compare",
                file(DemoData.SENT),
                file("postwoman_from_alder.fbx"),
                "--json",
                "--report",
                report.toString());
        assertThat(r.status()).isEqualTo(1);
        assertThat(r.json().path("verdict").asText()).isEqualTo("broken");
        assertThat(r.json().path("likelyCauses").findValuesAsText("code"))
                .contains("unit-misdeclared", "joints-re-aimed");
        assertThat(r.json().path("topics")).hasSize(13);
        assertThat(Files.readString(report))
                .contains("data:image/png;base64")
                .contains("re-aimed")
                .contains("Not signed off");
        assertThat(run("compare", file(DemoData.SENT), file(DemoData.SENT)).status())
                .isZero();
    }

    @Test
    void tolerancesComeFromAFile() throws IOException {
        Path wide = demo.resolve("wide.json");
        Files.writeString(
                wide, "{\"weight\": 3, \"surface\": 1000, \"clipPosition\": 1000, \"clipAngle\": 90, \"frames\": 10}");
        assertThat(run("compare", file(DemoData.SENT), file("postwoman_from_sedge.fbx"))
                        .status())
                .isEqualTo(1);
        Run r = run("compare", file(DemoData.SENT), file("postwoman_from_sedge.fbx"), "--tolerance", wide.toString());
        assertThat(r.status()).isZero();
        Files.writeString(wide, "{\"weight\": ");
        assertThat(run("compare", file(DemoData.SENT), file(DemoData.SENT), "--tolerance", wide.toString())
                        .status())
                .isEqualTo(3);
    }

    @Test
    void sampleGivesPositionsByFrameOrBySecond() throws IOException {
        JsonNode j = run(
                        "sample",
                        file(DemoData.POSTWOMAN),
                        "--clip",
                        "wade",
                        "--frames",
                        "1:48:24",
                        "--what",
                        "joints",
                        "--json")
                .json();
        assertThat(j.path("frames")).hasSize(2);
        assertThat(j.path("frames").get(1).asDouble()).isEqualTo(25);
        assertThat(j.path("joints").get(0).path("positions")).hasSize(2);
        JsonNode s = run(
                        "sample",
                        file(DemoData.POSTWOMAN),
                        "--clip",
                        "wade",
                        "--seconds",
                        "0.5,1",
                        "--what",
                        "points",
                        "--as",
                        "stored",
                        "--json")
                .json();
        assertThat(s.path("meshes").get(0).path("points").get(0).size() % 3).isZero();
        assertThat(run("sample", file(DemoData.POSTWOMAN), "--clip", "swim", "--frames", "1:2")
                        .status())
                .isEqualTo(2);
        assertThat(run("sample", file(DemoData.POSTWOMAN), "--clip", "wade", "--frames", "5:1")
                        .status())
                .isEqualTo(2);
    }

    @Test
    void rehearseWritesWhatComesBackBesideTheFile() {
        Run r = run("rehearse", file(DemoData.BELL), "--with", "sedge");
        assertThat(r.status()).isZero();
        assertThat(demo.resolve("footbridge_bell_from_sedge.fbx")).exists();
        assertThat(r.err()).contains("rounds ranges");
        assertThat(run("rehearse", file(DemoData.BELL), "--with", "sedge").status())
                .isEqualTo(2);
        assertThat(run("rehearse", file(DemoData.BELL), "--with", "nobody").status())
                .isEqualTo(2);
    }

    @Test
    void wrongWordsEndWith2AndUnreadableFilesWith3() throws IOException {
        assertThat(run().status()).isEqualTo(2);
        assertThat(run("fly").status()).isEqualTo(2);
        Path empty = demo.resolve("empty.fbx");
        Files.deleteIfExists(empty);
        Files.createFile(empty);
        Run r = run("facts", empty.toString());
        assertThat(r.status()).isEqualTo(3);
        assertThat(r.err()).contains("empty.fbx").contains("an empty file").hasLineCount(1);
        assertThat(r.out()).isEmpty();
    }
}
