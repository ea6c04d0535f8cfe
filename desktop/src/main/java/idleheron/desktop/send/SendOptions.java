package idleheron.desktop.send;

import idleheron.core.crossing.ExportSelection;
import idleheron.desktop.widget.Ui;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Delivery;
import java.util.Set;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;

/** The choices of what goes, in how many files, and where its pictures are. */
final class SendOptions {
    private final CheckBox meshes = box("Meshes", "With their skins, blend shapes and materials", true);
    private final CheckBox skeleton = box("Skeleton", "Joints; without them nothing moves the meshes", true);
    private final CheckBox smoothing = box("Smoothing", "What says which edges are hard", true);
    private final CheckBox tangents = box("Tangents", "Tangents and binormals", true);
    private final CheckBox baked = box("A key on every frame", "Bakes every channel that moves", false);
    private final CheckBox apart = box("Each clip in its own file", "Beside one with everything but the clips", false);
    private final ComboBox<PictureFiles.Travel> pictures = new ComboBox<>();
    private final VBox node;

    /**
     * @param changed runs when what goes has changed
     */
    SendOptions(Runnable changed) {
        meshes.selectedProperty().addListener((o, was, is) -> changed.run());
        skeleton.selectedProperty().addListener((o, was, is) -> changed.run());
        pictures.getItems().setAll(PictureFiles.Travel.values());
        pictures.setValue(PictureFiles.Travel.AS_THEY_ARE);
        pictures.setAccessibleText("Where the pictures go");
        pictures.setTooltip(new Tooltip("Where the pictures go"));
        pictures.setConverter(new StringConverter<>() {
            @Override
            public String toString(PictureFiles.Travel t) {
                return switch (t) {
                    case AS_THEY_ARE -> "as they are";
                    case INSIDE -> "inside the file";
                    case BESIDE -> "copied beside it";
                };
            }

            @Override
            public PictureFiles.Travel fromString(String s) {
                return PictureFiles.Travel.AS_THEY_ARE;
            }
        });
        node = Ui.column(
                8,
                Ui.row(14, meshes, skeleton, smoothing, tangents),
                new FlowPane(14, 8, baked, apart),
                Ui.row(8, Ui.label("Pictures", "second"), pictures));
    }

    private static CheckBox box(String text, String what, boolean on) {
        CheckBox out = new CheckBox(text);
        out.setSelected(on);
        out.setTooltip(new Tooltip(what));
        out.setAccessibleText(text + ": " + what);
        return out;
    }

    VBox node() {
        return node;
    }

    /**
     * @param clips names of the clips that go, or null for all
     */
    Delivery delivery(@Nullable Set<String> clips) {
        ExportSelection cargo = new ExportSelection(
                meshes.isSelected(),
                skeleton.isSelected(),
                clips,
                baked.isSelected(),
                smoothing.isSelected(),
                tangents.isSelected());
        return new Delivery(cargo, apart.isSelected(), pictures.getValue());
    }
}
