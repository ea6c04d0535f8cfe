package idleheron.core.volume;

/**
 * What a grid takes in memory, in bytes.
 *
 * @param sparse as a tree in full numbers
 * @param sparseHalf as a tree in halves
 * @param dense the box of active voxels in full numbers
 * @param denseHalf the same in halves
 */
public record GridSize(double sparse, double sparseHalf, double dense, double denseHalf) {

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

    /** How many times as large voxels must be for {@code bytes} to become {@code budget}; 1 where they fit. */
    public static double coarser(double bytes, double budget) {
        return bytes <= budget ? 1 : Math.cbrt(bytes / budget);
    }
}
