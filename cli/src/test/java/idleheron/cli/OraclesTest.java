package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.finding.Facts;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;

/**
 * Holds our FBX against two independent readers; on request only ({@code ./heron test --oracles}).
 *
 * <p>The variable names the folder in which they were set up: {@code fbx/fbxfacts-assimp} and {@code fbx/fbxfacts-three.mjs}.
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
class OraclesTest {
    private static final double LIMIT = 1e-4;
    private static final int[] FRAMES = {0, 5, 12, 23, 30, 44};

    @TempDir
    Path folder;

    private static JsonNode ask(String... command) throws IOException {
        Process p = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        return new ObjectMapper().readTree(p.getInputStream().readAllBytes());
    }

    private static String times(int first) {
        StringBuilder s = new StringBuilder("--times=");
        for (int f : FRAMES) {
            s.append(s.length() > 8 ? "," : "").append((f + first) / 24.0);
        }
        return s.toString();
    }

    /** The farthest any joint of any clip is off, against her height, and how many positions were held. */
    private static double worst(Scene scene, JsonNode other) {
        double height = new Facts(scene).height() / scene.stage().metersPerUnit();
        double worst = 0;
        int held = 0;
        for (JsonNode c : other.path("clips")) {
            Clip clip = scene.clips().stream()
                    .filter(x -> x.name().equals(c.path("name").asText()))
                    .findFirst()
                    .orElseThrow();
            Pose pose = new Pose(scene);
            for (int i = 0; i < FRAMES.length; i++) {
                pose.at(clip, clip.rate().seconds(clip.firstFrame() + FRAMES[i]));
                JsonNode at = c.path("samples").get(i).path("globalPositions");
                for (int j : scene.joints()) {
                    JsonNode p = at.path(scene.nodes().get(j).name());
                    if (p.isArray()) {
                        Vec3 theirs = new Vec3(
                                p.get(0).asDouble(),
                                p.get(1).asDouble(),
                                p.get(2).asDouble());
                        worst = Math.max(worst, theirs.distance(Matrices.translation(pose.world(j))) / height);
                        held++;
                    }
                }
            }
        }
        assertThat(held).isGreaterThan(900);
        return worst;
    }

    @Test
    void bothReadersPutEveryJointWhereWeDo() throws IOException {
        String oracles = System.getenv("HERON_ORACLES") + "/fbx/";
        DemoData.write(folder, Progress.NONE);
        Scene sent =
                SceneFiles.read(folder.resolve(DemoData.SENT), Progress.NONE).scene();
        for (String variant : List.of(FbxFormat.BINARY_74, FbxFormat.BINARY_75)) {
            Path plain = folder.resolve("plain.fbx");
            Scene s = SceneFiles.write(
                            new PlainTransforms(null).apply(sent), plain, new FbxFormat(), variant, true, Progress.NONE)
                    .scene();
            // One counts time from the start of the clip, the other from zero.
            double one = worst(s, ask(oracles + "fbxfacts-assimp", plain.toString(), times(0)));
            double two = worst(s, ask("node", oracles + "fbxfacts-three.mjs", plain.toString(), times(1)));
            assertThat(one).as(variant).isLessThan(LIMIT);
            assertThat(two).as(variant).isLessThan(LIMIT);
        }
        // With turns before the rotation the first reader counts them twice once a node moves; the second does not.
        double turned = worst(
                sent,
                ask(
                        "node",
                        oracles + "fbxfacts-three.mjs",
                        folder.resolve(DemoData.SENT).toString(),
                        times(1)));
        assertThat(turned).isLessThan(LIMIT);
    }
}
