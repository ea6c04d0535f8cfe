package idleheron.formats.checks;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that are pointed to and not there. */
class LinkChecksTest {
    private static final List<String> ENDINGS = List.of(".abc", ".vdb", ".usdc");

    @TempDir
    Path folder;

    private List<Finding> of(String text) {
        CacheNode n = new CacheNode(
                "rig",
                CacheKind.TRANSFORM,
                Meta.NONE,
                Map.of(),
                List.of(),
                List.of(new Property.Values("cape_cache", Meta.NONE, Samples.text(text))),
                List.of(),
                "",
                List.of());
        Cache c = new Cache("c", Meta.NONE, CacheNode.of("", CacheKind.GROUP, List.of(n)));
        return LinkChecks.of(Scene.bare("x", Stage.COMMON).withCaches(List.of(c)), folder, ENDINGS);
    }

    @Test
    void whatLiesBesideIsSoundAndWhatDoesNotIsTold() throws IOException {
        Files.createFile(folder.resolve("cape.abc"));
        assertThat(of("cape.abc")).isEmpty();
        assertThat(of("a text about a cape")).isEmpty();
        assertThat(of("bake/hood.abc")).extracting(Finding::severity).containsExactly(Severity.BREAKS);
        assertThat(of("D:\\bake\\cape.abc")).extracting(Finding::severity).containsExactly(Severity.DRIFTS);
        assertThat(of(folder.resolve("cape.abc").toString()))
                .extracting(Finding::severity)
                .containsExactly(Severity.DRIFTS);
    }
}
