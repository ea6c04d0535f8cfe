package idleheron.desktop;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import idleheron.app.CheckJob;
import idleheron.app.CompareJob;
import idleheron.core.crossing.Asset;
import idleheron.core.kinds.AssetKinds;
import idleheron.desktop.compare.CompareScreen;
import idleheron.desktop.compare.SideBand;
import idleheron.desktop.gather.GatherScreen;
import idleheron.desktop.inspect.LookOverScreen;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.HelpPages;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.model.RefusedException;
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Stone;
import idleheron.desktop.model.UndoStack;
import idleheron.desktop.prepare.MakeReadyScreen;
import idleheron.desktop.send.SendScreen;
import idleheron.desktop.sheet.HelpSheet;
import idleheron.desktop.sheet.LostSheet;
import idleheron.desktop.sheet.OutlineSheet;
import idleheron.desktop.sheet.SettingsSheet;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.sheet.StageSheet;
import idleheron.desktop.signoff.SignOffScreen;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.FrameRuler;
import idleheron.desktop.widget.HeronMark;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.StoneRow;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Failures;
import idleheron.formats.pictures.PictureStyle;
import idleheron.formats.spi.Layered;
import idleheron.render.Palette;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.PauseTransition;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/** The desktop program: the frame around the six screens. */
@SuppressWarnings("NullAway.Init")
public final class HeronApp extends Application {
    private final Bench bench = new Bench();
    private final Jobs jobs = new Jobs(this::failed);

    /** Whether the key of the theme is still down; held, it must not flicker. */
    private boolean themeHeld;

    private final UndoStack undo = new UndoStack(bench.crossing());
    private Settings settings;
    private BenchActions deeds;
    private Stage stage;
    private Viewport lookView;
    private Viewport readyView;
    private Viewport compareView;
    private final Map<Stone, Screen> screens = new EnumMap<>(Stone.class);
    private final StackPane place = new StackPane();
    private final VBox notices = new VBox(8);
    private FrameRuler ruler;
    private final Sheets sheets = new Sheets();

    @Override
    public void start(Stage window) {
        stage = window;
        settings = Settings.usual();
        fonts();
        deeds = new BenchActions(bench, jobs, undo, settings, text -> notice(text, false));
        bench.dusk().set(settings.dusk());
        Viewport.Spaces spaces = new Viewport.Spaces();
        lookView = new Viewport(bench.transport());
        readyView = new Viewport(bench.transport());
        compareView = new Viewport(bench.transport());
        screens.put(Stone.GATHER, new GatherScreen(bench, deeds, jobs, settings, this::choose, demo()));
        screens.put(Stone.LOOK_OVER, new LookOverScreen(bench, deeds, lookView, spaces, this::help, this::asStored));
        screens.put(Stone.MAKE_READY, new MakeReadyScreen(bench, deeds, readyView, spaces, sheets, settings));
        screens.put(Stone.SEND, new SendScreen(bench, deeds, this::chooseReturned));
        screens.put(
                Stone.COMPARE,
                new CompareScreen(bench, deeds, compareView, spaces, sheets, text -> notice(text, false), this::help));
        screens.put(Stone.SIGN_OFF, new SignOffScreen(bench, deeds, jobs, settings, text -> notice(text, false)));
        ruler = new FrameRuler(bench);
        BorderPane frame = new BorderPane(place);
        frame.setTop(new VBox(4, header(), new SideBand(bench)));
        frame.setBottom(ruler);
        BorderPane.setMargin(place, new Insets(12, 0, 8, 0));
        frame.setPadding(new Insets(6, 22, 8, 22));
        notices.setMaxSize(560, VBox.USE_PREF_SIZE);
        notices.setAlignment(Pos.BOTTOM_CENTER);
        notices.setPickOnBounds(false);
        HBox progress = progress();
        StackPane all = new StackPane(frame, sheets, progress, notices);
        StackPane.setAlignment(progress, Pos.BOTTOM_CENTER);
        StackPane.setAlignment(notices, Pos.BOTTOM_CENTER);
        StackPane.setMargin(progress, new Insets(0, 0, 86, 0));
        StackPane.setMargin(notices, new Insets(0, 0, 86, 0));
        all.getStyleClass().add("heron");
        Scene scene = new Scene(all, settings.width(), settings.height());
        scene.getStylesheets().add(resource("heron.css"));
        scene.setUserData(this);
        keys(scene);
        drops(scene);
        bench.dusk().addListener((o, was, is) -> theme(all));
        theme(all);
        bench.stone().addListener((o, was, is) -> show());
        bench.lookedOver().addListener((o, was, is) -> offerClips());
        bench.compared().addListener((o, was, is) -> offerClips());
        show();
        stage.setTitle("Idle Heron");
        stage.setScene(scene);
        stage.setMinWidth(1000);
        stage.setMinHeight(680);
        stage.setMaximized(settings.maximized());
        stage.setOnCloseRequest(e -> {
            settings.window(scene.getWidth(), scene.getHeight(), stage.isMaximized());
            settings.save();
        });
        stage.show();
        Timeline watch = new Timeline(new KeyFrame(Duration.seconds(2), e -> {
            if (settings.watches()) {
                deeds.watch();
            }
        }));
        watch.setCycleCount(Animation.INDEFINITE);
        watch.play();
        openArguments();
    }

    private static void fonts() {
        for (String name : List.of("Inter-Regular", "Inter-SemiBold", "B612-Regular", "B612-Bold")) {
            try (InputStream in = HeronApp.class.getResourceAsStream("fonts/" + name + ".otf")) {
                Font.loadFont(in, 13);
            } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }
    }

    private static String resource(String name) {
        return String.valueOf(HeronApp.class.getResource(name));
    }

    private @Nullable Path demo() {
        List<String> raw = getParameters().getRaw();
        int i = raw.indexOf("--demo");
        if (i >= 0 && i + 1 < raw.size()) {
            return Path.of(raw.get(i + 1));
        }
        String home = System.getProperty("heron.home");
        return home == null ? null : Path.of(home, "demo");
    }

    private void openArguments() {
        List<String> raw = getParameters().getRaw();
        int i = raw.indexOf("--demo");
        if (i >= 0 && i + 1 < raw.size()) {
            deeds.open(Path.of(raw.get(i + 1), idleheron.rehearsal.demo.DemoData.POSTWOMAN));
            bench.lookedOver().addListener(new javafx.beans.value.ChangeListener<>() {
                @Override
                public void changed(
                        javafx.beans.value.ObservableValue<? extends CheckJob.@Nullable Result> o,
                        CheckJob.@Nullable Result was,
                        CheckJob.@Nullable Result is) {
                    bench.lookedOver().removeListener(this);
                    bench.transport().playing().set(true);
                }
            });
        } else if (!raw.isEmpty()) {
            deeds.open(Path.of(raw.getFirst()));
        }
    }

    private HBox header() {
        HeronMark mark = new HeronMark(1);
        StackPane holder = new StackPane(mark);
        holder.setMinSize(42, 56);
        VBox name = Ui.column(0, Ui.label("Idle Heron", "name"), Ui.label("the bench between the tools", "small"));
        name.setMinWidth(176);
        name.setAlignment(Pos.CENTER_LEFT);
        Button back = icon(Feather.CORNER_UP_LEFT, "Undo", "Undo (Ctrl Z)", deeds::undo);
        Button again = icon(Feather.CORNER_UP_RIGHT, "Redo", "Redo (Ctrl Shift Z)", deeds::redo);
        back.disableProperty().bind(undo.canUndo().not());
        again.disableProperty().bind(undo.canRedo().not());
        Button light = Ui.button(
                "◐",
                "Paper or dusk (Ctrl D)",
                () -> bench.dusk().set(!bench.dusk().get()),
                "flat");
        light.setAccessibleText("Paper or dusk");
        Button own = icon(Feather.SLIDERS, "Settings", "Settings (Ctrl ,)", this::settings);
        Button help = Ui.button("?", "Help and keys (F1)", () -> help(""), "flat");
        help.setAccessibleText("Help and keys");
        HBox box = Ui.row(4, holder, name, new StoneRow(bench), Ui.grow(), back, again, light, own, help);
        box.setMinHeight(78);
        return box;
    }

    private static Button icon(Feather icon, String name, String tip, Runnable deed) {
        Button b = Ui.button("", tip, deed, "icon-button");
        b.setGraphic(new FontIcon(icon));
        b.setAccessibleText(name);
        return b;
    }

    private HBox progress() {
        ProgressBar bar = new ProgressBar();
        bar.setPrefWidth(220);
        bar.progressProperty().bind(jobs.done());
        Label text = Ui.label("", "second");
        text.textProperty().bind(jobs.what());
        text.setMinWidth(220);
        HBox box = Ui.row(12, text, bar, Ui.button("Stop", "Stop this work (Esc)", jobs::cancel, "quiet"));
        box.getStyleClass().addAll("card", "progress");
        box.setMaxSize(HBox.USE_PREF_SIZE, HBox.USE_PREF_SIZE);
        box.setVisible(false);
        PauseTransition patience = new PauseTransition(Duration.millis(500));
        patience.setOnFinished(e -> box.setVisible(jobs.busy().get()));
        jobs.busy().addListener((o, was, is) -> {
            if (is) {
                patience.playFromStart();
            } else {
                patience.stop();
                box.setVisible(false);
            }
        });
        return box;
    }

    private void theme(StackPane all) {
        boolean dusk = bench.dusk().get();
        Application.setUserAgentStylesheet(
                dusk ? new PrimerDark().getUserAgentStylesheet() : new PrimerLight().getUserAgentStylesheet());
        all.getStyleClass().remove("dusk");
        if (dusk) {
            all.getStyleClass().add("dusk");
        }
        settings.dusk(dusk);
        for (Viewport v : List.of(lookView, readyView, compareView)) {
            v.palette(dusk ? Palette.DUSK : Palette.DAY);
        }
    }

    private void show() {
        Screen s = java.util.Objects.requireNonNull(screens.get(bench.stone().get()));
        place.getChildren().setAll(s.node());
        offerClips();
        s.shown();
        place.requestFocus();
        boolean timed = bench.stone().get() == Stone.LOOK_OVER
                || bench.stone().get() == Stone.MAKE_READY
                || bench.stone().get() == Stone.COMPARE;
        ruler.setVisible(timed);
        ruler.setManaged(timed);
    }

    /** The clips of what is in sight. */
    private void offerClips() {
        CompareJob.Result both = bench.compared().get();
        CheckJob.Result one = bench.lookedOver().get();
        if (both != null && bench.stone().get() == Stone.COMPARE) {
            bench.transport().offer(AssetKinds.playables(both.sent().scene()));
        } else {
            bench.transport()
                    .offer(
                            one == null
                                    ? List.of()
                                    : AssetKinds.playables(one.asset().scene()));
        }
    }

    private void keys(Scene scene) {
        scene.addEventFilter(KeyEvent.KEY_RELEASED, e -> themeHeld &= e.getCode() != KeyCode.D);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean typing = scene.getFocusOwner() instanceof TextInputControl || sheets.isOpen();
            if (new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN).match(e)) {
                deeds.redo();
            } else if (new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN).match(e) && !typing) {
                deeds.undo();
            } else if (new KeyCodeCombination(KeyCode.O, KeyCombination.SHORTCUT_DOWN).match(e)) {
                choose();
            } else if (new KeyCodeCombination(KeyCode.D, KeyCombination.SHORTCUT_DOWN).match(e)) {
                if (!themeHeld) {
                    bench.dusk().set(!bench.dusk().get());
                }
                themeHeld = true;
            } else if (new KeyCodeCombination(KeyCode.COMMA, KeyCombination.SHORTCUT_DOWN).match(e)) {
                settings();
            } else if (e.getCode() == KeyCode.F1) {
                help("");
            } else if (e.getCode() == KeyCode.ESCAPE && sheets.isOpen()) {
                sheets.close();
            } else if (e.getCode() == KeyCode.ESCAPE) {
                jobs.cancel();
                notices.getChildren().clear();
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
            if (n >= 0 && n < Stone.values().length) {
                bench.stone().set(Stone.values()[n]);
                return true;
            }
            return false;
        }
        boolean list = scene.getFocusOwner() instanceof javafx.scene.control.TableView
                || scene.getFocusOwner() instanceof javafx.scene.control.ComboBoxBase;
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
            case M -> bench.asMeant().set(!bench.asMeant().get());
            default -> {
                return false;
            }
        }
        return true;
    }

    private void drops(Scene scene) {
        scene.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
        });
        scene.setOnDragDropped(e -> {
            if (e.getDragboard().hasFiles()) {
                List<Path> all = e.getDragboard().getFiles().stream()
                        .map(java.io.File::toPath)
                        .toList();
                Path file = all.getFirst();
                if (all.size() > 1) {
                    deeds.openTogether(all);
                } else if (bench.stone().get().compareTo(Stone.SEND) >= 0
                        && bench.crossing().get().original() != null) {
                    deeds.openReturned(file);
                } else {
                    deeds.open(file);
                }
                e.setDropCompleted(true);
            }
        });
    }

    private @Nullable Path ask(String title) {
        FileChooser f = new FileChooser();
        f.setTitle(title);
        SceneFiles.formats()
                .forEach(x -> f.getExtensionFilters()
                        .add(new FileChooser.ExtensionFilter(
                                x.name(),
                                x.endings().stream().map(s -> "*." + s).toList())));
        java.io.File chosen = f.showOpenDialog(stage);
        return chosen == null ? null : chosen.toPath();
    }

    /** Puts a file on the bench, as dropping it would. */
    void open(Path file) {
        deeds.open(file);
    }

    /** Takes a file as what came back, as dropping it on Compare would. */
    public void takeReturned(Path file) {
        deeds.openReturned(file);
    }

    private void choose() {
        Path p = ask("Put a file on the bench");
        if (p != null) {
            deeds.open(p);
        }
    }

    private void chooseReturned() {
        Path p = ask("What came back");
        if (p != null) {
            deeds.openReturned(p);
        }
    }

    private void failed(Throwable e) {
        if (e instanceof RefusedException r) {
            notice(
                    "This file cannot be read. " + r.getMessage(),
                    true,
                    Ui.button(
                            "Read what is whole",
                            "Rescues what is left of the damaged file and lists what is lost",
                            () -> {
                                notices.getChildren().clear();
                                r.rescue().run();
                            },
                            "strong-button"));
            return;
        }
        String what = e instanceof FormatException ? "This file cannot be read. " : "That did not work. ";
        notice(what + Failures.sentence(e, "work in the window"), true);
    }

    private void notice(String text, boolean bad, Node... more) {
        HBox box = Ui.row(
                12, Ui.mark(bad ? idleheron.core.Verdict.BROKEN : idleheron.core.Verdict.CLEAN, 14), Ui.wrapped(text));
        box.getChildren().add(Ui.grow());
        box.getChildren().addAll(more);
        box.getChildren()
                .addAll(Ui.button(
                        "Close",
                        "Close this notice (Esc)",
                        () -> notices.getChildren().remove(box),
                        "quiet"));
        box.getStyleClass().addAll("card", "notice");
        notices.getChildren().setAll(List.of(box));
    }

    /** The page that a code leads to; "" for the keys. */
    private void help(String code) {
        sheets.show(
                "Help",
                "The stories that practitioners tell, how each is recognised, and what mends it.",
                new HelpSheet(HelpPages.of(code)));
    }

    private void settings() {
        sheets.showSmall(
                "Settings",
                "Kept on this machine, for you alone.",
                new SettingsSheet(bench, settings, () -> notice("The list of recent files is empty.", false)));
    }

    /** The file on the bench: a stage with its layers, anything else part by part. */
    private void asStored() {
        CheckJob.Result l = bench.lookedOver().get();
        if (l == null) {
            return;
        }
        Layered layered = SceneFiles.named(l.asset().format()).layered();
        if (l.asset().scene().isRescued()) {
            sheets.show(
                    "What was lost of " + l.asset().name(),
                    "All that the damaged file no longer gives, or gives in part.",
                    new LostSheet(l.asset().scene().lost()));
        } else if (layered != null) {
            layers(l.asset(), layered);
        } else {
            parts();
        }
    }

    private void layers(Asset asset, Layered layered) {
        Path file = Path.of(asset.path());
        jobs.run(
                "read the stage",
                p -> layered.look(file, p),
                v -> sheets.show(
                        asset.name() + ", layer by layer",
                        "Each layer has a letter; a prim shows the letters of the layers that speak of it.",
                        new StageSheet(
                                v,
                                new StageSheet.Makes(this::parts, (prim, end) -> flatten(layered, file, prim, end)))));
    }

    /** One file of a stage, beside it. */
    private void flatten(Layered layered, Path file, String prim, String ending) {
        String name = String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "");
        String what = prim.equals("/") ? "_flat" : "_" + prim.substring(prim.lastIndexOf('/') + 1);
        Path out = file.resolveSibling(name + what + "." + ending);
        jobs.run(
                "write " + out.getFileName(),
                p -> layered.flatten(file, prim, out, PictureStyle.AS_IT_IS, false),
                m -> {
                    sheets.close();
                    notice(
                            out.getFileName() + ": " + m.prims() + " prims, " + m.files()
                                    + (m.files() == 1 ? " file" : " files")
                                    + (m.missing().isEmpty()
                                            ? "."
                                            : "; not found: " + String.join(", ", m.missing()) + "."),
                            !m.missing().isEmpty());
                });
    }

    /** The file on the bench, part by part. */
    private void parts() {
        CheckJob.Result l = bench.lookedOver().get();
        if (l != null) {
            Path file = Path.of(l.asset().path());
            jobs.run(
                    "read as stored",
                    p -> SceneFiles.outline(file, p),
                    o -> sheets.show(
                            l.asset().name() + " as stored",
                            o.type() + ", every part with its type and the byte at which it begins.",
                            new OutlineSheet(o)));
        }
    }
}
