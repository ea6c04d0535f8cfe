package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import idleheron.core.volume.GridMetadata;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Salvage;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Finds the grids of a damaged file by the names of their types, {@code Tree_…}, and of each keeps the leaves that are
 * whole. Numbers carry no sums unless they are zipped: a grid right before damage that begins no sound grid may have its last
 * values damaged too and is not kept.
 */
public final class VdbRescue {
    private static final byte[] TREE = "Tree_".getBytes(StandardCharsets.US_ASCII);
    private static final int LONGEST_NAME = 255;
    private static final int LONGEST_TYPE = 80;

    /** Grids that lie over each other are looked at until all together are so many times the file. */
    private static final long MOST_TIMES = 8;

    private final VdbFile head;
    private final MemorySegment bytes;
    private final Salvage salvage;
    private final long size;
    private final Set<Long> starts = new HashSet<>();

    private VdbRescue(VdbFile head, MemorySegment bytes, Salvage salvage) {
        this.head = head;
        this.bytes = bytes;
        this.salvage = salvage;
        this.size = bytes.byteSize();
    }

    /** A grid, and where what tells of it begins. */
    private record Found(long from, VdbFile.Entry entry) {}

    /** @throws FormatException when no grid is whole */
    public static VdbReader open(String name, MemorySegment bytes, Salvage salvage) throws FormatException {
        VdbFile head;
        try {
            head = VdbReader.head(name, bytes);
        } catch (FormatException | RuntimeException e) {
            head = new VdbFile(name, bytes.byteSize(), 224, 0, 0, true, false, "", GridMetadata.EMPTY, List.of());
            salvage.lost(
                    Lost.What.STAGE,
                    "",
                    Salvage.bytes(0, 64),
                    say("formats.openvdb.coding.VdbRescue.the-head-of-the-file-is"));
        }
        if (!head.hasOffsets()) {
            throw FormatException.in(
                    name,
                    say("formats.openvdb.coding.VdbRescue.grids-with-offsets-to-rescue-them"),
                    say("formats.openvdb.coding.VdbRescue.a-file-without-offsets"));
        }
        return new VdbRescue(head, bytes, salvage).whole();
    }

    private VdbReader whole() throws FormatException {
        List<Found> found = scan();
        VdbReader all = new VdbReader(head.with(found.stream().map(Found::entry).toList()), bytes, Map.of());
        List<VdbFile.Entry> kept = new ArrayList<>();
        Map<String, VdbLeaves.Trust> trust = new HashMap<>();
        for (Found f : found) {
            VdbFile.Entry e = f.entry;
            if (kept.stream().anyMatch(k -> k.uniqueName().equals(e.uniqueName()))) {
                continue;
            }
            String why = kept(all, e, trust);
            if (why.isEmpty()) {
                kept.add(e);
            } else {
                salvage.lost(Lost.What.GRID, e.label(), Salvage.bytes(f.from, Math.min(size, e.endAt())), why);
            }
        }
        if (kept.isEmpty()) {
            throw FormatException.in(
                    head.name(),
                    say("formats.openvdb.coding.VdbRescue.a-grid-or-a-part-of"),
                    say("formats.openvdb.coding.VdbRescue.none"));
        }
        return new VdbReader(head.with(kept), bytes, trust);
    }

    /** Why nothing of a grid is kept, or ""; of one that is kept in part how far it can be relied on is noted. */
    private String kept(VdbReader all, VdbFile.Entry e, Map<String, VdbLeaves.Trust> trust) {
        boolean cut = e.endAt() > size;
        boolean zipped = (e.compression() & VdbFile.ZIP) != 0;
        boolean firm = e.endAt() == size || starts.contains(e.endAt()) || zipped;
        try {
            if (e.isPoints()) {
                all.points(e);
                return firm ? "" : say("formats.openvdb.coding.VdbRescue.what-comes-after-it-is-damaged");
            }
            VdbFile.Entry holder = all.holder(e);
            if (holder != e) {
                return trust.containsKey(holder.uniqueName())
                        ? say("formats.openvdb.coding.VdbRescue.the-grid-whose-tree-it-shares")
                        : "";
            }
            if (!e.isReadable()) {
                return say("formats.openvdb.coding.VdbRescue.values-of-type-are-not-read", e.typeName());
            }
            VdbLeaves.Trust told = new VdbLeaves.Trust(cut, firm);
            VdbLeaves.Part part = all.part(e, told);
            int leaves = part.tree().leaves();
            if (part.whole() == leaves && (firm || leaves > 0)) {
                return "";
            }
            if (part.whole() == 0) {
                return say("formats.openvdb.coding.VdbRescue.none-of-its-leaves-is-whole", leaves);
            }
            trust.put(e.uniqueName(), told);
            salvage.lost(
                    Lost.What.GRID,
                    e.label(),
                    "",
                    say("formats.openvdb.coding.VdbRescue.of-its-leaves-are-whole-the", part.whole(), leaves));
            return "";
        } catch (FormatException | RuntimeException x) {
            return String.valueOf(x.getMessage());
        }
    }

    private List<Found> scan() {
        List<Found> out = new ArrayList<>();
        long bytesOfGrids = 0;
        for (long p = 8; p < size - TREE.length && bytesOfGrids < MOST_TIMES * size; p++) {
            if (isType(p)) {
                Found f = grid(p);
                if (f != null) {
                    out.add(f);
                    bytesOfGrids += Math.max(LONGEST_TYPE, Math.min(size, f.entry.endAt()) - f.entry.gridAt());
                    p = Math.max(p, f.entry.topologyAt() - 1);
                }
            }
        }
        return out;
    }

    private boolean isType(long p) {
        for (int i = 0; i < TREE.length; i++) {
            if (bytes.get(ValueLayout.JAVA_BYTE, p + i) != TREE[i]) {
                return false;
            }
        }
        int n = bytes.get(ByteCursor.INT, p - 4);
        return n > TREE.length && n <= LONGEST_TYPE && p + n < size;
    }

    /** The grid whose type stands at a byte; its name, counted, ends right before. */
    private @Nullable Found grid(long type) {
        for (int n = 0; n <= LONGEST_NAME && type - 8 - n >= 0; n++) {
            long from = type - 8 - n;
            if (bytes.get(ByteCursor.INT, from) == n) {
                starts.add(from);
                try {
                    ByteCursor in = new ByteCursor(head.name(), bytes, from);
                    return new Found(from, VdbReader.entry(head, in, Long.MAX_VALUE));
                } catch (FormatException | RuntimeException e) {
                    salvage.lost(
                            Lost.What.PART,
                            say("formats.openvdb.coding.VdbRescue.a-grid"),
                            Salvage.bytes(from, size),
                            say("formats.openvdb.coding.VdbRescue.what-tells-of-it-is-damaged"));
                    return null;
                }
            }
        }
        return null;
    }
}
