package idleheron.formats.alembic.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Meta;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.job.Progress;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import idleheron.formats.alembic.archive.Ogawa;
import idleheron.formats.alembic.archive.PropertyHeader;
import idleheron.formats.alembic.archive.StoredSamples;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Reads the structure of an archive; samples stay in the file.
 *
 * <pre>
 * object    group: [0] its compound, [1..n] a group per child, [last] data: headers of the children
 * headers   per child u32 length and bytes of the name, u8 index of the metadata, where that is 255 u32 length and bytes of
 *           the metadata; at the end 32 bytes: hash of the properties, hash of the children
 * compound  group: one reference per property in the order of headers, then data: {@link PropertyHeader}s on end
 * </pre>
 */
public final class AbcReader {
    private static final String THE_ARCHIVE = say("formats.alembic.bridge.AbcReader.the-archive");
    private static final String THE_FILE_VERSION = say("formats.alembic.bridge.AbcReader.the-file-version");
    private static final String THE_VERSION_OF_THE_LIBRARY =
            say("formats.alembic.bridge.AbcReader.the-version-of-the-library");
    private static final String THE_METADATA_OF_THE_ARCHIVE =
            say("formats.alembic.bridge.AbcReader.the-metadata-of-the-archive");
    private static final String TIME_SAMPLINGS = say("formats.alembic.bridge.AbcReader.time-samplings");
    private static final String THE_TABLE_OF_METADATA = say("formats.alembic.bridge.AbcReader.the-table-of-metadata");
    private static final String THE_TOP_OBJECT = say("formats.alembic.bridge.AbcReader.the-top-object");
    private static final String THE_LENGTH_OF_A_NAME = say("formats.alembic.bridge.AbcReader.the-length-of-a-name");
    private static final String AN_OBJECT_NAME = say("formats.alembic.bridge.AbcReader.an-object-name");
    private static final String AN_INDEX_OF_METADATA = say("formats.alembic.bridge.AbcReader.an-index-of-metadata");

    private static final int DEEPEST = 512;
    private static final int HASHES = 32;
    private static final int OLDEST_LIBRARY = 9999;

    private final Ogawa file;
    private final Progress progress;
    private final List<TimeSampling> samplings = new ArrayList<>();
    private final List<Long> most = new ArrayList<>();
    private final List<Meta> table = new ArrayList<>();
    private int objects;
    private @Nullable AbcRescue rescue;

    private AbcReader(Ogawa file, Progress progress) {
        this.file = file;
        this.progress = progress;
    }

    /**
     * @param bytes the whole file; samples are read from it for as long as the archive is used
     * @throws FormatException with the byte where the file is not what it should be
     */
    public static AbcArchive read(String name, MemorySegment bytes, Progress progress) throws FormatException {
        return new AbcReader(Ogawa.open(name, bytes), progress).archive(name);
    }

    /**
     * A damaged archive whose root is whole, without the objects and samples that are not.
     *
     * @throws FormatException when the root is not whole, without which nothing has a name
     */
    public static AbcArchive rescue(String name, MemorySegment bytes, Salvage salvage, Progress progress)
            throws FormatException {
        AbcReader r = new AbcReader(Ogawa.open(name, bytes), progress);
        r.rescue = new AbcRescue(salvage);
        return r.archive(name);
    }

    private AbcArchive archive(String name) throws FormatException {
        long at = Ogawa.position(file.root());
        if (file.root() == 0) {
            throw file.wrong(8, say("formats.alembic.bridge.AbcReader.the-position-of-a-root-group"), "0");
        }
        long[] root = file.group(file.root(), THE_ARCHIVE);
        if (root.length < 6) {
            throw file.wrong(
                    at, say("formats.alembic.bridge.AbcReader.6-references-in-the-root-group"), root.length + "");
        }
        int version = number(root[0], THE_FILE_VERSION);
        if (version != 0) {
            throw file.wrong(
                    Ogawa.position(root[0]), say("formats.alembic.bridge.AbcReader.file-version-0"), version + "");
        }
        int library = number(root[1], THE_VERSION_OF_THE_LIBRARY);
        if (library < OLDEST_LIBRARY) {
            throw file.wrong(
                    Ogawa.position(root[1]),
                    say("formats.alembic.bridge.AbcReader.a-version-of-the-library-of", OLDEST_LIBRARY),
                    library + "");
        }
        Meta meta = new Meta(text(file.data(root[3], THE_METADATA_OF_THE_ARCHIVE)));
        samplings(root[4]);
        table(root[5]);
        AbcObject top = object("", Meta.NONE, root[2], "", 0);
        return new AbcArchive(name, file.size(), version, library, meta, samplings, most, table.size(), top);
    }

    private int number(long reference, String what) throws FormatException {
        MemorySegment m = file.data(reference, what);
        if (m.byteSize() != 4) {
            throw file.wrong(
                    Ogawa.position(reference),
                    say("formats.alembic.bridge.AbcReader.4-bytes-of", what),
                    m.byteSize() + "");
        }
        return m.get(ByteCursor.INT, 0);
    }

    private static String text(MemorySegment m) {
        return new String(m.toArray(java.lang.foreign.ValueLayout.JAVA_BYTE), StandardCharsets.UTF_8);
    }

    private void samplings(long reference) throws FormatException {
        long at = Ogawa.position(reference) + 8;
        ByteCursor c = new ByteCursor(file.file(), file.data(reference, TIME_SAMPLINGS), 0);
        while (c.left() > 0) {
            if (c.left() < 16) {
                throw file.wrong(
                        at + c.at(),
                        say("formats.alembic.bridge.AbcReader.16-bytes-of-a-time-sampling"),
                        say("formats.alembic.bridge.AbcReader.left", c.left()));
            }
            most.add(c.u32());
            double cycle = c.f64();
            long n = c.u32();
            if (n < 1 || n > c.left() / 8) {
                throw file.wrong(
                        at + c.at(), say("formats.alembic.bridge.AbcReader.1-to-stored-times", c.left() / 8), n + "");
            }
            if (!Double.isFinite(cycle) || cycle <= 0) {
                throw file.wrong(
                        at + c.at() - 12,
                        say("formats.alembic.bridge.AbcReader.a-positive-time-per-cycle"),
                        cycle + "");
            }
            double[] times = new double[(int) n];
            for (int i = 0; i < n; i++) {
                times[i] = c.f64();
                if (!Double.isFinite(times[i]) || i > 0 && times[i] < times[i - 1]) {
                    throw file.wrong(
                            at + c.at() - 8,
                            say("formats.alembic.bridge.AbcReader.times-that-go-forward"),
                            times[i] + "");
                }
            }
            samplings.add(new TimeSampling(cycle, times));
        }
        if (samplings.isEmpty()) {
            samplings.add(TimeSampling.STILL);
            most.add(0L);
        }
    }

    private void table(long reference) throws FormatException {
        long at = Ogawa.position(reference) + 8;
        ByteCursor c = new ByteCursor(file.file(), file.data(reference, THE_TABLE_OF_METADATA), 0);
        while (c.left() > 0) {
            int n = c.u8();
            if (n > c.left()) {
                throw file.wrong(
                        at + c.at(),
                        say("formats.alembic.bridge.AbcReader.bytes-of-metadata", n),
                        say("formats.alembic.bridge.AbcReader.left", c.left()));
            }
            table.add(new Meta(new String(c.take(n), StandardCharsets.UTF_8)));
        }
    }

    private AbcObject object(String name, Meta meta, long reference, String path, int depth) throws FormatException {
        if (depth > DEEPEST) {
            throw file.wrong(
                    Ogawa.position(reference),
                    say("formats.alembic.bridge.AbcReader.objects-at-most-deep", DEEPEST),
                    say("formats.alembic.bridge.AbcReader.one-deeper"));
        }
        if ((++objects & 1023) == 0) {
            progress.at(0.2, say("formats.alembic.bridge.AbcReader.objects", objects));
        }
        long[] refs = file.group(reference, path.isEmpty() ? THE_TOP_OBJECT : path);
        if (refs.length == 0) {
            return new AbcObject(name, meta, new Property.Group("", Meta.NONE, List.of()), List.of());
        }
        Property.Group properties = properties(refs[0], path, depth);
        int children = refs.length - 2;
        if (children < 0) {
            if (refs.length == 1) {
                return new AbcObject(name, meta, properties, List.of());
            }
        }
        List<String> names = new ArrayList<>();
        List<Meta> metas = new ArrayList<>();
        headers(refs[refs.length - 1], Math.max(0, children), path, names, metas);
        List<AbcObject> out = new ArrayList<>();
        for (int i = 0; i < children; i++) {
            String own = path + "/" + names.get(i);
            try {
                out.add(object(names.get(i), metas.get(i), refs[i + 1], own, depth + 1));
            } catch (FormatException | RuntimeException e) {
                if (rescue == null) {
                    throw e;
                }
                rescue.lost(own, e);
            }
        }
        return new AbcObject(name, meta, properties, out);
    }

    /** The properties of an object; of a damaged one in an archive that is rescued, none. */
    private Property.Group properties(long reference, String path, int depth) throws FormatException {
        if (rescue == null) {
            return compound("", Meta.NONE, reference, path, depth);
        }
        try {
            return rescue.sound(path, compound("", Meta.NONE, reference, path, depth));
        } catch (FormatException | RuntimeException e) {
            rescue.lost(path, e);
            return new Property.Group("", Meta.NONE, List.of());
        }
    }

    private void headers(long reference, int children, String path, List<String> names, List<Meta> metas)
            throws FormatException {
        PropertyHeader.In in =
                new PropertyHeader.In(file, reference, say("formats.alembic.bridge.AbcReader.the-headers-of", path));
        for (int i = 0; i < children; i++) {
            names.add(in.text(in.number(2, THE_LENGTH_OF_A_NAME), AN_OBJECT_NAME));
            metas.add(in.meta((int) in.number(0, AN_INDEX_OF_METADATA), 2, table));
        }
        if (children > 0) {
            in.end(HASHES);
        }
    }

    private Property.Group compound(String name, Meta meta, long reference, String path, int depth)
            throws FormatException {
        long at = Ogawa.position(reference);
        if (depth > DEEPEST) {
            throw file.wrong(
                    at,
                    say("formats.alembic.bridge.AbcReader.properties-at-most-deep", DEEPEST),
                    say("formats.alembic.bridge.AbcReader.one-deeper"));
        }
        long[] refs = file.group(reference, say("formats.alembic.bridge.AbcReader.properties-of", path));
        List<Property> out = new ArrayList<>();
        if (refs.length > 0) {
            PropertyHeader.In in = new PropertyHeader.In(
                    file,
                    refs[refs.length - 1],
                    say("formats.alembic.bridge.AbcReader.the-headers-of-properties-of", path));
            for (int i = 0; in.more(); i++) {
                PropertyHeader h = PropertyHeader.read(in, table, samplings.size());
                if (i >= refs.length - 1) {
                    throw file.wrong(
                            at,
                            say("formats.alembic.bridge.AbcReader.a-reference-for-each-property-of", path),
                            say("formats.alembic.bridge.AbcReader.none-for", h.name()));
                }
                out.add(property(h, refs[i], path, depth));
            }
        }
        return new Property.Group(name, meta, out);
    }

    private Property property(PropertyHeader h, long reference, String path, int depth) throws FormatException {
        String own = path + "." + h.name();
        if (h.kind() == PropertyHeader.COMPOUND) {
            return compound(h.name(), h.meta(), reference, own, depth + 1);
        }
        int count = (int) h.count();
        int slots = count == 0 ? 0 : h.last() == 0 ? 1 : (int) (h.last() - h.first() + 2);
        long[] refs = file.group(reference, say("formats.alembic.bridge.AbcReader.samples-of", own));
        StoredSamples stored = rescue == null
                ? StoredSamples.of(file, h, slots, refs, Ogawa.position(reference), own)
                : StoredSamples.rescue(file, h, slots, refs, Ogawa.position(reference), own);
        Samples s = new Samples(
                new Samples.Layout(h.type(), h.extent(), h.kind() == PropertyHeader.SCALAR),
                count,
                (int) h.first(),
                (int) h.last(),
                samplings.get(h.sampling()),
                stored);
        if (rescue != null) {
            rescue.read(s, stored);
        }
        return new Property.Values(h.name(), h.meta(), s);
    }
}
