package idleheron.core.volume.measure;

import idleheron.core.job.Cores;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Sampler;
import idleheron.core.volume.tree.Bits;
import idleheron.core.volume.tree.InnerNode;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.TreeStats;
import idleheron.core.volume.tree.VoxelReader;
import idleheron.core.volume.tree.VoxelStore;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.joml.Matrix4d;

/**
 * Two grids held against each other, voxel by voxel. A tile counts as all its voxels; in the world those of more than 8 voxels an
 * edge are looked at in one corner.
 *
 * @param onlyFirst voxels active in the first alone
 * @param onlySecond voxels active in the second alone
 * @param both voxels active in both
 * @param worst largest difference of a component where both are active
 * @param rms root of the mean square of those differences
 * @param range largest amount of any value of the first
 * @param massRatio sum of the second's amounts times its voxel volume, over that of the first
 * @param halves whether the second is the first rounded to halves
 */
public record GridDifference(
        double onlyFirst,
        double onlySecond,
        double both,
        double worst,
        double rms,
        double range,
        double massRatio,
        boolean halves) {

    /** Voxels that lie in one of the two alone, as a share of all. */
    public double apart() {
        double all = onlyFirst + onlySecond + both;
        return all == 0 ? 0 : (onlyFirst + onlySecond) / all;
    }

    /** The worst difference over the range of values. */
    public double relative() {
        return range == 0 ? worst : worst / range;
    }

    /** Voxel i, j, k of one against voxel i, j, k of the other, wherever they lie in the world. */
    public static GridDifference byIndex(Grid a, Grid b) {
        Sum s = sum(a, b, null);
        return s.close(a, b, activeOf(b) - s.both);
    }

    /**
     * Each voxel centre of the first against the second there, linearly between its voxels.
     *
     * @param firstToSecond world of the first to world of the second, column vectors
     * @throws ArithmeticException when a transform flattens space
     */
    public static GridDifference inWorld(Grid a, Grid b, Matrix4d firstToSecond) {
        Sum s = sum(a, b, firstToSecond);
        Sum back = sum(b, a, new Matrix4d(firstToSecond).invert());
        return s.close(a, b, back.only);
    }

    private static double activeOf(Grid g) {
        return TreeStats.of(g.tree()).activeVoxels();
    }

    private static Sum sum(Grid a, Grid b, @org.jspecify.annotations.Nullable Matrix4d world) {
        double[] inverse = world == null ? new double[16] : b.map().inverse();
        List<Sum> parts = Collections.synchronizedList(new ArrayList<>());
        Cores.split(a.tree().leaves(), 64, (from, to) -> {
            Sum s = new Sum(a, b, world, inverse);
            for (int leaf = from; leaf < to; leaf++) {
                s.leaf(leaf);
            }
            parts.add(s);
        });
        List<InnerNode> nodes = new ArrayList<>(a.tree().uppers());
        nodes.addAll(a.tree().lowers());
        Cores.split(nodes.size(), 1, (from, to) -> {
            Sum s = new Sum(a, b, world, inverse);
            nodes.subList(from, to).forEach(s::tiles);
            parts.add(s);
        });
        Sum all = new Sum(a, b, world, inverse);
        parts.forEach(all::add);
        for (SparseTree.RootTile t : a.tree().rootTiles()) {
            if (t.active()) {
                all.cube(t.x(), t.y(), t.z(), InnerNode.UPPER, t.value(), 0);
            }
        }
        return all;
    }

    private static final class Sum {
        private final Grid a;
        private final Grid b;
        private final @org.jspecify.annotations.Nullable Matrix4d world;
        private final double[] inverse;
        private final VoxelReader reader;
        private final Sampler sampler;
        private final int components;
        private final double[] value;
        private final double[] at = new double[3];
        private double only;
        private double both;
        private double worst;
        private double squares;
        private double range;
        private boolean halves = true;

        Sum(Grid a, Grid b, @org.jspecify.annotations.Nullable Matrix4d world, double[] inverse) {
            this.a = a;
            this.b = b;
            this.world = world;
            this.inverse = inverse;
            this.reader = new VoxelReader(b.tree());
            this.sampler = new Sampler(b.tree());
            this.components = Math.min(a.type().components(), b.type().components());
            this.value = new double[b.type().components()];
        }

        void leaf(int leaf) {
            int[] o = a.tree().leafOrigins();
            long[] masks = a.tree().leafMasks();
            VoxelStore values = a.tree().leafValues();
            for (int v = Bits.nextOn(masks, 8 * leaf, 0, 512); v < 512; v = Bits.nextOn(masks, 8 * leaf, v + 1, 512)) {
                voxel(
                        o[3 * leaf] + (v >> 6),
                        o[3 * leaf + 1] + (v >> 3 & 7),
                        o[3 * leaf + 2] + (v & 7),
                        values,
                        ((long) leaf << 9) + v,
                        1);
            }
        }

        void tiles(InnerNode n) {
            for (int s = Bits.nextOn(n.active(), 0, 0, n.slots());
                    s < n.slots();
                    s = Bits.nextOn(n.active(), 0, s + 1, n.slots())) {
                cube(n.slotX(s), n.slotY(s), n.slotZ(s), n.slotSize(), n.tiles(), s);
            }
        }

        /** A cube of one value: at once where the other tree has one value there too, else by its smaller cubes. */
        void cube(int i, int j, int k, int edge, VoxelStore values, long index) {
            boolean once = world == null ? reader.to(i, j, k).edge() >= edge : edge != InnerNode.LEAF;
            if (once) {
                voxel(i, j, k, values, index, Math.pow(edge, 3));
                return;
            }
            int step = edge == InnerNode.UPPER ? InnerNode.LOWER : edge == InnerNode.LOWER ? InnerNode.LEAF : 1;
            for (int x = 0; x < edge; x += step) {
                for (int y = 0; y < edge; y += step) {
                    for (int z = 0; z < edge; z += step) {
                        if (step == 1) {
                            voxel(i + x, j + y, k + z, values, index, 1);
                        } else {
                            cube(i + x, j + y, k + z, step, values, index);
                        }
                    }
                }
            }
        }

        private void voxel(int i, int j, int k, VoxelStore values, long index, double times) {
            boolean active;
            if (world == null) {
                active = reader.to(i, j, k).isActive();
                for (int c = 0; c < value.length; c++) {
                    value[c] = reader.get(c);
                }
            } else {
                a.map().apply(i, j, k, at);
                double x = world.m00() * at[0] + world.m10() * at[1] + world.m20() * at[2] + world.m30();
                double y = world.m01() * at[0] + world.m11() * at[1] + world.m21() * at[2] + world.m31();
                double z = world.m02() * at[0] + world.m12() * at[1] + world.m22() * at[2] + world.m32();
                b.map().index(inverse, x, y, z, at);
                active = sampler.isActive(at[0], at[1], at[2]);
                sampler.linear(at[0], at[1], at[2], value);
            }
            double largest = 0;
            double square = 0;
            for (int c = 0; c < components; c++) {
                double v = values.get(index, c);
                double d = Math.abs(v - value[c]);
                largest = Math.max(largest, Double.isNaN(d) ? (Double.isNaN(v) ? 0 : 1 / 0.0) : d);
                square += d * d;
                range = Math.max(range, Math.abs(v));
                halves &= !active || value[c] == Float.float16ToFloat(Float.floatToFloat16((float) v));
            }
            if (active) {
                both += times;
                worst = Math.max(worst, largest);
                squares += square * times;
            } else {
                only += times;
            }
        }

        void add(Sum s) {
            only += s.only;
            both += s.both;
            worst = Math.max(worst, s.worst);
            squares += s.squares;
            range = Math.max(range, s.range);
            halves &= s.halves;
        }

        GridDifference close(Grid first, Grid second, double onlySecond) {
            double massA = mass(first);
            double massB = mass(second);
            return new GridDifference(
                    only,
                    Math.max(0, onlySecond),
                    both,
                    worst,
                    both == 0 ? 0 : Math.sqrt(squares / (both * components)),
                    range,
                    massA == 0 ? (massB == 0 ? 1 : Double.POSITIVE_INFINITY) : massB / massA,
                    halves && worst > 0);
        }

        /** In voxels, so that the ratio says nothing of where and how large the two lie. */
        private static double mass(Grid g) {
            return GridStats.of(g.tree(), idleheron.core.job.Progress.NONE).magnitude();
        }
    }
}
