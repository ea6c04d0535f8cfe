package idleheron.core.character.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Clips that are another one once more, or run backwards: told by the matrices of the nodes that move at evenly spread moments. */
final class ClipTwins {
    private static final int MOMENTS = 17;
    /** Clips times moments times nodes and blend shapes: more are not held against each other. */
    private static final long MOST = 6_000_000;

    private static final double METERS = 1e-4;
    /** Of the axes of a node: the chord of a tenth of a degree. */
    private static final double TURN = 0.00175;

    private static final double FRAMES = 0.5;
    /** Of a blend shape. */
    private static final double WEIGHT = 1e-3;

    private ClipTwins() {}

    static void twins(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        List<Clip> clips = s.clips();
        int[] moved = clips.stream()
                .flatMap(x -> x.movedNodes().stream())
                .mapToInt(i -> i)
                .distinct()
                .sorted()
                .toArray();
        int shapes = s.meshes().stream().mapToInt(x -> x.shapes().size()).sum();
        // posing takes all nodes, what is kept those that move
        if ((long) clips.size() * MOMENTS * (s.nodes().size() + shapes) > MOST) {
            return;
        }
        Pose pose = new Pose(s);
        float[][][] seen = new float[clips.size()][][];
        for (int i = 1; i < seen.length; i++) {
            for (int j = 0; j < i; j++) {
                Clip a = clips.get(j);
                Clip b = clips.get(i);
                if (Math.abs(a.length() - b.length()) * a.rate().perSecond() > FRAMES) {
                    continue;
                }
                seen[i] = seen[i] == null ? moments(s, b, pose, moved, shapes) : seen[i];
                seen[j] = seen[j] == null ? moments(s, a, pose, moved, shapes) : seen[j];
                if (!moves(seen[j], shapes)) {
                    continue;
                }
                boolean same = same(seen[j], seen[i], shapes, false);
                if (same || same(seen[j], seen[i], shapes, true)) {
                    out.add(
                            same
                                    ? told(
                                            "clip-repeats-other",
                                            b,
                                            say("core.character.check.ClipTwins.is-the-same-as", b.name(), a.name()),
                                            say("core.character.check.ClipTwins.one-of-them-would-do"))
                                    : told(
                                            "clip-is-reverse",
                                            b,
                                            say("core.character.check.ClipTwins.is-backwards", b.name(), a.name()),
                                            say("core.character.check.ClipTwins.a-receiver-that-can-play-backwards")));
                    break;
                }
            }
        }
    }

    private static Finding told(String code, Clip clip, String title, String then) {
        return Finding.of(code, Severity.NOTE, Topic.CLIPS)
                .says(title, say("core.character.check.ClipTwins.every-node-that-moves-is-within", MOMENTS, then))
                .measured(new Figure(
                        MOMENTS, say("core.character.check.ClipTwins.moments"), "", clip.name(), clip.firstFrame()));
    }

    /** Weights of blend shapes, then matrices as meant of the nodes that move, twelve numbers each, at each moment. */
    private static float[][] moments(Scene s, Clip clip, Pose pose, int[] moved, int shapes) {
        CanonicalSpace space = CanonicalSpace.of(s.stage());
        float[][] out = new float[MOMENTS][shapes + 12 * moved.length];
        Matrix4d m = new Matrix4d();
        float[] all = new float[16];
        for (int k = 0; k < MOMENTS; k++) {
            pose.at(clip, clip.startSeconds() + clip.length() * k / (MOMENTS - 1));
            for (int i = 0; i < moved.length; i++) {
                space.matrix(pose.world(moved[i]), m).get(all);
                for (int a = 0; a < 4; a++) {
                    System.arraycopy(all, 4 * a, out[k], shapes + 12 * i + 3 * a, 3);
                }
            }
            int at = 0;
            for (int x = 0; x < s.meshes().size(); x++) {
                for (int b = 0; b < s.meshes().get(x).shapes().size(); b++) {
                    out[k][at++] = (float) pose.shapeWeight(x, b);
                }
            }
        }
        return out;
    }

    private static boolean moves(float[][] moments, int shapes) {
        for (float[] at : moments) {
            if (apart(moments[0], at, shapes)) {
                return true;
            }
        }
        return false;
    }

    private static boolean same(float[][] a, float[][] b, int shapes, boolean backwards) {
        for (int k = 0; k < a.length; k++) {
            if (apart(a[k], b[backwards ? a.length - 1 - k : k], shapes)) {
                return false;
            }
        }
        return true;
    }

    private static boolean apart(float[] a, float[] b, int shapes) {
        for (int i = 0; i < a.length; i++) {
            double most = i < shapes ? WEIGHT : (i - shapes) % 12 < 9 ? TURN : METERS;
            if (Math.abs(a[i] - b[i]) > most) {
                return true;
            }
        }
        return false;
    }
}
