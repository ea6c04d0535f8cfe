package idleheron.desktop.gather;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Crossing;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.rehearsal.demo.DemoStory;
import idleheron.report.CrossingFile;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What is on the bench, what was compared and opened lately, and the demo, told as stories. */
public final class GatherScreen extends Screen<ScrollPane> {
    private final Bench bench;
    private final Settings settings;
    private final Chooses chooses;
    private final @Nullable Path demo;
    private final VBox content;
    private final Thumbs thumbs;
    private final GatherCards cards;
    private boolean singly;

    /** What is asked for with a chooser. */
    public record Chooses(Runnable file, Runnable folder) {}

    public GatherScreen(
            Bench bench, BenchActions deeds, Jobs jobs, Settings settings, Chooses chooses, @Nullable Path demo) {
        super(Ui.scrolled(Ui.column(16)));
        this.bench = bench;
        this.settings = settings;
        this.chooses = chooses;
        this.demo = demo;
        thumbs = new Thumbs(jobs);
        cards = new GatherCards(bench, deeds, thumbs);
        content = (VBox) root.getContent();
        content.getStyleClass().add("page");
        bench.crossing().addListener((o, was, is) -> showIfSeen());
        bench.dusk().addListener((o, was, is) -> showIfSeen());
    }

    @Override
    public void show() {
        content.getChildren().clear();
        thumbs.begin(bench.dusk().get());
        Crossing c = bench.crossing().get();
        content.getChildren().add(head(c));
        section("", GatherModel.placed(c), p -> cards.asset(p.asset(), p.role()));
        section(say("desktop.gather.GatherScreen.crossings-lately"), settings.crossed(), cards::crossed);
        Path folder = demo;
        if (folder != null) {
            section(
                    say("desktop.gather.GatherScreen.low-tide-post-the-demo-what"),
                    DemoStory.in(folder),
                    s -> cards.story(s, folder));
            singly(GatherModel.files(folder));
        }
        section(
                say("desktop.gather.GatherScreen.files-lately"),
                GatherModel.lately(settings.recent(), demo),
                p -> p.toString().endsWith(CrossingFile.ENDING) ? cards.kept(p) : cards.file(p));
    }

    private HBox head(Crossing c) {
        VBox text = Ui.column(
                2,
                Ui.label(
                        c.original() == null
                                ? say("desktop.gather.GatherScreen.put-a-file-on-the-bench")
                                : say("desktop.gather.GatherScreen.on-the-bench"),
                        "title"),
                Ui.wrapped(
                        say("desktop.gather.GatherScreen.drop-a-file-of-several-or", GatherModel.carriers()),
                        "second"));
        HBox.setHgrow(text, Priority.ALWAYS);
        return Ui.row(
                16,
                text,
                Ui.button(
                        say("desktop.gather.GatherScreen.many-files"),
                        say("desktop.gather.GatherScreen.one-recipe-over-all-files-of"),
                        chooses.folder(),
                        "quiet"),
                Ui.button(
                        say("desktop.gather.GatherScreen.choose-a-file"),
                        say("desktop.gather.GatherScreen.open-a-file-ctrl-o"),
                        chooses.file(),
                        "strong-button"));
    }

    /** The files of the demo one by one, folded away to begin with. */
    private void singly(List<Path> files) {
        if (files.isEmpty()) {
            return;
        }
        Button fold = Ui.button(
                say("desktop.gather.GatherScreen.all-files-of-the-demo-one", (singly ? "▾ " : "▸ "), files.size()),
                singly
                        ? say("desktop.gather.GatherScreen.fold-them-away")
                        : say("desktop.gather.GatherScreen.show-a-card-for-each-file"),
                () -> {
                    singly = !singly;
                    show();
                },
                "flat");
        fold.setAccessibleText(say("desktop.gather.GatherScreen.all-files-of-the-demo-one-2"));
        content.getChildren().add(fold);
        if (singly) {
            section("", files, cards::file);
        }
    }

    private <T> void section(String title, List<T> of, Function<T, Node> card) {
        if (of.isEmpty()) {
            return;
        }
        FlowPane f = new FlowPane(14, 14);
        f.setRowValignment(VPos.TOP);
        of.forEach(x -> f.getChildren().add(card.apply(x)));
        if (!title.isEmpty()) {
            content.getChildren().add(Ui.label(title, "heading"));
        }
        content.getChildren().add(f);
    }
}
