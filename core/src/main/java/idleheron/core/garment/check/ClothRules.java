package idleheron.core.garment.check;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Crossings;
import idleheron.core.garment.facts.Facing;
import idleheron.core.garment.facts.PieceList;
import idleheron.core.garment.facts.Seams;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.garment.facts.Tears;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.FlipFaces;
import idleheron.core.remedy.garment.PartTrims;
import idleheron.core.remedy.garment.Respace;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.garment.WeldPoints;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** What the cloth of garments is made of: points, triangles, seams, trims, shells, and weights that tear. A second for 100,000 points. */
public final class ClothRules {
    /** The longest twentieth of edges over the shortest. */
    private static final double UNEVEN = 6;

    private static final double TRIMS_POINTS = 0.1;
    private static final double TRIMS_AREA = 0.02;
    private static final double THICK = 0.5;
    private static final double UNEVENLY_THICK = 6;
    private static final double TIGHT = 0.006;
    private static final double LOOSE = 0.05;
    private static final double TIGHT_SHARE = 0.1;
    private static final double MM = 1000;
    private static final double PERCENT = 100;

    private final Scene s;
    private final Cloth cloth;
    private final String name;
    private final List<Finding> out = new ArrayList<>();

    private ClothRules(Scene s, Cloth cloth) {
        this.s = s;
        this.cloth = cloth;
        name = s.nodes().get(cloth.node()).name();
    }

    public static List<Finding> of(Scene s, Progress progress) {
        Worn worn = Worn.in(s);
        List<Finding> all = new ArrayList<>();
        if (worn == null) {
            return all;
        }
        TriangleMesh skin = RestSurface.of(s, worn.body());
        BodyDistance body = skin.count() > 0 && skin.isFinite() ? BodyDistance.of(skin) : null;
        for (int i = 0; i < worn.garments().size(); i++) {
            int g = worn.garments().get(i);
            progress.at(
                    (double) i / worn.garments().size(),
                    "looking over " + s.nodes().get(g).name());
            ClothRules r = new ClothRules(s, Cloth.of(s, g));
            if (GarmentRules.isWearable(r.cloth.surface(), skin)) {
                r.points();
            }
            if (r.cloth.isWhole() && GarmentRules.isWearable(r.cloth.surface(), skin)) {
                r.triangles();
                r.seams();
                r.trims();
                r.shells();
                r.tears();
                if (body != null) {
                    r.tight(body);
                }
                if (body != null && Facing.isInsideOut(r.cloth, body)) {
                    r.tell("garment-inside-out", Severity.DRIFTS)
                            .says(
                                    name(s, g) + " is inside out",
                                    "Its faces run clockwise seen from outside: it is lit from the wrong side, and what"
                                            + " asks for its outer side takes the inner one.")
                            .put(new FlipFaces(name(s, g)));
                }
                all.addAll(UvRules.of(s, r.cloth));
            }
            all.addAll(r.out);
        }
        if (body != null) {
            all.addAll(ColliderRules.of(s, worn, body));
        }
        return all;
    }

    private static String name(Scene s, int node) {
        return s.nodes().get(node).name();
    }

    /** A finding that is about to be told. */
    private final class Telling {
        private Finding finding;

        Telling(Finding finding) {
            this.finding = finding;
        }

        Telling says(String title, String text) {
            finding = finding.says(title, text);
            return this;
        }

        Telling measured(double value, String unit) {
            finding = finding.measured(Figure.of(value, unit, s.path(cloth.node())));
            return this;
        }

        Telling because(String cause) {
            finding = finding.because(cause);
            return this;
        }

        void put(idleheron.core.remedy.@org.jspecify.annotations.Nullable Remedy by) {
            out.add(finding.mendedBy(by));
        }
    }

    private Telling tell(String code, Severity severity) {
        return new Telling(Finding.of(code, severity, Worn.TOPIC).atNode(cloth.node()));
    }

    private void points() {
        int doubled = cloth.doubled();
        if (doubled > 0 && cloth.surface().isFinite()) {
            tell("garment-points-doubled", Severity.DRIFTS)
                    .says(
                            Wording.counted(doubled, "point") + " of " + name + " " + (doubled == 1 ? "lies" : "lie")
                                    + " where another lies",
                            "A solver parts cloth there: no thread joins two points of one place.")
                    .measured(doubled, doubled == 1 ? "point" : "points")
                    .because("The writer split points at seams of coordinates or at hard edges.")
                    .put(WeldPoints.USUAL);
        }
        int unused = cloth.unused();
        if (unused > 0) {
            tell("garment-points-unused", Severity.DRIFTS)
                    .says(
                            Wording.counted(unused, "point") + " of " + name + " belong" + (unused == 1 ? "s" : "")
                                    + " to no face",
                            "They weigh nothing and hang on nothing; what counts points counts them.")
                    .measured(unused, unused == 1 ? "point" : "points")
                    .put(WeldPoints.USUAL);
        }
    }

    private void triangles() {
        PieceList pieces = cloth.pieces();
        boolean trimsOnly = pieces.trims().size() == pieces.all().size();
        Spacing of = Spacing.of(cloth.joined(), p -> trimsOnly || pieces.isCloth(p));
        int thin = of.flat() + of.slivers();
        if (thin > 0) {
            double share = (double) thin / cloth.joined().count();
            tell("garment-slivers", share > 0.01 ? Severity.DRIFTS : Severity.NOTE)
                    .says(
                            Wording.counted(thin, "triangle") + " of " + name + " "
                                    + (thin == 1 ? "is a sliver" : "are slivers"),
                            "They are more than fifty times as long as high, or without area (" + of.flat()
                                    + "): stiff along their length, and their normals mean nothing.")
                    .measured(thin, thin == 1 ? "triangle" : "triangles")
                    .put(null);
        }
        if (of.crowded() > 0) {
            tell("garment-edges-crowded", Severity.DRIFTS)
                    .says(
                            Wording.counted(of.crowded(), "edge") + " of " + name + " "
                                    + (of.crowded() == 1 ? "has" : "have") + " more than two triangles",
                            "Such a place is no surface: it has no inside and no outside, and cloth cannot bend there.")
                    .measured(of.crowded(), of.crowded() == 1 ? "edge" : "edges")
                    .put(null);
        }
        if (of.high() > UNEVEN * of.low()) {
            tell("garment-spacing-uneven", Severity.DRIFTS)
                    .says(
                            "The points of " + name + " lie unevenly close: " + Figure.number(MM * of.low()) + " to "
                                    + Figure.number(MM * of.high()) + " mm",
                            "Middle " + Figure.number(MM * of.median())
                                    + " mm, a twentieth closer and a twentieth farther than those. Cloth is stiffer where"
                                    + " its points lie close, and a solver's time goes there.")
                    .measured(of.high() / of.low(), "times")
                    .put(cloth.hasTwoSides() ? null : new Respace(MM * of.median()));
        }
    }

    private void seams() {
        Seams of = Seams.of(cloth);
        if (of.apart() > 0) {
            double mm = Math.ceil(PERCENT * MM * of.widest()) / PERCENT;
            tell("garment-seams-apart", Severity.DRIFTS)
                    .says(
                            Wording.counted(of.apart(), "point") + " of borders of " + name
                                    + " lie beside another and are not joined to it",
                            "They lie up to " + Figure.number(MM * of.widest())
                                    + " mm apart. Such seams open as soon as the cloth moves.")
                    .measured(of.apart(), "points")
                    .put(new WeldPoints(mm + 1 / PERCENT));
        }
        if (of.holes() > 0) {
            tell("garment-holes", Severity.NOTE)
                    .says(
                            Wording.counted(of.holes(), "small hole") + " in " + name,
                            "A border that goes round less than " + Figure.number(MM * Seams.HOLE)
                                    + " mm; nobody puts a limb through it.")
                    .measured(of.holes(), of.holes() == 1 ? "hole" : "holes")
                    .put(null);
        }
    }

    private void trims() {
        List<PieceList.Piece> small = cloth.pieces().trims();
        double points = small.stream().mapToDouble(PieceList.Piece::pointShare).sum();
        double area = small.stream().mapToDouble(PieceList.Piece::areaShare).sum();
        if (points > TRIMS_POINTS && area < TRIMS_AREA) {
            long n = small.stream().mapToLong(PieceList.Piece::points).sum();
            tell("garment-trims-heavy", Severity.DRIFTS)
                    .says(
                            Wording.counted(small.size(), "trim") + " of " + name + " hold "
                                    + Figure.number(PERCENT * points) + " % of its points",
                            Figure.thousands(n) + " points on " + Figure.number(PERCENT * area)
                                    + " % of its area. They take a solver's time and need none of it: they are rigid.")
                    .measured(PERCENT * points, "%")
                    .put(new PartTrims(true));
        }
    }

    private void shells() {
        TriangleMesh m = cloth.joined();
        Thickness t = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m));
        if (t.points() > THICK * m.pointCount() && t.at(0.95) > UNEVENLY_THICK * t.at(0.05)) {
            tell("garment-thickness-uneven", Severity.DRIFTS)
                    .says(
                            name + " is unevenly thick: " + Figure.number(MM * t.at(0.05)) + " to "
                                    + Figure.number(MM * t.at(0.95)) + " mm",
                            "Middle " + Figure.number(MM * t.median())
                                    + " mm, a twentieth thinner and a twentieth thicker than those.")
                    .measured(t.at(0.95) / t.at(0.05), "times")
                    .put(null);
        }
        Crossings c = Crossings.of(m);
        if (c.pairs() > 0) {
            tell("garment-crosses-itself", Severity.DRIFTS)
                    .says(
                            name + " goes through itself in " + Figure.thousands(c.triangles()) + " triangles",
                            Figure.thousands(c.pairs())
                                    + " times an edge crosses a triangle that it shares no point with"
                                    + (c.point() < 0 ? "" : ", first at " + place(m, c.point())) + ".")
                    .measured(c.triangles(), c.triangles() == 1 ? "triangle" : "triangles")
                    .put(null);
        }
    }

    /** Cloth that lies on the skin and may leave it by far. */
    private void tight(BodyDistance body) {
        FreedomMap map = FreedomMap.of(cloth.mesh());
        if (map == null) {
            return;
        }
        double length = Drape.of(s.nodes().get(cloth.node())).get(Drape.Setting.FREEDOM);
        TriangleMesh m = cloth.joined();
        double[] v = map.joined(cloth.weld());
        double[] areas = SurfaceNormals.of(m).pointAreas(m);
        Foot foot = new Foot();
        double free = 0;
        double all = 0;
        for (int p = 0; p < v.length; p++) {
            double gap = body.signed(m.points()[3 * p], m.points()[3 * p + 1], m.points()[3 * p + 2], TIGHT, foot);
            free += gap < TIGHT && v[p] * length > LOOSE ? areas[p] : 0;
            all += areas[p];
        }
        if (all > 0 && free > TIGHT_SHARE * all) {
            tell("freedom-tight", Severity.NOTE)
                    .says(
                            Figure.number(PERCENT * free / all) + " % of " + name
                                    + " lies on the skin and may leave it",
                            "It lies within " + Figure.number(MM * TIGHT) + " mm of the body and may move by more than "
                                    + Figure.number(PERCENT * LOOSE)
                                    + " cm: what is tight is better held, and costs no solver any time.")
                    .measured(PERCENT * free / all, "%")
                    .put(null);
        }
    }

    private static String place(TriangleMesh m, int point) {
        return Figure.number(m.points()[3 * point]) + ", " + Figure.number(m.points()[3 * point + 1]) + ", "
                + Figure.number(m.points()[3 * point + 2]) + " m";
    }

    private void tears() {
        Tears t = Tears.of(s, cloth);
        if (t.edges() > 0) {
            tell("garment-weights-tear", Severity.DRIFTS)
                    .says(
                            "Weights of " + name + " tear at " + Wording.counted(t.edges(), "edge"),
                            "Neighbouring points follow " + name(s, t.from()) + " and " + name(s, t.to())
                                    + ", which have little to do with each other: the cloth is drawn apart when they"
                                    + " move.")
                    .measured(t.edges(), t.edges() == 1 ? "edge" : "edges")
                    .because("Every point took the weights of its closest place on the body, across a gap.")
                    .put(TakeWeights.USUAL);
        }
    }
}
