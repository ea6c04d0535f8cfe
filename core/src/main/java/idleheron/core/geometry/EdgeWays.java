package idleheron.core.geometry;

import java.util.Arrays;

/** Ways along the edges of a surface, shortest first (Dijkstra 1959). They overestimate ways over the surface by up to a twelfth. */
public final class EdgeWays {
    private static final double LEAST = 1e-9;
    private static final double LESS = 1e-15;

    private final int[] starts;
    private final int[] ends;
    private final double[] lengths;

    private EdgeWays(int[] starts, int[] ends, double[] lengths) {
        this.starts = starts;
        this.ends = ends;
        this.lengths = lengths;
    }

    /** Along the edges of a surface. */
    public static EdgeWays of(TriangleMesh m) {
        return of(m, MeshEdges.of(m));
    }

    /** The same with edges that are known. */
    public static EdgeWays of(TriangleMesh m, MeshEdges edges) {
        PointRings rings = PointRings.of(m.pointCount(), edges);
        double[] lengths = new double[rings.points().length];
        for (int p = 0; p < m.pointCount(); p++) {
            for (int k = rings.starts()[p]; k < rings.starts()[p + 1]; k++) {
                lengths[k] = Math.max(LEAST, Places.distance(m.points(), p, rings.points()[k]));
            }
        }
        return new EdgeWays(rings.starts(), rings.points(), lengths);
    }

    /**
     * For each point the least of what another starts with and {@code rate} times the way from there.
     *
     * @param start in place; infinite where nothing starts
     * @return for each point the one that it came from, itself where it kept what it started with, -1 where nothing reaches it
     */
    public int[] spread(double[] start, double rate) {
        int n = start.length;
        int[] from = new int[n];
        Queue queue = new Queue(start);
        for (int i = 0; i < n; i++) {
            from[i] = start[i] < Double.POSITIVE_INFINITY ? i : -1;
            if (from[i] >= 0) {
                queue.put(i);
            }
        }
        while (queue.size > 0) {
            int p = queue.take();
            for (int k = starts[p]; k < starts[p + 1]; k++) {
                double way = start[p] + rate * lengths[k];
                if (way < start[ends[k]] - LESS) {
                    start[ends[k]] = way;
                    from[ends[k]] = from[p];
                    queue.put(ends[k]);
                }
            }
        }
        return from;
    }

    /** How far each point lies from the nearest of some; infinite where none can be reached. */
    public double[] from(boolean[] some) {
        double[] out = new double[some.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = some[i] ? 0 : Double.POSITIVE_INFINITY;
        }
        spread(out, 1);
        return out;
    }

    /** Points by what stands at them, the least first; those of one value by number. */
    private static final class Queue {
        private final double[] value;
        private final int[] at;
        private final int[] heap;
        private int size;

        Queue(double[] value) {
            this.value = value;
            heap = new int[value.length];
            at = new int[value.length];
            Arrays.fill(at, -1);
        }

        private boolean less(int a, int b) {
            return value[a] < value[b] || value[a] == value[b] && a < b;
        }

        void put(int p) {
            int i = at[p];
            if (i < 0) {
                i = size++;
            }
            while (i > 0 && less(p, heap[(i - 1) / 2])) {
                set(i, heap[(i - 1) / 2]);
                i = (i - 1) / 2;
            }
            set(i, p);
        }

        private void set(int i, int p) {
            heap[i] = p;
            at[p] = i;
        }

        int take() {
            int top = heap[0];
            at[top] = -1;
            int last = heap[--size];
            if (size > 0) {
                int i = 0;
                for (int c = 1; c < size; c = 2 * i + 1) {
                    c += c + 1 < size && less(heap[c + 1], heap[c]) ? 1 : 0;
                    if (!less(heap[c], last)) {
                        break;
                    }
                    set(i, heap[c]);
                    i = c;
                }
                set(i, last);
            }
            return top;
        }
    }
}
