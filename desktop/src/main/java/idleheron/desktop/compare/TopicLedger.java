package idleheron.desktop.compare;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The topics of a comparison, each with its verdict and its worst figure. */
final class TopicLedger extends VBox {
    /** What can be done from it. */
    record Does(Consumer<Topic> choose, Runnable matching, Runnable tolerances) {}

    private static final double WIDTH = 296;
    private static final double LEAST = 280;

    private final Does does;
    private @Nullable Topic topic;

    TopicLedger(Does does) {
        super(2);
        this.does = does;
        setPrefWidth(WIDTH);
        setMinWidth(LEAST);
    }

    /** What is known so far, while the rest is still computed. */
    void showRunning(List<TopicResult> told) {
        getChildren()
                .setAll(
                        Ui.label("Comparing", "verdict"),
                        Ui.label("what is known so far", "second"),
                        Ui.label(" ", "small"));
        for (TopicResult t : told) {
            getChildren().add(row(t));
        }
    }

    void showNothing() {
        getChildren()
                .setAll(
                        Ui.label("Nothing to compare", "title"),
                        Ui.wrapped(
                                "Send the file (key 4) and rehearse with a stand-in, or drop what came back here.",
                                "second"));
    }

    /** What came of it, topic by topic. */
    void show(Comparison c, @Nullable Topic chosen) {
        topic = chosen;
        getChildren().clear();
        HBox head = Ui.row(10, Ui.mark(c.verdict(), 22), Ui.label(word(c.verdict()), "verdict"));
        long checked = c.topics().stream()
                .filter(t -> t.verdict() != Verdict.NOT_CHECKED)
                .count();
        getChildren()
                .addAll(
                        head,
                        Ui.label(
                                c.faults() + " of " + checked + " topics over tolerance. "
                                        + (c.asMeant() ? "As meant." : "As stored."),
                                "second"),
                        Ui.label(" ", "small"));
        for (TopicResult t : c.topics()) {
            getChildren().add(row(t));
        }
        getChildren()
                .addAll(
                        Ui.label(" ", "small"),
                        Ui.row(
                                8,
                                Ui.button(
                                        "Matching",
                                        "What belongs to what, to be mended by hand",
                                        does.matching(),
                                        "quiet"),
                                Ui.button(
                                        "Tolerances",
                                        "From where on a difference counts",
                                        does.tolerances(),
                                        "quiet")));
    }

    private HBox row(TopicResult t) {
        HBox row = Ui.row(
                10,
                Ui.mark(t.verdict(), 13),
                Ui.label(t.topic().title(), t.topic().equals(topic) ? "strong" : "plain"),
                Ui.grow());
        if (t.verdict() == Verdict.NOT_CHECKED) {
            row.getChildren().add(Ui.label(t.unchecked(), "second"));
        } else {
            row.getChildren()
                    .addAll(
                            Ui.label(t.worst().number(), "figure"),
                            unit(t.worst().unit()));
        }
        row.getStyleClass().add("ledger-row");
        if (t.topic().equals(topic)) {
            row.getStyleClass().add("chosen");
        }
        row.setFocusTraversable(true);
        row.setAccessibleText(
                t.topic().title() + ", " + t.verdict().word() + ", " + t.worst().text());
        row.setOnMouseClicked(e -> does.choose().accept(t.topic()));
        row.setOnKeyPressed(e -> {
            if (e.getCode() == javafx.scene.input.KeyCode.ENTER) {
                does.choose().accept(t.topic());
            }
        });
        return row;
    }

    private static Label unit(String text) {
        Label l = Ui.label(text, "small");
        l.setMinWidth(44);
        return l;
    }

    private static String word(Verdict v) {
        return Character.toUpperCase(v.word().charAt(0)) + v.word().substring(1);
    }
}
