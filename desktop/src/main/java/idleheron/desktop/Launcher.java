package idleheron.desktop;

import idleheron.core.Messages;
import idleheron.core.crossing.Asset;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.desktop.model.HeadStart;
import idleheron.desktop.model.HelpPages;
import idleheron.desktop.model.SettingsPlace;
import idleheron.desktop.paint.ViewPainter;
import idleheron.desktop.view3d.ViewPictures;
import idleheron.formats.SceneFiles;
import java.nio.file.Path;
import java.util.List;
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
                    SettingsPlace.usual().resolveSibling("messages.properties").toString());
        }
        load(args);
        javafx.application.Application.launch(HeronApp.class, args);
    }

    /** The file that is named, kinds of assets, carriers and help are read while the toolkit starts; the window waits for them where it is quicker. */
    private static void load(String... args) {
        Thread.ofPlatform().daemon().name("loading").start(() -> {
            Path first = new StartArguments(List.of(args)).first();
            Asset read = first == null ? null : HeadStart.on(first);
            if (read != null) {
                ViewPainter.warm(read.scene(), ViewPictures.shelf());
            }
            SceneFiles.formats();
            AssetKinds.in(Scene.bare("", Stage.COMMON));
            HelpPages.all();
        });
    }
}
