package idleheron.core.cache.check;

import static idleheron.core.cache.check.CacheStories.HERE;
import static idleheron.core.cache.check.CacheStories.all;
import static idleheron.core.cache.check.CacheStories.only;
import static idleheron.core.cache.check.CacheStories.scene;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The sentences and figures of findings about the times and steps of caches, and where each begins. */
class CacheTimeStoriesTest {
    private static CacheNode timed(double... frames) {
        float[][] p = Caches.leaning(frames.length, HERE);
        TimeSampling t = TimeSampling.acyclic(
                java.util.Arrays.stream(frames).map(f -> f / 24).toArray());
        return Caches.mesh("m", p).with(ChannelSemantic.POSITIONS, Samples.floats(3, false, t, List.of(p)));
    }

    @Test
    void samplesBetweenFramesAndAtAnotherRate() {
        Finding f = only(all(scene(timed(0.75, 1.75, 2.75)), "cache-off-frames"));
        assertThat(f.message()).startsWith("test runs over frames 0.750 – 2.750 at 24 /s.");
        assertThat(f.figure().value()).isCloseTo(-0.25, within(1e-9));
        assertThat(all(scene(timed(1, 2, 3)), "cache-off-frames")).isEmpty();
        assertThat(all(scene(timed(1.0005, 2, 3)), "cache-off-frames")).isEmpty();
        assertThat(all(scene(Caches.mesh("m", Caches.box(1, 0, 0, 0))), "cache-off-frames"))
                .isEmpty();

        Convention fast = new Convention("fast", "Fast", AxisSystem.COMMON, 1, FrameRate.of(48), 0, false, true);
        Finding rate = only(all(scene(timed(1, 2, 3)), fast, "cache-rate"));
        assertThat(rate.message()).isEqualTo("test has 24 samples a second; Fast runs at 48.");
        assertThat(rate.remedy()).isEqualTo(ChangeCache.of("resample-cache", "48"));
        Convention film = new Convention("film", "Film", AxisSystem.COMMON, 1, FrameRate.FILM, 0, false, true);
        assertThat(all(scene(timed(1, 2, 3)), film, "cache-rate")).isEmpty();
    }

    private static Clip clip(String name, double first, double last) {
        return new Clip(name, first / 24, last / 24, FrameRate.FILM, List.of(), List.of());
    }

    @Test
    void theClipThatFitsBestIsHeldAgainstTheRange() {
        Scene s = scene(timed(5, 6, 7, 8));
        assertThat(all(s.withClips(List.of(clip("a", 50, 60), clip("b", 5, 8))), "cache-range"))
                .isEmpty();
        Finding longer = only(all(s.withClips(List.of(clip("a", 50, 60), clip("b", 5, 9))), "cache-range"));
        assertThat(longer.message()).isEqualTo("test runs over frames 5 – 8, b over 5 – 9.");
        assertThat(longer.likelyCause()).isEqualTo("The bake stopped early or took too much.");
        assertThat(longer.remedy()).isNull();
        assertThat(longer.figure().value()).isCloseTo(0, within(1e-9));
        Finding shifted = only(all(s.withClips(List.of(clip("a", 7, 10))), "cache-range"));
        assertThat(shifted.likelyCause()).isEqualTo("The bake was counted from another frame.");
        assertThat(shifted.figure().value()).isCloseTo(-2, within(1e-9));
        assertThat(shifted.remedy()).isEqualTo(ChangeCache.of("shift-cache", "2"));
    }

    @Test
    void gapsAreToldByTheirFrames() {
        Finding one = only(all(scene(timed(1, 2, 3, 6, 7, 8)), "cache-samples-missing"));
        assertThat(one.title()).isEqualTo("Samples are missing");
        assertThat(one.message()).startsWith("/m has no sample between frames 3 – 6.");
        Finding two = only(all(scene(timed(1, 2, 4, 5, 6, 9, 10)), "cache-samples-missing"));
        assertThat(two.title()).isEqualTo("Samples are missing in 2 places");
        assertThat(two.message()).contains("frames 2 – 4, 6 – 9.");
        assertThat(two.figure().value()).isEqualTo(2);
        assertThat(all(scene(timed(1, 2, 3, 6, 7, 8)), "cache-samples-uneven"))
                .as("a gap is no uneven step")
                .isEmpty();
    }

    @Test
    void unevenStepsAreCounted() {
        Finding f = only(all(scene(timed(1, 2, 3, 4, 4.25, 5, 6, 7)), "cache-samples-uneven"));
        assertThat(f.message()).startsWith("/m has 2 of 7 steps that are longer or shorter than 41.67 ms.");
        assertThat(f.figure().value()).isEqualTo(2);
        assertThat(all(scene(timed(1, 2, 3, 4.005, 5, 6)), "cache-samples-uneven"))
                .as("half a hundredth is rounding")
                .isEmpty();
        assertThat(all(scene(timed(1, 2, 3, 4.02, 5, 6)), "cache-samples-uneven"))
                .hasSize(1);
        assertThat(all(scene(timed(1, 2.3)), "cache-samples-uneven")).isEmpty();
    }

    @Test
    void aMomentThatComesTwice() {
        Finding f = only(all(scene(timed(1, 2, 3, 3, 4, 5)), "cache-samples-twice"));
        assertThat(f.message()).isEqualTo("/m has two samples at frame 3.");
        assertThat(all(scene(timed(1, 2, 3, 4, 5)), "cache-samples-twice")).isEmpty();
        Finding atFirst = only(all(scene(timed(1, 1, 2, 3, 4)), "cache-samples-twice"));
        assertThat(atFirst.figure().frame()).isCloseTo(1, within(1e-9));
        Scene same = scene(timed(1, 2, 3, 3, 4, 5), timed(1, 2, 3, 3, 4, 5).withName("n"));
        assertThat(all(same, "cache-samples-twice"))
                .as("one set of times is told once")
                .hasSizeLessThan(3);
    }

    @Test
    void samplesThatStandStillInTheMiddle() {
        float[][] p = Caches.leaning(8, HERE);
        p[3] = p[2];
        p[4] = p[2];
        Finding f = only(all(scene(Caches.mesh("m", p)), "cache-samples-repeated"));
        assertThat(f.message()).isEqualTo("/m has 2 samples equal to the one before, the first at frame 4.");
        float[][] q = Caches.leaning(8, HERE);
        q[5] = q[4];
        Finding single = only(all(scene(Caches.mesh("m", q)), "cache-samples-repeated"));
        assertThat(single.message()).startsWith("/m has 1 sample equal");
        Finding most = only(all(scene(Caches.mesh("n", q), Caches.mesh("m", p)), "cache-samples-repeated"));
        assertThat(most.figure().subject()).isEqualTo("/m");
        assertThat(all(scene(Caches.mesh("m", Caches.leaning(8, HERE))), "cache-samples-repeated"))
                .isEmpty();
        float[][] ends = Caches.leaning(6, HERE);
        ends[1] = ends[0];
        ends[5] = ends[4];
        assertThat(all(scene(Caches.mesh("m", ends)), "cache-samples-repeated"))
                .as("it may stand still at its ends")
                .isEmpty();
    }
}
