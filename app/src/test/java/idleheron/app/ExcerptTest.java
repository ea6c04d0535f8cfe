package idleheron.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.rehearsal.demo.Reeds;
import org.junit.jupiter.api.Test;

class ExcerptTest {
    @Test
    void nothingAskedForLeavesAll() {
        Scene s = FootbridgeBell.scene();
        assertThat(new Excerpt(null, null).of(s)).isSameAs(s);
    }

    @Test
    void oneClipWithItsRange() {
        Scene s = FootbridgeBell.scene();
        Clip last = s.clips().getLast();
        Scene one = new Excerpt(last.name(), null).of(s);
        assertThat(one.clips()).containsExactly(last);
        assertThat(one.stage().endSeconds()).isEqualTo(last.endSeconds());
        Scene first = new Excerpt(null, "2:5").of(s);
        assertThat(first.clips()).hasSize(1);
        assertThat(first.clips().getFirst().name())
                .isEqualTo(s.clips().getFirst().name());
        assertThat(first.clips().getFirst().firstFrame()).isEqualTo(2);
        assertThat(first.clips().getFirst().lastFrame()).isEqualTo(5);
        assertThatThrownBy(() -> new Excerpt("nothing", null).of(s))
                .isInstanceOf(UsageException.class)
                .hasMessageStartingWith("no clip nothing; there are ");
    }

    @Test
    void framesOfACacheThatHasNoClip() {
        Scene cut = new Excerpt(null, "5:20").of(Reeds.scene());
        FrameRate rate = cut.stage().rate();
        double[] range = cut.caches().getFirst().range();
        assertThat(rate.frame(range[0])).isCloseTo(5, within(1e-9));
        assertThat(rate.frame(range[1])).isCloseTo(20, within(1e-9));
    }
}
