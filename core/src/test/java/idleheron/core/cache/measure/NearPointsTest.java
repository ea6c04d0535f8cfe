package idleheron.core.cache.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearPointsTest {
    private static double brute(float[] points, double x, double y, double z) {
        double best = Double.POSITIVE_INFINITY;
        for (int p = 0; p < points.length; p += 3) {
            best = Math.min(best, Math.hypot(points[p] - x, Math.hypot(points[p + 1] - y, points[p + 2] - z)));
        }
        return best;
    }

    @ParameterizedTest
    @CsvSource({"1,1,1,500", "1,1,0,500", "30,0.1,2,900", "1,1,1,1", "0,0,0,5", "7,0.001,0.001,3000"})
    void theClosestPointIsThatOfASearchThroughAll(double w, double h, double d, int n) {
        Random random = new Random(n);
        float[] p = new float[3 * n];
        for (int i = 0; i < p.length; i += 3) {
            p[i] = (float) (random.nextGaussian() * w - 4);
            p[i + 1] = (float) (random.nextDouble() * h + 2);
            p[i + 2] = (float) (random.nextDouble() * d);
        }
        NearPoints near = new NearPoints(p);
        for (int q = 0; q < 300; q++) {
            double far = q % 3 == 0 ? 3 : 0.6;
            double x = random.nextGaussian() * (w + far) - 4;
            double y = random.nextGaussian() * (h + far) + 2;
            double z = random.nextGaussian() * (d + far);
            assertThat(near.distance(x, y, z)).isCloseTo(brute(p, x, y, z), within(1e-9));
        }
    }

    @Test
    void pointsThatAreNoNumbersAreLeftOut() {
        NearPoints near =
                new NearPoints(new float[] {Float.NaN, 0, 0, 0, Float.POSITIVE_INFINITY, 0, 0, 0, Float.NaN, 3, 4, 0});
        assertThat(near.distance(0, 0, 0)).isEqualTo(5);
        assertThat(new NearPoints(new float[0]).distance(1, 2, 3)).isInfinite();
        assertThat(new NearPoints(new float[] {Float.NaN, 1, 1}).distance(1, 2, 3))
                .isInfinite();
    }

    @Test
    void allDistancesAtOnceAreThoseOneByOne() {
        float[] to = {0, 0, 0, 10, 0, 0};
        assertThat(new NearPoints(to).distances(new float[] {1, 0, 0, 9, 0, 0, 10, 3, 4}))
                .containsExactly(1, 1, 5);
    }
}
