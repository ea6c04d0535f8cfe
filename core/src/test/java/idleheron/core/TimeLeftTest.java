package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class TimeLeftTest {
    @Test
    void theTimeThatIsLeftIsToldOnceItCanBe() {
        assertThat(Wording.left(0.01, 100)).isEmpty();
        assertThat(Wording.left(0.5, 1)).isEmpty();
        assertThat(Wording.left(0.25, 10)).isEqualTo(", about 30 s left");
        assertThat(Wording.left(0.1, 60)).isEqualTo(", about 9 min left");
    }
}
