package idleheron.core.volume.tree;

/** A box of voxels, both corners included; empty where a minimum lies above its maximum. */
public record IndexBox(int minX, int minY, int minZ, int maxX, int maxY, int maxZ) {
    public static final IndexBox EMPTY = new IndexBox(
            Integer.MAX_VALUE,
            Integer.MAX_VALUE,
            Integer.MAX_VALUE,
            Integer.MIN_VALUE,
            Integer.MIN_VALUE,
            Integer.MIN_VALUE);

    public boolean isEmpty() {
        return minX > maxX || minY > maxY || minZ > maxZ;
    }

    /** A cube with this corner. */
    public static IndexBox cube(int x, int y, int z, int edge) {
        return new IndexBox(x, y, z, x + edge - 1, y + edge - 1, z + edge - 1);
    }

    /** The box around both. */
    public IndexBox with(IndexBox o) {
        return new IndexBox(
                Math.min(minX, o.minX),
                Math.min(minY, o.minY),
                Math.min(minZ, o.minZ),
                Math.max(maxX, o.maxX),
                Math.max(maxY, o.maxY),
                Math.max(maxZ, o.maxZ));
    }

    /** What both hold. */
    public IndexBox cut(IndexBox o) {
        return new IndexBox(
                Math.max(minX, o.minX),
                Math.max(minY, o.minY),
                Math.max(minZ, o.minZ),
                Math.min(maxX, o.maxX),
                Math.min(maxY, o.maxY),
                Math.min(maxZ, o.maxZ));
    }

    /** Whether another box lies in it whole. */
    public boolean holds(IndexBox o) {
        return minX <= o.minX && minY <= o.minY && minZ <= o.minZ && maxX >= o.maxX && maxY >= o.maxY && maxZ >= o.maxZ;
    }

    /** Whether a voxel lies in it. */
    public boolean holds(int i, int j, int k) {
        return i >= minX && i <= maxX && j >= minY && j <= maxY && k >= minZ && k <= maxZ;
    }

    public int min(int axis) {
        return axis == 0 ? minX : axis == 1 ? minY : minZ;
    }

    public int max(int axis) {
        return axis == 0 ? maxX : axis == 1 ? maxY : maxZ;
    }

    /** Voxels along an axis. */
    public long size(int axis) {
        return isEmpty() ? 0 : (long) max(axis) - min(axis) + 1;
    }

    /** Voxels in the box, as a double since a box over all of space has more than a long holds. */
    public double volume() {
        return (double) size(0) * size(1) * size(2);
    }
}
