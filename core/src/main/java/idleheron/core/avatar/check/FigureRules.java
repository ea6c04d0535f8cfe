package idleheron.core.avatar.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.avatar.pose.BodyFrame;
import idleheron.core.avatar.pose.LimbAim;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.avatar.role.RoleFinding;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.StandInT;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Rules about how the figure of an avatar stands and what it is made of. */
final class FigureRules {
    /** From hips to head a figure that somebody means measures this, metres. */
    private static final double LEAST = 0.12;

    private static final double MOST = 2.2;

    /** What people measure there, metres. */
    private static final double USUAL = 0.5;

    static final double TOLD = 5;
    private static final double FAR = 10;
    private static final double LIES = 45;
    private static final double SHORT = 1e-4;
    private static final double UNEVEN = 1.001;
    private static final double ONE = 1e-3;
    private static final double TURNED = 0.5;
    private static final double ALONG = 0.98;
    private static final double NEARLY = 0.5;

    private FigureRules() {}

    /** A figure that is no avatar yet, where the destination takes no other. */
    static void wanted(Facts f, @Nullable Convention c, List<Finding> out) {
        Avatar a = Avatar.in(f.scene());
        if (c == null
                || !c.more().skeleton().humanoid()
                || Motion.in(f.scene()) != null
                || a != null && !a.roles().isEmpty()) {
            return;
        }
        RoleFinding found = RoleFinder.find(f.scene());
        List<String> ask = new ArrayList<>(found.doubts());
        found.missing().forEach(r -> ask.add(say("core.avatar.check.FigureRules.no-joint-seems-to-be-the", r.shown())));
        found.doubtful().stream()
                .filter(Role::isRequired)
                .forEach(r -> ask.add(say(
                        "core.avatar.check.FigureRules.the-may-be",
                        r.shown(),
                        f.scene().nodes().get(found.node(r)).name())));
        out.add(Finding.of("avatar-missing", Severity.BREAKS, Topic.AVATAR)
                .says(
                        say("core.avatar.check.FigureRules.no-joint-has-a-role-of"),
                        say(
                                "core.avatar.check.FigureRules.takes-a-figure-as-an-avatar",
                                c.title(),
                                Wording.counted(found.guesses().size(), "role"),
                                Role.values().length,
                                (ask.isEmpty()
                                        ? say("core.avatar.check.FigureRules.with-all-that-must-be-there")
                                        : say("core.avatar.check.FigureRules.to-be-asked", Wording.listed(ask)))))
                .measured(Figure.of(
                        found.missing().size(),
                        found.missing().size() == 1
                                ? say("core.avatar.check.FigureRules.role-to-be-asked")
                                : say("core.avatar.check.FigureRules.roles-to-be-asked")))
                .because(say("core.avatar.check.FigureRules.the-scene-comes-from-a-carrier"))
                .mendedBy(found.guesses().isEmpty() ? null : new GiveRoles(Map.of())));
    }

    private static @Nullable BodyFrame body(Facts f) {
        Avatar a = Avatar.in(f.scene());
        return a == null ? null : BodyFrame.of(new Pose(f.scene()), a.roles());
    }

    private static int hips(Facts f) {
        Avatar a = Avatar.in(f.scene());
        return a == null ? -1 : a.node(Role.HIPS);
    }

    /** A figure of another unit than metres. */
    static void size(Facts f, @Nullable Convention c, List<Finding> out) {
        BodyFrame body = body(f);
        if (body == null || body.torso() >= LEAST && body.torso() <= MOST) {
            return;
        }
        double factor = factor(body.torso());
        String text = say(
                "core.avatar.check.FigureRules.from-hips-to-head-it-measures",
                Figure.number(body.torso()),
                (factor == 1
                        ? "."
                        : say(
                                "core.avatar.check.FigureRules.divided-by-it-is-m-the",
                                Figure.number(factor),
                                Figure.number(body.torso() / factor),
                                unit(factor))));
        out.add(Finding.of("avatar-size", Severity.BREAKS, Topic.UNITS_AND_AXES)
                .says(say("core.avatar.check.FigureRules.the-figure-is-not-in-metres"), text)
                .measured(Figure.of(body.torso(), "m"))
                .atNode(hips(f))
                .because(say("core.avatar.check.FigureRules.the-unit-was-lost-on-the"))
                .mendedBy(
                        factor == 1
                                ? null
                                : new Redeclare(
                                        f.scene().stage().axes(),
                                        f.scene().stage().metersPerUnit() / factor)));
    }

    /** Of a unit in which the figure is as people are; of two such, the one that is nearer to the usual. Else 1. */
    private static double factor(double torso) {
        double factor = 1;
        double nearest = Double.POSITIVE_INFINITY;
        for (double known : new double[] {100, 39.37007874, 1000}) {
            double metres = torso / known;
            double off = Math.abs(Math.log(metres / USUAL));
            if (metres >= 0.25 && metres <= 1.2 && off < nearest) {
                factor = known;
                nearest = off;
            }
        }
        return factor;
    }

    private static String unit(double factor) {
        return factor == 100
                ? say("core.avatar.check.FigureRules.centimetres")
                : factor == 1000
                        ? say("core.avatar.check.FigureRules.millimetres")
                        : say("core.avatar.check.FigureRules.inches");
    }

    /** Lying down, left for right, or looking elsewhere than along +Z. */
    static void facing(Facts f, @Nullable Convention c, List<Finding> out) {
        BodyFrame body = body(f);
        if (body == null) {
            return;
        }
        if (body.swapped()) {
            out.add(Finding.of("avatar-sides", Severity.BREAKS, Topic.AVATAR)
                    .says(
                            say("core.avatar.check.FigureRules.left-and-right-are-exchanged"),
                            say("core.avatar.check.FigureRules.the-toes-point-to-where-the"))
                    .measured(Figure.of(2, say("core.avatar.check.FigureRules.sides")))
                    .atNode(hips(f))
                    .because(say("core.avatar.check.FigureRules.the-sides-were-taken-from-names"))
                    .mendedBy(exchanged(f.scene())));
        } else if (body.lean() > LIES) {
            out.add(Finding.of("avatar-lies-down", Severity.BREAKS, Topic.UNITS_AND_AXES)
                    .says(
                            say("core.avatar.check.FigureRules.the-figure-lies-down"),
                            say(
                                    "core.avatar.check.FigureRules.the-way-from-hips-to-head",
                                    Figure.number(Figure.tenth(body.lean()))))
                    .measured(Figure.of(body.lean(), "°"))
                    .atNode(hips(f))
                    .because(say("core.avatar.check.FigureRules.another-axis-is-up-than-the"))
                    .mendedBy(
                            Math.abs(body.up().z()) < ALONG
                                    ? null
                                    : turn(body.up().z() > 0 ? -90 : 90, 0)));
        } else if (body.turned() > FAR) {
            out.add(Finding.of("avatar-facing", Severity.BREAKS, Topic.UNITS_AND_AXES)
                    .says(
                            say("core.avatar.check.FigureRules.the-figure-looks-the-wrong-way"),
                            say(
                                    "core.avatar.check.FigureRules.it-is-turned-by-from-the",
                                    Figure.number(Figure.tenth(body.turned()))))
                    .measured(Figure.of(body.turned(), "°"))
                    .atNode(hips(f))
                    .because(say("core.avatar.check.FigureRules.its-tool-has-another-front-or"))
                    .mendedBy(turn(0, -heading(body.front()))));
        }
    }

    private static MoveScene turn(double x, double y) {
        return new MoveScene(new Vec3(x, y, 0), 1, Vec3.ZERO);
    }

    /** Turn about the vertical from +Z, whole degrees where it is nearly that. */
    private static double heading(Vec3 front) {
        double degrees = Math.toDegrees(Math.atan2(front.x(), front.z()));
        return Math.abs(degrees - Math.rint(degrees)) < NEARLY ? Math.rint(degrees) : degrees;
    }

    /** The roles of the left side for the joints of the right, and the other way. */
    private static GiveRoles exchanged(Scene s) {
        Map<String, String> out = new TreeMap<>();
        Avatar a = Objects.requireNonNull(Avatar.in(s));
        a.roles().forEach((role, node) -> {
            if (role != role.mirrored()) {
                out.put(role.mirrored().code(), s.nodes().get(node).name());
            }
        });
        return new GiveRoles(out);
    }

    /** Arms and legs that are not where the T-pose has them. */
    static void pose(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        BodyFrame body = body(f);
        if (a == null || body == null) {
            return;
        }
        List<LimbAim> off = LimbAim.of(new Pose(s), a.roles(), body).stream()
                .filter(x -> x.degrees() > TOLD)
                .sorted(Comparator.comparingDouble(x -> -x.degrees()))
                .toList();
        if (off.isEmpty()) {
            return;
        }
        LimbAim worst = off.getFirst();
        int node = a.node(worst.role());
        List<String> each = off.stream()
                .map(x -> say(
                        "core.avatar.check.FigureRules.by",
                        s.nodes().get(a.node(x.role())).name(),
                        Figure.number(Figure.tenth(x.degrees()))))
                .toList();
        out.add(Finding.of("avatar-t-pose", worst.degrees() > FAR ? Severity.DRIFTS : Severity.NOTE, Topic.REST_POSE)
                .says(
                        say(
                                "core.avatar.check.FigureRules.not-in-t-pose-by",
                                s.nodes().get(node).name(),
                                Figure.number(Figure.tenth(worst.degrees()))),
                        say("core.avatar.check.FigureRules.arms-rest-level-and-legs-straight", Wording.listed(each)))
                .measured(Figure.of(worst.degrees(), "°", s.path(node)))
                .atNode(node)
                .because(say("core.avatar.check.FigureRules.the-figure-was-bound-in-another"))
                .mendedBy(new StandInT()));
    }

    /** A scale or a turn above the hips. */
    static void above(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        int hips = hips(f);
        for (int i = hips < 0 ? -1 : s.nodes().get(hips).parent();
                i >= 0;
                i = s.nodes().get(i).parent()) {
            Node n = s.nodes().get(i);
            Vec3 size = n.transform().scaling();
            Matrix4d turn = new Matrix4d(n.transform().matrix()).normalize3x3();
            double degrees = idleheron.core.math.SwingTwist.angle(Matrices.quaternion(turn));
            boolean scaled =
                    Math.abs(size.x() - 1) > ONE || Math.abs(size.y() - 1) > ONE || Math.abs(size.z() - 1) > ONE;
            if (scaled || degrees > TURNED) {
                out.add(Finding.of("avatar-above-hips", Severity.DRIFTS, Topic.HIERARCHY)
                        .says(
                                say(
                                        "core.avatar.check.FigureRules.above-the-hips-the-figure",
                                        n.name(),
                                        (scaled
                                                ? say("core.avatar.check.FigureRules.scales")
                                                : say("core.avatar.check.FigureRules.turns"))),
                                say(
                                        "core.avatar.check.FigureRules.has-a-scale-of-and-a",
                                        n.name(),
                                        Figure.number(size.x()),
                                        Figure.number(Figure.tenth(degrees))))
                        .measured(scaled ? Figure.of(size.x(), "×", s.path(i)) : Figure.of(degrees, "°", s.path(i)))
                        .atNode(i)
                        .mendedBy(scaled ? new BakeScale() : new BakeTurn(n.name())));
            }
        }
    }

    /** Joints with roles that are stretched or mirrored. */
    static void scale(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        Pose rest = new Pose(s);
        CanonicalSpace meant = CanonicalSpace.of(s.stage());
        List<String> bad = new ArrayList<>();
        double worst = 1;
        int first = -1;
        for (Map.Entry<Role, Integer> e : a.roles().entrySet()) {
            Matrix4d w = meant.matrix(rest.world(e.getValue()), new Matrix4d());
            Vec3 size = Matrices.scale(w);
            double most = Math.max(size.x(), Math.max(size.y(), size.z()));
            double least = Math.min(size.x(), Math.min(size.y(), size.z()));
            boolean mirrored = w.determinant3x3() < 0;
            if (mirrored || most / least > UNEVEN) {
                bad.add(s.nodes().get(e.getValue()).name()
                        + (mirrored
                                ? say("core.avatar.check.FigureRules.is-mirrored")
                                : say("core.avatar.check.FigureRules.is-stretched")));
                worst = Math.max(worst, most / least);
                first = first < 0 ? e.getValue() : first;
            }
        }
        if (!bad.isEmpty()) {
            out.add(Finding.of("avatar-bone-scale", Severity.BREAKS, Topic.HIERARCHY)
                    .says(
                            say(
                                    "core.avatar.check.FigureRules.stretched-or-mirrored",
                                    Wording.counted(bad.size(), "joint")),
                            say("core.avatar.check.FigureRules.joints-with-roles-have-one-even", Wording.listed(bad)))
                    .measured(Figure.of(worst, "×", s.path(first)))
                    .atNode(first));
        }
    }

    /** Bones between roles that have no length. */
    static void length(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Avatar a = Avatar.in(s);
        if (a == null) {
            return;
        }
        a.roles().forEach((role, node) -> {
            Role above = a.above(role);
            boolean parted = role.code().endsWith("UpperLeg") || role.code().endsWith("Shoulder");
            if (above == null || parted || a.node(above) == node) {
                return;
            }
            double length = f.position(node).distance(f.position(a.node(above)));
            if (length < SHORT) {
                String name = s.nodes().get(a.node(above)).name();
                out.add(Finding.of("avatar-bone-length", Severity.BREAKS, Topic.REST_POSE)
                        .says(
                                say("core.avatar.check.FigureRules.has-no-length", name),
                                say(
                                        "core.avatar.check.FigureRules.the-lies-where-is-the-nothing",
                                        name,
                                        above.shown(),
                                        s.nodes().get(node).name(),
                                        role.shown()))
                        .measured(Figure.of(length * 1000, "mm", s.path(a.node(above))))
                        .atNode(a.node(above)));
            }
        });
    }
}
