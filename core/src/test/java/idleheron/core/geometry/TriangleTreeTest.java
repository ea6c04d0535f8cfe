package idleheron.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Against a search of all triangles. */
class TriangleTreeTest {
    private static TriangleMesh soup(int triangles, long seed) {
        Random r = new Random(seed);
        double[] p = new double[9 * triangles];
        int[] t = new int[3 * triangles];
        for (int i = 0; i < triangles; i++) {
            double x = r.nextDouble();
            double y = r.nextDouble();
            double z = r.nextDouble();
            for (int k = 0; k < 3; k++) {
                p[9 * i + 3 * k] = x + 0.1 * r.nextDouble();
                p[9 * i + 3 * k + 1] = y + 0.1 * r.nextDouble();
                p[9 * i + 3 * k + 2] = z + (i % 7 == 0 ? 0 : 0.1 * r.nextDouble());
                t[3 * i + k] = 3 * i + k;
            }
        }
        return new TriangleMesh(p, t);
    }

    private static double least(TriangleMesh m, double[] q) {
        double best = Double.POSITIVE_INFINITY;
        for (int i = 0; i < m.count(); i++) {
            Foot f = new Foot();
            f.ask(q[0], q[1], q[2]);
            int[] t = m.triangles();
            best = Math.min(best, f.onTriangle(m.points(), 3 * t[3 * i], 3 * t[3 * i + 1], 3 * t[3 * i + 2]));
        }
        return Math.sqrt(best);
    }

    @Test
    void theClosestOfAllTrianglesIsFound() {
        TriangleMesh m = soup(400, 3);
        TriangleTree tree = TriangleTree.of(m);
        Random r = new Random(4);
        Foot f = new Foot();
        for (int i = 0; i < 500; i++) {
            double[] q = {2 * r.nextDouble() - 0.5, 2 * r.nextDouble() - 0.5, 2 * r.nextDouble() - 0.5};
            double want = least(m, q);
            tree.closest(q[0], q[1], q[2], Double.POSITIVE_INFINITY, f);
            assertThat(f.distance).isCloseTo(want, within(1e-12));
            assertThat(f.u + f.v + f.w).isCloseTo(1, within(1e-12));
            double d = Math.sqrt(Math.pow(f.x - q[0], 2) + Math.pow(f.y - q[1], 2) + Math.pow(f.z - q[2], 2));
            assertThat(d).isCloseTo(want, within(1e-9));
            tree.closest(q[0], q[1], q[2], want * 0.999, f);
            assertThat(f.triangle).isEqualTo(-1);
            assertThat(f.distance).isInfinite();
            tree.closest(q[0], q[1], q[2], want * 1.001, f);
            assertThat(f.distance).isCloseTo(want, within(1e-12));
        }
    }

    /** Where several are equally near the first counts, whatever the tree is like. */
    @Test
    void ofEqualsTheFirstCounts() {
        double[] p = {0, 0, 0, 1, 0, 0, 0, 1, 0, -1, 0, 0, 0, -1, 0};
        int[] t = {0, 2, 3, 0, 1, 2, 0, 3, 4, 0, 4, 1};
        Foot f = new Foot();
        TriangleTree.of(new TriangleMesh(p, t)).closest(0, 0, 1, 9, f);
        assertThat(f.triangle).isZero();
        int[] turned = {0, 4, 1, 0, 3, 4, 0, 1, 2, 0, 2, 3, 0, 1, 2};
        TriangleTree.of(new TriangleMesh(p, turned)).closest(0.1, 0.1, 1, 9, f);
        assertThat(f.triangle).isEqualTo(2);
    }

    @Test
    void movedItFindsWhatIsThereNow() {
        TriangleMesh m = soup(100, 5);
        TriangleTree tree = TriangleTree.of(m);
        double[] q = new Random(6).doubles(m.points().length, 0, 2).toArray();
        tree.move(q);
        Foot f = new Foot();
        for (int i = 0; i < 50; i++) {
            double[] at = {i / 25.0, 0.3, 1};
            tree.closest(at[0], at[1], at[2], Double.POSITIVE_INFINITY, f);
            assertThat(f.distance).isCloseTo(least(m.at(q), at), within(1e-12));
        }
    }

    @Test
    void crossingsAreThoseOfAllTriangles() {
        TriangleMesh m = soup(300, 7);
        TriangleTree tree = TriangleTree.of(m);
        Random r = new Random(8);
        int met = 0;
        for (int i = 0; i < 200; i++) {
            double[] a = {r.nextDouble(), r.nextDouble(), r.nextDouble()};
            double[] b = {r.nextDouble(), r.nextDouble(), r.nextDouble()};
            TreeSet<Integer> found = new TreeSet<>();
            tree.along(a, b, new Foot(), (t, part) -> found.add(t));
            TreeSet<Integer> all = new TreeSet<>();
            for (int t = 0; t < m.count(); t++) {
                int one = t;
                TriangleTree.of(m.only(k -> k == one)).along(a, b, new Foot(), (k, part) -> all.add(one));
            }
            assertThat(found).isEqualTo(all);
            met += all.size();
        }
        assertThat(met).isGreaterThan(30);
    }

    @Test
    void aWayThroughTheMiddleTellsHowFarAlong() {
        TriangleMesh m = new TriangleMesh(new double[] {0, 0, 1, 3, 0, 1, 0, 3, 1}, new int[] {0, 1, 2});
        double[] part = new double[1];
        TriangleTree.of(m).along(new double[] {1, 1, 0}, new double[] {1, 1, 4}, new Foot(), (t, at) -> {
            part[0] = at;
            return true;
        });
        assertThat(part[0]).isEqualTo(0.25);
        boolean[] any = new boolean[1];
        TriangleTree.of(m).along(new double[] {1, 1, 2}, new double[] {1, 1, 4}, new Foot(), (t, at) -> any[0] = true);
        assertThat(any[0]).isFalse();
    }

    @Test
    void nothingAndWhatIsNoNumberAreNoTriangles() {
        Foot f = new Foot();
        TriangleTree none = TriangleTree.of(new TriangleMesh(new double[0], new int[0]));
        assertThat(none.isEmpty()).isTrue();
        none.closest(0, 0, 0, 1, f);
        assertThat(f.triangle).isEqualTo(-1);
        TriangleMesh odd = new TriangleMesh(
                new double[] {Double.NaN, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 0}, new int[] {0, 1, 2, 3, 1, 2});
        TriangleTree.of(odd).closest(0, 0, 1, 9, f);
        assertThat(f.triangle).isEqualTo(1);
        assertThat(f.distance).isEqualTo(1);
    }
}
