package idleheron.core.crossing;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Outcome;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.cache.CacheMeasures;
import idleheron.core.remedy.volume.VolumeMeasures;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Remedies applied one after the other, each proved on the deformed surface.
 *
 * @param original what goes in
 */
public record Preparation(Scene original, List<Step> steps) {
    /**
     * One remedy.
     *
     * @param before the figure by which it is judged, before
     * @param after that figure after
     * @param proof how far the surface moved
     * @param outcome what became of the voxels of a volume or the surface of a cache
     * @param scene what comes out of it
     */
    public record Step(Remedy remedy, String before, String after, Proof proof, Outcome.Told outcome, Scene scene) {
        /** What it is judged by: "tip joints". */
        public String measure() {
            return remedy.type().measure().name();
        }

        /** What became of surface or voxels, as a clause. */
        public String effect() {
            return outcome.text().isEmpty() ? proof.text() : outcome.text();
        }

        /** Whether all is where it was, or only that moved which was asked for. */
        public boolean kept() {
            return proof.isFinite()
                    && outcome.kept()
                    && (remedy.type().keeps() == Keeps.OTHERS || !outcome.text().isEmpty() || proof.isStill());
        }

        /** For a line of text: "Bake the scale: largest node scale 100 × → 1 ×; surface moves 0 mm". */
        public String line() {
            String figures = measure() + " " + before + " → " + after;
            boolean tells = remedy.type().measure() != Measure.NODES || !before.equals(after);
            return remedy.title() + ": " + (tells ? figures + "; " : "") + effect();
        }
    }

    public Preparation {
        steps = List.copyOf(steps);
    }

    /** The step in which the surface moved farthest; null without a step. */
    public @Nullable Step farthest() {
        Step out = null;
        for (Step s : steps) {
            boolean farther = out == null
                    || s.proof().worst().value() > out.proof().worst().value()
                    || out.proof().isFinite() && !s.proof().isFinite();
            out = farther ? s : out;
        }
        return out;
    }

    /** What became of the surface over all steps, as a clause. */
    public String effect() {
        Step s = farthest();
        return s == null
                ? say("core.crossing.Preparation.surface-moves-0-mm")
                : s.proof().text();
    }

    /** What comes out. */
    public Scene scene() {
        return steps.isEmpty() ? original : steps.getLast().scene();
    }

    /** @throws IllegalArgumentException when a remedy cannot be applied to this scene; the message begins with its code */
    public static Preparation of(Scene scene, List<Remedy> remedies, Progress progress) {
        return of(scene, remedies, null, progress);
    }

    /**
     * As the other, with the steps of an earlier one as far as it did the same to the same scene: only what is new, and what
     * comes after it, is applied and proved.
     */
    public static Preparation of(Scene scene, List<Remedy> remedies, @Nullable Preparation earlier, Progress progress) {
        List<Step> steps = new ArrayList<>();
        if (earlier != null && earlier.original == scene) {
            for (int i = 0; i < Math.min(earlier.steps.size(), remedies.size()); i++) {
                if (!earlier.steps.get(i).remedy().equals(remedies.get(i))) {
                    break;
                }
                steps.add(earlier.steps.get(i));
            }
        }
        Scene now = steps.isEmpty() ? scene : steps.getLast().scene();
        for (int i = steps.size(); i < remedies.size(); i++) {
            Remedy r = remedies.get(i);
            Function<Scene, String> figure = r.type().measure().figure();
            Scene after = applied(r, now);
            Proof proof =
                    Proof.of(now, after, progress.part((double) i / remedies.size(), (i + 1.0) / remedies.size()));
            steps.add(new Step(
                    r, figure.apply(now), figure.apply(after), proof, told(r.type(), now, after, progress), after));
            now = after;
        }
        return new Preparation(scene, steps);
    }

    private static Scene applied(Remedy r, Scene scene) {
        try {
            return r.apply(scene);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(r.code() + ": " + e.getMessage(), e);
        }
    }

    private static Outcome.Told told(RemedyType type, Scene before, Scene after, Progress progress) {
        Outcome own = type.outcome();
        if (own != null) {
            return own.of(before, after, progress);
        }
        Outcome.Told surface = CacheMeasures.SURFACE.of(before, after, progress);
        return surface.text().isEmpty() ? VolumeMeasures.UNTOUCHED.of(before, after, progress) : surface;
    }
}
