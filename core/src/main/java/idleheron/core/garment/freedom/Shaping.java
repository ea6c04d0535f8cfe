package idleheron.core.garment.freedom;

import idleheron.core.geometry.CotanLaplacian;
import idleheron.core.geometry.EdgeWays;
import idleheron.core.geometry.HeldSystem;
import idleheron.core.geometry.TriangleMesh;

/** What makes freedom gentler. Values are one a point of a surface whose points in one place are one. */
public final class Shaping {
    private Shaping() {}

    /**
     * The largest map below another whose slope is nowhere above a limit: what is held stays held, and it only lowers.
     *
     * @param length that a value of 1 stands for, metres
     * @param slope metres of freedom per metre of cloth
     */
    public static double[] softened(TriangleMesh m, double[] v, double length, double slope) {
        double[] out = v.clone();
        EdgeWays.of(m).spread(out, slope / length);
        return out;
    }

    /** The smallest map above another whose slope is nowhere above a limit: what is free stays free, and it only raises. */
    public static double[] raised(TriangleMesh m, double[] v, double length, double slope) {
        double[] out = new double[v.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = -v[i];
        }
        EdgeWays.of(m).spread(out, slope / length);
        for (int i = 0; i < out.length; i++) {
            out[i] = -out[i];
        }
        return out;
    }

    /**
     * As smooth as can be between what is held and what is wholly free, without overshoot.
     *
     * @throws IllegalArgumentException where a piece has neither a held nor a wholly free point
     */
    public static double[] smoothed(TriangleMesh m, double[] v) {
        boolean[] fixed = new boolean[v.length];
        boolean[] free = m.used();
        double[] out = v.clone();
        for (int i = 0; i < v.length; i++) {
            fixed[i] = v[i] <= FreedomMap.HELD || v[i] >= 1 - FreedomMap.HELD;
        }
        new HeldSystem(CotanLaplacian.of(m).energy(0), m.points(), fixed, free).solve(out);
        return out;
    }
}
