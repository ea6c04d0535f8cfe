package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.core.Verdict;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.remedy.Remedy;
import idleheron.desktop.model.HelpPages;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** One finding: its shape, what it means, and its remedy. */
public final class FindingCard extends HBox {
    private final Finding finding;

    public FindingCard(
            Finding finding,
            boolean applied,
            Consumer<Finding> chosen,
            Consumer<Remedy> remedy,
            Consumer<String> help) {
        this.finding = finding;
        getStyleClass().addAll("card", "finding");
        setSpacing(10);
        VBox text = Ui.column(3, Ui.wrapped(finding.title(), "strong"), Ui.wrapped(finding.message(), "second"));
        if (!finding.likelyCause().isEmpty()) {
            text.getChildren()
                    .add(Ui.wrapped(say("desktop.widget.FindingCard.likely-cause", finding.likelyCause()), "small"));
        }
        @Nullable Remedy r = finding.remedy();
        if (r != null) {
            Button b = Ui.button(
                    applied ? say("desktop.widget.FindingCard.done") : r.title(),
                    r.describe(),
                    () -> remedy.accept(r),
                    applied ? "quiet" : "strong-button");
            b.setDisable(applied);
            text.getChildren().add(Ui.row(10, b, Ui.label(place(finding), "small")));
        }
        HBox.setHgrow(text, Priority.ALWAYS);
        getChildren().addAll(Ui.mark(verdict(finding.severity()), 13), text);
        if (HelpPages.of(finding.code()) != null) {
            var about = Ui.button(
                    "?",
                    say("desktop.widget.FindingCard.what-this-is-about"),
                    () -> help.accept(finding.code()),
                    "icon-button");
            about.setAccessibleText(say("desktop.widget.FindingCard.what-this-is-about"));
            getChildren().add(about);
        }
        setOnMouseClicked(e -> chosen.accept(finding));
        setFocusTraversable(true);
        setAccessibleText(finding.severity().shown() + ": " + finding.title());
        setOnKeyPressed(e -> {
            if (e.getCode() == javafx.scene.input.KeyCode.ENTER) {
                chosen.accept(finding);
            }
        });
    }

    public Finding finding() {
        return finding;
    }

    private static String place(Finding f) {
        String s = f.figure().subject();
        return f.figure().text()
                + (s.isEmpty() ? "" : say("desktop.widget.FindingCard.at", s.substring(s.lastIndexOf('/') + 1)));
    }

    public static Verdict verdict(Severity s) {
        return switch (s) {
            case BREAKS -> Verdict.BROKEN;
            case DRIFTS -> Verdict.DRIFTED;
            case NOTE -> Verdict.NOT_CARRIED;
        };
    }
}
