package idleheron.formats.usd.checks;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Matrices;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.read.UsdRead;
import idleheron.formats.usd.read.UsdSkeleton;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;

/** What goes wrong with skeletons and their animation. */
final class UsdSkelChecks {
    private static final double SAME = 1e-3;
    private static final double UNIT = 1e-3;

    private final UsdChecks checks;

    UsdSkelChecks(UsdChecks checks) {
        this.checks = checks;
    }

    void skeleton(ComposedPrim p) {
        List<String> joints = UsdRead.words(p, "joints");
        topology(p, joints);
        UsdSkeleton s = new UsdSkeleton(p, new Matrix4d(), new ArrayList<>());
        Matrix4d[] world = new Matrix4d[joints.size()];
        double worst = 0;
        String where = "";
        double size = 1e-9;
        for (int j : s.order) {
            world[j] = s.parents[j] < 0 ? new Matrix4d(s.rest[j]) : new Matrix4d(world[s.parents[j]]).mul(s.rest[j]);
            double off = Matrices.translation(world[j]).distance(Matrices.translation(s.bind[j]));
            size = Math.max(size, Matrices.translation(s.bind[j]).length());
            if (off > worst) {
                worst = off;
                where = joints.get(j);
            }
        }
        if (worst > SAME * size) {
            double mm = worst * 1000 * unit();
            checks.add(Finding.of("rest-and-bind-apart", Severity.DRIFTS, Topic.REST_POSE)
                    .says(
                            say("formats.usd.checks.UsdSkelChecks.rest-and-bind-transforms-disagree"),
                            String.format(
                                    java.util.Locale.ROOT,
                                    say("formats.usd.checks.UsdSkelChecks.joint-s-rests-1f-mm-from"),
                                    where.substring(where.lastIndexOf('/') + 1),
                                    mm))
                    .measured(Figure.of(mm, "mm", p.path() + "/" + where))
                    .because(say("formats.usd.checks.UsdSkelChecks.the-rest-pose-was-taken-from"))
                    .mendedBy(new idleheron.core.remedy.skeleton.RestToBind()));
        }
    }

    private double unit() {
        double u = checks.stage().root().number(idleheron.formats.usd.layer.Field.METERS_PER_UNIT);
        return u > 0 ? u : 0.01;
    }

    private void topology(ComposedPrim p, List<String> joints) {
        Set<String> seen = new HashSet<>();
        for (String j : joints) {
            int slash = j.lastIndexOf('/');
            String parent = slash < 0 ? "" : j.substring(0, slash);
            boolean late = !parent.isEmpty() && !seen.contains(parent);
            if (!seen.add(j) || late) {
                checks.add(Finding.of("skeleton-topology", Severity.BREAKS, Topic.HIERARCHY)
                        .says(
                                say("formats.usd.checks.UsdSkelChecks.the-list-of-joints-is-not"),
                                late
                                        ? say("formats.usd.checks.UsdSkelChecks.joint-comes-before-its-parent-or", j)
                                        : say("formats.usd.checks.UsdSkelChecks.joint-is-there-twice", j))
                        .measured(Figure.of(1, say("formats.usd.checks.UsdSkelChecks.joints"), p.path()))
                        .because(say("formats.usd.checks.UsdSkelChecks.the-list-was-sorted-by-name")));
                return;
            }
        }
    }

    void animation(ComposedPrim p, Map<String, List<String>> skeletons) {
        List<String> own = UsdRead.words(p, "joints");
        for (Map.Entry<String, List<String>> s : skeletons.entrySet()) {
            ComposedPrim skeleton = p.find(s.getKey());
            boolean bound = skeleton != null
                    && UsdRead.inherited(skeleton, "skel:animationSource").equals(p.path());
            if (bound && !own.equals(s.getValue()) && !own.isEmpty()) {
                checks.add(Finding.of("joints-in-another-order", Severity.DRIFTS, Topic.HIERARCHY)
                        .says(
                                say("formats.usd.checks.UsdSkelChecks.animation-lists-joints-in-another-order"),
                                say(
                                        "formats.usd.checks.UsdSkelChecks.moves-joints-in-its-own-order",
                                        p.name(),
                                        own.size(),
                                        s.getValue().size()))
                        .measured(Figure.of(own.size(), say("formats.usd.checks.UsdSkelChecks.joints"), p.path()))
                        .because(say("formats.usd.checks.UsdSkelChecks.joints-were-sorted-on-the-way")));
            }
        }
        for (String name : List.of("translations", "rotations", "scales")) {
            if (p.property(name) == null && !own.isEmpty()) {
                checks.add(Finding.of("animation-incomplete", Severity.BREAKS, Topic.CLIPS)
                        .says(
                                say("formats.usd.checks.UsdSkelChecks.animation-lacks", name),
                                say(
                                        "formats.usd.checks.UsdSkelChecks.does-not-tell-an-animation-without",
                                        p.name(),
                                        name))
                        .measured(Figure.of(1, say("formats.usd.checks.UsdSkelChecks.channels"), p.path())));
            }
        }
        quaternions(p);
    }

    private void quaternions(ComposedPrim p) {
        ComposedProperty q = p.property("rotations");
        TimeSamples t = q == null ? null : q.samples();
        double worst = 0;
        for (int i = 0; i < (t == null ? 0 : t.count()); i++) {
            if (t != null && t.value(i) instanceof Numbers n && n.kind().isQuaternion()) {
                float[] v = n.floats();
                for (int k = 0; k + 3 < v.length; k += 4) {
                    double l = Math.sqrt(v[k] * v[k] + v[k + 1] * v[k + 1] + v[k + 2] * v[k + 2] + v[k + 3] * v[k + 3]);
                    worst = Math.max(worst, Math.abs(l - 1));
                }
            }
        }
        if (worst > UNIT) {
            checks.add(Finding.of("quaternion-not-unit", Severity.DRIFTS, Topic.CLIPS)
                    .says(
                            say("formats.usd.checks.UsdSkelChecks.rotations-are-not-of-unit-length"),
                            String.format(
                                    java.util.Locale.ROOT,
                                    say("formats.usd.checks.UsdSkelChecks.the-worst-is-off-by-4f"),
                                    worst))
                    .measured(Figure.of(worst, "", p.path()))
                    .because(say("formats.usd.checks.UsdSkelChecks.quaternions-were-blended-and-not-normalised")));
        }
    }
}
