package idleheron.desktop.round;

import static idleheron.core.Messages.say;

import idleheron.app.round.RoundSummary;
import idleheron.core.Verdict;
import idleheron.desktop.widget.Column;
import idleheron.desktop.widget.Ui;
import java.util.Comparator;
import java.util.List;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableRow;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;

/** A round: what is done to its files and where they go, a table of them, and how far all of it is. */
final class RoundSheet extends VBox {
    private final RoundModel model;
    private final RoundDeeds deeds;
    private final ComboBox<String> recipe = combo("Recipe", say("desktop.round.RoundSheet.what-is-done-to-each-file"));
    private final ComboBox<String> destination =
            combo("Destination", say("desktop.round.RoundSheet.how-the-other-side-writes-things"));
    private final ComboBox<String> carrier = combo("Carrier", say("desktop.round.RoundSheet.what-they-are-written-as"));
    private final TextField out = new TextField();
    private final TableView<RoundModel.Row> table = new TableView<>();
    private final ProgressBar bar = new ProgressBar(0);
    private final Label headline = Ui.label("", "strong");
    private final Label totals = Ui.wrapped("", "second");
    /** Files may end faster than anybody reads. */
    private final PauseTransition soon = new PauseTransition(Duration.millis(100));

    private final Button start;
    private final Button stop;
    private final Button again;
    private final Button watch;
    private final Button export;
    private final Button open;

    RoundSheet(RoundModel model, RoundDeeds deeds) {
        super(10);
        this.model = model;
        this.deeds = deeds;
        fill();
        out.setAccessibleText(say("desktop.round.RoundSheet.folder-they-go-to"));
        out.setTooltip(new Tooltip(say("desktop.round.RoundSheet.the-folder-the-files-go-to")));
        HBox.setHgrow(out, Priority.ALWAYS);
        start = Ui.button(
                say("desktop.round.RoundSheet.start"),
                say("desktop.round.RoundSheet.do-every-file-what-was-done"),
                this::begin,
                "strong-button");
        stop = Ui.button(
                say("desktop.round.RoundSheet.stop"),
                say("desktop.round.RoundSheet.stop-what-is-done-stays"),
                model::stop,
                "quiet");
        again = Ui.button(
                say("desktop.round.RoundSheet.again"),
                say("desktop.round.RoundSheet.do-once-more-what-failed"),
                () -> model.again(deeds.terms()),
                "quiet");
        watch = Ui.button(
                say("desktop.round.RoundSheet.watch"),
                say("desktop.round.RoundSheet.do-what-is-new-or-newer"),
                () -> deeds.round(asked(), r -> model.watch(r, deeds.terms(), RoundDeeds.LOOKS)),
                "quiet");
        export = Ui.button(
                say("desktop.round.RoundSheet.export"),
                say("desktop.round.RoundSheet.the-summary-as-a-page-a"),
                () -> deeds.export(summary(), asked()),
                "quiet");
        open = Ui.button(
                say("desktop.round.RoundSheet.open-on-the-bench"),
                say("desktop.round.RoundSheet.open-the-chosen-file-with-the"),
                this::opened,
                "quiet");
        Button keep = Ui.button(
                say("desktop.round.RoundSheet.keep-this-round"),
                say("desktop.round.RoundSheet.keep-it-as-a-file-for"),
                () -> deeds.keep(asked()),
                "quiet");
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.setAccessibleText(say("desktop.round.RoundSheet.how-far-it-is-by-bytes"));
        HBox.setHgrow(bar, Priority.ALWAYS);
        columns();
        VBox.setVgrow(table, Priority.ALWAYS);
        getChildren()
                .addAll(
                        Ui.row(
                                12,
                                named("Recipe", recipe),
                                named("Destination", destination),
                                named(say("desktop.round.RoundSheet.written-as"), carrier)),
                        Ui.row(
                                8,
                                Ui.label(say("desktop.round.RoundSheet.into"), "small"),
                                out,
                                Ui.button(
                                        say("desktop.round.RoundSheet.choose"),
                                        say("desktop.round.RoundSheet.choose-the-folder-they-go-to"),
                                        () -> deeds.folder(out),
                                        "quiet")),
                        Ui.row(8, start, stop, again, watch, Ui.grow(), open, export, keep),
                        Ui.row(12, headline, bar),
                        table,
                        totals);
        soon.setOnFinished(e -> show());
        model.onChanged(soon::play);
        show();
    }

    private static ComboBox<String> combo(String name, String tip) {
        ComboBox<String> c = new ComboBox<>();
        c.setAccessibleText(name);
        c.setTooltip(new Tooltip(tip));
        c.setMaxWidth(Double.MAX_VALUE);
        return c;
    }

    private static VBox named(String name, ComboBox<String> box) {
        VBox v = Ui.column(2, Ui.label(name, "small"), box);
        HBox.setHgrow(v, Priority.ALWAYS);
        v.setPrefWidth(300);
        return v;
    }

    private void fill() {
        recipe.getItems().setAll(deeds.recipes());
        recipe.setValue(deeds.asked().recipe());
        recipe.valueProperty().addListener((o, was, is) -> {
            if (RoundDeeds.OTHER.equals(is)) {
                String file = deeds.recipe();
                if (!file.isEmpty() && !recipe.getItems().contains(file)) {
                    recipe.getItems().addFirst(file);
                }
                recipe.setValue(file.isEmpty() ? was : file);
            }
        });
        destination.getItems().setAll(deeds.destinations());
        destination.setValue(deeds.asked().destination());
        carrier.getItems().setAll(deeds.carriers());
        carrier.setValue(deeds.asked().carrier());
        out.setText(deeds.asked().out());
    }

    private void columns() {
        table.getStyleClass().add("evidence");
        table.setAccessibleText(say("desktop.round.RoundSheet.files-of-the-round"));
        table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        table.setFixedCellSize(28);
        table.setPlaceholder(Ui.label(say("desktop.round.RoundSheet.no-files"), "second"));
        table.getColumns()
                .setAll(List.of(
                        sorted(
                                Column.path(
                                        say("desktop.round.RoundSheet.file"),
                                        250,
                                        r -> r.item().name()),
                                Comparator.comparing(r -> r.item().name())),
                        sorted(
                                Column.text(say("desktop.round.RoundSheet.state"), 120, RoundSheet::state),
                                Comparator.comparing(RoundModel.Row::state)),
                        sorted(
                                Column.text(say("desktop.round.RoundSheet.read-back"), 90, RoundModel.Row::verdict),
                                Comparator.comparing(RoundModel.Row::verdict)),
                        sorted(
                                Column.figure(say("desktop.round.RoundSheet.time"), 70, RoundModel.Row::time),
                                Comparator.comparingDouble(RoundModel.Row::seconds)),
                        sorted(
                                Column.figure(say("desktop.round.RoundSheet.size"), 80, RoundModel.Row::size),
                                Comparator.comparingLong(r -> r.item().bytes())),
                        sorted(
                                Column.text(say("desktop.round.RoundSheet.worst-finding"), 400, RoundModel.Row::worst),
                                Comparator.comparing(RoundModel.Row::worst))));
        table.setRowFactory(t -> {
            TableRow<RoundModel.Row> row = new TableRow<>() {
                @Override
                protected void updateItem(RoundModel.@Nullable Row item, boolean none) {
                    super.updateItem(item, none);
                    setTooltip(
                            item == null || none
                                    ? null
                                    : new Tooltip(item.item().name() + "\n" + item.worst()));
                }
            };
            row.setOnMouseClicked(e -> {
                if (e.getClickCount() == 2) {
                    opened();
                }
            });
            return row;
        });
        table.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                opened();
            }
        });
        table.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> enable());
    }

    /** The state with its mark. */
    private static Object state(RoundModel.Row row) {
        Verdict mark = row.mark();
        return mark == null ? row.state() : Ui.row(4, Ui.mark(mark, 8), Ui.label(row.state()));
    }

    private static TableColumn<RoundModel.Row, RoundModel.Row> sorted(
            Column<RoundModel.Row> column, Comparator<RoundModel.Row> by) {
        TableColumn<RoundModel.Row, RoundModel.Row> c = column.plain();
        c.setComparator(by);
        c.setSortable(true);
        return c;
    }

    private RoundSummary summary() {
        return model.summary();
    }

    /** As it is asked for now. */
    private RoundDeeds.Asked asked() {
        return new RoundDeeds.Asked(recipe.getValue(), destination.getValue(), carrier.getValue(), out.getText());
    }

    private void begin() {
        deeds.round(asked(), r -> model.start(r, deeds.terms()));
    }

    private void opened() {
        RoundModel.Row r = table.getSelectionModel().getSelectedItem();
        if (r != null) {
            deeds.open(r.item(), asked());
        }
    }

    private void show() {
        RoundModel.Row chosen = table.getSelectionModel().getSelectedItem();
        table.getItems().setAll(model.rows());
        table.sort();
        if (chosen != null) {
            table.getItems().stream()
                    .filter(r -> r.item().equals(chosen.item()))
                    .findFirst()
                    .ifPresent(table.getSelectionModel()::select);
        }
        headline.setText(model.headline());
        bar.setProgress(model.done());
        bar.setVisible(model.isRunning());
        String found = model.totals();
        totals.setText(found.isEmpty() ? "" : say("desktop.round.RoundSheet.found-in-the-files-as-they", found));
        enable();
    }

    private void enable() {
        boolean busy = model.isRunning() || model.isWatching();
        List<Node> settings = List.of(recipe, destination, carrier, out);
        settings.forEach(n -> n.setDisable(busy));
        start.setDisable(busy || model.rows().isEmpty());
        watch.setDisable(busy);
        stop.setDisable(!busy);
        again.setDisable(busy || !model.canRepeat());
        export.setDisable(model.summary().results().isEmpty());
        open.setDisable(table.getSelectionModel().getSelectedItem() == null);
    }
}
