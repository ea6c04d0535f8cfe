package idleheron.render;

import idleheron.core.job.Cores;
import idleheron.render.ink.HeatRamp;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import org.joml.Vector3d;

/**
 * Marches through a cloud and lays it over a picture: a fog is lit by the sun and dims what is behind it, any other field shows
 * its values on the heat ramp. The box of active voxels is drawn around it.
 */
public final class CloudLayer {
    private static final double AMBIENT = 0.42;
    private static final double SUNLIT = 0.62;
    private static final float OPAQUE = 0.01f;

    private static final int[][] EDGES = {
        {0, 1}, {2, 3}, {4, 5}, {6, 7}, {0, 2}, {1, 3}, {4, 6}, {5, 7}, {0, 4}, {1, 5}, {2, 6}, {3, 7}
    };

    private CloudLayer() {}

    /** How near a surface stands before the cloud. */
    public interface Depth {
        Depth OPEN = (x, y) -> 0;

        /** One over the distance of the surface at a pixel, 0 where there is none. */
        float at(int x, int y);
    }

    /**
     * @param rgb the colour of lit smoke
     * @param fine whether every pixel is marched, or every other
     */
    public static void draw(Picture to, Projection p, Cloud cloud, int rgb, Depth depth, boolean fine) {
        int block = fine ? 1 : 2;
        int rows = (to.height() + block - 1) / block;
        double cells = fine ? 0.75 : 1.5;
        Cores.split(rows, 8, (from, until) -> {
            March m = new March(to, p, cloud, rgb, cells);
            for (int row = from; row < until; row++) {
                for (int x = 0; x < to.width(); x += block) {
                    m.ray(x, row * block, block, depth.at(x, row * block));
                }
            }
        });
    }

    /** The edges of the box. */
    public static void box(Picture to, Projection p, Cloud cloud, int rgb, double alpha) {
        double[] c = cloud.corners();
        Pen pen = new Pen(to);
        float[] s = new float[24];
        for (int i = 0; i < 8; i++) {
            p.project(c[3 * i], c[3 * i + 1], c[3 * i + 2], s, 3 * i);
        }
        for (int[] e : EDGES) {
            if (s[3 * e[0] + 2] > 0 && s[3 * e[1] + 2] > 0) {
                pen.ink(rgb, alpha).line(s[3 * e[0]], s[3 * e[0] + 1], s[3 * e[1]], s[3 * e[1] + 1], 0.9);
            }
        }
    }

    /** Of a ray; a grid has at most some hundreds of cells on a side. */
    private static final double MOST_STEPS = 1e4;

    private static final class March {
        private final Picture to;
        private final Projection p;
        private final Cloud cloud;
        private final int rgb;
        private final double cells;
        private double step;
        private final Vector3d eye;
        private final Vector3d at = new Vector3d();
        private final Vector3d way = new Vector3d();
        private final double[] ray = new double[3];

        March(Picture to, Projection p, Cloud cloud, int rgb, double cells) {
            this.to = to;
            this.p = p;
            this.cloud = cloud;
            this.rgb = rgb;
            this.cells = cells;
            double[] e = p.eye();
            eye = cloud.toCell().transformPosition(new Vector3d(e[0], e[1], e[2]));
        }

        void ray(int x, int y, int block, float nearest) {
            double length = p.ray(x + 0.5 * block, y + 0.5 * block, ray);
            cloud.toCell().transformDirection(way.set(ray[0], ray[1], ray[2]));
            // in cells, so that a map that stretches one axis takes no more steps than the grid has cells
            step = cells / way.length();
            double in = 0;
            double out = nearest > 0 ? length / nearest : Double.POSITIVE_INFINITY;
            for (int a = 0; a < 3; a++) {
                double low = (-0.5 - eye.get(a)) / way.get(a);
                double high = (cloud.size(a) - 0.5 - eye.get(a)) / way.get(a);
                if (Double.isNaN(low) || Double.isNaN(high)) {
                    continue;
                }
                in = Math.max(in, Math.min(low, high));
                out = Math.min(out, Math.max(low, high));
            }
            if (!(in < out) || !((out - in) / step < MOST_STEPS)) {
                return;
            }
            if (cloud.isFog()) {
                fog(x, y, block, in, out);
            } else {
                field(x, y, block, in, out);
            }
        }

        private void fog(int x, int y, int block, double in, double out) {
            float through = 1;
            double bright = 0;
            // a start that differs from pixel to pixel turns the rings of equal steps into a fine grain
            double t = in + step * ((x * 7 + y * 13) % 16) / 16.0;
            for (; t < out && through > OPAQUE; t += step) {
                at.set(eye).fma(t, way);
                float v = cloud.value(at.x, at.y, at.z);
                if (v > 0) {
                    float keep = (float) Math.exp(-v * cloud.extinction() * step);
                    bright += through * (1 - keep) * (AMBIENT + SUNLIT * cloud.light(at.x, at.y, at.z));
                    through *= keep;
                }
            }
            if (through < 1) {
                put(x, y, block, shade(rgb, bright / (1 - through)), 1 - through);
            }
        }

        /** The largest value on the way, as heat. */
        private void field(int x, int y, int block, double in, double out) {
            float most = 0;
            for (double t = in; t < out; t += step) {
                at.set(eye).fma(t, way);
                most = Math.max(most, cloud.value(at.x, at.y, at.z));
            }
            float share = cloud.top() > 0 ? most / cloud.top() : 0;
            if (share > 0.004) {
                put(x, y, block, HeatRamp.at(share), Math.min(1, 0.25f + 1.4f * share));
            }
        }

        private static int shade(int rgb, double by) {
            double k = Math.min(1.15, by);
            int r = (int) Math.min(255, (rgb >> 16 & 255) * k);
            int g = (int) Math.min(255, (rgb >> 8 & 255) * k);
            int b = (int) Math.min(255, (rgb & 255) * k);
            return r << 16 | g << 8 | b;
        }

        private void put(int x, int y, int block, int color, float alpha) {
            for (int dy = 0; dy < block; dy++) {
                for (int dx = 0; dx < block; dx++) {
                    to.blend(x + dx, y + dy, color, alpha);
                }
            }
        }
    }
}
