package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.parts.Hinge;
import idleheron.core.remedy.parts.PartsToJoints;
import idleheron.core.remedy.parts.RigidParts;
import idleheron.core.remedy.parts.StillPart;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Rules about figures of rigid parts in groups that turn about their pivots: at least two groups with parts, no joint and no skin,
 * and clips that move them. And about skins that are rigid all over, a door among them.
 */
public final class BlockRules {
    private BlockRules() {}

    /** All that is told of a figure of parts that move in groups; nothing of other scenes. */
    static void figure(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        if (!s.joints().isEmpty()
                || s.meshes().stream().anyMatch(m -> m.skin() != null)
                || s.clips().stream().allMatch(x -> x.movedNodes().isEmpty())) {
            return;
        }
        RigidParts parts = RigidParts.of(s);
        int movers = parts.movers();
        if (movers > 1) {
            out.add(Finding.of("parts-without-joints", Severity.NOTE, Topic.HIERARCHY)
                    .says(
                            say("core.character.check.BlockRules.rigid-parts-no-joint", parts.nodes().length),
                            say("core.character.check.BlockRules.groups-move-them-a-receiver-that", movers))
                    .measured(Figure.of(parts.nodes().length, say("core.character.check.BlockRules.parts")))
                    .atNode(parts.nodes()[0])
                    .mendedBy(new PartsToJoints(false)));
            ungrouped(s, parts, movers, out);
            empty(s, out);
            names(s, parts, out);
            pivots(s, out);
        }
    }

    /** One finding about some nodes, with their number and the first one. */
    private static Finding told(Finding f, Scene s, List<Integer> nodes, String unit) {
        return f.measured(Figure.of(
                        nodes.size(), unit, s.nodes().get(nodes.getFirst()).name()))
                .atNode(nodes.getFirst());
    }

    private static String listed(Scene s, List<Integer> nodes) {
        return Wording.listed(nodes.stream().map(i -> s.nodes().get(i).name()).toList());
    }

    private static void ungrouped(Scene s, RigidParts parts, int movers, List<Finding> out) {
        List<Integer> alone = new ArrayList<>();
        for (int i = 0; i < parts.nodes().length; i++) {
            if (parts.with()[i] < 0) {
                alone.add(parts.nodes()[i]);
            }
        }
        if (!alone.isEmpty()) {
            boolean one = alone.size() == 1;
            Finding f = Finding.of("part-without-group", Severity.DRIFTS, Topic.HIERARCHY)
                    .says(
                            one
                                    ? say("core.character.check.BlockRules.a-part-in-no-group")
                                    : say("core.character.check.BlockRules.parts-in-no-group", alone.size()),
                            say(
                                    "core.character.check.BlockRules.at-the-top-beside-groups-with",
                                    listed(s, alone)
                                            + (one
                                                    ? say("core.character.check.BlockRules.is")
                                                    : say("core.character.check.BlockRules.are")),
                                    movers,
                                    (one
                                            ? say("core.character.check.BlockRules.stays")
                                            : say("core.character.check.BlockRules.stay"))))
                    .because(say("core.character.check.BlockRules.it-was-made-or-joined-outside"));
            out.add(told(f, s, alone, "parts"));
        }
    }

    private static void empty(Scene s, List<Finding> out) {
        boolean[] holds = new boolean[s.nodes().size()];
        List<Integer> none = new ArrayList<>();
        for (int i = holds.length - 1; i >= 0; i--) {
            Node n = s.nodes().get(i);
            holds[i] |= n.kind() != NodeKind.GROUP;
            if (holds[i] && n.parent() >= 0) {
                holds[n.parent()] = true;
            } else if (!holds[i]) {
                none.addFirst(i);
            }
        }
        if (!none.isEmpty()) {
            Finding f = Finding.of("group-without-part", Severity.NOTE, Topic.HIERARCHY)
                    .says(
                            none.size() == 1
                                    ? say("core.character.check.BlockRules.a-group-with-nothing-in-it")
                                    : say("core.character.check.BlockRules.groups-with-nothing-in-them", none.size()),
                            say("core.character.check.BlockRules.some-receivers-leave-out-what-is", listed(s, none)));
            out.add(told(f, s, none, "groups"));
        }
    }

    private static void names(Scene s, RigidParts parts, List<Finding> out) {
        Map<String, Integer> known = new HashMap<>();
        Set<Integer> twice = new TreeSet<>();
        for (int with : parts.with()) {
            Integer first =
                    with < 0 ? null : known.putIfAbsent(s.nodes().get(with).name(), with);
            if (first != null && first != with) {
                twice.add(with);
            }
        }
        if (!twice.isEmpty()) {
            List<Integer> again = List.copyOf(twice);
            Finding f = Finding.of("group-names-twice", Severity.DRIFTS, Topic.HIERARCHY)
                    .says(
                            again.size() == 1
                                    ? say("core.character.check.BlockRules.two-groups-of-one-name")
                                    : say(
                                            "core.character.check.BlockRules.groups-have-the-name-of-another",
                                            again.size()),
                            say("core.character.check.BlockRules.a-receiver-that-finds-groups-by", listed(s, again)))
                    .because(say("core.character.check.BlockRules.it-was-copied-with-what-lies"));
            out.add(told(f, s, again, "groups"));
        }
    }

    /** A group that turns, about a place that is farther from its parts than they are large. */
    private static void pivots(Scene s, List<Finding> out) {
        Set<Integer> turning = turning(s);
        CanonicalSpace space = CanonicalSpace.of(s.stage());
        Pose rest = new Pose(s);
        double[][] boxes = boxes(s, rest, space);
        for (int i = 0; i < boxes.length; i++) {
            double[] b = boxes[i];
            if (!turning.contains(i) || !(b[0] <= b[3])) {
                continue;
            }
            Vec3 p = s.nodes().get(i).transform().rotationPivot();
            org.joml.Vector3d v = rest.world(i).transformPosition(p.x(), p.y(), p.z(), new org.joml.Vector3d());
            Vec3 pivot = space.point(v.x, v.y, v.z);
            double far = Math.sqrt(
                    beyond(pivot.x(), b[0], b[3]) + beyond(pivot.y(), b[1], b[4]) + beyond(pivot.z(), b[2], b[5]));
            double size = Math.sqrt(
                    (b[3] - b[0]) * (b[3] - b[0]) + (b[4] - b[1]) * (b[4] - b[1]) + (b[5] - b[2]) * (b[5] - b[2]));
            if (far > size) {
                out.add(Finding.of("pivot-far-from-part", Severity.DRIFTS, Topic.REST_POSE)
                        .says(
                                say(
                                        "core.character.check.BlockRules.turns-about-a-place-far-from",
                                        s.nodes().get(i).name()),
                                say(
                                        "core.character.check.BlockRules.its-parts-are-m-large-and",
                                        Figure.number(size),
                                        Figure.number(far)))
                        .measured(Figure.of(far, "m", s.nodes().get(i).name()))
                        .atNode(i)
                        .because(say("core.character.check.BlockRules.the-pivot-stayed-where-the-group")));
            }
        }
    }

    private static double beyond(double v, double from, double to) {
        double d = Math.max(0, Math.max(from - v, v - to));
        return d * d;
    }

    private static Set<Integer> turning(Scene s) {
        Set<Integer> out = new HashSet<>();
        for (Clip c : s.clips()) {
            for (Clip.NodeTrack t : c.nodes()) {
                for (Channel ch : List.of(Channel.ROTATE_X, Channel.ROTATE_Y, Channel.ROTATE_Z)) {
                    Curve k = t.curve(ch);
                    if (k != null && !k.isConstant()) {
                        out.add(t.node());
                    }
                }
            }
        }
        return out;
    }

    /** Per node the box of all parts at or below it, metres: {x0, y0, z0, x1, y1, z1}. */
    private static double[][] boxes(Scene s, Pose rest, CanonicalSpace space) {
        double[][] out = new double[s.nodes().size()][];
        for (int i = 0; i < out.length; i++) {
            out[i] = new double[] {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        }
        for (Surface part : Surface.all(rest)) {
            part.deform(rest, space.pointMatrix());
            double[] b = Surface.bounds(List.of(part));
            for (int n = part.node(); n >= 0; n = s.nodes().get(n).parent()) {
                for (int a = 0; a < 3; a++) {
                    out[n][a] = Math.min(out[n][a], b[a]);
                    out[n][a + 3] = Math.max(out[n][a + 3], b[a + 3]);
                }
            }
        }
        return out;
    }

    /** Of a mesh whose every point follows one joint, a piece that hangs together and follows two. */
    static void torn(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        boolean[] seen = new boolean[s.meshes().size()];
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            Mesh m = n.kind() == NodeKind.MESH ? s.meshes().get(n.payload()) : null;
            if (m != null && m.skin() != null && !seen[n.payload()]) {
                seen[n.payload()] = true;
                torn(s, i, m, out);
            }
        }
    }

    private static void torn(Scene s, int node, Mesh m, List<Finding> out) {
        int[] followed = RigidParts.followed(m);
        for (int slot : followed) {
            if (slot < 0) {
                return;
            }
        }
        int stretched = 0;
        int first = -1;
        for (int face = 0; face < m.faceCount(); face++) {
            int slot = followed[m.corners()[m.faceStarts()[face]]];
            boolean two = false;
            for (int k = m.faceStarts()[face]; k < m.faceStarts()[face + 1]; k++) {
                two |= followed[m.corners()[k]] != slot;
            }
            stretched += two ? 1 : 0;
            first = two && first < 0 ? face : first;
        }
        if (stretched == 0) {
            return;
        }
        int[] pieces = Hinge.pieces(m);
        if (!isMostlyWhole(m, pieces, followed)) {
            return;
        }
        Skin skin = Objects.requireNonNull(m.skin());
        Set<String> names = new HashSet<>();
        int piece = pieces[m.corners()[m.faceStarts()[first]]];
        for (int p = 0; p < followed.length; p++) {
            if (pieces[p] == piece) {
                names.add(s.nodes().get(skin.joints()[followed[p]]).name());
            }
        }
        out.add(Finding.of("piece-follows-two", Severity.DRIFTS, Topic.SKIN_WEIGHTS)
                .says(
                        say(
                                "core.character.check.BlockRules.a-rigid-piece-of-follows-joints",
                                s.nodes().get(node).name(),
                                names.size()),
                        say(
                                "core.character.check.BlockRules.each-moves-its-points-whole-so",
                                Wording.listed(names.stream().sorted().toList()),
                                stretched,
                                (stretched == 1
                                        ? say("core.character.check.BlockRules.face-stretches")
                                        : say("core.character.check.BlockRules.faces-stretch"))))
                .measured(Figure.of(
                        stretched,
                        say("core.character.check.BlockRules.faces"),
                        s.nodes().get(node).name()))
                .atNode(node)
                .because(say("core.character.check.BlockRules.points-of-a-part-were-given")));
    }

    /** Whether most pieces follow one joint each: what is one surface over many joints was meant to stretch. */
    private static boolean isMostlyWhole(Mesh m, int[] pieces, int[] followed) {
        Map<Integer, Integer> slotOf = new HashMap<>();
        Set<Integer> two = new HashSet<>();
        for (int p : m.corners()) {
            Integer known = slotOf.putIfAbsent(pieces[p], followed[p]);
            if (known != null && known != followed[p]) {
                two.add(pieces[p]);
            }
        }
        return 2 * two.size() <= slotOf.size() && slotOf.size() > 1;
    }

    /** A door that follows its joint with its frame. */
    static void hinge(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Hinge h = s.joints().isEmpty() ? null : Hinge.of(s);
        if (h == null) {
            return;
        }
        String joint = s.nodes().get(h.joint()).name();
        boolean one = h.hangs().equals(h.stands());
        out.add(Finding.of("part-turns-along", Severity.DRIFTS, Topic.SKIN_WEIGHTS)
                .says(
                        say(
                                "core.character.check.BlockRules.turns-along",
                                one ? say("core.character.check.BlockRules.a-part-of", h.stands()) : h.stands()),
                        say(
                                "core.character.check.BlockRules.all-points-follow-by-its-shape",
                                joint,
                                (one ? say("core.character.check.BlockRules.one-piece") : h.hangs()),
                                joint,
                                (one ? say("core.character.check.BlockRules.the-other") : h.stands())))
                .measured(Figure.of(h.points(), say("core.character.check.BlockRules.points"), h.stands()))
                .atNode(h.joint())
                .because(say("core.character.check.BlockRules.everything-was-bound-to-the-one"))
                .mendedBy(new StillPart(false)));
    }
}
