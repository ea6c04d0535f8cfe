package idleheron.desktop.view3d;

import idleheron.core.math.Vec3;
import idleheron.desktop.paint.Lens;
import idleheron.desktop.paint.Painted;
import idleheron.desktop.paint.ViewRequest;
import idleheron.render.ink.Projection;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import org.jspecify.annotations.Nullable;

/** What lies over a view: the ring of a brush, the mark of a place, and the way of a brush over surfaces. */
public final class ViewTools extends Pane {
    private static final int MOST_STEPS = 64;
    private static final double MARK = 9;
    private static final double BESIDE = 14;

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
    /** One for each part of the picture in which the place may be seen. */
    private final List<Circle> marks = List.of(new Circle(MARK), new Circle(MARK));

    private final VBox tip = new VBox();
    private final Label note = new Label();
    private @Nullable Tool tool;
    private @Nullable Vec3 marked;
    private @Nullable Projection seen;
    private List<Painted.Pane> panes = List.of();
    private boolean drawing;
    private double lastX;
    private double lastY;

    ViewTools() {
        setManaged(false);
        setMouseTransparent(true);
        ring.getStyleClass().add("brush-ring");
        ring.setVisible(false);
        for (Circle mark : marks) {
            mark.getStyleClass().add("place-mark");
            mark.setVisible(false);
        }
        tip.getStyleClass().add("hover-tip");
        note.getStyleClass().add("hover-tip");
        tip.setVisible(false);
        note.setVisible(false);
        getChildren().add(ring);
        getChildren().addAll(marks);
        getChildren().addAll(tip, note);
    }

    void tool(Tool value) {
        tool = value;
    }

    void mark(@Nullable Vec3 place) {
        marked = place;
        putMark();
    }

    /** Where places lie in it: in all of it, and in its parts. */
    void seenFrom(Projection p, List<Painted.Pane> parts) {
        seen = p;
        panes = parts;
        putMark();
    }

    private void putMark() {
        Vec3 m = marked;
        for (int i = 0; i < marks.size(); i++) {
            Circle mark = marks.get(i);
            Painted.Pane pane = i < panes.size() ? panes.get(i) : null;
            float[] at = m == null || pane == null ? null : pane.seen().project(m.x(), m.y(), m.z());
            mark.setVisible(at != null && pane != null && at[2] > 0 && at[0] >= 0 && at[0] <= pane.width());
            if (at != null && pane != null) {
                mark.setCenterX(pane.left() + at[0]);
                mark.setCenterY(at[1]);
            }
        }
    }

    /** Says something beside the pointer, the first line larger; nothing for no lines. */
    void tell(List<String> lines, double x, double y) {
        tip.setVisible(!lines.isEmpty());
        tip.getChildren().clear();
        for (String line : lines) {
            Label l = new Label(line);
            l.getStyleClass().add(tip.getChildren().isEmpty() ? "tip-name" : "small");
            tip.getChildren().add(l);
        }
        put(tip, x + BESIDE, y + BESIDE);
    }

    /** Says something under a lens. */
    void note(String text, ViewRequest.@Nullable Place lens) {
        note.setVisible(lens != null && !text.isEmpty());
        note.setText(text);
        if (lens != null) {
            put(note, lens.x() - note.prefWidth(-1) / 2, lens.y() + Lens.RADIUS + 4);
        }
    }

    /** Puts something at a place, or as near to it as it is seen whole. */
    private void put(Region what, double x, double y) {
        what.applyCss();
        double w = what.prefWidth(-1);
        double h = what.prefHeight(-1);
        double right = getParent() instanceof Region r ? r.getWidth() : 0;
        double bottom = getParent() instanceof Region r ? r.getHeight() : 0;
        what.resizeRelocate(Math.clamp(x, 0, Math.max(0, right - w)), Math.clamp(y, 0, Math.max(0, bottom - h)), w, h);
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
