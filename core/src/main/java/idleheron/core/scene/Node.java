package idleheron.core.scene;

import idleheron.core.math.Vec3;
import java.util.List;
import java.util.function.Consumer;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * One node of the scene's tree. Parents come before their children in {@link Scene#nodes()}.
 *
 * @param parent index of the parent, -1 for a node at the top
 * @param transform local transform at rest
 * @param geometric what moves the payload but not the children; maps payload space to node space
 * @param payload index into the scene's meshes, cameras or lights by kind, else -1
 * @param bindWorld world matrix when the skin was bound, in the stage's space, where the file says
 * @param materials per material slot the index into the scene's materials
 * @param attribute what it is in its file's own words, or null
 * @param limits the span its channels may move in, or null
 */
public record Node(
        String name,
        int parent,
        NodeKind kind,
        Transform transform,
        @Nullable Matrix4dc geometric,
        boolean visible,
        int payload,
        @Nullable Matrix4dc bindWorld,
        int[] materials,
        List<FreeProperty> properties,
        @Nullable NodeAttribute attribute,
        @Nullable Limits limits) {

    private static final int[] NO_MATERIALS = {};

    public Node {
        properties = List.copyOf(properties);
    }

    /** A node without an attribute of its own and without limits. */
    public Node(
            String name,
            int parent,
            NodeKind kind,
            Transform transform,
            @Nullable Matrix4dc geometric,
            boolean visible,
            int payload,
            @Nullable Matrix4dc bindWorld,
            int[] materials,
            List<FreeProperty> properties) {
        this(name, parent, kind, transform, geometric, visible, payload, bindWorld, materials, properties, null, null);
    }

    /** A node of a kind, without a payload. */
    public static Node of(String name, int parent, NodeKind kind, Transform transform) {
        return new Node(name, parent, kind, transform, null, true, -1, null, NO_MATERIALS, List.of());
    }

    /**
     * A node that shows a mesh.
     *
     * @param mesh index into the meshes of the scene
     */
    public static Node mesh(String name, int parent, Transform transform, int mesh, int... materials) {
        return new Node(name, parent, NodeKind.MESH, transform, null, true, mesh, null, materials, List.of());
    }

    public boolean isJoint() {
        return kind == NodeKind.JOINT;
    }

    public Node withName(String value) {
        return with(d -> d.name = value);
    }

    /** One that is not shown. */
    public Node hidden() {
        return with(d -> d.visible = false);
    }

    public Node withParent(int value) {
        return with(d -> d.parent = value);
    }

    public Node withTransform(Transform value) {
        return with(d -> d.transform = value);
    }

    public Node withGeometric(@Nullable Matrix4dc value) {
        return with(d -> d.geometric = value);
    }

    public Node withBindWorld(@Nullable Matrix4dc value) {
        return with(d -> d.bindWorld = value);
    }

    public Node withPayload(NodeKind newKind, int value) {
        return with(d -> {
            d.kind = newKind;
            d.payload = value;
        });
    }

    public Node withMaterials(int[] value) {
        return with(d -> d.materials = value);
    }

    public Node withProperties(List<FreeProperty> value) {
        return with(d -> d.properties = value);
    }

    public Node withAttribute(@Nullable NodeAttribute value) {
        return with(d -> d.attribute = value);
    }

    public Node withLimits(@Nullable Limits value) {
        return with(d -> d.limits = value);
    }

    /** Where it stands under its parent, stage units. */
    public Vec3 translation() {
        return transform.translation();
    }

    private Node with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return d.done();
    }

    /** A copy whose parts can be changed. */
    private static final class Draft {
        private String name;
        private int parent;
        private NodeKind kind;
        private Transform transform;
        private @Nullable Matrix4dc geometric;
        private boolean visible;
        private int payload;
        private @Nullable Matrix4dc bindWorld;
        private int[] materials;
        private List<FreeProperty> properties;
        private @Nullable NodeAttribute attribute;
        private @Nullable Limits limits;

        Draft(Node of) {
            name = of.name;
            parent = of.parent;
            kind = of.kind;
            transform = of.transform;
            geometric = of.geometric;
            visible = of.visible;
            payload = of.payload;
            bindWorld = of.bindWorld;
            materials = of.materials;
            properties = of.properties;
            attribute = of.attribute;
            limits = of.limits;
        }

        Node done() {
            return new Node(
                    name,
                    parent,
                    kind,
                    transform,
                    geometric,
                    visible,
                    payload,
                    bindWorld,
                    materials,
                    properties,
                    attribute,
                    limits);
        }
    }
}
