package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.desktop.widget.Ui;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** A sheet of paper laid over the bench: one at a time, closed by its button or Esc. */
public final class Sheets extends StackPane {
    private static final double WIDTH = 860;
    private static final double WIDE = 1180;

    public Sheets() {
        getStyleClass().add("sheet-shade");
        setVisible(false);
        setOnMouseClicked(e -> {
            if (e.getTarget() == this) {
                close();
            }
        });
    }

    /** Lays a sheet as high as the window over what is there. */
    public void show(String title, String what, Node content) {
        lay(title, what, content).setMaxHeight(Double.MAX_VALUE);
    }

    /** Lays a sheet as high as the window and wider than others. */
    public void showWide(String title, String what, Node content) {
        VBox sheet = lay(title, what, content);
        sheet.setMaxHeight(Double.MAX_VALUE);
        sheet.setMaxWidth(WIDE);
    }

    /** Lays a sheet that is only as high as what is on it. */
    public void showSmall(String title, String what, Node content) {
        lay(title, what, content).setMaxHeight(USE_PREF_SIZE);
    }

    private VBox lay(String title, String what, Node content) {
        HBox head = Ui.row(
                12,
                Ui.column(2, Ui.label(title, "title"), Ui.wrapped(what, "second")),
                Ui.grow(),
                Ui.button(
                        say("desktop.sheet.Sheets.close"),
                        say("desktop.sheet.Sheets.close-this-sheet-esc"),
                        this::close,
                        "quiet"));
        HBox.setHgrow(head.getChildren().getFirst(), Priority.ALWAYS);
        head.setAlignment(Pos.TOP_LEFT);
        VBox sheet = Ui.column(12, head, content);
        VBox.setVgrow(content, Priority.ALWAYS);
        sheet.getStyleClass().addAll("card", "sheet");
        sheet.setMaxWidth(WIDTH);
        StackPane.setMargin(sheet, new Insets(24));
        getChildren().setAll(sheet);
        setVisible(true);
        content.requestFocus();
        return sheet;
    }

    public boolean isOpen() {
        return isVisible();
    }

    public void close() {
        setVisible(false);
        getChildren().clear();
    }
}
