package idleheron.core.garment.freedom;

import static idleheron.core.Messages.say;

import idleheron.core.garment.facts.PieceList;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.EdgeWays;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Cores;
import org.jspecify.annotations.Nullable;

/** Gives every point of a garment a freedom, 0 to 1, with a smooth step between. Lengths in metres. */
public sealed interface FreedomRule {
    /**
     * @param m with points that lie in one place as one
     * @param body that wears it, or null
     */
    double[] of(TriangleMesh m, @Nullable BodyDistance body);

    /** Held above one height, free below another. */
    record Below(double top, double bottom) implements FreedomRule {
        public Below {
            if (!(top > bottom)) {
                throw new IllegalArgumentException(
                        say("core.garment.freedom.FreedomRule.a-top-of-m-at-or", top, bottom));
            }
        }

        @Override
        public double[] of(TriangleMesh m, @Nullable BodyDistance body) {
            double[] out = new double[m.pointCount()];
            for (int i = 0; i < out.length; i++) {
                out[i] = step((top - m.points()[3 * i + 1]) / (top - bottom));
            }
            return out;
        }
    }

    /** Held at the upper border of the garment, free from so far along the cloth; the upper border is its highest tenth. */
    record FromTop(double band) implements FreedomRule {
        private static final double HIGHEST = 0.1;

        public FromTop {
            above0(band);
        }

        @Override
        public double[] of(TriangleMesh m, @Nullable BodyDistance body) {
            double[] box = m.box();
            double line = box[4] - HIGHEST * (box[4] - box[1]);
            boolean[] at = new boolean[m.pointCount()];
            MeshEdges e = MeshEdges.of(m);
            boolean any = false;
            for (int i = 0; i < e.count(); i++) {
                for (int k = 0; k < 2 && e.faces()[i] == 1; k++) {
                    int p = e.ends()[2 * i + k];
                    at[p] = m.points()[3 * p + 1] >= line;
                    any |= at[p];
                }
            }
            for (int p = 0; p < at.length && !any; p++) {
                at[p] = m.points()[3 * p + 1] >= line;
            }
            return along(m, at, band);
        }
    }

    /** Held at every open border, free from so far along the cloth. */
    record FromBorders(double band) implements FreedomRule {
        public FromBorders {
            above0(band);
        }

        @Override
        public double[] of(TriangleMesh m, @Nullable BodyDistance body) {
            boolean[] at = new boolean[m.pointCount()];
            MeshEdges e = MeshEdges.of(m);
            for (int i = 0; i < e.count(); i++) {
                if (e.faces()[i] == 1) {
                    at[e.ends()[2 * i]] = true;
                    at[e.ends()[2 * i + 1]] = true;
                }
            }
            return along(m, at, band);
        }
    }

    /** Held where it lies close to the body, free where it lies far from it. */
    record ByGap(double near, double far) implements FreedomRule {
        public ByGap {
            if (!(far > near)) {
                throw new IllegalArgumentException(
                        say("core.garment.freedom.FreedomRule.far-m-at-or-below-near", far, near));
            }
        }

        @Override
        public double[] of(TriangleMesh m, @Nullable BodyDistance body) {
            double[] out = new double[m.pointCount()];
            java.util.Arrays.fill(out, 1);
            if (body == null) {
                return out;
            }
            Cores.split(out.length, 512, (from, to) -> {
                Foot f = new Foot();
                for (int i = from; i < to; i++) {
                    double gap = body.signed(m.points()[3 * i], m.points()[3 * i + 1], m.points()[3 * i + 2], far, f);
                    out[i] = step((gap - near) / (far - near));
                }
            });
            return out;
        }
    }

    /** Pieces smaller than a trim may be are held, the rest is free. */
    record HeldTrims() implements FreedomRule {
        @Override
        public double[] of(TriangleMesh m, @Nullable BodyDistance body) {
            PieceList pieces = PieceList.of(m);
            double[] out = new double[m.pointCount()];
            for (int i = 0; i < out.length; i++) {
                out[i] = pieces.isCloth(i) ? 1 : 0;
            }
            return out;
        }
    }

    private static void above0(double band) {
        if (!(band > 0)) {
            throw new IllegalArgumentException(say("core.garment.freedom.FreedomRule.a-band-of-m-it-is", band));
        }
    }

    /** Held at some points, free from a band along the cloth; what none of them reaches is free. */
    static double[] along(TriangleMesh m, boolean[] held, double band) {
        double[] out = EdgeWays.of(m).from(held);
        for (int i = 0; i < out.length; i++) {
            out[i] = step(out[i] / band);
        }
        return out;
    }

    /** 3t² − 2t³ between 0 and 1. */
    static double step(double t) {
        double c = Math.clamp(t, 0, 1);
        return c * c * (3 - 2 * c);
    }
}
