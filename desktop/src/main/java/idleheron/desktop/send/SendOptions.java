package idleheron.desktop.send;

import static idleheron.core.Messages.say;

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
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;

/** The choices of what goes, in how many files, and where its pictures are. */
final class SendOptions {
    private final CheckBox meshes = box(
            say("desktop.send.SendOptions.meshes"),
            say("desktop.send.SendOptions.with-their-skins-blend-shapes-and"),
            true);
    private final CheckBox skeleton = box(
            say("desktop.send.SendOptions.skeleton"),
            say("desktop.send.SendOptions.joints-without-them-nothing-moves-the"),
            true);
    private final CheckBox smoothing = box(
            say("desktop.send.SendOptions.smoothing"),
            say("desktop.send.SendOptions.what-says-which-edges-are-hard"),
            true);
    private final CheckBox tangents =
            box(say("desktop.send.SendOptions.tangents"), say("desktop.send.SendOptions.tangents-and-binormals"), true);
    private final CheckBox baked = box(
            say("desktop.send.SendOptions.a-key-on-every-frame"),
            say("desktop.send.SendOptions.bakes-every-channel-that-moves"),
            false);
    private final CheckBox apart = box(
            say("desktop.send.SendOptions.each-clip-in-its-own-file"),
            say("desktop.send.SendOptions.beside-one-with-everything-but-the"),
            false);

    private final CheckBox meshesApart = box(
            say("desktop.send.SendOptions.each-mesh-in-its-own-file"),
            say("desktop.send.SendOptions.with-the-joints-and-clips-that"),
            false);

    private final CheckBox listed = box(
            say("desktop.send.SendOptions.leave-a-list"),
            say("desktop.send.SendOptions.leaves-a-small-file-beside-it"),
            false);
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
        List.of(pictures, kind, size).forEach(c -> c.setMinWidth(Region.USE_PREF_SIZE));
        pictures.getItems().setAll(PictureFiles.Travel.values());
        pictures.setValue(PictureFiles.Travel.AS_THEY_ARE);
        pictures.setAccessibleText(say("desktop.send.SendOptions.where-the-pictures-go"));
        pictures.setTooltip(new Tooltip(say("desktop.send.SendOptions.where-the-pictures-go")));
        pictures.setConverter(shown(
                t -> switch (t) {
                    case AS_THEY_ARE -> say("desktop.send.SendOptions.as-they-are");
                    case INSIDE -> say("desktop.send.SendOptions.inside-the-file");
                    case BESIDE -> say("desktop.send.SendOptions.copied-beside-it");
                },
                PictureFiles.Travel.AS_THEY_ARE));
        kind.getItems().add("");
        kind.getItems().addAll(PictureStyle.KINDS);
        kind.setValue("");
        kind.setAccessibleText(say("desktop.send.SendOptions.what-pictures-become"));
        kind.setTooltip(new Tooltip(say("desktop.send.SendOptions.what-travelling-pictures-become")));
        kind.setConverter(shown(k -> k.isEmpty() ? say("desktop.send.SendOptions.any-kind") : k, ""));
        size.getItems().setAll(0, 512, 1024, 2048, 4096);
        size.setValue(0);
        size.setAccessibleText(say("desktop.send.SendOptions.largest-side-of-pictures"));
        size.setTooltip(new Tooltip(say("desktop.send.SendOptions.no-side-of-a-travelling-picture")));
        size.setConverter(shown(
                n -> n == 0 ? say("desktop.send.SendOptions.any-size") : say("desktop.send.SendOptions.px", n), 0));
        kind.disableProperty().bind(pictures.valueProperty().isEqualTo(PictureFiles.Travel.AS_THEY_ARE));
        size.disableProperty().bind(kind.disableProperty());
        node = Ui.column(
                8,
                new FlowPane(14, 8, meshes, skeleton, smoothing, tangents),
                new FlowPane(14, 8, baked, apart, meshesApart),
                Ui.flow(
                        8,
                        List.of(Ui.label(say("desktop.send.SendOptions.pictures"), "second"), pictures, kind, size)));
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
                meshesApart.isSelected(),
                travel,
                kind.isDisabled() ? "" : kind.getValue(),
                size.isDisabled() ? 0 : size.getValue(),
                List.of(),
                samplesPerFrame,
                rescue);
    }
}
