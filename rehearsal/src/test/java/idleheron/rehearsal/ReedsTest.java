package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.AbcFormat;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The reeds as they leave and as they come back: one lump, which the remedies take apart and make small again. */
class ReedsTest {
    @TempDir
    static Path folder;

    @BeforeAll
    static void plant() throws IOException {
        DemoData.reeds(folder, Progress.NONE);
    }

    private static Scene read(String name) throws IOException {
        return SceneFiles.read(folder.resolve(name), Progress.NONE).scene();
    }

    @Test
    void fourHundredLeaveAndOneLumpComesBackLate() throws IOException {
        Cache sent = read(DemoData.REEDS).caches().getFirst();
        assertThat(sent.count(CacheKind.INSTANCE)).isEqualTo(392);
        assertThat(sent.count(CacheKind.MESH)).isEqualTo(8);
        assertThat(sent.range()).containsExactly(1 / 24.0, 2);
        Cache back = read(DemoData.REEDS_RETURNED).caches().getFirst();
        assertThat(back.count(CacheKind.MESH)).isEqualTo(1);
        assertThat(back.range()[0]).isCloseTo(11 / 24.0, within(1e-12));
    }

    @Test
    void remediesShrinkTheLumpToATwentiethAndTheSurfaceStays() throws IOException {
        Scene lump = read(DemoData.REEDS_RETURNED);
        Scene now = lump;
        for (Remedy r : List.of(
                ChangeCache.pieces("**"),
                ChangeCache.rigid(ChangeCache.LEEWAY),
                ChangeCache.share(ChangeCache.LEEWAY))) {
            now = r.apply(now);
        }
        Cache small = now.caches().getFirst();
        assertThat(small.count(CacheKind.MESH)).isEqualTo(8);
        assertThat(small.count(CacheKind.INSTANCE)).isEqualTo(392);
        Path file = folder.resolve("small.abc");
        SceneFiles.write(now, file, new AbcFormat(), AbcFormat.OGAWA, false, Progress.NONE);
        long before = Files.size(folder.resolve(DemoData.REEDS_RETURNED));
        long after = Files.size(file);
        assertThat(after).isLessThan(before / 20);
        assertThat((double) CacheSize.of(small)).isBetween(0.9 * after, 1.1 * after);
        assertThat((double) CacheSize.of(lump.caches().getFirst())).isBetween(0.98 * before, 1.02 * before);
        Cache read = SceneFiles.read(file, Progress.NONE).scene().caches().getFirst();
        CacheGap gap = CacheGap.of(lump.caches().getFirst(), read, new Matrix4d(), new Matrix4d(), Progress.NONE);
        assertThat(gap.worst() * 1000).isLessThan(0.01);
        assertThat(gap.moments()).isEqualTo(13);
    }
}
