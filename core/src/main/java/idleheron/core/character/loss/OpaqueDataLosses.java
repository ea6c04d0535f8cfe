package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.scene.OpaqueData;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What was carried unread and did not come back: a garment's settings, custom attributes, constraints. */
public final class OpaqueDataLosses {
    private OpaqueDataLosses() {}

    /** Data of other programs that did not come back. */
    public static void find(Pair p, List<Loss> out) {
        Set<String> there = new HashSet<>();
        p.returned.keepsakes().forEach(k -> there.add(last(k)));
        List<String> gone = new ArrayList<>();
        for (OpaqueData k : p.sent.keepsakes()) {
            if (!there.contains(last(k))) {
                gone.add(last(k));
            }
        }
        if (!gone.isEmpty()) {
            out.add(new Loss(
                    "custom-data-lost",
                    Topic.HIERARCHY,
                    say(
                            "core.character.loss.OpaqueDataLosses.settings-and-custom-attributes-did-not",
                            Wording.listed(gone)),
                    Figure.of(gone.size(), say("core.character.loss.OpaqueDataLosses.objects"))));
        }
    }

    private static String last(OpaqueData k) {
        return Matching.plain(k.name().substring(k.name().lastIndexOf('/') + 1));
    }
}
