package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.desktop.widget.Column;
import idleheron.desktop.widget.Ui;
import idleheron.formats.spi.LayeredFile;
import java.util.List;
import java.util.Locale;
import java.util.function.BiConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/**
 * A stage: its layers, each with a letter and a colour, the prims with the letters of those that speak of them, and for the chosen
 * prim who says what, the opinion that counts first. Of a package what is in it, the largest first.
 */
public final class StageSheet extends HBox {
    private static final int COLOURS = 6;
    private static final int OPEN = 400;

    private final LayeredFile stage;
    private final TreeTableView<LayeredFile.PrimLine> tree = new TreeTableView<>();
    private final TableView<LayeredFile.Said> said = new TableView<>();
    private String chosen = "/";
    private final Label who = Ui.label(say("desktop.sheet.StageSheet.choose-a-prim-to-see-who"), "second");

    /**
     * What can be made of a stage.
     *
     * @param parts shows the file part by part instead
     * @param flat writes one layer, or a package, of a branch: its path, and the ending of the file
     */
    public record Makes(Runnable parts, BiConsumer<String, String> flat) {}

    public StageSheet(LayeredFile stage, Makes makes) {
        this.stage = stage;
        setSpacing(18);
        VBox left = Ui.column(6, Ui.label(say("desktop.sheet.StageSheet.layers"), "heading"));
        for (int i = 0; i < stage.layerLines().size(); i++) {
            left.getChildren().add(layer(i));
        }
        contents(left);
        stage.troubles().forEach(p -> left.getChildren().add(Ui.wrapped(p.subject() + ": " + p.message(), "fault")));
        left.getChildren()
                .addAll(
                        Ui.label(say("desktop.sheet.StageSheet.make-of-it"), "heading"),
                        Ui.button(
                                say("desktop.sheet.StageSheet.one-layer"),
                                say("desktop.sheet.StageSheet.a-layer-beside-the-file-that"),
                                () -> makes.flat().accept("/", "usdc"),
                                "quiet"),
                        Ui.button(
                                say("desktop.sheet.StageSheet.a-package"),
                                say("desktop.sheet.StageSheet.a-package-beside-the-file-all"),
                                () -> makes.flat().accept("/", "usdz"),
                                "quiet"),
                        Ui.button(
                                say("desktop.sheet.StageSheet.the-chosen-branch"),
                                say("desktop.sheet.StageSheet.a-layer-beside-the-file-with"),
                                () -> makes.flat().accept(chosen, "usdc"),
                                "quiet"),
                        Ui.button(
                                say("desktop.sheet.StageSheet.part-by-part"),
                                say("desktop.sheet.StageSheet.the-top-layer-as-it-is"),
                                makes.parts(),
                                "quiet"));
        ScrollPane scroll = Ui.scrolled(left);
        scroll.setMinWidth(250);
        scroll.setPrefWidth(250);
        prims();
        opinions();
        VBox right = Ui.column(8, tree, who, said);
        VBox.setVgrow(tree, Priority.ALWAYS);
        said.setPrefHeight(230);
        said.setMinHeight(140);
        HBox.setHgrow(right, Priority.ALWAYS);
        tree.getSelectionModel().select(0);
        getChildren().addAll(scroll, right);
    }

    /** "A" to "Z", then "27". */
    private static String letter(int layer) {
        return layer < 26 ? String.valueOf((char) ('A' + layer)) : String.valueOf(layer + 1);
    }

    private Label mark(int layer) {
        Label l = Ui.label(letter(layer), "layer-mark");
        l.getStyleClass().add("layer-" + layer % COLOURS);
        l.setMinWidth(Region.USE_PREF_SIZE);
        l.setAccessibleText(say(
                "desktop.sheet.StageSheet.layer",
                letter(layer),
                stage.layerLines().get(layer).name()));
        return l;
    }

    private Node layer(int i) {
        LayeredFile.LayerLine l = stage.layerLines().get(i);
        Label name = Ui.label(l.name());
        name.setTooltip(new javafx.scene.control.Tooltip(l.id()));
        VBox text = Ui.column(0, name, Ui.label(l.way() + ", " + l.form() + ", " + size(l.bytes()), "small"));
        HBox row = Ui.row(8, mark(i), text);
        row.setAlignment(Pos.TOP_LEFT);
        return row;
    }

    private void contents(VBox left) {
        if (stage.contents().isEmpty()) {
            return;
        }
        long all =
                stage.contents().stream().mapToLong(LayeredFile.Packed::bytes).sum();
        left.getChildren().add(Ui.label(say("desktop.sheet.StageSheet.in-the-package", size(all)), "heading"));
        for (LayeredFile.Packed c : stage.contents()) {
            Region bar = new Region();
            bar.getStyleClass().add("share");
            bar.setPrefSize(Math.max(2, 200.0 * c.bytes() / Math.max(1, all)), 4);
            bar.setMaxWidth(Region.USE_PREF_SIZE);
            Label bytes = Ui.label(size(c.bytes()), "figure");
            bytes.setMinWidth(Region.USE_PREF_SIZE);
            left.getChildren().add(Ui.column(1, Ui.row(8, Ui.label(c.name()), Ui.grow(), bytes), bar));
        }
    }

    private static String size(long bytes) {
        return bytes < 1_000_000
                ? String.format(Locale.ROOT, "%.1f kB", bytes / 1e3)
                : String.format(Locale.ROOT, "%.1f MB", bytes / 1e6);
    }

    private void prims() {
        tree.getStyleClass().add("evidence");
        tree.setFixedCellSize(26);
        tree.setShowRoot(false);
        tree.setAccessibleText(say("desktop.sheet.StageSheet.prims-of-the-stage"));
        tree.setColumnResizePolicy(TreeTableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        tree.getColumns()
                .add(Column.<LayeredFile.PrimLine>text(say("desktop.sheet.StageSheet.prim"), 300, p -> p.name())
                        .tree());
        tree.getColumns()
                .add(Column.<LayeredFile.PrimLine>text(
                                say("desktop.sheet.StageSheet.type"),
                                130,
                                p -> p.type().isEmpty() ? "–" : p.type())
                        .tree());
        tree.getColumns()
                .add(Column.<LayeredFile.PrimLine>text(
                                say("desktop.sheet.StageSheet.said-by"), 150, p -> marks(p.layers()))
                        .tree());
        tree.getColumns()
                .add(Column.<LayeredFile.PrimLine>text(
                                "", 90, p -> p.there() ? "" : say("desktop.sheet.StageSheet.not-shown"))
                        .tree());
        TreeItem<LayeredFile.PrimLine> root = new TreeItem<>();
        int[] count = {0};
        stage.prims().forEach(p -> root.getChildren().add(item(p, count)));
        tree.setRoot(root);
        tree.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> {
            if (is != null && is.getValue() != null) {
                choose(is.getValue());
            }
        });
    }

    private static TreeItem<LayeredFile.PrimLine> item(LayeredFile.PrimLine p, int[] count) {
        TreeItem<LayeredFile.PrimLine> out = new TreeItem<>(p);
        count[0]++;
        out.setExpanded(count[0] < OPEN && p.children().size() < 60 && !p.type().equals("Material"));
        p.children().forEach(c -> out.getChildren().add(item(c, count)));
        return out;
    }

    private HBox marks(List<Integer> layers) {
        HBox box = Ui.row(3);
        layers.forEach(l -> box.getChildren().add(mark(l)));
        return box;
    }

    private void choose(LayeredFile.PrimLine p) {
        chosen = p.path();
        List<LayeredFile.Said> all = stage.said(p.path());
        who.setText(p.path()
                + (all.isEmpty()
                        ? say("desktop.sheet.StageSheet.has-no-properties")
                        : say("desktop.sheet.StageSheet.who-says-what-the-opinion-that")));
        said.getItems().setAll(all);
    }

    private void opinions() {
        said.getStyleClass().add("evidence");
        said.setFixedCellSize(26);
        said.setAccessibleText(say("desktop.sheet.StageSheet.who-says-what-of-the-chosen"));
        said.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        said.setPlaceholder(Ui.label(say("desktop.sheet.StageSheet.no-layer-writes-a-property-of"), "second"));
        said.getColumns()
                .add(Column.<LayeredFile.Said>text(say("desktop.sheet.StageSheet.property"), 190, s -> s.property())
                        .plain());
        said.getColumns()
                .add(Column.<LayeredFile.Said>text(
                                say("desktop.sheet.StageSheet.by"), 44, s -> marks(List.of(s.layer())))
                        .plain());
        said.getColumns()
                .add(Column.<LayeredFile.Said>text(say("desktop.sheet.StageSheet.way"), 84, s -> s.arc())
                        .plain());
        said.getColumns()
                .add(Column.<LayeredFile.Said>text(say("desktop.sheet.StageSheet.type"), 110, s -> s.type())
                        .plain());
        said.getColumns()
                .add(Column.<LayeredFile.Said>text(
                                say("desktop.sheet.StageSheet.value"),
                                300,
                                s -> s.value().isEmpty() ? say("desktop.sheet.StageSheet.no-value") : s.value())
                        .plain());
        said.setRowFactory(t -> new TableRow<>() {
            @Override
            protected void updateItem(LayeredFile.@Nullable Said item, boolean none) {
                super.updateItem(item, none);
                setOpacity(none || item == null || item.counts() ? 1 : 0.55);
            }
        });
    }
}
