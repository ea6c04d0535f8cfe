package idleheron.core.formula.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.bake.FormulaReport;
import idleheron.core.kind.Rule;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** All rules about clips that were written by formula. */
final class FormulaRules {
    static final List<Rule> ALL = List.of(FormulaRules::figure, FormulaRules::keys, FormulaRules::loop);

    private static final int MOST = 4;

    private FormulaRules() {}

    /** A plan that is alone though it names its figure. */
    static void figure(Facts f, @Nullable Convention c, List<Finding> out) {
        MotionPlan p = MotionPlan.alone(f.scene());
        if (p != null && !p.figure().isEmpty()) {
            out.add(Finding.of("formula-figure-missing", Severity.DRIFTS, Topic.CLIPS)
                    .says(
                            say("core.formula.asset.FormulaRules.not-found", p.figure()),
                            say("core.formula.asset.FormulaRules.names-it-as-its-figure-and", p.file()))
                    .because(say("core.formula.asset.FormulaRules.the-motion-was-moved-without-its")));
        }
    }

    /** Keys that are farther from what is written than was asked for. */
    static void keys(Facts f, @Nullable Convention c, List<Finding> out) {
        List<MotionPlan> plans = FormulaAssets.plans(f.scene());
        List<FormulaReport> reports = f.scene().parts().of(FormulaReport.KEY);
        for (int i = 0; i < Math.min(plans.size(), reports.size()); i++) {
            FormulaReport r = reports.get(i);
            MotionPlan.KeyWish wish = plans.get(i).keys();
            boolean far = r.mm().value() > wish.mm();
            if (!far && r.degrees().value() <= wish.degrees()) {
                continue;
            }
            FormulaReport.Off worst = far ? r.mm() : r.degrees();
            out.add(Finding.of("formula-keys-off", r.fewest() ? Severity.DRIFTS : Severity.NOTE, Topic.CLIPS)
                    .atNode(f.scene().find(worst.joint()))
                    .says(
                            say(
                                    "core.formula.asset.FormulaRules.keys-of-are-up-to-from",
                                    r.clip(),
                                    Figure.number(worst.value()),
                                    (far ? say("core.formula.asset.FormulaRules.mm") : "°")),
                            say(
                                    "core.formula.asset.FormulaRules.asked-for-mm-and",
                                    r.told(),
                                    Figure.number(wish.mm()),
                                    Figure.number(wish.degrees()),
                                    (r.fewest()
                                            ? say("core.formula.asset.FormulaRules.the-motion-jumps-or-turns-about")
                                            : say(
                                                    "core.formula.asset.FormulaRules.keys-fewest-follows-it-between-the"))))
                    .measured(new Figure(worst.value(), far ? "mm" : "°", worst.joint(), r.clip(), worst.frame()))
                    .because(say("core.formula.asset.FormulaRules.between-two-frames-keys-go-straight")));
        }
    }

    /** Channels of a cyclic clip that do not close, those of one period together. */
    static void loop(Facts f, @Nullable Convention c, List<Finding> out) {
        List<MotionPlan> plans = FormulaAssets.plans(f.scene());
        List<FormulaReport> reports = f.scene().parts().of(FormulaReport.KEY);
        for (int i = 0; i < Math.min(plans.size(), reports.size()); i++) {
            Map<String, List<FormulaReport.Seam>> groups = new LinkedHashMap<>();
            for (FormulaReport.Seam s : reports.get(i).seams()) {
                groups.computeIfAbsent(seconds(s.period()), k -> new ArrayList<>())
                        .add(s);
            }
            MotionPlan p = plans.get(i);
            groups.values().forEach(g -> out.add(open(p, g)));
        }
    }

    private static Finding open(MotionPlan p, List<FormulaReport.Seam> group) {
        FormulaReport.Seam first = group.getFirst();
        String names =
                group.stream().limit(MOST).map(FormulaReport.Seam::channel).collect(Collectors.joining(", "))
                        + (group.size() > MOST
                                ? say("core.formula.asset.FormulaRules.and-more", (group.size() - MOST))
                                : "");
        boolean repeats = !Double.isNaN(first.period());
        String unit = first.unit().equals("m") ? say("core.formula.asset.FormulaRules.mm-2") : first.unit();
        double gap = first.gap() * (first.unit().equals("m") ? 1000 : 1);
        return Finding.of("formula-loop-open", Severity.DRIFTS, Topic.CLIPS)
                .says(
                        say("core.formula.asset.FormulaRules.does-not-close", p.clip(), names),
                        repeats
                                ? say(
                                        "core.formula.asset.FormulaRules.the-formula-repeats-every-and-the",
                                        seconds(first.period()),
                                        seconds(p.seconds()),
                                        seconds(first.fits()),
                                        seconds(first.period() * Math.max(1, Math.rint(p.seconds() / first.period()))))
                                : say(
                                        "core.formula.asset.FormulaRules.it-ends-from-where-it-begins",
                                        Figure.number(gap),
                                        unit,
                                        seconds(2 * p.seconds())))
                .measured(new Figure(gap, unit, first.channel(), p.clip(), Double.NaN))
                .because(
                        repeats
                                ? say("core.formula.asset.FormulaRules.the-period-of-the-formula-and")
                                : say("core.formula.asset.FormulaRules.the-motion-goes-on-in-one"));
    }

    private static String seconds(double s) {
        return Figure.exact(Math.rint(s * 1e4) / 1e4) + " s";
    }
}
