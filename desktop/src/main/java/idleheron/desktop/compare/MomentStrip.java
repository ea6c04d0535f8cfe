package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.compare.Moment;
import idleheron.desktop.model.Jobs;
import idleheron.desktop.view3d.ViewPictures;
import idleheron.desktop.widget.Ui;
import idleheron.render.ink.Palette;
import idleheron.report.picture.Filmstrip;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The worst moments of a comparison in a row, a small picture for each; a click goes there. */
final class MomentStrip extends HBox {
    private static final int WIDTH = 176;
    private static final int HEIGHT = 120;
    private static final double LEAST = 24;
    /** Points for the words under a picture, and what is round it. */
    private static final double WORDS = 50;

    private final Jobs jobs;
    private final Consumer<Moment> go;
    private CompareJob.@Nullable Result shown;
    private boolean dark;

    MomentStrip(Jobs jobs, Consumer<Moment> go) {
        this.jobs = jobs;
        this.go = go;
        getStyleClass().add("moments");
        setMinHeight(LEAST + WORDS);
        setAccessibleText(say("desktop.compare.MomentStrip.the-worst-moments"));
    }

    /** Shows those of a comparison, once they are painted; the same one again stays as it is. */
    void show(@Nullable CompareModel m, boolean dusk) {
        CompareJob.Result is = m == null ? null : m.result();
        if (is == shown && dusk == dark) {
            return;
        }
        shown = is;
        dark = dusk;
        if (is == null) {
            getChildren().clear();
            return;
        }
        tell(say("desktop.compare.MomentStrip.the-pictures-are-being-made"));
        Filmstrip.Style style = new Filmstrip.Style(ViewPictures.atOnce(), Palette.of(dusk), WIDTH, HEIGHT);
        jobs.later(
                say("desktop.compare.MomentStrip.the-worst-moments"),
                p -> Filmstrip.of(is.sent().scene(), is.returned().scene(), is.comparison(), style, p),
                shots -> {
                    if (is == shown && dusk == dark) {
                        put(shots);
                    }
                });
    }

    private void tell(String text) {
        getChildren().setAll(Ui.label(text, "second"));
    }

    private void put(List<Filmstrip.Shot> shots) {
        if (shots.isEmpty()) {
            tell(say("desktop.compare.MomentStrip.nothing-over-time-exceeds-its-tolerance"));
            return;
        }
        getChildren().clear();
        for (Filmstrip.Shot s : shots) {
            getChildren().add(button(s));
        }
    }

    private Button button(Filmstrip.Shot s) {
        ImageView picture = new ImageView(Ui.image(s.picture()));
        picture.setPreserveRatio(true);
        Label figure = Ui.label(s.figure(), "figure");
        Label at = Ui.label(s.brief(), "small");
        Button out = new Button("", new VBox(picture, figure, at));
        out.getStyleClass().add("moment");
        out.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        String text = say(
                "desktop.compare.MomentStrip.go-to", s.at(), s.moment().topic().title(), s.figure());
        out.setTooltip(new Tooltip(text));
        out.setAccessibleText(text);
        out.setOnAction(e -> go.accept(s.moment()));
        HBox.setHgrow(out, Priority.ALWAYS);
        out.setMinWidth(0);
        out.setPrefWidth(WIDTH);
        out.setMaxWidth(WIDTH + 12);
        picture.fitHeightProperty()
                .bind(heightProperty().subtract(WORDS).map(h -> Math.clamp(h.doubleValue(), LEAST, HEIGHT)));
        return out;
    }
}
