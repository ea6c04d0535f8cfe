package idleheron.core.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.kind.AssetKind;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** All that was lost between a pair, once what can be mended is. Each story is told only where its own numbers hold. */
final class Losses {
    private Losses() {}

    static List<Loss> of(Pair p, List<AssetKind> kinds) {
        List<Loss> out = new ArrayList<>();
        kinds.forEach(k -> out.addAll(k.losses(p)));
        return grouped(out);
    }

    /** What happened alike to several meshes is one line: that of the worst, with how many others. */
    static List<Loss> grouped(List<Loss> all) {
        Map<String, List<Loss>> byCode = new LinkedHashMap<>();
        all.forEach(
                l -> byCode.computeIfAbsent(l.code(), k -> new ArrayList<>()).add(l));
        List<Loss> out = new ArrayList<>();
        for (List<Loss> same : byCode.values()) {
            List<String> subjects =
                    same.stream().map(l -> l.figure().subject()).distinct().toList();
            if (same.size() == 1 || subjects.size() < same.size() || subjects.contains("")) {
                out.addAll(same);
                continue;
            }
            Loss worst = same.getFirst();
            for (Loss l : same) {
                worst = l.figure().value() > worst.figure().value() ? l : worst;
            }
            List<String> others = new ArrayList<>(subjects);
            others.remove(worst.figure().subject());
            out.add(new Loss(
                    worst.code(),
                    worst.topic(),
                    say(
                            "core.compare.Losses.the-same-on",
                            worst.text(),
                            Wording.counted(others.size(), "other: ", "others: "),
                            Wording.listed(others)),
                    worst.figure()));
        }
        return out;
    }
}
