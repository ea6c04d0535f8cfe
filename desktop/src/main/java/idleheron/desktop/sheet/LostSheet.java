package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.VBox;

/** What a damaged file no longer gives, a line for each thing, by name and byte. */
public final class LostSheet extends VBox {
    public LostSheet(List<Lost> lost) {
        VBox lines = new VBox(6);
        for (Lost l : lost) {
            lines.getChildren()
                    .add(Ui.column(
                            1,
                            Ui.wrapped(l.subject() + (l.place().isEmpty() ? "" : ", " + l.place()), "strong"),
                            Ui.wrapped(l.why(), "second")));
        }
        ScrollPane all = new ScrollPane(lines);
        all.setFitToWidth(true);
        all.setAccessibleText(say("desktop.sheet.LostSheet.what-was-lost"));
        getChildren().add(all);
        setVgrow(all, javafx.scene.layout.Priority.ALWAYS);
    }
}
