package idleheron.core.inspect;

import idleheron.core.Verdict;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Runs all rules over one scene. */
public final class Inspection {
    /** A rule adds what it notices; the convention is null when no destination is named. */
    interface Rule {
        void look(Facts facts, @Nullable Convention convention, List<Finding> into);
    }

    private static final List<Rule> RULES = List.of(
            StageRules::height,
            StageRules::convention,
            SkeletonRules::scale,
            SkeletonRules::roots,
            SkeletonRules::tips,
            SkeletonRules::zeroLength,
            SkeletonRules::bindPose,
            SkeletonRules::restElsewhere,
            SkeletonRules::squareTurn,
            SkinRules::nothingSkinned,
            SkinRules::unweighted,
            SkinRules::sums,
            SkinRules::influences,
            ClipRules::range,
            ClipRules::keys,
            ClipRules::baking,
            ClipRules::loop,
            ClipRules::rate,
            ConventionRules::bones,
            ConventionRules::rootName,
            ConventionRules::names,
            ConventionRules::controls,
            ConventionRules::bits,
            ConventionRules::company,
            SurfaceRules::textures,
            SurfaceRules::readerNotes);

    private Inspection() {}

    /** How many rules there are. */
    public static int ruleCount() {
        return RULES.size();
    }

    /** Findings, worst first. */
    public static List<Finding> of(Scene scene, @Nullable Convention convention) {
        Facts facts = new Facts(scene);
        List<Finding> out = new ArrayList<>();
        for (Rule r : RULES) {
            r.look(facts, convention, out);
        }
        out.sort(Comparator.comparing(Finding::severity));
        return out;
    }

    public static Verdict verdict(List<Finding> findings) {
        boolean breaks = findings.stream().anyMatch(f -> f.severity() == Severity.BREAKS);
        boolean drifts = findings.stream().anyMatch(f -> f.severity() == Severity.DRIFTS);
        return breaks ? Verdict.BROKEN : drifts ? Verdict.DRIFTED : Verdict.CLEAN;
    }
}
