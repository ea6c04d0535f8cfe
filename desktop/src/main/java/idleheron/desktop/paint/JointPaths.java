package idleheron.desktop.paint;

import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.render.Side;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * The path that the end of a joint takes over a clip: a line with a dot for each frame. The end is the joint below it, where
 * there is one, else the joint itself. The last ones are kept. Belongs to one thread.
 */
final class JointPaths {
    /** Matrices that one path may take: longer clips and larger scenes get fewer places. */
    private static final int MOST_WORK = 4_000_000;

    private static final int MOST_PLACES = 1200;
    private static final int KEPT = 8;
    /** Points between dots from which on they can be told apart. */
    private static final double APART = 5;

    private final List<Known> known = new ArrayList<>();

    private record Known(Scene scene, CanonicalSpace space, Clip clip, int joint, float[] places) {}

    /** Draws the path of a joint on what is painted; nothing at rest. */
    void draw(Picture to, Painted.Pane pane, Side side, @Nullable Clip clip, int joint, int rgb) {
        if (clip == null || joint < 0 || clip.length() <= 0) {
            return;
        }
        float[] places = places(side, clip, joint);
        Projection p = pane.seen();
        Pen pen = new Pen(to).ink(rgb, 0.85);
        double x = pane.left();
        float[] before = new float[3];
        float[] now = new float[3];
        float[] dot = new float[3];
        for (int k = 0; k < places.length; k += 3) {
            p.project(places[k], places[k + 1], places[k + 2], now, 0);
            boolean in = now[0] >= 0 && now[0] <= pane.width();
            if (k > 0 && before[2] > 0 && now[2] > 0 && in) {
                pen.line(x + before[0], before[1], x + now[0], now[1], 1.3);
            }
            if (in && now[2] > 0 && (k == 0 || Math.hypot(now[0] - dot[0], now[1] - dot[1]) >= APART)) {
                pen.disc(x + now[0], now[1], 1.7);
                System.arraycopy(now, 0, dot, 0, 3);
            }
            System.arraycopy(now, 0, before, 0, 3);
        }
    }

    /** The end of a joint over a clip: x, y, z for each place, common space, metres. */
    float[] places(Side side, Clip clip, int joint) {
        for (Known k : known) {
            if (k.scene == side.scene() && k.space == side.space() && k.clip == clip && k.joint == joint) {
                return k.places;
            }
        }
        if (known.size() >= KEPT) {
            known.removeFirst();
        }
        float[] out = walked(side, clip, end(side.scene(), joint));
        known.add(new Known(side.scene(), side.space(), clip, joint, out));
        return out;
    }

    /** The only joint right below one, else that joint itself. */
    private static int end(Scene s, int joint) {
        int below = -1;
        for (int child : s.children(joint)) {
            if (s.nodes().get(child).isJoint()) {
                if (below >= 0) {
                    return joint;
                }
                below = child;
            }
        }
        return below < 0 ? joint : below;
    }

    private static float[] walked(Side side, Clip clip, int end) {
        Pose pose = new Pose(side.scene());
        double frames =
                Math.rint(clip.rate().frame(clip.endSeconds()) - clip.rate().frame(clip.startSeconds()));
        int most = Math.clamp(MOST_WORK / pose.scene().nodes().size(), 2, MOST_PLACES);
        int n = (int) Math.clamp(frames, 1, most - 1) + 1;
        float[] out = new float[3 * n];
        Matrix4d m = new Matrix4d();
        for (int i = 0; i < n; i++) {
            pose.at(clip, clip.startSeconds() + clip.length() * i / (n - 1));
            side.space().matrix(pose.world(end), m);
            out[3 * i] = (float) m.m30();
            out[3 * i + 1] = (float) m.m31();
            out[3 * i + 2] = (float) m.m32();
        }
        return out;
    }
}
