package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import java.util.function.Consumer;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import org.jspecify.annotations.Nullable;

/** A table of evidence: figures right-aligned in a tabular face, rows over tolerance marked. */
public final class EvidenceTable extends TableView<Evidence.Row> {
    private static final double LETTER = 6.4;
    private static final int LOOKED_AT = 200;
    private static final int LONG = 40;

    private Consumer<Evidence.Row> chosen = r -> {};
    private boolean quiet;

    public EvidenceTable() {
        getStyleClass().add("evidence");
        setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        setFixedCellSize(30);
        Label empty = Ui.label(say("desktop.widget.EvidenceTable.nothing-to-show-here"), "second");
        setPlaceholder(empty);
        setRowFactory(t -> new TableRow<>() {
            @Override
            protected void updateItem(Evidence.@Nullable Row item, boolean none) {
                super.updateItem(item, none);
                getStyleClass().remove("over");
                if (item != null && !none && item.over()) {
                    getStyleClass().add("over");
                }
            }
        });
        getSelectionModel().selectedItemProperty().addListener((o, was, is) -> {
            if (is != null && !quiet) {
                chosen.accept(is);
            }
        });
    }

    public void onChosen(Consumer<Evidence.Row> value) {
        chosen = value;
    }

    public void show(Evidence e) {
        getColumns().clear();
        TableColumn<Evidence.Row, Object> first = column(e.subject(), -1, 0);
        getColumns().add(first);
        for (int i = 0; i < e.columns().size(); i++) {
            getColumns().add(column(e.columns().get(i), i, longest(e, i)));
        }
        setItems(FXCollections.observableArrayList(e.rows()));
    }

    /** Shows the row of a node without telling that it was chosen. */
    public void point(int sentNode) {
        quiet = true;
        for (int i = 0; i < getItems().size(); i++) {
            if (sentNode >= 0 && getItems().get(i).sentNode() == sentNode) {
                getSelectionModel().select(i);
                scrollTo(Math.max(0, i - 2));
                quiet = false;
                return;
            }
        }
        getSelectionModel().clearSelection();
        quiet = false;
    }

    /** Letters of the longest text in a column; a very long one is cut, and so are looks at very many. */
    private static int longest(Evidence e, int index) {
        return e.rows().stream()
                .limit(LOOKED_AT)
                .map(r -> r.cells().get(index))
                .mapToInt(c ->
                        c instanceof Double v ? cell(v).length() : c.toString().length())
                .map(n -> Math.min(n, LONG))
                .max()
                .orElse(0);
    }

    private static TableColumn<Evidence.Row, Object> column(String title, int index, int longest) {
        TableColumn<Evidence.Row, Object> c = new TableColumn<>(title);
        c.setReorderable(false);
        c.setCellValueFactory(d -> new SimpleObjectProperty<>(
                index < 0 ? last(d.getValue().subject()) : d.getValue().cells().get(index)));
        c.setCellFactory(x -> new TableCell<>() {
            @Override
            protected void layoutChildren() {
                super.layoutChildren();
                FullLabel.tellWhole(this);
            }

            @Override
            protected void updateItem(@Nullable Object item, boolean none) {
                super.updateItem(item, none);
                getStyleClass().removeAll("number");
                if (item == null || none) {
                    setText("");
                } else if (item instanceof Double v) {
                    setText(cell(v));
                    getStyleClass().add("number");
                    setAlignment(Pos.CENTER_RIGHT);
                } else {
                    setText(item.toString());
                    setAlignment(index < 0 ? Pos.CENTER_LEFT : Pos.CENTER_RIGHT);
                }
            }
        });
        if (index >= 0) {
            c.getStyleClass().add("right");
        }
        double width = index < 0 ? 104 : Math.max(56, 24 + LETTER * title.length());
        c.setMinWidth(width);
        c.setPrefWidth(index < 0 ? 170 : Math.max(width + 10, 24 + LETTER * longest));
        return c;
    }

    private static String last(String path) {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    private static String cell(double v) {
        if (v == Math.rint(v) || Math.abs(v) < 1e-6) {
            return Figure.number(v);
        }
        return String.format(java.util.Locale.ROOT, Math.abs(v) >= 1000 ? "%.0f" : "%.3f", v);
    }
}
