package idleheron.core.inspect;

import idleheron.core.Figure;
import idleheron.core.Topic;
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
            RescueRules::rescued,
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
            VolumeRules::frames,
            VolumeRules::grids,
            VolumeRules::range,
            VolumeRules::names,
            VolumeRules::budget,
            CacheRules::range,
            CacheRules::samples,
            CacheRules::topology,
            CacheRules::names,
            CacheRules::params,
            CacheRules::instances,
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

    /** What parts that were put together do not agree about. */
    public static List<Finding> apart(Together t) {
        List<Finding> out = new ArrayList<>();
        if (!t.apart().isEmpty()) {
            Together.Apart worst = t.apart().stream()
                    .max(Comparator.comparingDouble(Together.Apart::mm))
                    .orElseThrow();
            int node = t.scene().find(worst.joint());
            out.add(new Finding(
                    "parts-rest-apart",
                    Severity.BREAKS,
                    Topic.REST_POSE,
                    node,
                    "Parts do not share one rest pose",
                    t.apart().size() + " joints of " + worst.part() + " rest elsewhere, " + worst.joint() + " "
                            + Figure.number(worst.mm()) + " mm and " + Figure.number(worst.degrees())
                            + "° off. On one skeleton one of the parts will not fit.",
                    Figure.of(
                            worst.mm(),
                            "mm",
                            node < 0 ? worst.joint() : t.scene().path(node)),
                    "One of them was saved in another pose or of another version of the skeleton.",
                    null));
        }
        return out;
    }

    public static Verdict verdict(List<Finding> findings) {
        boolean breaks = findings.stream().anyMatch(f -> f.severity() == Severity.BREAKS);
        boolean drifts = findings.stream().anyMatch(f -> f.severity() == Severity.DRIFTS);
        return breaks ? Verdict.BROKEN : drifts ? Verdict.DRIFTED : Verdict.CLEAN;
    }
}
