package idleheron.desktop.sheet;

import static idleheron.core.Messages.say;

import idleheron.desktop.model.HelpPages;
import idleheron.desktop.widget.FullLabel;
import idleheron.desktop.widget.Ui;
import java.util.Locale;
import javafx.collections.FXCollections;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** The stories on the left, one of them on the right. */
public final class HelpSheet extends HBox {
    private final ListView<HelpPages.Page> list = new ListView<>();
    private final VBox page = Ui.column(10);

    public HelpSheet(HelpPages.@Nullable Page first) {
        setSpacing(18);
        TextField search = new TextField();
        search.setPromptText(say("desktop.sheet.HelpSheet.find-a-word"));
        Ui.named(
                search,
                say("desktop.sheet.HelpSheet.find-a-word"),
                say("desktop.sheet.HelpSheet.show-only-the-pages-with-this"));
        search.textProperty().addListener((o, was, is) -> fill(is));
        list.setCellFactory(x -> new ListCell<>() {
            @Override
            protected void layoutChildren() {
                super.layoutChildren();
                FullLabel.tellWhole(this);
            }

            @Override
            protected void updateItem(HelpPages.@Nullable Page item, boolean none) {
                super.updateItem(item, none);
                setText(item == null || none ? "" : item.title());
                setWrapText(true);
                setPrefWidth(0);
            }
        });
        list.getStyleClass().add("help-list");
        list.getSelectionModel().selectedItemProperty().addListener((o, was, is) -> {
            if (is != null) {
                show(is);
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox left = Ui.column(8, search, list);
        left.setMinWidth(270);
        left.setPrefWidth(270);
        ScrollPane scroll = Ui.scrolled(page);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(left, scroll);
        fill("");
        list.getSelectionModel().select(first == null ? HelpPages.all().getFirst() : first);
    }

    private void fill(String word) {
        String w = word.toLowerCase(Locale.ROOT);
        list.setItems(FXCollections.observableArrayList(HelpPages.all().stream()
                .filter(p -> (p.title() + " " + String.join(" ", p.paragraphs()) + " " + String.join(" ", p.codes()))
                        .toLowerCase(Locale.ROOT)
                        .contains(w))
                .toList()));
    }

    private void show(HelpPages.Page p) {
        page.getChildren().setAll(Ui.wrapped(p.title(), "title"));
        p.paragraphs().forEach(t -> page.getChildren().add(new HelpText(t)));
        if (!p.codes().getFirst().equals("-")) {
            page.getChildren()
                    .add(Ui.wrapped(say("desktop.sheet.HelpSheet.in-reports", String.join(", ", p.codes())), "small"));
        }
    }
}
