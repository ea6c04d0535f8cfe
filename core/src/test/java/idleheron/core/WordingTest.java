package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class WordingTest {
    @Test
    void emptySentencesLeaveNoGap() {
        assertThat(Wording.sentences("", "It moved.", "", "It turned.", "")).isEqualTo("It moved. It turned.");
        assertThat(Wording.sentences("", "")).isEmpty();
    }

    @Test
    void threeNamesAreSaidAndTheRestIsCounted() {
        assertThat(Wording.listed(List.of("a", "b", "c"))).isEqualTo("a, b, c");
        assertThat(Wording.listed(List.of("a", "b", "c", "d", "e"))).isEqualTo("a, b, c and 2 more");
    }

    @Test
    void oneStandsAlone() {
        assertThat(Wording.counted(1, "joint")).isEqualTo("1 joint");
        assertThat(Wording.counted(0, "joint")).isEqualTo("0 joints");
        assertThat(Wording.counted(2, "mesh", "meshes")).isEqualTo("2 meshes");
        assertThat(Wording.all(1, "joint rests", "joints rest")).isEqualTo("The 1 joint rests");
        assertThat(Wording.all(25, "joint rests", "joints rest")).isEqualTo("All 25 joints rest");
    }

    @Test
    void bytesAreCountedToAThousand() {
        assertThat(Wording.bytes(999)).isEqualTo("999 bytes");
        assertThat(Wording.bytes(1000)).isEqualTo("1 kB");
        assertThat(Wording.bytes(1_849_000)).isEqualTo("1.8 MB");
    }

    @Test
    void aNameOfManyLinesIsOneLineAndCut() {
        assertThat(Wording.plain("a\nb\u2028c")).isEqualTo("a?b?c");
        assertThat(Wording.plain("x".repeat(300))).hasSize(201).endsWith("…");
    }
}
