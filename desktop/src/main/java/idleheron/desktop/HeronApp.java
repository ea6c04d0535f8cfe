package idleheron.desktop;

import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.stage.Stage;

/** The desktop program. */
public final class HeronApp extends Application {
    @Override
    public void start(Stage stage) {
        stage.setScene(new Scene(new Label("Idle Heron"), 1280, 800));
        stage.show();
    }
}
