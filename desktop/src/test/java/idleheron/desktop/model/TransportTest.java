package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Clip;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class TransportTest {
    private static final Clip CLIP = MadeDemo.postwoman().clips().getFirst();

    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private static Transport transport() {
        Transport t = new Transport();
        t.offer(List.of(CLIP));
        return t;
    }

    private static double at(int frame) {
        return CLIP.startSeconds() + CLIP.rate().seconds(frame);
    }

    @Test
    void aPartIsCutToTheClipWhicheverEndComesFirst() {
        Transport t = transport();
        t.loop(at(20), at(5));
        assertThat(t.range().get()).isEqualTo(new Transport.Range(at(5), at(20)));
        t.loop(-100, at(8));
        assertThat(t.range().get()).isEqualTo(new Transport.Range(CLIP.startSeconds(), at(8)));
        t.loop(at(8), 1000);
        assertThat(t.range().get()).isEqualTo(new Transport.Range(at(8), CLIP.endSeconds()));
        t.loop(at(8), at(8) + CLIP.rate().seconds(1) * 0.5);
        assertThat(t.range().get()).as("less than a frame").isNull();
    }

    @Test
    void itsEndsAreSetWhereTheClipStands() {
        Transport t = transport();
        t.seconds().set(at(10));
        t.loopFromHere();
        assertThat(t.range().get()).isEqualTo(new Transport.Range(at(10), CLIP.endSeconds()));
        t.seconds().set(at(16));
        t.loopToHere();
        assertThat(t.range().get()).isEqualTo(new Transport.Range(at(10), at(16)));
        t.seconds().set(at(30));
        t.loopFromHere();
        assertThat(t.range().get())
                .as("after its end, it ends with the clip")
                .isEqualTo(new Transport.Range(at(30), CLIP.endSeconds()));
        t.seconds().set(at(4));
        t.loopToHere();
        assertThat(t.range().get()).isEqualTo(new Transport.Range(CLIP.startSeconds(), at(4)));
    }

    @Test
    void anotherClipIsPlayedWhole() {
        Transport t = transport();
        t.loop(at(3), at(9));
        t.clip().set(MadeDemo.postwoman().clips().get(1));
        assertThat(t.range().get()).isNull();
    }

    @Test
    void aPartIsPlayedAgainAndAgain() throws Exception {
        Transport t = transport();
        WaitForAsyncUtils.asyncFx(() -> {
                    t.looping().set(false);
                    t.loop(at(3), at(9));
                    t.seconds().set(at(3));
                    t.playing().set(true);
                })
                .get();
        double most = 0;
        boolean again = false;
        double before = 0;
        long end = System.nanoTime() + 5_000_000_000L;
        while (!again && System.nanoTime() < end) {
            double now = WaitForAsyncUtils.asyncFx(() -> t.seconds().get()).get();
            again = now < before;
            most = Math.max(most, now);
            before = now;
        }
        WaitForAsyncUtils.asyncFx(() -> t.playing().set(false)).get();
        assertThat(again).as("begins again").isTrue();
        assertThat(most).isLessThanOrEqualTo(at(9) + 1e-9);
        assertThat(before).isGreaterThanOrEqualTo(at(3) - 1e-9);
        assertThat(at(9) - at(3)).isCloseTo(0.25, within(1e-9));
    }
}
