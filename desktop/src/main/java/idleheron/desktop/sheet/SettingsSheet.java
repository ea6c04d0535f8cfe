package idleheron.desktop.sheet;

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
        CheckBox dusk = new CheckBox("Dusk theme, for dark rooms (Ctrl D)");
        dusk.setTooltip(new Tooltip("Light on dark, in the window and in its pictures (Ctrl D)"));
        dusk.selectedProperty().bindBidirectional(bench.dusk());
        CheckBox watch = new CheckBox("Compare again when a file of the crossing is written anew");
        watch.setTooltip(new Tooltip("Reads a returned file again when another program has written it"));
        watch.setSelected(settings.watches());
        watch.selectedProperty().addListener((o, was, is) -> settings.watches(is));
        TextField name = new TextField(settings.name());
        name.setPromptText("Your name, for signing off");
        Ui.named(name, "Your name", "The name a report is signed with");
        name.setMaxWidth(320);
        name.textProperty().addListener((o, was, is) -> settings.name(is));
        Path folder = settings.conventions();
        getChildren()
                .addAll(
                        Ui.label("Look", "heading"),
                        dusk,
                        Ui.label("Work", "heading"),
                        watch,
                        Ui.label("Name", "heading"),
                        name,
                        Ui.label("Kept on this machine", "heading"),
                        Ui.wrapped("Your conventions are text files in " + folder + ".", "second"),
                        Ui.wrapped("These settings are in " + settings.file() + ".", "second"),
                        Ui.row(
                                8,
                                Ui.button(
                                        "Forget recent files",
                                        "Takes them off the bench's list; no file is touched",
                                        () -> {
                                            settings.forget();
                                            forgotten.run();
                                        },
                                        "quiet")));
    }
}
