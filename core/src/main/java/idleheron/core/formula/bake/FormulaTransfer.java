package idleheron.core.formula.bake;

import static idleheron.core.Messages.say;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;

/** Puts a motion by formula onto a figure. */
public final class FormulaTransfer {
    private FormulaTransfer() {}

    /** Whether one scene is a motion by formula and the other a figure that is none. */
    public static boolean fits(Scene from, Scene onto) {
        return MotionPlan.alone(from) != null
                && MotionPlan.alone(onto) == null
                && !onto.nodes().isEmpty();
    }

    /**
     * The figure with the clip of the motion, its range long enough for it. A clip of the same name is replaced.
     *
     * @throws FormulaFault where the motion does not fit the figure, with the place in its text
     */
    public static Scene onto(Scene from, Scene onto) {
        MotionPlan plan = MotionPlan.alone(from);
        if (plan == null) {
            throw new IllegalArgumentException(
                    say("core.formula.bake.FormulaTransfer.is-no-motion-by-formula", from.name()));
        }
        return onto(plan, onto);
    }

    /** As {@link #onto(Scene, Scene)}, for a plan that is in no scene yet. */
    public static Scene onto(MotionPlan plan, Scene onto) {
        return onto(plan, onto, Progress.NONE);
    }

    /** As {@link #onto(MotionPlan, Scene)}, told and stopped on the way. */
    public static Scene onto(MotionPlan plan, Scene onto, Progress progress) {
        FormulaBake.Baked baked;
        try {
            baked = FormulaBake.of(plan, onto, progress);
        } catch (FormulaFault f) {
            throw f.in(plan.file());
        }
        List<Clip> clips = new ArrayList<>(onto.clips());
        clips.removeIf(c -> c.name().equals(plan.clip()));
        clips.add(baked.clip());
        List<MotionPlan> plans = new ArrayList<>(onto.parts().of(MotionPlan.KEY));
        List<FormulaReport> reports = new ArrayList<>(onto.parts().of(FormulaReport.KEY));
        plans.removeIf(p -> p.clip().equals(plan.clip()));
        reports.removeIf(r -> r.clip().equals(plan.clip()));
        plans.add(plan);
        reports.add(baked.report());
        Stage stage = onto.stage();
        double from = Math.min(stage.startSeconds(), plan.startSeconds());
        double to = Math.max(stage.endSeconds(), plan.startSeconds() + plan.seconds());
        return onto.withClips(clips)
                .withStage(stage.withRange(from, to))
                .with(MotionPlan.KEY, plans)
                .with(FormulaReport.KEY, reports);
    }
}
