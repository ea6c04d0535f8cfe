package idleheron.desktop.send;

import idleheron.app.Carriers;
import idleheron.core.crossing.Asset;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.SceneFormat;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What goes, in which carrier and under what name. */
final class SendModel {
    private SceneFormat format = SceneFiles.usual();
    private List<SceneFormat> fitting = List.of();
    private final Set<String> leftOut = new HashSet<>();
    private @Nullable Asset asset;

    SceneFormat format() {
        return format;
    }

    /** Carriers that can hold what goes, the one that suits it best first; all of them where none can. */
    List<SceneFormat> fitting() {
        return fitting;
    }

    /**
     * Begins anew for another asset, with all its clips and the carrier that suits it best.
     *
     * @param ready the asset as it was made ready
     * @return whether it is another one
     */
    boolean take(Asset original, Scene ready) {
        if (asset == original) {
            return false;
        }
        asset = original;
        leftOut.clear();
        List<SceneFormat> takers = Carriers.fitting(ready);
        fitting = takers.isEmpty() ? SceneFiles.formats() : takers;
        format = fitting.getFirst();
        return true;
    }

    /** The name that is offered: beside the original, a folder of its own where every frame is a file. */
    String offered(Asset original, Scene ready) {
        String path = original.path();
        String ending = format.endings().getFirst();
        Volume v = ready.volumes().isEmpty() ? null : ready.volumes().getFirst();
        if (format.several() == null || v == null || v.padding() == 0) {
            return FileNames.unnumbered(bare(path)) + "_ready." + ending;
        }
        String base = path.indexOf('#') < 0 ? path : FileNames.stem(path);
        String digits = "#".repeat(Math.max(4, v.padding()));
        return FileNames.unnumbered(base) + "_ready/" + v.name() + "." + digits + "." + ending;
    }

    /** A path without the ending of its carrier, which may have more than one dot. */
    private static String bare(String path) {
        return SceneFiles.formats().stream()
                .flatMap(f -> f.endings().stream())
                .filter(e -> e.indexOf('.') >= 0 && path.endsWith("." + e))
                .map(e -> path.substring(0, path.length() - e.length() - 1))
                .findFirst()
                .orElseGet(() -> FileNames.stem(path));
    }

    /** Takes another carrier; gives the name with its ending. */
    String use(SceneFormat wanted, String name) {
        format = wanted;
        if (FileNames.end(name).isEmpty()) {
            return name;
        }
        String base = FileNames.stem(name);
        return (format.several() != null ? base : FileNames.unnumbered(base)) + "."
                + format.endings().getFirst();
    }

    boolean goes(Clip c) {
        return !leftOut.contains(c.name());
    }

    void goes(Clip c, boolean value) {
        if (value) {
            leftOut.remove(c.name());
        } else {
            leftOut.add(c.name());
        }
    }

    /** Names of the clips that do not go. */
    List<String> leftOut() {
        return leftOut.stream().sorted().toList();
    }

    /** Whether parts of what goes, pictures and smoothing can be chosen. */
    boolean hasParts() {
        return format.holds().contains(Content.NODES);
    }

    /** Whether the carrier holds the moving surface alone, sampled. */
    boolean bakes(Scene going) {
        return Carriers.bakes(format) && going.caches().isEmpty();
    }

    /** What goes, kind by kind. */
    List<FactGroup> facts(Scene going) {
        return AssetKinds.ALL.stream()
                .filter(k -> k.isIn(going))
                .flatMap(k -> k.cargo(going).stream())
                .toList();
    }
}
