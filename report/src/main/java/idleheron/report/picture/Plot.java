package idleheron.report.picture;

import idleheron.core.Figure;
import idleheron.core.pair.Series;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;

/**
 * A figure over frames as a drawing of a size.
 *
 * @param width points
 * @param height points
 */
public record Plot(int width, int height) {
    /** As wide as a page. */
    public static final Plot WIDE = new Plot(900, 120);

    /** Beside a picture. */
    public static final Plot BESIDE = new Plot(460, 170);

    private static final int LEFT = 56;
    private static final int TOP = 16;
    private static final int UNDER = 24;
    private static final int HAIR = Palette.DAY.rgb(Palette.Tone.HAIR);
    private static final int SECOND = Palette.DAY.rgb(Palette.Tone.SECOND);
    private static final int LIMIT = Palette.DAY.rgb(Palette.Tone.AMBER);
    private static final int WORST = Palette.DAY.rgb(Palette.Tone.BROKEN);

    /** Pixels to a unit. */
    private static final int SHARP = 2;

    private static double top(Series s) {
        double top = s.tolerance() * 1.2;
        for (double v : s.worst()) {
            top = Math.max(top, v);
        }
        return top;
    }

    /** How far down a share of the largest figure stands. */
    private double y(double share) {
        return height - UNDER - (height - UNDER - TOP) * share;
    }

    /** As SVG; its colours are those of the page. */
    public String svg(Series s) {
        double top = top(s);
        StringBuilder b = new StringBuilder();
        b.append("<svg viewBox='0 0 ").append(width).append(' ').append(height).append("' role='img'>");
        for (int i = 0; i <= 2; i++) {
            double y = y(i / 2.0);
            b.append(String.format(
                    java.util.Locale.ROOT,
                    "<line x1='%d' x2='%d' y1='%.1f' y2='%.1f' class='grid'/><text x='%d' y='%.1f' class='tick'>%s</text>",
                    LEFT,
                    width,
                    y,
                    y,
                    LEFT - 6,
                    y + 4,
                    Figure.number(round(top * i / 2))));
        }
        double limit = y(s.tolerance() / top);
        b.append(String.format(
                java.util.Locale.ROOT,
                "<line x1='%d' x2='%d' y1='%.1f' y2='%.1f' class='limit'/>",
                LEFT,
                width,
                limit,
                limit));
        b.append(line(s.seconds(), s.mean(), top, "mean")).append(line(s.seconds(), s.worst(), top, "worst"));
        return b.append("</svg>").toString();
    }

    private static double round(double v) {
        return Math.rint(v * 1000) / 1000;
    }

    private String line(double[] t, double[] v, double top, String kind) {
        StringBuilder b = new StringBuilder("<polyline class='" + kind + "' points='");
        for (int i = 0; i < t.length; i++) {
            double x = LEFT + (width - LEFT) * (t.length < 2 ? 0 : (t[i] - t[0]) / (t[t.length - 1] - t[0]));
            b.append(String.format(java.util.Locale.ROOT, "%.1f,%.1f ", x, y(v[i] / top)));
        }
        return b.append("'/>").toString();
    }

    /** The same plot as a picture, for paper. */
    public String dataUri(Series s) {
        Picture picture = new Picture(SHARP * width, SHARP * height);
        picture.fill(0xFFFFFFFF);
        Pen pen = new Pen(picture);
        double top = top(s);
        for (int i = 0; i <= 2; i++) {
            double y = y(i / 2.0);
            pen.ink(HAIR, 1);
            line(pen, LEFT, y, width, y, 1);
            pen.ink(SECOND, 1).text(SHARP * 4, SHARP * (y + 4), SHARP * 8, Figure.number(round(top * i / 2)));
        }
        double limit = y(s.tolerance() / top);
        pen.ink(LIMIT, 1);
        line(pen, LEFT, limit, width, limit, 1);
        draw(pen, s.seconds(), s.mean(), top, SECOND);
        draw(pen, s.seconds(), s.worst(), top, WORST);
        return Snapshot.dataUri(picture);
    }

    private static void line(Pen pen, double x0, double y0, double x1, double y1, double thick) {
        pen.line(SHARP * x0, SHARP * y0, SHARP * x1, SHARP * y1, SHARP * thick);
    }

    private void draw(Pen pen, double[] t, double[] v, double top, int rgb) {
        double length = t.length < 2 ? 1 : t[t.length - 1] - t[0];
        pen.ink(rgb, 1);
        for (int i = 1; i < t.length; i++) {
            line(
                    pen,
                    LEFT + (width - LEFT) * (t[i - 1] - t[0]) / length,
                    y(v[i - 1] / top),
                    LEFT + (width - LEFT) * (t[i] - t[0]) / length,
                    y(v[i] / top),
                    1.4);
        }
    }
}
