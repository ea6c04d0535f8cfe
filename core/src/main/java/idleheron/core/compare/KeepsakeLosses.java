package idleheron.core.compare;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.scene.Keepsake;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What was carried unread and did not come back: a garment's settings, custom attributes, constraints. */
final class KeepsakeLosses {
    private KeepsakeLosses() {}

    static void find(Pair p, List<Loss> out) {
        Set<String> there = new HashSet<>();
        p.returned.keepsakes().forEach(k -> there.add(last(k)));
        List<String> gone = new ArrayList<>();
        for (Keepsake k : p.sent.keepsakes()) {
            if (!there.contains(last(k))) {
                gone.add(last(k));
            }
        }
        if (!gone.isEmpty()) {
            out.add(new Loss(
                    "custom-data-lost",
                    Topic.HIERARCHY,
                    "Settings and custom attributes did not come back: " + Losses.listed(gone),
                    Figure.of(gone.size(), "objects")));
        }
    }

    private static String last(Keepsake k) {
        return Matching.plain(k.name().substring(k.name().lastIndexOf('/') + 1));
    }
}
