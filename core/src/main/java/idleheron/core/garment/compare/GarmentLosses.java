package idleheron.core.garment.compare;

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
                    g.name() + " came back with one side: it was " + Figure.number(MM * a.thickness()) + " mm thick",
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
                    Wording.counted(trims, "trim") + " of " + g.name() + " did not come back",
                    trims,
                    trims == 1 ? "trim" : "trims",
                    out);
        }
        if (a.panels() && !b.panels()) {
            tell(
                    g,
                    "garment-panels-lost",
                    g.name() + " came back without its flat cut"
                            + (b.cloth().mesh().uvSets().isEmpty() ? "" : "; what it has are coordinates for pictures"),
                    1,
                    "garment",
                    out);
        }
        int split = b.cloth().doubled() - a.cloth().doubled();
        if (split > 0 && b.cloth().joined().pointCount() == a.cloth().joined().pointCount()) {
            tell(
                    g,
                    "garment-seams-split",
                    Wording.counted(split, "point") + " of " + g.name() + " came back twice in one place",
                    split,
                    split == 1 ? "point" : "points",
                    out);
        }
    }

    private static void freedom(GarmentPair g, GarmentSide b, List<Loss> out) {
        MapChange m = g.map();
        if (g.sent().map() != null && b.map() == null) {
            tell(g, "freedom-lost", g.name() + " came back without its freedom map", 1, "garment", out);
        } else if (m != null && m.how() != MapChange.How.SAME && m.how() != MapChange.How.ROUNDED) {
            tell(
                    g,
                    "freedom-changed",
                    "The freedom map of " + g.name() + " is " + m.how().word() + ": it differs by up to "
                            + Figure.number(PERCENT * m.worst()) + " %, " + Figure.number(PERCENT * m.mean())
                            + " % in the mean",
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
                out.add(s.word() + " " + Figure.number(before) + " became " + Figure.number(after) + " " + s.unit());
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
                    Wording.counted(gone.size(), "setting") + " of the cloth of " + g.name() + " did not come back: "
                            + String.join(", ", gone),
                    gone.size(),
                    gone.size() == 1 ? "setting" : "settings",
                    out);
        }
        List<String> changed = changed(g.sent(), b);
        if (!changed.isEmpty()) {
            tell(
                    g,
                    "drape-changed",
                    "The cloth of " + g.name() + " says otherwise: " + Wording.listed(changed),
                    changed.size(),
                    changed.size() == 1 ? "setting" : "settings",
                    out);
        }
    }
}
