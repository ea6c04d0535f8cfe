package idleheron.render;

import idleheron.core.job.Cores;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Rasterizer;
import idleheron.render.surface.SurfaceLayer;
import java.util.ArrayList;
import java.util.List;

/** Paints sides into a picture: backdrop, surfaces over each other, wires, joints. Keeps its buffers between frames. */
public final class Painter {
    /** Up to this many triangles the surface is drawn at twice the size and shrunk, which smooths its edges. */
    private static final int SMOOTH_BELOW = 220_000;

    /** Narrower pictures, in points, have no room for the metre scale. */
    private static final int SCALE_FROM = 260;

    private static final int SMOOTH_MOVING_BELOW = 90_000;

    /** Triangles of a side that are drawn while it moves, about; what has hardly more is drawn whole. */
    private static final int MOVING_MOST = 36_000;

    private static final double COARSE_FROM = 0.3;

    /** Points that a metre takes at least where the metre scale can be read. */
    private static final double LEAST_METER = 24;

    private final Rasterizer raster = new Rasterizer();
    /** How many times as large as the picture the depth of the last surface is; 0 where there is none. */
    private int depthScale;

    private Picture big = new Picture(1, 1);
    private Picture small = new Picture(1, 1);

    /** A side and how it is drawn. */
    public record Drawn(Side side, Look look, int chosenJoint) {}

    /**
     * @param reach size of what is looked at, metres: spaces the lines of the ground
     */
    public void paint(Picture to, Viewpoint viewpoint, Palette colors, double reach, List<Drawn> sides) {
        paint(to, viewpoint, colors, reach, sides, true);
    }

    /**
     * @param fine whether there is time to smooth the edges of larger figures too
     */
    public void paint(Picture to, Viewpoint viewpoint, Palette colors, double reach, List<Drawn> sides, boolean fine) {
        Projection p = Projection.inPoints(viewpoint, to);
        to.fill(colors.rgb(Palette.Tone.SKY_TOP), colors.rgb(Palette.Tone.SKY_BOTTOM));
        boolean upright = !sides.isEmpty() && sides.stream().allMatch(d -> isUprightSheet(d.side));
        if (!upright) {
            Backdrop.draw(to, p, colors, reach);
        }
        boolean stands = !sides.isEmpty() && !upright;
        if (stands && to.width() / to.grain() >= SCALE_FROM && p.pixelsPerMeter() > LEAST_METER) {
            double[] b = sides.getFirst().side.bounds();
            double width = Math.hypot(b[3] - b[0], b[5] - b[2]);
            Backdrop.scale(to, p, colors, (b[0] + b[3]) / 2 - width * 0.62 - 0.12 * reach, b[4], (b[2] + b[5]) / 2);
        }
        depthScale = 0;
        for (Drawn d : sides) {
            if (d.look.surface() && d.look.strength() > 0) {
                surface(to, viewpoint, d, fine);
            }
            if (d.look.wire()) {
                wire(to, p, d, colors);
            }
        }
        for (Drawn d : sides) {
            clouds(to, viewpoint, d, colors, fine);
        }
        for (Drawn d : sides) {
            if (d.look.joints() || d.chosenJoint >= 0) {
                int rgb = d.look.jointColor() < 0 ? colors.rgb(Palette.Tone.INK) : d.look.jointColor();
                int paper = colors.rgb(Palette.Tone.SKY_TOP);
                JointLayer.draw(
                        to,
                        p,
                        d.side.pose(),
                        d.side.space(),
                        new JointLayer.Style(rgb, paper, d.chosenJoint, d.look.allAxes()));
            }
        }
    }

    /** Whether it is nothing but a sheet in an upright plane, as a flat cut is: it needs neither ground nor shade. */
    private static boolean isUprightSheet(Side s) {
        double[] b = s.surfaces().isEmpty() ? new double[6] : s.bounds();
        return b[2] == b[5] && b[0] < b[3];
    }

    private void clouds(Picture to, Viewpoint viewpoint, Drawn d, Palette colors, boolean fine) {
        int smoke = d.look.tint() >= 0
                ? d.look.tint()
                : Picture.mix(colors.rgb(Palette.Tone.CLAY), colors.rgb(Palette.Tone.INK), 0.4f);
        int k = depthScale;
        Projection lines = Projection.inPoints(viewpoint, to);
        Projection p = new Projection(viewpoint, to.width(), to.height());
        for (Cloud c : d.side.clouds()) {
            CloudLayer.box(to, lines, c, d.look.tint() >= 0 ? d.look.tint() : colors.rgb(Palette.Tone.FAINT), 0.7);
            CloudLayer.draw(
                    to, p, c, smoke, k == 0 ? CloudLayer.Depth.OPEN : (x, y) -> raster.depthAt(x * k, y * k), fine);
        }
    }

    private void surface(Picture to, Viewpoint viewpoint, Drawn d, boolean fine) {
        int most = fine ? SMOOTH_BELOW : to.grain() > 1 ? 0 : SMOOTH_MOVING_BELOW;
        boolean smooth = d.side.triangleCount() < most;
        int k = smooth ? 2 : 1;
        int w = to.width() * k;
        int h = to.height() * k;
        if (big.width() != w || big.height() != h) {
            big = new Picture(w, h);
        }
        enlarge(to, big, k);
        Projection p = new Projection(viewpoint, w, h);
        raster.begin(w, h);
        depthScale = d.side.sketched().isEmpty() ? depthScale : k;
        boolean shaded = !isUprightSheet(d.side);
        double share = fine ? 1 : (double) MOVING_MOST / Math.max(1, d.side.triangleCount());
        boolean coarse = share < COARSE_FROM;
        boolean known =
                coarse && d.side.sketched().stream().allMatch(s -> s.layer().isCoarse(few(s, share)));
        List<SurfaceLayer> drawn = new ArrayList<>();
        for (Shell s : known ? d.side.sketched() : d.side.shells()) {
            SurfaceLayer layer = s.layer();
            layer.tint(d.look.tint() < 0 ? null : d.look.tint());
            if (coarse) {
                layer = layer.prepareCoarse(s.points(), p, shaded, few(s, share));
            } else {
                layer.wear(d.side.shelf(), d.look.cover());
                layer.prepare(s.points(), p, shaded);
            }
            raster.draw(layer, big, false);
            drawn.add(layer);
        }
        for (SurfaceLayer layer : drawn) {
            raster.draw(layer, big, true);
        }
        if (small.width() != to.width() || small.height() != to.height()) {
            small = new Picture(to.width(), to.height());
        }
        if (smooth) {
            small.shrinkFrom(big);
        }
        mix(to, smooth ? small : big, (float) d.look.strength());
    }

    private static int few(Shell s, double share) {
        return (int) Math.ceil(share * s.layer().triangleCount());
    }

    private static void enlarge(Picture from, Picture to, int k) {
        int w = from.width();
        Cores.split(from.height(), 60, (y0, y1) -> {
            for (int y = y0; y < y1; y++) {
                for (int dy = 0; dy < k; dy++) {
                    int row = (y * k + dy) * w * k;
                    for (int x = 0; x < w; x++) {
                        int c = from.pixels()[y * w + x];
                        for (int dx = 0; dx < k; dx++) {
                            to.pixels()[row + x * k + dx] = c;
                        }
                    }
                }
            }
        });
    }

    private static void mix(Picture to, Picture over, float strength) {
        int n = to.width() * to.height();
        Cores.split(n, 60_000, (from, until) -> {
            for (int i = from; i < until; i++) {
                int a = to.pixels()[i];
                int b = over.pixels()[i];
                to.pixels()[i] = a == b ? a : strength >= 1 ? b : Picture.mix(a, b, strength);
            }
        });
    }

    /** Edges of the triangles, each as a hairline; behind the surface they are hidden when it is drawn. */
    private static void wire(Picture to, Projection p, Drawn d, Palette colors) {
        Pen pen = new Pen(to);
        for (Shell shell : d.side.shells()) {
            float[] points = shell.points();
            int[] t = shell.layer().triangles();
            float[] s = new float[points.length];
            for (int k = 0; k < points.length; k += 3) {
                p.project(points[k], points[k + 1], points[k + 2], s, k);
            }
            for (int k = 0; k < t.length; k += 3) {
                int a = 3 * t[k];
                int b = 3 * t[k + 1];
                int c = 3 * t[k + 2];
                float area = (s[b] - s[a]) * (s[c + 1] - s[a + 1]) - (s[c] - s[a]) * (s[b + 1] - s[a + 1]);
                if (area < 0 && s[a + 2] > 0 && s[b + 2] > 0 && s[c + 2] > 0) {
                    pen.ink(colors.rgb(Palette.Tone.INK), 0.35).line(s[a], s[a + 1], s[b], s[b + 1], 0.7);
                    pen.ink(colors.rgb(Palette.Tone.INK), 0.35).line(s[b], s[b + 1], s[c], s[c + 1], 0.7);
                }
            }
        }
    }
}
