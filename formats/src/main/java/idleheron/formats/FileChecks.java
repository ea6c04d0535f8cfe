package idleheron.formats;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.kind.Content;
import idleheron.core.scene.Scene;
import idleheron.formats.checks.LinkChecks;
import idleheron.formats.checks.PictureChecks;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is found in the files of a scene and beside them. */
public final class FileChecks {
    private FileChecks() {}

    /**
     * What is found beside a scene: its pictures, the files that it links, and what each carrier finds by its own rules.
     *
     * @param files that the scene was read from; the others are looked for from the folder of the first
     */
    public static List<Finding> of(Scene scene, List<Path> files, @Nullable Convention destination) {
        Path folder = files.getFirst().toAbsolutePath().getParent();
        List<Finding> out = new ArrayList<>(PictureChecks.of(scene, folder, destination));
        if (folder != null) {
            out.addAll(LinkChecks.of(scene, folder, linked()));
        }
        for (Path file : scene.isRescued() ? List.<Path>of() : files) {
            SceneFiles.formats().forEach(f -> out.addAll(f.checks(scene, file, destination)));
        }
        return out;
    }

    /** Endings of the files that others link: those that hold caches or volumes. */
    private static List<String> linked() {
        return SceneFiles.formats().stream()
                .filter(f -> f.holds().contains(Content.CACHE) || f.holds().contains(Content.VOLUME))
                .flatMap(f -> f.endings().stream())
                .map(e -> "." + e)
                .toList();
    }
}
