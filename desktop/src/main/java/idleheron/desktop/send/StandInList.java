package idleheron.desktop.send;

import static idleheron.core.Messages.say;

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
                .add(Ui.wrapped(say("desktop.send.StandInList.rehearse-with-a-simulated-receiving-tool"), "second"));
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
            var go = Ui.button(
                    say("desktop.send.StandInList.rehearse"),
                    say("desktop.send.StandInList.send-it-through", s.title()),
                    () -> deeds.rehearse(s),
                    "strong-button");
            var well = Ui.button(
                    say("desktop.send.StandInList.well-behaved"),
                    say("desktop.send.StandInList.the-same-tool-without-its-habits"),
                    () -> deeds.rehearse(s.behaved()),
                    "quiet");
            go.setDisable(!ready);
            well.setDisable(!ready);
            card.getChildren().add(Ui.row(8, go, well));
            card.getStyleClass().add("card");
            card.setPadding(new Insets(12));
            getChildren().add(card);
        }
        var bring = Ui.button(
                say("desktop.send.StandInList.choose-what-came-back"),
                say("desktop.send.StandInList.open-the-returned-file"),
                chooseReturned,
                "quiet");
        bring.setDisable(c.original() == null);
        getChildren().addAll(Ui.label(say("desktop.send.StandInList.or-bring-back-the-real-thing"), "heading"), bring);
    }
}
