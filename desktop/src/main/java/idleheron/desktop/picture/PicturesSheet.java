package idleheron.desktop.picture;

import static idleheron.core.Messages.say;

import idleheron.app.picture.PictureChannel;
import idleheron.app.picture.PicturesAtHand;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.widget.Choice;
import idleheron.desktop.widget.FindingCard;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The pictures at hand side by side, one of them large and channel by channel, and the materials they can be put on. */
public final class PicturesSheet extends HBox {
    private static final double SIDE = 520;
    private static final double LARGE = 264;
    private static final int LONGEST = 512;

    private final BenchActions deeds;
    private final Supplier<Works> works;
    private final Consumer<Remedy> taken;
    private final VBox shelf = Ui.column(10);
    private final StackPane large = new StackPane();
    private final Choice<PictureChannel> channel = new Choice<>(
            List.of(PictureChannel.values()),
            Choice::name,
            c -> say("desktop.picture.PicturesSheet.show-this-channel-of-the-picture", Choice.name(c)));
    private final Label name = Ui.wrapped("", "strong");
    private final VBox told = Ui.column(3);
    private final VBox materials = Ui.column(8);
    private final List<PictureCard> cards = new ArrayList<>();
    private @Nullable PicturesModel model;
    private PicturesAtHand.@Nullable Picture chosen;

    /** Gathers what the sheet shows. */
    public interface Works {
        /** Null where nothing lies there any more. */
        @Nullable
        PicturesModel run(Progress progress) throws Exception;
    }

    /**
     * @param works the work that gathers pictures, findings and materials as they are after the remedies so far
     * @param taken puts a remedy to the others
     */
    public PicturesSheet(BenchActions deeds, Supplier<Works> works, Consumer<Remedy> taken) {
        super(18);
        this.deeds = deeds;
        this.works = works;
        this.taken = taken;
        ScrollPane left = Ui.scrolled(shelf);
        left.setAccessibleText(say("desktop.picture.PicturesSheet.pictures"));
        HBox.setHgrow(left, Priority.ALWAYS);
        large.setMinHeight(LARGE);
        large.setPrefHeight(LARGE);
        large.getStyleClass().add("thumb");
        channel.chosen().addListener((o, was, is) -> enlarge());
        ScrollPane places = Ui.scrolled(materials);
        places.setAccessibleText(say("desktop.picture.PicturesSheet.materials"));
        VBox.setVgrow(places, Priority.ALWAYS);
        VBox side = Ui.column(
                8,
                large,
                channel,
                name,
                told,
                Ui.hairline(),
                Ui.label(say("desktop.picture.PicturesSheet.materials"), "heading"),
                places);
        side.setPrefWidth(SIDE);
        side.setMinWidth(SIDE);
        getChildren().addAll(left, side);
        shelf.getChildren().setAll(Ui.label(say("desktop.picture.PicturesSheet.looking-at-the-pictures"), "second"));
        load();
    }

    /** Shows all anew. */
    public void load() {
        record Gathered(@Nullable PicturesModel model) {}
        Works now = works.get();
        deeds.workOut("pictures", p -> new Gathered(now.run(p)), g -> {
            if (g.model != null) {
                show(g.model);
            }
        });
    }

    private void show(PicturesModel m) {
        model = m;
        String was = chosen == null ? "" : chosen.path();
        cards.clear();
        shelf.getChildren().clear();
        section(
                say("desktop.picture.PicturesSheet.on-the-model"),
                m.all().linked(),
                say("desktop.picture.PicturesSheet.it-has-no-pictures"));
        section(
                say("desktop.picture.PicturesSheet.beside-it-on-no-material"),
                m.all().beside(),
                say("desktop.picture.PicturesSheet.no-other-pictures-lie-in-the"));
        if (m.all().more() > 0) {
            shelf.getChildren()
                    .add(Ui.label(
                            say(
                                    "desktop.picture.PicturesSheet.in-those-folders",
                                    Wording.counted(m.all().more(), "more picture")),
                            "small"));
        }
        List<PictureCard> all = List.copyOf(cards);
        all.stream()
                .filter(c -> c.picture().path().equals(was))
                .findFirst()
                .or(() -> all.stream().findFirst())
                .ifPresentOrElse(c -> choose(c.picture()), this::places);
    }

    private void section(String title, List<PicturesAtHand.Picture> pictures, String none) {
        shelf.getChildren().add(Ui.label(title, "heading"));
        if (pictures.isEmpty()) {
            shelf.getChildren().add(Ui.wrapped(none, "second"));
            return;
        }
        FlowPane flow = new FlowPane(10, 10);
        flow.setPrefWrapLength(4 * (PictureCard.WIDTH + 10));
        for (PicturesAtHand.Picture p : pictures) {
            PictureCard card = new PictureCard(p, Objects.requireNonNull(model).mark(p), () -> choose(p));
            cards.add(card);
            flow.getChildren().add(card);
        }
        shelf.getChildren().add(flow);
    }

    private void choose(PicturesAtHand.Picture p) {
        chosen = p;
        cards.forEach(c -> c.chosen(c.picture() == p));
        name.setText(p.name());
        told.getChildren().clear();
        PicturesModel m = Objects.requireNonNull(model);
        m.lines(p).forEach(l -> told.getChildren().add(Ui.wrapped(l, "second")));
        for (Finding f : m.findings(p)) {
            Label line = Ui.wrapped(f.title(), "strong");
            line.setGraphic(Ui.mark(FindingCard.verdict(f.severity()), 11));
            HBox row = Ui.row(8, line);
            HBox.setHgrow(line, Priority.ALWAYS);
            Remedy r = f.remedy();
            if (r != null) {
                row.getChildren().add(Ui.button(r.title(), r.describe(), () -> taken.accept(r), "quiet"));
            }
            told.getChildren().add(row);
        }
        places();
        enlarge();
    }

    private void enlarge() {
        PicturesAtHand.Picture p = chosen;
        PicturesModel m = model;
        large.getChildren().clear();
        if (p == null || m == null || p.seen() == null) {
            large.getChildren()
                    .add(Ui.label(p == null ? "" : say("desktop.picture.PicturesSheet.not-found"), "second"));
            return;
        }
        PictureChannel c = channel.chosen().get();
        var seen = Objects.requireNonNull(p.seen());
        var edits = m.edits(p);
        record Large(PictureChannel.@Nullable Shown shown) {}
        deeds.workOut("picture", w -> new Large(c.of(seen, LONGEST, edits)), got -> {
            if (chosen == p && channel.chosen().get() == c) {
                PictureChannel.Shown s = got.shown();
                large.getChildren()
                        .setAll(
                                s == null
                                        ? Ui.label(say("desktop.picture.PicturesSheet.cannot-be-read"), "second")
                                        : view(s));
            }
        });
    }

    private static ImageView view(PictureChannel.Shown s) {
        WritableImage image = new WritableImage(s.width(), s.height());
        image.getPixelWriter()
                .setPixels(0, 0, s.width(), s.height(), PixelFormat.getIntArgbInstance(), s.argb(), 0, s.width());
        ImageView view = new ImageView(image);
        view.setFitWidth(SIDE - 20);
        view.setFitHeight(LARGE - 8);
        view.setPreserveRatio(true);
        view.setSmooth(false);
        return view;
    }

    /** The materials with their places, each a button that takes the chosen picture, or one that is dropped on it. */
    private void places() {
        materials.getChildren().clear();
        PicturesModel m = Objects.requireNonNull(model);
        m.slots().forEach((material, slots) -> {
            FlowPane flow = new FlowPane(6, 6);
            slots.forEach(s -> flow.getChildren().add(place(s)));
            materials.getChildren().addAll(Ui.label(material, "strong"), flow);
        });
        if (m.slots().isEmpty()) {
            materials.getChildren().add(Ui.wrapped(say("desktop.picture.PicturesSheet.it-has-no-materials"), "second"));
        }
    }

    private Button place(PicturesModel.Slot slot) {
        PicturesAtHand.Picture p = chosen;
        boolean can = p != null && p.seen() != null && !p.name().equals(slot.file());
        Button out = Ui.button(
                slot.text(),
                can
                        ? say(
                                "desktop.picture.PicturesSheet.put-here",
                                Objects.requireNonNull(p).name())
                        : say("desktop.picture.PicturesSheet.choose-another-picture-to-put-it"),
                () -> put(slot, chosen),
                "quiet");
        out.setAccessibleText(slot.material() + ", " + slot.text());
        if (can && PicturesModel.suits(slot, Objects.requireNonNull(p))) {
            out.getStyleClass().add("takes");
        }
        out.setOnDragOver(e -> {
            if (e.getDragboard().hasString() && dragged(e.getDragboard().getString()) != null) {
                e.acceptTransferModes(TransferMode.LINK);
            }
            e.consume();
        });
        out.setOnDragDropped(e -> {
            put(slot, dragged(e.getDragboard().getString()));
            e.setDropCompleted(true);
            e.consume();
        });
        return out;
    }

    private PicturesAtHand.@Nullable Picture dragged(String path) {
        return cards.stream()
                .map(PictureCard::picture)
                .filter(p -> p.path().equals(path) && p.seen() != null)
                .findFirst()
                .orElse(null);
    }

    private void put(PicturesModel.Slot slot, PicturesAtHand.@Nullable Picture p) {
        if (p != null && p.seen() != null && !p.name().equals(slot.file())) {
            taken.accept(PicturesModel.put(slot, p));
        }
    }
}
