package idleheron.bench;

import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;

/** A ball of smoke to measure with. */
final class VolumeSample {
    private VolumeSample() {}

    /** A ball of this radius in voxels, denser to the middle, with a ripple. */
    static Grid puff(int radius) {
        SparseTree tree = FieldPainter.paint(
                ValueType.FLOAT, new IndexBox(-radius, -radius, -radius, radius, radius, radius), (i, j, k, out) -> {
                    double r = Math.sqrt((double) i * i + (double) j * j + (double) k * k) / radius;
                    out[0] = (1 - r) * (1 + 0.4 * Math.sin(0.31 * i + 0.17 * j * Math.cos(0.05 * k)));
                    return r < 1;
                });
        return Grid.of("density", Grid.FOG, GridMap.scale(0.05), tree);
    }
}
