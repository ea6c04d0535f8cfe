package idleheron.render.ink;

/** Smooth lines, rings, discs and triangles in the plane of a picture. Places and sizes are in points of its grain. */
public final class Pen {
    private final Picture to;
    private final double grain;
    private int rgb;
    private double alpha = 1;

    public Pen(Picture to) {
        this.to = to;
        this.grain = to.grain();
    }

    /** Sets the colour of what is drawn from now on, black before. */
    public Pen ink(int color, double opacity) {
        rgb = color;
        alpha = opacity;
        return this;
    }

    /** A line with round ends, that many points thick. */
    public void line(double x0, double y0, double x1, double y1, double thick) {
        stroke(x0 * grain, y0 * grain, x1 * grain, y1 * grain, thick * grain);
    }

    /** The same in pixels. */
    private void stroke(double x0, double y0, double x1, double y1, double thick) {
        double dx = x1 - x0;
        double dy = y1 - y0;
        double ll = dx * dx + dy * dy;
        if (!(ll < 1e10)) {
            return;
        }
        double half = thick / 2;
        double reach = half + 1;
        int top = (int) Math.max(0, Math.floor(Math.min(y0, y1) - reach));
        int bottom = (int) Math.min(to.height() - 1, Math.ceil(Math.max(y0, y1) + reach));
        for (int y = top; y <= bottom; y++) {
            double left = Math.min(x0, x1) - reach;
            double right = Math.max(x0, x1) + reach;
            if (Math.abs(dy) > 1e-6) {
                double slack = reach * Math.sqrt(ll) / Math.abs(dy);
                double at = x0 + (y + 0.5 - y0) * dx / dy;
                left = Math.max(left, at - slack - Math.abs(dx / dy));
                right = Math.min(right, at + slack + Math.abs(dx / dy));
            }
            int from = (int) Math.max(0, Math.floor(left));
            int until = (int) Math.min(to.width() - 1, Math.ceil(right));
            for (int x = from; x <= until; x++) {
                double px = x + 0.5 - x0;
                double py = y + 0.5 - y0;
                double t = ll == 0 ? 0 : Math.clamp((px * dx + py * dy) / ll, 0.0, 1.0);
                double d = Math.hypot(px - t * dx, py - t * dy);
                cover(x, y, half - d);
            }
        }
    }

    private void cover(int x, int y, double inside) {
        if (inside > -0.5) {
            to.blend(x, y, rgb, (float) (Math.min(1, inside + 0.5) * alpha));
        }
    }

    /** A filled circle, pixels. */
    public void disc(double cx, double cy, double radius) {
        ring(cx, cy, radius / 2, radius);
    }

    /** A ring whose middle line has the radius. */
    public void ring(double cx, double cy, double radius, double thick) {
        circle(cx * grain, cy * grain, radius * grain, thick * grain);
    }

    private void circle(double cx, double cy, double radius, double thick) {
        double reach = radius + thick / 2 + 1;
        for (int y = (int) Math.floor(cy - reach); y <= cy + reach; y++) {
            for (int x = (int) Math.floor(cx - reach); x <= cx + reach; x++) {
                double d = Math.abs(Math.hypot(x + 0.5 - cx, y + 0.5 - cy) - radius);
                cover(x, y, thick / 2 - d);
            }
        }
    }

    /** A filled triangle, pixels. */
    public void triangle(double ax, double ay, double bx, double by, double cx, double cy) {
        fill(ax * grain, ay * grain, bx * grain, by * grain, cx * grain, cy * grain);
    }

    private void fill(double ax, double ay, double bx, double by, double cx, double cy) {
        double area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
        if (Math.abs(area) < 0.01 || Math.abs(area) > 1e8) {
            return;
        }
        double s = Math.signum(area);
        double[] xs = {ax, bx, cx};
        double[] ys = {ay, by, cy};
        int top = (int) Math.max(0, Math.floor(Math.min(ay, Math.min(by, cy)) - 1));
        int bottom = (int) Math.min(to.height() - 1, Math.ceil(Math.max(ay, Math.max(by, cy)) + 1));
        int left = (int) Math.max(0, Math.floor(Math.min(ax, Math.min(bx, cx)) - 1));
        int right = (int) Math.min(to.width() - 1, Math.ceil(Math.max(ax, Math.max(bx, cx)) + 1));
        for (int y = top; y <= bottom; y++) {
            for (int x = left; x <= right; x++) {
                double inside = Double.POSITIVE_INFINITY;
                for (int e = 0; e < 3; e++) {
                    int n = (e + 1) % 3;
                    double ex = xs[n] - xs[e];
                    double ey = ys[n] - ys[e];
                    double d =
                            s * (ex * (y + 0.5 - ys[e]) - ey * (x + 0.5 - xs[e])) / Math.max(1e-9, Math.hypot(ex, ey));
                    inside = Math.min(inside, d);
                }
                cover(x, y, inside);
            }
        }
    }

    /** Text of the few letters that {@link StrokeFont} has; returns the width. */
    public double text(double x, double y, double size, String s) {
        double at = x;
        for (int i = 0; i < s.length(); i++) {
            for (double[] p : StrokeFont.strokes(s.charAt(i))) {
                for (int k = 0; k + 3 < p.length; k += 2) {
                    line(
                            at + p[k] * size,
                            y - p[k + 1] * size,
                            at + p[k + 2] * size,
                            y - p[k + 3] * size,
                            Math.max(1.1, size * 0.13));
                }
            }
            at += StrokeFont.advance(s.charAt(i)) * size;
        }
        return at - x;
    }
}
