package idleheron.report.build;

import idleheron.core.Figure;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.finding.Finding;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import java.util.ArrayList;
import java.util.List;

/**
 * One thing that a build server is told: a finding, or what a topic of a comparison came to.
 *
 * @param code stable: of the finding, or the topic as "rest-pose"
 * @param level how bad it is
 * @param word for how bad it is: "will break", "drifted"
 * @param remedy the code of what mends it, or ""
 */
public record Noted(String code, Level level, String word, String title, String message, Figure figure, String remedy) {
    /** How bad, the worst first. */
    public enum Level {
        ERROR,
        WARNING,
        NOTE,
        PASSED
    }

    public static List<Noted> findings(List<Finding> all) {
        return all.stream().map(Noted::of).toList();
    }

    static Noted of(Finding f) {
        Level level = switch (f.severity()) {
            case BREAKS -> Level.ERROR;
            case DRIFTS -> Level.WARNING;
            case NOTE -> Level.NOTE;
        };
        Remedy r = f.remedy();
        return new Noted(
                f.code(), level, f.severity().word(), f.title(), f.message(), f.figure(), r == null ? "" : r.code());
    }

    /** Topics that were compared; those that were not are left out. */
    public static List<Noted> topics(List<TopicResult> all) {
        return all.stream()
                .filter(t -> t.verdict() != Verdict.NOT_CHECKED)
                .map(Noted::of)
                .toList();
    }

    /** The topics of a comparison; where all of it is worse than each, what was lost as well, as of damaged files. */
    public static List<Noted> comparison(Comparison c) {
        List<Noted> out = new ArrayList<>(topics(c.topics()));
        Level whole = level(c.verdict());
        if (out.stream().allMatch(n -> n.level.compareTo(whole) > 0)) {
            for (Loss l : c.losses()) {
                out.add(new Noted(l.code(), whole, c.verdict().word(), l.topic().title(), l.text(), l.figure(), ""));
            }
        }
        return out;
    }

    private static Level level(Verdict v) {
        return switch (v) {
            case BROKEN -> Level.ERROR;
            case DRIFTED -> Level.WARNING;
            case NOT_CARRIED -> Level.NOTE;
            case CLEAN, NOT_CHECKED -> Level.PASSED;
        };
    }

    private static Noted of(TopicResult t) {
        Level level = level(t.verdict());
        return new Noted(t.topic().code(), level, t.verdict().word(), t.topic().title(), t.summary(), t.worst(), "");
    }

    /** "Title. Message." */
    String told() {
        return title + ". " + message;
    }
}
