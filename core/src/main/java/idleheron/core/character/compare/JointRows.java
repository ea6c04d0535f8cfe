package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Joints held against their partners one by one: a row each, and the one with the largest figure. */
final class JointRows {
    private final Pair pair;
    private final List<Evidence.Row> rows = new ArrayList<>();
    private double worst;
    private String subject = "";

    JointRows(Pair pair) {
        this.pair = pair;
    }

    /**
     * A joint of what was sent.
     *
     * @param figure by which joints are put in order; the first of its cells
     */
    void add(int joint, double figure, boolean over, List<Object> cells) {
        String path = pair.sent.path(joint);
        rows.add(new Evidence.Row(path, joint, pair.matching.nodes()[joint], -1, Double.NaN, over, cells));
        if (figure > worst) {
            worst = figure;
            subject = path;
        }
    }

    int size() {
        return rows.size();
    }

    /** The largest figure, 0 where none is above it. */
    double worst() {
        return worst;
    }

    /** Whose figure is the largest, "" where none is above 0. */
    String subject() {
        return subject;
    }

    /** All of them, the largest figure first. */
    Evidence evidence(List<String> columns) {
        rows.sort(Comparator.comparingDouble(r -> -(Double) r.cells().getFirst()));
        return new Evidence(say("core.character.compare.RestTopics.joint"), columns, rows);
    }
}
