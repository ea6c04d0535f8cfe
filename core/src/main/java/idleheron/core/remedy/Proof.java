package idleheron.core.remedy;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.RegroupedGap;
import idleheron.core.pose.SurfaceGap;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import org.jspecify.annotations.Nullable;

/**
 * Shows that a remedy left the picture as it was: the deformed surfaces of both scenes, as meant, at rest and at every
 * frame of every clip.
 *
 * @param worst largest distance of a point, mm
 * @param frames how many poses were held against each other
 */
public record Proof(Figure worst, int frames) {

    /** Less than this, in millimetres, is no move. */
    private static final double STILL = 0.01;

    /** Whether every point is still a point; one that is no number has no distance. */
    public boolean isFinite() {
        return Double.isFinite(worst.value());
    }

    /** Whether no point moved farther than a hundredth of a millimetre. */
    public boolean isStill() {
        return worst.value() < STILL;
    }

    /** As a clause: "surface moves 0.042 mm, clip wade, frame 47, hips". */
    public String text() {
        return isFinite()
                ? say("core.remedy.Proof.surface-moves", worst.full())
                : say(
                        "core.remedy.Proof.points-of-the-surface-are-no",
                        worst.full().substring(worst.text().length()));
    }

    /** Meshes are taken in their order; where they were cut or put together, points by where they rest. */
    public static Proof of(Scene before, Scene after, Progress progress) {
        SurfaceGap gap = new SurfaceGap(
                before,
                after,
                CanonicalSpace.of(before.stage()).pointMatrix(),
                CanonicalSpace.of(after.stage()).pointMatrix());
        Watch watch = new Watch();
        watch.take(before, gap.rest(), null, new double[1]);
        if (RegroupedGap.isRegrouped(before, after)) {
            RegroupedGap other = RegroupedGap.of(
                    before,
                    after,
                    CanonicalSpace.of(before.stage()).pointMatrix(),
                    CanonicalSpace.of(after.stage()).pointMatrix());
            if (other != null) {
                return of(other, before, after, progress);
            }
        }
        int clips = Math.min(before.clips().size(), after.clips().size());
        int frames = 1;
        for (int i = 0; i < clips; i++) {
            Clip ca = before.clips().get(i);
            double[] times = SampleTimes.frames(ca.startSeconds(), ca.endSeconds(), ca.rate());
            Progress part = progress.part((double) i / clips, (i + 1.0) / clips);
            watch.take(before, gap.over(ca, after.clips().get(i), times, part), ca, times);
            frames += times.length;
        }
        return new Proof(watch.worst, frames);
    }

    private static Proof of(RegroupedGap gap, Scene before, Scene after, Progress progress) {
        Watch watch = new Watch();
        watch.take(after, gap.at(null, 0, null, 0), null, 0);
        int clips = Math.min(before.clips().size(), after.clips().size());
        int frames = 1;
        for (int i = 0; i < clips; i++) {
            Clip ca = before.clips().get(i);
            double[] times = SampleTimes.frames(ca.startSeconds(), ca.endSeconds(), ca.rate());
            for (int t = 0; t < times.length; t++) {
                progress.at((i + (double) t / times.length) / clips, ca.name());
                watch.take(after, gap.at(ca, times[t], after.clips().get(i), times[t]), ca, times[t]);
            }
            frames += times.length;
        }
        return new Proof(watch.worst, frames);
    }

    private static final class Watch {
        private Figure worst = Figure.of(0, "mm");

        void take(Scene scene, RegroupedGap.Worst w, @Nullable Clip clip, double seconds) {
            double mm = w.far() * 1000;
            if (mm > worst.value() || Double.isNaN(mm) && !Double.isNaN(worst.value())) {
                worst = new Figure(
                        mm,
                        "mm",
                        w.node() < 0 ? "" : scene.path(w.node()),
                        clip == null ? "" : clip.name(),
                        clip == null ? Double.NaN : clip.rate().frame(seconds));
            }
        }

        void take(Scene scene, SurfaceGap.Gap g, @Nullable Clip clip, double[] times) {
            for (int t = 0; t < times.length; t++) {
                double mm = g.worst()[t] * 1000;
                if (mm > worst.value() || Double.isNaN(mm) && !Double.isNaN(worst.value())) {
                    worst = new Figure(
                            mm,
                            "mm",
                            scene.path(g.node()[t]),
                            clip == null ? "" : clip.name(),
                            clip == null ? Double.NaN : clip.rate().frame(times[t]));
                }
            }
        }
    }
}
