package idleheron.formats.spi;

import java.util.List;

/**
 * What a file holds, as stored: a tree of named parts for a person to read.
 *
 * @param name of the part
 * @param type what its values are: "text", "12 ints"
 * @param value the beginning of its values
 * @param at byte offset in the file where the part begins
 */
public record Outline(String name, String type, String value, long at, List<Outline> children) {
    public Outline {
        children = List.copyOf(children);
    }

    /** How many parts there are, this one too. */
    public long count() {
        long n = 1;
        for (Outline c : children) {
            n += c.count();
        }
        return n;
    }
}
