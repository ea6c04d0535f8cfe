package idleheron.desktop.view3d;

import idleheron.core.math.Vec3;
import idleheron.render.ink.Projection;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Circle;
import org.jspecify.annotations.Nullable;

/** What lies over a view: the ring of a brush, the mark of a place, and the way of a brush over surfaces. */
public final class ViewTools extends Pane {
    private static final int MOST_STEPS = 64;
    private static final double MARK = 9;

    /** Something that is drawn with. Lines of sight begin at the viewer, in the common space, metres. */
    public interface Tool {
        /** Whether something is drawn on there; drawing begins. */
        boolean press(double[] eye, double[] direction);

        /** Goes on to there; nothing happens beside the surface. */
        void drag(double[] eye, double[] direction);

        /** What was drawn so far is to be seen. */
        void drawn();

        void release();

        /** How wide it draws: metres from the middle to the rim. */
        double radius();
    }

    private final Circle ring = new Circle();
    private final Circle mark = new Circle(MARK);
    private @Nullable Tool tool;
    private @Nullable Vec3 marked;
    private @Nullable Projection seen;
    private boolean drawing;
    private double lastX;
    private double lastY;

    ViewTools() {
        setManaged(false);
        setMouseTransparent(true);
        ring.getStyleClass().add("brush-ring");
        mark.getStyleClass().add("place-mark");
        ring.setVisible(false);
        mark.setVisible(false);
        getChildren().addAll(ring, mark);
    }

    void tool(Tool value) {
        tool = value;
    }

    void mark(@Nullable Vec3 place) {
        marked = place;
        putMark();
    }

    /** Where places lie in it, in points. */
    void seenFrom(Projection p) {
        seen = p;
        putMark();
    }

    private void putMark() {
        Vec3 m = marked;
        Projection p = seen;
        float[] at = m == null || p == null ? null : p.project(m.x(), m.y(), m.z());
        mark.setVisible(at != null && at[2] > 0);
        if (at != null) {
            mark.setCenterX(at[0]);
            mark.setCenterY(at[1]);
        }
    }

    void over(double x, double y) {
        Tool t = tool;
        Projection p = seen;
        ring.setVisible(t != null && p != null);
        if (t != null && p != null) {
            ring.setCenterX(x);
            ring.setCenterY(y);
            ring.setRadius(Math.max(2, t.radius() * p.pixelsPerMeter()));
        }
    }

    void away() {
        ring.setVisible(false);
    }

    boolean isDrawing() {
        return drawing;
    }

    boolean press(double x, double y) {
        Tool t = tool;
        Projection p = seen;
        if (t != null && p != null) {
            double[] way = new double[3];
            p.ray(x, y, way);
            drawing = t.press(p.eye(), way);
            lastX = x;
            lastY = y;
        }
        return drawing;
    }

    boolean drag(double x, double y) {
        Tool t = tool;
        Projection p = seen;
        if (!drawing || t == null || p == null) {
            return false;
        }
        over(x, y);
        double[] way = new double[3];
        double step = Math.max(1, t.radius() * p.pixelsPerMeter() / 3);
        int steps = (int) Math.clamp(Math.ceil(Math.hypot(x - lastX, y - lastY) / step), 1, MOST_STEPS);
        for (int i = 1; i <= steps; i++) {
            double share = (double) i / steps;
            p.ray(lastX + share * (x - lastX), lastY + share * (y - lastY), way);
            t.drag(p.eye(), way);
        }
        t.drawn();
        lastX = x;
        lastY = y;
        return true;
    }

    boolean release() {
        Tool t = tool;
        boolean was = drawing;
        drawing = false;
        if (was && t != null) {
            t.release();
        }
        return was;
    }
}
