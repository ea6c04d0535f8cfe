package idleheron.core.garment.check;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomFigures;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Freedom maps, and what is said of how cloth behaves. A garment that has neither is one that nobody lets loose: nothing is told. */
public final class FreedomRules {
    private static final double CM = 100;
    private static final double PERCENT = 100;

    /** The lowest part of a garment that is its hem. */
    private static final double HEM = 0.08;

    private final Told told;
    private final String name;
    private final List<Finding> out;

    private FreedomRules(Scene s, int garment, List<Finding> out) {
        this.out = out;
        told = new Told(s, garment);
        name = told.name();
    }

    static void look(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Worn worn = Worn.in(s);
        if (worn == null) {
            return;
        }
        TriangleMesh body = RestSurface.of(s, worn.body());
        for (int g : worn.garments()) {
            FreedomRules r = new FreedomRules(s, g, out);
            Drape d = Drape.of(s.nodes().get(g));
            FreedomMap map = FreedomMap.of(s.meshes().get(s.nodes().get(g).payload()));
            r.settings(d, map);
            if (map != null) {
                Cloth cloth = Cloth.of(s, g);
                if (cloth.isWhole() && GarmentRules.isWearable(cloth.surface(), body)) {
                    r.map(cloth, map, d);
                }
            }
        }
    }

    private void tell(String code, Severity severity, String title, String text, Figure figure, @Nullable Remedy by) {
        out.add(told.of(code, severity, figure.value(), figure.unit())
                .says(title, text)
                .mendedBy(by));
    }

    private void settings(Drape d, @Nullable FreedomMap map) {
        if (map == null && d.isEmpty()) {
            return;
        }
        List<String> missing = new ArrayList<>();
        List<String> odd = new ArrayList<>();
        for (Drape.Setting x : Drape.Setting.values()) {
            if (!d.isSaid(x)) {
                missing.add(x.word());
            } else if (!x.isPlausible(d.get(x))) {
                odd.add(x.word() + " " + Figure.number(d.get(x)) + " " + x.unit());
            }
        }
        if (map == null) {
            tell(
                    "freedom-missing",
                    Severity.DRIFTS,
                    name + " has settings of cloth and no freedom map",
                    "Without a freedom map a receiver lets all of it loose, or nothing.",
                    Figure.of(1, "garment"),
                    SetFreedom.usual(CM * d.freedom()));
        }
        if (!missing.isEmpty()) {
            tell(
                    "drape-missing",
                    Severity.NOTE,
                    Wording.counted(missing.size(), "setting") + " of the cloth of " + name + " "
                            + (missing.size() == 1 ? "is" : "are") + " not said",
                    "Not said: " + String.join(", ", missing)
                            + ". The receiver takes its own, and the garment falls otherwise.",
                    Figure.of(missing.size(), missing.size() == 1 ? "setting" : "settings"),
                    SayDrape.USUAL);
        }
        if (!odd.isEmpty()) {
            tell(
                    "drape-implausible",
                    Severity.DRIFTS,
                    Wording.counted(odd.size(), "setting") + " of the cloth of " + name + " "
                            + (odd.size() == 1 ? "is" : "are") + " outside what any cloth has",
                    "It says " + Wording.listed(odd) + ". Lengths are in metres, masses in kilograms.",
                    Figure.of(odd.size(), odd.size() == 1 ? "setting" : "settings"),
                    SayDrape.USUAL);
        }
    }

    private void map(Cloth cloth, FreedomMap map, Drape d) {
        double length = d.freedom();
        double[] v = map.joined(cloth.weld());
        FreedomFigures f = FreedomFigures.of(cloth.joined(), v, length);
        if (f.strange() > 0) {
            tell(
                    "freedom-outside",
                    Severity.BREAKS,
                    Wording.counted(f.strange(), "point") + " of " + name + " with a freedom outside 0 to 1",
                    "Freedom is a share of a length, 0 to 1; here it is less, more, or no number.",
                    Figure.of(f.strange(), f.strange() == 1 ? "point" : "points"),
                    SoftenFreedom.USUAL);
            return;
        }
        if (f.isAllFree()) {
            tell(
                    "freedom-all-free",
                    Severity.DRIFTS,
                    "Nothing holds " + name + " up",
                    "Every point of it may move by " + Figure.number(CM * length) + " cm. It slides off, or hangs from"
                            + " nowhere.",
                    Figure.of(PERCENT, "%"),
                    SetFreedom.usual(CM * length));
            return;
        }
        if (f.isAllHeld()) {
            tell(
                    "freedom-all-held",
                    Severity.DRIFTS,
                    "Nothing of " + name + " may move",
                    "Its freedom map holds every point: it will follow its skin and never fall.",
                    Figure.of(0, "%"),
                    SetFreedom.usual(CM * length));
            return;
        }
        parted(cloth, map, length);
        if (f.veryHarsh() > 0) {
            tell(
                    "freedom-harsh",
                    Severity.DRIFTS,
                    "Freedom of " + name + " changes by up to " + Figure.number(f.steepest()) + " cm per cm of cloth",
                    "At " + Wording.counted(f.veryHarsh(), "edge")
                            + " it changes by more than 3 cm per cm, and by up to " + Figure.number(CM * f.jump())
                            + " cm from one point to the next: it creases there.",
                    Figure.of(f.steepest(), "cm per cm"),
                    SoftenFreedom.USUAL);
        }
        hem(cloth.joined(), v);
    }

    private void parted(Cloth cloth, FreedomMap map, double length) {
        int n = 0;
        double worst = 0;
        double[] v = map.joined(cloth.weld());
        for (int p = 0; p < map.values().length; p++) {
            double off = Math.abs(map.values()[p] - v[cloth.weld().to()[p]]);
            n += off > FreedomMap.HELD ? 1 : 0;
            worst = Math.max(worst, off);
        }
        if (n > 0) {
            tell(
                    "freedom-parted",
                    Severity.DRIFTS,
                    Wording.counted(n, "point") + " at seams of " + name + " with two freedoms",
                    "Points in one place may move by up to " + Figure.number(CM * worst * length)
                            + " cm differently: the seam opens.",
                    Figure.of(CM * worst * length, "cm"),
                    SoftenFreedom.USUAL);
        }
    }

    /** The lowest border of what hangs, held although something above it is free. */
    private void hem(TriangleMesh m, double[] v) {
        double[] box = m.box();
        double line = box[1] + HEM * (box[4] - box[1]);
        MeshEdges e = MeshEdges.of(m);
        int held = 0;
        int all = 0;
        for (int i = 0; i < e.count(); i++) {
            int p = e.ends()[2 * i];
            if (e.faces()[i] == 1 && m.points()[3 * p + 1] < line) {
                all++;
                held += v[p] <= FreedomMap.HELD ? 1 : 0;
            }
        }
        if (all > 0 && 2 * held > all) {
            tell(
                    "freedom-hem-held",
                    Severity.NOTE,
                    "The hem of " + name + " is held",
                    Figure.number(PERCENT * held / all)
                            + " % of its lowest border follows the skin, although cloth above it may move.",
                    Figure.of(PERCENT * held / all, "%"),
                    null);
        }
    }
}
