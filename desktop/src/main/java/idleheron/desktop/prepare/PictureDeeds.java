package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Finding;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.picture.PicturesModel;
import idleheron.desktop.picture.PicturesSheet;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.beans.value.ChangeListener;
import javafx.scene.Node;
import org.jspecify.annotations.Nullable;

/** The pictures of what is on the bench, as they are after the remedies so far. */
final class PictureDeeds {
    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;

    PictureDeeds(Bench bench, BenchActions deeds, Sheets sheets) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** A button, or nothing where nothing could have a picture. */
    List<Node> offered(Scene s) {
        return s.materials().isEmpty() && s.textures().isEmpty()
                ? List.of()
                : List.of(Ui.button(
                        say("desktop.prepare.PictureDeeds.pictures"),
                        say("desktop.prepare.PictureDeeds.see-the-pictures-channel-by-channel"),
                        this::look,
                        "quiet"));
    }

    private void look() {
        PicturesSheet sheet = new PicturesSheet(deeds, this::gathering, deeds::add);
        ChangeListener<@Nullable Preparation> anew = (o, was, is) -> sheet.load();
        sheet.sceneProperty().addListener((o, was, is) -> {
            if (is == null) {
                bench.prepared().removeListener(anew);
            }
        });
        bench.prepared().addListener(anew);
        sheets.showWide(
                say("desktop.prepare.PictureDeeds.pictures-title"),
                say("desktop.prepare.PictureDeeds.drag-a-picture-onto-a-place"),
                sheet);
    }

    /** The work on what stands on the bench now. */
    private PicturesSheet.Works gathering() {
        Crossing c = bench.crossing().get();
        Preparation p = bench.prepared().get();
        CheckJob.Result seen = bench.lookedOver().get();
        List<Finding> open = seen == null ? List.of() : ReadyModel.unmended(seen.findings(), c);
        return progress -> p == null ? null : PicturesModel.of(p.scene(), open, progress);
    }
}
