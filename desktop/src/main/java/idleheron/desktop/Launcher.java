package idleheron.desktop;

import idleheron.core.Messages;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.desktop.model.Settings;
import idleheron.formats.SceneFiles;
import java.util.logging.Level;
import java.util.logging.Logger;

/** Starts the window; does not extend the toolkit's application class, so that the class path is enough. */
public final class Launcher {
    /** Of the toolkit, which warns of being on the class path; held, for loggers that nobody holds forget their level. */
    private static final Logger TOOLKIT = Logger.getLogger("javafx");

    private Launcher() {}

    public static void main(String[] args) {
        TOOLKIT.setLevel(Level.SEVERE);
        if (System.getProperty(Messages.PROPERTY) == null) { // texts in another language lie beside the settings
            System.setProperty(
                    Messages.PROPERTY,
                    Settings.usual().folder().resolve("messages.properties").toString());
        }
        load();
        javafx.application.Application.launch(HeronApp.class, args);
    }

    /** Kinds of assets and carriers are made ready while the toolkit starts; the window waits for them where it is quicker. */
    private static void load() {
        Thread.ofPlatform().daemon().name("loading").start(() -> {
            SceneFiles.formats();
            AssetKinds.in(Scene.bare("", Stage.COMMON));
        });
    }
}
