package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeAttribute;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Transform;
import idleheron.formats.fbx.parts.FbxAim;
import idleheron.formats.fbx.parts.FbxLimits;
import idleheron.formats.fbx.parts.FbxObjects;
import idleheron.formats.fbx.parts.FbxOptics;
import idleheron.formats.fbx.parts.FbxProperties;
import idleheron.formats.fbx.parts.FbxUserProperties;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** {@code Model} objects to nodes, parents before children. */
public final class FbxNodeReader {
    private static final RotationOrder[] ORDERS = {
        RotationOrder.XYZ, RotationOrder.XZY, RotationOrder.YZX, RotationOrder.YXZ, RotationOrder.ZXY, RotationOrder.ZYX
    };
    private static final Inherit[] INHERITS = {Inherit.ROTATE_THEN_SCALE, Inherit.ORDINARY, Inherit.WITHOUT_PARENT_SCALE
    };

    private static final Set<String> KNOWN = known();

    private final FbxObjects objects;
    private final List<String> notes;
    private final Set<Long> clusterJoints = new HashSet<>();
    final List<Node> nodes = new ArrayList<>();
    final List<FbxObjects.Item> models = new ArrayList<>();
    final Map<Long, Integer> index = new HashMap<>();
    private int inactive;

    FbxNodeReader(FbxObjects objects, List<String> notes) {
        this.objects = objects;
        this.notes = notes;
    }

    private static Set<String> known() {
        Set<String> out = FbxLimits.names();
        out.addAll(List.of(
                "Lcl Translation",
                "Lcl Rotation",
                "Lcl Scaling",
                "RotationOrder",
                "InheritType",
                "PreRotation",
                "PostRotation",
                "RotationOffset",
                "RotationPivot",
                "ScalingOffset",
                "ScalingPivot",
                "GeometricTranslation",
                "GeometricRotation",
                "GeometricScaling",
                "Visibility"));
        return Set.copyOf(out);
    }

    void read() {
        for (FbxObjects.Item c : objects.all("Deformer", "Cluster")) {
            objects.under(c.id(), "Model").forEach(m -> clusterJoints.add(m.id()));
        }
        List<FbxObjects.Item> all = objects.all("Model");
        Set<Long> ids = new HashSet<>();
        all.forEach(m -> ids.add(m.id()));
        for (FbxObjects.Item m : all) {
            boolean top = objects.linksAbove(m.id()).stream()
                    .noneMatch(l -> l.property().isEmpty() && ids.contains(l.id()));
            if (top) {
                tree(m);
            }
        }
        if (nodes.size() < all.size()) {
            notes.add(say(
                    "formats.fbx.read.FbxNodeReader.nodes-are-their-own-ancestors-and", (all.size() - nodes.size())));
        }
        if (inactive > 0) {
            notes.add(say("formats.fbx.read.FbxNodeReader.nodes-have-turns-before-or-after", inactive));
        }
    }

    /** Depth first without recursion, so that a chain of any length is fine. */
    private void tree(FbxObjects.Item top) {
        record Open(FbxObjects.Item model, int parent) {}
        java.util.ArrayDeque<Open> open = new java.util.ArrayDeque<>();
        open.push(new Open(top, -1));
        while (!open.isEmpty()) {
            Open o = open.pop();
            if (index.containsKey(o.model.id())) {
                continue;
            }
            int at = nodes.size();
            index.put(o.model.id(), at);
            models.add(o.model);
            nodes.add(node(o.model, o.parent));
            List<FbxObjects.Item> under = objects.under(o.model.id(), "Model");
            for (int i = under.size() - 1; i >= 0; i--) {
                if (objects.linksAbove(under.get(i).id()).stream()
                        .anyMatch(l -> l.id() == o.model.id() && l.property().isEmpty())) {
                    open.push(new Open(under.get(i), at));
                }
            }
        }
    }

    private Node node(FbxObjects.Item model, int parent) {
        FbxProperties p = objects.properties(model);
        NodeKind kind = kind(model);
        Matrix4d geometric = geometric(p);
        if (kind == NodeKind.CAMERA) {
            geometric = FbxAim.camera();
        } else if (kind == NodeKind.LIGHT) {
            geometric = FbxAim.light();
        }
        boolean visible = p.number("Visibility", 1) > 0.5 && p.integer("Show", 1) != 0;
        Transform t = transform(p);
        if (!t.isFinite()) {
            notes.add(say("formats.fbx.read.FbxNodeReader.has-a-transform-that-is-not", model.name()));
            t = Transform.IDENTITY;
        }
        return new Node(
                model.name(),
                parent,
                kind,
                t,
                geometric,
                visible,
                -1,
                null,
                new int[0],
                FbxUserProperties.read(p, KNOWN),
                attribute(model, kind),
                FbxLimits.read(p));
    }

    /** The node's attribute, without what its camera or light holds. */
    private @Nullable NodeAttribute attribute(FbxObjects.Item model, NodeKind kind) {
        List<FbxObjects.Item> found = objects.under(model.id(), "NodeAttribute");
        if (found.isEmpty()) {
            return null;
        }
        if (found.size() > 1) {
            notes.add(
                    say("formats.fbx.read.FbxNodeReader.has-attributes-the-first-one-is", model.name(), found.size()));
        }
        Set<String> known =
                kind == NodeKind.CAMERA ? FbxOptics.CAMERA : kind == NodeKind.LIGHT ? FbxOptics.LIGHT : Set.of();
        FbxObjects.Item a = found.getFirst();
        return new NodeAttribute(a.type(), a.name(), FbxUserProperties.read(objects.properties(a), known));
    }

    private NodeKind kind(FbxObjects.Item model) {
        if (clusterJoints.contains(model.id())) {
            return NodeKind.JOINT;
        }
        return switch (model.type()) {
            case "LimbNode", "Limb", "Root" -> NodeKind.JOINT;
            case "Mesh" -> NodeKind.MESH;
            case "Camera" -> NodeKind.CAMERA;
            case "Light" -> NodeKind.LIGHT;
            case "Locator" -> NodeKind.LOCATOR;
            default -> NodeKind.GROUP;
        };
    }

    private Transform transform(FbxProperties p) {
        int order = (int) p.integer("RotationOrder", 0);
        if (order < 0 || order > 5) {
            notes.add(say("formats.fbx.read.FbxNodeReader.rotation-order-is-read-as-x", order));
            order = 0;
        }
        Vec3 pre = p.vector("PreRotation", Vec3.ZERO);
        Vec3 post = p.vector("PostRotation", Vec3.ZERO);
        if (p.integer("RotationActive", 0) == 0 && !(pre.isZero() && post.isZero() && order == 0)) {
            inactive++;
        }
        int inherit = (int) Math.clamp(p.integer("InheritType", 0), 0L, 2L);
        return new Transform(
                p.vector("Lcl Translation", Vec3.ZERO),
                ORDERS[order],
                p.vector("Lcl Rotation", Vec3.ZERO),
                pre,
                post,
                p.vector("Lcl Scaling", Vec3.ONE),
                p.vector("RotationOffset", Vec3.ZERO),
                p.vector("RotationPivot", Vec3.ZERO),
                p.vector("ScalingOffset", Vec3.ZERO),
                p.vector("ScalingPivot", Vec3.ZERO),
                INHERITS[inherit]);
    }

    private static @Nullable Matrix4d geometric(FbxProperties p) {
        Vec3 t = p.vector("GeometricTranslation", Vec3.ZERO);
        Vec3 r = p.vector("GeometricRotation", Vec3.ZERO);
        Vec3 s = p.vector("GeometricScaling", Vec3.ONE);
        return t.isZero() && r.isZero() && s.equals(Vec3.ONE)
                ? null
                : Transform.of(t, r, s).matrix();
    }

    /** As the file counts rotation orders. */
    public static int orderNumber(RotationOrder order) {
        return java.util.Arrays.asList(ORDERS).indexOf(order);
    }

    /** As the file counts ways to inherit scale. */
    public static int inheritNumber(Inherit inherit) {
        return java.util.Arrays.asList(INHERITS).indexOf(inherit);
    }
}
