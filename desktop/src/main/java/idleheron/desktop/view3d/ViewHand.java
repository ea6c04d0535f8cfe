package idleheron.desktop.view3d;

import idleheron.desktop.paint.Painted;
import javafx.scene.Cursor;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/** Mouse, wheel and keys on a view: goes round, moves, comes closer, draws, chooses a joint. */
final class ViewHand {
    /** Points from a joint within which a click means it. */
    static final double PICK_RADIUS = 14;

    /** The same while a click beside joints means a point of the surface. */
    private static final double NEAR_RADIUS = 7;

    private final Viewport view;
    private final ViewTools tools;
    private double pressX;
    private double pressY;
    private double lastX;
    private double lastY;
    private boolean dragging;

    ViewHand(Viewport view, ViewTools tools) {
        this.view = view;
        this.tools = tools;
    }

    boolean isDragging() {
        return dragging;
    }

    void listen() {
        view.addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        view.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        view.addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        view.addEventHandler(MouseEvent.MOUSE_MOVED, e -> {
            tools.over(e.getX(), e.getY());
            view.pointer().at(e.getX(), e.getY());
        });
        view.addEventHandler(MouseEvent.MOUSE_EXITED, e -> {
            tools.away();
            view.pointer().away();
        });
        view.addEventHandler(ScrollEvent.SCROLL, e -> view.turn(v -> v.zoomed(Math.exp(-e.getDeltaY() * 0.0016))));
        view.setOnKeyPressed(this::key);
    }

    private void key(KeyEvent e) {
        if (e.getCode() == KeyCode.HOME) {
            view.showAll();
        } else if (e.getCode() == KeyCode.PLUS || e.getCode() == KeyCode.EQUALS || e.getCode() == KeyCode.ADD) {
            view.turn(v -> v.zoomed(0.9));
        } else if (e.getCode() == KeyCode.MINUS || e.getCode() == KeyCode.SUBTRACT) {
            view.turn(v -> v.zoomed(1.1));
        } else if (e.getCode() == KeyCode.N && !e.isControlDown()) {
            view.pointer().lens().set(!view.pointer().lens().get());
        } else if (e.isControlDown() && e.getCode().isArrowKey()) {
            double x = e.getCode() == KeyCode.LEFT ? 8 : e.getCode() == KeyCode.RIGHT ? -8 : 0;
            double y = e.getCode() == KeyCode.UP ? 6 : e.getCode() == KeyCode.DOWN ? -6 : 0;
            view.turn(v -> v.orbited(x, y));
        } else {
            return;
        }
        e.consume();
    }

    private void pressed(MouseEvent e) {
        view.requestFocus();
        pressX = lastX = e.getX();
        pressY = lastY = e.getY();
        if (e.getButton() == MouseButton.PRIMARY && !e.isShiftDown() && tools.press(e.getX(), e.getY())) {
            return;
        }
        if (e.getClickCount() == 2) {
            view.showAll();
        }
    }

    private void dragged(MouseEvent e) {
        if (tools.drag(e.getX(), e.getY())) {
            return;
        }
        tools.away();
        view.pointer().away();
        double dx = e.getX() - lastX;
        double dy = e.getY() - lastY;
        lastX = e.getX();
        lastY = e.getY();
        boolean move = e.getButton() != MouseButton.PRIMARY || e.isShiftDown();
        view.setCursor(Cursor.CLOSED_HAND);
        dragging = true;
        double h = Math.max(1, view.getHeight());
        view.turn(v -> move ? v.panned(-dx / h, dy / h) : v.orbited(-dx * 0.4, dy * 0.3));
    }

    private void released(MouseEvent e) {
        if (tools.release()) {
            view.request();
            return;
        }
        view.setCursor(Cursor.OPEN_HAND);
        if (dragging) {
            dragging = false;
            view.request();
        }
        Painted p = view.last();
        if (p == null || Math.hypot(e.getX() - pressX, e.getY() - pressY) > 3) {
            return;
        }
        int best = p.nearest(e.getX(), e.getY(), view.isPicking() ? NEAR_RADIUS : PICK_RADIUS);
        if (best >= 0) {
            view.choose(best);
        } else if (view.isPicking()) {
            view.pointer().pick(e.getX(), e.getY());
        }
    }
}
