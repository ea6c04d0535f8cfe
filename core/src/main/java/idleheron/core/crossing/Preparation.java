package idleheron.core.crossing;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
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
     * @param measure what it is judged by: "tip joints"
     * @param before that figure before
     * @param after that figure after
     * @param proof how far the surface moved
     * @param voxels what became of the voxels of a volume or the surface of a cache, or "" where there is none
     * @param scene what comes out of it
     */
    public record Step(
            Remedy remedy, String measure, String before, String after, Proof proof, String voxels, Scene scene) {}

    public Preparation {
        steps = List.copyOf(steps);
    }

    /** What comes out. */
    public Scene scene() {
        return steps.isEmpty() ? original : steps.getLast().scene();
    }

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
            Scene after = r.apply(now);
            Proof proof =
                    Proof.of(now, after, progress.part((double) i / remedies.size(), (i + 1.0) / remedies.size()));
            steps.add(new Step(
                    r,
                    measure(r.code()),
                    figure(r.code(), now),
                    figure(r.code(), after),
                    proof,
                    told(r, now, after, progress),
                    after));
            now = after;
        }
        return new Preparation(scene, steps);
    }

    private static String told(Remedy r, Scene before, Scene after, Progress progress) {
        String surface = CacheFigures.surface(r, before, after, progress);
        return surface.isEmpty() ? VolumeFigures.voxels(r, before, after, progress) : surface;
    }

    private static String measure(String code) {
        if (CacheFigures.apply(code)) {
            return "size, objects, speed";
        }
        return switch (code) {
            case "bake-scale" -> "largest node scale";
            case "drop-tips" -> "tip joints";
            case "single-root" -> "roots";
            case "convert-stage", "redeclare" -> "axes and unit";
            case "plain-transforms" -> "nodes with pivots or turns";
            case "flatten-layers", "bake-clips" -> "curves that are not plain keys";
            default -> VolumeFigures.measure(code);
        };
    }

    private static String figure(String code, Scene s) {
        if (CacheFigures.apply(code)) {
            return CacheFigures.figure(s);
        }
        return switch (code) {
            case "bake-scale" -> Figure.number(largestScale(s)) + " ×";
            case "drop-tips" -> Integer.toString(DropJoints.tips(s).size());
            case "single-root" -> Integer.toString(s.skeletonRoots().size());
            case "convert-stage", "redeclare" ->
                s.stage().axes().describe() + ", " + s.stage().unitLabel();
            case "plain-transforms" ->
                Long.toString(
                        s.nodes().stream().filter(n -> !n.transform().isPlain()).count());
            case "flatten-layers", "bake-clips" -> Integer.toString(unplain(s));
            default -> VolumeFigures.figure(code, s);
        };
    }

    private static int unplain(Scene s) {
        int[] count = {0};
        s.clips().forEach(c -> {
            count[0] += c.layers().size();
            c.mapCurves(k -> {
                count[0] += k.isSimple() ? 0 : 1;
                return k;
            });
        });
        return count[0];
    }

    private static double largestScale(Scene s) {
        double worst = 1;
        for (Node n : s.nodes()) {
            Vec3 v = n.transform().scaling();
            for (int a = 0; a < 3; a++) {
                worst = Math.abs(Math.log(Math.max(1e-12, v.get(a)))) > Math.abs(Math.log(worst)) ? v.get(a) : worst;
            }
        }
        return worst;
    }
}
