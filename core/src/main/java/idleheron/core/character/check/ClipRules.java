package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
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
                                say("core.character.check.ClipRules.leaves-the-declared-range", clip.name()),
                                say(
                                        "core.character.check.ClipRules.it-runs-the-file-declares-a",
                                        span(clip),
                                        Figure.number(clip.rate().frame(start)),
                                        Figure.number(clip.rate().frame(end)),
                                        Figure.number(over)))
                        .measured(new Figure(
                                over, say("core.character.check.ClipRules.frames"), "", clip.name(), clip.lastFrame()))
                        .because(say("core.character.check.ClipRules.the-declared-range-belongs-to-another")));
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
            String keys = say(
                    "core.character.check.ClipRules.its-keys-run-the-clip-is",
                    Figure.number(clip.rate().frame(keyed[0])),
                    Figure.number(clip.rate().frame(keyed[1])),
                    span(clip));
            if (over > HALF_FRAME) {
                out.add(Finding.of("keys-leave-clip", Severity.DRIFTS, Topic.CLIPS)
                        .says(
                                say("core.character.check.ClipRules.has-keys-outside-of-its-span", clip.name()),
                                Wording.sentences(
                                        keys,
                                        say(
                                                "core.character.check.ClipRules.a-receiver-that-takes-the-declared",
                                                Figure.number(over))))
                        .measured(new Figure(
                                over, say("core.character.check.ClipRules.frames"), "", clip.name(), clip.lastFrame()))
                        .because(say("core.character.check.ClipRules.the-span-was-cut-and-the")));
            } else if (still > HALF_FRAME) {
                out.add(Finding.of("clip-longer-than-keys", Severity.NOTE, Topic.CLIPS)
                        .says(
                                say(
                                        "core.character.check.ClipRules.stands-still-for-frames",
                                        clip.name(),
                                        Figure.number(still)),
                                Wording.sentences(
                                        keys, say("core.character.check.ClipRules.a-receiver-that-takes-the-keys")))
                        .measured(new Figure(
                                still, say("core.character.check.ClipRules.frames"), "", clip.name(), clip.lastFrame()))
                        .because(say("core.character.check.ClipRules.the-span-of-the-scene-was")));
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
                what.add(say(
                        "core.character.check.ClipRules.layers", (clip.layers().size() + 1)));
            }
            if (odd[0] > 0) {
                what.add(say("core.character.check.ClipRules.curves-with-weighted-handles-held-next", odd[0]));
            }
            out.add(Finding.of("clip-needs-baking", Severity.DRIFTS, Topic.CLIPS)
                    .says(
                            say("core.character.check.ClipRules.is-more-than-plain-keys", clip.name()),
                            say(
                                    "core.character.check.ClipRules.it-has-many-receivers-take-the",
                                    String.join(" and ", what)))
                    .measured(new Figure(
                            odd[0] + clip.layers().size(),
                            say("core.character.check.ClipRules.curves-layers"),
                            "",
                            clip.name(),
                            clip.firstFrame()))
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
                                say("core.character.check.ClipRules.does-not-close", clip.name()),
                                say(
                                        "core.character.check.ClipRules.its-last-frame-is-off-the",
                                        Figure.number(worst),
                                        s.nodes().get(at).name()))
                        .measured(new Figure(worst, "°", s.path(at), clip.name(), clip.lastFrame()))
                        .atNode(at)
                        .because(say("core.character.check.ClipRules.the-last-key-was-moved-or")));
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
                        say("core.character.check.ClipRules.another-frame-rate-than-the-destination"),
                        say(
                                "core.character.check.ClipRules.the-file-counts-frames-a-second",
                                f.scene().stage().rate().label(),
                                c.title(),
                                c.rate().label()))
                .measured(Figure.of(f.scene().stage().rate().perSecond(), "/s")));
    }
}
