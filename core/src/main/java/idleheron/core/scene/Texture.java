package idleheron.core.scene;

/**
 * A link to a picture file.
 *
 * @param path as the file writes it
 * @param relative the relative path as the file writes it, or ""
 * @param found whether it was found beside the file, at its path, or inside the file
 */
public record Texture(String name, String path, String relative, boolean found) {}
