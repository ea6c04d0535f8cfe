package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Convention;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.widget.Ui;
import idleheron.formats.bytes.FormatException;
import idleheron.rehearsal.ConventionFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** A convention as the text that it is kept as, judged as it is typed, with what its naming rules say of the scene at hand. */
final class ConventionSheet extends HBox {
    private final Path folder;
    private final @Nullable Scene scene;
    private final Consumer<Convention> saved;
    private final TextArea text = new TextArea();
    /** The file that is there and would be replaced, once that was asked. */
    private @Nullable Path asked;

    private final TextField name = new TextField();
    private final Label state = Ui.wrapped("", "second");
    private final VBox preview = Ui.column(4);

    /**
     * @param folder where the user's conventions are kept
     * @param scene for the preview, or null
     */
    ConventionSheet(Convention from, Path folder, @Nullable Scene scene, Consumer<Convention> saved) {
        this.folder = folder;
        this.scene = scene;
        this.saved = saved;
        setSpacing(16);
        text.setText(ConventionFiles.text(from));
        text.getStyleClass().add("source");
        Ui.named(
                text,
                say("desktop.prepare.ConventionSheet.the-convention"),
                say("desktop.prepare.ConventionSheet.the-convention-as-text"));
        text.textProperty().addListener((o, was, is) -> judge());
        HBox.setHgrow(text, Priority.ALWAYS);
        name.setText(from.code() + "-own");
        Ui.named(
                name,
                say("desktop.prepare.ConventionSheet.name-of-the-copy"),
                say("desktop.prepare.ConventionSheet.the-name-the-copy-is-kept"));
        ScrollPane scroll = Ui.scrolled(preview);
        VBox right = Ui.column(
                8,
                state,
                Ui.label(say("desktop.prepare.ConventionSheet.what-its-naming-rules-say"), "heading"),
                scroll,
                Ui.label(say("desktop.prepare.ConventionSheet.keep-it-under-the-name"), "small"),
                name,
                Ui.button(
                        say("desktop.prepare.ConventionSheet.keep-and-use"),
                        say("desktop.prepare.ConventionSheet.save-the-copy-and-take-it"),
                        this::keep,
                        "strong-button"));
        right.setPrefWidth(300);
        right.setMinWidth(270);
        getChildren().addAll(text, right);
        judge();
    }

    private @Nullable Convention read() {
        try {
            return ConventionFiles.read(
                    name.getText().strip(), say("desktop.prepare.ConventionSheet.this-text"), text.getText());
        } catch (FormatException e) {
            state.setText(e.getMessage());
            return null;
        }
    }

    private void judge() {
        Convention c = read();
        preview.getChildren().clear();
        if (c == null) {
            preview.getChildren()
                    .add(Ui.wrapped(say("desktop.prepare.ConventionSheet.nothing-until-the-text-is-right"), "second"));
            return;
        }
        state.setText(say("desktop.prepare.ConventionSheet.reads-well", c.title()));
        Scene s = scene;
        if (s == null) {
            preview.getChildren()
                    .add(Ui.wrapped(say("desktop.prepare.ConventionSheet.put-a-file-on-the-bench"), "second"));
            return;
        }
        names(
                "joints",
                c.more().skeleton().jointNames(),
                s.joints().stream().map(j -> s.nodes().get(j).name()).toList());
        names(
                "clips",
                c.more().clips().names(),
                s.clips().stream().map(Clip::name).toList());
        if (!c.more().skeleton().root().isEmpty()) {
            List<String> roots =
                    s.skeletonRoots().stream().map(r -> s.nodes().get(r).name()).toList();
            line(
                    roots.contains(c.more().skeleton().root()),
                    say(
                            "desktop.prepare.ConventionSheet.root-asked-for",
                            String.join(", ", roots),
                            c.more().skeleton().root()));
        }
    }

    private void names(String what, String rule, List<String> names) {
        if (rule.isEmpty()) {
            preview.getChildren().add(Ui.label(say("desktop.prepare.ConventionSheet.any-name-for", what), "second"));
            return;
        }
        Pattern p = Pattern.compile(rule);
        List<String> wrong = names.stream().filter(n -> !p.matcher(n).matches()).toList();
        line(
                wrong.isEmpty(),
                say("desktop.prepare.ConventionSheet.of-match", (names.size() - wrong.size()), names.size(), what));
        wrong.stream().limit(12).forEach(n -> preview.getChildren().add(Ui.label("   " + n, "small")));
    }

    private void line(boolean right, String told) {
        preview.getChildren()
                .add(Ui.row(
                        6,
                        Ui.mark(right ? idleheron.core.Verdict.CLEAN : idleheron.core.Verdict.DRIFTED, 11),
                        Ui.wrapped(told)));
    }

    private void keep() {
        Convention c = read();
        String file = name.getText().strip();
        if (c == null) {
            return;
        }
        if (!file.matches("[A-Za-z0-9_-]+")) {
            state.setText(say("desktop.prepare.ConventionSheet.a-name-of-letters-digits-and"));
            return;
        }
        Path to = folder.resolve(file + ".toml");
        if (Files.exists(to) && !to.equals(asked)) {
            asked = to;
            state.setText(say("desktop.prepare.ConventionSheet.there-is-one-of-that-name"));
            return;
        }
        try {
            Files.createDirectories(folder);
            Files.writeString(to, text.getText());
            saved.accept(ConventionFiles.read(to));
        } catch (IOException e) {
            state.setText(e.getMessage());
        }
    }
}
