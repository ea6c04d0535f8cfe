package idleheron.desktop.picture;

import static idleheron.core.Messages.say;

import idleheron.app.picture.PictureDone;
import idleheron.app.picture.PicturesAtHand;
import idleheron.core.Verdict;
import idleheron.desktop.widget.Ui;
import java.io.ByteArrayInputStream;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** A picture, small: it can be chosen, and dragged onto a place of a material. */
final class PictureCard extends VBox {
    static final double WIDTH = 136;
    private static final double SIDE = 120;

    private final PicturesAtHand.Picture picture;

    PictureCard(PicturesAtHand.Picture picture, Verdict verdict, Runnable chosen) {
        super(4);
        this.picture = picture;
        StackPane paper = new StackPane();
        paper.setMinSize(SIDE, SIDE);
        paper.setMaxSize(SIDE, SIDE);
        paper.getStyleClass().add("thumb");
        PictureDone look = picture.look();
        if (look != null && !look.small().isEmpty()) {
            ImageView view = new ImageView(
                    new Image(new ByteArrayInputStream(look.small().getFirst())));
            view.setFitWidth(SIDE);
            view.setFitHeight(SIDE);
            view.setPreserveRatio(true);
            paper.getChildren().add(view);
        } else {
            paper.getChildren().add(Ui.label(say("desktop.picture.PictureCard.none"), "small"));
        }
        Label name = Ui.label(picture.name(), "strong");
        name.setMaxWidth(SIDE - 16);
        getChildren().addAll(paper, Ui.row(5, Ui.mark(verdict, 10), name), told(picture));
        getStyleClass().addAll("card", "clickable", "picture-card");
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        setAlignment(Pos.TOP_LEFT);
        setFocusTraversable(true);
        setAccessibleText(say(
                "desktop.picture.PictureCard.picture", picture.name(), String.join(", ", PicturesModel.told(picture))));
        Tooltip.install(this, new Tooltip(picture.path()));
        setOnMouseClicked(e -> chosen.run());
        setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
                chosen.run();
                e.consume();
            }
        });
        setOnDragDetected(e -> {
            if (picture.seen() != null) {
                chosen.run();
                ClipboardContent content = new ClipboardContent();
                content.putString(picture.path());
                startDragAndDrop(TransferMode.LINK).setContent(content);
                e.consume();
            }
        });
    }

    private static VBox told(PicturesAtHand.Picture p) {
        VBox out = Ui.column(0);
        PicturesModel.told(p).forEach(t -> out.getChildren().add(Ui.label(t, "small")));
        return out;
    }

    PicturesAtHand.Picture picture() {
        return picture;
    }

    void chosen(boolean value) {
        getStyleClass().remove("takes");
        if (value) {
            getStyleClass().add("takes");
        }
    }
}
