package idleheron.core.remedy.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.pose.BodyFrame;
import idleheron.core.avatar.pose.LimbAim;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Turns arms, hands, fingers, legs and feet at rest into the T-pose of the humanoid standard. What the skin is bound to stays, so the
 * surface in that pose is exactly what the skin says. Clips stay as they are: a turned joint that a clip leaves at rest gets a key of the
 * rest before.
 *
 * <p>For each joint from the body outwards, R is the shortest turn of its bone onto where it is to point, applied in the world about the
 * joint: its local rotation becomes Wparent⁻¹ · R · Wjoint.
 */
public record StandInT() implements Remedy {
    private static final double STRAIGHT = 1e-9;

    public static final RemedyType TYPE = RemedyType.of(
                    "t-pose",
                    StandInT.class,
                    Keeps.OTHERS,
                    say("core.remedy.avatar.StandInT.turns-arms-hands-and-legs-at"))
            .told(new StandInT())
            .measured(say("core.remedy.avatar.StandInT.worst-limb-off-the-t-pose"), StandInT::worst);

    private static String worst(Scene s) {
        Map<Role, Integer> roles = roles(s);
        Pose rest = new Pose(s);
        BodyFrame body = BodyFrame.of(rest, roles);
        return body == null
                ? "–"
                : Figure.number(LimbAim.of(rest, roles, body).stream()
                                .mapToDouble(LimbAim::degrees)
                                .max()
                                .orElse(0))
                        + "°";
    }

    /** As the scene says, or as they are found. */
    private static Map<Role, Integer> roles(Scene s) {
        Avatar a = Avatar.in(s);
        if (a != null && !a.roles().isEmpty()) {
            return a.roles();
        }
        Map<Role, Integer> out = new EnumMap<>(Role.class);
        RoleFinder.find(s).guesses().values().stream()
                .filter(g -> !g.isDoubtful())
                .forEach(g -> out.put(g.role(), g.node()));
        return out;
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.avatar.StandInT.stand-in-t-pose");
    }

    @Override
    public String describe() {
        return say("core.remedy.avatar.StandInT.turns-arms-hands-and-legs-at-2");
    }

    @Override
    public Scene apply(Scene given) {
        Scene scene = FlattenLayers.of(given);
        Map<Role, Integer> roles = roles(scene);
        BodyFrame body = BodyFrame.of(new Pose(scene), roles);
        return body == null ? given : new Turning(scene, roles, body).all();
    }

    /** The joints as they are turned, one after the other. */
    private static final class Turning {
        private final Scene scene;
        private final Map<Role, Integer> roles;
        private final BodyFrame body;
        private final List<Node> nodes;
        private final Matrix3d toMeant;
        private Pose pose;

        Turning(Scene scene, Map<Role, Integer> roles, BodyFrame body) {
            this.scene = scene;
            this.roles = roles;
            this.body = body;
            this.nodes = new ArrayList<>(scene.nodes());
            this.toMeant = scene.stage().axes().toCommon();
            this.pose = new Pose(scene);
        }

        Scene all() {
            for (String side : List.of("left", "right")) {
                Vec3 out = body.left().times(side.equals("left") ? 1 : -1);
                aim(Role.sided(side, "UpperArm"), Role.sided(side, "LowerArm"), out);
                aim(Role.sided(side, "LowerArm"), Role.sided(side, "Hand"), out);
                hand(side, out);
                Vec3 down = body.up().times(-1);
                aim(Role.sided(side, "UpperLeg"), Role.sided(side, "LowerLeg"), down);
                aim(Role.sided(side, "LowerLeg"), Role.sided(side, "Foot"), down);
                foot(side);
            }
            return scene.withNodes(nodes).withClips(clips());
        }

        private @Nullable Vec3 place(Role role) {
            return BodyFrame.place(pose, roles, role);
        }

        /** Turns a joint so that its bone points where it is to. */
        private void aim(Role joint, Role towards, Vec3 wanted) {
            Vec3 a = place(joint);
            Vec3 b = place(towards);
            if (a == null || b == null || b.minus(a).isZero()) {
                return;
            }
            turn(joint, b.minus(a).unit(), wanted);
        }

        /** The hand along the arm, its palm down, its fingers along it, the thumb forward at 45°. */
        private void hand(String side, Vec3 out) {
            Role hand = Role.sided(side, "Hand");
            Role middle = roles.containsKey(Role.sided(side, "MiddleProximal"))
                    ? Role.sided(side, "MiddleProximal")
                    : Role.sided(side, "IndexProximal");
            aim(hand, middle, out);
            Role last = roles.containsKey(Role.sided(side, "LittleProximal"))
                    ? Role.sided(side, "LittleProximal")
                    : Role.sided(side, "RingProximal");
            Vec3 index = place(Role.sided(side, "IndexProximal"));
            Vec3 little = place(last);
            if (index != null && little != null) {
                Vec3 across = index.minus(little).across(out);
                if (!across.isZero()) {
                    turn(hand, across.unit(), body.front());
                }
            }
            for (String finger : List.of("Index", "Middle", "Ring", "Little")) {
                aim(Role.sided(side, finger + "Proximal"), Role.sided(side, finger + "Intermediate"), out);
                aim(Role.sided(side, finger + "Intermediate"), Role.sided(side, finger + "Distal"), out);
            }
            Vec3 slanted = out.plus(body.front()).unit();
            aim(Role.sided(side, "ThumbMetacarpal"), Role.sided(side, "ThumbProximal"), slanted);
            aim(Role.sided(side, "ThumbProximal"), Role.sided(side, "ThumbDistal"), slanted);
        }

        /** Toes forward; how steep the foot is stays. */
        private void foot(String side) {
            Vec3 a = place(Role.sided(side, "Foot"));
            Vec3 b = place(Role.sided(side, "Toes"));
            if (a == null || b == null) {
                return;
            }
            Vec3 flat = b.minus(a).across(body.up());
            if (flat.length() > 0.2 * b.distance(a)) {
                turn(Role.sided(side, "Foot"), flat.unit(), body.front());
            }
        }

        /** The shortest turn from one direction to another, about a joint, as meant. */
        private void turn(Role role, Vec3 from, Vec3 to) {
            Integer node = roles.get(role);
            if (node == null || BodyFrame.degrees(from, to) < STRAIGHT) {
                return;
            }
            Matrix3d r = new Quaterniond()
                    .rotationTo(new Vector3d(from.x(), from.y(), from.z()), new Vector3d(to.x(), to.y(), to.z()))
                    .get(new Matrix3d());
            // in stored space: S⁻¹ · R · S, with S the axes, whose inverse is its transpose
            Matrix3d stored = new Matrix3d(toMeant).transpose().mul(r).mul(toMeant);
            Matrix4d world = new Matrix4d(pose.world(node));
            Vec3 at = Matrices.translation(world);
            Matrix4d turned = new Matrix4d(stored).mul(world).setTranslation(at.x(), at.y(), at.z());
            Node n = nodes.get(node);
            Matrix4d local =
                    (n.parent() < 0 ? new Matrix4d() : new Matrix4d(pose.world(n.parent())).invert()).mul(turned);
            nodes.set(node, n.withTransform(turned(n.transform(), local)));
            pose = new Pose(scene.withNodes(nodes));
        }

        /** With its rotation changed so that its matrix is turned as {@code local} is; what else it is made of stays. */
        private static Transform turned(Transform t, Matrix4d local) {
            Transform out = t.withRotation(t.anglesFor(Matrices.rotation(local), t.rotation()));
            Vec3 off = Matrices.translation(local).minus(Matrices.translation(out.matrix()));
            boolean still =
                    off.length() <= 1e-9 * Math.max(1e-9, t.translation().length());
            return still ? out : out.withTranslation(t.translation().plus(off));
        }

        /** The clips, with a key of the rest before for what they leave at rest of a joint that was turned. */
        private List<Clip> clips() {
            List<Clip> out = new ArrayList<>();
            for (Clip c : scene.clips()) {
                Map<Integer, Clip.NodeTrack> tracks = new HashMap<>();
                c.nodes().forEach(t -> tracks.put(t.node(), t));
                List<Clip.NodeTrack> all = new ArrayList<>();
                for (Clip.NodeTrack t : c.nodes()) {
                    all.add(held(t, c.startSeconds()));
                }
                for (int node = 0; node < nodes.size(); node++) {
                    if (!tracks.containsKey(node)
                            && nodes.get(node) != scene.nodes().get(node)) {
                        all.add(held(new Clip.NodeTrack(node, new Curve[Channel.COUNT]), c.startSeconds()));
                    }
                }
                out.add(c.withTracks(all, c.shapes()));
            }
            return out;
        }

        private static double value(Transform t, Channel ch) {
            Vec3 v = ch.isTranslation() ? t.translation() : ch.isRotation() ? t.rotation() : t.scaling();
            return v.get(ch.axis());
        }

        private Clip.NodeTrack held(Clip.NodeTrack t, double start) {
            Transform before = scene.nodes().get(t.node()).transform();
            Transform after = nodes.get(t.node()).transform();
            if (before == after) {
                return t;
            }
            @Nullable Curve[] curves = Arrays.copyOf(t.curves(), Channel.COUNT);
            for (Channel ch : Channel.values()) {
                double old = value(before, ch);
                if (curves[ch.ordinal()] == null && old != value(after, ch)) {
                    curves[ch.ordinal()] = Curve.linear(new double[] {start}, new double[] {old});
                }
            }
            return new Clip.NodeTrack(t.node(), curves);
        }
    }
}
