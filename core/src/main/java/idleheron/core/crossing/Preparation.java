package idleheron.core.crossing;

import idleheron.core.Figure;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.DropJoints;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/**
 * Remedies applied one after the other, each proved on the deformed surface.
 *
 * @param scene what comes out
 */
public record Preparation(Scene scene, List<Step> steps) {
    /**
     * One remedy.
     *
     * @param measure what it is judged by: "tip joints"
     * @param before that figure before
     * @param after that figure after
     * @param proof how far the surface moved
     * @param voxels what became of the voxels of a volume or the surface of a cache, or "" where there is none
     */
    public record Step(Remedy remedy, String measure, String before, String after, Proof proof, String voxels) {}

    public static Preparation of(Scene scene, List<Remedy> remedies, Progress progress) {
        List<Step> steps = new ArrayList<>();
        Scene now = scene;
        for (int i = 0; i < remedies.size(); i++) {
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
                    told(r, now, after, progress)));
            now = after;
        }
        return new Preparation(now, steps);
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
