package idleheron.desktop.formula;

import static idleheron.core.Messages.say;

import idleheron.app.MotionJob;
import idleheron.core.finding.Finding;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** What the sheet for motion by formula shows: a text, what came of it on the figure, and what is put onto it. */
public final class FormulaModel {
    private static final String NAME = "motion.toml";

    private final Scene figure;
    private final String first;

    /**
     * @param figure as it stands after the remedies so far
     * @param remedies of the crossing; the last motion among them is the text to begin with, else that of the
     *     last clip of the figure that is written so
     */
    public FormulaModel(Scene figure, List<Remedy> remedies) {
        this.figure = figure;
        this.first = remedies.stream()
                .map(MotionJob::text)
                .filter(Objects::nonNull)
                .reduce((a, b) -> b)
                .orElseGet(() -> figure.parts().of(MotionPlan.KEY).stream()
                        .map(MotionPlan::text)
                        .reduce((a, b) -> b)
                        .orElseGet(() -> MotionJob.first(figure)));
    }

    public Scene figure() {
        return figure;
    }

    /** The text to begin with. */
    public String first() {
        return first;
    }

    /** What comes of a text. */
    public MotionJob.Result judge(String text, Progress progress) {
        return new MotionJob(NAME, text, figure).run(progress);
    }

    /** "Line 9, column 14", or "" where nothing is wrong or its place is not known. */
    public static String place(MotionJob.Result r) {
        Place p = r.place();
        return p == null ? "" : say("desktop.formula.FormulaModel.line-column", p.line(), p.column());
    }

    /** What is noticed about the clip, a line each. */
    public static List<String> noticed(MotionJob.Result r) {
        List<String> out = new ArrayList<>();
        for (Finding f : r.findings()) {
            out.add(f.title() + ". " + f.message());
        }
        return out;
    }

    /** Where in a text a place is, counted from its beginning; its end for a place beyond it. */
    public static int offset(String text, Place p) {
        int at = 0;
        for (int line = 1; line < p.line(); line++) {
            int end = text.indexOf('\n', at);
            if (end < 0) {
                return text.length();
            }
            at = end + 1;
        }
        return Math.clamp(at + p.column() - 1, 0, text.length());
    }

    /** The remedies with a motion put to them; one of the same clip is replaced where it stands. */
    public static List<Remedy> with(List<Remedy> remedies, String text) {
        Remedy moved = MotionJob.remedy(text);
        List<Remedy> out = new ArrayList<>(remedies);
        for (int i = 0; i < out.size(); i++) {
            if (MotionJob.text(out.get(i)) != null && out.get(i).title().equals(moved.title())) {
                out.set(i, moved);
                return out;
            }
        }
        out.add(moved);
        return out;
    }

    /** "tide.motion.toml": what a file with the text is called. */
    public static String fileName(MotionJob.Result r) {
        String clip = r.plan() == null ? "" : r.plan().clip().replaceAll("[^A-Za-z0-9_-]+", "_");
        return (clip.isEmpty() ? say("desktop.formula.FormulaModel.motion") : clip) + "." + NAME;
    }
}
