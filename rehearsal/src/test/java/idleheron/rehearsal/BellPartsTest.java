package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.parts.JointsToParts;
import idleheron.core.remedy.parts.PartsToJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.formula.MoveByFormula;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.demo.DemoData;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.rehearsal.demo.TideGauge;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The bell, a prop of rigid parts in groups, as a rig and back. */
class BellPartsTest {
    /** Centimetres from the ground to the top of the beam. */
    private static final double HEIGHT = 180;

    private static final double GAUGE_HEIGHT = 241;

    @TempDir
    Path folder;

    private static double[] cloud(Scene s, Pose pose, Clip clip, double seconds) {
        pose.at(clip, seconds);
        List<double[]> at = new ArrayList<>();
        for (Surface x : Surface.all(pose)) {
            float[] p = x.deform(pose, new Matrix4d().scale(s.stage().metersPerUnit() * 100));
            for (int i = 0; i < p.length; i += 3) {
                at.add(new double[] {p[i], p[i + 1], p[i + 2]});
            }
        }
        // by places that a small difference does not put into another order; at one such place all are alike
        at.sort(Comparator.<double[]>comparingDouble(v -> v[0] + 1.618 * v[1] + 2.718 * v[2]));
        return at.stream().flatMapToDouble(Arrays::stream).toArray();
    }

    private static double worst(Scene a, Scene b, int clip) {
        Clip ca = a.clips().get(clip);
        Clip cb = b.clips().get(clip);
        Pose pa = new Pose(a);
        Pose pb = new Pose(b);
        double worst = 0;
        for (double f = ca.firstFrame(); f <= ca.lastFrame(); f++) {
            double[] x = cloud(a, pa, ca, ca.rate().seconds(f));
            double[] y = cloud(b, pb, cb, ca.rate().seconds(f));
            assertThat(y).hasSameSizeAs(x);
            for (int i = 0; i < x.length; i += 3) {
                double sx = x[i] + 1.618 * x[i + 1] + 2.718 * x[i + 2];
                double sy = y[i] + 1.618 * y[i + 1] + 2.718 * y[i + 2];
                worst = Math.max(worst, Math.abs(sx - sy) / 3.3);
            }
        }
        return worst;
    }

    @Test
    void asARigAndBackNoPointMovesOnAnyFrame() {
        Scene bell = FootbridgeBell.scene();
        for (boolean joined : new boolean[] {false, true}) {
            Scene rig = new PartsToJoints(joined).apply(bell);
            Scene back = new JointsToParts().apply(rig);
            assertThat(rig.joints()).hasSize(4); // footbridge, yoke, bell, clapper
            assertThat(back.joints()).isEmpty();
            for (int clip = 0; clip < bell.clips().size(); clip++) {
                assertThat(worst(bell, rig, clip)).isLessThan(1e-6 * HEIGHT);
                assertThat(worst(bell, back, clip)).isLessThan(1e-6 * HEIGHT);
            }
        }
    }

    /** Moved by formula as a figure of parts, as a rig and as parts again. */
    @Test
    void soIsTheGaugeMovedByFormula() throws IOException {
        for (String motion : DemoData.GAUGE_MOTIONS) {
            String text;
            try (InputStream in = Objects.requireNonNull(DemoData.class.getResourceAsStream(motion))) {
                text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            }
            MoveByFormula moved = new MoveByFormula(text);
            Scene gauge = moved.apply(TideGauge.scene());
            assertThat(gauge.clips()).hasSize(1);
            Scene rig = new PartsToJoints(true).apply(gauge);
            Scene back = new JointsToParts().apply(rig);
            assertThat(rig.joints()).hasSize(6); // post, float, arm, pen, drum, shelf
            assertThat(worst(gauge, rig, 0)).isLessThan(1e-6 * GAUGE_HEIGHT);
            assertThat(worst(gauge, back, 0)).isLessThan(1e-6 * GAUGE_HEIGHT);
            // the formulas move the joints of the rig as they move the groups
            Scene anew = moved.apply(rig.withClips(List.of()));
            assertThat(worst(gauge, anew, 0)).isLessThan(1e-6 * GAUGE_HEIGHT);
        }
    }

    @Test
    void whatIsNoticedOffersItAndTheRigGoesThroughFiles() throws IOException {
        Scene bell = FootbridgeBell.scene();
        Remedy offered = Inspection.of(bell, null).stream()
                .filter(f -> f.code().equals("parts-without-joints"))
                .findFirst()
                .orElseThrow()
                .remedy();
        assertThat(offered).isEqualTo(new PartsToJoints(false));
        Scene rig = new PartsToJoints(false).apply(bell);
        for (SceneFormat f : List.of(new FbxFormat(), new GltfFormat())) {
            Path file = folder.resolve("bell." + f.endings().getFirst());
            SceneFiles.write(rig, file, f, f.variants().getFirst(), false, Progress.NONE);
            Scene read = SceneFiles.read(file, Progress.NONE).scene();
            assertThat(read.joints()).hasSize(4);
            assertThat(read.nodes().stream()
                            .filter(n -> n.kind() == NodeKind.MESH)
                            .map(Node::name))
                    .containsExactlyInAnyOrder("post_l", "post_r", "beam", "bell_mesh", "clapper_mesh");
            CompareSettings terms = CompareSettings.USUAL.without(f.missing());
            assertThat(Comparison.of(
                                    f.form(rig, f.variants().getFirst()).scene(),
                                    read,
                                    terms,
                                    true,
                                    t -> {},
                                    Progress.NONE)
                            .verdict())
                    .as(f.name())
                    .isEqualTo(Verdict.CLEAN);
            assertThat(worst(rig, read, 0)).as(f.name()).isLessThan(1e-4 * HEIGHT);
        }
    }
}
