package idleheron.desktop.paint;

import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.picture.Shelf;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * Turns requests into pictures, and tells what lies where in the last one. Belongs to one thread, which is not the window's.
 */
public final class ViewPainter {
    private static final int KEPT = 6;

    /** The edge of a picture for nobody, pixels. */
    private static final int WARM = 240;

    private static final float[] COLD = {};
    private static final double LEAST_GAP = 0.01;

    /** The surface with joints to be chosen. */
    private static final Look RINGS = Look.SURFACE.withJoints(true);

    private final Shelf shelf;
    private final Painter painter = new Painter();
    private final ClothHeat cloth = new ClothHeat();
    private final WeightHeat weights = new WeightHeat();
    private final JointPaths paths = new JointPaths();
    private final Lens lens = new Lens();
    private final List<Side> sides = new ArrayList<>();
    private final PanelScenes panels = new PanelScenes();

    private double largest;
    private @Nullable Vec3 worst;

    /** How far the sent surfaces are from the returned ones, where the picture shows that. */
    private @Nullable List<float[]> between;

    private Seen seen = Seen.NOTHING;

    /** @param shelf where pictures of surfaces are read from */
    public ViewPainter(Shelf shelf) {
        this.shelf = shelf;
    }

    /** Paints a scene small, for nobody: what painting needs is loaded then, and the first picture of a window comes sooner. */
    public static void warm(Scene scene, Shelf shelf) {
        String clip = scene.clips().isEmpty() ? "" : scene.clips().getFirst().name();
        CanonicalSpace space = CanonicalSpace.of(scene.stage());
        ViewRequest.Shown shown = new ViewRequest.Shown(scene, space, ViewRequest.Style.SURFACE, -1, false, false);
        new ViewPainter(shelf)
                .paint(new ViewRequest(
                        List.of(shown),
                        MatchTable.NONE,
                        ViewRequest.Arrangement.OVER,
                        clip,
                        scene.stage().startSeconds(),
                        "",
                        Cover.COLOURS,
                        null,
                        Viewpoint.start(),
                        ViewRequest.Room.ALL,
                        Palette.DAY,
                        null,
                        false,
                        new ViewRequest.Size(WARM, WARM, 1)));
    }

    /** Paints what is asked for; on any thread but the window's. */
    public Painted paint(ViewRequest r) {
        List<Side> all = new ArrayList<>();
        for (ViewRequest.Shown s : panels.sides(r)) {
            all.add(side(s));
        }
        Seen now = new Seen(all, r.sides().size() == 2 ? r.table() : null, seen);
        seen = now;
        for (int i = 0; i < all.size(); i++) {
            all.get(i).field(r.field());
            if (isPlain(r)) {
                all.get(i).sketch(now.clip(r.clip(), i), r.seconds());
            } else {
                all.get(i).pose(now.clip(r.clip(), i), r.seconds());
            }
        }
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
        worst = null;
        between = null;
        double heatTop = arranged(picture, r, v, reach);
        drawPaths(picture, r);
        String note = "";
        ViewRequest.Place place = r.lens();
        if (place != null && now.isPair()) {
            Painted.Pane pane = now.pane(place.x());
            Side side = all.get(pane.side());
            List<float[]> known = pane.side() == 0 ? between : null;
            note = lens.draw(
                    picture,
                    r,
                    side,
                    () -> known == null ? Differences.of(side, all.get(1 - pane.side())) : known,
                    pane,
                    reach);
        }
        return now.painted(picture, v, heatTop, worst, note);
    }

    /** Whether it moves and shows nothing that is worked out from all points. */
    private static boolean isPlain(ViewRequest r) {
        return !r.fine()
                && r.lens() == null
                && r.arrangement() != ViewRequest.Arrangement.DIFFERENCE
                && r.sides().stream().noneMatch(s -> s.style().isOfGarments());
    }

    /** Paints the sides as they are to stand to each other; gives what the dark end of the ramp stands for, or 0. */
    private double arranged(Picture to, ViewRequest r, Viewpoint v, double reach) {
        List<Side> all = seen.sides();
        boolean pair = seen.isPair();
        if (all.size() == 2 && !pair) {
            panelled(to, r, all, v, reach);
            return 0;
        }
        if (pair
                && (r.arrangement() == ViewRequest.Arrangement.BESIDE
                        || r.arrangement() == ViewRequest.Arrangement.WEIGHTS)) {
            beside(to, r, v, reach);
            return r.arrangement() == ViewRequest.Arrangement.WEIGHTS ? 1 : 0;
        }
        seen.pane(new Painted.Pane(0, true, 0, to.width() / to.grain(), v, Projection.inPoints(v, to)));
        if (pair && r.arrangement() == ViewRequest.Arrangement.DIFFERENCE) {
            return difference(to, r, all, v, reach);
        }
        if (pair && r.arrangement() == ViewRequest.Arrangement.WEIGHT_GAP) {
            return weightGap(to, r, all, v, reach);
        }
        List<Painter.Drawn> drawn = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            drawn.add(drawn(r.sides().get(i), i, r, all.size() > 1));
        }
        painter.paint(to, v, r.palette(), reach, drawn, r.fine());
        return 0;
    }

    /** The paths of the chosen joint, each in the colour of its side. */
    private void drawPaths(Picture to, ViewRequest r) {
        for (Painted.Pane pane : seen.panes()) {
            for (int i : seen.of(pane)) {
                int rgb = r.palette().rgb(i == 1 ? Palette.Tone.RETURNED : Palette.Tone.SENT);
                paths.draw(to, pane, seen.sides().get(i), seen.clip(r.clip(), i), chosen(r, i), rgb);
            }
        }
    }

    /** What is under the pointer in what was painted last. */
    public Pointed pointed(Painted p, double x, double y, double radius) {
        return seen.pointed(p, x, y, radius);
    }

    /** The point of a mesh of the sent side that is nearest to a place in what was painted last, or null. */
    public @Nullable Picked pick(double x, double y) {
        return seen.pick(x, y);
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
        Side made = new Side(s.scene(), s.space(), shelf);
        sides.add(made);
        return made;
    }

    private Painter.Drawn drawn(ViewRequest.Shown s, int at, ViewRequest r, boolean two) {
        Side side = seen.sides().get(at);
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
        int chosen = chosen(r, at);
        if (r.arrangement() == ViewRequest.Arrangement.WEIGHTS && two) {
            weigh(side, chosen);
            look = RINGS.withTint(-1, color, 1);
        } else {
            heat(s, side);
        }
        return new Painter.Drawn(side, look.withCover(r.cover()), chosen);
    }

    /** The weights of one joint as heat; none where it is -1. */
    private void weigh(Side side, int joint) {
        for (int i = 0; i < side.surfaces().size(); i++) {
            side.layers()
                    .get(i)
                    .heat(
                            joint < 0
                                    ? COLD
                                    : weights.of(
                                            side.scene(), side.surfaces().get(i).mesh(), joint));
        }
    }

    private void heat(ViewRequest.Shown s, Side side) {
        for (int i = 0; i < side.surfaces().size(); i++) {
            float[] heat = COLD;
            ViewRequest.Heat own = s.heat();
            if (own != null) {
                heat = side.surfaces().get(i).node() == own.node() ? own.values() : COLD;
            } else if (s.style() == ViewRequest.Style.WEIGHTS && s.chosen() >= 0) {
                heat = weights.of(s.scene(), side.surfaces().get(i).mesh(), s.chosen());
            } else if (s.style().isOfGarments()) {
                heat = cloth.of(side, i, s.style());
            }
            side.layers().get(i).heat(heat);
        }
        for (int i = side.surfaces().size(); i < side.sketched().size(); i++) {
            side.sketched().get(i).layer().heat(COLD);
        }
    }

    private void beside(Picture to, ViewRequest r, Viewpoint v, double reach) {
        Viewpoint far = v.zoomed(to.width() > 1.6 * to.height() ? 1.15 : 1.5);
        halves(to, r, reach, i -> far, i -> drawn(r.sides().get(i), i, r, true));
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
                i -> drawn(panels.sides(r).get(i), i, r, false));
    }

    private void halves(
            Picture to, ViewRequest r, double reach, IntFunction<Viewpoint> from, IntFunction<Painter.Drawn> drawn) {
        int half = to.width() / 2;
        for (int i = 0; i < 2; i++) {
            Picture p = new Picture(half, to.height(), to.grain());
            Viewpoint v = from.apply(i);
            double left = (to.width() - half) / to.grain() * i;
            seen.pane(new Painted.Pane(i, false, left, half / to.grain(), v, Projection.inPoints(v, p)));
            painter.paint(p, v, r.palette(), reach, List.of(drawn.apply(i)), r.fine());
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
        List<float[]> distances = Differences.of(a, all.get(1));
        between = distances;
        double most = hottest(a, distances, 0);
        // The end of the ramp only grows while one comparison is shown, so that colours can be held against each other.
        largest = Math.max(0.1, r.fine() && most < largest / 20 ? most : Math.max(largest, most));
        Differences.heat(a, distances, largest);
        Painter.Drawn drawn =
                new Painter.Drawn(a, Look.SURFACE, r.sides().getFirst().chosen());
        painter.paint(to, v, r.palette(), reach, List.of(drawn), r.fine());
        return largest;
    }

    /** The sent surface with the difference of weights as heat; gives what the dark end stands for. */
    private double weightGap(Picture to, ViewRequest r, List<Side> all, Viewpoint v, double reach) {
        Side a = all.getFirst();
        int joint = r.sides().getFirst().chosen();
        List<float[]> gaps = weights.gaps(a, all.get(1), joint);
        double most = hottest(a, gaps, LEAST_GAP);
        Differences.heat(a, gaps, most);
        painter.paint(to, v, r.palette(), reach, List.of(new Painter.Drawn(a, RINGS, joint)), r.fine());
        return most;
    }

    /** Keeps the place of the greatest figure, where that is above another one; gives the greatest. */
    private double hottest(Side side, List<float[]> figures, double least) {
        double most = least;
        for (int i = 0; i < figures.size(); i++) {
            float[] d = figures.get(i);
            float[] points = side.shells().get(i).points();
            for (int p = 0; p < d.length; p++) {
                if (d[p] > most) {
                    most = d[p];
                    worst = new Vec3(points[3 * p], points[3 * p + 1], points[3 * p + 2]);
                }
            }
        }
        return most;
    }

    /** The joint of a side that is marked: on the returned side the partner of the one on the sent side. */
    private int chosen(ViewRequest r, int side) {
        if (r.sides().size() <= side) {
            return -1;
        }
        return side == 0 || !seen.isPair()
                ? r.sides().get(side).chosen()
                : seen.partner(r.sides().getFirst().chosen());
    }
}
