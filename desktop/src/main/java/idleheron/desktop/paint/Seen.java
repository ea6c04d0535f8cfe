package idleheron.desktop.paint;

import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Matching;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.render.Side;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** The sides of one picture as they stand, and where in it they are seen. */
final class Seen {
    static final Seen NOTHING = new Seen(List.of(), null, null);

    private final List<Side> sides;
    private final boolean pair;
    /** What the user said belongs together; null where nothing is held against anything. */
    private final @Nullable MatchTable table;

    private final @Nullable Matching partners;
    private final List<Painted.Pane> panes = new ArrayList<>();
    /** Per side; a flat cut beside a figure has none. */
    private final List<int[]> joints = new ArrayList<>();

    /**
     * @param table of what was sent and what came back what the user said belongs together; null of other sides
     * @param before what was seen before: what belongs to what stays known
     */
    Seen(List<Side> sides, @Nullable MatchTable table, @Nullable Seen before) {
        this.sides = List.copyOf(sides);
        this.pair = table != null && sides.size() == 2;
        this.table = table;
        for (Side s : this.sides) {
            boolean flat = s != this.sides.getFirst() && !this.pair;
            joints.add(
                    flat
                            ? new int[0]
                            : s.scene().joints().stream().mapToInt(i -> i).toArray());
        }
        if (table == null || !pair) {
            this.partners = null;
        } else if (before != null
                && before.pair
                && before.scene(0) == scene(0)
                && before.scene(1) == scene(1)
                && table.equals(before.table)) {
            this.partners = before.partners;
        } else {
            this.partners = Matching.of(scene(0), scene(1), table);
        }
    }

    private Scene scene(int side) {
        return sides.get(side).scene();
    }

    List<Side> sides() {
        return sides;
    }

    boolean isPair() {
        return pair;
    }

    List<Painted.Pane> panes() {
        return panes;
    }

    /** Sides are seen in another part of the picture. */
    void pane(Painted.Pane p) {
        panes.add(p);
    }

    /** The pane in which something lies, points from the left. */
    Painted.Pane pane(double x) {
        Painted.Pane out = panes.getFirst();
        for (Painted.Pane p : panes) {
            out = x >= p.left() ? p : out;
        }
        return out;
    }

    /** The sides that are seen in a pane. */
    int[] of(Painted.Pane p) {
        return p.all() ? IntStream.range(0, sides.size()).toArray() : new int[] {p.side()};
    }

    /** The clip of a side that is played: the one of that name, on the returned side else its partner; null at rest. */
    @Nullable
    Clip clip(String name, int side) {
        Clip out = named(scene(side), name);
        if (out == null && side == 1 && partners != null) {
            Clip sent = named(scene(0), name);
            int other = sent == null ? -1 : partners.clips()[scene(0).clips().indexOf(sent)];
            out = other < 0 ? null : scene(1).clips().get(other);
        }
        return out;
    }

    private static @Nullable Clip named(Scene s, String name) {
        for (Clip c : s.clips()) {
            if (c.name().equals(name)) {
                return c;
            }
        }
        return null;
    }

    /** The returned partner of a sent node, or -1. */
    int partner(int node) {
        return node < 0 || partners == null ? -1 : partners.nodes()[node];
    }

    /** What was painted, with every joint of the first side where it is seen, and where its partner is. */
    Painted painted(Picture picture, Viewpoint v, double heatTop, @Nullable Vec3 worst, String note) {
        int most = 0;
        for (Painted.Pane pane : panes) {
            for (int i : of(pane)) {
                most += joints.get(i).length;
            }
        }
        int[] nodes = new int[most];
        float[] at = new float[2 * most];
        int n = 0;
        Matrix4d m = new Matrix4d();
        float[] xy = new float[3];
        for (Painted.Pane pane : panes) {
            for (int i : of(pane)) {
                Side side = sides.get(i);
                for (int joint : joints.get(i)) {
                    int node = i == 1 && partners != null ? partners.back()[joint] : joint;
                    side.space().matrix(side.pose().world(joint), m);
                    pane.seen().project(m.m30(), m.m31(), m.m32(), xy, 0);
                    if (node >= 0 && xy[2] > 0) {
                        nodes[n] = node;
                        at[2 * n] = (float) (xy[0] + pane.left());
                        at[2 * n + 1] = xy[1];
                        n++;
                    }
                }
            }
        }
        return new Painted(
                picture,
                v,
                List.copyOf(panes),
                Arrays.copyOf(nodes, n),
                Arrays.copyOf(at, 2 * n),
                heatTop,
                worst,
                sides.isEmpty() ? List.of() : sides.getFirst().missing(),
                note);
    }

    /** What is under the pointer; a joint within a radius, points, comes first. */
    Pointed pointed(Painted p, double x, double y, double radius) {
        int joint = p.nearest(x, y, radius);
        if (joint >= 0 && !sides.isEmpty() && joint < scene(0).nodes().size()) {
            Side a = sides.getFirst();
            return new Pointed(
                    "", pair ? JointFacts.of(a, joint, sides.get(1), partner(joint)) : JointFacts.of(a, joint));
        }
        SurfaceHit hit = p.missing().isEmpty() || pair ? null : hit(x, y);
        return hit == null
                ? Pointed.NOTHING
                : new Pointed(HatchNames.at(sides.getFirst(), hit, p.missing()), List.of());
    }

    /** The point of a mesh of the first side that is nearest to a place in the picture, or null. */
    @Nullable
    Picked pick(double x, double y) {
        SurfaceHit hit = hit(x, y);
        if (hit == null) {
            return null;
        }
        Side a = sides.getFirst();
        Side of = sides.get(pane(x).side());
        boolean same = hit.shell() < a.surfaces().size()
                && a.shells().get(hit.shell()).points().length
                        == of.shells().get(hit.shell()).points().length;
        return same
                ? new Picked(
                        a.surfaces().get(hit.shell()).node(),
                        hit.point(of.shells().get(hit.shell())),
                        hit.at())
                : null;
    }

    private @Nullable SurfaceHit hit(double x, double y) {
        if (panes.isEmpty() || sides.isEmpty()) {
            return null;
        }
        Painted.Pane pane = pane(x);
        double[] way = new double[3];
        pane.seen().ray(x - pane.left(), y, way);
        return SurfaceHit.first(sides.get(pane.side()).shells(), pane.seen().eye(), way);
    }
}
