package idleheron.desktop.avatar;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Role;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.desktop.widget.Ui;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/**
 * The figure by its limbs, every role with its joint: what is missing, in doubt, or there twice. A joint is dragged from the list
 * onto a role, or chosen in its row.
 */
public final class RoleSheet extends HBox {
    private static final String NONE = say("desktop.avatar.RoleSheet.no-joint");
    private static final double JOINT = 150;
    private static final double NAME = 132;
    private static final double CELL = 27;

    /** Limbs that stand beside each other. */
    private static final List<List<Role.Limb>> COLUMNS = List.of(
            List.of(Role.Limb.TRUNK, Role.Limb.LEFT_ARM, Role.Limb.LEFT_LEG, Role.Limb.LEFT_FINGERS),
            List.of(Role.Limb.HEAD, Role.Limb.RIGHT_ARM, Role.Limb.RIGHT_LEG, Role.Limb.RIGHT_FINGERS));

    private final RoleModel model;
    private final AvatarKeeps keeps;
    private final Consumer<GiveRoles> given;
    private final List<Row> rows = new ArrayList<>();
    private final ListView<String> joints = new ListView<>();
    private final TextField letters = new TextField();
    private final Label state = Ui.wrapped("", "second");
    private boolean filling;

    /** @param given takes what was said by hand, once it is settled */
    public RoleSheet(RoleModel model, AvatarKeeps keeps, Consumer<GiveRoles> given) {
        this.keeps = keeps;
        this.given = given;
        this.model = model;
        setSpacing(16);
        HBox limbs = new HBox(16);
        for (List<Role.Limb> column : COLUMNS) {
            VBox box = Ui.column(10);
            column.forEach(l -> box.getChildren().add(limb(l)));
            box.setPrefWidth(1);
            HBox.setHgrow(box, Priority.ALWAYS);
            limbs.getChildren().add(box);
        }
        ScrollPane scroll = Ui.scrolled(limbs);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(scroll, side());
        Map<String, String> before = keeps.roles(model.joints());
        model.take(before);
        refresh();
        if (!before.isEmpty()) {
            state.setText(say("desktop.avatar.RoleSheet.as-it-was-said-by-hand", state.getText()));
        }
    }

    private VBox side() {
        letters.setPromptText(say("desktop.avatar.RoleSheet.find-a-joint"));
        Ui.named(
                letters,
                say("desktop.avatar.RoleSheet.letters-of-a-joint-s-name"),
                say("desktop.avatar.RoleSheet.show-only-joints-with-these-letters"));
        letters.textProperty().addListener((o, was, is) -> refresh());
        joints.setAccessibleText(say("desktop.avatar.RoleSheet.joints-those-without-a-role-first"));
        joints.setFixedCellSize(CELL);
        joints.getStyleClass().add("help-list");
        joints.setCellFactory(v -> new JointCell());
        VBox.setVgrow(joints, Priority.ALWAYS);
        VBox side = Ui.column(
                8,
                Ui.label(say("desktop.avatar.RoleSheet.joints"), "heading"),
                letters,
                joints,
                state,
                Ui.row(
                        8,
                        Ui.button(
                                say("desktop.avatar.RoleSheet.as-found"),
                                say("desktop.avatar.RoleSheet.forget-what-was-said-by-hand"),
                                this::anew,
                                "quiet"),
                        Ui.grow(),
                        Ui.button(
                                say("desktop.avatar.RoleSheet.give-these"),
                                say("desktop.avatar.RoleSheet.add-it-to-the-remedies-and"),
                                this::give,
                                "strong-button")));
        side.setMinWidth(230);
        side.setPrefWidth(230);
        return side;
    }

    private VBox limb(Role.Limb limb) {
        VBox box = Ui.column(2, Ui.label(limb.shown(), "heading"));
        for (Role r : limb.roles()) {
            Row row = new Row(r);
            rows.add(row);
            box.getChildren().add(row);
        }
        box.getStyleClass().add("limb");
        return box;
    }

    private void anew() {
        model.startAnew();
        refresh();
    }

    private void give() {
        keeps.keepRoles(model.joints(), model.told());
        given.accept(model.remedy());
    }

    private void said(Role role, String joint) {
        model.give(role, joint);
        refresh();
    }

    private void refresh() {
        filling = true;
        rows.forEach(Row::refresh);
        joints.getItems().setAll(model.joints(letters.getText()));
        state.setText(model.state());
        filling = false;
    }

    /** A joint that can be dragged away, with its role where it has one. */
    private final class JointCell extends ListCell<String> {
        JointCell() {
            setOnDragDetected(e -> {
                if (getItem() != null) {
                    Dragboard board = startDragAndDrop(TransferMode.LINK);
                    ClipboardContent content = new ClipboardContent();
                    content.putString(getItem());
                    board.setContent(content);
                    e.consume();
                }
            });
        }

        @Override
        protected void updateItem(@Nullable String joint, boolean none) {
            super.updateItem(joint, none);
            setText(null);
            setGraphic(null);
            if (joint != null && !none) {
                Role r = model.role(joint);
                Label name = Ui.label(joint, r == null ? "strong" : "second");
                setGraphic(Ui.row(6, name, Ui.grow(), Ui.label(r == null ? "" : r.shown(), "small")));
            }
        }
    }

    /** A role: its mark, its name, its joint to choose from a list, and a word on it. */
    private final class Row extends HBox {
        private final Role role;
        private final ComboBox<String> joint = new ComboBox<>();
        private final Label word = Ui.label("", "small");
        private final Tooltip why = new Tooltip();
        private final HBox mark = new HBox();

        Row(Role role) {
            super(6);
            this.role = role;
            setAlignment(javafx.geometry.Pos.CENTER_LEFT);
            String side = role.side();
            boolean plain = side.isEmpty() || role.limb() == Role.Limb.HEAD;
            Label name = Ui.label(role.shown().substring(plain ? 0 : side.length() + 1));
            if (role.isRequired()) {
                name.getStyleClass().add("strong");
            }
            name.setMinWidth(NAME);
            name.setPrefWidth(NAME);
            name.setTooltip(why);
            joint.setOnShowing(e -> {
                if (joint.getItems().isEmpty()) { // seventy lists of seventy joints would take long to fill
                    filling = true;
                    joint.getItems().add(NONE);
                    joint.getItems().addAll(model.joints());
                    filling = false;
                }
            });
            joint.setPrefWidth(JOINT);
            joint.setMinWidth(JOINT);
            joint.setMaxWidth(JOINT);
            joint.setVisibleRowCount(14);
            joint.setAccessibleText(say("desktop.avatar.RoleSheet.joint-of-the", role.shown()));
            joint.setTooltip(why);
            joint.valueProperty().addListener((o, was, is) -> {
                if (!filling && is != null) {
                    said(role, is.equals(NONE) ? "" : is);
                }
            });
            word.setMinWidth(0);
            mark.setAlignment(javafx.geometry.Pos.CENTER);
            mark.setMinWidth(Region.USE_PREF_SIZE);
            getChildren().addAll(mark, name, joint, word);
            setOnDragOver(e -> {
                if (e.getDragboard().hasString()
                        && model.joints().contains(e.getDragboard().getString())) {
                    e.acceptTransferModes(TransferMode.LINK);
                }
                e.consume();
            });
            setOnDragEntered(e -> getStyleClass().add("takes"));
            setOnDragExited(e -> getStyleClass().remove("takes"));
            setOnDragDropped(e -> {
                said(role, e.getDragboard().getString());
                e.setDropCompleted(true);
                e.consume();
            });
        }

        void refresh() {
            String now = model.joint(role);
            joint.setValue(now.isEmpty() ? NONE : now);
            word.setText(model.word(role));
            String reasons = model.why(role);
            why.setText(reasons.isEmpty() ? say("desktop.avatar.RoleSheet.nothing-is-known-by-shape") : reasons);
            mark.getChildren().setAll(Ui.mark(model.verdict(role), 11));
        }
    }
}
