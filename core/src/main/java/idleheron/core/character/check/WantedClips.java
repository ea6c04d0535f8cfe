package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.NearNames;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.clip.RenameClips;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Clips that a place looks for by their names, and does not find. */
final class WantedClips {
    /** Names that differ in more than this share of their letters are others. */
    private static final double APART = 0.4;

    private WantedClips() {}

    private record Pair(String wanted, String clip, double apart) {}

    static void missing(Facts f, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        List<String> has = f.scene().clips().stream().map(Clip::name).toList();
        List<String> missing =
                c.more().clips().wanted().stream().filter(w -> !has.contains(w)).toList();
        if (missing.isEmpty()) {
            return;
        }
        Map<String, String> table = near(missing, has, c.more().clips().wanted());
        List<String> told = new ArrayList<>();
        table.forEach((clip, wanted) -> told.add(say("core.character.check.WantedClips.may-be", clip, wanted)));
        out.add(Finding.of("wanted-clips-missing", Severity.BREAKS, Topic.CLIPS)
                .says(
                        say(
                                "core.character.check.WantedClips.looked-for-missing",
                                Wording.counted(
                                        missing.size(),
                                        say("core.character.check.WantedClips.clip-that-is"),
                                        say("core.character.check.WantedClips.clips-that-are")),
                                (missing.size() == 1
                                        ? say("core.character.check.WantedClips.is")
                                        : say("core.character.check.WantedClips.are"))),
                        say(
                                "core.character.check.WantedClips.looks-for-by-name",
                                c.title(),
                                Wording.listed(missing),
                                (told.isEmpty()
                                        ? say(
                                                "core.character.check.WantedClips.no-clip-is-called-like",
                                                (missing.size() == 1 ? "it." : "them."))
                                        : " " + Wording.listed(told) + ".")))
                .measured(Figure.of(missing.size(), say("core.character.check.WantedClips.clips"), missing.getFirst()))
                .because(
                        told.isEmpty()
                                ? say("core.character.check.WantedClips.they-were-left-out-or-not")
                                : say("core.character.check.WantedClips.they-have-other-names"))
                .mendedBy(table.isEmpty() ? null : new RenameClips(table)));
    }

    /** From clips to the names they may have: the nearest first, each once; a clip that is looked for itself keeps its own. */
    private static Map<String, String> near(List<String> missing, List<String> has, List<String> wanted) {
        List<Pair> pairs = new ArrayList<>();
        for (String w : missing) {
            for (String clip : has) {
                double apart = NearNames.byWords(w, clip);
                if (apart <= APART && !wanted.contains(clip)) {
                    pairs.add(new Pair(w, clip, apart));
                }
            }
        }
        pairs.sort(java.util.Comparator.comparingDouble(Pair::apart)
                .thenComparing(Pair::wanted)
                .thenComparing(Pair::clip));
        Map<String, String> out = new TreeMap<>();
        for (Pair p : pairs) {
            if (!out.containsKey(p.clip) && !out.containsValue(p.wanted)) {
                out.put(p.clip, p.wanted);
            }
        }
        return out;
    }
}
