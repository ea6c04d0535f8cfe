package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.desktop.widget.Column;
import idleheron.desktop.widget.Ui;
import idleheron.formats.spi.Outline;
import java.util.Locale;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** A file as stored: its parts with their types, their first values and where they lie. */
public final class OutlineSheet extends VBox {
    /** More hits are not shown; a narrower word finds them. */
    private static final int MOST = 2000;

    private final Outline outline;
    private final TreeTableView<Outline> tree = new TreeTableView<>();
    private final Label count = Ui.label("", "second");

    public OutlineSheet(Outline outline) {
        this.outline = outline;
        setSpacing(10);
        TextField search = new TextField();
        search.setPromptText(say("desktop.sheet.OutlineSheet.find-a-name-or-a-value"));
        Ui.named(
                search,
                say("desktop.sheet.OutlineSheet.find-a-name-or-a-value"),
                say("desktop.sheet.OutlineSheet.show-only-the-parts-with-this"));
        search.textProperty().addListener((o, was, is) -> find(is));
        HBox.setHgrow(search, Priority.ALWAYS);
        count.setMinWidth(190);
        tree.getStyleClass().add("evidence");
        tree.setFixedCellSize(26);
        tree.setColumnResizePolicy(TreeTableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        tree.getColumns()
                .add(Column.<Outline>text(say("desktop.sheet.OutlineSheet.part"), 280, Outline::name)
                        .tree());
        tree.getColumns()
                .add(Column.<Outline>figure(
                                say("desktop.sheet.OutlineSheet.at-byte"),
                                90,
                                o -> String.format(Locale.ROOT, "%,d", o.at()))
                        .tree());
        tree.getColumns()
                .add(Column.<Outline>text(say("desktop.sheet.OutlineSheet.type"), 150, Outline::type)
                        .tree());
        tree.getColumns()
                .add(Column.<Outline>text(say("desktop.sheet.OutlineSheet.begins-with"), 300, Outline::value)
                        .tree());
        VBox.setVgrow(tree, Priority.ALWAYS);
        getChildren().addAll(Ui.row(12, search, count), tree);
        find("");
    }

    private void find(String word) {
        if (word.isBlank()) {
            TreeItem<Outline> root = new Part(outline);
            root.setExpanded(true);
            tree.setRoot(root);
            count.setText(String.format(Locale.ROOT, say("desktop.sheet.OutlineSheet.d-parts"), outline.count()));
            return;
        }
        int[] hits = {0};
        TreeItem<Outline> root = holding(outline, word.toLowerCase(Locale.ROOT), hits);
        tree.setRoot(root == null ? new TreeItem<>(outline) : root);
        count.setText(
                hits[0] >= MOST
                        ? say("desktop.sheet.OutlineSheet.the-first-hits", MOST)
                        : say("desktop.sheet.OutlineSheet.hits", hits[0]));
    }

    /** The parts that hold a word, with those above them; null where none does. */
    private static @Nullable TreeItem<Outline> holding(Outline o, String word, int[] hits) {
        boolean hit = o.name().toLowerCase(Locale.ROOT).contains(word)
                || o.value().toLowerCase(Locale.ROOT).contains(word);
        hits[0] += hit ? 1 : 0;
        TreeItem<Outline> item = new TreeItem<>(o);
        for (Outline c : o.children()) {
            TreeItem<Outline> below = hits[0] < MOST ? holding(c, word, hits) : null;
            if (below != null) {
                item.getChildren().add(below);
            }
        }
        item.setExpanded(true);
        return hit || !item.getChildren().isEmpty() ? item : null;
    }

    /** Children are made when the part is opened. */
    private static final class Part extends TreeItem<Outline> {
        private boolean filled;

        private Part(Outline o) {
            super(o);
            expandedProperty().addListener((p, was, is) -> fill());
            if (!o.children().isEmpty()) {
                getChildren().add(new TreeItem<>(o));
            }
        }

        private void fill() {
            if (!filled && isExpanded()) {
                filled = true;
                getChildren()
                        .setAll(getValue().children().stream().map(Part::new).toList());
            }
        }
    }
}
