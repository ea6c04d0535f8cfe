package idleheron.report;

import idleheron.core.Figure;
import idleheron.core.compare.Series;

/** A figure over frames as SVG. */
final class Plot {
    private static final int WIDTH = 900;
    private static final int HEIGHT = 120;
    private static final int LEFT = 56;
    private static final int BASE = 96;

    private Plot() {}

    static String svg(Series s) {
        double top = s.tolerance() * 1.2;
        for (double v : s.worst()) {
            top = Math.max(top, v);
        }
        StringBuilder b = new StringBuilder();
        b.append("<svg viewBox='0 0 ").append(WIDTH).append(' ').append(HEIGHT).append("' role='img'>");
        for (int i = 0; i <= 2; i++) {
            double y = BASE - 80.0 * i / 2;
            b.append(String.format(
                    java.util.Locale.ROOT,
                    "<line x1='%d' x2='%d' y1='%.1f' y2='%.1f' class='grid'/><text x='%d' y='%.1f' class='tick'>%s</text>",
                    LEFT,
                    WIDTH,
                    y,
                    y,
                    LEFT - 6,
                    y + 4,
                    Figure.number(round(top * i / 2))));
        }
        double limit = BASE - 80 * s.tolerance() / top;
        b.append(String.format(
                java.util.Locale.ROOT,
                "<line x1='%d' x2='%d' y1='%.1f' y2='%.1f' class='limit'/>",
                LEFT,
                WIDTH,
                limit,
                limit));
        b.append(line(s.seconds(), s.mean(), top, "mean")).append(line(s.seconds(), s.worst(), top, "worst"));
        return b.append("</svg>").toString();
    }

    private static double round(double v) {
        return Math.rint(v * 1000) / 1000;
    }

    private static String line(double[] t, double[] v, double top, String kind) {
        StringBuilder b = new StringBuilder("<polyline class='" + kind + "' points='");
        for (int i = 0; i < t.length; i++) {
            double x = LEFT + (WIDTH - LEFT) * (t.length < 2 ? 0 : (t[i] - t[0]) / (t[t.length - 1] - t[0]));
            b.append(String.format(java.util.Locale.ROOT, "%.1f,%.1f ", x, BASE - 80 * v[i] / top));
        }
        return b.append("'/>").toString();
    }
}
