package idleheron.core.view.compare;

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
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.joml.Matrix4d;

/**
 * Cameras and lights: whether each came back, where it stands and how it is turned at rest and at every frame of every clip, and
 * what it sees or how it shines.
 */
public final class ViewTopic {
    /** Farther off than this, in millimetres, the picture is another one. */
    private static final double FAR = 10;

    private final Pair p;
    private final List<ViewMatch> all;
    private final double[] mm;
    private final double[] degrees;
    private final int[] clip;
    private final double[] seconds;
    private final Matrix4d a = new Matrix4d();
    private final Matrix4d b = new Matrix4d();

    private ViewTopic(Pair p) {
        this.p = p;
        this.all = ViewMatch.all(p);
        this.mm = new double[all.size()];
        this.degrees = new double[all.size()];
        this.clip = new int[all.size()];
        this.seconds = new double[all.size()];
    }

    /** Cameras and lights over time, millimetres and degrees, and what they see. */
    public static TopicResult of(Pair p, Progress progress) {
        return new ViewTopic(p).result(progress);
    }

    private TopicResult result(Progress progress) {
        if (all.isEmpty()) {
            return TopicResult.notSent(
                    Topic.CAMERAS_LIGHTS, say("core.view.compare.ViewTopic.no-camera-or-light-was-sent"));
        }
        p.sentPose.rest();
        p.returnedPose.rest();
        hold(-1, Double.NaN);
        double clips = p.sent.clips().size();
        for (Pair.Clips both : p.clips()) {
            play(both, progress.part(both.index() / clips, (both.index() + 1) / clips));
        }
        List<Evidence.Row> rows = new ArrayList<>();
        int missing = 0;
        int changed = 0;
        double most = 0;
        for (int i = 0; i < all.size(); i++) {
            ViewMatch m = all.get(i);
            List<String> differs = m.differs(p);
            boolean moved = mm[i] > p.tolerances.clipPosition() || degrees[i] > p.tolerances.clipAngle();
            missing += m.isMissing() ? 1 : 0;
            changed += !m.isMissing() && (moved || !differs.isEmpty()) ? 1 : 0;
            most = Math.max(most, mm[i]);
            rows.add(row(i, differs, moved));
        }
        rows.sort((a, b) -> Boolean.compare(b.over(), a.over()));
        Evidence e = new Evidence(
                say("core.view.compare.ViewTopic.camera-light"),
                List.of(
                        say("core.view.compare.ViewTopic.off-by-mm"),
                        say("core.view.compare.ViewTopic.turned"),
                        say("core.view.compare.ViewTopic.worst-at-frame"),
                        say("core.view.compare.ViewTopic.differs-in")),
                rows);
        Verdict v = missing > 0 || most > Math.max(FAR, p.tolerances.clipPosition())
                ? Verdict.BROKEN
                : changed > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        return TopicResult.of(
                Topic.CAMERAS_LIGHTS,
                v,
                missing > 0 ? Figure.of(missing, say("core.view.compare.ViewTopic.missing")) : figure(changed),
                summary(missing, changed),
                e);
    }

    private void play(Pair.Clips both, Progress progress) {
        Clip sent = both.sent();
        Clip back = both.returned();
        double[] times = SampleTimes.frames(sent.startSeconds(), sent.endSeconds(), sent.rate());
        for (int t = 0; t < times.length; t++) {
            progress.at(
                    (double) t / times.length, say("core.view.compare.ViewTopic.holding-cameras-against-each-other"));
            p.sentPose.at(sent, times[t]);
            p.returnedPose.at(back, times[t]);
            hold(both.index(), times[t]);
        }
    }

    /** Takes the pose that both sides are in; the moment is that of the largest distance, of the largest turn where nothing moved. */
    private void hold(int inClip, double at) {
        for (int i = 0; i < all.size(); i++) {
            ViewMatch m = all.get(i);
            if (m.isMissing()) {
                continue;
            }
            p.sentWorld(m.sent(), a);
            p.returnedWorld(m.returned(), b);
            double off = Math.hypot(Math.hypot(a.m30() - b.m30(), a.m31() - b.m31()), a.m32() - b.m32()) * 1000;
            double turn = SwingTwist.angle(Matrices.quaternion(a).conjugate().mul(Matrices.quaternion(b)));
            boolean worse = off > mm[i] || off == mm[i] && turn > degrees[i];
            if (worse || Double.isNaN(at)) {
                clip[i] = inClip;
                seconds[i] = at;
            }
            mm[i] = Math.max(mm[i], off);
            degrees[i] = Math.max(degrees[i], turn);
        }
    }

    private Evidence.Row row(int i, List<String> differs, boolean moved) {
        ViewMatch m = all.get(i);
        String path = p.sent.path(m.sent());
        if (m.isMissing()) {
            return new Evidence.Row(
                    path,
                    m.sent(),
                    -1,
                    -1,
                    Double.NaN,
                    true,
                    List.of(
                            say("core.view.compare.ViewTopic.missing"),
                            "–",
                            "–",
                            say("core.view.compare.ViewTopic.did-not-come-back")));
        }
        return new Evidence.Row(
                path,
                m.sent(),
                m.returned(),
                clip[i],
                seconds[i],
                moved || !differs.isEmpty(),
                List.of(
                        mm[i],
                        degrees[i],
                        clip[i] < 0
                                ? say("core.view.compare.ViewTopic.at-rest")
                                : p.sent.clips().get(clip[i]).name() + ", "
                                        + Figure.number(p.sent.clips()
                                                .get(clip[i])
                                                .rate()
                                                .frame(seconds[i])),
                        differs.isEmpty() ? say("core.view.compare.ViewTopic.nothing") : String.join("; ", differs)));
    }

    /** The largest distance where it is over tolerance or nothing is, else the largest turn, else how many differ. */
    private Figure figure(int changed) {
        int far = largest(mm);
        int turned = largest(degrees);
        if (mm[far] > p.tolerances.clipPosition() || changed == 0) {
            return at(far, mm[far], "mm");
        }
        return degrees[turned] > p.tolerances.clipAngle()
                ? at(turned, degrees[turned], "°")
                : Figure.of(changed, say("core.view.compare.ViewTopic.not-as-sent"));
    }

    private static int largest(double[] v) {
        int out = 0;
        for (int i = 1; i < v.length; i++) {
            out = v[i] > v[out] ? i : out;
        }
        return out;
    }

    private Figure at(int i, double value, String unit) {
        String path = p.sent.path(all.get(i).sent());
        Clip c = clip[i] < 0 ? null : p.sent.clips().get(clip[i]);
        return c == null
                ? Figure.of(value, unit, path)
                : new Figure(value, unit, path, c.name(), c.rate().frame(seconds[i]));
    }

    private String summary(int missing, int changed) {
        int cameras = (int) all.stream().filter(ViewMatch::isCamera).count();
        int lights = all.size() - cameras;
        String what = both(
                cameras == 0 ? "" : Wording.counted(cameras, "camera"),
                lights == 0 ? "" : Wording.counted(lights, "light"));
        if (missing + changed == 0) {
            return say(
                    all.size() > 1
                            ? "core.view.compare.ViewTopic.stand-where-they-did-and-see"
                            : cameras == 1
                                    ? "core.view.compare.ViewTopic.stands-and-sees-as-it-did"
                                    : "core.view.compare.ViewTopic.stands-and-shines-as-it-did",
                    what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1));
        }
        return say(
                "core.view.compare.ViewTopic.of",
                what,
                both(
                        missing == 0 ? "" : say("core.view.compare.ViewTopic.did-not-come-back-2", missing),
                        changed == 0
                                ? ""
                                : changed == 1
                                        ? say("core.view.compare.ViewTopic.one-not-as-sent")
                                        : say("core.view.compare.ViewTopic.not-as-sent-2", changed)));
    }

    /** The two with a word between; one alone where the other is empty. */
    private static String both(String a, String b) {
        return a.isEmpty() ? b : b.isEmpty() ? a : say("core.view.compare.ViewTopic.and", a, b);
    }
}
