package idleheron.desktop.send;

import static idleheron.core.Messages.say;

import idleheron.app.delivery.DeliveryTree;
import idleheron.app.delivery.SendAgainJob;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.widget.Ui;
import idleheron.formats.disk.Drafts;
import idleheron.formats.spi.Delivery;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** A delivery that is done again: what changed since, what would differ, which files would be written, and the deed. */
final class AgainSheet extends VBox {
    private final Path list;
    private final AgainDeeds deeds;
    private final VBox told = Ui.column(6);
    private final Label state = Ui.label("", "second");
    private final Button send;
    private SendAgainJob.@Nullable Ahead ahead;

    AgainSheet(Path list, AgainDeeds deeds) {
        super(12);
        this.list = list;
        this.deeds = deeds;
        send = Ui.button(
                say("desktop.send.AgainSheet.send-what-changes"),
                say("desktop.send.AgainSheet.write-the-files-that-would-get"),
                this::send,
                "strong-button");
        Button look = Ui.button(
                say("desktop.send.AgainSheet.look-again"),
                say("desktop.send.AgainSheet.read-the-sources-once-more"),
                this::look,
                "quiet");
        var all = Ui.scrolled(told);
        all.setAccessibleText(say("desktop.send.AgainSheet.what-would-be-sent-again"));
        setVgrow(all, javafx.scene.layout.Priority.ALWAYS);
        getChildren().addAll(all, Ui.hairline(), Ui.row(10, send, look, state));
        look();
    }

    private void look() {
        ahead = null;
        send.setDisable(true);
        told.getChildren().setAll(Ui.label(say("desktop.send.AgainSheet.reading-what-it-was-made-from"), "second"));
        state.setText("");
        deeds.ahead(list, l -> {
            SendAgainJob.Ahead a = l.ahead();
            if (a != null) {
                take(a);
            } else {
                told.getChildren().clear();
                line(Verdict.BROKEN, say("desktop.send.AgainSheet.it-cannot-be-done-again", l.why()));
            }
        });
    }

    private void take(SendAgainJob.Ahead a) {
        ahead = a;
        told.getChildren().setAll(Ui.label(say("desktop.send.AgainSheet.since-last-time"), "heading"));
        if (a.sources().isEmpty() && a.touched().isEmpty()) {
            line(Verdict.CLEAN, say("desktop.send.AgainSheet.sources-and-files-are-as-they"));
        }
        a.sources().forEach(s -> line(Verdict.DRIFTED, say("desktop.send.AgainSheet.changed", s.getFileName())));
        a.touched()
                .forEach(t -> line(
                        Verdict.DRIFTED, say("desktop.send.AgainSheet.is-not-as-it-was-delivered", t.getFileName())));
        if (!a.differences().isEmpty()) {
            told.getChildren().add(Ui.label(say("desktop.send.AgainSheet.what-would-differ"), "heading"));
        }
        for (SendAgainJob.Difference d : a.differences()) {
            told.getChildren().add(Ui.label(String.valueOf(d.file().getFileName()), "strong"));
            if (d.topics().isEmpty()) {
                line(Verdict.CLEAN, say("desktop.send.AgainSheet.other-bytes-nothing-over-tolerance"));
            }
            for (TopicResult t : d.topics()) {
                line(t.verdict(), t.topic().title() + ": " + t.summary());
            }
        }
        files(say("desktop.send.AgainSheet.would-be-written"), a.files());
        send.setDisable(!a.anything());
        state.setText(counted(a.files()));
    }

    private void files(String title, List<Drafts.Placing> files) {
        told.getChildren().add(Ui.label(title, "heading"));
        DeliveryTree.lines(list, files).forEach(f -> told.getChildren().add(Ui.label(f, "figure")));
    }

    private static String counted(List<Drafts.Placing> files) {
        long change =
                files.stream().filter(f -> f.change() != Drafts.Change.SAME).count();
        return change == 0
                ? say("desktop.send.AgainSheet.nothing-changes")
                : say(
                        "desktop.send.AgainSheet.of",
                        Wording.counted(change, "file"),
                        files.size(),
                        (change == 1 ? " changes." : " change."));
    }

    private void line(Verdict verdict, String text) {
        Label out = Ui.wrapped(text, "second");
        out.setGraphic(Ui.mark(verdict, 11));
        told.getChildren().add(out);
    }

    private void send() {
        SendAgainJob.Ahead a = ahead;
        if (a != null) {
            send.setDisable(true);
            deeds.send(a, this::done);
        }
    }

    private void done(Delivery.Outcome o) {
        told.getChildren().clear();
        if (!o.placed()) {
            line(Verdict.BROKEN, say("desktop.send.AgainSheet.what-was-written-did-not-read"));
        }
        for (Delivery.Part p : o.parts()) {
            line(
                    p.proof().verdict(),
                    say(
                            "desktop.send.AgainSheet.reads-back",
                            p.file().getFileName(),
                            p.proof().verdict().shown()));
        }
        o.left().forEach(l -> line(Verdict.DRIFTED, l + "."));
        files(o.placed() ? "Written" : say("desktop.send.AgainSheet.not-written"), o.files());
        state.setText("");
    }
}
