package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Predicate;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;

/** One of a few things, a button for each, on as many lines as it takes; exactly one is chosen, the first to begin with. */
public final class Choice<T> extends FlowPane {
    private final ToggleGroup group = new ToggleGroup();
    private final List<T> values;
    private final ReadOnlyObjectWrapper<T> chosen;

    /**
     * @param values at least one
     * @param text what stands on the button of a value
     * @param tip what it shows or does
     */
    public Choice(List<T> values, Function<? super T, String> text, Function<? super T, String> tip) {
        this.values = List.copyOf(values);
        chosen = new ReadOnlyObjectWrapper<>(this.values.getFirst());
        getStyleClass().add("choice");
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        for (T value : this.values) {
            ToggleButton t = new ToggleButton(text.apply(value));
            t.setToggleGroup(group);
            t.setUserData(value);
            t.setAccessibleText(t.getText());
            t.setTooltip(new Tooltip(tip.apply(value)));
            t.setMinWidth(Region.USE_PREF_SIZE);
            getChildren().add(t);
        }
        group.selectToggle(group.getToggles().getFirst());
        group.selectedToggleProperty().addListener((o, was, is) -> {
            if (is == null) {
                group.selectToggle(was);
            } else {
                chosen.set(this.values.get(group.getToggles().indexOf(is)));
            }
        });
    }

    /** On one line, where there is room for it. */
    @Override
    protected double computePrefWidth(double height) {
        double out = snappedLeftInset() + snappedRightInset();
        for (Node n : getManagedChildren()) {
            out += snapSizeX(n.prefWidth(-1));
        }
        return out;
    }

    /** The numbers as they stand, or what they mean; goes with a switch of the bench, and that with it. */
    public static Choice<Boolean> meaning(BooleanProperty asMeant) {
        Choice<Boolean> out = new Choice<>(
                List.of(false, true),
                meant -> meant ? say("desktop.widget.Choice.as-meant") : say("desktop.widget.Choice.as-stored"),
                meant -> meant
                        ? say("desktop.widget.Choice.in-metres-y-up-as-the")
                        : say("desktop.widget.Choice.the-raw-numbers-of-each-file"));
        out.set(asMeant.get());
        asMeant.addListener((o, was, is) -> out.set(is));
        out.chosen().addListener((o, was, is) -> asMeant.set(is));
        return out;
    }

    /** "Difference" of {@code DIFFERENCE}: what stands on a button for a plain enum. */
    public static String name(Enum<?> value) {
        return say("desktop.widget.Choice." + value.name().toLowerCase(Locale.ROOT));
    }

    public T get() {
        return chosen.get();
    }

    public ReadOnlyObjectProperty<T> chosen() {
        return chosen.getReadOnlyProperty();
    }

    /** Chooses a value, where there is such a one. */
    public void set(T value) {
        int at = values.indexOf(value);
        if (at >= 0) {
            group.selectToggle(group.getToggles().get(at));
        }
    }

    /** Leaves some out; where the chosen one is left out, the first takes its place. */
    public void leaveOut(Predicate<? super T> out) {
        for (int i = 0; i < values.size(); i++) {
            boolean no = out.test(values.get(i));
            ((ToggleButton) group.getToggles().get(i)).setVisible(!no);
            ((ToggleButton) group.getToggles().get(i)).setManaged(!no);
            if (no && Objects.equals(values.get(i), get())) {
                set(values.getFirst());
            }
        }
    }

    /** Bars some; where the chosen one is barred, the first takes its place. */
    public void bar(Predicate<? super T> barred) {
        for (int i = 0; i < values.size(); i++) {
            boolean no = barred.test(values.get(i));
            ((ToggleButton) group.getToggles().get(i)).setDisable(no);
            if (no && Objects.equals(values.get(i), get())) {
                set(values.getFirst());
            }
        }
    }
}
