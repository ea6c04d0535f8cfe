package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Ui;
import idleheron.report.CompareCsv;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;

/** A table of evidence with a word to find in it, and ways to take it along. */
final class EvidencePane extends VBox {
    private final EvidenceTable table = new EvidenceTable();
    private final TextField search = new TextField();
    private final Consumer<String> tell;
    private Evidence all = Evidence.NONE;

    EvidencePane(Consumer<String> tell) {
        this.tell = tell;
        setSpacing(4);
        search.setPromptText(say("desktop.compare.EvidencePane.find-in-the-table"));
        search.setAccessibleText(say("desktop.compare.EvidencePane.find-in-the-table"));
        search.setTooltip(new Tooltip(say("desktop.compare.EvidencePane.show-only-the-rows-with-this")));
        search.textProperty().addListener((o, was, is) -> table.show(shown()));
        HBox.setHgrow(search, Priority.ALWAYS);
        VBox.setVgrow(table, Priority.ALWAYS);
        HBox tools = Ui.row(
                6,
                search,
                Ui.button(
                        say("desktop.compare.EvidencePane.copy"),
                        say("desktop.compare.EvidencePane.copy-what-is-shown-for-a"),
                        this::copy,
                        "quiet"),
                Ui.button(
                        say("desktop.compare.EvidencePane.csv"),
                        say("desktop.compare.EvidencePane.save-what-is-shown-as-a"),
                        this::save,
                        "quiet"));
        getChildren().addAll(tools, table);
    }

    EvidenceTable table() {
        return table;
    }

    void show(Evidence e) {
        all = e;
        table.show(shown());
    }

    private Evidence shown() {
        String word = search.getText().toLowerCase(Locale.ROOT);
        if (word.isBlank()) {
            return all;
        }
        List<Evidence.Row> rows = all.rows().stream()
                .filter(r ->
                        (r.subject() + " " + r.cells()).toLowerCase(Locale.ROOT).contains(word))
                .toList();
        return new Evidence(all.subject(), all.columns(), rows);
    }

    private void copy() {
        ClipboardContent c = new ClipboardContent();
        c.putString(CompareCsv.of(shown()));
        Clipboard.getSystemClipboard().setContent(c);
        tell.accept(say(
                "desktop.compare.EvidencePane.rows-are-copied", shown().rows().size()));
    }

    private void save() {
        FileChooser c = new FileChooser();
        c.setInitialFileName("evidence.csv");
        File f = c.showSaveDialog(getScene().getWindow());
        if (f != null) {
            try {
                Files.writeString(f.toPath(), CompareCsv.of(shown()));
                tell.accept(say("desktop.compare.EvidencePane.the-table-is-in", f));
            } catch (IOException e) {
                tell.accept(say("desktop.compare.EvidencePane.the-table-cannot-be-saved", e.getMessage()));
            }
        }
    }
}
