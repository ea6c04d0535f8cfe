package idleheron.formats.openvdb;

import static idleheron.core.Messages.say;

import idleheron.core.bytes.Bytes;
import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMetadata;
import idleheron.core.volume.PointSet;
import idleheron.core.volume.Volume;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.TreeStats;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.Guarded;
import idleheron.formats.openvdb.coding.VdbFile;
import idleheron.formats.openvdb.coding.VdbReader;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Files as frames of a volume: their headers at once, their voxels when they are asked for. */
final class VdbFrames {
    /** Up to here the files of two frames hold what differs even where the voxels do not: the identifier. */
    private static final int IDENTIFIED = 58;

    private VdbFrames() {}

    /**
     * @throws FormatException when the file is none or is broken
     */
    static Volume.Frame read(Path file, int number) throws IOException {
        return opened(file, VdbReader::open, r -> frame(file, number, r));
    }

    static Volume.Frame frame(Path file, int number, VdbReader reader) throws FormatException {
        return frame(file, number, reader, VdbReader::open);
    }

    /** A way to open a file: as it is, or what is whole of it. */
    interface Opening {
        VdbReader open(String name, MemorySegment bytes) throws FormatException;
    }

    static Volume.Frame frame(Path file, int number, VdbReader reader, Opening opening) throws FormatException {
        List<GridHeader> headers = new ArrayList<>();
        for (VdbFile.Entry e : reader.file().grids()) {
            headers.add(header(reader, e));
        }
        return new Volume.Frame(
                number, name(file), reader.file().bytes(), headers, "", false, new OnDisk(file, opening));
    }

    /** Opens the file anew for every grid, so that nothing is held between. */
    private record OnDisk(Path file, Opening opening) implements Volume.Source {
        @Override
        public Grid read(String label, Progress progress) throws IOException {
            return opened(file, opening, r -> r.grid(entry(r, file, label), progress));
        }

        @Override
        public Grid shape(String label) throws IOException {
            return opened(file, opening, r -> {
                VdbFile.Entry e = entry(r, file, label);
                return new Grid(e.name(), e.gridClass(), e.map(), r.topology(e), e.half(), e.metadata());
            });
        }

        @Override
        public PointSet points(String label) throws IOException {
            return opened(file, opening, r -> r.points(entry(r, file, label)));
        }
    }

    /** A frame that cannot be read, with the reason. */
    static Volume.Frame broken(Path file, int number, long bytes, String why) {
        return new Volume.Frame(number, name(file), bytes, List.of(), why, false, (label, progress) -> {
            throw FormatException.in(name(file), say("formats.openvdb.VdbFrames.a-volume-file"), why);
        });
    }

    /** Whether two files hold the same but for their identifiers. */
    static boolean same(Path a, Path b) throws IOException {
        if (Files.size(a) != Files.size(b) || Files.size(a) <= IDENTIFIED) {
            return false;
        }
        return FileBytes.using(
                a, x -> FileBytes.using(b, y -> Bytes.equal(x.asSlice(IDENTIFIED), y.asSlice(IDENTIFIED))));
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }

    private interface Use<T> {
        T of(VdbReader reader) throws IOException;
    }

    private static <T> T opened(Path file, Opening opening, Use<T> use) throws IOException {
        return FileBytes.using(file, bytes -> Guarded.read(name(file), () -> use.of(opening.open(name(file), bytes))));
    }

    private static VdbFile.Entry entry(VdbReader reader, Path file, String label) throws FormatException {
        VdbFile.Entry e = reader.find(label);
        if (e == null) {
            throw FormatException.in(
                    name(file),
                    say("formats.openvdb.VdbFrames.a-grid", label),
                    say("formats.openvdb.VdbFrames.none-the-file-has-changed"));
        }
        return e;
    }

    private static GridHeader header(VdbReader reader, VdbFile.Entry e) throws FormatException {
        GridMetadata m = e.metadata();
        long voxels = m.whole("file_voxel_count");
        IndexBox box = box(m);
        boolean part = reader.isPart(reader.holder(e));
        if ((part || voxels < 0 || box == null) && reader.holder(e).isReadable()) {
            TreeStats c = TreeStats.of(part ? reader.grid(e, Progress.NONE).tree() : reader.topology(e));
            voxels = c.activeVoxels();
            box = c.box();
        }
        return new GridHeader(
                e.label(),
                e.name(),
                e.valueName(),
                e.isReadable() && !e.isPoints() ? e.type() : null,
                e.gridClass(),
                e.map(),
                e.half(),
                e.compressionText(),
                voxels,
                box);
    }

    private static @Nullable IndexBox box(GridMetadata m) {
        if (m.get("file_bbox_min") instanceof int[] a
                && m.get("file_bbox_max") instanceof int[] b
                && a.length == 3
                && b.length == 3) {
            return new IndexBox(a[0], a[1], a[2], b[0], b[1], b[2]);
        }
        return null;
    }

    /** The folder of a file, absolute. */
    static Path folder(Path file) {
        return Objects.requireNonNull(file.toAbsolutePath().getParent());
    }
}
