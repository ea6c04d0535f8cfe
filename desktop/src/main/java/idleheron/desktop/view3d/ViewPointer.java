package idleheron.desktop.view3d;

import idleheron.core.math.Vec3;
import idleheron.desktop.paint.Painted;
import idleheron.desktop.paint.Picked;
import idleheron.desktop.paint.Pointed;
import idleheron.desktop.paint.ViewPainter;
import idleheron.desktop.paint.ViewRequest;
import java.util.List;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.application.Platform;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;

/** What lies under the pointer on a view: a joint, a picture that is missing, a point to be picked, or a lens. */
public final class ViewPointer {
    private final Viewport view;
    private final ViewTools tools;
    private final ViewPainter painter;
    private final BooleanProperty lens = new SimpleBooleanProperty();
    private final ReadOnlyStringWrapper missing = new ReadOnlyStringWrapper("");
    private final PauseTransition rest = new PauseTransition(Duration.millis(60));
    private Consumer<Picked> picked = k -> {};
    private @Nullable Vec3 pickedAt;
    /** Whether a joint is told of, and whether the painter was asked and has not answered yet. */
    private boolean telling;

    private boolean asking;

    /** How often it moved: an answer about a place that it left is none. */
    private int moves;

    private ViewRequest.@Nullable Place last;

    ViewPointer(Viewport view, ViewTools tools, ViewPainter painter) {
        this.view = view;
        this.tools = tools;
        this.painter = painter;
        lens.addListener((o, was, is) -> view.request());
    }

    /** Whether a lens lies under it, which shows the difference of both sides enlarged. */
    public BooleanProperty lens() {
        return lens;
    }

    /** The file of a missing picture that it is on, or "". */
    public ReadOnlyStringProperty missing() {
        return missing.getReadOnlyProperty();
    }

    /** Takes points of surfaces that are clicked while weights are shown. */
    public void onPicked(Consumer<Picked> value) {
        picked = value;
    }

    /** Where a point was picked that has not moved since; null where none was. */
    @Nullable
    Vec3 picked() {
        return pickedAt;
    }

    /** The surface moves. */
    void forget() {
        pickedAt = null;
    }

    /** Where the lens lies: under the pointer, else in the middle; null without one. */
    ViewRequest.@Nullable Place lensPlace() {
        ViewRequest.Place at = last;
        if (!lens.get()) {
            return null;
        }
        return at == null ? new ViewRequest.Place(view.getWidth() / 2, view.getHeight() / 2) : at;
    }

    /** Finds the point of a surface there. */
    void pick(double x, double y) {
        view.ask(() -> {
            Picked p = painter.pick(x, y);
            if (p != null) {
                Platform.runLater(() -> {
                    pickedAt = p.at();
                    tools.mark(pickedAt);
                    picked.accept(p);
                });
            }
        });
    }

    /** It went there: what is there is told soon. */
    void at(double x, double y) {
        rest.stop();
        moves++;
        last = new ViewRequest.Place(x, y);
        if (lens.get()) {
            view.request();
        }
        Painted p = view.last();
        boolean joint = p != null && p.nearest(x, y, ViewHand.PICK_RADIUS) >= 0;
        if (p == null || !joint && p.missing().isEmpty()) {
            tell(Pointed.NOTHING, x, y);
            return;
        }
        rest.setOnFinished(e -> find(p, x, y));
        rest.playFromStart();
    }

    /** Another picture is shown: figures that are told of a joint are those of that moment. */
    void painted(Painted p) {
        ViewRequest.Place at = last;
        if (telling && !asking && at != null) {
            find(p, at.x(), at.y());
        }
    }

    private void find(Painted p, double x, double y) {
        asking = true;
        int then = moves;
        view.ask(() -> {
            Pointed found = painter.pointed(p, x, y, ViewHand.PICK_RADIUS);
            Platform.runLater(() -> {
                asking = false;
                if (moves == then) {
                    tell(found, x, y);
                }
            });
        });
    }

    /** It left the view, or drags it. */
    void away() {
        rest.stop();
        moves++;
        tell(Pointed.NOTHING, 0, 0);
    }

    private void tell(Pointed found, double x, double y) {
        missing.set(found.missing());
        telling = !lens.get() && !found.lines().isEmpty();
        tools.tell(telling ? found.lines() : List.of(), x, y);
    }
}
