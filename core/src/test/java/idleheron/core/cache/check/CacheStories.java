package idleheron.core.cache.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Caches;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** What the tests of sentences about caches share. */
final class CacheStories {
    private CacheStories() {}

    static final Matrix4d HERE = new Matrix4d();

    static Scene scene(CacheNode... top) {
        return Scene.bare("test.abc", Stage.COMMON).withCaches(List.of(Caches.cache(top)));
    }

    static List<Finding> all(Scene s, @Nullable Convention c, String code) {
        List<Finding> out = new ArrayList<>(Inspection.of(s, c));
        out.addAll(CacheDeepRules.of(s, Progress.NONE));
        return out.stream().filter(f -> f.code().equals(code)).toList();
    }

    static List<Finding> all(Scene s, String code) {
        return all(s, null, code);
    }

    static Finding only(List<Finding> found) {
        assertThat(found).hasSize(1);
        return found.getFirst();
    }
}
