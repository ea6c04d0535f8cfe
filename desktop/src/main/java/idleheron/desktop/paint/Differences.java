package idleheron.desktop.paint;

import idleheron.core.cache.measure.NearPoints;
import idleheron.core.job.Cores;
import idleheron.render.Side;
import java.util.ArrayList;
import java.util.List;

/** How far each point of one side is from the other, in millimetres, as both stand. */
final class Differences {
    private Differences() {}

    /** Per surface of the first side a figure for each point; nought where the other side has nothing to compare it with. */
    static List<float[]> of(Side a, Side b) {
        List<float[]> out = new ArrayList<>();
        boolean lump = lump(a, b);
        for (int i = 0; i < a.shells().size(); i++) {
            float[] pa = a.shells().get(i).points();
            float[] d = new float[pa.length / 3];
            if (i < b.shells().size()) {
                float[] pb = b.shells().get(i).points();
                if (pb.length == pa.length && !lump) {
                    between(pa, pb, d);
                } else if (i >= a.surfaces().size()) {
                    float[] near = new NearPoints(pb).distances(pa);
                    for (int p = 0; p < d.length; p++) {
                        d[p] = near[p] * 1000;
                    }
                }
            }
            out.add(d);
        }
        return out;
    }

    /** Whether caches are cut into other objects, so that their points need not be in the same order. */
    private static boolean lump(Side a, Side b) {
        return !a.scene().caches().isEmpty()
                && !b.scene().caches().isEmpty()
                && a.scene().caches().getFirst().entries().size()
                        != b.scene().caches().getFirst().entries().size();
    }

    /** Distances of points with the same number, in millimetres. */
    private static void between(float[] pa, float[] pb, float[] into) {
        Cores.split(into.length, 20_000, (from, until) -> {
            for (int p = from; p < until; p++) {
                double x = pa[3 * p] - pb[3 * p];
                double y = pa[3 * p + 1] - pb[3 * p + 1];
                double z = pa[3 * p + 2] - pb[3 * p + 2];
                into[p] = (float) (Math.sqrt(x * x + y * y + z * z) * 1000);
            }
        });
    }

    /** Puts figures on a side as heat, 1 where they reach a top. */
    static void heat(Side side, List<float[]> figures, double top) {
        for (int i = 0; i < figures.size(); i++) {
            float[] d = figures.get(i);
            float[] heat = new float[d.length];
            for (int p = 0; p < d.length; p++) {
                heat[p] = (float) (d[p] / top);
            }
            side.shells().get(i).layer().heat(heat);
        }
    }
}
