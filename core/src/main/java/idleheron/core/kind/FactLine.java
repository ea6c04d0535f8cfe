package idleheron.core.kind;

/**
 * One line of what a file holds.
 *
 * @param label "mesh"; "" goes on with the line above
 */
public record FactLine(String label, String text) {}
