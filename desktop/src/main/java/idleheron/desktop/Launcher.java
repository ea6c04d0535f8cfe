package idleheron.desktop;

/** Starts the window; does not extend the toolkit's application class, so that the class path is enough. */
public final class Launcher {
    private Launcher() {}

    public static void main(String[] args) {
        javafx.application.Application.launch(HeronApp.class, args);
    }
}
