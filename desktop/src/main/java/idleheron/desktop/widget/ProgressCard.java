package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.desktop.model.Jobs;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.util.Duration;

/** How far long work has come, and a button that stops it; shown once it takes half a second. */
public final class ProgressCard extends HBox {
    public ProgressCard(Jobs jobs) {
        setSpacing(12);
        setAlignment(Pos.CENTER_LEFT);
        ProgressBar bar = new ProgressBar();
        bar.setPrefWidth(220);
        bar.progressProperty().bind(jobs.done());
        Label text = Ui.label("", "second");
        text.textProperty().bind(jobs.what());
        text.setMinWidth(220);
        getChildren()
                .addAll(
                        text,
                        bar,
                        Ui.button(
                                say("desktop.widget.ProgressCard.stop"),
                                say("desktop.widget.ProgressCard.stop-this-work-esc"),
                                jobs::cancel,
                                "quiet"));
        getStyleClass().addAll("card", "progress");
        setMaxSize(USE_PREF_SIZE, USE_PREF_SIZE);
        setVisible(false);
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
}
