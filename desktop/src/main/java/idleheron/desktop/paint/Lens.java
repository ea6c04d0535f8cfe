package idleheron.desktop.paint;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Shell;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.List;
import java.util.Objects;
import java.util.function.Supplier;

/** A round glass over a view: what lies under it four times as large, with the distance between both sides as heat. */
public final class Lens {
    /** Points from its middle to its rim. */
    public static final double RADIUS = 88;

    static final double TIMES = 4;

    /** Millimetres that the dark end of its ramp stands for at least, so that noise is no heat. */
    private static final double LEAST_TOP = 0.001;

    /** It paints at another size than the view does. */
    private final Painter painter = new Painter();

    /**
     * Lays it on a picture.
     *
     * @param r with the place where it lies
     * @param side that it looks at
     * @param distances of its points from the other side, millimetres, a list for each surface
     * @param pane in which it lies
     * @param reach size of what is looked at, metres
     * @return where its heat is greatest and by how much, as text; "" where there is nothing under it
     */
    String draw(
            Picture to, ViewRequest r, Side side, Supplier<List<float[]>> distances, Painted.Pane pane, double reach) {
        Viewpoint from = pane.from();
        ViewRequest.Place place = Objects.requireNonNull(r.lens());
        double[] way = new double[3];
        pane.seen().ray(place.x() - pane.left(), place.y(), way);
        double[] eye = pane.seen().eye();
        SurfaceHit hit = SurfaceHit.first(side.shells(), eye, way);
        Palette c = r.palette();
        Pen pen = new Pen(to);
        if (hit == null) {
            pen.ink(c.rgb(Palette.Tone.INK), 0.7).ring(place.x(), place.y(), RADIUS, 1.5);
            return "";
        }
        Viewpoint near = new Viewpoint(
                from.yaw(),
                from.pitch(),
                hit.far() / TIMES,
                hit.at().x(),
                hit.at().y(),
                hit.at().z());
        double grain = to.grain();
        int size = (int) Math.round(2 * RADIUS * grain);
        // as large as the whole view would be, four times as near, so that what is seen keeps its size
        near = near.zoomed(2 * RADIUS / (to.height() / grain));
        Picture glass = new Picture(size, size, grain);
        List<float[]> figures = distances.get();
        double top = Math.max(LEAST_TOP, top(side, figures, Projection.inPoints(near, glass), near.distance()));
        Differences.heat(side, figures, top);
        painter.paint(glass, near, c, reach, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), r.fine());
        lay(glass, to, place);
        pen.ink(c.rgb(Palette.Tone.INK), 1).ring(place.x(), place.y(), RADIUS, 2);
        pen.ink(c.rgb(Palette.Tone.INK), 1).ring(place.x(), place.y(), 2.5, 1.2);
        float[] of = figures.get(hit.shell());
        double here = of[hit.point(side.shells().get(hit.shell()))];
        return say("desktop.paint.Lens.mm-here-dark-is-mm", Figure.number(here), Figure.number(top));
    }

    /** The largest figure of what is seen through it: not of what lies behind that by more than its rim is away from its middle. */
    private static double top(Side side, List<float[]> figures, Projection p, double far) {
        double out = 0;
        double nearest = 1 / (far + RADIUS / p.pixelsPerMeter());
        float[] at = new float[3];
        for (int i = 0; i < figures.size(); i++) {
            Shell s = side.shells().get(i);
            float[] d = figures.get(i);
            for (int k = 0; k < d.length; k++) {
                if (d[k] > out) {
                    p.project(s.points()[3 * k], s.points()[3 * k + 1], s.points()[3 * k + 2], at, 0);
                    if (at[2] > nearest && Math.hypot(at[0] - RADIUS, at[1] - RADIUS) <= RADIUS) {
                        out = d[k];
                    }
                }
            }
        }
        return out;
    }

    private static void lay(Picture glass, Picture to, ViewRequest.Place place) {
        int n = glass.width();
        int x0 = (int) Math.round(place.x() * to.grain()) - n / 2;
        int y0 = (int) Math.round(place.y() * to.grain()) - n / 2;
        double radius = n / 2.0;
        for (int y = Math.max(0, -y0); y < n && y0 + y < to.height(); y++) {
            for (int x = Math.max(0, -x0); x < n && x0 + x < to.width(); x++) {
                if (Math.hypot(x + 0.5 - radius, y + 0.5 - radius) < radius) {
                    to.pixels()[(y0 + y) * to.width() + x0 + x] = glass.pixels()[y * n + x];
                }
            }
        }
    }
}
