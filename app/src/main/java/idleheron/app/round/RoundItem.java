package idleheron.app.round;

import java.nio.file.Path;

/**
 * One file of a round, or numbered ones that are one asset.
 *
 * @param name as it is told, from the folder of the round, with /
 * @param file where it lies, from where the program runs
 * @param target where it goes below the folder of the round, with /
 * @param bytes of it
 */
public record RoundItem(String name, Path file, String target, long bytes) {}
