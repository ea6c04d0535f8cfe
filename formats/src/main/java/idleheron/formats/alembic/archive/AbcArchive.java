package idleheron.formats.alembic.archive;

import idleheron.core.cache.Meta;
import idleheron.core.cache.TimeSampling;
import java.util.List;

/**
 * An archive as stored. The root group has six children:
 *
 * <pre>
 * 0 data   i32 file version, 0
 * 1 data   i32 version of the library that wrote it, 10504 for 1.5.4
 * 2 group  the top object
 * 3 data   metadata, see {@link Meta}
 * 4 data   time samplings: u32 most samples, f64 time per cycle, u32 number of times k, k × f64; on end
 * 5 data   table of metadata: u8 length and that many bytes; on end
 * </pre>
 *
 * @param mostSamples per time sampling, a hint only
 * @param indexedMeta entries of the table of metadata
 */
public record AbcArchive(
        String name,
        long bytes,
        int fileVersion,
        int libraryVersion,
        Meta meta,
        List<TimeSampling> samplings,
        List<Long> mostSamples,
        int indexedMeta,
        AbcObject top) {
    /** What a 1.8.3 library would write. */
    public static final int LIBRARY = 10803;

    public AbcArchive {
        samplings = List.copyOf(samplings);
        mostSamples = List.copyOf(mostSamples);
    }
}
