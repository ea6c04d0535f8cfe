package idleheron.core.volume;

import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.Coord;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeBuilder;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelReader;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.List;

/** Changes to all values of a tree, or to which of its voxels are there. */
public final class GridEdits {
    private GridEdits() {}

    /** What becomes of one value. */
    public interface Each {
        /**
         * @param value may be written
         */
        void to(double[] value);
    }

    /** A tree with the same nodes and other values, those of inactive voxels and tiles and the background too. */
    public static SparseTree each(SparseTree tree, ValueType type, Each change) {
        VoxelStore leaves = store(tree.leafValues(), type, change);
        List<SparseTree.RootTile> roots = new ArrayList<>();
        for (SparseTree.RootTile t : tree.rootTiles()) {
            roots.add(new SparseTree.RootTile(t.x(), t.y(), t.z(), store(t.value(), type, change), t.active()));
        }
        List<InnerNode> uppers = tree.uppers().stream()
                .map(n -> n.withTiles(store(n.tiles(), type, change)))
                .toList();
        List<InnerNode> lowers = tree.lowers().stream()
                .map(n -> n.withTiles(store(n.tiles(), type, change)))
                .toList();
        return new SparseTree(
                type,
                store(tree.background(), type, change),
                roots,
                uppers,
                lowers,
                tree.leafOrigins(),
                tree.leafMasks(),
                leaves);
    }

    private static VoxelStore store(VoxelStore of, ValueType type, Each change) {
        VoxelStore out = of.isUniform() ? VoxelStore.uniform(type, of.size()) : VoxelStore.of(type, of.size());
        int comps = of.type().components();
        double[] value = new double[Math.max(comps, type.components())];
        long n = of.isUniform() ? 1 : of.size();
        for (long i = 0; i < n; i++) {
            for (int c = 0; c < comps; c++) {
                value[c] = of.get(i, c);
            }
            for (int c = comps; c < value.length; c++) {
                value[c] = value[0];
            }
            change.to(value);
            for (int c = 0; c < type.components(); c++) {
                out.set(i, c, value[c]);
            }
        }
        return out;
    }

    /** Every value times a factor, component by component. */
    public static SparseTree multiply(SparseTree tree, double factor) {
        return each(tree, tree.type(), v -> {
            for (int c = 0; c < v.length; c++) {
                v[c] *= factor;
            }
        });
    }

    /** Numbers of another kind: a vector becomes its first component, a number a vector of three alike. */
    public static SparseTree convert(SparseTree tree, ValueType type) {
        return tree.type() == type ? tree : each(tree, type, v -> {});
    }

    /** Where a number is none or without bound the background stands. */
    public static SparseTree heal(SparseTree tree) {
        double[] background = new double[tree.type().components()];
        for (int c = 0; c < background.length; c++) {
            double b = tree.background().get(0, c);
            background[c] = Double.isFinite(b) ? b : 0;
        }
        return each(tree, tree.type(), v -> {
            for (int c = 0; c < v.length; c++) {
                v[c] = Double.isFinite(v[c]) ? v[c] : background[c];
            }
        });
    }

    /** Numbers rounded as a file of halves rounds them. */
    public static SparseTree halve(SparseTree tree) {
        return each(tree, tree.type(), v -> {
            for (int c = 0; c < v.length; c++) {
                v[c] = Float.float16ToFloat(Float.floatToFloat16((float) v[c]));
            }
        });
    }

    /** Only the active voxels in a box; tiles that reach over its edge are left out with a leaf each inside. */
    public static SparseTree crop(SparseTree tree, IndexBox box) {
        IndexBox inside = TreeStats.of(tree).box().cut(box);
        ThreadLocal<VoxelReader> readers = ThreadLocal.withInitial(() -> new VoxelReader(tree));
        return FieldPainter.paint(tree.type(), inside, tree.background(), (i, j, k, out) -> {
            VoxelReader r = readers.get().to(i, j, k);
            for (int c = 0; c < out.length; c++) {
                out[c] = r.get(c);
            }
            return r.isActive();
        });
    }

    /**
     * Leaves whose voxels are all active, or all inactive, and within {@code tolerance} of each other become tiles.
     *
     * @param tolerance largest difference in any component
     */
    public static SparseTree prune(SparseTree tree, double tolerance) {
        TreeBuilder out = new TreeBuilder(tree.type(), tree.background());
        int[] o = tree.leafOrigins();
        for (int leaf = 0; leaf < tree.leaves(); leaf++) {
            int on = Bits.count(tree.leafMasks(), 8 * leaf, 8);
            long first = (long) leaf << 9;
            boolean even = (on == 0 || on == SparseTree.LEAF_VOXELS) && even(tree.leafValues(), first, tolerance);
            if (even) {
                out.tile(new Coord(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2]), 8, tree.leafValues(), first, on > 0);
            } else {
                out.leaf(
                        new Coord(o[3 * leaf], o[3 * leaf + 1], o[3 * leaf + 2]),
                        tree.leafMasks(),
                        8 * leaf,
                        tree.leafValues(),
                        first);
            }
        }
        for (SparseTree.RootTile t : tree.rootTiles()) {
            out.tile(new Coord(t.x(), t.y(), t.z()), InnerNode.UPPER, t.value(), 0, t.active());
        }
        for (List<InnerNode> level : List.of(tree.uppers(), tree.lowers())) {
            for (InnerNode n : level) {
                for (int s = 0; s < n.slots(); s++) {
                    boolean active = Bits.on(n.active(), 0, s);
                    if (!n.hasChild(s) && (active || !n.tiles().equal(s, tree.background(), 0))) {
                        out.tile(new Coord(n.slotX(s), n.slotY(s), n.slotZ(s)), n.slotSize(), n.tiles(), s, active);
                    }
                }
            }
        }
        return out.build();
    }

    private static boolean even(VoxelStore values, long first, double tolerance) {
        for (int c = 0; c < values.type().components(); c++) {
            double low = Double.POSITIVE_INFINITY;
            double high = Double.NEGATIVE_INFINITY;
            for (int v = 0; v < SparseTree.LEAF_VOXELS; v++) {
                double x = values.get(first + v, c);
                low = Math.min(low, x);
                high = Math.max(high, x);
            }
            if (!(high - low <= tolerance)) {
                return false;
            }
        }
        return true;
    }
}
