package idleheron.desktop.send;

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
                "Send what changes",
                "Write the files that would get other bytes, read them back, and leave the others untouched",
                this::send,
                "strong-button");
        Button look = Ui.button("Look again", "Read the sources once more", this::look, "quiet");
        var all = Ui.scrolled(told);
        all.setAccessibleText("What would be sent again");
        setVgrow(all, javafx.scene.layout.Priority.ALWAYS);
        getChildren().addAll(all, Ui.hairline(), Ui.row(10, send, look, state));
        look();
    }

    private void look() {
        ahead = null;
        send.setDisable(true);
        told.getChildren().setAll(Ui.label("Reading what it was made from, and making it anew…", "second"));
        state.setText("");
        deeds.ahead(list, l -> {
            SendAgainJob.Ahead a = l.ahead();
            if (a != null) {
                take(a);
            } else {
                told.getChildren().clear();
                line(Verdict.BROKEN, "It cannot be done again: " + l.why() + ".");
            }
        });
    }

    private void take(SendAgainJob.Ahead a) {
        ahead = a;
        told.getChildren().setAll(Ui.label("Since last time", "heading"));
        if (a.sources().isEmpty() && a.touched().isEmpty()) {
            line(Verdict.CLEAN, "Sources and files are as they were.");
        }
        a.sources().forEach(s -> line(Verdict.DRIFTED, s.getFileName() + " changed."));
        a.touched().forEach(t -> line(Verdict.DRIFTED, t.getFileName() + " is not as it was delivered."));
        if (!a.differences().isEmpty()) {
            told.getChildren().add(Ui.label("What would differ", "heading"));
        }
        for (SendAgainJob.Difference d : a.differences()) {
            told.getChildren().add(Ui.label(String.valueOf(d.file().getFileName()), "strong"));
            if (d.topics().isEmpty()) {
                line(Verdict.CLEAN, "Other bytes, nothing over tolerance.");
            }
            for (TopicResult t : d.topics()) {
                line(t.verdict(), t.topic().title() + ": " + t.summary());
            }
        }
        files("Would be written", a.files());
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
                ? "Nothing changes."
                : Wording.counted(change, "file") + " of " + files.size() + (change == 1 ? " changes." : " change.");
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
            line(Verdict.BROKEN, "What was written did not read back clean, so all files are kept.");
        }
        for (Delivery.Part p : o.parts()) {
            line(
                    p.proof().verdict(),
                    p.file().getFileName() + " reads back "
                            + p.proof().verdict().word() + ".");
        }
        o.left().forEach(l -> line(Verdict.DRIFTED, l + "."));
        files(o.placed() ? "Written" : "Not written", o.files());
        state.setText("");
    }
}
