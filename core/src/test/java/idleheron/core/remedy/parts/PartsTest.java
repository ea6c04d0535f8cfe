package idleheron.core.remedy.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.job.Progress;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.Proof;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class PartsTest {
    private static final double[] TIMES = {0, 0.3, 0.7, 1};

    /** A box a metre wide, two high. */
    private static Mesh box(String name) {
        double[] p = {0, 0, 0, 1, 0, 0, 1, 2, 0, 0, 2, 0, 0, 0, 1, 1, 0, 1, 1, 2, 1, 0, 2, 1};
        int[] c = {0, 3, 2, 1, 4, 5, 6, 7, 0, 1, 5, 4, 2, 3, 7, 6, 1, 2, 6, 5, 0, 4, 7, 3};
        int[] starts = {0, 4, 8, 12, 16, 20, 24};
        float[] normals = new float[3 * c.length];
        for (int i = 0; i < c.length; i++) {
            normals[3 * i + i / 4 % 3] = 1;
        }
        BlendShape bulge = new BlendShape(
                "bulge",
                0.25,
                List.of(new BlendShape.Target(1, new int[] {2, 6}, new float[] {0.5f, 0, 0, 0, 0.5f, 0}, null)));
        return Mesh.bare(name, p, starts, c).withNormals(normals).withShapes(List.of(bulge));
    }

    private static Curve curve(double... values) {
        return Curve.smooth(new double[] {0, 0.5, 1}, values);
    }

    private static Clip.NodeTrack track(int node, Channel channel, double... values) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[channel.ordinal()] = curve(values);
        return new Clip.NodeTrack(node, c);
    }

    private static Transform turning(Vec3 at, Vec3 pivot, Vec3 scale) {
        Transform t = Transform.of(at, new Vec3(10, 20, 30), scale);
        return new Transform(
                        t.translation(),
                        RotationOrder.ZYX,
                        t.rotation(),
                        Vec3.ZERO,
                        Vec3.ZERO,
                        scale,
                        Vec3.ZERO,
                        Vec3.ZERO,
                        Vec3.ZERO,
                        Vec3.ZERO,
                        t.inherit())
                .withTurns(new Vec3(0, 15, 0), Vec3.ZERO)
                .withPivots(new Vec3(0.1, 0, 0), pivot, Vec3.ZERO, pivot);
    }

    /**
     * A mast at the top; an arm with a pivot, a stretched hand below it and a finger that moves by itself with a nail below;
     * the hand's mesh is shown a second time in the mast.
     */
    private static Scene crane() {
        List<Node> nodes = List.of(
                Node.of("crane", -1, NodeKind.GROUP, Transform.of(new Vec3(3, 0, 0), Vec3.ZERO, Vec3.ONE)),
                Node.mesh("mast", 0, Transform.IDENTITY, 0, 0),
                Node.of("arm", 0, NodeKind.GROUP, turning(new Vec3(0, 2, 0), new Vec3(0.5, 0.25, 0), Vec3.ONE)),
                Node.mesh("beam", 2, Transform.of(new Vec3(1, 0, 0), new Vec3(0, 0, 45), Vec3.ONE), 1, 0),
                Node.of("spacer", 2, NodeKind.GROUP, Transform.of(new Vec3(0, 0.5, 0), Vec3.ZERO, Vec3.ONE)),
                Node.of("hand", 4, NodeKind.GROUP, turning(new Vec3(0, 2, 0), new Vec3(0, 1, 0), new Vec3(1, 2, 0.5))),
                Node.mesh("palm", 5, Transform.of(Vec3.ZERO, new Vec3(30, 0, 0), Vec3.ONE), 2, 0)
                        .withGeometric(new Matrix4d().translation(0, 0.125, 0).scale(0.5)),
                Node.mesh("finger", 5, turning(new Vec3(1, 0, 0), new Vec3(0, 0.5, 0), Vec3.ONE), 3, 0),
                Node.mesh("nail", 7, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE), 2, 0),
                Node.mesh("ground", -1, Transform.IDENTITY, 4, 0));
        List<Mesh> meshes = List.of(box("mast"), box("beam"), box("palm"), box("finger"), box("ground"));
        Clip swing = new Clip(
                "swing",
                0,
                1,
                FrameRate.of(24),
                List.of(
                        track(2, Channel.ROTATE_Z, 0, 40, 10),
                        track(5, Channel.TRANSLATE_Y, 2, 3, 2.5),
                        track(7, Channel.ROTATE_X, 0, -30, 20)),
                List.of(new Clip.ShapeTrack(2, 0, curve(0, 1, 0.5))));
        Scene s = new Scene(
                "crane",
                Stage.COMMON,
                nodes,
                meshes,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(swing),
                List.of());
        return s;
    }

    /** All points in the world at some times, in an order of their own, so that parts may be cut otherwise. */
    private static List<double[]> cloud(Scene s) {
        List<double[]> out = new ArrayList<>();
        Pose pose = new Pose(s);
        for (double t : TIMES) {
            pose.at(s.clips().getFirst(), t);
            List<double[]> at = new ArrayList<>();
            for (Surface x : Surface.all(pose)) {
                float[] p = x.deform(pose, new Matrix4d());
                for (int i = 0; i < p.length; i += 3) {
                    at.add(new double[] {p[i], p[i + 1], p[i + 2]});
                }
            }
            at.sort(Comparator.<double[]>comparingDouble(v -> Math.rint(v[0] * 1000))
                    .thenComparingDouble(v -> Math.rint(v[1] * 1000))
                    .thenComparingDouble(v -> Math.rint(v[2] * 1000)));
            out.add(at.stream().flatMapToDouble(Arrays::stream).toArray());
        }
        return out;
    }

    private static void assertSame(Scene a, Scene b) {
        List<double[]> x = cloud(a);
        List<double[]> y = cloud(b);
        for (int i = 0; i < x.size(); i++) {
            assertThat(y.get(i)).as("at " + TIMES[i]).hasSameSizeAs(x.get(i));
            for (int k = 0; k < x.get(i).length; k++) {
                assertThat(Math.abs(x.get(i)[k] - y.get(i)[k]))
                        .as("at " + TIMES[i] + ", " + k)
                        .isLessThan(2e-6);
            }
        }
    }

    private static Node named(Scene s, String name) {
        return s.nodes().get(s.find(name));
    }

    @Test
    void eachGroupBecomesAJointAtItsPivotAndNothingMoves() {
        Scene s = crane();
        Scene rig = new PartsToJoints(false).apply(s);
        assertSame(s, rig);
        assertThat(rig.joints().stream().map(j -> rig.nodes().get(j).name()))
                .containsExactly("crane", "arm", "spacer", "hand", "finger");
        // the pivot of the arm: where it turns in the world of the group above, by its own matrix
        Vec3 pivot = new Vec3(0.5, 0.25, 0);
        org.joml.Vector3d at =
                new Pose(s).world(2).transformPosition(pivot.x(), pivot.y(), pivot.z(), new org.joml.Vector3d());
        Matrix4d arm = new Matrix4d(new Pose(rig).world(rig.find("arm")));
        assertThat(new Vec3(arm.m30(), arm.m31(), arm.m32()).distance(new Vec3(at.x, at.y, at.z)))
                .isLessThan(1e-12);
        for (int j : rig.joints()) {
            assertThat(rig.nodes().get(j).transform().rotationPivot().isZero()).isTrue();
            assertThat(Objects.requireNonNull(rig.nodes().get(j).bindWorld()).equals(new Pose(rig).world(j), 1e-12))
                    .isTrue();
        }
    }

    @Test
    void eachPartFollowsItsJointAloneAndStandsAtTheTop() {
        Scene rig = new PartsToJoints(false).apply(crane());
        String[][] pairs = {
            {"mast", "crane"}, {"beam", "arm"}, {"palm", "hand"}, {"finger_mesh", "finger"}, {"nail", "finger"}
        };
        for (String[] pair : pairs) {
            Node part = named(rig, pair[0]);
            Skin skin = Objects.requireNonNull(rig.meshes().get(part.payload()).skin());
            assertThat(part.kind()).isEqualTo(NodeKind.MESH);
            assertThat(part.parent()).isEqualTo(-1);
            assertThat(part.materials()).containsExactly(0);
            assertThat(skin.joints()).containsExactly(rig.find(pair[1]));
            assertThat(skin.weights()).hasSize(8).containsOnly(1);
        }
        assertThat(rig.meshes().get(named(rig, "ground").payload()).skin()).isNull();
        // the mesh that was shown twice became two, and its blend shape moves both
        assertThat(named(rig, "palm").payload()).isNotEqualTo(named(rig, "nail").payload());
        assertThat(rig.clips().getFirst().shapes()).hasSize(2);
    }

    @Test
    void normalsStaySquareToWhatIsStretched() {
        Scene rig = new PartsToJoints(false).apply(crane());
        Mesh palm = rig.meshes().get(named(rig, "palm").payload());
        float[] n = Objects.requireNonNull(palm.normals());
        // the box's corners 8 to 11 had the normal z; its face in the plane of x and y stays square to it
        double[] p = palm.points();
        for (int edge : new int[] {1, 3}) {
            double dot = 0;
            for (int a = 0; a < 3; a++) {
                dot += n[3 * 8 + a] * (p[3 * edge + a] - p[a]);
            }
            assertThat(Math.abs(dot)).isLessThan(1e-6);
        }
    }

    @Test
    void joinedAllPartsAreOneMesh() {
        Scene s = crane();
        Scene rig = new PartsToJoints(true).apply(s);
        Mesh one = shown(rig).getFirst();
        assertThat(rig.nodes().stream().filter(n -> n.kind() == NodeKind.MESH)).hasSize(2);
        assertThat(one.pointCount()).isEqualTo(40);
        assertSame(s, rig);
    }

    private static List<Mesh> shown(Scene s) {
        return s.nodes().stream()
                .filter(n -> n.kind() == NodeKind.MESH)
                .map(n -> s.meshes().get(n.payload()))
                .filter(m -> m.skin() != null)
                .toList();
    }

    @Test
    void theProofTellsThatNothingMovesAndNoMeshIsLeftOver() {
        Scene s = crane();
        for (boolean joined : new boolean[] {false, true}) {
            Scene rig = new PartsToJoints(joined).apply(s);
            Scene back = new JointsToParts().apply(rig);
            assertThat(Proof.of(s, rig, Progress.NONE).isStill()).isTrue();
            assertThat(Proof.of(rig, back, Progress.NONE).isStill()).isTrue();
            assertThat(rig.meshes()).hasSize(joined ? 2 : 6);
            assertThat(back.meshes()).hasSize(joined ? 5 : 6);
        }
    }

    @Test
    void partsComeBackFromJoints() {
        Scene s = crane();
        for (boolean joined : new boolean[] {false, true}) {
            Scene back = new JointsToParts().apply(new PartsToJoints(joined).apply(s));
            assertThat(back.joints()).isEmpty();
            assertThat(back.nodes())
                    .noneMatch(n -> n.kind() == NodeKind.MESH
                            && back.meshes().get(n.payload()).skin() != null);
            assertSame(s, back);
            assertThat(back.nodes().stream()
                            .filter(n -> n.kind() == NodeKind.GROUP)
                            .map(Node::name))
                    .containsExactly("crane", "arm", "spacer", "hand", "finger");
            Node part = named(back, joined ? "arm_part" : "beam");
            assertThat(back.nodes().get(part.parent()).name()).isEqualTo("arm");
        }
    }

    @Test
    void whatBendsStaysASkin() {
        Scene rig = new PartsToJoints(true).apply(crane());
        Node shown = rig.nodes().stream()
                .filter(n -> n.kind() == NodeKind.MESH
                        && rig.meshes().get(n.payload()).skin() != null)
                .findFirst()
                .orElseThrow();
        Mesh m = rig.meshes().get(shown.payload());
        Skin skin = Objects.requireNonNull(m.skin());
        List<Mesh> meshes = new ArrayList<>(rig.meshes());
        // one point of the first box half on another joint
        int[] slots = new int[skin.slots().length + 1];
        float[] weights = new float[slots.length];
        System.arraycopy(skin.slots(), 0, slots, 1, skin.slots().length);
        System.arraycopy(skin.weights(), 0, weights, 1, skin.weights().length);
        slots[0] = (skin.slots()[0] + 1) % skin.joints().length;
        weights[0] = 1;
        int[] starts = Arrays.stream(skin.starts()).map(i -> i == 0 ? 0 : i + 1).toArray();
        meshes.set(shown.payload(), m.withSkin(skin.withWeights(starts, slots, weights)));
        Scene bent = rig.withMeshes(meshes);
        assertThat(new JointsToParts().apply(bent)).isSameAs(bent);
        assertThat(RigidParts.bent(bent)).isEqualTo(1);
        assertThat(RigidParts.bent(rig)).isZero();
        // a face between two joints stretches as well
        int[] moved = skin.slots().clone();
        moved[0] = slots[0];
        meshes.set(shown.payload(), m.withSkin(skin.withWeights(skin.starts(), moved, skin.weights())));
        Scene stretched = rig.withMeshes(meshes);
        assertThat(new JointsToParts().apply(stretched)).isSameAs(stretched);
    }

    @Test
    void whatHasNoPartsOrIsSqueezedFlatStaysAsItIs() {
        Scene s = crane();
        Scene ground = s.withNodes(List.of(s.nodes().getLast())).withClips(List.of());
        assertThat(new PartsToJoints(true).apply(ground)).isSameAs(ground);
        List<Node> flat = new ArrayList<>(s.nodes());
        flat.set(0, flat.getFirst().withTransform(Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(1, 0, 1))));
        Scene squeezed = s.withNodes(flat);
        assertThat(new PartsToJoints(false).apply(squeezed)).isSameAs(squeezed);
        assertThat(new JointsToParts().apply(s)).isSameAs(s);
        assertThatThrownBy(() -> PartsToJoints.TYPE.made(new idleheron.core.remedy.RemedyValue("one", null)))
                .hasMessage("expected joined or nothing, found one");
    }
}
