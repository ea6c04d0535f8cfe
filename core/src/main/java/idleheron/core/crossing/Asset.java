package idleheron.core.crossing;

import idleheron.core.inspect.SceneMerge;
import idleheron.core.scene.Scene;
import java.util.List;

/**
 * A file on the bench.
 *
 * @param path where it lies
 * @param format "FBX"
 * @param variant "binary 7.5"
 * @param apart what parts that were put together do not agree about
 */
public record Asset(Scene scene, String path, String format, String variant, long bytes, List<SceneMerge.Apart> apart) {
    public Asset {
        apart = List.copyOf(apart);
    }

    /** Of one file. */
    public Asset(Scene scene, String path, String format, String variant, long bytes) {
        this(scene, path, format, variant, bytes, List.of());
    }

    /** With another scene in its place. */
    public Asset with(Scene value) {
        return new Asset(value, path, format, variant, bytes, apart);
    }

    /** The last part of the path. */
    public String name() {
        int slash = Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\'));
        return path.substring(slash + 1);
    }
}
