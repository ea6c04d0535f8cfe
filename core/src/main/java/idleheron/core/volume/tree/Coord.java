package idleheron.core.volume.tree;

/** A voxel by its place along the three index axes, or the least corner of a cube of voxels. */
public record Coord(int x, int y, int z) {}
