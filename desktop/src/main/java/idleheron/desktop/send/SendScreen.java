package idleheron.desktop.send;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Settings;
import idleheron.desktop.widget.Screen;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;

/** What goes, how and where to; the proof from reading back; and a rehearsal with a stand-in. */
public final class SendScreen extends Screen<HBox> {
    private final Bench bench;
    private final SendDeeds deeds;
    private final AgainDeeds again;
    private final VBox goes = Ui.column(6);
    private final ProofCard proof = new ProofCard();
    private final StandInList standIns;
    private final TextField target = new TextField();
    private final ComboBox<String> variant = new ComboBox<>();
    private final CheckBox overwrite = new CheckBox(say("desktop.send.SendScreen.replace-a-file-that-is-there"));
    private final SendOptions options = new SendOptions(this::show);
    private final SendModel model = new SendModel();
    private final ComboBox<SceneFormat> carrier = new ComboBox<>();
    private final ComboBox<Integer> perFrame = new ComboBox<>();
    private final HBox baking = Ui.row(
            8,
            Ui.label(say("desktop.send.SendScreen.bakes-the-first-clip-that-goes"), "second"),
            perFrame,
            Ui.label(say("desktop.send.SendScreen.samples-a-frame"), "second"));

    public SendScreen(Bench bench, BenchActions deeds, AgainDeeds again, Settings settings, Runnable chooseReturned) {
        super(new HBox(18));
        this.bench = bench;
        this.deeds = new SendDeeds(bench, deeds, settings.conventions());
        this.again = again;
        standIns = new StandInList(deeds, chooseReturned);
        overwrite.setTooltip(new Tooltip(say("desktop.send.SendScreen.write-over-a-file-of-that")));
        target.setAccessibleText(say("desktop.send.SendScreen.where-to"));
        target.setTooltip(new Tooltip(say("desktop.send.SendScreen.the-file-that-is-written")));
        carrier.setAccessibleText(say("desktop.send.SendScreen.carrier"));
        carrier.setTooltip(new Tooltip(say("desktop.send.SendScreen.what-kind-of-file-carries-it")));
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
            if (is != null && is != model.format()) {
                target.setText(model.use(is, target.getText()));
                versions();
                show();
            }
        });
        perFrame.getItems().setAll(1, 2, 4, 8);
        perFrame.setValue(1);
        perFrame.setMinWidth(Region.USE_PREF_SIZE);
        perFrame.setAccessibleText(say("desktop.send.SendScreen.samples-a-frame-2"));
        perFrame.setTooltip(new Tooltip(say("desktop.send.SendScreen.more-than-one-for-motion-blur")));
        versions();
        variant.setAccessibleText(say("desktop.send.SendScreen.version-of-the-carrier"));
        variant.setTooltip(new Tooltip(say("desktop.send.SendScreen.version-of-the-carrier")));
        HBox.setHgrow(target, Priority.ALWAYS);
        VBox how = Ui.column(
                8,
                Ui.label(say("desktop.send.SendScreen.carrier-and-place"), "heading"),
                Ui.row(8, carrier, variant),
                Ui.row(8, target),
                options.node(),
                baking,
                Ui.row(14, overwrite, options.listed()),
                Ui.flow(
                        10,
                        List.of(
                                Ui.button(
                                        say("desktop.send.SendScreen.send"),
                                        say("desktop.send.SendScreen.write-the-file-read-it-back"),
                                        this::send,
                                        "strong-button"),
                                Ui.button(
                                        say("desktop.send.SendScreen.preview"),
                                        say("desktop.send.SendScreen.tell-every-file-that-would-be"),
                                        this::preview,
                                        "quiet"),
                                Ui.button(
                                        say("desktop.send.SendScreen.send-again"),
                                        say("desktop.send.SendScreen.do-an-earlier-delivery-again-by"),
                                        () -> this.again.choose(target.getText()),
                                        "quiet"),
                                Ui.label(say("desktop.send.SendScreen.read-back-then-put-in-place"), "small"))));
        how.getStyleClass().add("card");
        how.setPadding(new Insets(14));
        ScrollPane what = Ui.scrolled(goes);
        VBox left = Ui.column(10, Ui.label(say("desktop.send.SendScreen.what-goes"), "title"), what);
        left.setPrefWidth(330);
        left.setMinWidth(250);
        ScrollPane proofs = Ui.scrolled(proof);
        VBox middle = Ui.column(12, how, proofs);
        HBox.setHgrow(middle, Priority.ALWAYS);
        middle.setPrefWidth(440);
        ScrollPane tools = Ui.scrolled(standIns);
        VBox right = Ui.column(10, Ui.label(say("desktop.send.SendScreen.and-back"), "title"), tools);
        right.setPrefWidth(400);
        right.setMinWidth(300);
        root.getChildren().addAll(left, middle, right);
        bench.crossing().addListener((o, was, is) -> showIfSeen());
        bench.prepared().addListener((o, was, is) -> showIfSeen());
    }

    @Override
    public void show() {
        Crossing c = bench.crossing().get();
        Asset original = c.original();
        Preparation p = bench.prepared().get();
        goes.getChildren().clear();
        if (original == null || p == null) {
            goes.getChildren().add(Ui.wrapped(say("desktop.send.SendScreen.put-a-file-on-the-bench"), "second"));
            root.getChildren().get(1).setDisable(true);
            standIns.show(c);
            return;
        }
        root.getChildren().get(1).setDisable(false);
        if (model.take(original, p.scene())) {
            carrier.getItems().setAll(model.fitting());
            carrier.setDisable(model.fitting().size() < 2);
            carrier.setValue(model.format());
            versions();
            target.setText(model.offered(original, p.scene()));
        }
        Convention to = c.destination();
        options.asked(to != null && to.more().clips().apart());
        list(
                options.settings(List.of(), 1, false)
                        .delivery(null, p.scene())
                        .cargo()
                        .of(p.scene()),
                p.scene());
        proof.show(c);
        standIns.show(c);
    }

    /**
     * @param going what goes
     * @param all what could go
     */
    private void list(Scene going, Scene all) {
        visible(options.node(), model.hasParts());
        visible(baking, model.bakes(going));
        goes.getChildren().add(Ui.facts(model.facts(going), "heading"));
        if (!all.clips().isEmpty()) {
            goes.getChildren().add(Ui.label(say("desktop.send.SendScreen.clips"), "heading"));
        }
        for (Clip c : all.clips()) {
            CheckBox box = new CheckBox(c.name());
            box.setMnemonicParsing(false);
            box.setSelected(model.goes(c));
            box.setAccessibleText(say("desktop.send.SendScreen.send-clip", c.name()));
            box.setTooltip(new Tooltip(say("desktop.send.SendScreen.whether-clip-goes-along", c.name())));
            box.selectedProperty().addListener((o, was, is) -> model.goes(c, is));
            String frames =
                    say("desktop.send.SendScreen.frames", Figure.number(c.firstFrame()), Figure.number(c.lastFrame()));
            goes.getChildren().add(Ui.row(8, box, Ui.grow(), Ui.label(frames, "figure")));
        }
        if (!model.format().advice().isEmpty()) {
            goes.getChildren().add(Ui.wrapped(model.format().advice(), "small"));
        }
    }

    private static void visible(Node n, boolean value) {
        n.setVisible(value);
        n.setManaged(value);
    }

    private void versions() {
        variant.getItems().setAll(model.format().variants());
        variant.setValue(model.format().variants().getFirst());
    }

    private Target where() {
        return new Target(Path.of(target.getText()), model.format(), variant.getValue());
    }

    private SendDeeds.Order order(Scene s) {
        boolean rescued = !s.lost().isEmpty();
        return new SendDeeds.Order(
                s,
                options.settings(model.leftOut(), perFrame.getValue(), rescued),
                where(),
                overwrite.isSelected(),
                options.isListed());
    }

    private void preview() {
        Preparation p = bench.prepared().get();
        if (p != null) {
            deeds.preview(order(p.scene()), proof::previewed);
        }
    }

    private void send() {
        Preparation p = bench.prepared().get();
        if (p != null) {
            deeds.send(order(p.scene()), done -> {
                proof.proved(done, bench.crossing().get().sent());
                show();
            });
        }
    }
}
