package idleheron.app;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.PartKey;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** The smallest kind of asset that there can be, as a measure of what one has to say of itself: beads of some millimetres. */
public final class ToyBeads implements AssetKind {
    /** One of them. */
    record Bead(String name, double mm) {}

    static final PartKey<Bead> BEADS = new PartKey<>("beads", Bead.class);
    static final Content STRING = new Content("a string of beads");
    private static final Topic TOPIC = new Topic("beads", "Beads");

    @Override
    public String code() {
        return "beads";
    }

    @Override
    public boolean isIn(Scene s) {
        return !s.parts().of(BEADS).isEmpty();
    }

    @Override
    public Content content() {
        return STRING;
    }

    @Override
    public String word(Scene s) {
        return "string of beads";
    }

    @Override
    public String summary(Scene s) {
        return s.parts().of(BEADS).size() + " beads";
    }

    @Override
    public List<FactLine> lines(Scene s) {
        return s.parts().of(BEADS).stream()
                .map(b -> new FactLine("bead", b.name() + ": " + Figure.number(b.mm()) + " mm"))
                .toList();
    }

    @Override
    public List<FactTable> tables() {
        return List.of(
                new FactTable("Beads", Set.of(TOPIC), s -> s.parts().of(BEADS).size(), ToyBeads::table));
    }

    private static Evidence table(Facts f) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (Bead b : f.scene().parts().of(BEADS)) {
            rows.add(new Evidence.Row(b.name(), -1, -1, -1, Double.NaN, false, List.of(b.mm())));
        }
        return new Evidence("bead", List.of("size mm"), rows);
    }

    @Override
    public List<Rule> rules() {
        return List.of((facts, convention, into) -> {
            for (Bead b : facts.scene().parts().of(BEADS)) {
                if (b.mm() > 100) {
                    into.add(new Finding(
                            "bead-too-large",
                            Severity.DRIFTS,
                            TOPIC,
                            -1,
                            b.name() + " is too large",
                            "Nothing holds it.",
                            Figure.of(b.mm(), "mm", b.name()),
                            "",
                            null));
                }
            }
        });
    }

    @Override
    public List<TopicCheck> topics() {
        return List.of(TopicCheck.of(TOPIC, ToyBeads::held));
    }

    private static TopicResult held(Pair p) {
        List<Bead> sent = p.sent.parts().of(BEADS);
        List<Bead> back = p.returned.parts().of(BEADS);
        if (sent.isEmpty()) {
            return TopicResult.notChecked(TOPIC, "No bead was sent.");
        }
        double worst = 0;
        List<Evidence.Row> rows = new ArrayList<>();
        for (int i = 0; i < Math.min(sent.size(), back.size()); i++) {
            double off = Math.abs(sent.get(i).mm() - back.get(i).mm());
            worst = Math.max(worst, off);
            rows.add(new Evidence.Row(sent.get(i).name(), -1, -1, -1, Double.NaN, off > 0.01, List.of(off)));
        }
        return TopicResult.of(
                TOPIC,
                worst > 0.01 || back.size() < sent.size() ? Verdict.DRIFTED : Verdict.CLEAN,
                Figure.of(worst, "mm"),
                "Beads are off by " + Figure.number(worst) + " mm.",
                new Evidence("bead", List.of("off by mm"), rows));
    }

    @Override
    public List<Loss> losses(Pair p) {
        int gone =
                p.sent.parts().of(BEADS).size() - p.returned.parts().of(BEADS).size();
        return gone <= 0
                ? List.of()
                : List.of(new Loss("beads-lost", TOPIC, gone + " beads did not come back", Figure.of(gone, "beads")));
    }
}
