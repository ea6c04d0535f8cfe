package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.flat.FlatPanels;
import idleheron.core.garment.freedom.Brush;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomFigures;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Paints the freedom map of one garment: what is hit, what it shows, the strokes and their figures. Not for several threads. */
public final class FreedomModel {
    private static final double CM = 100;
    private static final double PERCENT = 100;
    private static final double FAR = 1e3;

    private final Scene scene;
    private final Cloth cloth;
    private final double length;
    private final double middle;
    private final double[] start;
    private final MeshEdges edges;
    private final double[] areas;
    private final TriangleTree surface;
    private final @Nullable TriangleTree body;
    private final @Nullable FlatPanels panels;
    private final @Nullable TriangleTree flat;
    private final Foot room = new Foot();
    private final List<Stroke> strokes = new ArrayList<>();
    private final List<Stroke> undone = new ArrayList<>();
    private final Brush brush;
    private final @Nullable Scene panelScene;

    /**
     * @param garment node that shows it
     * @throws IllegalArgumentException with a line for the user where it is no cloth
     */
    public FreedomModel(Scene scene, int garment) {
        this.scene = scene;
        cloth = Cloth.of(scene, garment);
        if (!cloth.isWhole()) {
            throw new IllegalArgumentException(say("desktop.garment.FreedomModel.cannot-be-painted-it-has-no", name()));
        }
        length = Drape.of(scene.nodes().get(garment)).freedom();
        middle = PaintFreedom.middle(scene, garment);
        start = PaintFreedom.start(cloth);
        edges = MeshEdges.of(cloth.joined());
        areas = SurfaceNormals.of(cloth.joined()).pointAreas(cloth.joined());
        surface = TriangleTree.of(cloth.surface());
        Worn worn = Worn.in(scene);
        body = worn == null ? null : TriangleTree.of(RestSurface.of(scene, worn.body()));
        panels = FlatPanels.of(cloth);
        flat = panels == null
                ? null
                : TriangleTree.of(TriangleMesh.of(panels.mesh(), panels.mesh().points()));
        panelScene = panels == null
                ? null
                : Scene.bare("panels", Stage.COMMON)
                        .withMeshes(List.of(panels.mesh()))
                        .withNodes(List.of(Node.mesh(name(), -1, Transform.IDENTITY, 0)));
        brush = new Brush(cloth, start, middle);
    }

    /** Garments of a scene that can be painted: those with a face. */
    public static List<Integer> garments(Scene s) {
        Worn worn = Worn.in(s);
        return worn == null
                ? List.of()
                : worn.garments().stream()
                        .filter(g -> s.meshes().get(s.nodes().get(g).payload()).faceCount() > 0)
                        .toList();
    }

    public Scene scene() {
        return scene;
    }

    public int garment() {
        return cloth.node();
    }

    public String name() {
        return scene.nodes().get(cloth.node()).name();
    }

    /** What a value of 1 stands for, centimetres. */
    public double centimetres() {
        return CM * length;
    }

    /** The flat cut as a scene of its own, or null where there is none; its one node is 0. */
    public @Nullable Scene panels() {
        return panelScene;
    }

    /** Where a line of sight meets the garment before it meets the body; null for nowhere. */
    public @Nullable Vec3 hit(double[] eye, double[] direction) {
        double[] far = new double[3];
        for (int k = 0; k < 3; k++) {
            far[k] = eye[k] + FAR * direction[k];
        }
        double[] part = {2};
        int[] triangle = {-1};
        surface.along(eye, far, room, (t, at) -> {
            if (at < part[0]) {
                part[0] = at;
                triangle[0] = t;
            }
            return true;
        });
        TriangleTree b = body;
        if (triangle[0] < 0) {
            return null;
        }
        if (b != null) {
            boolean[] behind = {false};
            b.along(eye, far, room, (t, at) -> {
                behind[0] |= at < part[0];
                return !behind[0];
            });
            if (behind[0]) {
                return null;
            }
        }
        return place(eye, direction, part[0]);
    }

    /** Where on the garment a line of sight meets its flat cut; null for nowhere. */
    public @Nullable Vec3 hitFlat(double[] eye, double[] direction) {
        TriangleTree tree = flat;
        FlatPanels p = panels;
        if (tree == null || p == null || direction[2] == 0) {
            return null;
        }
        double way = -eye[2] / direction[2];
        Vec3 at = new Vec3(eye[0] + way * direction[0], eye[1] + way * direction[1], 0);
        tree.closest(at.x(), at.y(), 0, 1e-6, room);
        if (room.triangle < 0) {
            return null;
        }
        int t = 3 * p.triangles()[room.triangle];
        int[] c = cloth.surface().triangles();
        double[] x = cloth.surface().points();
        double[] out = new double[3];
        for (int k = 0; k < 3; k++) {
            out[k] = room.u * x[3 * c[t] + k] + room.v * x[3 * c[t + 1] + k] + room.w * x[3 * c[t + 2] + k];
        }
        return new Vec3(out[0], out[1], out[2]);
    }

    private static Vec3 place(double[] eye, double[] direction, double part) {
        double way = part * FAR;
        return new Vec3(eye[0] + way * direction[0], eye[1] + way * direction[1], eye[2] + way * direction[2]);
    }

    /** Begins a stroke. */
    public void begin(Stroke.Tip tip) {
        brush.begin(tip);
    }

    /** Goes over a place of the garment. */
    public void over(Vec3 place) {
        brush.over(place);
    }

    /** Ends the stroke. */
    public void end() {
        strokes.add(brush.stroke());
        undone.clear();
    }

    public boolean canUndo() {
        return !strokes.isEmpty();
    }

    public boolean canRedo() {
        return !undone.isEmpty();
    }

    public void undo() {
        if (canUndo()) {
            undone.add(strokes.removeLast());
            brush.restart(start);
            strokes.forEach(brush::draw);
        }
    }

    public void redo() {
        if (canRedo()) {
            Stroke s = undone.removeLast();
            brush.draw(s);
            strokes.add(s);
        }
    }

    /** A value of each point of the garment's mesh, 0 to 1. */
    public float[] heat() {
        int[] to = cloth.weld().to();
        double[] v = brush.values();
        float[] out = new float[to.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) v[to[i]];
        }
        return out;
    }

    /** The same for each point of the flat cut. */
    public float[] flatHeat() {
        FlatPanels p = panels;
        if (p == null) {
            return new float[0];
        }
        int[] to = cloth.weld().to();
        double[] v = brush.values();
        float[] out = new float[p.from().length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) v[to[p.from()[i]]];
        }
        return out;
    }

    /** Figures of the map as it is, and where it is steepest. */
    public Told told() {
        TriangleMesh m = cloth.joined();
        FreedomFigures f = FreedomFigures.of(m, edges, areas, brush.values(), length);
        double[] p = m.points();
        int a = 3 * f.from();
        int b = 3 * f.to();
        Vec3 at = f.from() < 0 || !(f.steepest() > 0)
                ? null
                : new Vec3((p[a] + p[b]) / 2, (p[a + 1] + p[b + 1]) / 2, (p[a + 2] + p[b + 2]) / 2);
        List<String> lines = List.of(
                say(
                        "desktop.garment.FreedomModel.of-it-is-held-wholly-free",
                        Figure.number(PERCENT * f.held()),
                        Figure.number(PERCENT * f.free())),
                say("desktop.garment.FreedomModel.cm-free-on-average", Figure.number(CM * f.mean())),
                say(
                        "desktop.garment.FreedomModel.steepest-cm-per-cm-of-cloth",
                        Figure.number(f.steepest()),
                        (f.harsh() == 0
                                ? ""
                                : say("desktop.garment.FreedomModel.above-1-on-edges", Figure.thousands(f.harsh())))));
        return new Told(lines, at, f.harsh() > 0);
    }

    /**
     * What is told of a map.
     *
     * @param lines figures
     * @param steepest where it changes most, metres in the common space, or null
     * @param harsh whether it creases there
     */
    public record Told(List<String> lines, @Nullable Vec3 steepest, boolean harsh) {}

    /** How many strokes were drawn. */
    public int strokes() {
        return strokes.size();
    }

    /** What was painted. */
    public PaintFreedom remedy() {
        return new PaintFreedom(name(), strokes);
    }
}
