package idleheron.core.scene;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A link to a picture file.
 *
 * @param path as the file writes it
 * @param relative the relative path as the file writes it, or ""
 * @param found whether it was found beside the file, at its path, or inside the file
 * @param content the picture itself where the file carries it, as the bytes of a picture file; else null
 * @param uvSet the UV set it lies on, or "" for the first
 * @param properties what else the file says of it
 */
public record Texture(
        String name,
        String path,
        String relative,
        boolean found,
        byte @Nullable [] content,
        String uvSet,
        List<FreeProperty> properties) {

    public Texture(
            String name,
            String path,
            String relative,
            boolean found,
            byte @Nullable [] content,
            String uvSet,
            List<FreeProperty> properties) {
        this.name = name;
        this.path = path;
        this.relative = relative;
        this.found = found;
        this.content = content;
        this.uvSet = uvSet;
        this.properties = List.copyOf(properties);
    }

    public Texture(String name, String path, String relative, boolean found) {
        this(name, path, relative, found, null, "", List.of());
    }

    public Texture withContent(byte @Nullable [] value) {
        return new Texture(name, path, relative, found || value != null, value, uvSet, properties);
    }

    public Texture withFound(boolean value) {
        return new Texture(name, path, relative, value, content, uvSet, properties);
    }

    public Texture withPath(String newPath, String newRelative) {
        return new Texture(name, newPath, newRelative, found, content, uvSet, properties);
    }

    public Texture withUvSet(String value) {
        return new Texture(name, path, relative, found, content, value, properties);
    }

    public Texture withProperties(List<FreeProperty> value) {
        return new Texture(name, path, relative, found, content, uvSet, value);
    }

    /** The last part of the path, or the name where there is none. */
    public String fileName() {
        String p = (path.isEmpty() ? relative : path).replace('\\', '/');
        String last = p.substring(p.lastIndexOf('/') + 1);
        return last.isEmpty() ? name : last;
    }
}
