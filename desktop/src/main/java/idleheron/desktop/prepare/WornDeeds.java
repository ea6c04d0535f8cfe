package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.core.garment.Worn;
import idleheron.core.scene.Scene;
import idleheron.desktop.garment.ColliderModel;
import idleheron.desktop.garment.ColliderSheet;
import idleheron.desktop.garment.FreedomModel;
import idleheron.desktop.garment.FreedomSheet;
import idleheron.desktop.garment.TryOnModel;
import idleheron.desktop.garment.TryOnSheet;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.widget.Ui;
import java.io.File;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javafx.scene.Node;
import javafx.stage.FileChooser;

/** What can be done by hand with what is worn: try it on, paint what may move, set colliders. */
final class WornDeeds {
    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;

    WornDeeds(Bench bench, BenchActions deeds, Sheets sheets) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** A row of buttons, or nothing where nothing is worn. */
    List<Node> offered(Scene s) {
        List<Node> row = new ArrayList<>();
        if (TryOnModel.isOffered(s)) {
            row.add(Ui.button(
                    say("desktop.prepare.WornDeeds.try-on"),
                    say("desktop.prepare.WornDeeds.let-the-garments-fall-over-a"),
                    () -> sheets.showWide(
                            say("desktop.prepare.WornDeeds.try-on-2"),
                            say(
                                    "desktop.prepare.WornDeeds.as-they-stand-after-the-remedies",
                                    Objects.requireNonNull(Worn.in(s)).names(s)),
                            new TryOnSheet(s, deeds, bench.dusk().get(), this::keepCache)),
                    "quiet"));
        }
        for (int g : FreedomModel.garments(s)) {
            row.add(Ui.button(
                    say("desktop.prepare.WornDeeds.paint", s.nodes().get(g).name()),
                    say("desktop.prepare.WornDeeds.how-far-it-may-leave-its"),
                    () -> deeds.workOut(
                            say("desktop.prepare.WornDeeds.look-at-the-cloth"),
                            p -> new FreedomModel(s, g),
                            this::paint),
                    "quiet"));
        }
        if (!row.isEmpty()) {
            row.add(Ui.button(
                    say("desktop.prepare.WornDeeds.colliders"),
                    say("desktop.prepare.WornDeeds.what-keeps-cloth-out-of-the"),
                    () -> deeds.workOut(
                            say("desktop.prepare.WornDeeds.look-at-the-body"),
                            p -> new ColliderModel(s),
                            this::colliders),
                    "quiet"));
        }
        return row.isEmpty() ? List.of() : List.of(Ui.flow(8, row));
    }

    private void paint(FreedomModel m) {
        sheets.showWide(
                say("desktop.prepare.WornDeeds.how-far-may-leave-its-skin", m.name()),
                say("desktop.prepare.WornDeeds.as-it-stands-after-the-remedies"),
                new FreedomSheet(m, bench.dusk().get(), painted -> {
                    sheets.close();
                    deeds.add(painted);
                }));
    }

    private void colliders(ColliderModel m) {
        sheets.showWide(
                say(
                        "desktop.prepare.WornDeeds.colliders-of",
                        m.scene().nodes().get(m.body()).name()),
                say("desktop.prepare.WornDeeds.capsules-on-joints-they-keep-cloth"),
                new ColliderSheet(m, deeds, bench.dusk().get(), given -> {
                    sheets.close();
                    deeds.add(given);
                }));
    }

    private void keepCache(Scene cache) {
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.prepare.WornDeeds.save-what-was-tried-on"));
        f.setInitialFileName(cache.name() + ".abc");
        File to = f.showSaveDialog(sheets.getScene().getWindow());
        if (to != null) {
            deeds.saves().scene(cache, to.toPath());
        }
    }
}
