package idleheron.core.character.cause;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.character.compare.MotionMatch;
import idleheron.core.character.compare.StageTopic;
import idleheron.core.kind.Candidate;
import idleheron.core.math.Similarity;
import idleheron.core.pair.Pair;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Explanations about clips: shifted, counted at another rate, moved by other lengths. Moments are found by what moves. */
public final class ClipCauses {
    /** Shifts of less than so many frames are resampling, not a shift. */
    private static final double LEAST = 0.05;

    /** Factors closer to one than this are not told, relative. */
    private static final double SAME = 1e-3;

    private static final List<Channel> TRANSLATIONS =
            List.of(Channel.TRANSLATE_X, Channel.TRANSLATE_Y, Channel.TRANSLATE_Z);

    private ClipCauses() {}

    /** Another rate, shifted or scaled clips, as far as their figures suggest it. */
    public static void find(Pair p, List<Candidate> out) {
        rate(p, out);
        shift(p, out);
        lengths(p, out);
    }

    /** Frames counted at another rate: frames were kept and seconds were not. */
    private static void rate(Pair p, List<Candidate> out) {
        Clip sent = null;
        for (Pair.Clips both : p.clips()) {
            Clip s = both.sent();
            Clip r = both.returned();
            if (s.rate().equals(r.rate())) {
                return;
            }
            double off = Math.max(Math.abs(s.firstFrame() - r.firstFrame()), Math.abs(s.lastFrame() - r.lastFrame()));
            if (off > p.tolerances.frames()) {
                double stretch = s.rate().perSecond() / r.rate().perSecond();
                MotionMatch frames = MotionMatch.of(p, both.index(), both.back(), stretch);
                MotionMatch seconds = MotionMatch.of(p, both.index(), both.back(), 1);
                if (frames == null || !frames.convinces() || seconds != null && seconds.apart() < frames.apart()) {
                    return;
                }
            }
            sent = s;
        }
        if (sent != null) {
            out.add(new Candidate(
                    "rate-misread",
                    say(
                            "core.character.cause.ClipCauses.frames-were-kept-and-seconds-were",
                            sent.rate().label(),
                            p.returned.stage().rate().label()),
                    new RetimeClips(sent.rate()),
                    Candidate.CLIPS,
                    true));
        }
    }

    /** By how much a clip came later: by its motion where that tells, else by its range. */
    private static @Nullable Double later(Pair p, Pair.Clips both) {
        Clip s = both.sent();
        Clip r = both.returned();
        double start = r.startSeconds() - s.startSeconds();
        double end = r.endSeconds() - s.endSeconds();
        MotionMatch m = MotionMatch.of(p, both.index(), both.back(), 1);
        if (m != null && m.convinces()) {
            // What the range says to a thousandth of a frame is better known than what the motion says.
            double near = LEAST * s.rate().seconds(1);
            return Math.abs(m.shift() - start) < near ? start : Math.abs(m.shift()) < near ? 0 : m.shift();
        }
        return Math.abs(start - end) > 1e-6 ? null : start;
    }

    private static void shift(Pair p, List<Candidate> out) {
        Map<String, Double> with = new TreeMap<>();
        Map<String, Double> under = new TreeMap<>();
        double rate = p.sent.stage().rate().perSecond();
        boolean zero = true;
        List<Pair.Clips> clips = p.clips();
        for (Pair.Clips both : clips) {
            Double by = later(p, both);
            if (by == null || Math.abs(by) * rate <= LEAST) {
                continue;
            }
            Clip s = both.sent();
            Clip r = both.returned();
            boolean ranges = Math.abs(r.startSeconds() - s.startSeconds()) * rate > LEAST
                    || Math.abs(r.endSeconds() - s.endSeconds()) * rate > LEAST;
            (ranges ? with : under).put(r.name(), -by);
            zero &= ranges && Math.abs(r.startSeconds()) * rate < 1e-3;
        }
        if (!with.isEmpty()) {
            boolean alike = with.size() == clips.size() && alike(with);
            double by = -with.values().iterator().next() * rate;
            String text = alike
                    ? say(
                            "core.character.cause.ClipCauses.every-clip-was-shifted-by-frames",
                            Figure.number(rounded(by)))
                    : say(
                            zero
                                    ? "core.character.cause.ClipCauses.clips-were-moved-to-start-at"
                                    : "core.character.cause.ClipCauses.clips-were-shifted-each-by-its",
                            listed(with, rate));
            ShiftClips remedy = alike ? new ShiftClips(with.values().iterator().next()) : new ShiftClips(0, with, true);
            out.add(new Candidate("clips-shifted", text, remedy, Candidate.CLIPS));
        }
        if (!under.isEmpty()) {
            out.add(new Candidate(
                    "motion-shifted",
                    say("core.character.cause.ClipCauses.the-motion-lies-elsewhere-under-ranges", listed(under, rate)),
                    new ShiftClips(0, under, false),
                    Candidate.CLIPS));
        }
    }

    private static boolean alike(Map<String, Double> by) {
        double first = by.values().iterator().next();
        return by.values().stream().allMatch(v -> Math.abs(v - first) < 1e-6);
    }

    private static double rounded(double frames) {
        return Math.abs(frames - Math.rint(frames)) < 1e-3 ? Math.rint(frames) : frames;
    }

    private static String listed(Map<String, Double> back, double rate) {
        return Wording.listed(back.entrySet().stream()
                .map(e -> say(
                        "core.character.cause.ClipCauses.by-frames",
                        e.getKey(),
                        Figure.number(rounded(-e.getValue() * rate))))
                .toList());
    }

    /**
     * Translations that move and are the same factor off, while the bones are not. Keys that stay where their joint rests are
     * bones and say nothing, whoever baked them.
     */
    private static void lengths(Pair p, List<Candidate> out) {
        Map<String, Double> ratios = new TreeMap<>();
        p.sentPose.rest();
        p.returnedPose.rest();
        for (Pair.Clips both : p.clips()) {
            Map<Integer, Clip.NodeTrack> back = new HashMap<>();
            both.returned().nodes().forEach(t -> back.put(t.node(), t));
            for (Clip.NodeTrack t : both.sent().nodes()) {
                int there = p.matching.nodes()[t.node()];
                Clip.NodeTrack r = there < 0 ? null : back.get(there);
                if (r != null && travels(t) && travels(r)) {
                    double sent = reach(t) * size(p.sent, p.sentPose, p.sentSpace, t.node());
                    double returned = reach(r) * size(p.returned, p.returnedPose, p.returnedSpace, there);
                    ratios.merge(p.returned.nodes().get(there).name(), returned / sent, (x, y) -> (x + y) / 2);
                }
            }
        }
        Similarity fit = StageTopic.fit(p);
        double whole = fit == null ? 1 : fit.scale();
        List<String> names = ratios.entrySet().stream()
                .filter(e -> Math.abs(e.getValue() / whole - 1) > SAME)
                .map(Map.Entry::getKey)
                .toList();
        double[] found = names.stream().mapToDouble(ratios::get).sorted().toArray();
        if (found.length == 0) {
            return;
        }
        double factor = found[found.length / 2] / whole;
        if (!(factor > 0 && Double.isFinite(factor) && Double.isFinite(1 / factor))
                || found[found.length - 1] - found[0] >= 0.01 * found[found.length / 2]) {
            return;
        }
        double f = Math.abs(Math.log10(factor) - Math.rint(Math.log10(factor))) < 1e-3
                ? Math.pow(10, Math.rint(Math.log10(factor)))
                : factor;
        out.add(new Candidate(
                "motion-scaled",
                say(
                        "core.character.cause.ClipCauses.were-scaled-by-and-the-bones",
                        (names.size() == 1
                                ? say("core.character.cause.ClipCauses.animated-translations-of", names.getFirst())
                                : say("core.character.cause.ClipCauses.animated-translations")),
                        Figure.number(f)),
                new ScaleMotion(1 / f, names),
                Candidate.CLIPS));
    }

    /** Metres to one unit of a node's translation, where its parent rests. */
    private static double size(Scene s, Pose rest, CanonicalSpace space, int node) {
        int parent = s.nodes().get(node).parent();
        Matrix4d m = space.pointMatrix();
        return Math.cbrt(Math.abs((parent < 0 ? m : m.mul(rest.world(parent))).determinant3x3()));
    }

    /** Whether a node's translation keys move it at all. */
    private static boolean travels(Clip.NodeTrack t) {
        double most = reach(t);
        for (Channel ch : TRANSLATIONS) {
            Curve k = t.curve(ch);
            if (k != null) {
                double low = Arrays.stream(k.values()).min().orElse(0);
                double high = Arrays.stream(k.values()).max().orElse(0);
                if (high - low > 1e-4 * most) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Largest distance from nought that a node's translation keys take, in the stage's unit; where they are told together. */
    private static double reach(Clip.NodeTrack t) {
        double most = 0;
        Curve lead = null;
        for (Channel ch : TRANSLATIONS) {
            Curve k = t.curve(ch);
            lead = k != null && (lead == null || k.keys() > lead.keys()) ? k : lead;
        }
        for (int i = 0; lead != null && i < lead.keys(); i++) {
            double square = 0;
            for (Channel ch : TRANSLATIONS) {
                Curve k = t.curve(ch);
                square += k == null ? 0 : Math.pow(k.at(lead.seconds()[i]), 2);
            }
            most = Math.max(most, square);
        }
        return Math.sqrt(most);
    }
}
