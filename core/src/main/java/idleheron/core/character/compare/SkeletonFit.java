package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;

/**
 * Whether the clips of one scene can drive the skeleton of another: every joint that moves must be there, under the same
 * joint, with the same rest pose.
 *
 * @param missing joints that move and that the delivered skeleton lacks, by name
 * @param elsewhere joints that hang under another joint there
 * @param otherRest joints whose rest pose differs by more than 0.1 mm or 0.05°
 * @param worstMm largest distance of a joint at rest, mm
 * @param worstDegrees largest turn of a joint at rest
 */
public record SkeletonFit(
        List<String> missing, List<String> elsewhere, List<String> otherRest, double worstMm, double worstDegrees) {
    private static final double MM = 0.1;
    private static final double DEGREES = 0.05;

    /** How the joints that clips move fit a skeleton that was delivered before. */
    public static SkeletonFit of(Scene clips, Scene delivered) {
        Map<String, Integer> there = new HashMap<>();
        for (int j : delivered.joints()) {
            there.putIfAbsent(delivered.nodes().get(j).name(), j);
        }
        Pose a = new Pose(clips);
        Pose b = new Pose(delivered);
        CanonicalSpace sa = CanonicalSpace.of(clips.stage());
        CanonicalSpace sb = CanonicalSpace.of(delivered.stage());
        List<String> missing = new ArrayList<>();
        List<String> elsewhere = new ArrayList<>();
        List<String> other = new ArrayList<>();
        double mm = 0;
        double degrees = 0;
        for (int j : clips.joints()) {
            String name = clips.nodes().get(j).name();
            Integer o = there.get(name);
            if (o == null) {
                if (moves(clips, j)) {
                    missing.add(name);
                }
                continue;
            }
            if (!above(clips, j).equals(above(delivered, o))) {
                elsewhere.add(name);
            }
            Matrix4d x = sa.matrix(a.world(j), new Matrix4d());
            Matrix4d y = sb.matrix(b.world(o), new Matrix4d());
            double far = Matrices.translation(x).distance(Matrices.translation(y)) * 1000;
            double turn = idleheron.core.math.SwingTwist.angle(
                    Matrices.quaternion(x).conjugate().mul(Matrices.quaternion(y)));
            mm = Math.max(mm, far);
            degrees = Math.max(degrees, turn);
            if (far > MM || turn > DEGREES) {
                other.add(name);
            }
        }
        return new SkeletonFit(missing, elsewhere, other, mm, degrees);
    }

    private static boolean moves(Scene s, int node) {
        return s.clips().stream().anyMatch(c -> c.movedNodes().contains(node));
    }

    private static String above(Scene s, int joint) {
        int p = s.jointAbove(joint);
        return p < 0 ? "" : s.nodes().get(p).name();
    }

    /** Whether what is left is small against the size of the skeleton. */
    public boolean fits() {
        return missing.isEmpty() && elsewhere.isEmpty() && otherRest.isEmpty();
    }

    /** One sentence. */
    public String text() {
        if (fits()) {
            return say("core.character.compare.SkeletonFit.fits-the-delivered-skeleton-every-joint");
        }
        List<String> parts = new ArrayList<>();
        list(missing, "core.character.compare.SkeletonFit.moving-joints-are-not-there", parts);
        list(elsewhere, "core.character.compare.SkeletonFit.joints-hang-under-another-one", parts);
        list(otherRest, "core.character.compare.SkeletonFit.joints-have-another-rest-pose", parts);
        return say("core.character.compare.SkeletonFit.does-not-fit-the-delivered-skeleton", String.join("; ", parts));
    }

    private static void list(List<String> names, String key, List<String> into) {
        if (!names.isEmpty()) {
            into.add(say(key, names.size()) + " (" + String.join(", ", names.subList(0, Math.min(3, names.size())))
                    + (names.size() > 3 ? ", …" : "") + ")");
        }
    }
}
