package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.crossing.Asset;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.FactTable;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.EvidenceTable;
import idleheron.desktop.widget.Ui;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What an asset holds, as tables below the view: a tab for every table that holds something, and what stands beside it. */
final class AssetTables extends VBox {
    private static final double LEAST = 90;
    private static final double USUAL = 140;
    private static final double TABS = 38;

    private final Bench bench;
    private final BenchActions deeds;
    private final EvidenceTable table = new EvidenceTable();
    private final CacheTree caches;
    private final TabExtras extras;
    private final HBox tabs = new HBox();
    private @Nullable Choice<FactTable> tab;
    private @Nullable AssetKind kind;
    private @Nullable Asset tabsFor;

    /** The rows of a table that took work, while the same is looked at. */
    private record Worked(Asset of, FactTable table, Evidence rows) {}

    private @Nullable Worked worked;

    /**
     * @param shapesMoved the sliders of blend shapes were moved
     * @param field takes the name of a grid, or the path of an object of a cache, that was chosen
     * @param atEnd stands at the end of the tabs
     */
    AssetTables(Bench bench, BenchActions deeds, Runnable shapesMoved, Consumer<String> field, Node atEnd) {
        super(6);
        this.bench = bench;
        this.deeds = deeds;
        extras = new TabExtras(bench, shapesMoved, field);
        caches = new CacheTree(bench);
        caches.onChosen(field);
        for (Region r : List.of(table, caches)) {
            r.setMinHeight(LEAST);
            HBox.setHgrow(r, Priority.ALWAYS);
        }
        HBox body = new HBox(12, table, caches, extras);
        VBox.setVgrow(body, Priority.ALWAYS);
        HBox.setHgrow(tabs, Priority.ALWAYS);
        getChildren().addAll(Ui.row(8, tabs, atEnd), body);
        table.onChosen(this::chosen);
        bench.transport().clip().addListener((o, was, is) -> besides());
    }

    private void chosen(Evidence.Row r) {
        CheckJob.Result l = bench.lookedOver().get();
        if (r.sentNode() >= 0) {
            bench.joint().set(r.sentNode());
        } else if (r.clip() >= 0 && l != null) {
            bench.transport().clip().set(l.asset().scene().clips().get(r.clip()));
        }
    }

    /** Brings a table to the front. */
    void choose(FactTable table) {
        if (tab != null) {
            tab.set(table);
        }
    }

    /** What the findings are about whose subjects are in front. */
    private Set<Topic> topics() {
        return tab == null ? Set.of() : tab.get().topics();
    }

    /** How high it would like to be. */
    double wanted() {
        return TABS + Math.max(USUAL, extras.wanted());
    }

    /** Marks an object by its path, where the table in front has such. */
    void pointObject(String path) {
        if (topics().contains(Topic.CACHES)) {
            caches.point(path);
        }
    }

    /** Marks a joint in the table in front. */
    void point(int joint) {
        table.point(joint);
        besides();
    }

    /** The scene with its blend shapes as the sliders stand. */
    Scene shaped(Scene s) {
        return extras.shaped(s);
    }

    void show() {
        CheckJob.Result l = bench.lookedOver().get();
        tabs(l == null ? null : l.asset());
        boolean tree = l != null && topics().contains(Topic.CACHES);
        table.setVisible(!tree);
        table.setManaged(!tree);
        caches.setVisible(tree);
        caches.setManaged(tree);
        if (l == null) {
            table.show(Evidence.NONE);
            return;
        }
        if (tree) { // its table would look at every sample
            caches.show(l.asset().scene());
        } else {
            rows(l);
        }
        point(bench.joint().get());
    }

    /** The rows of the table in front: those that take work are shown once they are there. */
    private void rows(CheckJob.Result l) {
        FactTable front = tab == null ? null : tab.get();
        Worked known = worked;
        if (front == null || !front.isWorked()) {
            table.show(front == null ? Evidence.NONE : front.rows().apply(l.facts()));
        } else if (known != null && known.of == l.asset() && known.table == front) {
            table.show(known.rows);
        } else {
            table.show(Evidence.NONE);
            deeds.workOut(front.title(), p -> front.rows().apply(l.facts()), rows -> {
                worked = new Worked(l.asset(), front, rows);
                CheckJob.Result now = bench.lookedOver().get();
                if (now != null && now.asset() == l.asset() && tab != null && tab.get() == front) {
                    table.show(rows);
                    point(bench.joint().get());
                }
            });
        }
    }

    private void besides() {
        extras.show(bench.lookedOver().get(), topics());
    }

    /** The tab stays while assets of one kind follow each other; another kind begins with its first. */
    private void tabs(@Nullable Asset asset) {
        if (asset == tabsFor) {
            return;
        }
        tabsFor = asset;
        AssetKind now = asset == null ? null : AssetKinds.main(asset.scene());
        String before = kind == now && tab != null ? tab.get().title() : "";
        kind = now;
        List<FactTable> tables = asset == null ? List.of() : AssetKinds.tables(asset.scene());
        tabs.getChildren().clear();
        tab = null;
        if (!tables.isEmpty()) {
            Choice<FactTable> made = new Choice<>(
                    tables, FactTable::title, t -> say("desktop.inspect.AssetTables.the-table-of", t.title()));
            made.getStyleClass().setAll("tabs");
            tabs.getChildren().setAll(made);
            tab = made;
            tables.stream().filter(t -> t.title().equals(before)).forEach(made::set);
            made.chosen().addListener((o, was, is) -> show());
        }
    }
}
