package idleheron.core.avatar.motion;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Role;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** An avatar with clips as a motion alone: joints and what moves them, faces as weights of expressions, no surface. */
public final class MotionForm {
    private final Scene scene;
    private final Avatar avatar;
    private final List<String> told = new ArrayList<>();
    private final Map<String, Integer> faces = new TreeMap<>();

    private MotionForm(Scene scene, Avatar avatar) {
        this.scene = scene;
        this.avatar = avatar;
    }

    /**
     * A motion, and what was left out for it.
     *
     * @param told a clause each
     */
    public record Formed(Scene scene, List<String> told) {
        public Formed {
            told = List.copyOf(told);
        }
    }

    /** Why a scene cannot be a motion, a sentence that says what to do; "" where it can. */
    public static String refusal(Scene scene) {
        Avatar a = Avatar.in(scene);
        Motion m = Motion.in(scene);
        Map<Role, Integer> roles = m != null ? m.roles() : a == null ? Map.of() : a.roles();
        if (!roles.containsKey(Role.HIPS)) {
            return say("core.avatar.motion.MotionForm.a-motion-says-which-joint-has");
        }
        return scene.clips().isEmpty() ? say("core.avatar.motion.MotionForm.a-motion-needs-a-clip-and") : "";
    }

    /** A scene that is a motion already stays as it is. */
    public static Formed of(Scene scene) {
        Avatar a = Avatar.in(scene);
        return a == null || Motion.in(scene) != null ? new Formed(scene, List.of()) : new MotionForm(scene, a).formed();
    }

    private Formed formed() {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<List<Clip.NodeTrack>> tracks = new ArrayList<>();
        scene.clips().forEach(c -> tracks.add(new ArrayList<>(turns(c))));
        for (Expression e : avatar.expressions()) {
            face(e, nodes, tracks);
        }
        List<Clip> clips = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            clips.add(scene.clips().get(i).withTracks(tracks.get(i), List.of()).withValues(List.of()));
        }
        Set<Integer> gone = new HashSet<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            boolean shows = n.kind() == NodeKind.MESH || n.kind() == NodeKind.CAMERA || n.kind() == NodeKind.LIGHT;
            if (shows && scene.children(i).isEmpty()) {
                gone.add(i);
            } else if (shows) {
                nodes.set(i, n.withPayload(NodeKind.GROUP, -1).withMaterials(new int[0]));
            }
        }
        int shapes = scene.meshes().size();
        if (shapes > 0) {
            told.add(say(
                    "core.avatar.motion.MotionForm.left-out",
                    shapes
                            + (shapes == 1
                                    ? say("core.avatar.motion.MotionForm.surface")
                                    : say("core.avatar.motion.MotionForm.surfaces"))));
        }
        Scene moving = scene.withNodes(nodes)
                .withClips(clips)
                .with(Avatar.KEY, List.of())
                .with(Motion.KEY, List.of(new Motion(avatar.roles(), faces, -1)));
        Scene bare = NodeRemoval.remove(moving, gone)
                .withMeshes(List.of())
                .withMaterials(List.of())
                .withTextures(List.of())
                .withCameras(List.of())
                .withLights(List.of());
        return new Formed(bare, told);
    }

    /** Joints with a role turn; only the hips move, and nothing grows. */
    private List<Clip.NodeTrack> turns(Clip c) {
        Set<Integer> bound = new HashSet<>(avatar.roles().values());
        int hips = avatar.node(Role.HIPS);
        List<Clip.NodeTrack> out = new ArrayList<>();
        int cut = 0;
        for (Clip.NodeTrack t : c.nodes()) {
            @Nullable Curve[] curves = t.curves();
            if (bound.contains(t.node())) {
                curves = Arrays.copyOf(curves, Channel.COUNT);
                int dropped = 0;
                for (Channel ch : Channel.values()) {
                    boolean stays = ch.isRotation() || ch.isTranslation() && t.node() == hips;
                    Curve k = curves[ch.ordinal()];
                    if (!stays && k != null) {
                        dropped = moves(k) ? 1 : dropped;
                        curves[ch.ordinal()] = null;
                    }
                }
                cut += dropped;
            }
            if (Arrays.stream(curves).anyMatch(k -> k != null)) {
                out.add(new Clip.NodeTrack(t.node(), curves));
            }
        }
        if (cut > 0) {
            told.add(say(
                    "core.avatar.motion.MotionForm.in-or-grows-besides-turning-which",
                    c.name(),
                    cut,
                    (cut == 1
                            ? say("core.avatar.motion.MotionForm.joint-moves")
                            : say("core.avatar.motion.MotionForm.joints-move"))));
        }
        return out;
    }

    private static boolean moves(Curve k) {
        return Arrays.stream(k.values()).anyMatch(v -> Math.abs(v - k.values()[0]) > 1e-9);
    }

    /** A node whose translation is the weight of an expression, where a clip moves the first blend shape of it. */
    private void face(Expression e, List<Node> nodes, List<List<Clip.NodeTrack>> tracks) {
        int node = -1;
        for (int i = 0; i < tracks.size(); i++) {
            Curve weight = weight(scene.clips().get(i), e);
            if (weight == null) {
                continue;
            }
            if (node < 0) {
                node = nodes.size();
                faces.put(e.name(), node);
                nodes.add(Node.of(
                        e.name() + "_weight", -1, NodeKind.GROUP, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE)));
            }
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            curves[Channel.TRANSLATE_X.ordinal()] = weight;
            tracks.get(i).add(new Clip.NodeTrack(node, curves));
        }
        if (node < 0 && e.shapes().stream().anyMatch(s -> moved(s))) {
            told.add(say("core.avatar.motion.MotionForm.the-expression-moves-in-parts-and", e.name()));
        }
    }

    private boolean moved(Expression.Shape s) {
        return scene.clips().stream().anyMatch(c -> curve(c, s) != null);
    }

    private @Nullable Curve curve(Clip c, Expression.Shape s) {
        int mesh = scene.nodes().get(s.node()).payload();
        for (Clip.ShapeTrack t : c.shapes()) {
            BlendShape b = scene.meshes().get(t.mesh()).shapes().get(t.shape());
            if (t.mesh() == mesh && b.name().equals(s.shape())) {
                return t.weight();
            }
        }
        return null;
    }

    /** The weight of an expression whose blend shapes all move alike; else null. */
    private @Nullable Curve weight(Clip c, Expression e) {
        Curve first = null;
        for (Expression.Shape s : e.shapes()) {
            Curve k = curve(c, s);
            if (k == null || !(s.weight() > 0)) {
                return null;
            }
            Curve scaled = s.weight() == 1 ? k : k.mapped(1 / s.weight(), 0);
            if (first != null && !alike(first, scaled, c)) {
                return null;
            }
            first = first == null ? scaled : first;
        }
        return first;
    }

    private static boolean alike(Curve a, Curve b, Clip c) {
        for (double t : idleheron.core.time.SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate())) {
            if (Math.abs(a.at(t) - b.at(t)) > 1e-4) {
                return false;
            }
        }
        return true;
    }
}
