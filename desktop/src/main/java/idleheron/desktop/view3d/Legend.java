package idleheron.desktop.view3d;

import idleheron.desktop.widget.Ui;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** The heat ramp with what it stands for. */
public final class Legend {
    private Legend() {}

    public static HBox of(Label text) {
        Region ramp = new Region();
        ramp.getStyleClass().add("ramp");
        HBox b = Ui.row(8, ramp, text);
        b.getStyleClass().add("legend");
        b.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        b.setMouseTransparent(true);
        return b;
    }
}
