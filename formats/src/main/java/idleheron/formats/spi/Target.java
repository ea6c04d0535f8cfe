package idleheron.formats.spi;

import java.nio.file.Path;

/**
 * Where a scene goes and as what.
 *
 * @param file the file that is named; several may come of it
 * @param variant of the carrier
 */
public record Target(Path file, SceneFormat format, String variant) {}
