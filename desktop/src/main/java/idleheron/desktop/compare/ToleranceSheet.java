package idleheron.desktop.compare;

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
            new String[] {"Scale between the sides", "relative"},
            new String[] {"Turn between the sides", "°"},
            new String[] {"Offset between the sides", "mm"},
            new String[] {"Joint at rest", "mm"},
            new String[] {"Bone length", "relative"},
            new String[] {"Joint orientation", "°"},
            new String[] {"Weights of a point, summed", ""},
            new String[] {"Surface, from weights", "mm"},
            new String[] {"Joint in a clip", "mm"},
            new String[] {"Turn of a joint in a clip", "°"},
            new String[] {"Ranges and shifts", "frames"},
            new String[] {"Blend shape", "mm"},
            new String[] {"Vertex", "mm"},
            new String[] {"Normal", "°"},
            new String[] {"Voxel", "of range"});

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
            Ui.named(f, NAMES.get(i)[0], "From which figure on this counts as a difference");
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
                                        "Use these",
                                        "Compare again under these tolerances",
                                        this::use,
                                        "strong-button"),
                                Ui.button(
                                        "Usual values",
                                        "What the program starts with",
                                        () -> put(Tolerances.DEFAULT),
                                        "quiet"),
                                Ui.button("Read a file", "Tolerances from a JSON file", this::read, "quiet"),
                                Ui.button(
                                        "Save as a file", "For the command line and for others", this::save, "quiet")));
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
                throw new IllegalArgumentException(NAMES.get(i)[0].toLowerCase(Locale.ROOT)
                        + ": expected a number from 0, found \"" + fields.get(i).getText() + '"');
            }
        }
        return new Tolerances(
                v[0], v[1], v[2], v[3], v[4], v[5], v[6], v[7], v[8], v[9], v[10], v[11], v[12], v[13], v[14]);
    }

    private void use() {
        try {
            changed.accept(told());
            trouble.setText("Compared under these.");
        } catch (IllegalArgumentException e) {
            trouble.setText(e.getMessage());
        }
    }

    private void read() {
        File f = new FileChooser().showOpenDialog(getScene().getWindow());
        if (f != null) {
            try {
                put(TermsJson.read(f.toPath()));
                trouble.setText("Read from " + f.getName() + ".");
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
                trouble.setText("Saved as " + f.getName() + ".");
            } catch (IOException | IllegalArgumentException e) {
                trouble.setText(e.getMessage());
            }
        }
    }
}
