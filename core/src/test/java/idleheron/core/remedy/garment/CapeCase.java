package idleheron.core.remedy.garment;

import idleheron.core.garment.Worn;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;

/**
 * A cape of four squares, 10 cm each, that hangs 20 cm down from y = 1 m, and its button, a square of nine points that is 1 cm wide.
 * Nobody wears it unless it is said.
 */
abstract class CapeCase {
    static final int CLOTH = 9;

    /** As many points a row as it has rows, apart by a step from a corner in the plane of x and y; squares that look to +z. */
    record Sheet(int rows, double x, double y, double step) {
        int points() {
            return rows * rows;
        }
    }

    static final Sheet CLOTH_SHEET = new Sheet(3, 0, 1, 0.1);

    static Mesh mesh(Sheet... sheets) {
        int points = 0;
        int faces = 0;
        for (Sheet s : sheets) {
            points += s.points();
            faces += (s.rows - 1) * (s.rows - 1);
        }
        double[] p = new double[3 * points];
        int[] starts = new int[faces + 1];
        int[] corners = new int[4 * faces];
        int first = 0;
        int f = 0;
        for (Sheet s : sheets) {
            for (int i = 0; i < s.points(); i++) {
                p[3 * (first + i)] = s.x + s.step * (i % s.rows);
                p[3 * (first + i) + 1] = s.y - s.step * (i / s.rows);
            }
            int[] round = {0, s.rows, s.rows + 1, 1};
            for (int i = 0; i < s.points(); i++) {
                if (i % s.rows + 1 < s.rows && i / s.rows + 1 < s.rows) {
                    for (int c = 0; c < 4; c++) {
                        corners[4 * f + c] = first + i + round[c];
                    }
                    starts[++f] = 4 * f;
                }
            }
            first += s.points();
        }
        return Mesh.bare("cape", p, starts, corners);
    }

    static Mesh cape() {
        return mesh(CLOTH_SHEET, new Sheet(3, 0.3, 1, 0.005));
    }

    static Scene shown(Mesh m) {
        return Scene.bare("cape", Stage.COMMON)
                .withNodes(List.of(Node.mesh("cape", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(m));
    }

    static final Scene CAPE = shown(cape());
    static final Scene CLOTH_ALONE = shown(mesh(CLOTH_SHEET));

    static Mesh mesh(Scene s) {
        return s.meshes().getFirst();
    }

    static String figure(RemedyType t, Scene s) {
        return t.measure().figure().apply(s);
    }

    static Remedy told(RemedyType t, String value) {
        return t.made(RemedyValue.of(value));
    }

    /** The cape on a body that is the same surface. */
    static Scene worn(Scene cape) {
        return cape.withNodes(List.of(cape.nodes().getFirst(), Node.mesh("body", -1, Transform.IDENTITY, 1)))
                .withMeshes(List.of(mesh(cape), cape()))
                .with(Worn.KEY, List.of(new Worn(1, List.of(0))));
    }
}
