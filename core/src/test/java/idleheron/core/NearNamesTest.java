package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class NearNamesTest {
    @Test
    void lettersAreCounted() {
        assertThat(NearNames.apart("idle", "idle")).isZero();
        assertThat(NearNames.apart("idle", "idol")).isCloseTo(0.5, within(1e-9)); // le to ol
        assertThat(NearNames.apart("walk", "walks")).isCloseTo(0.2, within(1e-9));
        assertThat(NearNames.apart("kitten", "sitting")).isCloseTo(3 / 7.0, within(1e-9));
        assertThat(NearNames.apart("", "abc")).isEqualTo(1);
        assertThat(NearNames.apart("", "")).isZero();
    }

    @Test
    void wordsCountMoreThanLetters() {
        assertThat(NearNames.byWords("idle", "rig|IDLE")).isZero();
        assertThat(NearNames.byWords("idle", "ns:Idle_02")).isEqualTo(0.1);
        assertThat(NearNames.byWords("marsh_walk", "walk")).isEqualTo(0.1);
        assertThat(NearNames.byWords("walk", "sleepwalk")).isCloseTo(5 / 9.0, within(1e-9));
        assertThat(NearNames.byWords("walk", "walks walk"))
                .as("the second time")
                .isEqualTo(0.1);
        assertThat(NearNames.byWords("walk", "wlak")).isCloseTo(0.5, within(1e-9));
        assertThat(NearNames.byWords("rig|", "walk")).isEqualTo(1);
    }
}
