package idleheron.report;

import idleheron.core.Figure;
import idleheron.core.compare.Series;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import javax.imageio.ImageIO;

/** A figure over frames as SVG. */
final class Plot {
    private static final int WIDTH = 900;
    private static final int HEIGHT = 120;
    private static final int LEFT = 56;
    private static final int BASE = 96;
    private static final Color HAIR = new Color(0xDDD4C3);
    private static final Color SECOND = new Color(0x5E6B73);
    private static final Color LIMIT = new Color(0xBF7A1E);
    private static final Color WORST = new Color(0xA83A2A);

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

    /** The same plot as a picture, for paper. */
    static String dataUri(Series s) {
        int times = 2;
        BufferedImage image = new BufferedImage(times * WIDTH, times * HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        g.scale(times, times);
        double top = s.tolerance() * 1.2;
        for (double v : s.worst()) {
            top = Math.max(top, v);
        }
        g.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 11));
        for (int i = 0; i <= 2; i++) {
            int y = BASE - 80 * i / 2;
            g.setColor(HAIR);
            g.drawLine(LEFT, y, WIDTH, y);
            g.setColor(SECOND);
            String text = Figure.number(round(top * i / 2));
            g.drawString(text, LEFT - 6 - g.getFontMetrics().stringWidth(text), y + 4);
        }
        g.setColor(LIMIT);
        int limit = (int) Math.round(BASE - 80 * s.tolerance() / top);
        g.drawLine(LEFT, limit, WIDTH, limit);
        g.setColor(SECOND);
        draw(g, s.seconds(), s.mean(), top);
        g.setColor(WORST);
        draw(g, s.seconds(), s.worst(), top);
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(out.toByteArray());
    }

    private static void draw(Graphics2D g, double[] t, double[] v, double top) {
        Path2D line = new Path2D.Double();
        for (int i = 0; i < t.length; i++) {
            double x = LEFT + (WIDTH - LEFT) * (t.length < 2 ? 0 : (t[i] - t[0]) / (t[t.length - 1] - t[0]));
            double y = BASE - 80 * v[i] / top;
            if (i == 0) {
                line.moveTo(x, y);
            } else {
                line.lineTo(x, y);
            }
        }
        g.draw(line);
    }
}
