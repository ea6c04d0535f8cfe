package idleheron.formats.openvdb.coding;

import idleheron.core.volume.GridMap;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.tree.ValueType;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a .vdb file says of itself, without its voxels. All numbers are little-endian and packed.
 *
 * <pre>
 * 8 bytes  magic 20 42 44 56 00 00 00 00
 * u32      file version, 220 to 225
 * u32 ×2   major and minor version of the library that wrote it
 * u8       1 where grids carry offsets, 0 where the file was written as a stream
 * u8       in versions 220 and 221 only: 1 where all data are zipped
 * 36 bytes UUID as text
 *          metadata, see {@link VdbMetadata}
 * i32      number of grids, then the grids on end
 * </pre>
 *
 * @param bytes size of the file
 * @param zipped the flag of versions 220 and 221
 */
public record VdbFile(
        String name,
        long bytes,
        int version,
        int libraryMajor,
        int libraryMinor,
        boolean hasOffsets,
        boolean zipped,
        String uuid,
        GridMetadata metadata,
        List<Entry> grids) {

    static final long MAGIC = 0x56444220L;

    /** Data of a grid are zlib streams. */
    public static final int ZIP = 1;

    /** Only active values are stored. */
    public static final int ACTIVE_MASK = 2;

    /** Data of a grid are Blosc buffers. */
    public static final int BLOSC = 4;

    public VdbFile {
        grids = List.copyOf(grids);
    }

    /** The same with its grids. */
    VdbFile with(List<Entry> value) {
        return new VdbFile(name, bytes, version, libraryMajor, libraryMinor, hasOffsets, zipped, uuid, metadata, value);
    }

    /**
     * One grid of the file.
     *
     * <pre>
     * string   unique name: the name, and where it occurs more than once 1E and its number
     * string   type: Tree_float_5_4_3, and _HalfFloat where numbers are kept as halves
     * string   unique name of the grid whose tree this one shares, or empty
     * i64 ×3   offsets in the file: of the grid, of its buffers, of its end
     * u32      compression: 1 zip, 2 active values only, 4 Blosc (not in versions 220 and 221)
     *          metadata
     *          transform, see {@link VdbMap}
     *          topology, see {@link VdbTopology}, unless the tree is shared
     *          buffers, see {@link VdbLeaves}
     * </pre>
     *
     * @param valueName "float", "ptdataidx32"
     * @param treeShape "5_4_3"
     * @param type null where voxels of this kind are not read
     * @param topologyAt byte offset
     * @param buffersAt byte offset; 0 where it is not known
     * @param endAt byte offset after the grid; 0 where it is not known
     */
    public record Entry(
            String uniqueName,
            String typeName,
            String parent,
            long gridAt,
            long buffersAt,
            long endAt,
            int compression,
            GridMetadata metadata,
            GridMap map,
            String valueName,
            String treeShape,
            @Nullable ValueType type,
            boolean half,
            long topologyAt) {

        static final char BETWEEN = '\u001e';

        /** Its plain name. */
        public String name() {
            return metadata.text("name", plain());
        }

        private String plain() {
            int cut = uniqueName.indexOf(BETWEEN);
            return cut < 0 ? uniqueName : uniqueName.substring(0, cut);
        }

        /** "density", and where there are several "density[1]". */
        public String label() {
            int cut = uniqueName.indexOf(BETWEEN);
            return cut < 0 ? uniqueName : uniqueName.substring(0, cut) + "[" + uniqueName.substring(cut + 1) + "]";
        }

        public String gridClass() {
            return metadata.text("class", "unknown");
        }

        /** Whether its voxels are points with attributes. */
        public boolean isPoints() {
            return valueName.equals("ptdataidx32") && treeShape.equals(SHAPE);
        }

        /** Whether its voxels can be read. */
        public boolean isReadable() {
            return type != null && treeShape.equals(SHAPE);
        }

        static final String SHAPE = "5_4_3";

        /** "blosc + active values". */
        public String compressionText() {
            if ((compression & 7) == 0) {
                return "none";
            }
            String coder = (compression & BLOSC) != 0 ? "blosc" : (compression & ZIP) != 0 ? "zip" : "";
            String mask = (compression & ACTIVE_MASK) != 0 ? "active values" : "";
            return coder + (coder.isEmpty() || mask.isEmpty() ? "" : " + ") + mask;
        }
    }
}
