package idleheron.desktop.widget;

import idleheron.core.Verdict;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.TraversalDirection;
import javafx.scene.control.Button;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextArea;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Shape;

/** Small pieces that all screens are made of. */
public final class Ui {
    private Ui() {}

    /** A picture to be shown. */
    public static WritableImage image(Picture p) {
        WritableImage out = new WritableImage(p.width(), p.height());
        out.getPixelWriter()
                .setPixels(0, 0, p.width(), p.height(), PixelFormat.getIntArgbInstance(), p.pixels(), 0, p.width());
        return out;
    }

    public static Label label(String text, String... styles) {
        Label l = new FullLabel(text);
        l.getStyleClass().addAll(styles);
        return l;
    }

    /** A label that breaks over lines. */
    public static Label wrapped(String text, String... styles) {
        Label l = label(text, styles);
        l.setWrapText(true);
        l.setMinHeight(Region.USE_PREF_SIZE);
        return l;
    }

    public static Button button(String text, String tip, Runnable deed, String... styles) {
        Button b = new Button(text);
        b.setMnemonicParsing(false);
        b.getStyleClass().addAll(styles);
        b.setTooltip(new Tooltip(tip));
        b.setAccessibleText(text);
        b.setOnAction(e -> deed.run());
        b.setMinWidth(Region.USE_PREF_SIZE);
        return b;
    }

    /** Takes what space is left. */
    public static Region grow() {
        Region r = new Region();
        HBox.setHgrow(r, Priority.ALWAYS);
        VBox.setVgrow(r, Priority.ALWAYS);
        return r;
    }

    /** Lets Tab leave a text of several lines, where nobody writes tabs. */
    public static void leftByTab(TextArea text) {
        text.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.TAB && !e.isControlDown()) {
                text.requestFocusTraversal(e.isShiftDown() ? TraversalDirection.PREVIOUS : TraversalDirection.NEXT);
                e.consume();
            }
        });
    }

    /** Gives a control its name for those who do not see it, and a tip. */
    public static <C extends Control> C named(C control, String name, String tip) {
        control.setAccessibleText(name);
        if (control instanceof Spinner<?> s) {
            s.getEditor().setAccessibleText(name);
        }
        control.setTooltip(new Tooltip(tip));
        return control;
    }

    public static HBox row(double gap, Node... nodes) {
        HBox b = new HBox(gap, nodes);
        b.setAlignment(Pos.CENTER_LEFT);
        return b;
    }

    /** Beside each other, and on as many lines as it takes. */
    public static FlowPane flow(double gap, List<Node> nodes) {
        FlowPane out = new FlowPane(gap, gap);
        out.getChildren().addAll(nodes);
        return out;
    }

    public static VBox column(double gap, Node... nodes) {
        return new VBox(gap, nodes);
    }

    public static String chosen(ToggleGroup group) {
        return group.getSelectedToggle() == null
                ? ""
                : (String) group.getSelectedToggle().getUserData();
    }

    /** The shape of a verdict: filled circle, diamond, triangle, open circle, dash. */
    public static StackPane mark(Verdict v, double size) {
        double r = size / 2;
        Shape s = switch (v) {
            case CLEAN -> new Circle(r * 0.72);
            case DRIFTED -> new Polygon(0, -r, r, 0, 0, r, -r, 0);
            case BROKEN -> new Polygon(0, -r * 0.9, r, r * 0.8, -r, r * 0.8);
            case NOT_CARRIED -> new Circle(r * 0.66);
            case NOT_CHECKED -> new Line(-r * 0.6, 0, r * 0.6, 0);
        };
        s.getStyleClass().addAll("mark", "mark-" + v.word().replace(' ', '-'));
        StackPane p = new StackPane(s);
        p.setMinSize(size + 4, size + 4);
        p.setPrefSize(size + 4, size + 4);
        p.setMaxSize(size + 4, size + 4);
        p.setAccessibleText(v.shown());
        return p;
    }

    /** A name on the left and a figure on the right. */
    public static HBox fact(String name, String value) {
        Label v = label(value, "figure");
        v.setMinWidth(Region.USE_PREF_SIZE);
        HBox b = row(8, label(name, "second"), grow(), v);
        b.getStyleClass().add("fact");
        return b;
    }

    public static Region hairline() {
        Region r = new Region();
        r.getStyleClass().add("hairline");
        return r;
    }

    /** What may be longer than its place; takes all the height there is. */
    public static ScrollPane scrolled(Node content) {
        ScrollPane p = new ScrollPane(content);
        p.setFitToWidth(true);
        p.getStyleClass().add("plain-scroll");
        VBox.setVgrow(p, Priority.ALWAYS);
        return p;
    }

    /** Groups of facts under each other, small titles over them. */
    public static VBox facts(List<FactGroup> groups, String titleStyle) {
        VBox out = column(1);
        for (FactGroup g : groups) {
            if (!g.title().isEmpty()) {
                Label title = label(g.title(), titleStyle);
                title.setPadding(new Insets(out.getChildren().isEmpty() ? 0 : 5, 0, 0, 0));
                out.getChildren().add(title);
            }
            for (FactLine l : g.lines()) {
                out.getChildren().add(l.label().isEmpty() ? wrapped(l.text(), "second") : fact(l.label(), l.text()));
            }
        }
        return out;
    }

    /** A tone of the program's palette, for what is painted by hand. */
    public static Color color(Palette.Tone tone, boolean dusk) {
        return Color.web(Palette.of(dusk).web(tone));
    }

    /** The tones as properties for style sheets, by day and under the class "dusk". */
    public static String palette() {
        String css = ".heron { " + Palette.DAY.properties() + " } .heron.dusk { " + Palette.DUSK.properties() + " }";
        return "data:text/css;base64," + Base64.getEncoder().encodeToString(css.getBytes(StandardCharsets.UTF_8));
    }
}
