package idleheron.core.remedy.cache;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.crossing.Preparation;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Remedies on caches tell bytes, objects, speed and how far the surface moved. */
class CacheMeasuresTest {
    private static Scene scene() {
        CacheNode[] top = new CacheNode[5];
        for (int i = 0; i < top.length; i++) {
            top[i] = Caches.mesh("n" + i, Caches.swinging(20, Caches.place(i, 2.0 * i, 0)));
        }
        return Scene.bare("x", Stage.COMMON).withCaches(List.of(Caches.cache(top)));
    }

    @Test
    void everyStepHasItsFiguresBeforeAndAfter() {
        Preparation p = Preparation.of(
                scene(),
                List.of(
                        ChangeCache.rigid(0.01),
                        ChangeCache.share(0.01),
                        ChangeCache.drop("/n4"),
                        ChangeCache.shift(5),
                        new ConvertStage(AxisSystem.Z_UP, 0.01)),
                Progress.NONE);
        Preparation.Step rigid = p.steps().getFirst();
        assertThat(rigid.measure()).isEqualTo("size, objects, speed");
        assertThat(rigid.before()).contains("5 objects").contains("frames/s");
        assertThat(rigid.after()).contains("10 objects");
        assertThat(rigid.effect()).startsWith("surface within 0.00").endsWith("mm at 13 moments");
        assertThat(p.steps().get(2).effect()).isEqualTo("what is left is not touched");
        assertThat(p.steps().get(3).effect()).isEqualTo("frames 1 – 20 → frames 6 – 25");
        assertThat(p.steps().get(4).effect()).startsWith("surface within 0.00");
        assertThat(p.scene().stage().metersPerUnit()).isEqualTo(0.01);
    }

    @Test
    void sizesCountEqualBytesOnce() {
        float[] p = Caches.box(1, 0, 0, 0);
        Cache one = Caches.cache(Caches.mesh("a", p));
        Cache two = Caches.cache(Caches.mesh("a", p), Caches.mesh("b", p));
        Cache other = Caches.cache(Caches.mesh("a", p), Caches.mesh("b", Caches.box(1, 1, 0, 0)));
        assertThat(CacheSize.of(other) - CacheSize.of(two)).isEqualTo(24 + 96);
        assertThat(CacheSize.of(two) - CacheSize.of(one)).isLessThan(500);
        long[] each = CacheSize.each(other);
        assertThat(CacheSize.largest(each, 1)).containsExactly(0);
        assertThat(CacheSize.text(6_419_489)).isEqualTo("6.12 MB");
    }
}
