package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

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
                    say("core.garment.check.FreedomRules.has-settings-of-cloth-and-no", name),
                    say("core.garment.check.FreedomRules.without-a-freedom-map-a-receiver"),
                    Figure.of(1, say("core.garment.check.FreedomRules.garment")),
                    SetFreedom.usual(CM * d.freedom()));
        }
        if (!missing.isEmpty()) {
            tell(
                    "drape-missing",
                    Severity.NOTE,
                    say(
                            "core.garment.check.FreedomRules.of-the-cloth-of-not-said",
                            Wording.counted(missing.size(), "setting"),
                            name,
                            (missing.size() == 1
                                    ? say("core.garment.check.FreedomRules.is")
                                    : say("core.garment.check.FreedomRules.are"))),
                    say("core.garment.check.FreedomRules.not-said-the-receiver-takes-its", String.join(", ", missing)),
                    Figure.of(
                            missing.size(),
                            missing.size() == 1
                                    ? say("core.garment.check.FreedomRules.setting")
                                    : say("core.garment.check.FreedomRules.settings")),
                    SayDrape.USUAL);
        }
        if (!odd.isEmpty()) {
            tell(
                    "drape-implausible",
                    Severity.DRIFTS,
                    say(
                            "core.garment.check.FreedomRules.of-the-cloth-of-outside-what",
                            Wording.counted(odd.size(), "setting"),
                            name,
                            (odd.size() == 1
                                    ? say("core.garment.check.FreedomRules.is")
                                    : say("core.garment.check.FreedomRules.are"))),
                    say("core.garment.check.FreedomRules.it-says-lengths-are-in-metres", Wording.listed(odd)),
                    Figure.of(
                            odd.size(),
                            odd.size() == 1
                                    ? say("core.garment.check.FreedomRules.setting")
                                    : say("core.garment.check.FreedomRules.settings")),
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
                    say(
                            "core.garment.check.FreedomRules.of-with-a-freedom-outside-0",
                            Wording.counted(f.strange(), "point"),
                            name),
                    say("core.garment.check.FreedomRules.freedom-is-a-share-of-a"),
                    Figure.of(
                            f.strange(),
                            f.strange() == 1
                                    ? say("core.garment.check.FreedomRules.point")
                                    : say("core.garment.check.FreedomRules.points")),
                    SoftenFreedom.USUAL);
            return;
        }
        if (f.isAllFree()) {
            tell(
                    "freedom-all-free",
                    Severity.DRIFTS,
                    say("core.garment.check.FreedomRules.nothing-holds-up", name),
                    say("core.garment.check.FreedomRules.every-point-of-it-may-move", Figure.number(CM * length)),
                    Figure.of(PERCENT, "%"),
                    SetFreedom.usual(CM * length));
            return;
        }
        if (f.isAllHeld()) {
            tell(
                    "freedom-all-held",
                    Severity.DRIFTS,
                    say("core.garment.check.FreedomRules.nothing-of-may-move", name),
                    say("core.garment.check.FreedomRules.its-freedom-map-holds-every-point"),
                    Figure.of(0, "%"),
                    SetFreedom.usual(CM * length));
            return;
        }
        parted(cloth, map, length);
        if (f.veryHarsh() > 0) {
            tell(
                    "freedom-harsh",
                    Severity.DRIFTS,
                    say(
                            "core.garment.check.FreedomRules.freedom-of-changes-by-up-to",
                            name,
                            Figure.number(f.steepest())),
                    say(
                            "core.garment.check.FreedomRules.at-it-changes-by-more-than",
                            Wording.counted(f.veryHarsh(), "edge"),
                            Figure.number(CM * f.jump())),
                    Figure.of(f.steepest(), say("core.garment.check.FreedomRules.cm-per-cm")),
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
                    say(
                            "core.garment.check.FreedomRules.at-seams-of-with-two-freedoms",
                            Wording.counted(n, "point"),
                            name),
                    say(
                            "core.garment.check.FreedomRules.points-in-one-place-may-move",
                            Figure.number(CM * worst * length)),
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
                    say("core.garment.check.FreedomRules.the-hem-of-is-held", name),
                    say(
                            "core.garment.check.FreedomRules.of-its-lowest-border-follows-the",
                            Figure.number(PERCENT * held / all)),
                    Figure.of(PERCENT * held / all, "%"),
                    null);
        }
    }
}
