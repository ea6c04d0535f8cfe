package idleheron.render;

import idleheron.render.ink.Palette;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;

/** Sky, the ground with its lines every half metre, the metre scale and the mark of a grown person's height. */
public final class Backdrop {
    private static final double PERSON = 1.7;

    private Backdrop() {}

    static void draw(Picture to, Projection p, Palette colors, double reach) {
        double step = step(reach);
        Pen pen = new Pen(to);
        int n = 8;
        for (int i = -n; i <= n; i++) {
            double a = i * step;
            pen.ink(colors.rgb(Palette.Tone.GROUND), i == 0 ? 0.9 : 0.5);
            segment(pen, p, a, -n * step, a, n * step);
            segment(pen, p, -n * step, a, n * step, a);
        }
    }

    /** A round number of metres such that a few fit. */
    public static double step(double reach) {
        double raw = Math.max(1e-4, reach / 4);
        double ten = Math.pow(10, Math.floor(Math.log10(raw)));
        double k = raw / ten;
        return (k < 2 ? 1 : k < 5 ? 2 : 5) * ten;
    }

    /** Cut into pieces, so that the part behind the viewer drops out. */
    private static void segment(Pen pen, Projection p, double x0, double z0, double x1, double z1) {
        int pieces = 16;
        float[] last = p.project(x0, 0, z0);
        for (int i = 1; i <= pieces; i++) {
            double t = (double) i / pieces;
            float[] next = p.project(x0 + (x1 - x0) * t, 0, z0 + (z1 - z0) * t);
            if (last[2] > 0 && next[2] > 0) {
                pen.line(last[0], last[1], next[0], next[1], 1);
            }
            last = next;
        }
    }

    /** The upright scale left of the figure: a tick at every round number of metres, and a mark at 1.7 m. */
    static void scale(Picture to, Projection p, Palette colors, double left, double height, double z) {
        double[] r = p.right();
        double x = r[0] * left;
        double zz = z + r[2] * left;
        double step = Math.max(0.05, step(height * 1.6));
        Pen pen = new Pen(to);
        int ticks = (int) Math.ceil(Math.min(40, height / step));
        float[] bottom = p.project(x, 0, zz);
        float[] top = p.project(x, ticks * step, zz);
        if (bottom[2] == 0 || top[2] == 0) {
            return;
        }
        pen.ink(colors.rgb(Palette.Tone.FAINT), 0.9).line(bottom[0], bottom[1], top[0], top[1], 1.4);
        for (int i = 0; i <= ticks; i++) {
            float[] at = p.project(x, i * step, zz);
            pen.ink(colors.rgb(Palette.Tone.FAINT), 0.9).line(at[0] - 7, at[1], at[0] + 7, at[1], 1.4);
            String label = label(i * step) + (i == 0 ? "" : " m");
            pen.ink(colors.rgb(Palette.Tone.FAINT), 1)
                    .text(at[0] - 14 - 9 * 0.7 * label.length(), at[1] + 4.5, 9, label);
        }
        if (height > 0.8 && height < 12) {
            person(pen, p, colors, x, zz);
        }
    }

    private static void person(Pen pen, Projection p, Palette colors, double x, double z) {
        float[] foot = p.project(x, 0, z);
        float[] head = p.project(x, PERSON, z);
        double h = foot[1] - head[1];
        double cx = foot[0] + 18 + h * 0.05;
        double r = h * 0.062;
        int c = colors.rgb(Palette.Tone.FAINT);
        pen.ink(c, 0.7).ring(cx, head[1] + r, r, 1.2);
        pen.ink(c, 0.7).line(cx, head[1] + 2 * r, cx, foot[1] - h * 0.47, 1.2);
        pen.ink(c, 0.7).line(cx, foot[1] - h * 0.47, cx - h * 0.07, foot[1], 1.2);
        pen.ink(c, 0.7).line(cx, foot[1] - h * 0.47, cx + h * 0.07, foot[1], 1.2);
        pen.ink(c, 0.7).line(cx, foot[1] - h * 0.80, cx - h * 0.10, foot[1] - h * 0.46, 1.2);
        pen.ink(c, 0.7).line(cx, foot[1] - h * 0.80, cx + h * 0.10, foot[1] - h * 0.46, 1.2);
        pen.ink(c, 0.9).text(cx + r + 5, head[1] + r + 3.5, 8, "1.7 m");
    }

    private static String label(double meters) {
        String s = String.format(java.util.Locale.ROOT, "%.2f", meters);
        return s.replaceFirst("\\.?0+$", "");
    }
}
