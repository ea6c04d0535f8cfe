package idleheron.core.volume;

import java.util.Arrays;
import java.util.Set;
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
