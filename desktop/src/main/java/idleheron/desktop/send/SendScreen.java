package idleheron.desktop.send;

import idleheron.app.Carriers;
import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.kind.Content;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.SceneFormat;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;

/** What goes, how and where to; the proof from reading back; and a rehearsal with a stand-in. */
public final class SendScreen implements Screen {
    private final Bench bench;
    private final BenchActions deeds;
    private final HBox root = new HBox(18);
    private final VBox goes = Ui.column(6);
    private final ProofCard proof = new ProofCard();
    private final StandInList standIns;
    private final TextField target = new TextField();
    private final ComboBox<String> variant = new ComboBox<>();
    private final CheckBox overwrite = new CheckBox("Replace a file that is there");
    private final Set<String> leftOut = new HashSet<>();
    private final SendOptions options = new SendOptions(this::show);
    private SceneFormat format = SceneFiles.formats().getFirst();
    private final ComboBox<SceneFormat> carrier = new ComboBox<>();
    private final ComboBox<Integer> perFrame = new ComboBox<>();
    private final HBox baking = Ui.row(
            8, Ui.label("Bakes the first clip that goes,", "second"), perFrame, Ui.label("samples a frame", "second"));
    private @Nullable Asset shownFor;

    public SendScreen(Bench bench, BenchActions deeds, Runnable chooseReturned) {
        this.bench = bench;
        this.deeds = deeds;
        standIns = new StandInList(deeds, chooseReturned);
        target.setAccessibleText("Where to");
        target.setTooltip(new Tooltip("The file that is written"));
        carrier.setAccessibleText("Carrier");
        carrier.setTooltip(new Tooltip("What kind of file carries it"));
        carrier.setConverter(new StringConverter<>() {
            @Override
            public String toString(SceneFormat f) {
                return f == null ? "" : f.name();
            }

            @Override
            public SceneFormat fromString(String s) {
                return SceneFiles.formats().getFirst();
            }
        });
        carrier.valueProperty().addListener((o, was, is) -> {
            if (is != null && is != format) {
                use(is);
                show();
            }
        });
        perFrame.getItems().setAll(1, 2, 4, 8);
        perFrame.setValue(1);
        perFrame.setAccessibleText("Samples a frame");
        perFrame.setTooltip(new Tooltip("More than one for motion blur"));
        variant.getItems().setAll(format.variants());
        variant.setValue(format.variants().getFirst());
        variant.setAccessibleText("Version of the carrier");
        variant.setTooltip(new Tooltip("Version of the carrier"));
        HBox.setHgrow(target, Priority.ALWAYS);
        VBox how = Ui.column(
                8,
                Ui.label("Carrier and place", "heading"),
                Ui.row(8, carrier, variant),
                Ui.row(8, target),
                options.node(),
                baking,
                overwrite,
                Ui.row(
                        10,
                        Ui.button(
                                "Send",
                                "Write the file, read it back and hold both against each other",
                                this::send,
                                "strong-button"),
                        Ui.label("written beside, read back, then put in place", "small")));
        how.getStyleClass().add("card");
        how.setPadding(new Insets(14));
        ScrollPane what = new ScrollPane(goes);
        what.setFitToWidth(true);
        what.getStyleClass().add("plain-scroll");
        VBox.setVgrow(what, Priority.ALWAYS);
        VBox left = Ui.column(10, Ui.label("What goes", "title"), what);
        left.setPrefWidth(330);
        left.setMinWidth(280);
        ScrollPane proofs = new ScrollPane(proof);
        proofs.setFitToWidth(true);
        proofs.getStyleClass().add("plain-scroll");
        VBox.setVgrow(proofs, Priority.ALWAYS);
        VBox middle = Ui.column(12, how, proofs);
        HBox.setHgrow(middle, Priority.ALWAYS);
        middle.setPrefWidth(440);
        ScrollPane tools = new ScrollPane(standIns);
        tools.setFitToWidth(true);
        tools.getStyleClass().add("plain-scroll");
        VBox.setVgrow(tools, Priority.ALWAYS);
        VBox right = Ui.column(10, Ui.label("And back", "title"), tools);
        right.setPrefWidth(400);
        right.setMinWidth(320);
        root.getChildren().addAll(left, middle, right);
        bench.crossing().addListener((o, was, is) -> show());
        bench.prepared().addListener((o, was, is) -> show());
        show();
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public void shown() {
        show();
    }

    private void show() {
        Crossing c = bench.crossing().get();
        Asset original = c.original();
        Preparation p = bench.prepared().get();
        goes.getChildren().clear();
        if (original == null || p == null) {
            goes.getChildren().add(Ui.wrapped("Put a file on the bench first: key 1.", "second"));
            root.getChildren().get(1).setDisable(true);
            standIns.show(c);
            return;
        }
        root.getChildren().get(1).setDisable(false);
        if (shownFor != original) {
            shownFor = original;
            leftOut.clear();
            String path = original.path();
            carry(p.scene());
            Volume v =
                    p.scene().volumes().isEmpty() ? null : p.scene().volumes().getFirst();
            boolean sequence = v != null && v.padding() > 0 && format.several() != null;
            String base = sequence && path.indexOf('#') < 0 ? path : FileNames.stem(path);
            target.setText(
                    sequence && v != null
                            ? FileNames.unnumbered(base) + "_ready/" + v.name() + "."
                                    + "#".repeat(Math.max(4, v.padding())) + "."
                                    + format.endings().getFirst()
                            : FileNames.unnumbered(base) + "_ready."
                                    + format.endings().getFirst());
        }
        list(options.delivery(null).cargo().of(p.scene()), p.scene());
        proof.show(c);
        standIns.show(c);
    }

    /**
     * @param s what goes
     * @param all what could go
     */
    private void list(Scene s, Scene all) {
        choices(s);
        if (!s.volumes().isEmpty()) {
            volume(s);
        }
        if (!s.caches().isEmpty()) {
            cache(s);
        }
        if (s.nodes().isEmpty()) {
            return;
        }
        long keys = s.joints().size();
        goes.getChildren()
                .add(Ui.column(
                        2,
                        Ui.fact("joints", Long.toString(keys)),
                        Ui.fact("points", Figure.thousands(s.pointCount())),
                        Ui.fact(
                                "axes and unit",
                                s.stage().axes().describe() + ", " + s.stage().unitLabel())));
        if (!s.meshes().isEmpty()) {
            goes.getChildren().add(Ui.label("Meshes", "heading"));
        }
        for (Mesh m : s.meshes()) {
            goes.getChildren().add(Ui.fact(m.name(), Figure.thousands(m.pointCount()) + " points"));
        }
        goes.getChildren().add(Ui.label("Clips", "heading"));
        for (Clip c : all.clips()) {
            CheckBox box = new CheckBox(c.name());
            box.setMnemonicParsing(false);
            box.setSelected(!leftOut.contains(c.name()));
            box.setAccessibleText("Send clip " + c.name());
            box.selectedProperty().addListener((o, was, is) -> {
                if (is) {
                    leftOut.remove(c.name());
                } else {
                    leftOut.add(c.name());
                }
            });
            goes.getChildren()
                    .add(Ui.row(
                            8,
                            box,
                            Ui.grow(),
                            Ui.label(
                                    "frames " + Figure.number(c.firstFrame()) + " – " + Figure.number(c.lastFrame()),
                                    "figure")));
        }
        List<String> shapes = new ArrayList<>();
        s.meshes().forEach(m -> m.shapes().forEach(b -> shapes.add(b.name())));
        if (!shapes.isEmpty()) {
            goes.getChildren()
                    .addAll(Ui.label("Blend shapes", "heading"), Ui.wrapped(String.join(", ", shapes), "second"));
        }
    }

    /** A volume goes in its own carrier, a cache in its, all else in the usual one; some take them all. */
    private void carry(Scene s) {
        List<SceneFormat> takers = Carriers.fitting(s);
        List<SceneFormat> fit = takers.isEmpty() ? SceneFiles.formats() : takers;
        carrier.getItems().setAll(fit);
        carrier.setDisable(fit.size() < 2);
        use(fit.getFirst());
        carrier.setValue(format);
    }

    private void use(SceneFormat wanted) {
        if (wanted != format) {
            format = wanted;
            variant.getItems().setAll(format.variants());
            variant.setValue(format.variants().getFirst());
            String path = target.getText();
            if (!FileNames.end(path).isEmpty()) {
                String base = FileNames.stem(path);
                target.setText((format.several() != null ? base : FileNames.unnumbered(base)) + "."
                        + format.endings().getFirst());
            }
        }
    }

    /** What can be chosen for this carrier. */
    private void choices(Scene s) {
        boolean plain = format.holds().contains(Content.NODES);
        boolean bakes = Carriers.bakes(format) && s.caches().isEmpty();
        options.node().setVisible(plain);
        options.node().setManaged(plain);
        baking.setVisible(bakes);
        baking.setManaged(bakes);
    }

    private void cache(Scene s) {
        Cache c = s.caches().getFirst();
        double[] r = c.range();
        goes.getChildren()
                .add(Ui.column(
                        2,
                        Ui.fact("objects", Figure.thousands(c.entries().size())),
                        Ui.fact("meshes", Figure.thousands(c.count(CacheKind.MESH) + c.count(CacheKind.SUBDIVISION))),
                        Ui.fact("instances", Figure.thousands(c.count(CacheKind.INSTANCE))),
                        Ui.fact(
                                "range",
                                Figure.number(s.stage().rate().frame(r[0])) + " – "
                                        + Figure.number(s.stage().rate().frame(r[1]))),
                        Ui.fact(
                                "axes and unit",
                                s.stage().axes().describe() + ", " + s.stage().unitLabel())));
        if (format.holds().equals(Set.of(Content.CACHE))) {
            goes.getChildren()
                    .add(Ui.wrapped(
                            "A cache has no place for axes and unit of its own; they go as metadata, which other programs"
                                    + " may not read.",
                            "small"));
        }
    }

    private void volume(Scene s) {
        Volume v = s.volumes().getFirst();
        goes.getChildren()
                .add(Ui.column(
                        2,
                        Ui.fact("frames", Integer.toString(v.sound().size())),
                        Ui.fact("range", v.padding() == 0 ? "–" : v.first() + " – " + v.last()),
                        Ui.fact("missing", Integer.toString(v.missing().size())),
                        Ui.fact(
                                "axes and unit",
                                s.stage().axes().describe() + ", " + s.stage().unitLabel())));
        goes.getChildren().add(Ui.label("Grids", "heading"));
        for (GridHeader h : v.headers(
                v.sound().isEmpty() ? v.frames().getFirst() : v.sound().getFirst())) {
            goes.getChildren().add(Ui.fact(h.name(), h.typeName() + (h.half() ? ", halves" : "")));
        }
        goes.getChildren()
                .add(Ui.wrapped("Each # in the name is a digit of the frame. Every voxel is read back.", "small"));
    }

    private void send() {
        Preparation p = bench.prepared().get();
        if (p == null) {
            return;
        }
        Scene s = p.scene();
        Set<String> clips = new HashSet<>();
        s.clips().forEach(c -> clips.add(c.name()));
        clips.removeAll(leftOut);
        deeds.send(
                s,
                options.delivery(leftOut.isEmpty() ? null : clips).withSamplesPerFrame(perFrame.getValue()),
                Path.of(target.getText()),
                format,
                variant.getValue(),
                overwrite.isSelected(),
                done -> {
                    proof.proved(done, bench.crossing().get().sent());
                    show();
                });
    }
}
