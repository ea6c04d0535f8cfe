package idleheron.core.character.check;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/** Rules about clips. */
public final class ClipRules {
    private static final double HALF_TICK = 1e-6;
    private static final double HALF_FRAME = 0.5;
    /** A clip whose ends are this near is meant to be a loop. */
    private static final double MEANT_AS_LOOP = 3;

    private static final double CLOSED = 0.1;

    private ClipRules() {}

    /** A clip that leaves the declared range, or a declared clip that its keys leave. */
    static void range(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        double end = s.stage().endSeconds();
        double start = s.stage().startSeconds();
        for (Clip clip : s.clips()) {
            if (end > start && (clip.endSeconds() > end + HALF_TICK || clip.startSeconds() < start - HALF_TICK)) {
                double over = Math.max(clip.endSeconds() - end, start - clip.startSeconds())
                        * clip.rate().perSecond();
                out.add(Finding.of("clip-leaves-range", Severity.DRIFTS, Topic.CLIPS)
                        .says(
                                clip.name() + " leaves the declared range",
                                "It runs " + span(clip) + "; the file declares "
                                        + Figure.number(clip.rate().frame(start)) + " – "
                                        + Figure.number(clip.rate().frame(end))
                                        + ". A receiver that takes the declared range cuts " + Figure.number(over)
                                        + " frames.")
                        .measured(new Figure(over, "frames", "", clip.name(), clip.lastFrame()))
                        .because("The declared range belongs to another clip."));
            }
        }
    }

    /** Keys that lie outside of their clip's declared span, or that end well before it does. */
    static void keys(Facts f, @Nullable Convention c, List<Finding> out) {
        for (Clip clip : f.scene().clips()) {
            double[] keyed = clip.keyedSpan();
            if (keyed == null || clip.length() <= 0) {
                continue;
            }
            double rate = clip.rate().perSecond();
            double over = Math.max(clip.startSeconds() - keyed[0], keyed[1] - clip.endSeconds()) * rate;
            double still = Math.max(keyed[0] - clip.startSeconds(), clip.endSeconds() - keyed[1]) * rate;
            String keys = "Its keys run "
                    + Figure.number(clip.rate().frame(keyed[0])) + " – "
                    + Figure.number(clip.rate().frame(keyed[1])) + ", the clip is declared as " + span(clip) + ". ";
            if (over > HALF_FRAME) {
                out.add(Finding.of("keys-leave-clip", Severity.DRIFTS, Topic.CLIPS)
                        .says(
                                clip.name() + " has keys outside of its span",
                                keys + "A receiver that takes the declared span cuts " + Figure.number(over)
                                        + " frames.")
                        .measured(new Figure(over, "frames", "", clip.name(), clip.lastFrame()))
                        .because("The span was cut and the keys were left, or it is that of another clip."));
            } else if (still > HALF_FRAME) {
                out.add(Finding.of("clip-longer-than-keys", Severity.NOTE, Topic.CLIPS)
                        .says(
                                clip.name() + " stands still for " + Figure.number(still) + " frames",
                                keys + "A receiver that takes the keys makes it shorter.")
                        .measured(new Figure(still, "frames", "", clip.name(), clip.lastFrame()))
                        .because("The span of the scene was taken for that of the keys."));
            }
        }
    }

    /** What many receivers do not evaluate: layers, handles with lengths, motion that goes on beyond the keys. */
    static void baking(Facts f, @Nullable Convention c, List<Finding> out) {
        for (Clip clip : f.scene().clips()) {
            int[] odd = {0};
            clip.mapCurves(k -> {
                odd[0] += k.isSimple() ? 0 : 1;
                return k;
            });
            if (!clip.isLayered() && odd[0] == 0) {
                continue;
            }
            List<String> what = new ArrayList<>();
            if (clip.isLayered()) {
                what.add((clip.layers().size() + 1) + " layers");
            }
            if (odd[0] > 0) {
                what.add(odd[0] + " curves with weighted handles, held next values or motion beyond their keys");
            }
            out.add(Finding.of("clip-needs-baking", Severity.DRIFTS, Topic.CLIPS)
                    .says(
                            clip.name() + " is more than plain keys",
                            "It has " + String.join(" and ", what)
                                    + ". Many receivers take the first layer and straight lines.")
                    .measured(new Figure(
                            odd[0] + clip.layers().size(), "curves, layers", "", clip.name(), clip.firstFrame()))
                    .mendedBy(new BakeClips()));
        }
    }

    private static String span(Clip c) {
        return Figure.number(c.firstFrame()) + " – " + Figure.number(c.lastFrame());
    }

    /** A clip that nearly closes and does not. */
    static void loop(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Pose pose = new Pose(s);
        for (Clip clip : s.clips()) {
            if (clip.length() <= 0) {
                continue;
            }
            List<Integer> moving = movers(clip);
            pose.at(clip, clip.startSeconds());
            List<Quaterniond> first = new ArrayList<>();
            for (int n : moving) {
                first.add(Matrices.quaternion(new Matrix4d(pose.local(n))));
            }
            pose.at(clip, clip.endSeconds());
            double worst = 0;
            int at = -1;
            for (int i = 0; i < moving.size(); i++) {
                Quaterniond d =
                        new Quaterniond(first.get(i)).conjugate().mul(Matrices.quaternion(pose.local(moving.get(i))));
                double angle = SwingTwist.angle(d);
                if (angle > worst) {
                    worst = angle;
                    at = moving.get(i);
                }
            }
            if (worst > CLOSED && worst < MEANT_AS_LOOP) {
                out.add(Finding.of("loop-open", Severity.DRIFTS, Topic.CLIPS)
                        .says(
                                clip.name() + " does not close",
                                "Its last frame is " + Figure.number(worst) + "° off the first at "
                                        + s.nodes().get(at).name() + ".")
                        .measured(new Figure(worst, "°", s.path(at), clip.name(), clip.lastFrame()))
                        .atNode(at)
                        .because("The last key was moved, or the loop was cut a frame early."));
            }
        }
    }

    private static List<Integer> movers(Clip clip) {
        return clip.nodes().stream().map(Clip.NodeTrack::node).toList();
    }

    static void rate(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null
                || c.rate() == null
                || f.scene().clips().isEmpty()
                || c.rate().equals(f.scene().stage().rate())) {
            return;
        }
        out.add(Finding.of("other-rate", Severity.DRIFTS, Topic.CLIPS)
                .says(
                        "Another frame rate than the destination",
                        "The file counts " + f.scene().stage().rate().label() + " frames a second, " + c.title() + " "
                                + c.rate().label() + ". Ends that fall between its frames will be rounded.")
                .measured(Figure.of(f.scene().stage().rate().perSecond(), "/s")));
    }
}
