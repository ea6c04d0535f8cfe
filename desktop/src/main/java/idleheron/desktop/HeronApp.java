package idleheron.desktop;

import static idleheron.core.Messages.say;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
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
import idleheron.desktop.model.Settings;
import idleheron.desktop.model.Step;
import idleheron.desktop.model.Transport;
import idleheron.desktop.model.UndoStack;
import idleheron.desktop.paint.Spaces;
import idleheron.desktop.prepare.MakeReadyScreen;
import idleheron.desktop.round.RoundDeeds;
import idleheron.desktop.send.AgainDeeds;
import idleheron.desktop.send.SendScreen;
import idleheron.desktop.sheet.AsStored;
import idleheron.desktop.sheet.HelpSheet;
import idleheron.desktop.sheet.SettingsSheet;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.signoff.SignOffScreen;
import idleheron.desktop.view3d.ViewFrame;
import idleheron.desktop.view3d.Viewport;
import idleheron.desktop.widget.AlonePane;
import idleheron.desktop.widget.Carriers;
import idleheron.desktop.widget.FrameRuler;
import idleheron.desktop.widget.HeronMark;
import idleheron.desktop.widget.Notices;
import idleheron.desktop.widget.ProgressCard;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.StepRow;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
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
    private final Notices notices = new Notices();
    private final Jobs jobs = new Jobs(notices::failed);

    private final UndoStack undo = new UndoStack(bench.crossing());
    private Settings settings;
    private BenchActions deeds;
    private AgainDeeds again;
    private RoundDeeds rounds;
    private Arrivals arrivals;
    private Stage stage;
    private Viewport lookView;
    private Viewport readyView;
    private Viewport compareView;
    /** Each screen is made when it is first gone to. */
    private final Map<Step, Supplier<Screen<?>>> makers = new EnumMap<>(Step.class);

    private final Map<Step, Screen<?>> screens = new EnumMap<>(Step.class);
    private final StackPane place = new StackPane();
    private FrameRuler ruler;
    private AlonePane alone;
    private final Sheets sheets = new Sheets();
    private final Timeline watch = new Timeline();

    @Override
    public void start(Stage window) {
        stage = window;
        StartArguments named = new StartArguments(getParameters().getRaw());
        settings = Settings.usual();
        sheet(settings.dusk()); // before the first control is made, so that the toolkit does not load its own
        fonts();
        jobs.hold();
        deeds = new BenchActions(bench, jobs, undo, settings, text -> notices.tell(text, false));
        bench.dusk().set(settings.dusk());
        again = new AgainDeeds(deeds, sheets);
        rounds = new RoundDeeds(bench, deeds, sheets);
        arrivals = new Arrivals(bench, deeds, again, rounds);
        Spaces spaces = new Spaces();
        lookView = new Viewport(bench.transport());
        readyView = new Viewport(bench.transport());
        compareView = new Viewport(bench.transport());
        makers.put(
                Step.GATHER,
                () -> new GatherScreen(
                        bench,
                        deeds,
                        jobs,
                        settings,
                        new GatherScreen.Chooses(this::choose, rounds::choose),
                        named.demo()));
        makers.put(
                Step.LOOK_OVER,
                () -> new LookOverScreen(
                        bench,
                        deeds,
                        lookView,
                        spaces,
                        settings,
                        new LookOverScreen.Leads(this::help, new AsStored(bench, jobs, sheets, notices::tell)::show)));
        makers.put(Step.MAKE_READY, () -> new MakeReadyScreen(bench, deeds, readyView, spaces, sheets, settings));
        makers.put(Step.SEND, () -> new SendScreen(bench, deeds, again, settings, this::chooseReturned));
        makers.put(
                Step.COMPARE,
                () -> new CompareScreen(
                        bench,
                        deeds,
                        new CompareScreen.Parts(compareView, spaces, sheets, settings, jobs, this::help)));
        makers.put(Step.SIGN_OFF, () -> new SignOffScreen(bench, deeds, jobs, settings));
        ruler = new FrameRuler(bench);
        BorderPane frame = new BorderPane(place);
        frame.setTop(new VBox(2, header(), new SideBand(bench)));
        frame.setBottom(ruler);
        BorderPane.setMargin(place, new Insets(8, 0, 5, 0));
        frame.setPadding(new Insets(2, 16, 4, 16));
        alone = new AlonePane(frame);
        ProgressCard progress = new ProgressCard(jobs, sheets.visibleProperty().or(alone.visibleProperty()));
        StackPane all = new StackPane(frame, alone, sheets, progress, notices);
        StackPane.setAlignment(notices, Pos.BOTTOM_CENTER);
        StackPane.setMargin(notices, new Insets(0, 0, 86, 0));
        all.addEventHandler(ViewFrame.ALONE, e -> toggleAlone());
        all.getStyleClass().add("heron");
        Scene scene = new Scene(all, settings.width(), settings.height());
        scene.getStylesheets().addAll(Ui.palette(), resource("heron.css"));
        scene.setUserData(this);
        new WindowKeys(
                        bench,
                        deeds,
                        sheets,
                        new WindowKeys.Does(
                                this::choose,
                                rounds::choose,
                                this::settings,
                                () -> help(""),
                                this::stopOrLeave,
                                this::toggleAlone))
                .listen(scene);
        arrivals.listen(scene);
        bench.dusk().addListener((o, was, is) -> theme(all));
        theme(all);
        bench.step().addListener((o, was, is) -> show());
        bench.lookedOver().addListener((o, was, is) -> offerClips());
        bench.compared().addListener((o, was, is) -> offerClips());
        named.open(bench, deeds, arrivals);
        if (place.getChildren().isEmpty()) { // nothing was named, or it is still read
            show();
        }
        stage.setTitle(say("desktop.HeronApp.idle-heron"));
        stage.setScene(scene);
        stage.setMinWidth(1000);
        stage.setMinHeight(680);
        stage.setMaximized(settings.maximized());
        stage.setOnCloseRequest(e -> {
            settings.window(scene.getWidth(), scene.getHeight(), stage.isMaximized());
            settings.save();
        });
        stage.show();
        jobs.begin();
        watch.getKeyFrames().setAll(new KeyFrame(Duration.seconds(2), e -> {
            if (settings.watches()) {
                deeds.watch();
            }
        }));
        watch.setCycleCount(Animation.INDEFINITE);
        watch.play();
    }

    /** Nothing runs on, and nothing is held, once the window is gone. */
    @Override
    public void stop() {
        watch.stop();
        bench.transport().playing().set(false);
        rounds.close();
        jobs.close();
        settings.settle();
        List.of(lookView, readyView, compareView).forEach(Viewport::close);
    }

    private void toggleAlone() {
        alone.toggle(screen().frame());
    }

    /** What Esc does where no sheet is open. */
    private void stopOrLeave() {
        if (alone.isOn()) {
            alone.leave();
        } else {
            jobs.cancel();
            notices.clear();
        }
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

    private HBox header() {
        HeronMark mark = new HeronMark(1);
        StackPane holder = new StackPane(mark);
        holder.setMinSize(42, 52);
        VBox name = Ui.column(
                0,
                Ui.label(say("desktop.HeronApp.idle-heron"), "name"),
                Ui.label(say("desktop.HeronApp.the-bench-between-the-tools"), "small"));
        name.setMinWidth(Region.USE_PREF_SIZE);
        name.setAlignment(Pos.CENTER_LEFT);
        Button back = icon(
                Feather.CORNER_UP_LEFT, say("desktop.HeronApp.undo"), say("desktop.HeronApp.undo-ctrl-z"), deeds::undo);
        Button again = icon(
                Feather.CORNER_UP_RIGHT,
                say("desktop.HeronApp.redo"),
                say("desktop.HeronApp.redo-ctrl-shift-z"),
                deeds::redo);
        back.disableProperty().bind(undo.canUndo().not());
        again.disableProperty().bind(undo.canRedo().not());
        Button light = Ui.button(
                "◐",
                say("desktop.HeronApp.paper-or-dusk-ctrl-d"),
                () -> bench.dusk().set(!bench.dusk().get()),
                "flat");
        light.setAccessibleText(say("desktop.HeronApp.paper-or-dusk"));
        Button own = icon(
                Feather.SLIDERS,
                say("desktop.HeronApp.settings"),
                say("desktop.HeronApp.settings-ctrl"),
                this::settings);
        Button help = Ui.button("?", say("desktop.HeronApp.help-and-keys-f1"), () -> help(""), "flat");
        help.setAccessibleText(say("desktop.HeronApp.help-and-keys"));
        HBox box = Ui.row(4, holder, name, new StepRow(bench), Ui.grow(), back, again, light, own, help);
        box.setMinHeight(60);
        return box;
    }

    private static Button icon(Feather icon, String name, String tip, Runnable deed) {
        Button b = Ui.button("", tip, deed, "icon-button");
        b.setGraphic(new FontIcon(icon));
        b.setAccessibleText(name);
        return b;
    }

    private static void sheet(boolean dusk) {
        String now = dusk ? new PrimerDark().getUserAgentStylesheet() : new PrimerLight().getUserAgentStylesheet();
        if (!now.equals(Application.getUserAgentStylesheet())) {
            Application.setUserAgentStylesheet(now);
        }
    }

    private void theme(StackPane all) {
        boolean dusk = bench.dusk().get();
        sheet(dusk);
        all.getStyleClass().remove("dusk");
        if (dusk) {
            all.getStyleClass().add("dusk");
        }
        settings.dusk(dusk);
        for (Viewport v : List.of(lookView, readyView, compareView)) {
            v.palette(Palette.of(dusk));
        }
    }

    /** The screen of the step. */
    private Screen<?> screen() {
        return screens.computeIfAbsent(
                bench.step().get(), s -> Objects.requireNonNull(makers.get(s)).get());
    }

    private void show() {
        Screen<?> s = screen();
        alone.leave();
        place.getChildren().setAll(s.node());
        offerClips();
        s.show();
        place.requestFocus();
        boolean timed = bench.step().get() == Step.LOOK_OVER
                || bench.step().get() == Step.MAKE_READY
                || bench.step().get() == Step.COMPARE;
        ruler.setVisible(timed);
        ruler.setManaged(timed);
    }

    /** The clips of what is in sight. */
    private void offerClips() {
        CompareJob.Result both = bench.compared().get();
        Asset one = bench.crossing().get().original();
        if (both != null && bench.step().get() == Step.COMPARE) {
            bench.transport().offer(AssetKinds.playables(both.sent().scene()));
        } else {
            bench.transport().offer(one == null ? List.of() : AssetKinds.playables(one.scene()));
        }
    }

    private @Nullable Path ask(String title) {
        FileChooser f = new FileChooser();
        f.setTitle(title);
        f.getExtensionFilters().setAll(Carriers.filters());
        java.io.File chosen = f.showOpenDialog(stage);
        return chosen == null ? null : chosen.toPath();
    }

    /** The work of this window. */
    Jobs jobs() {
        return jobs;
    }

    /** What its view shows over time. */
    Transport transport() {
        return bench.transport();
    }

    /** Takes files as dropping them would, before anything was sent. */
    void open(Path... files) {
        arrivals.named(List.of(files));
    }

    /** Takes a file as what came back, as dropping it on Compare would. */
    public void takeReturned(Path file) {
        deeds.openReturned(file);
    }

    private void choose() {
        Path p = ask(say("desktop.HeronApp.put-a-file-on-the-bench"));
        if (p != null) {
            deeds.open(p);
        }
    }

    private void chooseReturned() {
        Path p = ask(say("desktop.HeronApp.what-came-back"));
        if (p != null) {
            deeds.openReturned(p);
        }
    }

    /** The page that a code leads to; "" for the keys. */
    private void help(String code) {
        sheets.show(
                say("desktop.HeronApp.help"),
                say("desktop.HeronApp.the-stories-that-practitioners-tell-how"),
                new HelpSheet(HelpPages.of(code)));
    }

    private void settings() {
        sheets.showSmall(
                say("desktop.HeronApp.settings"),
                say("desktop.HeronApp.kept-on-this-machine-for-you"),
                new SettingsSheet(
                        bench,
                        settings,
                        () -> notices.tell(say("desktop.HeronApp.the-list-of-recent-files-is"), false)));
    }
}
