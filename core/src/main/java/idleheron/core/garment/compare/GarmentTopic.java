package idleheron.core.garment.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.core.garment.Worn;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** Garments on two sides: cloth, shells, trims, panels, what may move, what is said of the cloth, how it lies on its body. */
public final class GarmentTopic {
    private static final double MM = 1000;
    private static final double PERCENT = 100;
    private static final double LENGTHS = 0.01;
    private static final double DEEPER = 0.001;

    private final List<Evidence.Row> rows = new ArrayList<>();
    private final List<String> told = new ArrayList<>();
    private int broken;
    private int drifted;

    private GarmentTopic() {}

    /** Whether a scene holds something that is worn, or says that it is. */
    public static boolean isAsked(Scene s) {
        return !GarmentSide.in(s).isEmpty();
    }

    /** How it lies, its freedom, panels and settings, held against what was sent; millimetres. */
    public static TopicResult of(Pair p) {
        List<GarmentPair> all = GarmentPair.of(p);
        if (all.isEmpty()) {
            return TopicResult.notChecked(
                    Worn.TOPIC, say("core.garment.compare.GarmentTopic.the-sent-scene-has-no-garment"));
        }
        GarmentTopic t = new GarmentTopic();
        all.forEach(t::garment);
        Verdict v = t.broken > 0 ? Verdict.BROKEN : t.drifted > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        int n = t.broken + t.drifted;
        return TopicResult.of(
                Worn.TOPIC,
                v,
                Figure.of(
                        n,
                        n == 1
                                ? say("core.garment.compare.GarmentTopic.difference")
                                : say("core.garment.compare.GarmentTopic.differences")),
                t.told.isEmpty()
                        ? say(
                                "core.garment.compare.GarmentTopic.as-sent-cloth-freedom-and-settings",
                                Wording.counted(all.size(), "garment"))
                        : String.join("; ", t.told) + ".",
                new Evidence(
                        say("core.garment.compare.GarmentTopic.of-the-garments"),
                        List.of(
                                say("core.garment.compare.GarmentTopic.sent"),
                                say("core.garment.compare.GarmentTopic.returned")),
                        t.rows));
    }

    private void row(GarmentPair g, String what, String before, String after, boolean over) {
        rows.add(new Evidence.Row(
                g.name() + ", " + what, g.node(), g.back(), -1, Double.NaN, over, List.of(before, after)));
        drifted += over ? 1 : 0;
    }

    private static String mm(double metres) {
        return Double.isNaN(metres) ? "–" : say("core.garment.compare.GarmentTopic.mm", Figure.number(MM * metres));
    }

    private void garment(GarmentPair g) {
        GarmentSide a = g.sent();
        GarmentSide b = g.returned();
        if (b == null) {
            broken++;
            told.add(say("core.garment.compare.GarmentTopic.did-not-come-back", g.name()));
            rows.add(new Evidence.Row(
                    g.name(),
                    g.node(),
                    -1,
                    -1,
                    Double.NaN,
                    true,
                    List.of(say("core.garment.compare.GarmentTopic.there"), "–")));
            return;
        }
        int before = rows.size();
        count(
                g,
                "pieces",
                a.cloth().pieces().all().size(),
                b.cloth().pieces().all().size());
        count(
                g,
                "trims",
                a.cloth().pieces().trims().size(),
                b.cloth().pieces().trims().size());
        count(
                g,
                say("core.garment.compare.GarmentTopic.points"),
                a.cloth().joined().pointCount(),
                b.cloth().joined().pointCount());
        length(
                g,
                say("core.garment.compare.GarmentTopic.middle-spacing"),
                a.spacing().median(),
                b.spacing().median());
        if (a.hasShells() || b.hasShells()) {
            length(g, "thickness", a.thickness(), b.thickness());
        }
        row(
                g,
                say("core.garment.compare.GarmentTopic.flat-cut"),
                a.panels()
                        ? say("core.garment.compare.GarmentTopic.there")
                        : say("core.garment.compare.GarmentTopic.none"),
                b.panels()
                        ? say("core.garment.compare.GarmentTopic.there")
                        : say("core.garment.compare.GarmentTopic.none"),
                a.panels() && !b.panels());
        freedom(g, a, b);
        settings(g, a, b);
        if (!Double.isNaN(a.depth()) || !Double.isNaN(b.depth())) {
            row(
                    g,
                    say("core.garment.compare.GarmentTopic.deepest-inside"),
                    mm(a.depth()),
                    mm(b.depth()),
                    b.depth() > a.depth() + DEEPER);
            row(
                    g,
                    say("core.garment.compare.GarmentTopic.middle-gap"),
                    mm(a.gap()),
                    mm(b.gap()),
                    Math.abs(a.gap() - b.gap()) > DEEPER);
        }
        List<String> over = rows.subList(before, rows.size()).stream()
                .filter(Evidence.Row::over)
                .map(r -> r.subject().substring(g.name().length() + 2))
                .toList();
        if (!over.isEmpty()) {
            told.add(say("core.garment.compare.GarmentTopic.differs-in", g.name(), Wording.listed(over)));
        }
    }

    private void count(GarmentPair g, String what, long before, long after) {
        row(g, what, Figure.thousands(before), Figure.thousands(after), before != after);
    }

    private void length(GarmentPair g, String what, double before, double after) {
        row(g, what, mm(before), mm(after), !(Math.abs(before - after) <= LENGTHS * Math.max(before, after)));
    }

    private void freedom(GarmentPair g, GarmentSide a, GarmentSide b) {
        MapChange m = g.map();
        boolean over = a.map() != null && b.map() == null || m != null && m.worst() > MapChange.ROUND;
        String after = b.map() == null
                ? say("core.garment.compare.GarmentTopic.none")
                : m == null
                        ? say("core.garment.compare.GarmentTopic.there")
                        : say(
                                "core.garment.compare.GarmentTopic.up-to-off",
                                m.how().word(),
                                Figure.number(PERCENT * m.worst()));
        row(
                g,
                say("core.garment.compare.GarmentTopic.freedom-map"),
                a.map() == null
                        ? say("core.garment.compare.GarmentTopic.none")
                        : say("core.garment.compare.GarmentTopic.there"),
                after,
                over);
    }

    private void settings(GarmentPair g, GarmentSide a, GarmentSide b) {
        List<String> gone = GarmentLosses.gone(a, b);
        List<String> changed = GarmentLosses.changed(a, b);
        if (a.drape().isEmpty() && b.drape().isEmpty()) {
            return;
        }
        String after = gone.isEmpty() && changed.isEmpty()
                ? say("core.garment.compare.GarmentTopic.the-same")
                : (gone.isEmpty() ? "" : say("core.garment.compare.GarmentTopic.not-said", String.join(", ", gone)))
                        + (gone.isEmpty() || changed.isEmpty() ? "" : "; ")
                        + Wording.listed(changed);
        row(
                g,
                say("core.garment.compare.GarmentTopic.settings"),
                say("core.garment.compare.GarmentTopic.said"),
                after,
                !gone.isEmpty() || !changed.isEmpty());
    }
}
