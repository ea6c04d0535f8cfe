package idleheron.core.garment;

import static idleheron.core.Messages.say;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.Share;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;

/**
 * How far a garment goes into its body while a clip plays.
 *
 * @param clip by name
 * @param garment the node
 * @param frame at which it is deepest
 * @param worst depth there, metres; 0 where it never goes in
 * @param deeper square metres deeper than 2 mm there
 * @param stretch 99 % of its edges never grow longer than so many times their length at rest
 * @param frames how many were looked at
 */
public record PosedDepth(
        String clip, int garment, double frame, double worst, double deeper, double stretch, int frames) {
    /** Farther from the body nothing goes in, metres. */
    private static final double CAP = 0.05;

    private static final double SHORT = 1e-4;
    private static final double MOST = 0.99;

    /**
     * Of every garment and clip.
     *
     * @param most frames of a clip that are looked at, spread evenly
     */
    public static List<PosedDepth> of(Scene scene, Worn worn, int most, Progress progress) {
        List<PosedDepth> out = new ArrayList<>();
        TriangleMesh rest = RestSurface.of(scene, worn.body());
        for (int c = 0; c < scene.clips().size(); c++) {
            Clip clip = scene.clips().get(c);
            for (int g : worn.garments()) {
                progress.at((double) c / scene.clips().size(), say("core.garment.PosedDepth.posing", clip.name()));
                out.add(of(scene, worn.body(), rest, g, clip, most));
            }
        }
        return out;
    }

    private static PosedDepth of(Scene scene, int wearer, TriangleMesh rest, int garment, Clip clip, int most) {
        double[] all = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), clip.rate());
        int step = Math.max(1, (all.length + most - 1) / most);
        BodyDistance body = BodyDistance.of(rest);
        TriangleMesh cloth = RestSurface.of(scene, garment);
        MeshEdges edges = MeshEdges.of(cloth);
        Pose pose = new Pose(scene);
        PosedDepth worst = new PosedDepth(clip.name(), garment, clip.firstFrame(), 0, 0, 1, 0);
        int frames = 0;
        double stretch = 1;
        for (int i = 0; i < all.length; i += step) {
            pose.at(clip, all[i]);
            body = body.moved(RestSurface.posed(pose, wearer));
            TriangleMesh now = cloth.at(RestSurface.posed(pose, garment));
            GapFigures gaps = GapFigures.of(body, now, CAP);
            stretch = Math.max(stretch, stretch(edges, cloth, now));
            frames++;
            if (gaps.worst() > worst.worst) {
                worst = new PosedDepth(
                        clip.name(), garment, clip.rate().frame(all[i]), gaps.worst(), gaps.deeper(), 1, 0);
            }
        }
        return new PosedDepth(worst.clip, garment, worst.frame, worst.worst, worst.deeper, stretch, frames);
    }

    private static double stretch(MeshEdges edges, TriangleMesh rest, TriangleMesh now) {
        double[] out = new double[edges.count()];
        int n = 0;
        for (int e = 0; e < out.length; e++) {
            double before = edges.length(e, rest.points());
            if (before > SHORT) {
                out[n++] = edges.length(e, now.points()) / before;
            }
        }
        return n == 0 ? 1 : Share.at(Share.sorted(out, n), MOST);
    }
}
