package idleheron.desktop;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Control;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Slider;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.layout.Background;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;
import javafx.scene.shape.Shape;
import javafx.scene.text.Text;
import org.jspecify.annotations.Nullable;

/** What is wrong with how a window is laid out, in words: to be called on its thread. */
final class Layouts {
    private static final double SLACK = 1.5;
    private static final double TEXT_CONTRAST = 4.5;
    private static final double MARK_CONTRAST = 3;

    private final List<String> wrong = new ArrayList<>();
    private final Node root;

    private Layouts(Node root) {
        this.root = root;
    }

    /** All that is wrong; none where all is well. */
    static List<String> wrong(Node root) {
        Layouts l = new Layouts(root);
        l.walk(root, box(root));
        l.overlaps();
        return l.wrong.stream().distinct().toList();
    }

    private static Bounds box(Node n) {
        return n.localToScene(n.getLayoutBounds());
    }

    /** @param seen what of the scene is seen where the node is: a scroll pane shows a part of what is in it */
    private void walk(Node n, Bounds seen) {
        if (!n.isVisible() || seen.getWidth() <= 0 || seen.getHeight() <= 0) {
            return;
        }
        boolean scrolls = n instanceof ScrollPane || n instanceof VirtualFlow<?>;
        if (n instanceof Region r && n.isManaged() && n != root) {
            overflow(r);
        }
        if (n instanceof Labeled l && isIn(box(l), seen)) {
            cut(l);
        }
        if (isControl(n) && isIn(box(n), seen)) {
            named((Control) n);
        }
        if (n instanceof Text t && !t.getText().isBlank() && isIn(box(t), seen)) {
            contrast(t, t.getFill(), TEXT_CONTRAST, "text \"" + t.getText() + "\"");
        }
        if (n.getStyleClass().contains("mark") && n instanceof Shape s && isIn(box(s), seen)) {
            contrast(s, s.getFill() == null ? s.getStroke() : s.getFill(), MARK_CONTRAST, "mark " + s.getStyleClass());
        }
        if (n instanceof Parent p) {
            Bounds within = scrolls || n.getClip() != null ? common(seen, box(n)) : seen;
            p.getChildrenUnmodifiable().forEach(c -> walk(c, within));
        }
    }

    private static boolean isIn(Bounds a, Bounds seen) {
        return seen.contains(a.getMinX() + 2, a.getMinY() + 2) && seen.contains(a.getMaxX() - 2, a.getMaxY() - 2);
    }

    private static Bounds common(Bounds a, Bounds b) {
        double x = Math.max(a.getMinX(), b.getMinX());
        double y = Math.max(a.getMinY(), b.getMinY());
        return new BoundingBox(x, y, Math.min(a.getMaxX(), b.getMaxX()) - x, Math.min(a.getMaxY(), b.getMaxY()) - y);
    }

    /** Whether a node lies within its parent; what a scroll pane shows may be larger. */
    private void overflow(Region r) {
        Parent p = r.getParent();
        if (p == null || inScroll(r)) {
            return;
        }
        Bounds own = box(r);
        Bounds out = box(p);
        boolean over = own.getMinX() < out.getMinX() - SLACK
                || own.getMinY() < out.getMinY() - SLACK
                || own.getMaxX() > out.getMaxX() + SLACK
                || own.getMaxY() > out.getMaxY() + SLACK;
        if (over) {
            wrong.add(name(r) + " " + text(own) + " leaves " + name(p) + " " + text(out));
        }
    }

    private static boolean inScroll(Node n) {
        for (Node p = n; p != null; p = p.getParent()) {
            if (p instanceof ScrollPane
                    || p instanceof VirtualFlow<?>
                    || p.getStyleClass().contains("table-view")
                    || p.getStyleClass().contains("tree-table-view")
                    || p.getStyleClass().contains("text-input")) {
                return p != n;
            }
        }
        return false;
    }

    private void cut(Labeled l) {
        if (l.getText() == null || l.getText().isBlank() || !(l.lookup(".text") instanceof Text t)) {
            return;
        }
        boolean whole = strip(t.getText()).equals(strip(l.getText()));
        if (!whole && !strip(tip(l)).contains(strip(l.getText()))) {
            wrong.add("\"" + l.getText() + "\" is cut to \"" + t.getText() + "\" and no tip holds it whole");
        }
    }

    private static String strip(String s) {
        return s.replaceAll("\\s+", " ").strip();
    }

    private static String tip(Node n) {
        for (Node p = n; p != null; p = p.getParent()) {
            if (p instanceof Control c && c.getTooltip() != null) {
                return c.getTooltip().getText();
            }
            if (p.getProperties().get("javafx.scene.control.Tooltip") instanceof Tooltip t) {
                return t.getText();
            }
        }
        return "";
    }

    static boolean isControl(Node n) {
        return n instanceof Button
                || n instanceof ToggleButton
                || n instanceof CheckBox
                || n instanceof ComboBox<?>
                || n instanceof Slider
                || n instanceof Spinner<?>
                || n instanceof TextInputControl
                        && !(n.getParent() instanceof Spinner<?>)
                        && !(n.getParent() instanceof ComboBox<?>);
    }

    private void named(Control c) {
        String text = c instanceof Labeled l ? l.getText() : "";
        if (isBlank(c.getAccessibleText()) && isBlank(text)) {
            wrong.add(name(c) + " has no name");
        }
        if (!(c instanceof Spinner<?>) && tip(c).isBlank()) {
            wrong.add(name(c) + " has no tip");
        }
        if (!c.isDisabled() && !c.isFocusTraversable()) {
            wrong.add(name(c) + " cannot be reached by Tab");
        }
    }

    private static boolean isBlank(@Nullable String s) {
        return s == null || s.isBlank();
    }

    private void contrast(Node n, @Nullable Paint paint, double least, String what) {
        Color ground = ground(n);
        if (!(paint instanceof Color c) || ground == null || isDisabled(n)) {
            return;
        }
        double r = ratio(c, ground);
        if (r < least) {
            wrong.add(String.format(
                    java.util.Locale.ROOT,
                    "%s has a contrast of %.2f, %s on %s, in %s",
                    what,
                    r,
                    c,
                    ground,
                    name(n.getParent())));
        }
    }

    private static boolean isDisabled(Node n) {
        for (Node p = n; p != null; p = p.getParent()) {
            if (p.isDisabled()) {
                return true;
            }
        }
        return false;
    }

    /** What lies under a node: the nearest opaque colour of what holds it. */
    private static @Nullable Color ground(Node n) {
        for (Node p = n.getParent(); p != null; p = p.getParent()) {
            if (p instanceof Region r && r.getBackground() != null) {
                Background b = r.getBackground();
                for (int i = b.getFills().size() - 1; i >= 0; i--) {
                    Paint f = b.getFills().get(i).getFill();
                    if (f instanceof Color c && c.getOpacity() > 0.99) {
                        return c;
                    }
                }
            }
        }
        return null;
    }

    /** The contrast of two colours by the Web Content Accessibility Guidelines 2.1, 1.4.3. */
    static double ratio(Color a, Color b) {
        double la = luminance(a);
        double lb = luminance(b);
        return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
    }

    private static double luminance(Color c) {
        return 0.2126 * linear(c.getRed()) + 0.7152 * linear(c.getGreen()) + 0.0722 * linear(c.getBlue());
    }

    private static double linear(double v) {
        return v <= 0.03928 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
    }

    /** No control lies over another, as far as both are seen. */
    private void overlaps() {
        record Seen(Node node, Bounds at) {}
        List<Seen> all = new ArrayList<>();
        collect(root, box(root), (n, b) -> all.add(new Seen(n, b)));
        for (int i = 0; i < all.size(); i++) {
            for (int k = i + 1; k < all.size(); k++) {
                Bounds c = common(all.get(i).at, all.get(k).at);
                if (c.getWidth() > SLACK && c.getHeight() > SLACK && !isWithin(all.get(i).node, all.get(k).node)) {
                    wrong.add(name(all.get(i).node) + " and " + name(all.get(k).node) + " overlap " + text(c));
                }
            }
        }
    }

    private interface Found {
        void at(Node n, Bounds seen);
    }

    private void collect(Node n, Bounds seen, Found found) {
        if (!n.isVisible()) {
            return;
        }
        if (isControl(n)) {
            Bounds b = common(box(n), seen);
            if (b.getWidth() > 0 && b.getHeight() > 0) {
                found.at(n, b);
            }
            return;
        }
        if (n instanceof Parent p) {
            Bounds within = n instanceof ScrollPane || n instanceof VirtualFlow<?> ? common(seen, box(n)) : seen;
            p.getChildrenUnmodifiable().forEach(c -> collect(c, within, found));
        }
    }

    private static boolean isWithin(Node a, Node b) {
        for (Node p = b; p != null; p = p.getParent()) {
            if (p == a) {
                return true;
            }
        }
        return false;
    }

    private static String name(@Nullable Node n) {
        if (n == null) {
            return "nothing";
        }
        String text = n instanceof Labeled l && !isBlank(l.getText()) ? l.getText() : n.getAccessibleText();
        return n.getClass().getSimpleName() + (isBlank(text) ? String.valueOf(n.getStyleClass()) : " \"" + text + "\"");
    }

    private static String text(Bounds b) {
        return String.format(
                java.util.Locale.ROOT, "[%.0f %.0f – %.0f %.0f]", b.getMinX(), b.getMinY(), b.getMaxX(), b.getMaxY());
    }
}
