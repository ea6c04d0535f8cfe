package idleheron.core.compare;

import idleheron.core.Figure;
import idleheron.core.math.Similarity;
import idleheron.core.remedy.RetimeClips;
import idleheron.core.remedy.ScaleMotion;
import idleheron.core.remedy.ShiftClips;
import idleheron.core.scene.Channel;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Explanations about clips: shifted, counted at another rate, moved by other lengths. Moments are found by what moves. */
final class ClipCauses {
    /** Shifts of less than so many frames are resampling, not a shift. */
    private static final double LEAST = 0.05;

    /** Factors closer to one than this are not told, relative. */
    private static final double SAME = 1e-3;

    private ClipCauses() {}

    static void find(Pair p, List<Candidate> out) {
        rate(p, out);
        shift(p, out);
        lengths(p, out);
    }

    /** Frames counted at another rate: frames were kept and seconds were not. */
    private static void rate(Pair p, List<Candidate> out) {
        Clip sent = null;
        for (int c = 0; c < p.sent.clips().size(); c++) {
            int other = p.matching.clips()[c];
            if (other < 0) {
                continue;
            }
            Clip s = p.sent.clips().get(c);
            Clip r = p.returned.clips().get(other);
            if (s.rate().equals(r.rate())) {
                return;
            }
            double off = Math.max(Math.abs(s.firstFrame() - r.firstFrame()), Math.abs(s.lastFrame() - r.lastFrame()));
            if (off > p.tolerances.frames()) {
                double stretch = s.rate().perSecond() / r.rate().perSecond();
                MotionMatch frames = MotionMatch.of(p, c, other, stretch);
                MotionMatch seconds = MotionMatch.of(p, c, other, 1);
                if (frames == null || !frames.convinces() || seconds != null && seconds.apart() < frames.apart()) {
                    return;
                }
            }
            sent = s;
        }
        if (sent != null) {
            out.add(new Candidate(
                    "rate-misread",
                    "Frames were kept and seconds were not: " + sent.rate().label() + " frames a second were read as "
                            + p.returned.stage().rate().label(),
                    new RetimeClips(sent.rate())));
        }
    }

    /** By how much a clip came later: by its motion where that tells, else by its range. */
    private static @Nullable Double later(Pair p, int clip, int other) {
        Clip s = p.sent.clips().get(clip);
        Clip r = p.returned.clips().get(other);
        double start = r.startSeconds() - s.startSeconds();
        double end = r.endSeconds() - s.endSeconds();
        MotionMatch m = MotionMatch.of(p, clip, other, 1);
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
        int matched = 0;
        for (int c = 0; c < p.sent.clips().size(); c++) {
            int other = p.matching.clips()[c];
            Double by = other < 0 ? null : later(p, c, other);
            matched += other < 0 ? 0 : 1;
            if (by == null || Math.abs(by) * rate <= LEAST) {
                continue;
            }
            Clip s = p.sent.clips().get(c);
            Clip r = p.returned.clips().get(other);
            boolean ranges = Math.abs(r.startSeconds() - s.startSeconds()) * rate > LEAST
                    || Math.abs(r.endSeconds() - s.endSeconds()) * rate > LEAST;
            (ranges ? with : under).put(r.name(), -by);
            zero &= ranges && Math.abs(r.startSeconds()) * rate < 1e-3;
        }
        if (!with.isEmpty()) {
            boolean alike = with.size() == matched && alike(with);
            double by = -with.values().iterator().next() * rate;
            String text = alike
                    ? "Every clip was shifted by " + Figure.number(rounded(by)) + " frames"
                    : (zero ? "Clips were moved to start at frame 0: " : "Clips were shifted, each by its own frames: ")
                            + listed(with, rate);
            ShiftClips remedy = alike ? new ShiftClips(with.values().iterator().next()) : new ShiftClips(0, with, true);
            out.add(new Candidate("clips-shifted", text, remedy));
        }
        if (!under.isEmpty()) {
            out.add(new Candidate(
                    "motion-shifted",
                    "The motion lies elsewhere under ranges that stayed: " + listed(under, rate),
                    new ShiftClips(0, under, false)));
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
        return Losses.listed(back.entrySet().stream()
                .map(e -> e.getKey() + " by " + Figure.number(rounded(-e.getValue() * rate)) + " frames")
                .toList());
    }

    /** Translation curves that are all the same factor off, while the bones are not. */
    private static void lengths(Pair p, List<Candidate> out) {
        double[] ratios = new double[64];
        int n = 0;
        double unit = p.returned.stage().metersPerUnit() / p.sent.stage().metersPerUnit();
        for (int c = 0; c < p.sent.clips().size(); c++) {
            int other = p.matching.clips()[c];
            if (other < 0) {
                continue;
            }
            for (Clip.NodeTrack t : p.sent.clips().get(c).nodes()) {
                double a = reach(t);
                int there = p.matching.nodes()[t.node()];
                double b = 0;
                for (Clip.NodeTrack r : p.returned.clips().get(other).nodes()) {
                    b = r.node() == there ? reach(r) * unit : b;
                }
                if (a > 0 && b > 0) {
                    ratios = n == ratios.length ? Arrays.copyOf(ratios, 2 * n) : ratios;
                    ratios[n++] = b / a;
                }
            }
        }
        double[] found = Arrays.copyOf(ratios, n);
        Arrays.sort(found);
        double factor = n == 0 ? 1 : found[n / 2];
        boolean all = n > 0 && found[n - 1] - found[0] < 0.01 * factor;
        Similarity fit = StageTopic.fit(p);
        boolean everything = fit != null && Math.abs(fit.scale() / factor - 1) < 0.01;
        if (all && !everything && Math.abs(factor - 1) > SAME) {
            double f = Math.abs(Math.log10(factor) - Math.rint(Math.log10(factor))) < 1e-4
                    ? Math.pow(10, Math.rint(Math.log10(factor)))
                    : factor;
            out.add(new Candidate(
                    "motion-scaled",
                    "Animated translations were scaled by " + Figure.number(f) + " and the bones were not",
                    new ScaleMotion(1 / f)));
        }
    }

    /** Largest distance from nought that a node's translation keys take, in the stage's unit. */
    private static double reach(Clip.NodeTrack t) {
        double square = 0;
        for (Channel ch : List.of(Channel.TRANSLATE_X, Channel.TRANSLATE_Y, Channel.TRANSLATE_Z)) {
            Curve k = t.curve(ch);
            double most = k == null
                    ? 0
                    : Arrays.stream(k.values()).map(Math::abs).max().orElse(0);
            square += most * most;
        }
        return Math.sqrt(square);
    }
}
