package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.core.crossing.Asset;
import idleheron.core.pair.CompareSettings;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.widget.Carriers;
import idleheron.formats.disk.FileNames;
import java.io.File;
import java.nio.file.Path;
import javafx.stage.FileChooser;

/** What is asked about a comparison: its terms, and where what was mended goes. */
final class CompareSheets {
    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;

    CompareSheets(Bench bench, BenchActions deeds, Sheets sheets) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** Asks where the mended file goes, and writes it. */
    void saveMended() {
        Asset back = bench.crossing().get().returned();
        if (back == null) {
            return;
        }
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.compare.CompareSheets.save-the-mended-file"));
        f.getExtensionFilters().setAll(Carriers.filters());
        String stem = FileNames.stem(String.valueOf(Path.of(back.path()).getFileName()));
        f.setInitialFileName(stem + "_mended" + FileNames.end(back.path()));
        File chosen = f.showSaveDialog(sheets.getScene().getWindow());
        if (chosen != null) {
            deeds.saves().mended(chosen.toPath());
        }
    }

    /** What belongs to what. */
    void matching() {
        CompareJob.Result c = bench.compared().get();
        if (c != null) {
            CompareSettings now = bench.crossing().get().terms();
            sheets.show(
                    say("desktop.compare.CompareSheets.what-belongs-to-what"),
                    say("desktop.compare.CompareSheets.matched-by-path-by-name-and"),
                    new MatchSheet(
                            c.sent().scene(),
                            c.returned().scene(),
                            now.table(),
                            t -> deeds.terms(bench.crossing().get().terms().with(t))));
        }
    }

    /** From which figure on a difference counts. */
    void tolerances() {
        CompareSettings now = bench.crossing().get().terms();
        sheets.showSmall(
                say("desktop.compare.CompareSheets.tolerances"),
                say("desktop.compare.CompareSheets.from-where-on-a-difference-counts"),
                new ToleranceSheet(
                        now.tolerances(),
                        t -> deeds.terms(bench.crossing().get().terms().with(t))));
    }
}
