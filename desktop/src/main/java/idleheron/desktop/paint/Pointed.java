package idleheron.desktop.paint;

import java.util.List;

/**
 * What is under the pointer.
 *
 * @param missing the file of a picture that was not found, or ""
 * @param lines what is told of a joint, its name first; none where there is no joint
 */
public record Pointed(String missing, List<String> lines) {
    public static final Pointed NOTHING = new Pointed("", List.of());

    public Pointed {
        lines = List.copyOf(lines);
    }
}
