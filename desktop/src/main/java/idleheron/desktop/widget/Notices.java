package idleheron.desktop.widget;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.core.Wording;
import idleheron.desktop.model.RefusedException;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Failures;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** What the window has to say, one thing at a time, until it is closed. */
public final class Notices extends VBox {
    public Notices() {
        super(8);
        setMaxSize(560, VBox.USE_PREF_SIZE);
        setAlignment(Pos.BOTTOM_CENTER);
        setPickOnBounds(false);
    }

    public void clear() {
        getChildren().clear();
    }

    public void failed(Throwable e) {
        if (e instanceof RefusedException r) {
            tell(
                    say("desktop.widget.Notices.this-file-cannot-be-read", r.getMessage()),
                    true,
                    Ui.button(
                            say("desktop.widget.Notices.read-what-is-whole"),
                            say("desktop.widget.Notices.rescues-what-is-left-of-the"),
                            () -> {
                                getChildren().clear();
                                r.rescue().run();
                            },
                            "strong-button"));
            return;
        }
        if (e instanceof UsageException) { // a plain no, not a fault of the program
            tell(say("desktop.widget.Notices.that-cannot-be-done", e.getMessage()), true);
            return;
        }
        String what = e instanceof FormatException
                ? say("desktop.widget.Notices.this-file-cannot-be-read-2")
                : say("desktop.widget.Notices.that-did-not-work");
        tell(Wording.sentences(what, Failures.sentence(e, say("desktop.widget.Notices.work-in-the-window"))), true);
    }

    public void tell(String text, boolean bad, Node... more) {
        HBox box = Ui.row(
                12, Ui.mark(bad ? idleheron.core.Verdict.BROKEN : idleheron.core.Verdict.CLEAN, 14), Ui.wrapped(text));
        box.getChildren().add(Ui.grow());
        box.getChildren().addAll(more);
        box.getChildren()
                .addAll(Ui.button(
                        say("desktop.widget.Notices.close"),
                        say("desktop.widget.Notices.close-this-notice-esc"),
                        () -> getChildren().remove(box),
                        "quiet"));
        box.getStyleClass().addAll("card", "notice");
        getChildren().setAll(List.of(box));
    }
}
