package idleheron.desktop.widget;

import idleheron.formats.SceneFiles;
import java.util.List;
import javafx.stage.FileChooser.ExtensionFilter;

/** The carriers as choices of a file chooser. */
public final class Carriers {
    private Carriers() {}

    /** One for each carrier, by its name. */
    public static List<ExtensionFilter> filters() {
        return SceneFiles.formats().stream()
                .map(x -> new ExtensionFilter(
                        x.name(), x.endings().stream().map(s -> "*." + s).toList()))
                .toList();
    }
}
