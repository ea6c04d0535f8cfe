package idleheron.desktop.view3d;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.desktop.paint.ClothHeat;
import idleheron.desktop.paint.ViewRequest;
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

    /** What the ramp stands for where it shows something of garments. */
    public static String garments(ViewRequest.Style style, Scene scene) {
        return switch (style) {
            case GAP ->
                say(
                        "desktop.view3d.Legend.mm-off-the-body-on-it",
                        Math.round(1000 * ClothHeat.GAP),
                        Math.round(1000 * ClothHeat.GAP));
            case STRETCH -> say("desktop.view3d.Legend.as-long-as-at-rest-times", Figure.number(1 + ClothHeat.STRETCH));
            case FREEDOM -> freedom(100 * longest(scene));
            default -> "";
        };
    }

    /** What the ramp stands for where it shows freedom up to a length, centimetres. */
    public static String freedom(double most) {
        return say("desktop.view3d.Legend.held-free-by-cm", Figure.number(most));
    }

    /** The largest length that a map of the scene stands for, metres. */
    private static double longest(Scene s) {
        double out = 0;
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.MESH
                    && n.payload() >= 0
                    && FreedomMap.isOn(s.meshes().get(n.payload()))) {
                out = Math.max(out, Drape.of(n).freedom());
            }
        }
        return out;
    }
}
