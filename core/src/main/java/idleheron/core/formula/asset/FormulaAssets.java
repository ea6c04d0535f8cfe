package idleheron.core.formula.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.formula.FigureJoints;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Source;
import idleheron.core.formula.bake.FormulaReport;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Clips that were written by formula. What they move is a character's. */
public final class FormulaAssets implements AssetKind {
    private static final List<FactTable> TABLES = List.of(new FactTable(
            say("core.formula.asset.FormulaAssets.formulas"),
            Set.of(Topic.CLIPS),
            FormulaAssets::channels,
            f -> formulas(f.scene())));

    @Override
    public String code() {
        return "formula";
    }

    @Override
    public boolean isIn(Scene s) {
        return !s.parts().of(FormulaReport.KEY).isEmpty();
    }

    @Override
    public Content content() {
        return Content.NODES;
    }

    @Override
    public String word(Scene s) {
        return say("core.formula.asset.FormulaAssets.motion-by-formula");
    }

    /** "1 clip by formula · 5 channels · 23 keys". */
    @Override
    public String summary(Scene s) {
        List<FormulaReport> all = s.parts().of(FormulaReport.KEY);
        int keys = all.stream().mapToInt(FormulaReport::keys).sum();
        return say(
                "core.formula.asset.FormulaAssets.by-formula",
                Wording.counted(all.size(), "clip"),
                Wording.counted(channels(s), "channel"),
                Wording.counted(keys, "key"));
    }

    /** The plans of a scene, one for each report. */
    static List<MotionPlan> plans(Scene s) {
        List<MotionPlan> out = new ArrayList<>(s.parts().of(MotionPlan.ALONE));
        out.addAll(s.parts().of(MotionPlan.KEY));
        return out;
    }

    private static int channels(Scene s) {
        return plans(s).stream().mapToInt(p -> p.channels().size()).sum();
    }

    @Override
    public List<FactLine> lines(Scene s) {
        List<FactLine> out = new ArrayList<>();
        for (FormulaReport r : s.parts().of(FormulaReport.KEY)) {
            out.add(new FactLine(say("core.formula.asset.FormulaAssets.formula"), r.clip() + ": " + r.told()));
        }
        for (MotionPlan p : plans(s)) {
            for (MotionPlan.Said c : p.channels()) {
                out.add(new FactLine("", c.name() + " = " + written(c)));
            }
        }
        return out;
    }

    private static String written(MotionPlan.Said c) {
        return switch (c.source()) {
            case Source.Written w -> w.formula().text();
            case Source.Keyed k -> Wording.counted(k.times().length, "key");
        };
    }

    private static Evidence formulas(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        FigureJoints joints = new FigureJoints(s);
        for (MotionPlan p : plans(s)) {
            for (MotionPlan.Said c : p.channels()) {
                rows.add(new Evidence.Row(
                        c.name().toString(),
                        joints.find(c.name().joint()),
                        -1,
                        -1,
                        Double.NaN,
                        false,
                        List.of(p.clip(), written(c), (Object)
                                (double) c.place().line())));
            }
        }
        return new Evidence(
                say("core.formula.asset.FormulaAssets.channel"),
                List.of(
                        say("core.formula.asset.FormulaAssets.clip"),
                        say("core.formula.asset.FormulaAssets.written"),
                        say("core.formula.asset.FormulaAssets.line")),
                rows);
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Rule> rules() {
        return FormulaRules.ALL;
    }
}
