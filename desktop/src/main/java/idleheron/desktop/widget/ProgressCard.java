package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.desktop.model.Jobs;
import javafx.animation.PauseTransition;
import javafx.beans.value.ObservableBooleanValue;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;

/**
 * How far long work has come, and a button that stops it; shown once it takes half a second. It lies where no control is:
 * over the name of the program, or, where a sheet or the view has the window, as a line at its lower edge.
 */
public final class ProgressCard extends HBox {
    private static final PseudoClass LINE = PseudoClass.getPseudoClass("line");
    private static final double WIDTH = 222;
    private static final double COLUMN = 138;

    private final ProgressBar bar = new ProgressBar();
    private final Label text = Ui.label("", "second");
    private final Button stop;

    /** @param over whether something has the window for itself */
    public ProgressCard(Jobs jobs, ObservableBooleanValue over) {
        setAlignment(Pos.CENTER_LEFT);
        bar.progressProperty().bind(jobs.done());
        text.textProperty().bind(jobs.what());
        stop = Ui.button(
                say("desktop.widget.ProgressCard.stop"),
                say("desktop.widget.ProgressCard.stop-this-work-esc"),
                jobs::cancel,
                "quiet");
        stop.setMinWidth(USE_PREF_SIZE);
        getStyleClass().addAll("card", "progress");
        setVisible(false);
        over.addListener((o, was, is) -> lie(is));
        lie(over.get());
        PauseTransition patience = new PauseTransition(Duration.millis(500));
        patience.setOnFinished(e -> setVisible(jobs.busy().get()));
        jobs.busy().addListener((o, was, is) -> {
            if (is) {
                patience.playFromStart();
            } else {
                patience.stop();
                setVisible(false);
            }
        });
    }

    private void lie(boolean line) {
        bar.setPrefWidth(line ? 220 : COLUMN);
        text.setPrefWidth(line ? 300 : COLUMN);
        text.setWrapText(!line);
        text.setMaxHeight(line ? 20 : 36);
        Pane both = line ? Ui.row(12, text, bar) : Ui.column(3, text, bar);
        if (both instanceof VBox column) {
            column.setAlignment(Pos.CENTER_LEFT);
        }
        HBox.setHgrow(both, Priority.ALWAYS);
        getChildren().setAll(both, stop);
        setSpacing(line ? 12 : 8);
        setPrefSize(line ? USE_COMPUTED_SIZE : WIDTH, line ? 24 : 58);
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        pseudoClassStateChanged(LINE, line);
        StackPane.setAlignment(this, line ? Pos.BOTTOM_CENTER : Pos.TOP_LEFT);
        StackPane.setMargin(this, line ? Insets.EMPTY : new Insets(3, 0, 0, 12));
    }
}
