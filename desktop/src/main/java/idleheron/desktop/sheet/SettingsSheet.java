package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.desktop.model.Bench;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Ui;
import java.nio.file.Path;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;

/** What the program remembers for the user. */
public final class SettingsSheet extends VBox {
    public SettingsSheet(Bench bench, Settings settings, Runnable forgotten) {
        setSpacing(12);
        CheckBox dusk = new CheckBox(say("desktop.sheet.SettingsSheet.dusk-theme-for-dark-rooms-ctrl"));
        dusk.setTooltip(new Tooltip(say("desktop.sheet.SettingsSheet.light-on-dark-in-the-window")));
        dusk.selectedProperty().bindBidirectional(bench.dusk());
        CheckBox watch = new CheckBox(say("desktop.sheet.SettingsSheet.compare-again-when-a-file-of"));
        watch.setTooltip(new Tooltip(say("desktop.sheet.SettingsSheet.reads-a-returned-file-again-when")));
        watch.setSelected(settings.watches());
        watch.selectedProperty().addListener((o, was, is) -> settings.watches(is));
        TextField name = new TextField(settings.name());
        name.setPromptText(say("desktop.sheet.SettingsSheet.your-name-for-signing-off"));
        Ui.named(
                name,
                say("desktop.sheet.SettingsSheet.your-name"),
                say("desktop.sheet.SettingsSheet.the-name-a-report-is-signed"));
        name.setMaxWidth(320);
        name.textProperty().addListener((o, was, is) -> settings.name(is));
        Path folder = settings.conventions();
        getChildren()
                .addAll(
                        Ui.label(say("desktop.sheet.SettingsSheet.look"), "heading"),
                        dusk,
                        Ui.label(say("desktop.sheet.SettingsSheet.work"), "heading"),
                        watch,
                        Ui.label(say("desktop.sheet.SettingsSheet.name"), "heading"),
                        name,
                        Ui.label(say("desktop.sheet.SettingsSheet.kept-on-this-machine"), "heading"),
                        Ui.wrapped(
                                say("desktop.sheet.SettingsSheet.your-conventions-are-text-files-in", folder),
                                "second"),
                        Ui.wrapped(say("desktop.sheet.SettingsSheet.these-settings-are-in", settings.file()), "second"),
                        Ui.row(
                                8,
                                Ui.button(
                                        say("desktop.sheet.SettingsSheet.forget-recent-files"),
                                        say("desktop.sheet.SettingsSheet.takes-them-off-the-bench-s"),
                                        () -> {
                                            settings.forget();
                                            forgotten.run();
                                        },
                                        "quiet")));
    }
}
