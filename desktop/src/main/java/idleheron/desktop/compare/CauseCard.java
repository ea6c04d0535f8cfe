package idleheron.desktop.compare;

import idleheron.core.compare.Comparison;
import idleheron.core.pair.LikelyCause;
import idleheron.desktop.model.HelpPages;
import idleheron.desktop.widget.Ui;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** What most likely happened, and what was lost on the way. */
final class CauseCard extends HBox {
    /** So many causes are told one by one. */
    private static final int CAUSES = 3;

    private final Consumer<String> help;
    private final Runnable mend;

    /**
     * @param help takes the code of a cause
     * @param mend applies all remedies to what came back
     */
    CauseCard(Consumer<String> help, Runnable mend) {
        super(14);
        this.help = help;
        this.mend = mend;
        getStyleClass().addAll("card", "cause");
        setAlignment(Pos.CENTER_LEFT);
    }

    /** @param mended whether remedies were applied to what came back */
    void show(Comparison c, boolean mended) {
        getChildren().clear();
        List<LikelyCause> causes = c.causes();
        if (causes.isEmpty()) {
            String text = !c.losses().isEmpty()
                    ? c.lossSentence()
                    : c.verdict().isFault()
                            ? "No single cause explains the differences: what is over tolerance was lost on the way, and no remedy brings it back."
                            : !mended
                                    ? "Nothing to explain: what came back is what was sent."
                                    : "Mended: what is left lies within tolerance.";
            getChildren()
                    .add(Ui.column(
                            2,
                            Ui.label(
                                    c.losses().isEmpty()
                                            ? "Likely cause"
                                            : "Lost on the way; no remedy on what came back brings it back",
                                    "small"),
                            Ui.wrapped(text, "strong")));
            return;
        }
        LikelyCause last = causes.getLast();
        VBox text = Ui.column(0, Ui.label("Likely cause: what was tried and made differences vanish", "small"));
        List<LikelyCause> ranked = causes.stream()
                .sorted(Comparator.comparingLong((LikelyCause l) -> l.left() - l.before()))
                .limit(CAUSES)
                .toList();
        for (LikelyCause l : ranked) {
            Label sentence = Ui.wrapped(l.text() + ".", "strong");
            HBox.setHgrow(sentence, Priority.ALWAYS);
            sentence.setMaxWidth(Double.MAX_VALUE);
            Label left = Ui.label(l.before() + " → " + l.left() + " over", "figure");
            left.setMinWidth(Label.USE_PREF_SIZE);
            left.setTooltip(new Tooltip("Figures over tolerance before and after its remedy"));
            HBox line = Ui.row(8, sentence, left);
            if (HelpPages.of(l.code()) != null) {
                Button about = Ui.button("?", "What this is about", () -> help.accept(l.code()), "icon-button");
                about.setAccessibleText("What this is about");
                line.getChildren().add(about);
            }
            text.getChildren().add(line);
        }
        int more = causes.size() - CAUSES;
        text.getChildren()
                .add(Ui.wrapped(
                        (more > 0 ? more + (more == 1 ? " smaller cause" : " smaller causes") + " more. " : "")
                                + "Left after mending all: " + last.left() + " of "
                                + causes.getFirst().before() + " figures over tolerance."
                                + (c.losses().isEmpty() ? "" : " Lost on the way: " + c.lossSentence()),
                        "second"));
        HBox.setHgrow(text, Priority.ALWAYS);
        getChildren()
                .addAll(
                        text,
                        Ui.button(
                                "Mend the returned file",
                                "Apply " + causes.size() + " remedies to what came back, and compare again",
                                mend,
                                "strong-button"));
    }
}
