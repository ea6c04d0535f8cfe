package idleheron.desktop.widget;

import java.util.function.Function;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TreeTableCell;
import javafx.scene.control.TreeTableColumn;
import org.jspecify.annotations.Nullable;

/**
 * One column of a table or a tree: its heading and what stands in it, text or a node.
 *
 * @param width preferred, pixels
 * @param of what stands in the cell of an item
 */
public record Column<T>(String title, double width, Form form, Function<T, Object> of) {
    private static final double LEAST = 60;

    /** Width of a letter of a title, points; and of what lies beside it. */
    private static final double LETTER = 7.2;

    private static final double BESIDE = 20;

    /** Wide enough for its title, whatever language that is in. */
    private double wide() {
        return Math.max(width, BESIDE + LETTER * title.length());
    }

    /** How what stands there is set. */
    public enum Form {
        TEXT,
        /** Text of which the end tells most, as of a path. */
        PATH,
        /** A number: on the right, in figures of one width. */
        FIGURE
    }

    /** Of words or numbers, as they are shown. */
    public static <T> Column<T> text(String title, double width, Function<T, Object> of) {
        return new Column<>(title, width, Form.TEXT, of);
    }

    /** Of paths, shortened at their beginning. */
    public static <T> Column<T> path(String title, double width, Function<T, Object> of) {
        return new Column<>(title, width, Form.PATH, of);
    }

    /** Of figures, to the right. */
    public static <T> Column<T> figure(String title, double width, Function<T, Object> of) {
        return new Column<>(title, width, Form.FIGURE, of);
    }

    /** For a table. */
    public TableColumn<T, T> plain() {
        TableColumn<T, T> c = new TableColumn<>(title);
        c.setPrefWidth(wide());
        c.setMinWidth(Math.max(BESIDE + LETTER * title.length(), Math.min(width, LEAST)));
        c.setSortable(false);
        c.setReorderable(false);
        if (form == Form.FIGURE) {
            c.getStyleClass().add("right");
        }
        c.setCellValueFactory(d -> new SimpleObjectProperty<>(d.getValue()));
        c.setCellFactory(x -> new TableCell<>() {
            @Override
            protected void layoutChildren() {
                super.layoutChildren();
                FullLabel.tellWhole(this);
            }

            @Override
            protected void updateItem(@Nullable T item, boolean none) {
                super.updateItem(item, none);
                fill(this, none ? null : item);
            }
        });
        return c;
    }

    /** For a tree. */
    public TreeTableColumn<T, T> tree() {
        TreeTableColumn<T, T> c = new TreeTableColumn<>(title);
        c.setPrefWidth(wide());
        c.setMinWidth(Math.max(BESIDE + LETTER * title.length(), Math.min(width, LEAST)));
        c.setSortable(false);
        c.setReorderable(false);
        if (form == Form.FIGURE) {
            c.getStyleClass().add("right");
        }
        c.setCellValueFactory(d -> new SimpleObjectProperty<>(d.getValue().getValue()));
        c.setCellFactory(x -> new TreeTableCell<>() {
            @Override
            protected void layoutChildren() {
                super.layoutChildren();
                FullLabel.tellWhole(this);
            }

            @Override
            protected void updateItem(@Nullable T item, boolean none) {
                super.updateItem(item, none);
                fill(this, none ? null : item);
            }
        });
        return c;
    }

    private void fill(IndexedCell<T> cell, @Nullable T item) {
        Object v = item == null ? "" : of.apply(item);
        cell.setText(v instanceof Node ? null : v.toString());
        cell.setGraphic(v instanceof Node n ? n : null);
        cell.getStyleClass().remove("number");
        cell.setAlignment(form == Form.FIGURE ? Pos.CENTER_RIGHT : Pos.CENTER_LEFT);
        if (form == Form.FIGURE) {
            cell.getStyleClass().add("number");
        }
        cell.setTextOverrun(form == Form.PATH ? OverrunStyle.LEADING_ELLIPSIS : OverrunStyle.ELLIPSIS);
    }
}
