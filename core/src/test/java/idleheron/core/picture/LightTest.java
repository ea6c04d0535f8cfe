package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class LightTest {
    @Test
    void everyStoredValueComesBack() {
        float[] deep = Light.ofAll(16);
        assertThat(deep).hasSize(65536);
        for (int i = 0; i < deep.length; i++) {
            assertThat(Math.round(65535 * Light.back(deep[i]))).as("of 16 bits").isEqualTo(i);
        }
        float[] shallow = Light.ofAll(8);
        for (int i = 0; i < 256; i++) {
            assertThat(Math.round(255 * Light.back(shallow[i]))).isEqualTo(i);
            assertThat(Light.stored(shallow[i])).isEqualTo(i);
        }
    }

    @Test
    void theCurveIsThatOfTheStandard() {
        assertThat(Light.of(0.5)).isCloseTo(0.21404, within(1e-5));
        assertThat(Light.of(0.04)).isCloseTo(0.04 / 12.92, within(1e-12));
        assertThat(Light.stored(0.21404)).isCloseTo(0.5, within(1e-5));
        assertThat(Light.back(2)).isEqualTo(1, within(1e-6f));
        assertThat(Light.back(-1)).isZero();
    }
}
