package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.app.OnCharacterJob;
import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.Kept;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Ui;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A character on which clips without a surface are shown. Which one is asked once, and known again for the same names of joints.
 * What is checked stays the file itself.
 */
final class CompanionBar extends VBox {
    private static final Logger LOG = LoggerFactory.getLogger(CompanionBar.class);
    private static final String PLACE = "file";

    private final BenchActions deeds;
    private final Settings settings;
    private final Kept kept;
    private final Runnable changed;
    private @Nullable Asset asset;
    private @Nullable Scene shown;

    /**
     * @param changed runs when something else is to be drawn
     */
    CompanionBar(BenchActions deeds, Settings settings, Runnable changed) {
        super(6);
        this.deeds = deeds;
        this.settings = settings;
        this.changed = changed;
        kept = new Kept(settings.folder().resolve("companions.json"));
    }

    static boolean isFor(Scene s) {
        return OnCharacterJob.isFor(s);
    }

    /** Begins with another file. */
    void take(Asset value) {
        asset = value;
        shown = null;
        getChildren().setAll(asked(say("desktop.inspect.CompanionBar.show-on-a-character")));
        if (isFor(value.scene())) {
            String known = kept.of(key(value.scene())).getOrDefault(PLACE, "");
            if (!known.isEmpty()) {
                Path file = Path.of(known);
                OnCharacterJob job = new OnCharacterJob(value.scene(), file);
                showOn(file, p -> Files.isRegularFile(file) ? Optional.of(job.run(p)) : Optional.empty());
            }
        }
    }

    /** What is drawn for a scene: the character that its clips move, or itself. */
    Scene shown(Scene alone) {
        Asset a = asset;
        Scene on = shown;
        return on != null && a != null && alone == a.scene() ? on : alone;
    }

    /** The node of what is drawn that a node of the file moves, or -1. */
    int onCharacter(int node) {
        return other(node, asset == null ? null : asset.scene(), shown);
    }

    /** The node of the file that moves a node of what is drawn, or -1. */
    int inFile(int node) {
        return other(node, shown, asset == null ? null : asset.scene());
    }

    private int other(int node, @Nullable Scene from, @Nullable Scene to) {
        return shown == null
                        || from == null
                        || to == null
                        || node < 0
                        || node >= from.nodes().size()
                ? node
                : to.find(from.nodes().get(node).name());
    }

    private static String key(Scene s) {
        return Kept.key(
                "character",
                s.joints().stream().map(j -> s.nodes().get(j).name()).toList());
    }

    private MenuButton asked(String text) {
        MenuButton out = new MenuButton(text);
        out.setAccessibleText(text);
        out.setTooltip(new Tooltip(say("desktop.inspect.CompanionBar.draw-the-clips-on-a-character")));
        for (Path p : settings.recent()) {
            Asset a = asset;
            if (a == null || !p.toString().equals(a.path())) {
                out.getItems().add(item(String.valueOf(p.getFileName()), () -> showOn(p)));
            }
        }
        out.getItems().add(item(say("desktop.inspect.CompanionBar.choose-a-file"), this::choose));
        return out;
    }

    private static MenuItem item(String text, Runnable deed) {
        MenuItem out = new MenuItem(text);
        out.setMnemonicParsing(false);
        out.setOnAction(e -> deed.run());
        return out;
    }

    private void choose() {
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.inspect.CompanionBar.the-character"));
        File chosen = f.showOpenDialog(getScene().getWindow());
        if (chosen != null) {
            showOn(chosen.toPath());
        }
    }

    private void showOn(Path file) {
        Asset a = asset;
        if (a != null) {
            OnCharacterJob job = new OnCharacterJob(a.scene(), file);
            showOn(file, p -> Optional.of(job.run(p)));
        }
    }

    /**
     * @param work that gives nothing where the character is not there any more
     */
    private void showOn(Path file, Jobs.Work<Optional<OnCharacterJob.Result>> work) {
        Asset a = asset;
        deeds.workOut(say("desktop.inspect.CompanionBar.show-on-a-character-2"), work, r -> {
            if (a != null && asset == a) {
                r.ifPresent(shown -> shownOn(a, file, shown));
            }
        });
    }

    private void shownOn(Asset a, Path file, OnCharacterJob.Result r) {
        shown = r.scene();
        keep(a.scene(), Map.of(PLACE, file.toAbsolutePath().toString()));
        String fit = r.fit().text();
        Label told = Ui.wrapped(
                say("desktop.inspect.CompanionBar.shown-on-it", file.getFileName(), fit),
                r.fit().fits() ? "second" : "strong");
        told.setGraphic(Ui.mark(r.fit().fits() ? Verdict.CLEAN : Verdict.BROKEN, 11));
        getChildren()
                .setAll(
                        told,
                        Ui.row(
                                8,
                                asked(say("desktop.inspect.CompanionBar.on-another-one")),
                                Ui.button(
                                        say("desktop.inspect.CompanionBar.alone"),
                                        say("desktop.inspect.CompanionBar.draw-the-joints-of-the-file"),
                                        () -> alone(a),
                                        "quiet")));
        changed.run();
    }

    private void alone(Asset a) {
        keep(a.scene(), Map.of());
        take(a);
        changed.run();
    }

    private void keep(Scene s, Map<String, String> texts) {
        try {
            kept.keep(key(s), texts);
        } catch (IOException e) {
            LOG.warn("the character is not kept: {}", e.getMessage());
        }
    }
}
