package idleheron.desktop.view3d;

import static idleheron.core.Messages.say;

import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.widget.Alone;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/**
 * A view with what floats over its corners. Nothing floats over anything else, and the view knows what is left free, so that
 * what it shows lies between, not behind. Its face can be taken out to fill the window.
 */
public final class ViewFrame extends Region implements Alone {
    /** Asks for the view alone, or for all else again. */
    public static final EventType<Event> ALONE = new EventType<>(Event.ANY, "VIEW_ALONE");

    private static final double GAP = 10;

    /** Narrower places beside the right corner are left empty; what stands at the left goes under it. */
    private static final double LEAST = 220;

    private final Viewport view;
    private final Face face = new Face();
    private final HBox right = Ui.row(8);
    private final Button alone = new Button("", new FontIcon(Feather.MAXIMIZE_2));
    private final List<Node> bottom = new ArrayList<>();
    private @Nullable Region left;

    public ViewFrame(Viewport view) {
        this.view = view;
        alone.getStyleClass().addAll("icon-button", "on-view");
        alone.setOnAction(e -> alone.fireEvent(new Event(ALONE)));
        lifted(false);
        right.getChildren().add(alone);
        right.setPickOnBounds(false);
        face.getChildren().addAll(view, right);
        getChildren().add(face);
        setMinSize(160, 120);
    }

    /** In the top left corner; broken over lines where there is little room. */
    public ViewFrame left(Region node) {
        left = node;
        return put(node);
    }

    /** In the top right corner, before the button. */
    public ViewFrame right(Node node) {
        right.getChildren().addFirst(node);
        return this;
    }

    /** In the bottom left corner, on top of what stands there already. */
    public ViewFrame bottom(Region node) {
        bottom.add(node);
        return put(node);
    }

    private ViewFrame put(Node node) {
        face.getChildren().add(node);
        node.visibleProperty().addListener((o, was, is) -> face.requestLayout());
        return this;
    }

    public Viewport view() {
        return view;
    }

    @Override
    public Region lift() {
        getChildren().clear();
        lifted(true);
        return face;
    }

    @Override
    public void back() {
        getChildren().setAll(face);
        lifted(false);
    }

    private void lifted(boolean is) {
        String text = is
                ? say("desktop.view3d.ViewFrame.all-else-again-f11-or-esc")
                : say("desktop.view3d.ViewFrame.the-view-alone-in-the-window");
        alone.setTooltip(new Tooltip(text));
        alone.setAccessibleText(text);
        alone.setGraphic(new FontIcon(is ? Feather.MINIMIZE_2 : Feather.MAXIMIZE_2));
    }

    @Override
    protected void layoutChildren() {
        if (!getChildren().isEmpty()) {
            face.resizeRelocate(0, 0, getWidth(), getHeight());
        }
    }

    /** The view and what floats over it. */
    private final class Face extends Pane {
        @Override
        protected void layoutChildren() {
            double w = getWidth();
            double h = getHeight();
            view.resizeRelocate(0, 0, w, h);
            double rw = Math.min(w - 2 * GAP, right.prefWidth(-1));
            double rh = right.prefHeight(rw);
            right.resizeRelocate(w - GAP - rw, GAP, rw, rh);
            double top = GAP + rh;
            Region l = left;
            if (l != null && l.isVisible()) {
                double beside = w - rw - 3 * GAP;
                boolean under = beside < Math.min(LEAST, l.prefWidth(-1));
                double lw = Math.min(l.prefWidth(-1), under ? w - 2 * GAP : beside);
                double lh = l.prefHeight(lw);
                double y = under ? top + GAP / 2 : GAP;
                l.resizeRelocate(GAP, y, lw, lh);
                top = Math.max(top, y + lh);
            }
            double free = h - GAP;
            for (Node n : bottom) {
                if (n.isVisible()) {
                    double nw = Math.min(w - 2 * GAP, n.prefWidth(-1));
                    double nh = n.prefHeight(nw);
                    n.resizeRelocate(GAP, free - nh, nw, nh);
                    free -= nh + GAP / 2;
                }
            }
            boolean none = bottom.stream().noneMatch(Node::isVisible);
            view.room(new ViewRequest.Room(top, 0, none ? 0 : h - free, 0));
        }
    }
}
