package idleheron.core.garment.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.List;

/** What of garments did not come back, or came back otherwise. */
public final class GarmentLosses {
    private static final double MM = 1000;
    private static final double PERCENT = 100;
    private static final double LIKE = 1e-6;

    private GarmentLosses() {}

    /** What made it a garment and did not come back. */
    public static List<Loss> of(Pair p) {
        List<Loss> out = new ArrayList<>();
        for (GarmentPair g : GarmentPair.of(p)) {
            if (g.returned() != null) {
                cloth(g, g.returned(), out);
                freedom(g, g.returned(), out);
                drape(g, g.returned(), out);
            }
        }
        return out;
    }

    private static void tell(GarmentPair g, String code, String text, double value, String unit, List<Loss> out) {
        out.add(new Loss(code, Worn.TOPIC, text, Figure.of(value, unit, g.name())));
    }

    private static void cloth(GarmentPair g, GarmentSide b, List<Loss> out) {
        GarmentSide a = g.sent();
        if (a.hasShells() && !b.hasShells()) {
            tell(
                    g,
                    "garment-shell-lost",
                    say(
                            "core.garment.compare.GarmentLosses.came-back-with-one-side-it",
                            g.name(),
                            Figure.number(MM * a.thickness())),
                    MM * a.thickness(),
                    "mm",
                    out);
        }
        int trims =
                a.cloth().pieces().trims().size() - b.cloth().pieces().trims().size();
        if (trims > 0) {
            tell(
                    g,
                    "garment-trims-lost",
                    say(
                            "core.garment.compare.GarmentLosses.of-did-not-come-back",
                            Wording.counted(trims, "trim"),
                            g.name()),
                    trims,
                    trims == 1
                            ? say("core.garment.compare.GarmentLosses.trim")
                            : say("core.garment.compare.GarmentLosses.trims"),
                    out);
        }
        if (a.panels() && !b.panels()) {
            tell(
                    g,
                    "garment-panels-lost",
                    say(
                            "core.garment.compare.GarmentLosses.came-back-without-its-flat-cut",
                            g.name(),
                            (b.cloth().mesh().uvSets().isEmpty()
                                    ? ""
                                    : say("core.garment.compare.GarmentLosses.what-it-has-are-coordinates-for"))),
                    1,
                    "garment",
                    out);
        }
        int split = b.cloth().doubled() - a.cloth().doubled();
        if (split > 0 && b.cloth().joined().pointCount() == a.cloth().joined().pointCount()) {
            tell(
                    g,
                    "garment-seams-split",
                    say(
                            "core.garment.compare.GarmentLosses.of-came-back-twice-in-one",
                            Wording.counted(split, "point"),
                            g.name()),
                    split,
                    split == 1
                            ? say("core.garment.compare.GarmentLosses.point")
                            : say("core.garment.compare.GarmentLosses.points"),
                    out);
        }
    }

    private static void freedom(GarmentPair g, GarmentSide b, List<Loss> out) {
        MapChange m = g.map();
        if (g.sent().map() != null && b.map() == null) {
            tell(
                    g,
                    "freedom-lost",
                    say("core.garment.compare.GarmentLosses.came-back-without-its-freedom-map", g.name()),
                    1,
                    "garment",
                    out);
        } else if (m != null && m.how() != MapChange.How.SAME && m.how() != MapChange.How.ROUNDED) {
            tell(
                    g,
                    "freedom-changed",
                    say(
                            "core.garment.compare.GarmentLosses.the-freedom-map-of-is-it",
                            g.name(),
                            m.how().word(),
                            Figure.number(PERCENT * m.worst()),
                            Figure.number(PERCENT * m.mean())),
                    PERCENT * m.worst(),
                    "%",
                    out);
        }
    }

    /** Settings that are not said any more, by their words. */
    static List<String> gone(GarmentSide a, GarmentSide b) {
        List<String> out = new ArrayList<>();
        for (Drape.Setting s : Drape.Setting.values()) {
            if (a.drape().isSaid(s) && !b.drape().isSaid(s)) {
                out.add(s.word());
            }
        }
        return out;
    }

    /** Settings that say something else: "density 0.2 became 0.4 kg/m²". */
    static List<String> changed(GarmentSide a, GarmentSide b) {
        List<String> out = new ArrayList<>();
        for (Drape.Setting s : Drape.Setting.values()) {
            double before = a.drape().get(s);
            double after = b.drape().get(s);
            if (a.drape().isSaid(s) && b.drape().isSaid(s) && !(Math.abs(before - after) <= LIKE * Math.abs(before))) {
                out.add(say(
                        "core.garment.compare.GarmentLosses.became",
                        s.word(),
                        Figure.number(before),
                        Figure.number(after),
                        s.unit()));
            }
        }
        return out;
    }

    private static void drape(GarmentPair g, GarmentSide b, List<Loss> out) {
        List<String> gone = gone(g.sent(), b);
        if (!gone.isEmpty()) {
            tell(
                    g,
                    "drape-lost",
                    say(
                            "core.garment.compare.GarmentLosses.of-the-cloth-of-did-not",
                            Wording.counted(gone.size(), "setting"),
                            g.name(),
                            String.join(", ", gone)),
                    gone.size(),
                    gone.size() == 1
                            ? say("core.garment.compare.GarmentLosses.setting")
                            : say("core.garment.compare.GarmentLosses.settings"),
                    out);
        }
        List<String> changed = changed(g.sent(), b);
        if (!changed.isEmpty()) {
            tell(
                    g,
                    "drape-changed",
                    say(
                            "core.garment.compare.GarmentLosses.the-cloth-of-says-otherwise",
                            g.name(),
                            Wording.listed(changed)),
                    changed.size(),
                    changed.size() == 1
                            ? say("core.garment.compare.GarmentLosses.setting")
                            : say("core.garment.compare.GarmentLosses.settings"),
                    out);
        }
    }
}
