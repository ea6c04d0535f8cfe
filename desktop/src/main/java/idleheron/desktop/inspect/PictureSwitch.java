package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.scene.Scene;
import idleheron.desktop.widget.Ui;
import idleheron.render.surface.Cover;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.util.StringConverter;

/** What the pictures of a surface show, and which are missing: what hatched parts stand for. Seen where a scene has pictures. */
final class PictureSwitch extends HBox {
    /** Of the box, pixels: room for its longest word. */
    private static final int WIDE = 200;

    private final ComboBox<Cover> covers = new ComboBox<>(FXCollections.observableArrayList(
            Cover.COLOURS, Cover.NORMALS, Cover.PLAIN, Cover.RED, Cover.GREEN, Cover.BLUE, Cover.ALPHA));
    private final Label missing = Ui.label("", "small");

    PictureSwitch() {
        super(8);
        setAlignment(Pos.CENTER_LEFT);
        setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        covers.setValue(Cover.COLOURS);
        covers.setPrefWidth(WIDE);
        covers.setAccessibleText(say("desktop.inspect.PictureSwitch.what-pictures-show"));
        covers.setTooltip(new Tooltip(say("desktop.inspect.PictureSwitch.what-the-pictures-on-the-surfaces")));
        covers.setConverter(new StringConverter<>() {
            @Override
            public String toString(Cover c) {
                return word(c);
            }

            @Override
            public Cover fromString(String text) {
                return covers.getItems().stream()
                        .filter(c -> word(c).equals(text))
                        .findFirst()
                        .orElse(Cover.COLOURS);
            }
        });
        missing.getStyleClass().add("legend");
        getChildren().addAll(covers, missing);
    }

    static String word(Cover c) {
        return switch (c) {
            case COLOURS -> say("desktop.inspect.PictureSwitch.pictures");
            case NORMALS -> say("desktop.inspect.PictureSwitch.pictures-with-normals");
            case PLAIN -> say("desktop.inspect.PictureSwitch.plain-colours");
            case RED -> say("desktop.inspect.PictureSwitch.red-channel");
            case GREEN -> say("desktop.inspect.PictureSwitch.green-channel");
            case BLUE -> say("desktop.inspect.PictureSwitch.blue-channel");
            case ALPHA -> say("desktop.inspect.PictureSwitch.alpha-channel");
        };
    }

    ReadOnlyObjectProperty<Cover> chosen() {
        return covers.valueProperty();
    }

    /** Whether a scene has pictures to be looked at. */
    static boolean isFor(Scene scene) {
        return scene.materials().stream().anyMatch(m -> !m.uses().isEmpty());
    }

    /**
     * Tells which pictures are not to be had.
     *
     * @param pointed the one that somebody points at, or ""
     */
    void tell(List<String> files, String pointed) {
        missing.setText(pointed.isEmpty() ? text(files) : say("desktop.inspect.PictureSwitch.hatched-here", pointed));
        missing.setVisible(!files.isEmpty());
    }

    /** "Hatched: satchel.png is missing or cannot be read". */
    static String text(List<String> files) {
        return files.isEmpty()
                ? ""
                : say(
                        "desktop.inspect.PictureSwitch.hatched-missing-or-cannot-be-read",
                        Wording.listed(files),
                        (files.size() == 1
                                ? say("desktop.inspect.PictureSwitch.is")
                                : say("desktop.inspect.PictureSwitch.are")));
    }
}
