package idleheron.desktop.prepare;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.edit.CacheEdits;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.Scene;
import idleheron.desktop.widget.Ui;
import java.util.Map;
import java.util.function.Consumer;
import java.util.regex.PatternSyntaxException;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;

/** Makes a remedy for a cache: what is to be done, with what, and the tree that comes of it. */
final class CacheSheet extends VBox {
    private static final int SHOWN = 400;
    private final Scene scene;
    private final ComboBox<ChangeCache.Kind> kind = new ComboBox<>();
    private final TextField first = new TextField();
    private final TextField second = new TextField();
    private final Label arrow = Ui.label(say("desktop.prepare.CacheSheet.becomes"), "second");
    private final Label what = Ui.wrapped("", "second");
    private final Label outcome = Ui.wrapped("", "small");
    private final TreeView<String> tree = new TreeView<>();
    private final Button take;
    private long asked;

    /**
     * @param taken gets the remedy that was made
     */
    CacheSheet(Scene scene, Consumer<Remedy> taken) {
        this.scene = scene;
        setSpacing(10);
        kind.getItems().setAll(ChangeCache.Kind.values());
        kind.setConverter(new StringConverter<>() {
            @Override
            public String toString(ChangeCache.Kind k) {
                return k == null ? "" : k.title();
            }

            @Override
            public ChangeCache.Kind fromString(String s) {
                return ChangeCache.Kind.REGROUP;
            }
        });
        kind.setAccessibleText(say("desktop.prepare.CacheSheet.what-is-to-be-done"));
        kind.setTooltip(new Tooltip(say("desktop.prepare.CacheSheet.what-is-to-be-done")));
        first.setAccessibleText(say("desktop.prepare.CacheSheet.with-what"));
        second.setAccessibleText(say("desktop.prepare.CacheSheet.what-it-becomes"));
        HBox.setHgrow(first, Priority.ALWAYS);
        HBox.setHgrow(second, Priority.ALWAYS);
        take = Ui.button(
                say("desktop.prepare.CacheSheet.add-to-the-remedies"),
                say("desktop.prepare.CacheSheet.adds-it-after-the-others"),
                () -> taken.accept(made()),
                "strong-button");
        tree.getStyleClass().add("evidence");
        tree.setShowRoot(false);
        tree.setFixedCellSize(28);
        tree.setAccessibleText(say("desktop.prepare.CacheSheet.the-tree-that-comes-of-it"));
        VBox.setVgrow(tree, Priority.ALWAYS);
        getChildren()
                .addAll(
                        Ui.row(8, kind, first, arrow, second, take),
                        what,
                        outcome,
                        Ui.label(say("desktop.prepare.CacheSheet.the-tree-that-comes-of-it"), "heading"),
                        tree);
        kind.valueProperty().addListener((o, was, is) -> start());
        first.textProperty().addListener((o, was, is) -> ask());
        second.textProperty().addListener((o, was, is) -> ask());
        kind.setValue(ChangeCache.Kind.REGROUP);
    }

    private boolean two() {
        return kind.getValue() == ChangeCache.Kind.REGROUP || kind.getValue() == ChangeCache.Kind.JOIN;
    }

    private void start() {
        String[] usual = switch (kind.getValue()) {
            case SPLIT_PIECES, SPLIT_FACE_SETS ->
                new String[] {"**", "", say("desktop.prepare.CacheSheet.paths-is-any-part-of-a")};
            case SPLIT_REGIONS -> new String[] {"1", "", say("desktop.prepare.CacheSheet.metres-of-a-cell")};
            case SPLIT_ATTRIBUTE -> new String[] {"", "", say("desktop.prepare.CacheSheet.name-of-an-attribute")};
            case RIGID, SHARE ->
                new String[] {"0.01", "", say("desktop.prepare.CacheSheet.millimetres-that-points-may-move")};
            case DROP -> new String[] {"", "", say("desktop.prepare.CacheSheet.paths-is-any-part-of-a")};
            case JOIN -> new String[] {"**", "joined", say("desktop.prepare.CacheSheet.paths-is-any-part-of-a")};
            case REGROUP -> new String[] {"/*", "/all/{1}", say("desktop.prepare.CacheSheet.paths-is-any-part-of-a")};
            case POSITIONS -> new String[] {"", "", say("desktop.prepare.CacheSheet.nothing-more-to-say")};
            case CUT -> new String[] {"1:24", "", say("desktop.prepare.CacheSheet.first-frame-last-frame")};
            case SHIFT -> new String[] {"-1", "", "frames"};
            case RESAMPLE -> new String[] {"24", "", say("desktop.prepare.CacheSheet.samples-a-second")};
            case SCALE -> new String[] {"0.01", "", "factor"};
            case TURN -> new String[] {"Z:Y", "", say("desktop.prepare.CacheSheet.axis-that-is-up-axis-that")};
        };
        second.setVisible(two());
        second.setManaged(two());
        arrow.setVisible(two());
        arrow.setManaged(two());
        first.setDisable(kind.getValue() == ChangeCache.Kind.POSITIONS);
        first.setPromptText(usual[2]);
        first.setTooltip(new Tooltip(usual[2]));
        second.setTooltip(new Tooltip("{1} is what the first star stands for, {2} the second"));
        first.setText(usual[0]);
        second.setText(usual[1]);
        ask();
    }

    private Remedy made() {
        return new ChangeCache(kind.getValue(), two() ? first.getText() + "=>" + second.getText() : first.getText());
    }

    /** Works out the tree beside; a later question outdates an earlier one. */
    private void ask() {
        long mine = ++asked;
        ChangeCache.Kind k = kind.getValue();
        String from = first.getText();
        String to = second.getText();
        boolean pair = two();
        outcome.setText("…");
        take.setDisable(true);
        Thread.ofVirtual().start(() -> {
            String told;
            Cache after = null;
            String does = "";
            try {
                Remedy r = new ChangeCache(k, pair ? from + "=>" + to : from);
                does = r.describe();
                Cache before = scene.caches().getFirst();
                after = r.apply(scene).caches().getFirst();
                told = say(
                        "desktop.prepare.CacheSheet.objects-become",
                        before.entries().size(),
                        after.entries().size());
                if (k == ChangeCache.Kind.REGROUP) {
                    Map<String, String> plan = CacheEdits.plan(before, new PathPattern(from), to);
                    told = plan.size()
                            + (plan.size() == 1
                                    ? say("desktop.prepare.CacheSheet.object-moves")
                                    : say("desktop.prepare.CacheSheet.objects-move"))
                            + plan.entrySet().stream()
                                    .findFirst()
                                    .map(e -> say("desktop.prepare.CacheSheet.to", e.getKey(), e.getValue()))
                                    .orElse("")
                            + ".";
                }
            } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
                told = e instanceof PatternSyntaxException || e.getMessage() == null
                        ? say("desktop.prepare.CacheSheet.this-is-no-pattern")
                        : e.getMessage();
            }
            Cache made = after;
            String text = told;
            String sentence = does;
            TreeItem<String> root = made == null ? new TreeItem<>() : tree(made);
            Platform.runLater(() -> {
                if (mine == asked) {
                    what.setText(sentence);
                    outcome.setText(text);
                    take.setDisable(made == null);
                    tree.setRoot(root);
                }
            });
        });
    }

    private static TreeItem<String> tree(Cache c) {
        TreeItem<String> root = new TreeItem<>();
        java.util.List<TreeItem<String>> items = new java.util.ArrayList<>();
        for (Cache.Entry e : c.entries()) {
            TreeItem<String> item =
                    new TreeItem<>(e.node().name() + "   " + e.node().kind().label());
            TreeItem<String> over = e.parent() < 0 ? root : items.get(e.parent());
            if (over.getChildren().size() < SHOWN) {
                over.getChildren().add(item);
            } else if (over.getChildren().size() == SHOWN) {
                over.getChildren().add(new TreeItem<>(say("desktop.prepare.CacheSheet.and-more")));
            }
            item.setExpanded(c.entries().size() < 60);
            items.add(item);
        }
        root.getChildren().forEach(i -> i.setExpanded(true));
        return root;
    }
}
