package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.app.MotionJob;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.desktop.formula.FormulaModel;
import idleheron.desktop.formula.FormulaSheet;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.widget.Ui;
import java.io.File;
import java.util.List;
import javafx.scene.Node;
import javafx.stage.FileChooser;

/** Motion by formula, written for the figure as it stands after the remedies so far. */
final class FormulaDeeds implements FormulaSheet.Taken {
    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;

    FormulaDeeds(Bench bench, BenchActions deeds, Sheets sheets) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** A button, or nothing where nothing can be moved. */
    List<Node> offered(Scene s) {
        return MotionJob.isOffered(s)
                ? List.of(Ui.button(
                        say("desktop.prepare.FormulaDeeds.motion-by-formula"),
                        say("desktop.prepare.FormulaDeeds.write-a-clip-as-keys-and"),
                        () -> write(s),
                        "quiet"))
                : List.of();
    }

    private void write(Scene s) {
        sheets.showWide(
                say("desktop.prepare.FormulaDeeds.motion-by-formula-2"),
                say("desktop.prepare.FormulaDeeds.moves-by-what-is-written-here", s.name()),
                new FormulaSheet(
                        new FormulaModel(s, remedies()), deeds, bench.dusk().get(), this));
    }

    private List<Remedy> remedies() {
        return bench.crossing().get().remedies();
    }

    @Override
    public void put(String text) {
        sheets.close();
        deeds.remedies(FormulaModel.with(remedies(), text));
    }

    @Override
    public void keep(String text, String name) {
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.prepare.FormulaDeeds.save-the-motion"));
        f.setInitialFileName(name);
        File to = f.showSaveDialog(sheets.getScene().getWindow());
        if (to == null) {
            return;
        }
        deeds.workOut(
                say("desktop.prepare.FormulaDeeds.saving-the-motion"),
                p -> {
                    MotionJob.save(text, to.toPath());
                    return to.getName();
                },
                n -> deeds.tell(say("desktop.prepare.FormulaDeeds.saved", n)));
    }
}
