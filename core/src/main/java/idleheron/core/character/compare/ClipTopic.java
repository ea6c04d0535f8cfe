package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Series;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Quaterniond;

/**
 * Clips: present, range, rate, and how far every joint is off at every frame of the sent clip. Angles are those of the turn
 * away from rest, so that joints with other axes but the same motion are not counted.
 */
public final class ClipTopic {
    private static final double FAR = 10;

    private final Pair p;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<Series> plots = new ArrayList<>();
    private int missing;
    private double worstFrames;
    private Figure position = Figure.of(0, "mm");
    private Figure angle = Figure.of(0, "°");

    private ClipTopic(Pair p) {
        this.p = p;
    }

    /** Clips held against each other frame by frame: joints in millimetres and degrees away from rest, ranges in frames. */
    public static TopicResult of(Pair p, Progress progress) {
        return new ClipTopic(p).result(progress);
    }

    private TopicResult result(Progress progress) {
        int n = p.sent.clips().size();
        if (n == 0) {
            return TopicResult.notSent(Topic.CLIPS, say("core.character.compare.ClipTopic.the-sent-scene-has-no-clip"));
        }
        for (int c = 0; c < n; c++) {
            Clip sent = p.sent.clips().get(c);
            int other = p.matching.clips()[c];
            if (other < 0) {
                missing++;
                rows.add(new Evidence.Row(
                        sent.name(),
                        -1,
                        -1,
                        c,
                        sent.startSeconds(),
                        true,
                        List.of(say("core.character.compare.ClipTopic.missing"), "", "", "", "", "", "")));
                continue;
            }
            clip(c, sent, p.returned.clips().get(other), progress.part((double) c / n, (c + 1.0) / n));
        }
        Evidence e = new Evidence(
                say("core.character.compare.ClipTopic.clip"),
                List.of(
                        say("core.character.compare.ClipTopic.first"),
                        say("core.character.compare.ClipTopic.last"),
                        say("core.character.compare.ClipTopic.rate-s"),
                        say("core.character.compare.ClipTopic.range-off-by-frames"),
                        say("core.character.compare.ClipTopic.worst-mm"),
                        say("core.character.compare.ClipTopic.rms-mm"),
                        say("core.character.compare.ClipTopic.worst")),
                rows);
        boolean overMove = position.value() > p.tolerances.clipPosition() || angle.value() > p.tolerances.clipAngle();
        boolean overRange = worstFrames > p.tolerances.frames();
        Verdict v = missing > 0 || position.value() > Math.max(FAR, p.tolerances.clipPosition())
                ? Verdict.BROKEN
                : overMove || overRange ? Verdict.DRIFTED : Verdict.CLEAN;
        Figure worst = missing > 0
                ? Figure.of(missing, say("core.character.compare.ClipTopic.missing"))
                : position.value() > p.tolerances.clipPosition()
                        ? position
                        : overRange ? Figure.of(worstFrames, say("core.character.compare.ClipTopic.frames")) : position;
        String summary = Wording.sentences(
                ranges(n, overRange),
                say("core.character.compare.ClipTopic.worst-joint-worst-angle", position.full(), angle.full()));
        if (p.matched().length == 0) {
            String only = say("core.character.compare.ClipTopic.no-joint-has-a-partner-so");
            return v.isFault() && (missing > 0 || overRange)
                    ? new TopicResult(
                            Topic.CLIPS, v, worst, Wording.sentences(ranges(n, overRange), only), e, List.of())
                    : TopicResult.notChecked(Topic.CLIPS, only);
        }
        return new TopicResult(Topic.CLIPS, v, worst, summary, e, plots);
    }

    private String ranges(int clips, boolean overRange) {
        return Wording.sentences(
                missing > 0
                        ? say(
                                "core.character.compare.ClipTopic.of-missing",
                                missing,
                                Wording.counted(
                                        clips,
                                        say("core.character.compare.ClipTopic.clip-is"),
                                        say("core.character.compare.ClipTopic.clips-are")))
                        : clips == 1
                                ? say("core.character.compare.ClipTopic.the-clip-is-there")
                                : say("core.character.compare.ClipTopic.all-clips-are-there", clips),
                recounted(),
                overRange
                        ? say("core.character.compare.ClipTopic.a-range-is-off-by-frames", Figure.number(worstFrames))
                        : "");
    }

    /** Says so where frames are counted at another rate and the seconds are kept, which harms nobody. */
    private String recounted() {
        for (Pair.Clips both : p.clips()) {
            Clip a = both.sent();
            Clip b = both.returned();
            if (!a.rate().equals(b.rate())
                    && Math.abs(a.length() - b.length()) * a.rate().perSecond() < 1) {
                return say(
                        "core.character.compare.ClipTopic.seconds-were-kept-and-frames-were",
                        a.rate().label(),
                        b.rate().label());
            }
        }
        return "";
    }

    private void clip(int index, Clip sent, Clip returned, Progress progress) {
        int[] joints = p.matched();
        Quaterniond[] restSent = new Quaterniond[joints.length];
        Quaterniond[] restReturned = new Quaterniond[joints.length];
        Matrix4d m = new Matrix4d();
        p.sentPose.rest();
        p.returnedPose.rest();
        for (int i = 0; i < joints.length; i++) {
            restSent[i] = Matrices.quaternion(p.sentWorld(joints[i], m)).conjugate();
            restReturned[i] = Matrices.quaternion(p.returnedWorld(p.matching.nodes()[joints[i]], m))
                    .conjugate();
        }
        double[] times = SampleTimes.frames(sent.startSeconds(), sent.endSeconds(), sent.rate());
        double[] worst = new double[times.length];
        double[] mean = new double[times.length];
        int[] where = new int[times.length];
        Arrays.fill(where, -1);
        double worstAngle = 0;
        double squares = 0;
        for (int t = 0; t < times.length; t++) {
            progress.at(
                    (double) t / times.length,
                    say("core.character.compare.ClipTopic.holding-against-each-other", sent.name()));
            p.sentPose.at(sent, times[t]);
            p.returnedPose.at(returned, times[t]);
            for (int i = 0; i < joints.length; i++) {
                Matrix4d a = p.sentWorld(joints[i], m);
                double x = a.m30();
                double y = a.m31();
                double z = a.m32();
                Quaterniond qa = Matrices.quaternion(a).mul(restSent[i]);
                Matrix4d b = p.returnedWorld(p.matching.nodes()[joints[i]], m);
                double mm = Math.sqrt(Math.pow(x - b.m30(), 2) + Math.pow(y - b.m31(), 2) + Math.pow(z - b.m32(), 2))
                        * 1000;
                double degrees = SwingTwist.angle(
                        qa.conjugate().mul(Matrices.quaternion(b).mul(restReturned[i])));
                mean[t] += mm / joints.length;
                squares += mm * mm;
                if (mm >= worst[t]) {
                    worst[t] = mm;
                    where[t] = joints[i];
                }
                if (mm > position.value()) {
                    position = new Figure(
                            mm,
                            "mm",
                            p.sent.path(joints[i]),
                            sent.name(),
                            sent.rate().frame(times[t]));
                }
                worstAngle = Math.max(worstAngle, degrees);
                if (degrees > angle.value()) {
                    angle = new Figure(
                            degrees,
                            "°",
                            p.sent.path(joints[i]),
                            sent.name(),
                            sent.rate().frame(times[t]));
                }
            }
        }
        double meanSquare = squares / Math.max(1, times.length * joints.length);
        rows.add(row(index, sent, returned, new Errors(times, worst, worstAngle, meanSquare)));
        plots.add(new Series(
                say("core.character.compare.ClipTopic.joint-error-by-frame-mm"),
                "mm",
                index,
                times,
                worst,
                mean,
                where,
                p.tolerances.clipPosition()));
    }

    /**
     * How far the joints of a clip are apart.
     *
     * @param times seconds
     * @param worst by time, mm
     * @param angle largest, degrees
     * @param meanSquare over all times and joints, mm²
     */
    private record Errors(double[] times, double[] worst, double angle, double meanSquare) {}

    private Evidence.Row row(int index, Clip sent, Clip returned, Errors e) {
        double[] worst = e.worst;
        double rate = sent.rate().perSecond();
        double frames = Math.max(
                        Math.abs(sent.startSeconds() - returned.startSeconds()),
                        Math.abs(sent.endSeconds() - returned.endSeconds()))
                * rate;
        worstFrames = Math.max(worstFrames, frames);
        int peak = 0;
        for (int i = 1; i < worst.length; i++) {
            peak = worst[i] > worst[peak] ? i : peak;
        }
        boolean over = frames > p.tolerances.frames()
                || worst[peak] > p.tolerances.clipPosition()
                || e.angle > p.tolerances.clipAngle();
        String first = Figure.number(sent.firstFrame()) + " → " + Figure.number(returned.firstFrame());
        String last = Figure.number(sent.lastFrame()) + " → " + Figure.number(returned.lastFrame());
        String rates = sent.rate().equals(returned.rate())
                ? sent.rate().label()
                : sent.rate().label() + " → " + returned.rate().label();
        return new Evidence.Row(
                sent.name(),
                -1,
                -1,
                index,
                e.times[peak],
                over,
                List.of(first, last, rates, frames, worst[peak], Math.sqrt(e.meanSquare), e.angle));
    }

    /** Figures over tolerance: of each clip its range, its worst distance and its worst angle. */
    public static long over(Evidence e, Tolerances t) {
        long n = 0;
        for (Evidence.Row r : e.rows()) {
            if (r.cells().get(3) instanceof Double frames
                    && r.cells().get(4) instanceof Double mm
                    && r.cells().get(6) instanceof Double degrees) {
                n += frames > t.frames() ? 1 : 0;
                n += mm > t.clipPosition() ? 1 : 0;
                n += degrees > t.clipAngle() ? 1 : 0;
            } else {
                n += 3;
            }
        }
        return n;
    }
}
