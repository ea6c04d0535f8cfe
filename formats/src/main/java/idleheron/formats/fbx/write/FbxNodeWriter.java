package idleheron.formats.fbx.write;

import static idleheron.formats.fbx.document.FbxBuild.leaf;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Limits;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeAttribute;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxAim;
import idleheron.formats.fbx.parts.FbxLimits;
import idleheron.formats.fbx.parts.FbxOptics;
import idleheron.formats.fbx.parts.FbxUserProperties;
import idleheron.formats.fbx.read.FbxNodeReader;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** Nodes to {@code Model} and {@code NodeAttribute} objects. */
final class FbxNodeWriter {
    private static final double SAME_AIM = 1e-9;

    private final Scene scene;
    private final FbxBuild build;

    /** Per node the number of its attribute, 0 for none. */
    final long[] attributes;

    FbxNodeWriter(Scene scene, FbxBuild build) {
        this.scene = scene;
        this.build = build;
        this.attributes = new long[scene.nodes().size()];
    }

    /** Gives the object number of each node. */
    long[] write() {
        List<Node> nodes = scene.nodes();
        long[] ids = new long[nodes.size()];
        for (int i = 0; i < ids.length; i++) {
            Node n = nodes.get(i);
            ids[i] = build.object("Model", n.name(), "Model", type(n), children(n));
            build.connect(ids[i], n.parent() < 0 ? 0 : ids[n.parent()]);
            attributes[i] = attribute(n, ids[i]);
        }
        return ids;
    }

    private static String type(Node n) {
        NodeAttribute told = n.attribute();
        String own = told == null ? "" : told.type();
        return switch (n.kind()) {
            case JOINT -> own.isEmpty() ? "LimbNode" : own;
            case MESH -> "Mesh";
            case CAMERA -> "Camera";
            case LIGHT -> "Light";
            case GROUP, LOCATOR -> own.isEmpty() || own.equals("Mesh") ? "Null" : own;
        };
    }

    private static List<FbxRecord> children(Node n) {
        List<FbxRecord> p = new ArrayList<>();
        Limits limits = n.limits();
        transform(aimed(n), limits != null && limits.on()[1], p);
        if (limits != null) {
            FbxLimits.write(limits, p);
        }
        if (n.kind() == NodeKind.MESH && n.geometric() != null) {
            geometric(n.geometric(), p);
        }
        if (!n.visible()) {
            p.add(FbxBuild.property("Visibility", "Visibility", "", "A", new FbxValue.Real64(0)));
        }
        FbxUserProperties.write(n.properties(), p);
        return List.of(
                leaf("Version", 232),
                FbxBuild.properties(p),
                FbxRecord.leaf("Shading", new FbxValue.Flag((byte) 1)),
                leaf("Culling", "CullingOff"));
    }

    /** A camera or light that does not look the file's way gets the difference as a post-rotation. */
    private static Transform aimed(Node n) {
        if (n.kind() != NodeKind.CAMERA && n.kind() != NodeKind.LIGHT) {
            return n.transform();
        }
        Matrix4dc now = n.geometric() == null ? new Matrix4d() : n.geometric();
        Matrix4d wanted = n.kind() == NodeKind.CAMERA ? FbxAim.camera() : FbxAim.light();
        Matrix4d more = new Matrix4d(now).mul(wanted.invert());
        if (Matrices.difference(more, new Matrix4d()) < SAME_AIM) {
            return n.transform();
        }
        Transform t = n.transform();
        Matrix3d post = RotationOrder.XYZ.matrix(t.postRotation()).transpose().mul(Matrices.rotation(more));
        return t.withTurns(t.preRotation(), RotationOrder.XYZ.angles(post.transpose()));
    }

    private static void transform(Transform t, boolean limited, List<FbxRecord> p) {
        boolean active = limited
                || t.order() != RotationOrder.XYZ
                || !t.preRotation().isZero()
                || !t.postRotation().isZero();
        p.add(FbxBuild.choice("RotationOrder", FbxNodeReader.orderNumber(t.order())));
        p.add(FbxBuild.flag("RotationActive", active));
        p.add(FbxBuild.choice("InheritType", FbxNodeReader.inheritNumber(t.inherit())));
        vector("RotationOffset", t.rotationOffset(), p);
        vector("RotationPivot", t.rotationPivot(), p);
        vector("ScalingOffset", t.scalingOffset(), p);
        vector("ScalingPivot", t.scalingPivot(), p);
        vector("PreRotation", t.preRotation(), p);
        vector("PostRotation", t.postRotation(), p);
        p.add(FbxBuild.vector("Lcl Translation", "Lcl Translation", "A", t.translation()));
        p.add(FbxBuild.vector("Lcl Rotation", "Lcl Rotation", "A", t.rotation()));
        p.add(FbxBuild.vector("Lcl Scaling", "Lcl Scaling", "A", t.scaling()));
    }

    private static void vector(String name, Vec3 v, List<FbxRecord> p) {
        if (!v.isZero()) {
            p.add(FbxBuild.vector(name, "Vector3D", "", v));
        }
    }

    private static void geometric(Matrix4dc m, List<FbxRecord> p) {
        Vec3 scale = Matrices.scale(m);
        if (m.determinant3x3() < 0) {
            scale = new Vec3(-scale.x(), scale.y(), scale.z());
        }
        vector("GeometricTranslation", Matrices.translation(m), p);
        vector("GeometricRotation", RotationOrder.XYZ.angles(Matrices.rotation(m)), p);
        if (!scale.equals(Vec3.ONE)) {
            p.add(FbxBuild.vector("GeometricScaling", "Vector3D", "", scale));
        }
    }

    /** Gives the number of the attribute, 0 for none. */
    private long attribute(Node n, long id) {
        NodeAttribute told = n.attribute();
        List<FreeProperty> more = told == null ? List.of() : told.properties();
        List<FbxRecord> children = switch (n.kind()) {
            case CAMERA -> FbxOptics.camera(scene.cameras().get(n.payload()), more);
            case LIGHT -> FbxOptics.light(scene.lights().get(n.payload()), more);
            case JOINT -> plain(more, FbxBuild.number("Size", 1), type(n).equals("Null") ? "Null" : "Skeleton");
            case GROUP, LOCATOR -> plain(more, null, "Null");
            case MESH -> null;
        };
        if (children == null) {
            return 0;
        }
        String name = told == null || told.name().isEmpty() ? n.name() : told.name();
        long attribute = build.object("NodeAttribute", name, "NodeAttribute", type(n), children);
        build.connect(attribute, id);
        return attribute;
    }

    private static List<FbxRecord> plain(List<FreeProperty> more, @Nullable FbxRecord usual, String flags) {
        List<FbxRecord> p = new ArrayList<>();
        FbxUserProperties.write(more, p);
        if (p.isEmpty() && usual != null) {
            p.add(usual);
        }
        return p.isEmpty()
                ? List.of(leaf("TypeFlags", flags))
                : List.of(FbxBuild.properties(p), leaf("TypeFlags", flags));
    }
}
