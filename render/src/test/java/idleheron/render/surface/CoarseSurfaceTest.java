package idleheron.render.surface;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import org.junit.jupiter.api.Test;

class CoarseSurfaceTest {
    private static final int SIDE = 200;

    /** A square metre of small squares, the right half in another colour. */
    private static SurfaceLayer sheet() {
        int[] t = new int[6 * SIDE * SIDE];
        int[] colors = new int[2 * SIDE * SIDE];
        int n = SIDE + 1;
        for (int y = 0; y < SIDE; y++) {
            for (int x = 0; x < SIDE; x++) {
                int k = 6 * (y * SIDE + x);
                int a = y * n + x;
                int[] two = {a, a + 1, a + n + 1, a, a + n + 1, a + n};
                System.arraycopy(two, 0, t, k, 6);
                colors[k / 3] = x < SIDE / 2 ? 0xFF0000 : 0x0000FF;
                colors[k / 3 + 1] = colors[k / 3];
            }
        }
        return new SurfaceLayer(t, colors, n * n);
    }

    private static float[] points(float z) {
        float[] out = new float[3 * (SIDE + 1) * (SIDE + 1)];
        for (int p = 0; p < out.length / 3; p++) {
            out[3 * p] = (float) (p % (SIDE + 1)) / SIDE;
            out[3 * p + 1] = (float) (p / (SIDE + 1)) / SIDE;
            out[3 * p + 2] = z;
        }
        return out;
    }

    @Test
    void itHasAboutSoManyTrianglesAndTheSameOutline() {
        SurfaceLayer fine = sheet();
        for (int most : new int[] {400, 3000, 20_000}) {
            CoarseSurface c = CoarseSurface.of(fine, points(0), most);
            assertThat(c.triangleCount()).isBetween(most / 8, most);
            float[] at = c.follow(fine, points(0));
            assertThat(area(c.layer().triangles(), at)).isBetween(0.8, 1.0001);
        }
    }

    private static double area(int[] t, float[] p) {
        double out = 0;
        for (int k = 0; k < t.length; k += 3) {
            int a = 3 * t[k];
            int b = 3 * t[k + 1];
            int c = 3 * t[k + 2];
            out += ((p[b] - p[a]) * (p[c + 1] - p[a + 1]) - (p[c] - p[a]) * (p[b + 1] - p[a + 1])) / 2.0;
        }
        return out;
    }

    @Test
    void itFollowsPlacesHeatAndColours() {
        SurfaceLayer fine = sheet();
        CoarseSurface c = CoarseSurface.of(fine, points(0), 2000);
        float[] heat = new float[(SIDE + 1) * (SIDE + 1)];
        Arrays.fill(heat, 0.25f);
        fine.heat(heat);
        float[] at = c.follow(fine, points(7));
        for (int i = 2; i < at.length; i += 3) {
            assertThat(at[i]).isEqualTo(7);
        }
        assertThat(c.layer().geometry.heat).hasSize(at.length / 3).containsOnly(0.25f);
        assertThat(Arrays.stream(c.layer().colors()).distinct().toArray()).containsExactlyInAnyOrder(0xFF0000, 0xFF);
        int[] t = c.layer().triangles();
        for (int k = 0; k < t.length; k += 3) {
            float x = (at[3 * t[k]] + at[3 * t[k + 1]] + at[3 * t[k + 2]]) / 3;
            if (Math.abs(x - 0.5) > 0.1) {
                assertThat(c.layer().colors()[k / 3]).as("at " + x).isEqualTo(x < 0.5 ? 0xFF0000 : 0xFF);
            }
        }
        fine.tint(0x123456);
        fine.heat(new float[0]);
        c.follow(fine, points(7));
        assertThat(c.layer().colors()).containsOnly(0x123456);
        assertThat(c.layer().geometry.heat).isEmpty();
    }

    @Test
    void aSurfaceWithFewTrianglesStaysAsItIs() {
        SurfaceLayer one = new SurfaceLayer(new int[] {0, 1, 2}, new int[] {5}, 3);
        CoarseSurface c = CoarseSurface.of(one, new float[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, 60);
        assertThat(c.triangleCount()).isEqualTo(1);
        CoarseSurface none = CoarseSurface.of(new SurfaceLayer(new int[0], new int[0], 0), new float[0], 60);
        assertThat(none.triangleCount()).isZero();
    }

    @Test
    void aPlaceThatIsNoNumberTakesNothingElseAlong() {
        float[] at = points(0);
        at[0] = Float.NaN;
        at[4] = Float.POSITIVE_INFINITY;
        assertThat(CoarseSurface.of(sheet(), at, 3000).triangleCount()).isGreaterThan(1000);
    }
}
