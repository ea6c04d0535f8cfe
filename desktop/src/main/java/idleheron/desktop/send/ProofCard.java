package idleheron.desktop.send;

import static idleheron.core.Messages.say;

import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.TopicResult;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** What came of reading back what was sent. */
final class ProofCard extends VBox {
    private List<SendDeeds.Proved> lastProofs = List.of();
    private @Nullable Asset proven;

    ProofCard() {
        super(6);
    }

    /** Takes the proofs of what was just sent. */
    void proved(List<SendDeeds.Proved> proofs, @Nullable Asset sent) {
        lastProofs = proofs;
        proven = sent;
    }

    /** What sending would write, until something else is shown. */
    void previewed(List<String> files) {
        VBox card = Ui.column(4, Ui.label(say("desktop.send.ProofCard.would-be-written"), "heading"));
        files.forEach(f -> card.getChildren().add(Ui.label(f, "figure")));
        card.getStyleClass().add("card");
        card.setPadding(new Insets(14));
        getChildren().setAll(card);
    }

    void show(Crossing c) {
        getChildren().clear();
        Asset sent = c.sent();
        if (sent == null) {
            getChildren().add(Ui.wrapped(say("desktop.send.ProofCard.nothing-was-sent-yet-after-sending"), "second"));
            return;
        }
        VBox card = Ui.column(6);
        card.getStyleClass().add("card");
        card.setPadding(new Insets(14));
        card.getChildren()
                .add(Ui.row(
                        10,
                        Ui.label(sent.name(), "strong"),
                        Ui.grow(),
                        Ui.label(Wording.bytes(sent.bytes()), "figure")));
        if (!lastProofs.isEmpty() && proven == sent) {
            Comparison done = lastProofs.getFirst().comparison();
            card.getChildren()
                    .add(Ui.row(
                            12,
                            Ui.mark(done.verdict(), 16),
                            Ui.label(
                                    done.verdict() == Verdict.CLEAN
                                            ? say("desktop.send.ProofCard.reads-back-clean")
                                            : say(
                                                    "desktop.send.ProofCard.reads-back",
                                                    done.verdict().shown()),
                                    "heading")));
            for (TopicResult t : done.topics()) {
                if (t.verdict() != Verdict.NOT_CHECKED) {
                    card.getChildren()
                            .add(Ui.row(
                                    8,
                                    Ui.mark(t.verdict(), 11),
                                    Ui.label(t.topic().title()),
                                    Ui.grow(),
                                    Ui.label(t.worst().text(), "figure")));
                }
            }
            for (SendDeeds.Proved p : lastProofs.subList(1, lastProofs.size())) {
                card.getChildren()
                        .add(Ui.row(
                                8,
                                Ui.mark(p.comparison().verdict(), 11),
                                Ui.label(String.valueOf(p.file().getFileName())),
                                Ui.grow(),
                                Ui.label(p.comparison().verdict().shown(), "second")));
            }
        } else {
            card.getChildren().add(Ui.label(say("desktop.send.ProofCard.opened-as-it-is-it-was"), "second"));
        }
        getChildren().add(card);
    }
}
