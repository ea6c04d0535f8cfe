package idleheron.core.scene;

import idleheron.core.math.Vec3;
import java.util.List;
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
        return new Node(
                value,
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

    public Node withParent(int value) {
        return new Node(
                name,
                value,
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

    public Node withTransform(Transform value) {
        return new Node(
                name,
                parent,
                kind,
                value,
                geometric,
                visible,
                payload,
                bindWorld,
                materials,
                properties,
                attribute,
                limits);
    }

    public Node withGeometric(@Nullable Matrix4dc value) {
        return new Node(
                name,
                parent,
                kind,
                transform,
                value,
                visible,
                payload,
                bindWorld,
                materials,
                properties,
                attribute,
                limits);
    }

    public Node withBindWorld(@Nullable Matrix4dc value) {
        return new Node(
                name,
                parent,
                kind,
                transform,
                geometric,
                visible,
                payload,
                value,
                materials,
                properties,
                attribute,
                limits);
    }

    public Node withPayload(NodeKind newKind, int value) {
        return new Node(
                name,
                parent,
                newKind,
                transform,
                geometric,
                visible,
                value,
                bindWorld,
                materials,
                properties,
                attribute,
                limits);
    }

    public Node withMaterials(int[] value) {
        return new Node(
                name,
                parent,
                kind,
                transform,
                geometric,
                visible,
                payload,
                bindWorld,
                value,
                properties,
                attribute,
                limits);
    }

    public Node withAttribute(@Nullable NodeAttribute value) {
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
                value,
                limits);
    }

    public Node withLimits(@Nullable Limits value) {
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
                value);
    }

    public Vec3 translation() {
        return transform.translation();
    }
}
