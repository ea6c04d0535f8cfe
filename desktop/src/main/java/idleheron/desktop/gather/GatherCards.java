package idleheron.desktop.gather;

import static idleheron.core.Messages.say;

import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Ui;
import idleheron.rehearsal.demo.DemoStory;
import java.nio.file.Path;
import java.util.Arrays;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The cards of the page: an asset on the bench, a story, a crossing, a file. Each has one strong way on. */
final class GatherCards {
    private static final double TEXT = 214;
    private static final double SMALL = 400;

    private final Bench bench;
    private final BenchActions deeds;
    private final Thumbs thumbs;

    GatherCards(Bench bench, BenchActions deeds, Thumbs thumbs) {
        this.bench = bench;
        this.deeds = deeds;
        this.thumbs = thumbs;
    }

    /** What lies on the bench, and what it is there. */
    Node asset(Asset a, String role) {
        Card c = new Card(a.name(), role);
        thumbs.of(a, c::put);
        return c.box;
    }

    /** A story of the demo, whose button leads to its files on the screen that shows it. */
    Node story(DemoStory s, Path folder) {
        Path file = folder.resolve(s.file());
        Path other = folder.resolve(s.other());
        Card c = new Card(s.title(), s.tells());
        String names = file.getFileName() + (s.other().isEmpty() ? "" : ", " + other.getFileName());
        Button go = switch (s.kind()) {
            case COMPARE -> {
                thumbs.of(file, other, c::picture);
                yield button(
                        "Compare",
                        say("desktop.gather.GatherCards.compare-what-was-sent-and-what"),
                        () -> deeds.openPair(file, other));
            }
            case WEAR -> {
                thumbs.of(other, c::picture);
                yield button(
                        say("desktop.gather.GatherCards.put-it-on"),
                        say("desktop.gather.GatherCards.look-over-the-garment-on-the"),
                        () -> deeds.openWorn(file, other));
            }
            case LOOK_OVER -> {
                thumbs.of(s.other().isEmpty() ? file : other, c::picture);
                yield button(
                        say("desktop.gather.GatherCards.look-over"),
                        say("desktop.gather.GatherCards.see-what-will-go-wrong-with"),
                        () -> deeds.open(file));
            }
        };
        go.setAccessibleText(go.getText() + ": " + s.title());
        c.text.getChildren().addAll(Ui.wrapped(names, "small"), Ui.grow(), go);
        return c.box;
    }

    /** A crossing that was compared lately. */
    Node crossed(Settings.Crossed x) {
        VBox box = small(
                String.valueOf(x.sent().getFileName()),
                say("desktop.gather.GatherCards.came-back-as", x.returned().getFileName()));
        Verdict v = Arrays.stream(Verdict.values())
                .filter(k -> k.word().equals(x.verdict()))
                .findFirst()
                .orElse(Verdict.NOT_CHECKED);
        Button again = button(
                say("desktop.gather.GatherCards.compare-again"),
                say("desktop.gather.GatherCards.open-both-files-and-compare-them"),
                () -> deeds.openPair(x.sent(), x.returned()));
        again.setAccessibleText(say(
                "desktop.gather.GatherCards.compare-again-and",
                x.sent().getFileName(),
                x.returned().getFileName()));
        box.getChildren().addAll(Ui.row(8, Ui.mark(v, 13), Ui.label(v.title(), "strong"), Ui.grow(), again));
        return box;
    }

    /** A kept crossing: its two files, verdict and signature. */
    Node kept(Path file) {
        String name = String.valueOf(file.getFileName());
        VBox box = small(name, say("desktop.gather.GatherCards.a-kept-crossing"));
        VBox told = Ui.column(5);
        thumbs.kept(
                file, s -> told.getChildren().setAll(Ui.wrapped(s.facts(), "second"), Ui.wrapped(s.more(), "second")));
        box.getChildren().add(told);
        Button open =
                button("Open", say("desktop.gather.GatherCards.compare-both-sides-again"), () -> deeds.open(file));
        open.setAccessibleText(say("desktop.gather.GatherCards.open", name));
        box.getChildren().add(Ui.row(8, Ui.grow(), open));
        return box;
    }

    private static VBox small(String title, String under) {
        VBox box = Ui.column(5, Ui.wrapped(title, "strong"), Ui.wrapped(under, "second"));
        box.getStyleClass().addAll("card", "asset-card");
        box.setPrefWidth(SMALL);
        return box;
    }

    /** A file, to be put on the bench, taken as returned, or worn. */
    Node file(Path file) {
        String name = String.valueOf(file.getFileName());
        Path parent = file.toAbsolutePath().getParent();
        Card c = new Card(name, parent == null ? "" : say("desktop.gather.GatherCards.in", parent.getFileName()));
        boolean back = GatherModel.cameBack(file) && bench.crossing().get().original() != null;
        Button go = back
                ? Ui.button(
                        say("desktop.gather.GatherCards.take-as-returned"),
                        say("desktop.gather.GatherCards.compare-it-with-what-was-sent"),
                        () -> deeds.openReturned(file),
                        "quiet")
                : button(
                        say("desktop.gather.GatherCards.put-on-the-bench"),
                        say("desktop.gather.GatherCards.look-it-over"),
                        () -> deeds.open(file));
        go.setAccessibleText(go.getText() + ": " + name);
        HBox row = Ui.row(8, go);
        thumbs.of(file, s -> {
            c.put(s);
            if (s.cloth()) {
                wear(row, file);
            }
        });
        c.text.getChildren().addAll(Ui.grow(), row);
        return c.box;
    }

    /** What could be worn is put on the body that lies on the bench. */
    private void wear(HBox row, Path file) {
        Asset body = bench.crossing().get().original();
        if (body != null && GatherModel.hasBody(bench.crossing().get())) {
            Button wear = Ui.button(
                    say("desktop.gather.GatherCards.wear-it"),
                    say("desktop.gather.GatherCards.put-it-on-2", body.name()),
                    () -> deeds.wear(file),
                    "quiet");
            wear.setAccessibleText(say("desktop.gather.GatherCards.wear", file.getFileName()));
            row.getChildren().add(wear);
        }
    }

    private static Button button(String text, String tip, Runnable deed) {
        return Ui.button(text, tip, deed, "strong-button");
    }

    /** A picture at the left, text at its right. */
    private static final class Card {
        final StackPane picture = new StackPane();
        final VBox text;
        final HBox box;

        Card(String title, String under) {
            picture.setMinSize(Thumbs.WIDTH, Thumbs.HEIGHT);
            picture.setMaxSize(Thumbs.WIDTH, Thumbs.HEIGHT);
            picture.getStyleClass().add("thumb");
            text = Ui.column(3, Ui.wrapped(title, "strong"), Ui.wrapped(under, "second"));
            text.setPrefWidth(TEXT);
            box = new HBox(14, picture, text);
            box.getStyleClass().addAll("card", "asset-card");
        }

        void picture(Thumbs.Summary s) {
            if (s.picture() != null) {
                picture.getChildren().setAll(new ImageView(s.picture()));
            } else {
                text.getChildren().add(2, Ui.wrapped(s.facts() + ": " + s.more(), "small"));
            }
        }

        void put(Thumbs.Summary s) {
            if (s.picture() != null) {
                picture.getChildren().setAll(new ImageView(s.picture()));
            }
            text.getChildren().add(2, Ui.wrapped(s.facts(), "second"));
            text.getChildren().add(3, Ui.wrapped(s.more(), "small"));
        }
    }
}
