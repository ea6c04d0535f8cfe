package idleheron.core.volume;

import static idleheron.core.Messages.say;

import idleheron.core.math.SignedAxis;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.Arrays;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/** A change to the grids of every frame, made when a frame is looked at. */
public sealed interface GridChange {
    /** What a header becomes; null where the grid is left out. */
    @Nullable
    GridHeader header(GridHeader h);

    /** What a grid becomes. It is one whose header stays. */
    Grid grid(Grid g);

    /** Another name for one grid. */
    record Rename(String from, String to) implements GridChange {
        @Override
        public GridHeader header(GridHeader h) {
            return h.name().equals(from) ? h.withName(to) : h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.name().equals(from) ? g.withName(to) : g;
        }
    }

    /**
     * Another place in the world; no voxel is touched.
     *
     * @param matrix 16 numbers row by row for column vectors, applied after a grid's own map
     */
    record Place(double[] matrix) implements GridChange {
        public Place {
            if (matrix.length != 16 || !Arrays.stream(matrix).allMatch(Double::isFinite)) {
                throw new IllegalArgumentException(
                        say("core.volume.GridChange.expected-a-matrix-of-16-finite", Arrays.toString(matrix)));
            }
        }

        /** Moves the transform of every grid by a matrix. */
        public static Place of(Matrix4dc m) {
            double[] rows = new double[16];
            for (int r = 0; r < 4; r++) {
                for (int c = 0; c < 4; c++) {
                    rows[4 * r + c] = m.get(c, r);
                }
            }
            return new Place(rows);
        }

        @Override
        public GridHeader header(GridHeader h) {
            return h.withMap(h.map().then(matrix));
        }

        @Override
        public Grid grid(Grid g) {
            return g.withMap(g.map().then(matrix));
        }

        @Override
        public boolean equals(@Nullable Object o) {
            return o instanceof Place p && Arrays.equals(matrix, p.matrix);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(matrix);
        }

        @Override
        public String toString() {
            return "Place" + Arrays.toString(matrix);
        }
    }

    /** All lengths of the world times a number; no voxel is touched. */
    record Scale(double factor) implements GridChange {
        public Scale {
            if (!(factor > 0 && Double.isFinite(factor))) {
                throw new IllegalArgumentException(
                        say("core.volume.GridChange.expected-a-factor-above-0-found", factor));
            }
        }

        private Place place() {
            return Place.of(new Matrix4d().scaling(factor));
        }

        @Override
        public GridHeader header(GridHeader h) {
            return place().header(h);
        }

        @Override
        public Grid grid(Grid g) {
            return place().grid(g);
        }
    }

    /** The shortest turn of the world that brings one axis to another; no voxel is touched. */
    record Turn(SignedAxis from, SignedAxis to) implements GridChange {
        private Place place() {
            return Place.of(new Matrix4d(from.turnTo(to)));
        }

        @Override
        public GridHeader header(GridHeader h) {
            return place().header(h);
        }

        @Override
        public Grid grid(Grid g) {
            return place().grid(g);
        }
    }

    /** Only some of the grids. */
    record Keep(Set<String> names) implements GridChange {
        public Keep {
            names = Set.copyOf(names);
        }

        @Override
        public @Nullable GridHeader header(GridHeader h) {
            return names.contains(h.name()) ? h : null;
        }

        @Override
        public Grid grid(Grid g) {
            return g;
        }
    }

    /** Numbers as halves in files, or in full. */
    record Halve(boolean half) implements GridChange {
        @Override
        public GridHeader header(GridHeader h) {
            return h.type() != null && h.type().real() ? h.withHalf(half) : h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.type().real() ? g.withHalf(half) : g;
        }
    }

    /** Voxels so many times as large. */
    record Coarsen(double factor) implements GridChange {
        public Coarsen {
            if (!(factor > 0 && Double.isFinite(factor))) {
                throw new IllegalArgumentException(
                        say("core.volume.GridChange.expected-a-size-of-voxels-above", factor));
            }
        }

        @Override
        public GridHeader header(GridHeader h) {
            return h.withMapAndUnknownVoxels(Resample.map(h.map(), factor));
        }

        @Override
        public Grid grid(Grid g) {
            return Resample.of(g, factor);
        }
    }

    /** Even leaves as tiles. */
    record Prune(double tolerance) implements GridChange {
        public Prune {
            if (!(tolerance >= 0 && Double.isFinite(tolerance))) {
                throw new IllegalArgumentException(
                        say("core.volume.GridChange.expected-a-tolerance-of-0-or", tolerance));
            }
        }

        @Override
        public GridHeader header(GridHeader h) {
            return h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.withTree(GridEdits.prune(g.tree(), tolerance));
        }
    }

    /** Another type for one grid. */
    record Retype(String name, ValueType type) implements GridChange {
        @Override
        public GridHeader header(GridHeader h) {
            return h.name().equals(name) ? h.withType(type) : h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.name().equals(name) ? g.withTree(GridEdits.convert(g.tree(), type)) : g;
        }
    }

    /** Only what lies in a box of voxels. */
    record Crop(IndexBox box) implements GridChange {
        @Override
        public GridHeader header(GridHeader h) {
            return h.withMapAndUnknownVoxels(h.map());
        }

        @Override
        public Grid grid(Grid g) {
            return g.withTree(GridEdits.crop(g.tree(), box));
        }
    }

    /** All values of one grid times a number. */
    record Multiply(String name, double factor) implements GridChange {
        public Multiply {
            if (!Double.isFinite(factor)) {
                throw new IllegalArgumentException(
                        say("core.volume.GridChange.expected-a-finite-factor-found", factor));
            }
        }

        @Override
        public GridHeader header(GridHeader h) {
            return h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.name().equals(name) ? g.withTree(GridEdits.multiply(g.tree(), factor)) : g;
        }
    }

    /** Values that are no numbers or without bound become the background. */
    record Heal() implements GridChange {
        @Override
        public GridHeader header(GridHeader h) {
            return h;
        }

        @Override
        public Grid grid(Grid g) {
            return g.type().real() ? g.withTree(GridEdits.heal(g.tree())) : g;
        }
    }
}
