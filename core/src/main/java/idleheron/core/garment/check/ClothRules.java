package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

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
    private static final double UNEVENLY_THICK = 6;
    private static final double TIGHT = 0.006;
    private static final double LOOSE = 0.05;
    private static final double TIGHT_SHARE = 0.1;
    private static final double MM = 1000;
    private static final double PERCENT = 100;

    private final Scene s;
    private final Cloth cloth;
    private final Told told;
    private final String name;
    private final List<Finding> out = new ArrayList<>();

    private ClothRules(Scene s, Cloth cloth) {
        this.s = s;
        this.cloth = cloth;
        told = new Told(s, cloth.node());
        name = told.name();
    }

    /** Holes, loose pieces, uneven spacing and what else its surface says. */
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
                    say(
                            "core.garment.check.ClothRules.looking-over",
                            s.nodes().get(g).name()));
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
                    r.out.add(r.told.of("garment-inside-out", Severity.DRIFTS, 1, "garment")
                            .says(
                                    say("core.garment.check.ClothRules.is-inside-out", name(s, g)),
                                    say("core.garment.check.ClothRules.its-faces-run-clockwise-seen-from"))
                            .mendedBy(new FlipFaces(name(s, g))));
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

    private void points() {
        int doubled = cloth.doubled();
        if (doubled > 0 && cloth.surface().isFinite()) {
            out.add(told.counted("garment-points-doubled", Severity.DRIFTS, doubled, "point")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-where-another-lies",
                                    Wording.counted(doubled, "point"),
                                    name,
                                    (doubled == 1
                                            ? say("core.garment.check.ClothRules.lies")
                                            : say("core.garment.check.ClothRules.lie"))),
                            say("core.garment.check.ClothRules.a-solver-parts-cloth-there-no"))
                    .because(say("core.garment.check.ClothRules.the-writer-split-points-at-seams"))
                    .mendedBy(WeldPoints.USUAL));
        }
        int unused = cloth.unused();
        if (unused > 0) {
            out.add(told.counted("garment-points-unused", Severity.DRIFTS, unused, "point")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-belong-to-no-face",
                                    Wording.counted(unused, "point"),
                                    name,
                                    (unused == 1 ? "s" : "")),
                            say("core.garment.check.ClothRules.they-weigh-nothing-and-hang-on"))
                    .mendedBy(WeldPoints.USUAL));
        }
    }

    private void triangles() {
        PieceList pieces = cloth.pieces();
        boolean trimsOnly = pieces.trims().size() == pieces.all().size();
        Spacing of = Spacing.of(cloth.joined(), p -> trimsOnly || pieces.isCloth(p));
        int thin = of.flat() + of.slivers();
        if (thin > 0) {
            double share = (double) thin / cloth.joined().count();
            out.add(told.counted("garment-slivers", share > 0.01 ? Severity.DRIFTS : Severity.NOTE, thin, "triangle")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of",
                                    Wording.counted(thin, "triangle"),
                                    name,
                                    (thin == 1
                                            ? say("core.garment.check.ClothRules.is-a-sliver")
                                            : say("core.garment.check.ClothRules.are-slivers"))),
                            say("core.garment.check.ClothRules.they-are-more-than-fifty-times", of.flat())));
        }
        if (of.crowded() > 0) {
            out.add(told.counted("garment-edges-crowded", Severity.DRIFTS, of.crowded(), "edge")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-more-than-two-triangles",
                                    Wording.counted(of.crowded(), "edge"),
                                    name,
                                    (of.crowded() == 1
                                            ? say("core.garment.check.ClothRules.has")
                                            : say("core.garment.check.ClothRules.have"))),
                            say("core.garment.check.ClothRules.such-a-place-is-no-surface")));
        }
        if (of.high() > UNEVEN * of.low()) {
            out.add(told.of("garment-spacing-uneven", Severity.DRIFTS, of.high() / of.low(), "times")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.edges-of-are-to-mm-long",
                                    name,
                                    Figure.number(MM * of.low()),
                                    Figure.number(MM * of.high())),
                            say(
                                    "core.garment.check.ClothRules.the-middle-one-is-mm-a",
                                    Figure.number(MM * of.median())))
                    .mendedBy(cloth.hasTwoSides() ? null : new Respace(MM * of.median())));
        }
    }

    private void seams() {
        Seams of = Seams.of(cloth);
        if (of.apart() > 0) {
            double mm = Math.ceil(PERCENT * MM * of.widest()) / PERCENT;
            out.add(told.counted("garment-seams-apart", Severity.DRIFTS, of.apart(), "point")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-borders-of-beside-another-without",
                                    Wording.counted(of.apart(), "point"),
                                    name,
                                    (of.apart() == 1
                                            ? say("core.garment.check.ClothRules.lies-2")
                                            : say("core.garment.check.ClothRules.lie-2"))),
                            say(
                                    "core.garment.check.ClothRules.they-lie-up-to-mm-apart",
                                    Figure.number(MM * of.widest())))
                    .mendedBy(new WeldPoints(mm + 1 / PERCENT)));
        }
        if (of.holes() > 0) {
            out.add(told.counted("garment-holes", Severity.NOTE, of.holes(), "hole")
                    .says(
                            say("core.garment.check.ClothRules.in", Wording.counted(of.holes(), "small hole"), name),
                            say(
                                    "core.garment.check.ClothRules.a-border-that-goes-round-less",
                                    Figure.number(MM * Seams.HOLE))));
        }
    }

    private void trims() {
        List<PieceList.Piece> small = cloth.pieces().trims();
        double points = small.stream().mapToDouble(PieceList.Piece::pointShare).sum();
        double area = small.stream().mapToDouble(PieceList.Piece::areaShare).sum();
        if (points > TRIMS_POINTS && area < TRIMS_AREA) {
            long n = small.stream().mapToLong(PieceList.Piece::points).sum();
            out.add(told.of("garment-trims-heavy", Severity.DRIFTS, PERCENT * points, "%")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-of-its-points",
                                    Wording.counted(small.size(), "trim"),
                                    name,
                                    (small.size() == 1
                                            ? say("core.garment.check.ClothRules.holds")
                                            : say("core.garment.check.ClothRules.hold")),
                                    Figure.number(PERCENT * points)),
                            say(
                                    "core.garment.check.ClothRules.points-on-of-its-area-they",
                                    Figure.thousands(n),
                                    Figure.number(PERCENT * area)))
                    .mendedBy(new PartTrims(true)));
        }
    }

    private void shells() {
        TriangleMesh m = cloth.joined();
        Thickness t = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m));
        if (cloth.hasTwoSides(t) && t.at(0.95) > UNEVENLY_THICK * t.at(0.05)) {
            out.add(told.of("garment-thickness-uneven", Severity.DRIFTS, t.at(0.95) / t.at(0.05), "times")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.is-unevenly-thick-to-mm",
                                    name,
                                    Figure.number(MM * t.at(0.05)),
                                    Figure.number(MM * t.at(0.95))),
                            say(
                                    "core.garment.check.ClothRules.middle-mm-a-twentieth-thinner-and",
                                    Figure.number(MM * t.median()))));
        }
        Crossings c = Crossings.of(m);
        if (c.pairs() > 0) {
            out.add(told.counted("garment-crosses-itself", Severity.DRIFTS, c.triangles(), "triangle")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.goes-through-itself-in",
                                    name,
                                    Wording.counted(c.triangles(), "triangle")),
                            say(
                                    "core.garment.check.ClothRules.an-edge-crosses-a-triangle-that",
                                    (c.pairs() == 1
                                            ? "Once"
                                            : say("core.garment.check.ClothRules.times", Figure.thousands(c.pairs()))),
                                    (c.point() < 0
                                            ? ""
                                            : say("core.garment.check.ClothRules.first-at", place(m, c.point()))))));
        }
    }

    /** Cloth that lies on the skin and may leave it by far. */
    private void tight(BodyDistance body) {
        FreedomMap map = FreedomMap.of(cloth.mesh());
        if (map == null) {
            return;
        }
        double length = Drape.of(s.nodes().get(cloth.node())).freedom();
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
            out.add(told.of("freedom-tight", Severity.NOTE, PERCENT * free / all, "%")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.of-lies-on-the-skin-and",
                                    Figure.number(PERCENT * free / all),
                                    name),
                            say(
                                    "core.garment.check.ClothRules.it-lies-within-mm-of-the",
                                    Figure.number(MM * TIGHT),
                                    Figure.number(PERCENT * LOOSE))));
        }
    }

    private static String place(TriangleMesh m, int point) {
        return Figure.number(m.points()[3 * point]) + ", " + Figure.number(m.points()[3 * point + 1]) + ", "
                + Figure.number(m.points()[3 * point + 2]) + " m";
    }

    private void tears() {
        Tears t = Tears.of(s, cloth);
        if (t.edges() > 0) {
            out.add(told.counted("garment-weights-tear", Severity.DRIFTS, t.edges(), "edge")
                    .says(
                            say(
                                    "core.garment.check.ClothRules.weights-of-tear-at",
                                    name,
                                    Wording.counted(t.edges(), "edge")),
                            say(
                                    "core.garment.check.ClothRules.neighbouring-points-follow-and-which-have",
                                    name(s, t.from()),
                                    name(s, t.to())))
                    .because(say("core.garment.check.ClothRules.every-point-took-the-weights-of"))
                    .mendedBy(TakeWeights.USUAL));
        }
    }
}
