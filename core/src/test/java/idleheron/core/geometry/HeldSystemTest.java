package idleheron.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

class HeldSystemTest {
    /** A flat field of so many squares each way, cut along one way. */
    static TriangleMesh field(int n) {
        double[] p = new double[3 * (n + 1) * (n + 1)];
        int[] t = new int[6 * n * n];
        for (int i = 0; i < (n + 1) * (n + 1); i++) {
            p[3 * i] = i % (n + 1);
            p[3 * i + 1] = i / (n + 1);
        }
        int at = 0;
        for (int y = 0; y < n; y++) {
            for (int x = 0; x < n; x++) {
                int a = y * (n + 1) + x;
                for (int k : new int[] {a, a + 1, a + n + 2, a, a + n + 2, a + n + 1}) {
                    t[at++] = k;
                }
            }
        }
        return new TriangleMesh(p, t);
    }

    private static double[] solved(TriangleMesh m, double length, boolean[] held, double[] start) {
        boolean[] free = new boolean[held.length];
        Arrays.fill(free, true);
        double[] v = start.clone();
        new HeldSystem(CotanLaplacian.of(m).energy(length), m.points(), held, free)
                .solve(new double[][] {v}, Progress.NONE);
        return v;
    }

    @Test
    void betweenTwoHeldSidesValuesRunInALine() {
        int n = 20;
        TriangleMesh m = field(n);
        boolean[] held = new boolean[m.pointCount()];
        double[] v = new double[held.length];
        for (int i = 0; i < held.length; i++) {
            held[i] = i % (n + 1) == 0 || i % (n + 1) == n;
            v[i] = i % (n + 1) == n ? 1 : 0;
        }
        double[] out = solved(m, 0, held, v);
        for (int i = 0; i < out.length; i++) {
            assertThat(out[i]).isCloseTo(i % (n + 1) / (double) n, within(1e-12));
        }
    }

    /** What is solved makes the energy least: its slope is nothing at every free point. */
    @Test
    void nothingPullsAtAFreePoint() {
        TriangleMesh m = field(15);
        boolean[] held = new boolean[m.pointCount()];
        double[] v = new double[held.length];
        for (int i = 0; i < held.length; i += 13) {
            held[i] = true;
            v[i] = i % 3;
        }
        double[] out = solved(m, 2.5, held, v);
        var q = CotanLaplacian.of(m).energy(2.5);
        double[] pull = new double[held.length];
        for (int c = 0; c < pull.length; c++) {
            for (int i = q.col_idx[c]; i < q.col_idx[c + 1]; i++) {
                pull[q.nz_rows[i]] += q.nz_values[i] * out[c];
            }
        }
        for (int i = 0; i < pull.length; i++) {
            assertThat(held[i] ? 0 : pull[i]).isCloseTo(0, within(1e-9));
        }
        assertThat(out[13]).isEqualTo(1);
    }

    @Test
    void aConstantStaysOneWhateverTheLength() {
        TriangleMesh m = field(6);
        boolean[] held = new boolean[m.pointCount()];
        double[] v = new double[held.length];
        held[0] = true;
        held[20] = true;
        Arrays.fill(v, 0);
        v[0] = 0.75;
        v[20] = 0.75;
        assertThat(solved(m, 3, held, v)).containsOnly(new double[] {0.75}, within(1e-9));
    }

    @Test
    void whatHangsOnNothingIsRefused() {
        TriangleMesh m = field(4);
        boolean[] held = new boolean[m.pointCount()];
        assertThatThrownBy(() -> solved(m, 0, held, new double[held.length]))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("connected to no held point");
    }

    /** An order by halves keeps the factor sparse: far fewer numbers than without. */
    @Test
    void theFactorStaysSparse() {
        TriangleMesh m = field(80);
        boolean[] held = new boolean[m.pointCount()];
        held[0] = true;
        boolean[] free = new boolean[held.length];
        Arrays.fill(free, true);
        HeldSystem s = new HeldSystem(CotanLaplacian.of(m).energy(1), m.points(), held, free);
        assertThat(s.size()).isEqualTo(6560);
        assertThat(s.entries()).isLessThan(100 * 6560);
    }

    /** Slivers and triangles without an area do no harm. */
    @Test
    void flatTrianglesAreBorne() {
        double[] p = {0, 0, 0, 1, 0, 0, 2, 0, 0, 1, 1e-12, 0, 1, 1, 0};
        TriangleMesh m = new TriangleMesh(p, new int[] {0, 1, 3, 1, 2, 3, 0, 3, 4, 3, 2, 4});
        boolean[] held = {true, false, true, false, false};
        double[] out = solved(m, 0, held, new double[] {0, 0, 1, 0, 0});
        assertThat(Arrays.stream(out).allMatch(x -> x >= -1e-9 && x <= 1 + 1e-9))
                .isTrue();
        assertThat(out[4]).isCloseTo(0.5, within(1e-3));
    }
}
