package idleheron.desktop;

import idleheron.core.Messages;
import idleheron.desktop.model.Settings;
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
        javafx.application.Application.launch(HeronApp.class, args);
    }
}
