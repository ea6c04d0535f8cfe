package idleheron.core.avatar;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.UnaryOperator;

/** A figure in T-pose with its joints at round numbers, metres: hips 1 m up, head 0.7 m above, arms level at 1.5 m. */
public final class TFigure {
    private static final Map<Role, Integer> ROLES = new EnumMap<>(Role.class);
    private static final Scene SCENE = made();

    private TFigure() {}

    private static Scene made() {
        List<Node> nodes = new ArrayList<>();
        List<Vec3> places = new ArrayList<>();
        joint(nodes, places, Role.HIPS, null, 0, 1, 0);
        joint(nodes, places, Role.SPINE, Role.HIPS, 0, 1.2, 0);
        joint(nodes, places, Role.CHEST, Role.SPINE, 0, 1.4, 0);
        joint(nodes, places, Role.NECK, Role.CHEST, 0, 1.6, 0);
        joint(nodes, places, Role.HEAD, Role.NECK, 0, 1.7, 0);
        for (String side : List.of("left", "right")) {
            double s = side.equals("left") ? 1 : -1;
            Role thigh = Role.sided(side, "UpperLeg");
            Role knee = Role.sided(side, "LowerLeg");
            Role foot = Role.sided(side, "Foot");
            joint(nodes, places, thigh, Role.HIPS, s * 0.1, 0.9, 0);
            joint(nodes, places, knee, thigh, s * 0.1, 0.5, 0);
            joint(nodes, places, foot, knee, s * 0.1, 0.1, 0);
            joint(nodes, places, Role.sided(side, "Toes"), foot, s * 0.1, 0, 0.2);
            Role arm = Role.sided(side, "UpperArm");
            Role elbow = Role.sided(side, "LowerArm");
            joint(nodes, places, arm, Role.CHEST, s * 0.2, 1.5, 0);
            joint(nodes, places, elbow, arm, s * 0.5, 1.5, 0);
            joint(nodes, places, Role.sided(side, "Hand"), elbow, s * 0.8, 1.5, 0);
        }
        AvatarMeta meta = AvatarMeta.NONE
                .with(MetaField.NAME, List.of("Figure"))
                .with(MetaField.AUTHORS, List.of("Mira"))
                .with(MetaField.LICENSE_URL, List.of(MetaField.LICENSE));
        return Scene.bare("figure", Stage.COMMON)
                .withNodes(nodes)
                .with(Avatar.KEY, List.of(Avatar.of(ROLES).withMeta(meta)));
    }

    private static void joint(
            List<Node> nodes,
            List<Vec3> places,
            Role role,
            @org.jspecify.annotations.Nullable Role under,
            double x,
            double y,
            double z) {
        int parent = under == null ? -1 : Objects.requireNonNull(ROLES.get(under));
        Vec3 at = new Vec3(x, y, z);
        Vec3 local = parent < 0 ? at : at.minus(places.get(parent));
        ROLES.put(role, nodes.size());
        places.add(at);
        nodes.add(Node.of(role.code(), parent, NodeKind.JOINT, Transform.of(local, Vec3.ZERO, Vec3.ONE)));
    }

    /** With an avatar that says who made it; every joint is called as its role. */
    public static Scene scene() {
        return SCENE;
    }

    /** The same with the transform of a joint changed. */
    public static Scene with(Role role, UnaryOperator<Transform> change) {
        List<Node> nodes = new ArrayList<>(SCENE.nodes());
        int i = node(role);
        nodes.set(i, nodes.get(i).withTransform(change.apply(nodes.get(i).transform())));
        return SCENE.withNodes(nodes);
    }

    /** The same with another avatar. */
    public static Scene with(UnaryOperator<Avatar> change) {
        return SCENE.with(Avatar.KEY, List.of(change.apply(avatar())));
    }

    public static Avatar avatar() {
        return Objects.requireNonNull(Avatar.in(SCENE));
    }

    public static int node(Role role) {
        return Objects.requireNonNull(ROLES.get(role));
    }

    /** All of it times a factor. */
    public static Scene sized(double factor) {
        return SCENE.withNodes(SCENE.nodes().stream()
                .map(n -> n.withTransform(n.transform()
                        .withTranslation(n.transform().translation().times(factor))))
                .toList());
    }
}
