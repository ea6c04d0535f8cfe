package idleheron.desktop;

import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Step;
import idleheron.desktop.sheet.Sheets;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/** The keys of the window; HelpSheet lists them. */
final class WindowKeys {
    /** What keys do besides moving the bench. */
    record Does(Runnable choose, Runnable folder, Runnable settings, Runnable help, Runnable stop, Runnable alone) {}

    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;
    private final Does does;

    /** Whether the key of the theme is still down; held, it must not flicker. */
    private boolean themeHeld;

    /** Whether Esc is still down; held, it closes a sheet and does not stop the work behind it too. */
    private boolean escapeHeld;

    WindowKeys(Bench bench, BenchActions deeds, Sheets sheets, Does does) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
        this.does = does;
    }

    void listen(Scene scene) {
        scene.addEventFilter(KeyEvent.KEY_RELEASED, e -> {
            themeHeld &= e.getCode() != KeyCode.D;
            escapeHeld &= e.getCode() != KeyCode.ESCAPE;
        });
        scene.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean typing = scene.getFocusOwner() instanceof TextInputControl || sheets.isOpen();
            if (new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN).match(e)) {
                deeds.redo();
            } else if (new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN).match(e) && !typing) {
                deeds.undo();
            } else if (new KeyCodeCombination(KeyCode.O, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN)
                    .match(e)) {
                does.folder().run();
            } else if (new KeyCodeCombination(KeyCode.O, KeyCombination.SHORTCUT_DOWN).match(e)) {
                does.choose().run();
            } else if (new KeyCodeCombination(KeyCode.D, KeyCombination.SHORTCUT_DOWN).match(e)) {
                if (!themeHeld) {
                    bench.dusk().set(!bench.dusk().get());
                }
                themeHeld = true;
            } else if (new KeyCodeCombination(KeyCode.COMMA, KeyCombination.SHORTCUT_DOWN).match(e)) {
                does.settings().run();
            } else if (e.getCode() == KeyCode.F1) {
                does.help().run();
            } else if (e.getCode() == KeyCode.F11 && !sheets.isOpen()) {
                does.alone().run();
            } else if (e.getCode() == KeyCode.ESCAPE) {
                if (!escapeHeld && sheets.isOpen()) {
                    sheets.close();
                } else if (!escapeHeld) {
                    does.stop().run();
                }
                escapeHeld = true;
            } else if (!typing && !e.isShortcutDown() && !e.isAltDown() && plain(scene, e.getCode())) {
                e.consume();
                return;
            } else {
                return;
            }
            e.consume();
        });
    }

    private boolean plain(Scene scene, KeyCode code) {
        if (code.isDigitKey()) {
            int n = code.getChar().charAt(0) - '1';
            if (n >= 0 && n < Step.values().length) {
                bench.step().set(Step.values()[n]);
                return true;
            }
            return false;
        }
        boolean list = scene.getFocusOwner() instanceof javafx.scene.control.TableView
                || scene.getFocusOwner() instanceof javafx.scene.control.ComboBoxBase
                || scene.getFocusOwner() instanceof javafx.scene.control.ToggleButton;
        if (scene.getFocusOwner() != null
                && scene.getFocusOwner().getStyleClass().contains("split-pane-divider")) {
            return false;
        }
        switch (code) {
            case SPACE -> {
                if (scene.getFocusOwner() instanceof Button
                        || scene.getFocusOwner() instanceof javafx.scene.control.ToggleButton
                        || scene.getFocusOwner() instanceof javafx.scene.control.CheckBox) {
                    return false;
                }
                bench.transport().toggle();
            }
            case LEFT, RIGHT -> {
                if (list) {
                    return false;
                }
                bench.transport().step(code == KeyCode.LEFT ? -1 : 1);
            }
            case L ->
                bench.transport().looping().set(!bench.transport().looping().get());
            case I -> bench.transport().loopFromHere();
            case O -> bench.transport().loopToHere();
            case U -> bench.transport().range().set(null);
            case M -> bench.asMeant().set(!bench.asMeant().get());
            default -> {
                return false;
            }
        }
        return true;
    }
}
