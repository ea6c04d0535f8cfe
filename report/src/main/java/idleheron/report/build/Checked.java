package idleheron.report.build;

import java.util.List;
import java.util.Set;

/**
 * A file that was looked over or compared, for a build server.
 *
 * @param file as it was named
 * @param noted all that is told of it
 * @param known what is accepted
 * @param failing levels that fail
 */
public record Checked(String file, List<Noted> noted, KnownFindings known, Set<Noted.Level> failing) {
    public Checked {
        noted = List.copyOf(noted);
        failing = Set.copyOf(failing);
    }

    /** Whether something fails the build. */
    public boolean fails(Noted n) {
        return failing.contains(n.level()) && !known.has(n);
    }

    /** Whether anything does. */
    public boolean fails() {
        return noted.stream().anyMatch(this::fails);
    }
}
