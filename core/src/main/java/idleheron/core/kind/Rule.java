package idleheron.core.kind;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A rule adds what it notices; the convention is null when no destination is named. */
@FunctionalInterface
public interface Rule {
    void look(Facts facts, @Nullable Convention convention, List<Finding> into);
}
