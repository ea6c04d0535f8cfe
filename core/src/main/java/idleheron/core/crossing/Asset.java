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
 * @param sources the files that it is read from, in their order; none where reading them again would not give the same
 */
public record Asset(
        Scene scene,
        String path,
        String format,
        String variant,
        long bytes,
        List<SceneMerge.Apart> apart,
        List<String> sources) {
    public Asset {
        apart = List.copyOf(apart);
        sources = List.copyOf(sources);
    }

    /** Of one file. */
    public Asset(Scene scene, String path, String format, String variant, long bytes) {
        this(scene, path, format, variant, bytes, List.of(), List.of(path));
    }

    /** With another scene in its place. */
    public Asset with(Scene value) {
        return new Asset(value, path, format, variant, bytes, apart, sources);
    }

    /** The last part of the path. */
    public String name() {
        int slash = Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\'));
        return path.substring(slash + 1);
    }
}
