package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/**
 * The topics of a comparison, each with its verdict and its worst figure: first those that have something to compare, then, in
 * one line that folds out, the rest. One of them is chosen, and has the focus when any has; arrow keys choose the next.
 */
final class TopicLedger extends VBox {
    private final Consumer<Topic> choose;
    private final VBox rows = Ui.column(2);
    private List<TopicResult> shown = List.of();
    private @Nullable Topic topic;
    private boolean open;

    TopicLedger(Consumer<Topic> choose) {
        super(2);
        this.choose = choose;
        rows.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        getChildren().add(rows);
    }

    /** What is known so far, while the rest is still computed. */
    void showRunning(List<TopicResult> told) {
        put(told, null);
    }

    void showNothing() {
        put(List.of(), null);
    }

    /** What came of it, topic by topic. */
    void show(Comparison c, @Nullable Topic chosen) {
        put(c.topics(), chosen);
    }

    private void put(List<TopicResult> topics, @Nullable Topic chosen) {
        boolean focused = isFocusWithin();
        shown = topics;
        topic = chosen;
        rows.getChildren().clear();
        List<TopicResult> rest = new ArrayList<>();
        for (TopicResult t : topics) {
            if (t.verdict() == Verdict.NOT_CHECKED) {
                rest.add(t);
            } else {
                rows.getChildren().add(row(t));
            }
        }
        if (!rest.isEmpty()) {
            rows.getChildren().add(fold(rest));
            if (open || rest.stream().anyMatch(t -> t.topic().equals(topic))) {
                rest.forEach(t -> rows.getChildren().add(row(t)));
            }
        }
        if (focused) {
            focusChosen();
        }
    }

    /** "8 topics have nothing to compare", which opens. */
    private Node fold(List<TopicResult> rest) {
        String text = say(
                "desktop.compare.TopicLedger.nothing-to-compare",
                Wording.counted(rest.size(), "topic")
                        + (rest.size() == 1
                                ? say("desktop.compare.TopicLedger.has")
                                : say("desktop.compare.TopicLedger.have")));
        Button b = Ui.button(
                (open ? "▾ " : "▸ ") + text,
                open
                        ? say("desktop.compare.TopicLedger.fold-these-topics-away")
                        : say("desktop.compare.TopicLedger.show-these-topics-and-why-each"),
                () -> {
                    open = !open;
                    put(shown, topic);
                },
                "flat",
                "fold");
        b.setAccessibleText(text);
        return b;
    }

    private void focusChosen() {
        Platform.runLater(() -> rows.getChildren().stream()
                .filter(n -> n.getStyleClass().contains("chosen"))
                .findFirst()
                .ifPresent(Node::requestFocus));
    }

    private void key(KeyEvent e) {
        if (e.getCode() != KeyCode.UP && e.getCode() != KeyCode.DOWN) {
            return;
        }
        List<Topic> order = rows.getChildren().stream()
                .filter(n -> n.getUserData() instanceof Topic)
                .map(n -> (Topic) n.getUserData())
                .toList();
        int at = order.indexOf(topic) + (e.getCode() == KeyCode.UP ? -1 : 1);
        if (at >= 0 && at < order.size()) {
            choose.accept(order.get(at));
        }
        e.consume();
    }

    private HBox row(TopicResult t) {
        boolean chosen = t.topic().equals(topic);
        Label name = Ui.label(t.topic().title(), chosen ? "strong" : "plain");
        name.setMinWidth(0);
        HBox row = Ui.row(8, Ui.mark(t.verdict(), 13), name, Ui.grow());
        if (t.verdict() == Verdict.NOT_CHECKED) {
            Label why = Ui.label(t.unchecked(), "second");
            why.setMinWidth(0);
            row.getChildren().add(why);
        } else {
            Label figure = Ui.label(t.worst().number(), "figure");
            figure.setMinWidth(USE_PREF_SIZE);
            row.getChildren().addAll(figure, unit(t.worst().unit()));
        }
        row.getStyleClass().add("ledger-row");
        if (chosen) {
            row.getStyleClass().add("chosen");
        }
        row.setUserData(t.topic());
        row.setFocusTraversable(chosen);
        String says = t.topic().title() + ", " + t.verdict().shown() + ", "
                + (t.verdict() == Verdict.NOT_CHECKED
                        ? t.unchecked()
                        : t.worst().text());
        row.setAccessibleText(says);
        Tooltip.install(row, new Tooltip(says));
        row.setOnMouseClicked(e -> {
            choose.accept(t.topic());
            focusChosen();
        });
        return row;
    }

    private static Label unit(String text) {
        Label l = Ui.label(text, "small");
        l.setMinWidth(40);
        return l;
    }
}
