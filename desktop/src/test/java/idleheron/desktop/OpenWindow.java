package idleheron.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Objects;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.ObservableValue;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;

/** A real window of the program for each test, with settings of its own; closed after it, so that nothing of it stays. */
public final class OpenWindow implements BeforeEachCallback, AfterEachCallback {
    private final Supplier<Path> folder;
    private final boolean demo;
    private @Nullable HeronApp app;
    private @Nullable Stage stage;
    private @Nullable PauseWatch watch;
    private String test = "";
    private boolean moves;

    /**
     * @param folder where settings are kept
     * @param demo whether the folder holds the demo data and the window opens with them
     */
    public OpenWindow(Supplier<Path> folder, boolean demo) {
        this.folder = folder;
        this.demo = demo;
    }

    /** The same, in which the figure of the demo moves from the start; it takes a core for as long as it does. */
    OpenWindow moving() {
        moves = true;
        return this;
    }

    @Override
    public void beforeEach(ExtensionContext context) throws Exception {
        test = context.getRequiredTestClass().getSimpleName() + "." + context.getDisplayName();
        open();
    }

    @Override
    public void afterEach(ExtensionContext context) throws Exception {
        close();
    }

    void open() throws Exception {
        System.setProperty(
                "heron.settings", folder.get().resolve("own/settings.json").toString());
        stage = FxToolkit.registerPrimaryStage();
        List<String> arguments = demo ? List.of("--demo", folder.get().toString()) : List.of();
        app = (HeronApp) FxToolkit.setupApplication(HeronApp.class, arguments.toArray(String[]::new));
        if (demo && !moves) {
            new FxRobot().interact(this::still);
        }
        watch = new PauseWatch();
    }

    /** Lets the figure of the demo stand as it begins to move. */
    private void still() {
        BooleanProperty playing = app().transport().playing();
        playing.set(false);
        playing.addListener(new ChangeListener<>() {
            @Override
            public void changed(ObservableValue<? extends Boolean> o, Boolean was, Boolean is) {
                playing.removeListener(this);
                playing.set(false);
            }
        });
    }

    void close() throws Exception {
        PauseWatch w = watch;
        if (w != null) {
            w.close();
            write(w);
        }
        FxToolkit.cleanupApplication(app());
        FxToolkit.cleanupStages();
        app = null;
    }

    /** Pauses of the window, for whoever wants to know, in target/pauses.txt. */
    private void write(PauseWatch w) throws IOException {
        StringBuilder out = new StringBuilder();
        for (PauseWatch.Pause p : w.found()) {
            out.append(p.milliseconds())
                    .append(" ms in ")
                    .append(p.where())
                    .append(", ")
                    .append(test)
                    .append('\n');
        }
        Path target = Path.of("target");
        if (Files.isDirectory(target)) {
            Files.writeString(target.resolve("pauses.txt"), out, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        }
    }

    public HeronApp app() {
        return Objects.requireNonNull(app);
    }

    public Stage stage() {
        return Objects.requireNonNull(stage);
    }

    /** Puts a file on the bench, or takes several, as dropping them would. */
    void open(Path... files) {
        new FxRobot().interact(() -> app().open(files));
    }

    /** Takes a file as what came back, as dropping it on Compare would. */
    public void takeReturned(Path file) {
        new FxRobot().interact(() -> app().takeReturned(file));
    }
}
