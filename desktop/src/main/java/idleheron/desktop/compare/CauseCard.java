package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
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

/** What most likely happened, in the order in which one cause came to light behind another, and what was lost on the way. */
final class CauseCard extends VBox {
    /** So many causes are told one by one: those that explain most. */
    private static final int CAUSES = 5;

    private final Consumer<String> help;
    private final Runnable mend;
    private final Runnable save;

    /**
     * @param help takes the code of a cause
     * @param mend applies all remedies to what came back
     * @param save asks where to, and writes what was mended
     */
    CauseCard(Consumer<String> help, Runnable mend, Runnable save) {
        super(6);
        this.help = help;
        this.mend = mend;
        this.save = save;
        getStyleClass().addAll("card", "cause");
    }

    /** @param mended whether remedies were applied to what came back */
    void show(Comparison c, boolean mended) {
        getChildren().clear();
        if (c.causes().isEmpty()) {
            getChildren().addAll(Ui.label(title(c), "small"), Ui.wrapped(nothing(c, mended), "strong"));
            offerSave(mended);
            return;
        }
        getChildren().add(Ui.label(say("desktop.compare.CauseCard.likely-cause"), "small"));
        List<LikelyCause> told = told(c.causes());
        told.forEach(l -> getChildren().add(line(l, l == told.getFirst())));
        int n = c.causes().size();
        getChildren()
                .addAll(
                        Ui.wrapped(rest(c, n - told.size()), "second"),
                        Ui.button(
                                say("desktop.compare.CauseCard.mend-the-returned-file"),
                                say(
                                        "desktop.compare.CauseCard.apply-to-what-came-back-and",
                                        Wording.counted(n, "remedy", "remedies")),
                                mend,
                                "strong-button"));
        offerSave(mended);
    }

    private void offerSave(boolean mended) {
        if (mended) {
            getChildren()
                    .add(Ui.button(
                            say("desktop.compare.CauseCard.save-the-mended-file"),
                            say("desktop.compare.CauseCard.write-what-came-back-as-it"),
                            save,
                            "quiet"));
        }
    }

    private static String title(Comparison c) {
        return c.losses().isEmpty()
                ? say("desktop.compare.CauseCard.likely-cause")
                : say("desktop.compare.CauseCard.lost-on-the-way-no-remedy");
    }

    private static String nothing(Comparison c, boolean mended) {
        if (!c.losses().isEmpty()) {
            return c.lossSentence();
        }
        if (c.verdict().isFault()) {
            return say("desktop.compare.CauseCard.no-single-cause-explains-the-differences");
        }
        return mended
                ? say("desktop.compare.CauseCard.mended-what-is-left-is-within")
                : say("desktop.compare.CauseCard.nothing-to-explain-what-came-back");
    }

    /** Those that explain most, in the order in which they were found: so the figures read downward. */
    private static List<LikelyCause> told(List<LikelyCause> all) {
        List<LikelyCause> most = all.stream()
                .sorted(Comparator.comparingLong((LikelyCause l) -> l.left() - l.before()))
                .limit(CAUSES)
                .toList();
        return all.stream().filter(most::contains).toList();
    }

    /** The first in full; of the others as much as there is room for, and all of it in the tip. */
    private HBox line(LikelyCause l, boolean first) {
        Label sentence = first ? Ui.wrapped(l.text() + ".", "strong") : Ui.label(l.text() + ".");
        HBox.setHgrow(sentence, Priority.ALWAYS);
        sentence.setMinWidth(0);
        if (!first) {
            sentence.setTooltip(new Tooltip(l.text() + "."));
        }
        sentence.setMaxWidth(Double.MAX_VALUE);
        Label left = Ui.label(l.before() + " → " + l.left(), "figure");
        left.setMinWidth(USE_PREF_SIZE);
        left.setTooltip(new Tooltip(
                say("desktop.compare.CauseCard.figures-over-tolerance-before-its-remedy", l.before(), l.left())));
        HBox line = Ui.row(6, sentence, left);
        line.setAlignment(Pos.TOP_LEFT);
        if (HelpPages.of(l.code()) != null) {
            Button about = Ui.button(
                    "?",
                    say("desktop.compare.CauseCard.what-this-is-about"),
                    () -> help.accept(l.code()),
                    "icon-button",
                    "about");
            about.setAccessibleText(say("desktop.compare.CauseCard.what-this-is-about-2", l.text()));
            line.getChildren().add(about);
        }
        return line;
    }

    private static String rest(Comparison c, int more) {
        List<LikelyCause> causes = c.causes();
        long left = causes.getLast().left();
        return Wording.sentences(
                more == 0 ? "" : say("desktop.compare.CauseCard.more", Wording.counted(more, "smaller cause")),
                say(
                        left == 1
                                ? "desktop.compare.CauseCard.after-mending-one-of-over"
                                : "desktop.compare.CauseCard.after-mending-of-over-tolerance",
                        causes.size() == 1 ? say("desktop.compare.CauseCard.it") : say("desktop.compare.CauseCard.all"),
                        left,
                        Wording.counted(causes.getFirst().before(), "figure")),
                c.losses().isEmpty() ? "" : say("desktop.compare.CauseCard.lost-on-the-way", c.lossSentence()));
    }
}
