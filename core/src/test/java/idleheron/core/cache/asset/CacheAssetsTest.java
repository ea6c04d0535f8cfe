package idleheron.core.cache.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.finding.Facts;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** What is shown of a box that swings under a transform, and of one that stands still. */
class CacheAssetsTest {
    private static final CacheAssets KIND = new CacheAssets();
    private static final Scene SWING = scene(Caches.transform(
            "place", new Matrix4d().translate(0, 1, 0), Caches.mesh("box", Caches.swinging(3, new Matrix4d()))));
    private static final Scene STILL = scene(Caches.mesh("box", Caches.box(0.5, 0, 0, 0)));

    private static Scene scene(CacheNode... top) {
        Cache c = Caches.cache(top);
        return Scene.bare("test", Stage.COMMON).withCaches(List.of(c));
    }

    private static List<String> texts(FactGroup g) {
        return g.lines().stream().map(FactLine::text).toList();
    }

    @Test
    void itIsSummedUpByItsMeshesAndObjects() {
        assertThat(KIND.isIn(STILL)).isTrue();
        assertThat(KIND.isIn(STILL.withCaches(List.of()))).isFalse();
        assertThat(KIND.summary(STILL)).isEqualTo("1 mesh · 1 object");
        assertThat(KIND.summary(SWING)).isEqualTo("1 mesh · 2 objects");
        assertThat(KIND.standsFor()).containsExactlyInAnyOrder(Topic.CACHES, Topic.UNITS_AND_AXES);
    }

    @Test
    void everyObjectIsALineUntilThereAreTooMany() {
        List<String> lines = KIND.lines(SWING).stream().map(FactLine::text).toList();
        assertThat(lines).hasSize(3);
        assertThat(lines.get(0)).isEqualTo("test: 2 objects, 1 mesh, 1 transform, 0 instances");
        assertThat(lines.get(1)).startsWith("/place: transform").endsWith("1 sample, constant");
        assertThat(lines.get(2)).startsWith("/place/box: mesh, 8 points, ").endsWith("3 samples");
        List<CacheNode> many = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            many.add(Caches.mesh("box" + i, Caches.box(0.5, i, 0, 0)));
        }
        Scene crowd = scene(many.toArray(CacheNode[]::new));
        List<FactLine> all = KIND.lines(crowd);
        int shown = all.size() - 2;
        assertThat(shown).isLessThan(200);
        assertThat(all.getLast().text()).contains(Integer.toString(200 - shown));
    }

    @Test
    void figuresAreThoseOfTheFirstMoment() {
        List<FactGroup> g = KIND.figures(new Facts(SWING));
        assertThat(texts(g.get(0))).containsExactly("Y", "1 m", "24 /s");
        // the box is 0.75 m high before it swings
        assertThat(texts(g.get(1))).containsExactly("1 – 3", "0.750 m", "1", "8", "0", "0 meshes");
        assertThat(texts(KIND.cargo(SWING).getFirst()).subList(0, 4)).containsExactly("2", "1", "0", "1 – 3");
    }

    @Test
    void everyObjectIsARow() {
        Evidence e = KIND.tables().getFirst().rows().apply(new Facts(SWING));
        assertThat(e.rows()).extracting(Evidence.Row::subject).containsExactly("/place", "/place/box");
        assertThat(e.rows().get(0).cells().subList(1, 4)).containsExactly("–", "–", 1.0);
        assertThat(e.rows().get(1).cells().get(1)).isEqualTo(8.0);
        assertThat(e.rows().get(1).cells().get(3)).isEqualTo(3.0);
    }

    @Test
    void whatMovesPlaysOverItsSamples() {
        List<Clip> clips = KIND.playables(SWING);
        assertThat(clips).hasSize(1);
        assertThat(clips.getFirst().startSeconds()).isEqualTo(1 / 24.0);
        assertThat(clips.getFirst().endSeconds()).isEqualTo(3 / 24.0);
        assertThat(KIND.playables(STILL)).isEmpty();
    }
}
