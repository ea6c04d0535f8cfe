package idleheron.desktop.send;

import idleheron.core.crossing.Crossing;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.widget.Ui;
import idleheron.rehearsal.Habit;
import idleheron.rehearsal.StandIn;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.geometry.Insets;
import javafx.scene.layout.VBox;

/** The simulated tools through which what was sent can go, and the way back for the real thing. */
final class StandInList extends VBox {
    private final BenchActions deeds;
    private final Runnable chooseReturned;

    StandInList(BenchActions deeds, Runnable chooseReturned) {
        super(10);
        this.deeds = deeds;
        this.chooseReturned = chooseReturned;
    }

    void show(Crossing c) {
        getChildren().clear();
        boolean ready = c.sent() != null && Files.isRegularFile(Path.of(c.sent().path()));
        getChildren()
                .add(Ui.wrapped(
                        "Rehearse with a simulated receiving tool. It reads the file that was sent and "
                                + "writes what it makes of it, habits and all.",
                        "second"));
        for (StandIn s : StandIn.all()) {
            VBox card = Ui.column(
                    5,
                    Ui.row(
                            8,
                            Ui.label(s.title(), "strong"),
                            Ui.label(s.convention().title(), "small")));
            for (Habit h : s.habits().stream().sorted().toList()) {
                card.getChildren().add(Ui.wrapped("· " + h.text(), "second"));
            }
            var go = Ui.button("Rehearse", "Send it through " + s.title(), () -> deeds.rehearse(s), "strong-button");
            var well = Ui.button(
                    "Well behaved", "The same tool without its habits", () -> deeds.rehearse(s.behaved()), "quiet");
            go.setDisable(!ready);
            well.setDisable(!ready);
            card.getChildren().add(Ui.row(8, go, well));
            card.getStyleClass().add("card");
            card.setPadding(new Insets(12));
            getChildren().add(card);
        }
        var bring = Ui.button("Choose what came back…", "Open the returned file", chooseReturned, "quiet");
        bring.setDisable(c.original() == null);
        getChildren().addAll(Ui.label("Or bring back the real thing", "heading"), bring);
    }
}
