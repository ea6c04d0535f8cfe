package idleheron.render;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import org.joml.Matrix4d;

/**
 * Joints as rings, bones as even stems with a small flag at the root that points along the joint's Y axis and so shows its
 * roll, and, for the chosen joint, three ticks with letters.
 */
final class JointLayer {
    /**
     * How joints are drawn.
     *
     * @param paper what rings are filled with
     * @param chosen the joint that is marked, or -1
     * @param allAxes whether every joint shows its axes
     */
    record Style(int rgb, int paper, int chosen, boolean allAxes) {}

    private final Pen pen;
    private final Projection p;
    private final Style style;

    /** The nodes on the picture, x, y and whether they lie before the viewer. */
    private final float[] screen;

    private JointLayer(Picture to, Projection p, Style style, int nodes) {
        this.pen = new Pen(to);
        this.p = p;
        this.style = style;
        this.screen = new float[3 * nodes];
    }

    static void draw(Picture to, Projection p, Pose pose, CanonicalSpace space, Style style) {
        new JointLayer(to, p, style, pose.scene().nodes().size()).draw(pose, space);
    }

    private void draw(Pose pose, CanonicalSpace space) {
        Scene scene = pose.scene();
        int n = scene.nodes().size();
        int chosen = style.chosen;
        Matrix4d[] world = new Matrix4d[n];
        for (int i = 0; i < n; i++) {
            if (scene.nodes().get(i).isJoint()) {
                world[i] = space.matrix(pose.world(i), new Matrix4d());
                p.project(world[i].m30(), world[i].m31(), world[i].m32(), screen, 3 * i);
            }
        }
        for (int i = 0; i < n; i++) {
            int above = world[i] == null ? -1 : scene.jointAbove(i);
            if (above >= 0 && screen[3 * i + 2] > 0 && screen[3 * above + 2] > 0) {
                stem(world[above], above, i);
            }
        }
        for (int i = 0; i < n; i++) {
            if (world[i] != null && screen[3 * i + 2] > 0) {
                boolean isChosen = i == chosen;
                double r = isChosen ? 5.5 : size(scene, i);
                pen.ink(style.paper, 1).disc(screen[3 * i], screen[3 * i + 1], r);
                pen.ink(style.rgb, 1).ring(screen[3 * i], screen[3 * i + 1], r, isChosen ? 2.6 : 1.5);
            }
        }
        for (int i = 0; i < n; i++) {
            if (world[i] != null && (i == chosen || style.allAxes) && screen[3 * i + 2] > 0) {
                axes(world[i], i, i == chosen ? 34 : 14, i == chosen);
            }
        }
    }

    /** Smaller where joints crowd, as in a hand. */
    private double size(Scene scene, int i) {
        int above = scene.jointAbove(i);
        if (above < 0 || screen[3 * above + 2] == 0) {
            return 3.6;
        }
        double d = Math.hypot(screen[3 * i] - screen[3 * above], screen[3 * i + 1] - screen[3 * above + 1]);
        return Math.clamp(d * 0.16, 1.2, 3.6);
    }

    private void stem(Matrix4d from, int a, int b) {
        float[] s = screen;
        double dx = s[3 * b] - s[3 * a];
        double dy = s[3 * b + 1] - s[3 * a + 1];
        double length = Math.hypot(dx, dy);
        if (length < 1) {
            return;
        }
        pen.ink(style.rgb, 1).line(s[3 * a], s[3 * a + 1], s[3 * b], s[3 * b + 1], Math.clamp(length * 0.06, 1.2, 2.6));
        if (length < 16) {
            return;
        }
        Vec3 t = Matrices.translation(from);
        double reach = Math.min(11, length * 0.28) / p.pixelsPerMeter();
        Vec3 scale = Matrices.scale(from);
        double k = reach / Math.max(1e-12, scale.y());
        float[] tip = p.project(t.x() + from.m10() * k, t.y() + from.m11() * k, t.z() + from.m12() * k);
        double along = Math.min(0.30, 12 / length);
        pen.ink(style.rgb, 0.75)
                .triangle(
                        s[3 * a] + dx * 0.08,
                        s[3 * a + 1] + dy * 0.08,
                        s[3 * a] + dx * (0.08 + along),
                        s[3 * a + 1] + dy * (0.08 + along),
                        tip[0] + dx * (0.08 + along / 2),
                        tip[1] + dy * (0.08 + along / 2));
    }

    private void axes(Matrix4d world, int i, double pixels, boolean letters) {
        float[] s = screen;
        Vec3 t = Matrices.translation(world);
        Vec3 scale = Matrices.scale(world);
        for (int a = 0; a < 3; a++) {
            double k = pixels / p.pixelsPerMeter() / Math.max(1e-12, scale.get(a));
            float[] tip =
                    p.project(t.x() + world.get(a, 0) * k, t.y() + world.get(a, 1) * k, t.z() + world.get(a, 2) * k);
            pen.ink(style.rgb, 1).line(s[3 * i], s[3 * i + 1], tip[0], tip[1], letters ? 2 : 1.1);
            if (letters) {
                double dx = tip[0] - s[3 * i];
                double dy = tip[1] - s[3 * i + 1];
                double d = Math.max(1, Math.hypot(dx, dy));
                pen.ink(style.rgb, 1)
                        .text(tip[0] + dx / d * 9 - 4, tip[1] + dy / d * 9 + 4, 11, "xyz".substring(a, a + 1));
            }
        }
    }
}
