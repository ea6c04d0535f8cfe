package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class FigureTest {
    @Test
    void numbersHaveThePlacesThatTellSomething() {
        assertThat(Figure.number(100)).isEqualTo("100");
        assertThat(Figure.number(0.042)).isEqualTo("0.042");
        assertThat(Figure.number(2.5)).isEqualTo("2.500");
        assertThat(Figure.number(18.779)).isEqualTo("18.78");
        assertThat(Figure.number(2176.4)).isEqualTo("2176");
        assertThat(Figure.number(0.0001234)).isEqualTo("0.000123");
        assertThat(Figure.number(1e-9)).isEqualTo("0.000");
    }

    @Test
    void aFigureTellsItsUnitAndPlace() {
        Figure f = new Figure(0.042, "mm", "/rig/root/hips", "wade", 47);
        assertThat(f.text()).isEqualTo("0.042 mm");
        assertThat(f.full()).isEqualTo("0.042 mm, clip wade, frame 47, hips");
        assertThat(Figure.of(3, "").full()).isEqualTo("3");
        assertThat(Figure.of(1, "frames").text()).isEqualTo("1 frame");
        assertThat(Figure.of(1, "blend shapes").text()).isEqualTo("1 blend shape");
        assertThat(Figure.of(2, "frames").text()).isEqualTo("2 frames");
        assertThat(Figure.of(1.5, "frames").text()).isEqualTo("1.500 frames");
        assertThat(Figure.of(1, "mm").text()).isEqualTo("1 mm");
    }

    @Test
    void verdictsAreOrderedFromBestToWorst() {
        assertThat(Verdict.CLEAN.worse(Verdict.NOT_CHECKED)).isEqualTo(Verdict.CLEAN);
        assertThat(Verdict.DRIFTED.worse(Verdict.NOT_CARRIED)).isEqualTo(Verdict.DRIFTED);
        assertThat(Verdict.BROKEN.worse(Verdict.CLEAN)).isEqualTo(Verdict.BROKEN);
        assertThat(Verdict.NOT_CARRIED.isFault())
                .as("a loss, but nobody's mistake")
                .isFalse();
        assertThat(Topic.JOINT_ORIENTATION.code()).isEqualTo("joint-orientation");
    }
}
