package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.pair.Tolerances;
import idleheron.desktop.widget.Ui;
import idleheron.report.TermsJson;
import java.io.File;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser;

/** From where on a difference counts, figure by figure. */
final class ToleranceSheet extends VBox {
    private static final List<String[]> NAMES = List.of(
            new String[] {say("desktop.compare.ToleranceSheet.scale-between-the-sides"), "relative"},
            new String[] {say("desktop.compare.ToleranceSheet.turn-between-the-sides"), "°"},
            new String[] {say("desktop.compare.ToleranceSheet.offset-between-the-sides"), "mm"},
            new String[] {say("desktop.compare.ToleranceSheet.joint-at-rest"), "mm"},
            new String[] {say("desktop.compare.ToleranceSheet.bone-length"), "relative"},
            new String[] {say("desktop.compare.ToleranceSheet.joint-orientation"), "°"},
            new String[] {say("desktop.compare.ToleranceSheet.weights-of-a-point-summed"), ""},
            new String[] {say("desktop.compare.ToleranceSheet.surface-from-weights"), "mm"},
            new String[] {say("desktop.compare.ToleranceSheet.joint-in-a-clip"), "mm"},
            new String[] {say("desktop.compare.ToleranceSheet.turn-of-a-joint-in-a"), "°"},
            new String[] {say("desktop.compare.ToleranceSheet.ranges-and-shifts"), "frames"},
            new String[] {say("desktop.compare.ToleranceSheet.blend-shape"), "mm"},
            new String[] {"Vertex", "mm"},
            new String[] {"Normal", "°"},
            new String[] {"Voxel", say("desktop.compare.ToleranceSheet.of-range")});

    private final List<TextField> fields = new ArrayList<>();
    private final Label trouble = Ui.label("", "second");
    private final Consumer<Tolerances> changed;

    ToleranceSheet(Tolerances now, Consumer<Tolerances> changed) {
        this.changed = changed;
        setSpacing(12);
        GridPane grid = new GridPane(14, 7);
        for (int i = 0; i < NAMES.size(); i++) {
            TextField f = new TextField();
            f.setPrefColumnCount(9);
            f.setAlignment(Pos.CENTER_RIGHT);
            f.getStyleClass().add("figure");
            Ui.named(f, NAMES.get(i)[0], say("desktop.compare.ToleranceSheet.from-which-figure-on-this-counts"));
            fields.add(f);
            int column = i < 8 ? 0 : 3;
            grid.add(Ui.label(NAMES.get(i)[0]), column, i % 8);
            grid.add(f, column + 1, i % 8);
            Label unit = Ui.label(NAMES.get(i)[1], "small");
            unit.setMinWidth(60);
            grid.add(unit, column + 2, i % 8);
        }
        put(now);
        getChildren()
                .addAll(
                        grid,
                        trouble,
                        Ui.row(
                                8,
                                Ui.button(
                                        say("desktop.compare.ToleranceSheet.use-these"),
                                        say("desktop.compare.ToleranceSheet.compare-again-under-these-tolerances"),
                                        this::use,
                                        "strong-button"),
                                Ui.button(
                                        say("desktop.compare.ToleranceSheet.usual-values"),
                                        say("desktop.compare.ToleranceSheet.what-the-program-starts-with"),
                                        () -> put(Tolerances.DEFAULT),
                                        "quiet"),
                                Ui.button(
                                        say("desktop.compare.ToleranceSheet.read-a-file"),
                                        say("desktop.compare.ToleranceSheet.tolerances-from-a-json-file"),
                                        this::read,
                                        "quiet"),
                                Ui.button(
                                        say("desktop.compare.ToleranceSheet.save-as-a-file"),
                                        say("desktop.compare.ToleranceSheet.for-the-command-line-and-for"),
                                        this::save,
                                        "quiet")));
    }

    private static double[] values(Tolerances t) {
        return new double[] {
            t.scale(),
            t.turn(),
            t.offset(),
            t.joint(),
            t.boneLength(),
            t.orientation(),
            t.weight(),
            t.surface(),
            t.clipPosition(),
            t.clipAngle(),
            t.frames(),
            t.shape(),
            t.vertex(),
            t.normal(),
            t.voxel()
        };
    }

    private void put(Tolerances t) {
        double[] v = values(t);
        for (int i = 0; i < v.length; i++) {
            fields.get(i)
                    .setText(new BigDecimal(Double.toString(v[i]))
                            .stripTrailingZeros()
                            .toPlainString());
        }
    }

    /** What stands in the fields; throws with the name of the field that holds no number from nought. */
    private Tolerances told() {
        double[] v = new double[fields.size()];
        for (int i = 0; i < v.length; i++) {
            try {
                v[i] = Double.parseDouble(fields.get(i).getText().strip().replace(',', '.'));
            } catch (NumberFormatException e) {
                v[i] = -1;
            }
            if (!(v[i] >= 0)) {
                throw new IllegalArgumentException(say(
                        "desktop.compare.ToleranceSheet.expected-a-number-from-0-found",
                        NAMES.get(i)[0].toLowerCase(Locale.ROOT),
                        fields.get(i).getText()));
            }
        }
        return new Tolerances(
                v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8], v[9], v[10], v[11], v[12], v[13], v[14]);
    }

    private void use() {
        try {
            changed.accept(told());
            trouble.setText(say("desktop.compare.ToleranceSheet.compared-under-these"));
        } catch (IllegalArgumentException e) {
            trouble.setText(e.getMessage());
        }
    }

    private void read() {
        File f = new FileChooser().showOpenDialog(getScene().getWindow());
        if (f != null) {
            try {
                put(TermsJson.read(f.toPath()));
                trouble.setText(say("desktop.compare.ToleranceSheet.read-from", f.getName()));
            } catch (IOException e) {
                trouble.setText(e.getMessage());
            }
        }
    }

    private void save() {
        FileChooser c = new FileChooser();
        c.setInitialFileName("tolerances.json");
        File f = c.showSaveDialog(getScene().getWindow());
        if (f != null) {
            try {
                Files.writeString(f.toPath(), TermsJson.text(told()));
                trouble.setText(say("desktop.compare.ToleranceSheet.saved-as", f.getName()));
            } catch (IOException | IllegalArgumentException e) {
                trouble.setText(e.getMessage());
            }
        }
    }
}
