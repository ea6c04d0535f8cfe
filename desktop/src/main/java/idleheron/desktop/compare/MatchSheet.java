package idleheron.desktop.compare;

import static idleheron.core.Messages.say;

import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Matching;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.widget.Column;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import javafx.beans.property.SimpleStringProperty;
import javafx.collections.FXCollections;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ListCell;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What belongs to what, to be mended by hand: a row for every sent joint, mesh and clip. */
final class MatchSheet extends VBox {
    private static final String NOTHING = "(nothing)";

    private final Scene sent;
    private final Scene returned;
    private final Consumer<MatchTable> changed;
    private final TableView<Row> rows = new TableView<>();
    private final TextField search = new TextField();
    private final CheckBox open = new CheckBox(say("desktop.compare.MatchSheet.only-without-a-partner"));
    private MatchTable table;

    private record Row(
            String kind,
            String name,
            String partner,
            boolean told,
            List<String> choices,
            BiFunction<MatchTable, @Nullable String, MatchTable> tell) {}

    MatchSheet(Scene sent, Scene returned, MatchTable table, Consumer<MatchTable> changed) {
        this.sent = sent;
        this.returned = returned;
        this.table = table;
        this.changed = changed;
        setSpacing(10);
        search.setPromptText(say("desktop.compare.MatchSheet.find-a-name"));
        Ui.named(
                search,
                say("desktop.compare.MatchSheet.find-a-name"),
                say("desktop.compare.MatchSheet.show-only-rows-with-these-letters"));
        HBox.setHgrow(search, Priority.ALWAYS);
        search.textProperty().addListener((o, was, is) -> fill());
        open.setTooltip(new Tooltip(say("desktop.compare.MatchSheet.show-only-what-has-no-partner")));
        open.selectedProperty().addListener((o, was, is) -> fill());
        HBox tools = Ui.row(
                12,
                search,
                open,
                Ui.button(
                        say("desktop.compare.MatchSheet.forget-what-was-told"),
                        say("desktop.compare.MatchSheet.match-by-names-and-places-alone"),
                        () -> tell(MatchTable.NONE),
                        "quiet"));
        rows.getStyleClass().add("evidence");
        rows.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        rows.setFixedCellSize(34);
        rows.setPlaceholder(Ui.label(say("desktop.compare.MatchSheet.everything-has-a-partner"), "second"));
        rows.getColumns()
                .add(Column.<Row>text(say("desktop.compare.MatchSheet.what"), 80, Row::kind)
                        .plain());
        rows.getColumns()
                .add(Column.<Row>path(say("desktop.compare.MatchSheet.sent"), 320, Row::name)
                        .plain());
        rows.getColumns().add(partner());
        rows.getColumns()
                .add(Column.<Row>text("", 90, r -> r.told() ? say("desktop.compare.MatchSheet.by-hand") : "")
                        .plain());
        VBox.setVgrow(rows, Priority.ALWAYS);
        getChildren().addAll(tools, rows);
        fill();
    }

    private TableColumn<Row, String> partner() {
        TableColumn<Row, String> c = new TableColumn<>(say("desktop.compare.MatchSheet.returned"));
        c.setCellValueFactory(d -> new SimpleStringProperty(d.getValue().partner()));
        c.setPrefWidth(320);
        c.setCellFactory(x -> new TableCell<>() {
            private final ComboBox<String> box = new ComboBox<>();
            private boolean filling;

            {
                box.setMaxWidth(Double.MAX_VALUE);
                box.setButtonCell(new ListCell<>() {
                    @Override
                    protected void updateItem(@Nullable String item, boolean none) {
                        super.updateItem(item, none);
                        setTextOverrun(OverrunStyle.LEADING_ELLIPSIS);
                        setText(none ? "" : item);
                    }
                });
                box.setOnAction(e -> {
                    Row r = getTableRow().getItem();
                    String is = box.getValue();
                    if (!filling && r != null && is != null && !is.equals(r.partner())) {
                        tell(r.tell().apply(table, is.equals(NOTHING) ? "" : is));
                    }
                });
            }

            @Override
            protected void updateItem(@Nullable String item, boolean none) {
                super.updateItem(item, none);
                Row r = none ? null : getTableRow().getItem();
                if (r == null) {
                    setGraphic(null);
                    return;
                }
                filling = true;
                box.getItems().setAll(r.choices());
                box.setValue(r.partner());
                Ui.named(
                        box,
                        say("desktop.compare.MatchSheet.partner-of", r.name()),
                        say("desktop.compare.MatchSheet.is-compared-with", r.name(), r.partner()));
                filling = false;
                setGraphic(box);
            }
        });
        return c;
    }

    private void tell(MatchTable value) {
        table = value;
        changed.accept(value);
        fill();
    }

    private void fill() {
        Matching m = Matching.of(sent, returned, table);
        List<Row> all = new ArrayList<>();
        List<String> joints = new ArrayList<>(List.of(NOTHING));
        returned.joints().forEach(j -> joints.add(returned.path(j)));
        for (int j : sent.joints()) {
            int other = m.nodes()[j];
            String path = sent.path(j);
            all.add(new Row(
                    say("desktop.compare.MatchSheet.joint"),
                    path,
                    other < 0 ? NOTHING : returned.path(other),
                    table.nodes().containsKey(path),
                    joints,
                    (t, to) -> t.withNode(path, to)));
        }
        List<String> meshes = new ArrayList<>(List.of(NOTHING));
        returned.meshes().forEach(x -> meshes.add(x.name()));
        for (int i = 0; i < sent.meshes().size(); i++) {
            Mesh mesh = sent.meshes().get(i);
            int other = m.meshes()[i];
            all.add(new Row(
                    say("desktop.compare.MatchSheet.mesh"),
                    mesh.name(),
                    other < 0 ? NOTHING : returned.meshes().get(other).name(),
                    table.meshes().containsKey(mesh.name()),
                    meshes,
                    (t, to) -> t.withMesh(mesh.name(), to)));
        }
        List<String> clips = new ArrayList<>(List.of(NOTHING));
        returned.clips().forEach(x -> clips.add(x.name()));
        for (int i = 0; i < sent.clips().size(); i++) {
            Clip clip = sent.clips().get(i);
            int other = m.clips()[i];
            all.add(new Row(
                    say("desktop.compare.MatchSheet.clip"),
                    clip.name(),
                    other < 0 ? NOTHING : returned.clips().get(other).name(),
                    table.clips().containsKey(clip.name()),
                    clips,
                    (t, to) -> t.withClip(clip.name(), to)));
        }
        String wanted = search.getText().toLowerCase(Locale.ROOT);
        all.removeIf(r -> open.isSelected() && !r.partner().equals(NOTHING)
                || !r.name().toLowerCase(Locale.ROOT).contains(wanted));
        rows.setItems(FXCollections.observableArrayList(all));
    }
}
