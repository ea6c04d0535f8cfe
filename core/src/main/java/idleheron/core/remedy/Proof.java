package idleheron.core.remedy;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.pose.MeantSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.core.time.SampleTimes;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Shows that a remedy left the picture as it was: the deformed surfaces of both scenes, as meant, at rest and at every
 * frame of every clip.
 *
 * @param worst largest distance of a point, mm
 * @param frames how many poses were held against each other
 */
public record Proof(Figure worst, int frames) {

    /** Meshes are taken in their order; the two scenes must have the same ones. */
    public static Proof of(Scene before, Scene after, Progress progress) {
        Pose a = new Pose(before);
        Pose b = new Pose(after);
        List<Surface> sa = Surface.all(a);
        List<Surface> sb = Surface.all(b);
        Watch watch = new Watch();
        int total = 1;
        for (Clip c : before.clips()) {
            total += SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate()).length;
        }
        hold(a, b, sa, sb, null, null, 0, watch);
        int done = 1;
        for (int i = 0; i < Math.min(before.clips().size(), after.clips().size()); i++) {
            Clip ca = before.clips().get(i);
            Clip cb = after.clips().get(i);
            for (double t : SampleTimes.frames(ca.startSeconds(), ca.endSeconds(), ca.rate())) {
                progress.at((double) done++ / total, "proving on " + ca.name());
                hold(a, b, sa, sb, ca, cb, t, watch);
            }
        }
        return new Proof(watch.worst(), done);
    }

    private static final class Watch {
        private double worst;
        private String subject = "";
        private String clip = "";
        private double frame = Double.NaN;

        Figure worst() {
            return new Figure(worst, "mm", subject, clip, frame);
        }
    }

    private static void hold(
            Pose a,
            Pose b,
            List<Surface> sa,
            List<Surface> sb,
            @Nullable Clip ca,
            @Nullable Clip cb,
            double t,
            Watch watch) {
        a.at(ca, t);
        b.at(cb, t);
        for (int i = 0; i < Math.min(sa.size(), sb.size()); i++) {
            float[] pa = sa.get(i).deform(a, MeantSpace.of(a.scene().stage()).pointMatrix());
            float[] pb = sb.get(i).deform(b, MeantSpace.of(b.scene().stage()).pointMatrix());
            double mm = farthest(pa, pb) * 1000;
            if (mm > watch.worst) {
                watch.worst = mm;
                watch.subject = a.scene().path(sa.get(i).node());
                watch.clip = ca == null ? "" : ca.name();
                watch.frame = ca == null ? Double.NaN : ca.rate().frame(t);
            }
        }
    }

    /** Largest distance between points of the same index. */
    public static double farthest(float[] a, float[] b) {
        double worst = 0;
        for (int i = 0; i < Math.min(a.length, b.length); i += 3) {
            double x = a[i] - b[i];
            double y = a[i + 1] - b[i + 1];
            double z = a[i + 2] - b[i + 2];
            worst = Math.max(worst, x * x + y * y + z * z);
        }
        return Math.sqrt(worst);
    }
}
