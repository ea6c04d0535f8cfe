package idleheron.desktop.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.MetaField;
import idleheron.core.remedy.avatar.SayMeta;
import idleheron.core.scene.Scene;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * Who made an avatar and what may be done with it, in the words of the standard. Nothing is filled in but what the file says already,
 * or what the user takes from the terms of the house.
 */
public final class TermsSheet extends VBox {
    private static final String NOT_SAID = say("desktop.avatar.TermsSheet.not-said");

    /** What is the avatar's own and never the house's. */
    private static final List<MetaField> OWN = List.of(MetaField.NAME, MetaField.VERSION);

    private final Map<MetaField, Node> controls = new EnumMap<>(MetaField.class);
    private final Map<MetaField, String> start = new EnumMap<>(MetaField.class);
    private final Label state = Ui.wrapped("", "second");
    private final AvatarKeeps keeps;
    private final Consumer<List<SayMeta>> said;

    /** @param said takes what was changed, a remedy for each field */
    public TermsSheet(Scene scene, AvatarKeeps keeps, Consumer<List<SayMeta>> said) {
        this.keeps = keeps;
        this.said = said;
        setSpacing(12);
        Avatar a = Avatar.in(scene);
        AvatarMeta m = a == null || a.meta() == null ? AvatarMeta.NONE : a.meta();
        GridPane grid = new GridPane(12, 6);
        ColumnConstraints words = new ColumnConstraints(200);
        ColumnConstraints values = new ColumnConstraints();
        values.setHgrow(Priority.ALWAYS);
        grid.getColumnConstraints().addAll(words, values);
        int line = 0;
        for (MetaField f : MetaField.values()) {
            String text = String.join("; ", m.said().getOrDefault(f, List.of()));
            start.put(f, text);
            Label name = Ui.label(f.shown(), f.isRequired() ? "strong" : "second");
            Node control = control(f, text);
            controls.put(f, control);
            grid.addRow(line++, name, hinted(f, control));
        }
        ScrollPane scroll = Ui.scrolled(grid);
        getChildren()
                .addAll(
                        scroll,
                        state,
                        Ui.row(
                                8,
                                Ui.button(
                                        say("desktop.avatar.TermsSheet.take-the-house-s"),
                                        say("desktop.avatar.TermsSheet.fill-in-what-was-kept-as"),
                                        this::house,
                                        "quiet"),
                                Ui.button(
                                        say("desktop.avatar.TermsSheet.keep-as-the-house-s"),
                                        say("desktop.avatar.TermsSheet.keep-all-but-name-and-version"),
                                        this::keep,
                                        "quiet"),
                                Ui.grow(),
                                Ui.button(
                                        say("desktop.avatar.TermsSheet.say-these"),
                                        say("desktop.avatar.TermsSheet.add-what-was-changed-to-the"),
                                        this::give,
                                        "strong-button")));
        judge();
    }

    private Node control(MetaField f, String text) {
        if (f.choices().isEmpty()) {
            TextField t = new TextField(text);
            Ui.named(t, f.shown(), f.shown());
            t.textProperty().addListener((o, was, is) -> judge());
            return t;
        }
        ComboBox<String> c = new ComboBox<>();
        c.getItems().add(NOT_SAID);
        c.getItems().addAll(f.choices());
        c.setValue(f.choices().contains(text) ? text : NOT_SAID);
        Ui.named(c, f.shown(), f.shown());
        c.setPrefWidth(260);
        c.valueProperty().addListener((o, was, is) -> judge());
        return c;
    }

    /** With what is not plain from its name. */
    private Node hinted(MetaField f, Node control) {
        if (f == MetaField.LICENSE_URL && control instanceof TextField t) {
            HBox.setHgrow(t, Priority.ALWAYS);
            return Ui.row(
                    8,
                    t,
                    Ui.button(
                            say("desktop.avatar.TermsSheet.the-standard-s"),
                            say("desktop.avatar.TermsSheet.the-only-terms-that-receivers-accept", MetaField.LICENSE),
                            () -> t.setText(MetaField.LICENSE),
                            "quiet"));
        }
        String hint = f.kind() == MetaField.Kind.LIST
                ? say("desktop.avatar.TermsSheet.several-are-parted-by-semicolons")
                : f.choices().isEmpty()
                        ? ""
                        : say(
                                "desktop.avatar.TermsSheet.not-said-counts-as",
                                f.choices().getFirst());
        if (hint.isEmpty()) {
            return control;
        }
        if (control instanceof TextField t) {
            HBox.setHgrow(t, Priority.ALWAYS);
        }
        Label small = Ui.label(hint, "small");
        small.setMinWidth(USE_PREF_SIZE);
        return Ui.row(8, control, small);
    }

    private String text(MetaField f) {
        Node n = controls.get(f);
        String text =
                n instanceof TextField t ? t.getText().strip() : n instanceof ComboBox<?> c ? "" + c.getValue() : "";
        return text.equals(NOT_SAID) ? "" : text;
    }

    private void put(MetaField f, String text) {
        Node n = controls.get(f);
        if (n instanceof TextField t) {
            t.setText(text);
        } else if (n instanceof ComboBox<?> c) {
            @SuppressWarnings("unchecked")
            ComboBox<String> choice = (ComboBox<String>) c;
            choice.setValue(f.choices().contains(text) ? text : NOT_SAID);
        }
    }

    private AvatarMeta meta() {
        AvatarMeta out = AvatarMeta.NONE;
        for (MetaField f : MetaField.values()) {
            out = out.with(f, f.kind() == MetaField.Kind.LIST ? List.of(text(f).split("\\s*;\\s*")) : List.of(text(f)));
        }
        return out;
    }

    private void judge() {
        if (controls.size() < MetaField.values().length) {
            return;
        }
        List<MetaField> wrong = meta().wrong();
        state.setText(
                wrong.isEmpty()
                        ? say("desktop.avatar.TermsSheet.all-that-must-be-said-is")
                        : say(
                                "desktop.avatar.TermsSheet.still-to-be-said-receivers-find",
                                Wording.listed(
                                        wrong.stream().map(MetaField::shown).toList())));
    }

    private void house() {
        Map<String, String> terms = keeps.terms();
        terms.forEach((code, text) -> {
            MetaField f = MetaField.of(code);
            if (f != null) {
                put(f, text);
            }
        });
        judge();
        if (terms.isEmpty()) {
            state.setText(say("desktop.avatar.TermsSheet.nothing-was-kept-as-the-house", state.getText()));
        }
    }

    private void keep() {
        Map<String, String> terms = new TreeMap<>();
        for (MetaField f : MetaField.values()) {
            if (!OWN.contains(f) && !text(f).isEmpty()) {
                terms.put(f.code(), text(f));
            }
        }
        state.setText(
                keeps.keepTerms(terms)
                        ? say(
                                "desktop.avatar.TermsSheet.kept-for-the-next-avatar",
                                Wording.counted(terms.size(), "field"))
                        : say("desktop.avatar.TermsSheet.it-could-not-be-kept"));
    }

    private void give() {
        List<SayMeta> out = new ArrayList<>();
        for (MetaField f : MetaField.values()) {
            if (!text(f).equals(start.get(f))) {
                out.add(new SayMeta(f.code(), text(f)));
            }
        }
        said.accept(out);
    }
}
