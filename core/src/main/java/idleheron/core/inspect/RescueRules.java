package idleheron.core.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Rules about scenes that come from damaged files. */
final class RescueRules {
    /** So many of what was lost are named in the message. */
    private static final int NAMED = 5;

    private RescueRules() {}

    /** A scene that was rescued is never clean: what is missing from it was somewhere. */
    static void rescued(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        if (!s.isRescued()) {
            return;
        }
        List<String> lines = Lost.grouped(s.lost());
        List<String> named = new ArrayList<>(lines.subList(0, Math.min(NAMED, lines.size())));
        int more = lines.size() - named.size();
        if (more > 0) {
            named.add(say("core.inspect.RescueRules.and-more", more));
        }
        out.add(Finding.of("file-rescued", Severity.BREAKS, Topic.HIERARCHY)
                .says(
                        say("core.inspect.RescueRules.rescued-from-a-damaged-file"),
                        say("core.inspect.RescueRules.this-is-what-could-still-be", String.join("; ", named)))
                .measured(Figure.of(
                        s.lost().size(),
                        s.lost().size() == 1
                                ? say("core.inspect.RescueRules.thing-lost")
                                : say("core.inspect.RescueRules.things-lost"),
                        s.name()))
                .because(say("core.inspect.RescueRules.the-file-was-cut-off-or")));
    }
}
