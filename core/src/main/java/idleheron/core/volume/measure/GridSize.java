package idleheron.core.volume.measure;

import idleheron.core.volume.GridHeader;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import java.util.List;

/**
 * What a grid takes in memory, in bytes.
 *
 * @param sparse as a tree in full numbers
 * @param sparseHalf as a tree in halves
 * @param dense the box of active voxels in full numbers
 * @param denseHalf the same in halves
 */
public record GridSize(double sparse, double sparseHalf, double dense, double denseHalf) {

    /** What a grid takes, dense and sparse, from its head alone. */
    public static GridSize of(GridHeader h, long leaves) {
        ValueType t = h.type();
        IndexBox box = h.box();
        if (t == null || box == null) {
            return new GridSize(Double.NaN, Double.NaN, Double.NaN, Double.NaN);
        }
        double half = t.real() ? 2.0 * t.components() : t.bytes();
        double dense = box.isEmpty() ? 0 : box.volume();
        double voxels = (double) leaves * SparseTree.LEAF_VOXELS;
        double masks = 64.0 * leaves;
        return new GridSize(voxels * t.bytes() + masks, voxels * half + masks, dense * t.bytes(), dense * half);
    }

    /**
     * How many times as large voxels must be, in steps of a hundredth, for all grids together to take no more than a budget,
     * dense. A voxel more an edge is allowed for, since what lay at the edge may reach into it.
     *
     * @param budget bytes
     */
    public static double coarser(List<GridHeader> grids, boolean half, double budget) {
        double factor = 1;
        while (bytes(grids, half, factor) > budget && factor < 1000) {
            factor = Math.ceil(factor * 101) / 100;
        }
        return factor;
    }

    private static double bytes(List<GridHeader> grids, boolean half, double factor) {
        double sum = 0;
        for (GridHeader h : grids) {
            ValueType t = h.type();
            IndexBox b = h.box();
            if (t != null && b != null && !b.isEmpty()) {
                double voxels = 1;
                for (int a = 0; a < 3; a++) {
                    voxels *= factor == 1 ? b.size(a) : Math.ceil(b.size(a) / factor) + 1;
                }
                sum += voxels * (half && t.real() ? 2.0 * t.components() : t.bytes());
            }
        }
        return sum;
    }
}
