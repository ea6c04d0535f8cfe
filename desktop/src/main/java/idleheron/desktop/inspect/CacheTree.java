package idleheron.desktop.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.widget.Column;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableColumn;
import javafx.scene.control.TreeTableView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The tree of a cache with the size of every part and a bar of its samples. Sizes are counted while the tree can be used. */
final class CacheTree extends VBox {
    private static final int OPEN = 60;

    /**
     * One object.
     *
     * @param own its bytes, -1 while they are counted
     * @param all its bytes and those of what is under it
     */
    private record Part(Cache.Entry entry, long own, long all) {
        CacheNode node() {
            return entry.node();
        }
    }

    private final TreeTableView<Part> tree = new TreeTableView<>();
    private final Bench bench;
    private Consumer<String> chosen = p -> {};
    private @Nullable Cache shown;
    private double[] range = new double[2];
    private boolean quiet;

    CacheTree(Bench bench) {
        this.bench = bench;
        setSpacing(4);
        tree.getStyleClass().add("evidence");
        tree.setFixedCellSize(26);
        tree.setShowRoot(false);
        tree.setColumnResizePolicy(TreeTableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        TreeTableColumn<Part, Part> samples = Column.<Part>text(
                        say("desktop.inspect.CacheTree.samples-2"), 190, this::bar)
                .tree();
        tree.getColumns()
                .add(Column.<Part>text(
                                say("desktop.inspect.CacheTree.object"),
                                230,
                                p -> p.node().name())
                        .tree());
        tree.getColumns()
                .add(Column.<Part>text(
                                say("desktop.inspect.CacheTree.kind"),
                                100,
                                p -> p.node().kind().label())
                        .tree());
        tree.getColumns().add(samples);
        tree.getColumns()
                .add(Column.<Part>figure(say("desktop.inspect.CacheTree.number"), 66, p -> count(p.node()))
                        .tree());
        tree.getColumns()
                .add(Column.<Part>figure(say("desktop.inspect.CacheTree.points"), 76, p -> points(p.node()))
                        .tree());
        tree.getColumns()
                .add(Column.<Part>figure(
                                say("desktop.inspect.CacheTree.size"), 84, p -> p.own < 0 ? "…" : CacheSize.text(p.own))
                        .tree());
        tree.getColumns()
                .add(Column.<Part>figure(
                                say("desktop.inspect.CacheTree.with-all-under-it"),
                                110,
                                p -> p.all < 0 ? "…" : CacheSize.text(p.all))
                        .tree());
        tree.setAccessibleText(say("desktop.inspect.CacheTree.tree-of-the-cache"));
        tree.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> {
            if (is != null && !quiet) {
                chosen.accept(is.getValue().entry.path());
            }
        });
        tree.setPlaceholder(Ui.label(say("desktop.inspect.CacheTree.no-cache"), "second"));
        VBox.setVgrow(tree, Priority.ALWAYS);
        getChildren().addAll(tree, legend());
    }

    private HBox legend() {
        HBox box = Ui.row(6, Ui.label(say("desktop.inspect.CacheTree.samples"), "small"));
        for (SampleBar.Shape s : SampleBar.Shape.values()) {
            SampleBar bar = new SampleBar(44, bench.dusk().get());
            bar.draw(s, 0, 1, new double[0]);
            bench.dusk().addListener((o, was, is) -> {
                bar.dusk(is);
                bar.draw(s, 0, 1, new double[0]);
            });
            box.getChildren().addAll(bar, Ui.label(s.word(), "small"));
        }
        return box;
    }

    void onChosen(Consumer<String> value) {
        chosen = value;
    }

    void show(Scene s) {
        Cache c = s.caches().isEmpty() ? null : s.caches().getFirst();
        if (c == shown) {
            return;
        }
        shown = c;
        if (c == null) {
            tree.setRoot(null);
            return;
        }
        range = c.range();
        fill(c, null);
        Thread.ofVirtual().start(() -> {
            long[] each = CacheSize.each(c);
            Platform.runLater(() -> {
                if (shown == c) {
                    fill(c, each);
                }
            });
        });
    }

    private void fill(Cache c, long @Nullable [] each) {
        List<Cache.Entry> entries = c.entries();
        long[] all = each == null ? new long[entries.size()] : each.clone();
        for (int i = entries.size() - 1; i >= 0 && each != null; i--) {
            int p = entries.get(i).parent();
            if (p >= 0) {
                all[p] += all[i];
            }
        }
        List<TreeItem<Part>> items = new ArrayList<>();
        TreeItem<Part> root = new TreeItem<>();
        for (int i = 0; i < entries.size(); i++) {
            Cache.Entry e = entries.get(i);
            TreeItem<Part> item = new TreeItem<>(new Part(e, each == null ? -1 : each[i], each == null ? -1 : all[i]));
            item.setExpanded(e.node().children().size() < OPEN && entries.size() < 4000);
            (e.parent() < 0 ? root : items.get(e.parent())).getChildren().add(item);
            items.add(item);
        }
        quiet = true;
        TreeItem<Part> selected = tree.getSelectionModel().getSelectedItem();
        String path = selected == null ? "" : selected.getValue().entry.path();
        tree.setRoot(root);
        int at = path.isEmpty() ? -1 : c.find(path);
        if (at >= 0) {
            tree.getSelectionModel().select(items.get(at));
        }
        quiet = false;
    }

    /** Goes to an object, opening what is over it. */
    void point(String path) {
        TreeItem<Part> at = tree.getRoot();
        if (at == null || path.isEmpty()) {
            return;
        }
        TreeItem<Part> found = find(at, path);
        if (found != null) {
            for (TreeItem<Part> p = found.getParent(); p != null; p = p.getParent()) {
                p.setExpanded(true);
            }
            tree.getSelectionModel().select(found);
            tree.scrollTo(Math.max(0, tree.getRow(found) - 2));
        }
    }

    private static @Nullable TreeItem<Part> find(TreeItem<Part> in, String path) {
        for (TreeItem<Part> c : in.getChildren()) {
            String own = c.getValue().entry.path();
            if (own.equals(path)) {
                return c;
            }
            if (path.startsWith(own + "/")) {
                return find(c, path);
            }
        }
        return null;
    }

    private static @Nullable Samples moving(CacheNode n) {
        Samples p = n.get(ChannelSemantic.POSITIONS);
        return p != null ? p : n.get(ChannelSemantic.CHANNELS);
    }

    private static Object count(CacheNode n) {
        Samples s = moving(n);
        return s == null ? "" : Integer.toString(s.count());
    }

    private static Object points(CacheNode n) {
        Samples s = n.get(ChannelSemantic.POSITIONS);
        return s == null || s.count() == 0 ? "" : Figure.thousands(s.points(0));
    }

    private Object bar(Part p) {
        CacheNode n = p.node();
        SampleBar bar = new SampleBar(170, bench.dusk().get());
        Samples s = moving(n);
        boolean still = s == null || s.constant();
        SampleBar.Shape shape = !n.source().isEmpty()
                ? SampleBar.Shape.INSTANCE
                : still
                        ? SampleBar.Shape.CONSTANT
                        : n.get(ChannelSemantic.POSITIONS) == null
                                ? SampleBar.Shape.TRANSFORM
                                : n.kind().isMesh() && !new CacheMesh(n).topologyHolds()
                                        ? SampleBar.Shape.TOPOLOGY
                                        : SampleBar.Shape.DEFORMING;
        if (s == null && n.source().isEmpty()) {
            return "";
        }
        double span = Math.max(1e-9, range[1] - range[0]);
        double from = s == null || still ? 0 : (s.times().time(0) - range[0]) / span;
        double to = s == null || still ? 1 : (s.times().time(s.count() - 1) - range[0]) / span;
        bar.draw(shape, from, to, shape == SampleBar.Shape.TOPOLOGY ? changes(n, span) : new double[0]);
        return bar;
    }

    /** Where points or faces change, as shares of the range. */
    private double[] changes(CacheNode n, double span) {
        CacheMesh m = new CacheMesh(n);
        return java.util.stream.IntStream.range(1, m.count())
                .filter(i -> !m.sameTopology(i - 1, i))
                .mapToDouble(i -> (m.times().time(i) - range[0]) / span)
                .toArray();
    }
}
