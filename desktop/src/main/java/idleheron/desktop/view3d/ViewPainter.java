package idleheron.desktop.view3d;

import idleheron.core.cache.measure.NearPoints;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Turns requests into pictures; belongs to the viewport's painting thread. */
final class ViewPainter {
    private static final int KEPT = 6;
    private static final float[] COLD = {};

    private final Painter painter = new Painter();
    private final ClothHeat cloth = new ClothHeat();
    private final List<Side> sides = new ArrayList<>();
    private final PanelScenes panels = new PanelScenes();
    private final Map<String, float[]> weights = new LinkedHashMap<>();

    private double largest;
    private @Nullable Vec3 worst;
    private @Nullable Side shown;

    /**
     * What was painted.
     *
     * @param viewpoint from where
     * @param nodes joints of the first side
     * @param at per joint x and y, points
     * @param heatTop what the dark end of the ramp stands for, mm, or 0
     * @param worst where the heat is greatest, common space, metres; null where none is shown
     * @param missing files of the first side's pictures that are not to be had
     */
    record Painted(
            Picture picture,
            Viewpoint viewpoint,
            int[] nodes,
            float[] at,
            double heatTop,
            @Nullable Vec3 worst,
            List<String> missing) {

        /** The joint nearest to a place, points, within a radius; -1 where none is. */
        int nearest(double x, double y, double radius) {
            int best = -1;
            double least = radius;
            for (int i = 0; i < nodes.length; i++) {
                double d = Math.hypot(at[2 * i] - x, at[2 * i + 1] - y);
                if (d < least) {
                    least = d;
                    best = nodes[i];
                }
            }
            return best;
        }
    }

    Painted paint(ViewRequest r) {
        List<Side> all = new ArrayList<>();
        for (ViewRequest.Shown s : panels.sides(r)) {
            Side side = side(s);
            side.field(r.field());
            side.pose(clip(s.scene(), r.clip()), r.seconds());
            all.add(side);
        }
        shown = all.size() == 1 ? all.getFirst() : null;
        double[] bounds = {-0.5, 0, -0.5, 0.5, 2, 0.5};
        if (!all.isEmpty()) {
            bounds = bounds(r, all.getFirst());
            for (Side other : all) {
                // a cloud is seen through, so that one may stand inside another that is much larger
                if (other.surfaces().isEmpty() && !other.scene().volumes().isEmpty()) {
                    Side.grow(bounds, other.bounds());
                }
            }
        }
        Viewpoint v = r.viewpoint() == null ? start(r, bounds) : r.viewpoint();
        double reach = Math.max(1e-3, Math.max(bounds[4] - bounds[1], bounds[3] - bounds[0]));
        Picture picture =
                new Picture(r.size().width(), r.size().height(), r.size().grain());
        double heatTop = 0;
        worst = null;
        if (all.size() == 2 && r.sides().size() == 1) {
            panelled(picture, r, all, v, reach);
        } else if (r.arrangement() == ViewRequest.Arrangement.BESIDE && all.size() == 2) {
            beside(picture, r, all, v, reach);
        } else if (r.arrangement() == ViewRequest.Arrangement.DIFFERENCE && all.size() == 2) {
            heatTop = difference(picture, r, all, v, reach);
        } else if (r.arrangement() == ViewRequest.Arrangement.WEIGHTS && all.size() == 2) {
            heatTop = weightGap(picture, r, all, v, reach);
        } else {
            List<Painter.Drawn> drawn = new ArrayList<>();
            for (int i = 0; i < all.size(); i++) {
                drawn.add(drawn(r.sides().get(i), all.get(i), r, all.size() > 1));
            }
            painter.paint(picture, v, r.palette(), reach, drawn, r.fine());
        }
        return joints(picture, v, all, heatTop);
    }

    /** The picture that is missing where somebody points in what was painted last; "" where none is. */
    String missingAt(Painted p, double x, double y) {
        Side first = shown;
        if (first == null || p.missing().isEmpty()) {
            return "";
        }
        Projection seen = Projection.inPoints(p.viewpoint(), p.picture());
        double[] way = new double[3];
        seen.ray(x, y, way);
        return HatchNames.along(first.scene(), first.surfaces(), seen.eye(), way, p.missing());
    }

    /** From where everything is seen, beside what floats over the view. */
    private static Viewpoint start(ViewRequest r, double[] bounds) {
        ViewRequest.Size s = r.size();
        return r.room().framing(r.start(), bounds, s.width() / s.grain(), s.height() / s.grain());
    }

    /** Of what is looked at: of the surface whose heat is given, else of all. */
    private static double[] bounds(ViewRequest r, Side first) {
        ViewRequest.Heat h = r.sides().getFirst().heat();
        List<Surface> one = h == null
                ? List.of()
                : first.surfaces().stream().filter(s -> s.node() == h.node()).toList();
        return one.isEmpty() ? first.bounds() : Surface.bounds(one);
    }

    private Side side(ViewRequest.Shown s) {
        for (Side known : sides) {
            if (known.scene() == s.scene() && known.space() == s.space()) {
                sides.remove(known);
                sides.add(known);
                return known;
            }
        }
        if (sides.size() >= KEPT) {
            sides.removeFirst();
        }
        Side made = new Side(s.scene(), s.space(), ViewPictures.shelf());
        sides.add(made);
        return made;
    }

    private static @Nullable Clip clip(Scene s, String name) {
        for (Clip c : s.clips()) {
            if (c.name().equals(name)) {
                return c;
            }
        }
        return null;
    }

    private Painter.Drawn drawn(ViewRequest.Shown s, Side side, ViewRequest r, boolean two) {
        Palette c = r.palette();
        int color = s.returned() ? c.rgb(Palette.Tone.RETURNED) : c.rgb(Palette.Tone.SENT);
        Look look = switch (s.style()) {
            case SURFACE -> Look.SURFACE;
            case WIRE -> new Look(true, true, false, false, c.rgb(Palette.Tone.CLAY), -1, 1);
            case WEIGHTS, GAP, STRETCH, FREEDOM, PANELS -> Look.SURFACE;
            case JOINTS -> Look.JOINTS;
        };
        if (two) {
            look = look.withTint(s.tinted() ? color : -1, color, s.style() == ViewRequest.Style.JOINTS ? 0.30 : 0.62);
        } else if (look.joints()) {
            look = look.withTint(look.tint(), /* joint= */ c.rgb(Palette.Tone.SENT), look.strength());
        }
        heat(s, side);
        return new Painter.Drawn(side, look.withCover(r.cover()), s.chosen());
    }

    private void heat(ViewRequest.Shown s, Side side) {
        for (int i = 0; i < side.surfaces().size(); i++) {
            float[] heat = COLD;
            ViewRequest.Heat own = s.heat();
            if (own != null) {
                heat = side.surfaces().get(i).node() == own.node() ? own.values() : COLD;
            } else if (s.style() == ViewRequest.Style.WEIGHTS && s.chosen() >= 0) {
                heat = weights(s.scene(), side.surfaces().get(i).mesh(), s.chosen());
            } else if (s.style().isOfGarments()) {
                heat = cloth.of(side, i, s.style());
            }
            side.layers().get(i).heat(heat);
        }
        for (int i = side.surfaces().size(); i < side.shells().size(); i++) {
            side.shells().get(i).layer().heat(COLD);
        }
    }

    private float[] weights(Scene scene, Mesh mesh, int joint) {
        String key = System.identityHashCode(scene) + "/" + System.identityHashCode(mesh) + "/" + joint;
        if (weights.size() > 64) {
            weights.clear();
        }
        return weights.computeIfAbsent(key, k -> {
            Skin skin = mesh.skin();
            if (skin != null) {
                for (int slot = 0; slot < skin.joints().length; slot++) {
                    if (skin.joints()[slot] == joint) {
                        return skin.weightsOf(slot);
                    }
                }
            }
            return new float[mesh.pointCount()];
        });
    }

    private void beside(Picture to, ViewRequest r, List<Side> all, Viewpoint v, double reach) {
        Viewpoint far = v.zoomed(to.width() > 1.6 * to.height() ? 1.15 : 1.5);
        halves(to, r, reach, i -> far, i -> drawn(r.sides().get(i), all.get(i), r, true));
    }

    /** The figure as it is looked at, and its panels from the front, as near as the figure. */
    private void panelled(Picture to, ViewRequest r, List<Side> all, Viewpoint v, double reach) {
        Viewpoint figure = start(r, all.getFirst().bounds());
        double[] cut = all.get(1).bounds();
        Viewpoint flat = Viewpoint.FRONT
                .framing(cut)
                .holding(cut, r.size().width() / 2.0 / r.size().height());
        double near = v.distance() / figure.distance();
        halves(
                to,
                r,
                reach,
                i -> i == 0 ? v.zoomed(1.15) : flat.zoomed(1.05 * near),
                i -> drawn(panels.sides(r).get(i), all.get(i), r, false));
    }

    private void halves(
            Picture to, ViewRequest r, double reach, IntFunction<Viewpoint> from, IntFunction<Painter.Drawn> drawn) {
        int half = to.width() / 2;
        for (int i = 0; i < 2; i++) {
            Picture p = new Picture(half, to.height(), to.grain());
            painter.paint(p, from.apply(i), r.palette(), reach, List.of(drawn.apply(i)), r.fine());
            for (int y = 0; y < to.height(); y++) {
                System.arraycopy(p.pixels(), y * half, to.pixels(), y * to.width() + i * (to.width() - half), half);
            }
        }
        int line = r.palette().rgb(Palette.Tone.GROUND);
        for (int y = 0; y < to.height(); y++) {
            to.pixels()[y * to.width() + half] = 0xFF000000 | line;
        }
    }

    /** The sent surface with the distance to the returned one as heat; gives what the dark end stands for in mm. */
    private double difference(Picture to, ViewRequest r, List<Side> all, Viewpoint v, double reach) {
        Side a = all.getFirst();
        Side b = all.get(1);
        List<float[]> distances = new ArrayList<>();
        double most = 0;
        for (int i = 0; i < a.shells().size(); i++) {
            float[] pa = a.shells().get(i).points();
            float[] d = new float[pa.length / 3];
            if (i < b.shells().size()) {
                float[] pb = b.shells().get(i).points();
                if (pb.length == pa.length && !lump(a, b)) {
                    between(pa, pb, d);
                } else if (i >= a.surfaces().size()) {
                    float[] near = new NearPoints(pb).distances(pa);
                    for (int p = 0; p < d.length; p++) {
                        d[p] = near[p] * 1000;
                    }
                }
                most = hottest(pa, d, most);
            }
            distances.add(d);
        }
        // The end of the ramp only grows while one comparison is shown, so that colours can be held against each other.
        largest = Math.max(0.1, r.fine() && most < largest / 20 ? most : Math.max(largest, most));
        for (int i = 0; i < distances.size(); i++) {
            float[] d = distances.get(i);
            for (int p = 0; p < d.length; p++) {
                d[p] = (float) (d[p] / largest);
            }
            a.shells().get(i).layer().heat(d);
        }
        ViewRequest.Shown s = r.sides().getFirst();
        painter.paint(to, v, r.palette(), reach, List.of(new Painter.Drawn(a, Look.SURFACE, s.chosen())), r.fine());
        return largest;
    }

    /** Keeps the place of the greatest figure, where that is above the greatest so far; gives the greatest now. */
    private double hottest(float[] points, float[] figures, double most) {
        double out = most;
        int at = -1;
        for (int p = 0; p < figures.length; p++) {
            if (figures[p] > out) {
                out = figures[p];
                at = p;
            }
        }
        if (at >= 0) {
            worst = new Vec3(points[3 * at], points[3 * at + 1], points[3 * at + 2]);
        }
        return out;
    }

    /** Whether caches are cut into other objects, so that their points need not be in the same order. */
    private static boolean lump(Side a, Side b) {
        return !a.scene().caches().isEmpty()
                && !b.scene().caches().isEmpty()
                && a.scene().caches().getFirst().entries().size()
                        != b.scene().caches().getFirst().entries().size();
    }

    /** Distances of points with the same number, in millimetres. */
    private static void between(float[] pa, float[] pb, float[] into) {
        for (int p = 0; p < into.length; p++) {
            double x = pa[3 * p] - pb[3 * p];
            double y = pa[3 * p + 1] - pb[3 * p + 1];
            double z = pa[3 * p + 2] - pb[3 * p + 2];
            into[p] = (float) (Math.sqrt(x * x + y * y + z * z) * 1000);
        }
    }

    /** The sent surface with the difference of weights as heat; gives what the dark end stands for. */
    private double weightGap(Picture to, ViewRequest r, List<Side> all, Viewpoint v, double reach) {
        Side a = all.getFirst();
        Side b = all.get(1);
        int joint = r.sides().getFirst().chosen();
        List<float[]> gaps = new ArrayList<>();
        double most = 0.01;
        for (int i = 0; i < a.surfaces().size(); i++) {
            Mesh mesh = a.surfaces().get(i).mesh();
            float[] d = i < b.surfaces().size()
                    ? gap(a.scene(), mesh, b.scene(), b.surfaces().get(i).mesh(), joint)
                    : new float[mesh.pointCount()];
            most = hottest(a.shells().get(i).points(), d, most);
            gaps.add(d);
        }
        for (int i = 0; i < gaps.size(); i++) {
            float[] d = gaps.get(i).clone();
            for (int p = 0; p < d.length; p++) {
                d[p] = (float) (d[p] / most);
            }
            a.layers().get(i).heat(d);
        }
        painter.paint(to, v, r.palette(), reach, List.of(new Painter.Drawn(a, Look.SURFACE, joint)), r.fine());
        return most;
    }

    private float[] gap(Scene sent, Mesh a, Scene returned, Mesh b, int joint) {
        String key = "gap " + System.identityHashCode(a) + "/" + System.identityHashCode(b) + "/" + joint;
        if (weights.size() > 64) {
            weights.clear();
        }
        return weights.computeIfAbsent(key, k -> WeightGap.of(sent, a, returned, b, joint));
    }

    private Painted joints(Picture picture, Viewpoint v, List<Side> all, double heatTop) {
        if (all.isEmpty()) {
            return new Painted(picture, v, new int[0], new float[0], heatTop, null, List.of());
        }
        Side side = all.getFirst();
        int[] joints = side.scene().joints().stream().mapToInt(i -> i).toArray();
        float[] at = new float[2 * joints.length];
        Projection p = Projection.inPoints(v, picture);
        Matrix4d m = new Matrix4d();
        for (int i = 0; i < joints.length; i++) {
            side.space().matrix(side.pose().world(joints[i]), m);
            float[] xy = p.project(m.m30(), m.m31(), m.m32());
            at[2 * i] = xy[2] > 0 ? xy[0] : -1e6f;
            at[2 * i + 1] = xy[1];
        }
        return new Painted(picture, v, joints, at, heatTop, worst, side.missing());
    }
}
