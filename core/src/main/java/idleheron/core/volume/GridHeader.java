package idleheron.core.volume;

import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import org.jspecify.annotations.Nullable;

/**
 * What a file says of one grid without a look at its voxels.
 *
 * @param label its name, with a number where several grids of a file have the same one
 * @param name its plain name
 * @param typeName "float", "vec3s", "ptdataidx32"
 * @param type null where its voxels cannot be read
 * @param compression "blosc + active values"
 * @param voxels active voxels as the file tells, -1 where it does not
 * @param box of active voxels as the file tells, or null
 */
public record GridHeader(
        String label,
        String name,
        String typeName,
        @Nullable ValueType type,
        String gridClass,
        GridMap map,
        boolean half,
        String compression,
        long voxels,
        @Nullable IndexBox box) {

    public GridHeader withName(String value) {
        return new GridHeader(value, value, typeName, type, gridClass, map, half, compression, voxels, box);
    }

    public GridHeader withMap(GridMap value) {
        return new GridHeader(label, name, typeName, type, gridClass, value, half, compression, voxels, box);
    }

    public GridHeader withType(ValueType value) {
        return new GridHeader(label, name, value.id(), value, gridClass, map, half, compression, voxels, box);
    }

    public GridHeader withHalf(boolean value) {
        return new GridHeader(label, name, typeName, type, gridClass, map, value, compression, voxels, box);
    }

    /** With voxels that are not known until they are read. */
    public GridHeader withMapAndUnknownVoxels(GridMap value) {
        return new GridHeader(label, name, typeName, type, gridClass, value, half, compression, -1, null);
    }

    /** The longest edge of a voxel, in the file's unit. */
    public double voxelSize() {
        double[] s = map.voxelSize();
        return Math.max(s[0], Math.max(s[1], s[2]));
    }
}
