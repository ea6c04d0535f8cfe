package idleheron.formats;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;

/** A small surface for round trips. */
public final class Sail {
    private Sail() {}

    /** A quad and a triangle on five points. */
    public static Mesh mesh() {
        return Mesh.bare(
                "sail", new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 0, 5}, new int[] {0, 4, 7}, new int[] {
                    0, 1, 2, 3, 1, 4, 2
                });
    }

    /** A shape of two points of it, with another point that moves half way. */
    public static BlendShape billow(double weight) {
        return new BlendShape(
                "billow",
                weight,
                List.of(
                        new BlendShape.Target(0.5, new int[] {2}, new float[] {0, 0, 1}, null),
                        new BlendShape.Target(1, new int[] {1, 3}, new float[] {1, 2, 3, 4, 5, 6}, null)));
    }
}
