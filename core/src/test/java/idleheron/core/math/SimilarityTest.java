package idleheron.core.math;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.joml.Matrix3d;
import org.joml.Vector3d;
import org.junit.jupiter.api.Test;

class SimilarityTest {
    private static double[] cloud(long seed) {
        return new Random(seed).doubles(60, -1, 1).toArray();
    }

    private static double[] moved(double[] from, Matrix3d r, double scale, Vec3 offset) {
        double[] to = new double[from.length];
        for (int i = 0; i < from.length; i += 3) {
            Vector3d v =
                    r.transform(new Vector3d(from[i], from[i + 1], from[i + 2])).mul(scale);
            to[i] = v.x + offset.x();
            to[i + 1] = v.y + offset.y();
            to[i + 2] = v.z + offset.z();
        }
        return to;
    }

    @Property(tries = 200)
    void theFitFindsScaleTurnMirrorAndOffset(
            @ForAll long seed,
            @ForAll @DoubleRange(min = 0.01, max = 100) double scale,
            @ForAll @DoubleRange(min = -180, max = 180) double angle,
            @ForAll boolean mirror) {
        Matrix3d r = RotationOrder.XYZ.matrix(new Vec3(angle, angle / 3, -angle / 2));
        if (mirror) {
            r.scale(-1, 1, 1);
        }
        Vec3 offset = new Vec3(3, -2, 0.5);
        Similarity s = Similarity.fit(cloud(seed), moved(cloud(seed), r, scale, offset), true);
        assertThat(s.scale() / scale).isCloseTo(1, within(1e-9));
        assertThat(s.mirrored()).isEqualTo(mirror);
        assertThat(s.rotation().equals(r, 1e-8)).isTrue();
        assertThat(s.offset().distance(offset)).isLessThan(1e-8 * Math.max(1, scale));
        assertThat(s.worst()).isLessThan(1e-8 * Math.max(1, scale));
    }

    @Test
    void noiseIsLeftAsResidual() {
        double[] from = cloud(5);
        double[] to = from.clone();
        to[0] += 0.3;
        Similarity s = Similarity.fit(from, to, true);
        assertThat(s.worst()).isBetween(0.2, 0.3);
        assertThat(s.angleDegrees()).isLessThan(3);
    }

    @Test
    void flatPointsAreNeverCalledMirrored() {
        double[] from = {0, 0, 0, 1, 0, 0, 0, 2, 0, 1, 3, 0};
        double[] to = {0, 0, 0, -1, 0, 0, 0, 2, 0, -1, 3, 0};
        Similarity s = Similarity.fit(from, to, true);
        assertThat(s.mirrored()).isFalse();
        assertThat(s.worst()).isLessThan(1e-9);
    }

    @Test
    void onePointGivesAnOffsetAndNoneIsRefused() {
        assertThat(Similarity.fit(new double[] {1, 2, 3}, new double[] {2, 2, 3}, true)
                        .offset())
                .isEqualTo(new Vec3(1, 0, 0));
        assertThatThrownBy(() -> Similarity.fit(new double[0], new double[0], true))
                .hasMessageContaining("two equal lists");
    }
}
