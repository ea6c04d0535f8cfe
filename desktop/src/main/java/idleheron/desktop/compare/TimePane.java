package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.compare.Moment;
import idleheron.core.pair.Series;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What happens over time: a figure over the frames, or the worst moments as small pictures. */
final class TimePane extends VBox {
    private final PlotPane plot;
    private final MomentStrip moments;
    private final Label title = Ui.label("", "second");
    private final Label kinds = Ui.label(say("desktop.compare.TimePane.worst-and-mean"), "small");
    private final Choice<Boolean> which = new Choice<>(
            List.of(false, true),
            is -> is ? say("desktop.compare.TimePane.moments") : say("desktop.compare.TimePane.plot"),
            is -> is
                    ? say("desktop.compare.TimePane.the-worst-moments-as-pictures")
                    : say("desktop.compare.TimePane.a-figure-over-the-frames"));
    private final Bench bench;
    private Runnable other = () -> {};
    private @Nullable CompareModel model;
    private @Nullable Series series;

    TimePane(Bench bench, Jobs jobs, Consumer<Moment> go) {
        this.bench = bench;
        plot = new PlotPane(bench);
        moments = new MomentStrip(jobs, go);
        getStyleClass().addAll("card", "time-card");
        setMinHeight(64);
        Region between = new Region();
        HBox.setHgrow(between, Priority.ALWAYS);
        title.setMinWidth(0);
        HBox head = Ui.row(10, title, between, kinds, which);
        head.getStyleClass().add("time-head");
        plot.managedProperty().bind(plot.visibleProperty());
        moments.managedProperty().bind(moments.visibleProperty());
        StackPane body = new StackPane(plot, moments);
        VBox.setVgrow(body, Priority.ALWAYS);
        getChildren().addAll(head, body);
        which.chosen().addListener((o, was, is) -> {
            lay();
            other.run();
        });
        bench.dusk().addListener((o, was, is) -> lay());
        lay();
    }

    /** Whether it shows moments. */
    boolean isStrip() {
        return which.get();
    }

    /** What to do when it shows the other of the two. */
    void onOther(Runnable value) {
        other = value;
    }

    /** Takes the time and the joint of a place in the plot that is clicked. */
    void onChosen(BiConsumer<Double, Integer> value) {
        plot.onChosen(value);
    }

    /**
     * @param is what is compared
     * @param shown its figure over the frames, null for none
     */
    void show(@Nullable CompareModel is, @Nullable Series shown) {
        model = is;
        series = shown;
        plot.show(shown);
        lay();
    }

    private void lay() {
        boolean strip = which.get();
        Series s = series;
        plot.setVisible(!strip);
        moments.setVisible(strip);
        kinds.setVisible(!strip && s != null);
        title.setText(
                strip
                        ? say("desktop.compare.TimePane.the-worst-moments-in-the-order")
                        : s == null ? say("desktop.compare.TimePane.this-topic-has-no-figure-over") : s.title());
        if (strip) {
            moments.show(model, bench.dusk().get());
        }
    }
}
