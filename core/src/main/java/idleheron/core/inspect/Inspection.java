package idleheron.core.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Rule;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Runs all rules over one scene. */
public final class Inspection {
    private static final List<Rule> RULES = Stream.of(
                    Stream.<Rule>of(RescueRules::rescued),
                    AssetKinds.ALL.stream().flatMap(k -> k.rules().stream()),
                    Stream.<Rule>of(Inspection::readerNotes))
            .flatMap(r -> r)
            .toList();

    private Inspection() {}

    /** How many rules there are. */
    public static int ruleCount() {
        return RULES.size();
    }

    /** Findings, worst first. */
    public static List<Finding> of(Scene scene, @Nullable Convention convention) {
        return of(new Facts(scene), convention);
    }

    /** As the other, of what was measured already. */
    public static List<Finding> of(Facts facts, @Nullable Convention convention) {
        List<Finding> out = new ArrayList<>();
        for (Rule r : RULES) {
            r.look(facts, convention, out);
        }
        for (AssetKind k : AssetKinds.in(facts.scene())) {
            out.replaceAll(f -> k.judged(facts, f));
        }
        out.sort(Comparator.comparing(Finding::severity));
        return out;
    }

    /** What can only be told by reading all of it: every voxel, every sample. */
    public static List<Finding> deep(Scene scene, Progress progress) {
        List<AssetKind> kinds = AssetKinds.in(scene);
        List<Finding> out = new ArrayList<>();
        for (int i = 0; i < kinds.size(); i++) {
            out.addAll(kinds.get(i)
                    .deepFindings(scene, progress.part((double) i / kinds.size(), (i + 1.0) / kinds.size())));
        }
        return out;
    }

    /** What the reader noticed about the file itself. */
    private static void readerNotes(Facts f, @Nullable Convention c, List<Finding> out) {
        for (String note : f.scene().notes()) {
            out.add(Finding.of("reader-note", Severity.NOTE, Topic.HIERARCHY)
                    .says(say("core.inspect.Inspection.noticed-while-reading"), note + ".")
                    .measured(Figure.NONE));
        }
    }

    /** What parts that were put together do not agree about. */
    public static List<Finding> apart(SceneMerge t) {
        return apart(t.scene(), t.apart());
    }

    /** As the other, of the scene that they became. */
    public static List<Finding> apart(Scene scene, List<SceneMerge.Apart> apart) {
        List<Finding> out = new ArrayList<>();
        if (!apart.isEmpty()) {
            SceneMerge.Apart worst = apart.stream()
                    .max(Comparator.comparingDouble(SceneMerge.Apart::mm))
                    .orElseThrow();
            int node = scene.find(worst.joint());
            out.add(Finding.of("parts-rest-apart", Severity.BREAKS, Topic.REST_POSE)
                    .says(
                            say("core.inspect.Inspection.parts-do-not-share-one-rest"),
                            say(
                                    "core.inspect.Inspection.joints-of-rest-elsewhere-mm-and",
                                    apart.size(),
                                    worst.part(),
                                    worst.joint(),
                                    Figure.number(worst.mm()),
                                    Figure.number(worst.degrees())))
                    .measured(Figure.of(worst.mm(), "mm", node < 0 ? worst.joint() : scene.path(node)))
                    .atNode(node)
                    .because(say("core.inspect.Inspection.one-of-them-was-saved-in")));
        }
        return out;
    }

    /** The worst that the findings say. */
    public static Verdict verdict(List<Finding> findings) {
        boolean breaks = findings.stream().anyMatch(f -> f.severity() == Severity.BREAKS);
        boolean drifts = findings.stream().anyMatch(f -> f.severity() == Severity.DRIFTS);
        return breaks ? Verdict.BROKEN : drifts ? Verdict.DRIFTED : Verdict.CLEAN;
    }
}
