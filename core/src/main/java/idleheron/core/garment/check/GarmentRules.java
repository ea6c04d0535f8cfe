package idleheron.core.garment.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.BodyParts;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.kind.Rule;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Rules about how garments lie on the body that wears them. Without one they say nothing. */
public final class GarmentRules {
    /** Longest side of a garment over that of its body: what people wear. */
    private static final double LEAST = 0.08;

    private static final double MOST = 1.3;
    private static final double HALF = 0.5;
    private static final double[] FACTORS = {0.01, 100, 0.001, 1000, 0.0254, 39.37007874};

    /** A touch that a solver takes for none, metres. */
    private static final double TOUCH = 0.001;

    /** What hangs farther than this everywhere hangs on nothing, metres. */
    private static final double FLOATS = 0.05;

    private static final double MM = 1000;
    private static final double CM2 = 1e4;

    public static final List<Rule> ALL =
            List.of(GarmentRules::size, GarmentRules::lies, GarmentRules::weights, FreedomRules::look);

    private GarmentRules() {}

    private static double longest(TriangleMesh m) {
        double[] b = m.box();
        return Math.max(b[3] - b[0], Math.max(b[4] - b[1], b[5] - b[2]));
    }

    /** Garments of another unit than their body. */
    static void size(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Worn worn = Worn.in(s);
        if (worn == null) {
            return;
        }
        double body = longest(RestSurface.of(s, worn.body()));
        for (int g : worn.garments()) {
            double ratio = longest(RestSurface.of(s, g)) / body;
            if (isWearable(ratio) || !(ratio > 0) || !Double.isFinite(ratio)) {
                continue;
            }
            List<Double> factors = factors(ratio);
            String told = factors.stream()
                    .map(k -> say(
                            "core.garment.check.GarmentRules.times-it-is-of-the-body",
                            Figure.number(k),
                            Figure.number(ratio * k)))
                    .reduce((a, b) -> say("core.garment.check.GarmentRules.or", a, b))
                    .orElse("");
            String name = s.nodes().get(g).name();
            Mesh mesh = s.meshes().get(s.nodes().get(g).payload());
            out.add(Finding.of("garment-unit", Severity.BREAKS, Worn.TOPIC)
                    .says(
                            say("core.garment.check.GarmentRules.is-times-as-long-as-its", name, Figure.number(ratio)),
                            say(
                                    "core.garment.check.GarmentRules.what-people-wear-measures-0-08",
                                    (factors.isEmpty()
                                            ? say("core.garment.check.GarmentRules.no-usual-unit-explains-it")
                                            : say("core.garment.check.GarmentRules.one-of-the-two-is-in", told))))
                    .measured(Figure.of(ratio, say("core.garment.check.GarmentRules.times"), s.path(g)))
                    .because(say("core.garment.check.GarmentRules.files-of-plain-meshes-do-not"))
                    .atNode(g)
                    .mendedBy(
                            factors.isEmpty() || mesh.skin() != null
                                    ? null
                                    : new MovePoints(mesh.name(), new Matrix4d().scaling(factors.getFirst()))));
        }
    }

    /** Whether a garment is as large as what people wear. */
    static boolean isWearable(TriangleMesh garment, TriangleMesh body) {
        return isWearable(longest(garment) / longest(body));
    }

    private static boolean isWearable(double ratio) {
        return ratio > LEAST && ratio < MOST;
    }

    /** The usual factors that make it wearable, two at most: the one nearest to half the body, by proportion, first. */
    private static List<Double> factors(double ratio) {
        return java.util.Arrays.stream(FACTORS)
                .filter(k -> isWearable(ratio * k))
                .boxed()
                .sorted(java.util.Comparator.comparingDouble(k -> Math.abs(Math.log(ratio * k / HALF))))
                .limit(2)
                .toList();
    }

    /** Garments that go into the body, or hang on nothing. */
    static void lies(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Worn worn = Worn.in(s);
        if (worn == null) {
            return;
        }
        TriangleMesh surface = RestSurface.of(s, worn.body());
        BodyDistance body = BodyDistance.of(surface);
        for (int g : worn.garments()) {
            TriangleMesh m = RestSurface.of(s, g);
            if (m.count() == 0 || !m.isFinite() || !isWearable(longest(m) / longest(surface))) {
                continue;
            }
            GapFigures gaps = GapFigures.of(body, m);
            String name = s.nodes().get(g).name();
            if (gaps.worst() > TOUCH) {
                out.add(inside(s, worn.body(), body, g, m, gaps));
            }
            double least = java.util.Arrays.stream(gaps.gaps()).min().orElse(0);
            if (least > FLOATS) {
                out.add(Finding.of("garment-floats", Severity.DRIFTS, Worn.TOPIC)
                        .says(
                                say("core.garment.check.GarmentRules.touches-the-body-nowhere", name),
                                say(
                                        "core.garment.check.GarmentRules.its-nearest-point-lies-from-the",
                                        (Double.isFinite(least)
                                                ? say("core.garment.check.GarmentRules.mm", Figure.number(MM * least))
                                                : say(
                                                        "core.garment.check.GarmentRules.more-than-mm",
                                                        Figure.number(MM * GapFigures.CAP)))))
                        .measured(Figure.of(MM * Math.min(least, GapFigures.CAP), "mm", s.path(g)))
                        .atNode(g));
            }
        }
    }

    private static Finding inside(Scene s, int wearer, BodyDistance body, int g, TriangleMesh m, GapFigures gaps) {
        String where = gaps.deepest() < 0 ? "" : BodyParts.jointAt(s, wearer, body, m.points(), gaps.deepest());
        return Finding.of("garment-inside-body", Severity.DRIFTS, Worn.TOPIC)
                .says(
                        say(
                                "core.garment.check.GarmentRules.goes-mm-into-the-body",
                                s.nodes().get(g).name(),
                                Figure.number(MM * gaps.worst())),
                        say(
                                "core.garment.check.GarmentRules.cm-of-it-lie-inside-cm",
                                Figure.number(CM2 * gaps.insideArea()),
                                Figure.number(CM2 * gaps.deeper()),
                                (where.isEmpty() ? "" : say("core.garment.check.GarmentRules.deepest-at", where)),
                                Figure.number(MM * gaps.median()),
                                Figure.number(MM * gaps.low()),
                                Figure.number(MM * gaps.high())))
                .measured(Figure.of(MM * gaps.worst(), "mm", s.path(g)))
                .because(say("core.garment.check.GarmentRules.it-was-made-for-another-body"))
                .atNode(g)
                .mendedBy(s.meshes().get(s.nodes().get(g).payload()).skin() == null ? FitGarments.USUAL : null);
    }

    /** Garments that no joint moves, on a body that joints move. */
    static void weights(Facts f, @Nullable Convention c, List<Finding> out) {
        Scene s = f.scene();
        Worn worn = Worn.in(s);
        Mesh body =
                worn == null ? null : s.meshes().get(s.nodes().get(worn.body()).payload());
        if (worn == null || body == null || body.skin() == null) {
            return;
        }
        List<String> bare = new ArrayList<>();
        int first = -1;
        for (int g : worn.garments()) {
            if (s.meshes().get(s.nodes().get(g).payload()).skin() == null) {
                bare.add(s.nodes().get(g).name());
                first = first < 0 ? g : first;
            }
        }
        if (!bare.isEmpty()) {
            out.add(Finding.of("garment-without-weights", Severity.BREAKS, Worn.TOPIC)
                    .says(
                            say(
                                    "core.garment.check.GarmentRules.that-no-joint-moves",
                                    Wording.counted(bare.size(), "garment")),
                            say(
                                    "core.garment.check.GarmentRules.when-the-body-moves-weights-can",
                                    Wording.listed(bare)
                                            + (bare.size() == 1
                                                    ? say("core.garment.check.GarmentRules.stays-where-it-is")
                                                    : say("core.garment.check.GarmentRules.stay-where-they-are"))))
                    .measured(Figure.of(
                            bare.size(),
                            bare.size() == 1
                                    ? say("core.garment.check.GarmentRules.garment")
                                    : say("core.garment.check.GarmentRules.garments"),
                            s.path(first)))
                    .atNode(first)
                    .mendedBy(TakeWeights.USUAL));
        }
    }
}
