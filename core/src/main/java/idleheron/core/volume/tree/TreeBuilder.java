package idleheron.core.volume.tree;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Puts a tree together from leaves and tiles in any order. Where leaves or tiles of the same place are given twice the last
 * one counts.
 */
public final class TreeBuilder {
    private final ValueType type;
    private final VoxelStore background;
    private final List<Leaf> leaves = new ArrayList<>();
    private final Map<Place, Tile> tiles = new HashMap<>();

    /** What a leaf is made of: its corner, its mask and 512 values, or those of another tree's leaf. */
    private record Leaf(int x, int y, int z, long[] mask, int maskFrom, VoxelStore values, long first) {}

    private record Tile(VoxelStore values, long index, boolean active) {}

    /** A cube of voxels by its corner and edge. */
    private record Place(int x, int y, int z, int edge) {}

    public TreeBuilder(ValueType type, VoxelStore background) {
        this.type = type;
        this.background = background;
    }

    /**
     * Adds a leaf.
     *
     * @param at any voxel of it
     * @param mask 8 words from {@code maskFrom}
     * @param values 512 values from {@code first}, in one array
     */
    public TreeBuilder leaf(Coord at, long[] mask, int maskFrom, VoxelStore values, long first) {
        leaves.add(new Leaf(at.x() & -8, at.y() & -8, at.z() & -8, mask, maskFrom, values, first));
        return this;
    }

    /** Adds the tile of 8, 128 or 4096 voxels an edge that a voxel lies in. */
    public TreeBuilder tile(Coord at, int edge, VoxelStore values, long index, boolean active) {
        tiles.put(new Place(at.x() & -edge, at.y() & -edge, at.z() & -edge, edge), new Tile(values, index, active));
        return this;
    }

    /** The tree. All leaves are copied. */
    public SparseTree build() {
        leaves.sort(Comparator.comparingInt((Leaf l) -> l.x & -4096)
                .thenComparingInt(l -> l.y & -4096)
                .thenComparingInt(l -> l.z & -4096)
                .thenComparingInt(l -> slot(l.x, l.y, l.z, 7, 5))
                .thenComparingInt(l -> slot(l.x, l.y, l.z, 3, 4)));
        List<Leaf> own = new ArrayList<>(leaves.size());
        for (int i = 0; i < leaves.size(); i++) {
            Leaf l = leaves.get(i);
            Leaf next = i + 1 < leaves.size() ? leaves.get(i + 1) : null;
            if (next == null || next.x != l.x || next.y != l.y || next.z != l.z) {
                own.add(l);
            }
        }
        return new Assembly(own).tree();
    }

    private static int slot(int x, int y, int z, int shift, int bits) {
        int m = (1 << bits) - 1;
        return ((x >> shift & m) << bits | (y >> shift & m)) << bits | (z >> shift & m);
    }

    /** The nodes above the leaves. */
    private final class Assembly {
        private final List<Leaf> own;
        private final Map<Place, Map<Integer, Integer>> lowerSlots = new HashMap<>();
        private final Map<Place, Map<Integer, Tile>> tileSlots = new HashMap<>();

        Assembly(List<Leaf> own) {
            this.own = own;
        }

        SparseTree tree() {
            for (int i = 0; i < own.size(); i++) {
                Leaf l = own.get(i);
                lowerSlots
                        .computeIfAbsent(new Place(l.x & -128, l.y & -128, l.z & -128, 128), any -> new HashMap<>())
                        .put(slot(l.x, l.y, l.z, 3, 4), i);
            }
            List<SparseTree.RootTile> rootTiles = new ArrayList<>();
            tiles.forEach((p, t) -> {
                if (p.edge == InnerNode.UPPER) {
                    VoxelStore v = VoxelStore.of(type, 1);
                    v.fill(0, 1, t.values, t.index);
                    rootTiles.add(new SparseTree.RootTile(p.x, p.y, p.z, v, t.active));
                    return;
                }
                int parent = p.edge == InnerNode.LEAF ? InnerNode.LOWER : InnerNode.UPPER;
                Place above = new Place(p.x & -parent, p.y & -parent, p.z & -parent, parent);
                int s = p.edge == InnerNode.LEAF ? slot(p.x, p.y, p.z, 3, 4) : slot(p.x, p.y, p.z, 7, 5);
                tileSlots.computeIfAbsent(above, any -> new HashMap<>()).put(s, t);
                if (p.edge == InnerNode.LEAF) {
                    lowerSlots.computeIfAbsent(above, any -> new HashMap<>());
                }
            });
            rootTiles.sort(Comparator.comparingInt(SparseTree.RootTile::x)
                    .thenComparingInt(SparseTree.RootTile::y)
                    .thenComparingInt(SparseTree.RootTile::z));
            Map<Place, Map<Integer, Place>> upperSlots = new HashMap<>();
            for (Place l : lowerSlots.keySet()) {
                upperSlots
                        .computeIfAbsent(new Place(l.x & -4096, l.y & -4096, l.z & -4096, 4096), any -> new HashMap<>())
                        .put(slot(l.x, l.y, l.z, 7, 5), l);
            }
            for (Place p : tileSlots.keySet()) {
                if (p.edge == InnerNode.UPPER) {
                    upperSlots.computeIfAbsent(p, any -> new HashMap<>());
                }
            }
            return assemble(rootTiles, upperSlots);
        }

        private SparseTree assemble(List<SparseTree.RootTile> rootTiles, Map<Place, Map<Integer, Place>> upperSlots) {
            List<Place> roots = new ArrayList<>(upperSlots.keySet());
            roots.sort(
                    Comparator.comparingInt(Place::x).thenComparingInt(Place::y).thenComparingInt(Place::z));
            List<InnerNode> uppers = new ArrayList<>();
            List<InnerNode> lowers = new ArrayList<>();
            List<Integer> order = new ArrayList<>(own.size());
            for (Place r : roots) {
                Map<Integer, Place> children = upperSlots.getOrDefault(r, Map.of());
                uppers.add(node(r, true, children.keySet(), lowers.size()));
                for (int s : sorted(children.keySet())) {
                    Place l = children.get(s);
                    if (l == null) {
                        continue;
                    }
                    Map<Integer, Integer> below = lowerSlots.getOrDefault(l, Map.of());
                    lowers.add(node(l, false, below.keySet(), order.size()));
                    for (int v : sorted(below.keySet())) {
                        order.add(below.getOrDefault(v, 0));
                    }
                }
            }
            int[] origins = new int[3 * order.size()];
            long[] masks = new long[8 * order.size()];
            VoxelStore values = VoxelStore.of(type, (long) order.size() * SparseTree.LEAF_VOXELS);
            for (int i = 0; i < order.size(); i++) {
                Leaf l = own.get(order.get(i));
                origins[3 * i] = l.x;
                origins[3 * i + 1] = l.y;
                origins[3 * i + 2] = l.z;
                System.arraycopy(l.mask, l.maskFrom, masks, 8 * i, 8);
                values.copy((long) i << 9, l.values, l.first, SparseTree.LEAF_VOXELS);
            }
            return new SparseTree(type, background, rootTiles, uppers, lowers, origins, masks, values);
        }

        private InnerNode node(Place p, boolean upper, Iterable<Integer> children, int firstChild) {
            int slots = upper ? 32768 : 4096;
            long[] child = new long[slots / 64];
            long[] active = new long[slots / 64];
            for (int s : children) {
                Bits.set(child, 0, s);
            }
            Map<Integer, Tile> mine = tileSlots.get(p);
            VoxelStore values = tiles(slots, mine);
            if (mine != null) {
                mine.forEach((s, t) -> {
                    if (!Bits.on(child, 0, s)) {
                        values.fill(s, 1, t.values, t.index);
                        if (t.active) {
                            Bits.set(active, 0, s);
                        }
                    }
                });
            }
            return new InnerNode(new Coord(p.x, p.y, p.z), upper, child, active, values, firstChild);
        }

        private VoxelStore tiles(int slots, @Nullable Map<Integer, Tile> mine) {
            VoxelStore out = mine == null ? VoxelStore.uniform(type, slots) : VoxelStore.of(type, slots);
            out.fill(0, mine == null ? 1 : slots, background, 0);
            return out;
        }

        private static int[] sorted(Iterable<Integer> slots) {
            List<Integer> list = new ArrayList<>();
            slots.forEach(list::add);
            int[] out = list.stream().mapToInt(Integer::intValue).toArray();
            Arrays.sort(out);
            return out;
        }
    }
}
