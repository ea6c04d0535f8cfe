package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class TimeLeftTest {
    @Test
    void theTimeThatIsLeftIsToldOnceItCanBe() {
        assertThat(Wording.left(0.01, 100)).isEmpty();
        assertThat(Wording.left(0.5, 1)).isEmpty();
        assertThat(Wording.left(0.25, 10)).isEqualTo(", about 30 s left");
        assertThat(Wording.left(0.02, 2)).as("just enough to tell").isEqualTo(", about 2 min left");
        assertThat(Wording.left(0.02, 1.99)).isEmpty();
        assertThat(Wording.left(0.25, 29.9)).isEqualTo(", about 90 s left");
        assertThat(Wording.left(0.25, 30)).isEqualTo(", about 2 min left");
        assertThat(Wording.left(0.1, 60)).isEqualTo(", about 9 min left");
    }
}
