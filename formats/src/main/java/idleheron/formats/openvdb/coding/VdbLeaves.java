package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;

/**
 * The voxels of a tree: its leaves once more, in the order of the topology.
 *
 * <pre>
 * leaf:        64 bytes mask of active voxels, then values of 512 slots, see {@link VdbValues}
 * leaf, bool:  64 bytes mask, i32 ×3 origin, 64 bytes of a bit per voxel
 * leaf, mask:  64 bytes mask, i32 ×3 origin
 * versions 220 and 221: 64 bytes mask, i32 ×3 origin, i8 1, data of all 512 voxels with no code before them
 * </pre>
 */
final class VdbLeaves {
    private static final int MASK = 64;
    private static final int ORIGIN = 12;
    private static final int BATCH = 256;

    private final VdbFile file;
    private final VdbFile.Entry entry;
    private final MemorySegment bytes;
    private final SparseTree tree;

    VdbLeaves(VdbFile file, VdbFile.Entry entry, MemorySegment bytes, SparseTree tree) {
        this.file = file;
        this.entry = entry;
        this.bytes = bytes;
        this.tree = tree;
    }

    private VdbValues values() {
        return new VdbValues(file.name(), bytes, entry.compression(), entry.half(), tree.background());
    }

    private boolean bits() {
        return tree.type() == ValueType.BOOL || tree.type() == ValueType.MASK;
    }

    private void need(long at, long n) throws FormatException {
        if (n > bytes.byteSize() - at) {
            throw FormatException.at(
                    file.name(),
                    at,
                    say("formats.openvdb.coding.VdbLeaves.bytes-of-a-leaf", n),
                    say("formats.openvdb.coding.VdbLeaves.left", (bytes.byteSize() - at)));
        }
    }

    private void mask(long at, long[] into, int from) {
        MemorySegment.copy(bytes, ByteCursor.LONG, at, into, from, 8);
    }

    /** Where every leaf begins, and at the end where the last one ends. */
    private long[] places(long start) throws FormatException {
        int leaves = tree.leaves();
        long[] out = new long[leaves + 1];
        long[] mask = new long[8];
        long at = start;
        try (VdbValues values = values()) {
            for (int leaf = 0; leaf < leaves; leaf++) {
                out[leaf] = at;
                need(at, MASK);
                if (bits()) {
                    int n = MASK + ORIGIN + (tree.type() == ValueType.BOOL ? MASK : 0);
                    need(at, n);
                    at += n;
                } else if (file.version() < 222) {
                    need(at, MASK + ORIGIN + 1);
                    at = values.skipData(at + MASK + ORIGIN + 1, SparseTree.LEAF_VOXELS);
                } else {
                    mask(at, mask, 0);
                    at = values.skip(at + MASK, mask, 0, SparseTree.LEAF_VOXELS);
                }
            }
        }
        out[leaves] = at;
        return out;
    }

    /** Byte offset after the buffers that begin at {@code start}. */
    long skip(long start) throws FormatException {
        return places(start)[tree.leaves()];
    }

    /**
     * @return the tree with the values of its leaves
     */
    SparseTree read(long start, VdbRoom room, Progress progress) throws FormatException {
        int leaves = tree.leaves();
        room.take(
                (long) leaves * SparseTree.LEAF_VOXELS * tree.type().bytes(),
                start,
                say("formats.openvdb.coding.VdbLeaves.leaves", leaves));
        long[] places = places(start);
        long[] masks = new long[8 * leaves];
        VoxelStore values = VoxelStore.of(tree.type(), (long) leaves * SparseTree.LEAF_VOXELS);
        int batches = (leaves + BATCH - 1) / BATCH;
        AtomicInteger next = new AtomicInteger();
        AtomicReference<FormatException> broken = new AtomicReference<>();
        Cores.each(Math.min(batches, Cores.count()), worker -> {
            try (VdbValues mine = values()) {
                for (int b = next.getAndIncrement(); b < batches && broken.get() == null; b = next.getAndIncrement()) {
                    for (int leaf = b * BATCH; leaf < Math.min(leaves, (b + 1) * BATCH); leaf++) {
                        leaf(mine, places[leaf], leaf, masks, values);
                    }
                    progress.at(
                            b / (double) batches,
                            say("formats.openvdb.coding.VdbLeaves.reading-voxels-of", entry.label()));
                }
            } catch (FormatException e) {
                broken.compareAndSet(null, e);
            }
        });
        FormatException e = broken.get();
        if (e != null) {
            throw e;
        }
        return tree.withLeaves(masks, values);
    }

    /**
     * What can be read of the leaves of a damaged grid.
     *
     * @param tree without the active voxels of the leaves that cannot
     * @param whole how many can be read
     */
    record Part(SparseTree tree, int whole) {}

    /**
     * How far the leaves of a damaged grid can be relied on.
     *
     * @param cut whether the file ends within them, so that all before is as it was
     * @param firm whether what comes after them is whole, so that the last is
     */
    record Trust(boolean cut, boolean firm) {}

    /**
     * The leaves up to the first that does not fit. Each tells its mask a second time, so that damage is felt at the next leaf;
     * the values before it may be damaged already and do not count.
     */
    Part part(long start, Trust trust, VdbRoom room) throws FormatException {
        int leaves = tree.leaves();
        room.take(
                (long) leaves * SparseTree.LEAF_VOXELS * tree.type().bytes(),
                start,
                say("formats.openvdb.coding.VdbLeaves.leaves", leaves));
        long[] masks = new long[8 * leaves];
        VoxelStore values = VoxelStore.of(tree.type(), (long) leaves * SparseTree.LEAF_VOXELS);
        long[] mask = new long[8];
        int read = 0;
        long at = start;
        try (VdbValues reader = values()) {
            for (; read < leaves; read++) {
                need(at, MASK);
                mask(at, mask, 0);
                if (!Arrays.equals(mask, 0, 8, tree.leafMasks(), 8 * read, 8 * read + 8)) {
                    break;
                }
                long after = after(reader, at, mask);
                need(at, after - at);
                leaf(reader, at, read, masks, values);
                at = after;
            }
        } catch (FormatException | RuntimeException e) {
            // damage begins in this leaf or in the values of the one before
        }
        boolean last = read == leaves ? trust.firm : trust.cut;
        int whole = last ? read : Math.max(0, read - 1);
        Arrays.fill(masks, 8 * whole, 8 * leaves, 0);
        return new Part(tree.withLeaves(masks, values), whole);
    }

    private long after(VdbValues reader, long at, long[] mask) throws FormatException {
        if (bits()) {
            return at + MASK + ORIGIN + (tree.type() == ValueType.BOOL ? MASK : 0);
        }
        return file.version() < 222
                ? reader.skipData(at + MASK + ORIGIN + 1, SparseTree.LEAF_VOXELS)
                : reader.skip(at + MASK, mask, 0, SparseTree.LEAF_VOXELS);
    }

    private void leaf(VdbValues reader, long at, int leaf, long[] masks, VoxelStore values) throws FormatException {
        mask(at, masks, 8 * leaf);
        long first = (long) leaf << 9;
        if (bits()) {
            long[] on = masks;
            int from = 8 * leaf;
            if (tree.type() == ValueType.BOOL) {
                on = new long[8];
                from = 0;
                mask(at + MASK + ORIGIN, on, 0);
            }
            for (int v = Bits.nextOn(on, from, 0, 512); v < 512; v = Bits.nextOn(on, from, v + 1, 512)) {
                values.set(first + v, 0, 1);
            }
        } else if (file.version() < 222) {
            reader.readAll(at + MASK + ORIGIN + 1, SparseTree.LEAF_VOXELS, values, first);
        } else {
            reader.read(at + MASK, masks, 8 * leaf, SparseTree.LEAF_VOXELS, values, first);
        }
    }
}
