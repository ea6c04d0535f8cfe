package idleheron.desktop.send;

import idleheron.app.delivery.DeliverySettings;
import idleheron.desktop.widget.Ui;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;

/** The choices of what goes, in how many files, and where its pictures are. */
final class SendOptions {
    private final CheckBox meshes = box("Meshes", "With their skins, blend shapes and materials", true);
    private final CheckBox skeleton = box("Skeleton", "Joints; without them nothing moves the meshes", true);
    private final CheckBox smoothing = box("Smoothing", "What says which edges are hard", true);
    private final CheckBox tangents = box("Tangents", "Tangents and binormals", true);
    private final CheckBox baked = box("A key on every frame", "Bakes every channel that moves", false);
    private final CheckBox apart = box("Each clip in its own file", "Beside one with everything but the clips", false);
    private final CheckBox listed =
            box("Leave a list", "Leaves a small file beside it, from which the same can be sent again", false);
    private final ComboBox<PictureFiles.Travel> pictures = new ComboBox<>();
    private final ComboBox<String> kind = new ComboBox<>();
    private final ComboBox<Integer> size = new ComboBox<>();
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
        pictures.setConverter(shown(
                t -> switch (t) {
                    case AS_THEY_ARE -> "as they are";
                    case INSIDE -> "inside the file";
                    case BESIDE -> "copied beside it";
                },
                PictureFiles.Travel.AS_THEY_ARE));
        kind.getItems().add("");
        kind.getItems().addAll(PictureStyle.KINDS);
        kind.setValue("");
        kind.setAccessibleText("What pictures become");
        kind.setTooltip(new Tooltip("What travelling pictures become"));
        kind.setConverter(shown(k -> k.isEmpty() ? "any kind" : k, ""));
        size.getItems().setAll(0, 512, 1024, 2048, 4096);
        size.setValue(0);
        size.setAccessibleText("Largest side of pictures");
        size.setTooltip(new Tooltip("No side of a travelling picture is longer"));
        size.setConverter(shown(n -> n == 0 ? "any size" : n + " px", 0));
        kind.disableProperty().bind(pictures.valueProperty().isEqualTo(PictureFiles.Travel.AS_THEY_ARE));
        size.disableProperty().bind(kind.disableProperty());
        node = Ui.column(
                8,
                Ui.row(14, meshes, skeleton, smoothing, tangents),
                new FlowPane(14, 8, baked, apart),
                Ui.row(8, Ui.label("Pictures", "second"), pictures, kind, size));
    }

    private static <T> StringConverter<T> shown(Function<T, String> text, T usual) {
        return new StringConverter<>() {
            @Override
            public String toString(T value) {
                return value == null ? "" : text.apply(value);
            }

            @Override
            public T fromString(String s) {
                return usual;
            }
        };
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

    /** Shows that the destination asks for a file for each clip. */
    void asked(boolean clipsApart) {
        if (clipsApart) {
            apart.setSelected(true);
        }
        apart.setDisable(clipsApart);
    }

    /** The choice whether a list is left, which any carrier has. */
    CheckBox listed() {
        return listed;
    }

    /** Whether the list of what is delivered is left beside it. */
    boolean isListed() {
        return listed.isSelected();
    }

    /**
     * All choices in the words of the command line.
     *
     * @param clipsLeftOut names of clips that do not go
     * @param samplesPerFrame of what is baked
     * @param rescue whether what goes was read of a damaged file
     */
    DeliverySettings settings(List<String> clipsLeftOut, int samplesPerFrame, boolean rescue) {
        List<String> without = new ArrayList<>();
        Map.of("meshes", meshes, "skeleton", skeleton, "smoothing", smoothing, "tangents", tangents).entrySet().stream()
                .filter(e -> !e.getValue().isSelected())
                .map(Map.Entry::getKey)
                .sorted()
                .forEach(without::add);
        String travel = pictures.getValue().name().toLowerCase(Locale.ROOT).replace('_', '-');
        return new DeliverySettings(
                "",
                "",
                clipsLeftOut,
                without,
                baked.isSelected(),
                apart.isSelected(),
                travel,
                kind.isDisabled() ? "" : kind.getValue(),
                size.isDisabled() ? 0 : size.getValue(),
                List.of(),
                samplesPerFrame,
                rescue);
    }
}
