package idleheron.formats.fbx;

import static idleheron.formats.fbx.FbxBuild.leaf;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** Nodes to {@code Model} and {@code NodeAttribute} objects. */
final class FbxNodeWriter {
    private static final double SAME_AIM = 1e-9;

    private final Scene scene;
    private final FbxBuild build;

    FbxNodeWriter(Scene scene, FbxBuild build) {
        this.scene = scene;
        this.build = build;
    }

    /** Gives the object number of each node. */
    long[] write() {
        List<Node> nodes = scene.nodes();
        long[] ids = new long[nodes.size()];
        for (int i = 0; i < ids.length; i++) {
            Node n = nodes.get(i);
            ids[i] = build.object("Model", n.name(), "Model", type(n), children(n));
            build.connect(ids[i], n.parent() < 0 ? 0 : ids[n.parent()]);
            attribute(n, ids[i]);
        }
        return ids;
    }

    private static String type(Node n) {
        return switch (n.kind()) {
            case JOINT -> "LimbNode";
            case MESH -> "Mesh";
            case CAMERA -> "Camera";
            case LIGHT -> "Light";
            case GROUP, LOCATOR -> "Null";
        };
    }

    private static List<FbxRecord> children(Node n) {
        List<FbxRecord> p = new ArrayList<>();
        transform(aimed(n), p);
        if (n.kind() == NodeKind.MESH && n.geometric() != null) {
            geometric(n.geometric(), p);
        }
        if (!n.visible()) {
            p.add(FbxBuild.property("Visibility", "Visibility", "", "A", new FbxValue.Real64(0)));
        }
        for (FreeProperty f : n.properties()) {
            p.add(free(f));
        }
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

    private static void transform(Transform t, List<FbxRecord> p) {
        boolean active = t.order() != RotationOrder.XYZ
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

    private static FbxRecord free(FreeProperty f) {
        return switch (f.value()) {
            case FreeProperty.Text t -> FbxBuild.property(f.name(), f.type(), "", "U", FbxBuild.text(t.text()));
            case FreeProperty.Numbers v -> {
                boolean whole = f.type().equals("int")
                        || f.type().equals("Integer")
                        || f.type().equals("bool")
                        || f.type().equals("enum");
                FbxValue[] values = new FbxValue[v.values().length];
                for (int i = 0; i < values.length; i++) {
                    values[i] = whole ? new FbxValue.Int32((int) v.values()[i]) : new FbxValue.Real64(v.values()[i]);
                }
                yield FbxBuild.property(f.name(), f.type(), "", whole ? "U" : "A+U", values);
            }
        };
    }

    private void attribute(Node n, long id) {
        switch (n.kind()) {
            case JOINT ->
                build.connect(
                        build.object(
                                "NodeAttribute",
                                n.name(),
                                "NodeAttribute",
                                "LimbNode",
                                List.of(
                                        FbxBuild.properties(List.of(FbxBuild.number("Size", 1))),
                                        leaf("TypeFlags", "Skeleton"))),
                        id);
            case GROUP, LOCATOR ->
                build.connect(
                        build.object(
                                "NodeAttribute", n.name(), "NodeAttribute", "Null", List.of(leaf("TypeFlags", "Null"))),
                        id);
            case CAMERA ->
                build.connect(build.object("NodeAttribute", n.name(), "NodeAttribute", "Camera", camera(n)), id);
            case LIGHT ->
                build.connect(build.object("NodeAttribute", n.name(), "NodeAttribute", "Light", light(n)), id);
            case MESH -> {}
        }
    }

    private List<FbxRecord> camera(Node n) {
        Camera c = scene.cameras().get(n.payload());
        return List.of(
                FbxBuild.properties(List.of(
                        FbxBuild.number("FilmWidth", c.apertureWidth() / 25.4),
                        FbxBuild.number("FilmHeight", c.apertureHeight() / 25.4),
                        FbxBuild.choice("ApertureMode", 3),
                        FbxBuild.animated("FocalLength", c.focalLength()),
                        FbxBuild.number("NearPlane", c.near()),
                        FbxBuild.number("FarPlane", c.far()))),
                leaf("TypeFlags", "Camera"),
                leaf("GeometryVersion", 124));
    }

    private List<FbxRecord> light(Node n) {
        Light l = scene.lights().get(n.payload());
        int kind = List.of("point", "directional", "spot", "area", "volume").indexOf(l.kind());
        return List.of(
                FbxBuild.properties(List.of(
                        FbxBuild.choice("LightType", Math.max(0, kind)),
                        FbxBuild.vector("Color", "Color", "A", l.color()),
                        FbxBuild.animated("Intensity", l.intensity() * 100))),
                leaf("TypeFlags", "Light"),
                leaf("GeometryVersion", 124));
    }
}
