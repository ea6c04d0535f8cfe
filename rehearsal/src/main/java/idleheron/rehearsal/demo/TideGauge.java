package idleheron.rehearsal.demo;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The tide gauge of Low Tide Post: boxes in groups, each of which turns about its own pivot. A float rides on the water, its rod
 * tips an arm, the arm carries a pen over a drum. It has no clip of its own: two are written as formulas. Centimetres, Y up.
 */
public final class TideGauge {
    private static final int WOOD = 0;
    private static final int IRON = 1;
    private static final int RED = 2;
    private static final int PAPER = 3;

    private final List<Node> nodes = new ArrayList<>();
    private final List<Mesh> meshes = new ArrayList<>();

    private TideGauge() {}

    /** The scene, the same at every call. */
    public static Scene scene() {
        TideGauge g = new TideGauge();
        int top = g.group("tide_gauge", -1, new Vec3(0, 0, 0));
        int post = g.group("post", top, new Vec3(0, 0, 0));
        g.boxes(
                post,
                "frame",
                new Box(WOOD, new Vec3(0, 6, 0), new Vec3(90, 12, 50)),
                new Box(WOOD, new Vec3(0, 122, -18), new Vec3(26, 220, 6)),
                new Box(IRON, new Vec3(-22, 82, 0), new Vec3(4, 140, 4)),
                new Box(IRON, new Vec3(22, 82, 0), new Vec3(4, 140, 4)),
                new Box(RED, new Vec3(10, 238, -8), new Vec3(120, 6, 50)));
        int swimmer = g.group("float", top, new Vec3(0, 70, 0));
        g.boxes(
                swimmer,
                "buoy",
                new Box(RED, new Vec3(0, 0, 0), new Vec3(36, 22, 30)),
                new Box(IRON, new Vec3(0, 56, 0), new Vec3(3, 90, 3)));
        int arm = g.group("arm", top, new Vec3(30, 182, 0));
        g.boxes(
                arm,
                "beam",
                new Box(WOOD, new Vec3(0, 0, 0), new Vec3(76, 6, 6)),
                new Box(IRON, new Vec3(-34, -8, 0), new Vec3(12, 12, 12)));
        int pen = g.group("pen", arm, new Vec3(38, 0, 0));
        g.boxes(pen, "nib", new Box(RED, new Vec3(6, 0, 0), new Vec3(16, 3, 3)));
        int drum = g.group("drum", top, new Vec3(96, 182, 0));
        g.boxes(
                drum,
                "roll",
                new Box(PAPER, new Vec3(0, 0, 0), new Vec3(30, 56, 30)),
                new Box(IRON, new Vec3(0, 31, 0), new Vec3(34, 6, 34)));
        int shelf = g.group("shelf", post, new Vec3(60, 150, -8));
        g.boxes(shelf, "plank", new Box(WOOD, new Vec3(10, -4, 4), new Vec3(100, 4, 44)));
        List<Material> materials = List.of(
                new Material("tarred_wood", "lambert", new Vec3(0.42, 0.34, 0.27), 1, -1),
                new Material("iron", "phong", new Vec3(0.30, 0.31, 0.33), 1, -1),
                new Material("red_lead", "lambert", new Vec3(0.62, 0.24, 0.17), 1, -1),
                new Material("paper", "lambert", new Vec3(0.90, 0.87, 0.78), 1, -1));
        Stage stage = new Stage(AxisSystem.COMMON, 0.01, FrameRate.FILM, 0, 0, "Idle Heron demo");
        return Scene.bare("tide_gauge", stage)
                .withNodes(g.nodes)
                .withMeshes(g.meshes)
                .withMaterials(materials);
    }

    /** @param pivot from that of the group above, centimetres */
    private int group(String name, int above, Vec3 pivot) {
        nodes.add(Node.of(name, above, NodeKind.GROUP, at(pivot)));
        return nodes.size() - 1;
    }

    /**
     * A box of one colour.
     *
     * @param centre from the pivot of its group, centimetres
     * @param size from side to side, centimetres
     */
    private record Box(int material, Vec3 centre, Vec3 size) {}

    /** One mesh of some boxes, each in its own colour. */
    private void boxes(int group, String name, Box... all) {
        int[] colours =
                Arrays.stream(all).mapToInt(Box::material).distinct().sorted().toArray();
        nodes.add(Node.mesh(name, group, Transform.IDENTITY, meshes.size(), colours));
        meshes.add(mesh(name, colours, all));
    }

    private static Transform at(Vec3 p) {
        return Transform.of(p, Vec3.ZERO, Vec3.ONE);
    }

    /** Six sides of each box, that look outward, with points of their own, so that edges are sharp wherever it goes. */
    private static Mesh mesh(String name, int[] colours, Box... all) {
        int[] sides = {0, 2, 3, 1, 4, 5, 7, 6, 0, 1, 5, 4, 2, 6, 7, 3, 0, 4, 6, 2, 1, 3, 7, 5};
        double[] points = new double[3 * sides.length * all.length];
        int[] corners = new int[sides.length * all.length];
        int[] starts = new int[corners.length / 4 + 1];
        int[] slots = new int[corners.length / 4];
        for (int c = 0; c < corners.length; c++) {
            Box b = all[c / sides.length];
            int at = sides[c % sides.length];
            points[3 * c] = b.centre.x() + ((at & 1) - 0.5) * b.size.x();
            points[3 * c + 1] = b.centre.y() + ((at >> 1 & 1) - 0.5) * b.size.y();
            points[3 * c + 2] = b.centre.z() + ((at >> 2) - 0.5) * b.size.z();
            corners[c] = c;
            starts[c / 4 + 1] = c + 1;
            slots[c / 4] = Arrays.binarySearch(colours, b.material);
        }
        return new Mesh(name, points, starts, corners, null, List.of(), slots, null, null, null, List.of());
    }
}
