package idleheron.core.remedy.skeleton;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A heron's neck that moves points, controls that move none, and a joint that a tool put on top. */
class SingleRootTest {
    private static Node joint(String name, int parent, Vec3 t, Vec3 r, Vec3 s) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(t, r, s));
    }

    private static Clip moving(int node, Channel channel, double... values) {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        double[] t = new double[values.length];
        for (int i = 0; i < t.length; i++) {
            t[i] = i;
        }
        c[channel.ordinal()] = Curve.linear(t, values);
        return new Clip("stalk", 0, t.length - 1, FrameRate.FILM, List.of(new Clip.NodeTrack(node, c)), List.of());
    }

    /** Root (1) with neck (2), above them import_root (0); beside them controls (3) with handle (4). */
    private static Scene scene(Transform extra, Clip... clips) {
        List<Node> nodes = new ArrayList<>(List.of(
                Node.of("import_root", -1, NodeKind.JOINT, extra),
                joint("root", 0, new Vec3(0, 2, 0), new Vec3(0, 0, 30), Vec3.ONE),
                joint("neck", 1, new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE),
                joint("controls", -1, Vec3.ZERO, Vec3.ZERO, Vec3.ONE),
                joint("handle", 3, Vec3.ONE, Vec3.ZERO, Vec3.ONE),
                Node.mesh("bird", -1, Transform.IDENTITY, 0)));
        Skin skin = new Skin(
                "s",
                new int[] {1, 2},
                new Matrix4dc[] {new Matrix4d(), new Matrix4d()},
                new int[] {0, 1, 2},
                new int[] {0, 1},
                new float[] {1, 1});
        Mesh mesh = new Mesh(
                "bird",
                new double[] {0, 0, 0, 1, 1, 1},
                new int[] {0},
                new int[0],
                null,
                List.of(),
                new int[0],
                null,
                null,
                skin,
                List.of());
        return Scene.bare("bird", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(mesh))
                .withClips(List.of(clips));
    }

    private static Vector3d place(Scene s, String name) {
        return new Pose(s).world(s.find(name)).getTranslation(new Vector3d());
    }

    @Test
    void skeletonsThatMoveNoPointGoWithAllBelowThem() {
        Scene s = scene(Transform.IDENTITY);
        assertThat(SingleRoot.idleRoots(s)).containsExactly(3);
        Scene out = new SingleRoot("").apply(s);
        assertThat(out.nodes().stream().map(Node::name)).containsExactly("import_root", "root", "neck", "bird");
        assertThat(out.skeletonRoots()).hasSize(1);
        assertThat(new SingleRoot("").apply(out)).as("nothing is left to do").isSameAs(out);
    }

    @Test
    void whereNoJointMovesAPointAllRootsStay() {
        Scene s = scene(Transform.IDENTITY).withMeshes(List.of());
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.removeLast();
        Scene bare = s.withNodes(nodes);
        assertThat(SingleRoot.idleRoots(bare)).isEmpty();
        assertThat(new SingleRoot("").apply(bare)).isSameAs(bare);
    }

    @Test
    void anExtraRootGivesItsPlaceTurnAndSizeToWhatIsBelow() {
        Transform extra = Transform.of(new Vec3(5, 0, -2), new Vec3(0, 90, 0), new Vec3(2, 2, 2));
        Scene s = scene(extra, moving(1, Channel.TRANSLATE_Y, 2, 4));
        Vector3d root = place(s, "root");
        Vector3d neck = place(s, "neck");
        assertThat(root.distance(5, 4, -2)).isLessThan(1e-12);
        Scene out = new SingleRoot("import_root").apply(s);
        assertThat(out.find("import_root")).isNegative();
        assertThat(out.nodes().get(out.find("root")).parent()).isEqualTo(-1);
        assertThat(place(out, "root").distance(root)).isLessThan(1e-9);
        assertThat(place(out, "neck").distance(neck)).isLessThan(1e-9);
        Pose before = new Pose(s);
        Pose after = new Pose(out);
        before.at(s.clips().getFirst(), 1);
        after.at(out.clips().getFirst(), 1);
        Vector3d moved = before.world(s.find("neck")).getTranslation(new Vector3d());
        assertThat(moved.distance(neck)).as("it moves at all").isGreaterThan(3.9);
        assertThat(after.world(out.find("neck")).getTranslation(new Vector3d()).distance(moved))
                .isLessThan(1e-9);
    }

    @Test
    void oneThatMovesOrHasAScaleByAxisOrIsNotThereStays() {
        Scene turning = scene(Transform.IDENTITY, moving(0, Channel.ROTATE_X, 0, 20));
        assertThat(new SingleRoot("import_root").apply(turning)).isSameAs(turning);
        Scene keyed = scene(Transform.IDENTITY, moving(0, Channel.ROTATE_X, 0, 0));
        assertThat(new SingleRoot("import_root").apply(keyed).find("import_root"))
                .as("keys that say what rests are no motion")
                .isNegative();
        Scene flat = scene(Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(1, 2, 1)));
        assertThat(new SingleRoot("import_root").apply(flat)).isSameAs(flat);
        assertThat(new SingleRoot("nobody").apply(flat)).isSameAs(flat);
    }

    @Test
    void itSaysWhichOfBothItDoes() {
        assertThat(new SingleRoot("").title()).isEqualTo("Keep one root");
        assertThat(new SingleRoot("Null").describe()).contains("Takes out Null");
        assertThat(new SingleRoot("").code()).isEqualTo("single-root");
    }
}
