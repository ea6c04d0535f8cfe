package idleheron.formats.usd.write;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdSkeleton;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** Skeletons and skins; the layout is told at {@link UsdSkeleton}. */
final class UsdSkeletonWriter {
    private static final double CLOSE = 1e-5;

    private final UsdPlan plan;
    private final Scene scene;
    private final Pose rest;
    private final List<String> notes;

    /** Per joint where it was when bound, in its skeleton's space. */
    private final Map<Integer, Matrix4d> bind = new HashMap<>();

    /** Per mesh node where it stood when bound, in its skeleton's space. */
    private final Map<Integer, Matrix4d> geom = new HashMap<>();

    UsdSkeletonWriter(UsdPlan plan, List<String> notes) {
        this.plan = plan;
        this.scene = plan.scene;
        this.rest = new Pose(scene);
        this.notes = notes;
        for (int n = 0; n < scene.nodes().size(); n++) {
            Node node = scene.nodes().get(n);
            Skin skin = node.kind() == NodeKind.MESH && node.payload() >= 0
                    ? scene.meshes().get(node.payload()).skin()
                    : null;
            UsdPlan.Bones bones = skin == null ? null : plan.bonesOf(node.payload());
            if (skin != null && bones != null) {
                bind(n, node, skin, bones);
            }
        }
    }

    private Matrix4d world(int node) {
        return node < 0 ? new Matrix4d() : new Matrix4d(rest.world(node));
    }

    private void bind(int n, Node node, Skin skin, UsdPlan.Bones bones) {
        Matrix4d inverse = world(bones.parent()).invert();
        Matrix4dc stood = node.bindWorld();
        Matrix4d g = inverse.mul(stood == null ? world(n) : stood, new Matrix4d());
        for (int s = 0; s < skin.joints().length; s++) {
            Matrix4d known = bind.get(skin.joints()[s]);
            if (known != null) {
                g = new Matrix4d(known).mul(skin.toJoint()[s]);
                break;
            }
        }
        for (int s = 0; s < skin.joints().length; s++) {
            Matrix4d wanted = new Matrix4d(g).mul(new Matrix4d(skin.toJoint()[s]).invert());
            Matrix4d known = bind.putIfAbsent(skin.joints()[s], wanted);
            double size = Math.max(1, Matrices.translation(wanted).length());
            if (known != null && Matrices.difference(known, wanted) > CLOSE * size) {
                notes.add(say(
                        "formats.usd.write.UsdSkeletonWriter.was-bound-to-in-another-pose",
                        node.name(),
                        scene.nodes().get(skin.joints()[s]).name()));
            }
        }
        geom.put(n, g);
    }

    /** Local matrix of a node under the joint, or the prim, above it. */
    static Matrix4d local(Pose pose, int node) {
        Scene scene = pose.scene();
        int parent = scene.nodes().get(node).parent();
        if (scene.nodes().get(node).transform().inherit() == Inherit.ORDINARY || parent < 0) {
            return new Matrix4d(pose.local(node));
        }
        return new Matrix4d(pose.world(parent)).invert().mul(pose.world(node));
    }

    void write(UsdPlan.Bones bones, Spec prim) {
        List<Matrix4d> rests = new ArrayList<>();
        List<Matrix4d> binds = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<String> kinds = new ArrayList<>();
        Matrix4d inverse = world(bones.parent()).invert();
        boolean renamed = false;
        boolean mixed = false;
        for (int i = 0; i < bones.nodes().size(); i++) {
            int n = bones.nodes().get(i);
            Node node = scene.nodes().get(n);
            Matrix4dc stood = node.bindWorld();
            Matrix4d known = bind.get(n);
            rests.add(local(rest, n));
            binds.add(
                    known != null
                            ? known
                            : inverse.mul(stood != null && node.isJoint() ? stood : world(n), new Matrix4d()));
            String token = bones.tokens().get(i);
            names.add(node.name());
            renamed |= !node.name().equals(token.substring(token.lastIndexOf('/') + 1));
            kinds.add(node.kind().label());
            mixed |= !node.isJoint();
        }
        prim.add(UsdBuild.uniform("joints", "token[]", TextValue.tokens(bones.tokens())));
        prim.add(UsdBuild.uniform("bindTransforms", "matrix4d[]", UsdBuild.matrices(binds)));
        prim.add(UsdBuild.uniform("restTransforms", "matrix4d[]", UsdBuild.matrices(rests)));
        UsdBuild.own(prim, "wrapper", Numbers.truth(true));
        if (renamed) {
            UsdBuild.own(prim, "names", UsdBuild.strings(names));
        }
        if (mixed) {
            UsdBuild.own(prim, "kinds", UsdBuild.strings(kinds));
        }
    }

    /** Binds a mesh: by its skin, or whole to the joint that its node is. */
    void bind(int n, Mesh mesh, Spec prim) {
        Skin skin = mesh.skin();
        UsdPlan.Bones own = plan.boneOf[n];
        UsdPlan.Bones bones = skin == null && own != null
                ? own
                : plan.bonesOf(scene.nodes().get(n).payload());
        if (bones == null) {
            return;
        }
        UsdBuild.schema(prim, "SkelBindingAPI");
        prim.add(Spec.relationship("skel:skeleton", List.of(bones.path())));
        if (skin == null) {
            if (own != null) {
                whole(n, own, prim);
            }
            return;
        }
        int size = Math.max(1, skin.maxInfluences());
        int points = skin.points();
        int[] slots = new int[Math.multiplyExact(points, size)];
        float[] weights = new float[slots.length];
        int[] to = new int[skin.joints().length];
        for (int s = 0; s < to.length; s++) {
            to[s] = java.util.Objects.requireNonNull(bones.slot().get(skin.joints()[s]));
        }
        for (int p = 0; p < points; p++) {
            int at = p * size;
            for (int i = skin.starts()[p]; i < skin.starts()[p + 1]; i++, at++) {
                slots[at] = to[skin.slots()[i]];
                weights[at] = skin.weights()[i];
            }
        }
        influences(prim, Numbers.ints(slots), Numbers.floats(ValueKind.FLOAT, weights), size, "vertex");
        prim.add(UsdBuild.attribute(
                "primvars:skel:geomBindTransform",
                "matrix4d",
                UsdBuild.matrix(java.util.Objects.requireNonNull(geom.get(n)))));
        if (skin.style().method() == SkinStyle.Method.DUAL_QUATERNION) {
            prim.add(UsdBuild.uniform("primvars:skel:skinningMethod", "token", TextValue.token("dualQuaternion")));
        }
    }

    private void whole(int n, UsdPlan.Bones bones, Spec prim) {
        int slot = java.util.Objects.requireNonNull(bones.slot().get(n));
        influences(prim, Numbers.ints(slot), Numbers.floats(ValueKind.FLOAT, new float[] {1}), 1, "constant");
        Matrix4d stood = world(bones.parent()).invert().mul(world(n));
        prim.add(UsdBuild.attribute("primvars:skel:geomBindTransform", "matrix4d", UsdBuild.matrix(stood)));
        UsdBuild.own(prim, "joint", TextValue.string(bones.tokens().get(slot)));
    }

    private static void influences(Spec prim, Numbers slots, Numbers weights, int size, String interpolation) {
        Numbers each = Numbers.whole(ValueKind.INT, false, size);
        prim.add(UsdBuild.primvar("primvars:skel:jointIndices", "int[]", slots, interpolation)
                .with(Field.ELEMENT_SIZE, each));
        prim.add(UsdBuild.primvar("primvars:skel:jointWeights", "float[]", weights, interpolation)
                .with(Field.ELEMENT_SIZE, each));
    }

    static Spec prim(String name) {
        return UsdBuild.schema(Spec.prim(name, Specifier.DEF, "Skeleton"), "SkelBindingAPI");
    }
}
