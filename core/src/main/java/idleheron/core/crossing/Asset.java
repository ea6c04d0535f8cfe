package idleheron.core.crossing;

import idleheron.core.scene.Scene;

/**
 * A file on the bench.
 *
 * @param path where it lies
 * @param format "FBX"
 * @param variant "binary 7.5"
 */
public record Asset(Scene scene, String path, String format, String variant, long bytes) {
    /** The last part of the path. */
    public String name() {
        int slash = Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\'));
        return path.substring(slash + 1);
    }
}
