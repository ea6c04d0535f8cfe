package idleheron.core.garment.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.check.ClothRules;
import idleheron.core.garment.check.FitRules;
import idleheron.core.garment.check.GarmentRules;
import idleheron.core.garment.compare.GarmentLosses;
import idleheron.core.garment.compare.GarmentTopic;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Garments on the body that wears them. What they are made of is a character's. */
public final class GarmentAssets implements AssetKind {
    private static final double MM = 1000;
    private static final List<FactTable> TABLES = List.of(new FactTable(
            say("core.garment.asset.GarmentAssets.garments"),
            Set.of(Worn.TOPIC),
            GarmentAssets::count,
            f -> gaps(f),
            true));

    private static final List<TopicCheck> TOPICS = List.of(TopicCheck.of(Worn.TOPIC, GarmentTopic::of));

    private static int count(Scene s) {
        Worn w = Worn.in(s);
        return w == null ? 0 : w.garments().size();
    }

    @Override
    public String code() {
        return "garment";
    }

    @Override
    public boolean isIn(Scene s) {
        return Worn.in(s) != null;
    }

    @Override
    public Content content() {
        return Content.NODES;
    }

    @Override
    public String word(Scene s) {
        return say("core.garment.asset.GarmentAssets.garment-on-a-body");
    }

    /** "cape and shirt on mannequin". */
    @Override
    public String summary(Scene s) {
        Worn w = Worn.in(s);
        return w == null
                ? ""
                : say(
                        "core.garment.asset.GarmentAssets.on",
                        w.names(s),
                        s.nodes().get(w.body()).name());
    }

    @Override
    public List<FactLine> lines(Scene s) {
        return isIn(s) ? List.of(new FactLine(say("core.garment.asset.GarmentAssets.worn"), summary(s))) : List.of();
    }

    @Override
    public List<FactGroup> figures(Facts f) {
        Scene s = f.scene();
        Worn w = Worn.in(s);
        if (w == null) {
            return List.of();
        }
        long points = w.garments().stream()
                .mapToLong(g -> s.meshes().get(s.nodes().get(g).payload()).pointCount())
                .sum();
        return List.of(new FactGroup(
                say("core.garment.asset.GarmentAssets.garments"),
                List.of(
                        new FactLine(
                                say("core.garment.asset.GarmentAssets.worn"),
                                Wording.counted(w.garments().size(), "garment")),
                        new FactLine(
                                say("core.garment.asset.GarmentAssets.by"),
                                s.nodes().get(w.body()).name()),
                        new FactLine(say("core.garment.asset.GarmentAssets.their-points"), Figure.thousands(points)))));
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Rule> rules() {
        return GarmentRules.ALL;
    }

    @Override
    public boolean hasDeepRules() {
        return true;
    }

    @Override
    public List<Finding> deepFindings(Scene scene, Progress progress) {
        List<Finding> out = new ArrayList<>(ClothRules.of(scene, progress));
        out.addAll(FitRules.of(scene, progress));
        return out;
    }

    /** What each garment is made of and how it lies on its body, in millimetres. */
    private static Evidence gaps(Facts f) {
        Scene s = f.scene();
        Worn w = Worn.in(s);
        List<Evidence.Row> rows = new ArrayList<>();
        if (w != null) {
            BodyDistance body = BodyDistance.of(RestSurface.of(s, w.body()));
            for (int g : w.garments()) {
                Cloth c = Cloth.of(s, g);
                TriangleMesh m = c.surface();
                GapFigures gaps = GapFigures.of(body, m);
                Thickness thickness =
                        Thickness.of(c.joined(), SurfaceNormals.of(c.joined()), TriangleTree.of(c.joined()));
                boolean two = c.isWhole() && c.hasTwoSides(thickness);
                Spacing spacing = Spacing.of(c.joined(), c.pieces()::isCloth);
                rows.add(new Evidence.Row(
                        s.nodes().get(g).name(),
                        g,
                        -1,
                        -1,
                        Double.NaN,
                        false,
                        List.of(
                                Figure.thousands(m.pointCount()),
                                Figure.number(MM * spacing.median()),
                                two ? Figure.number(MM * thickness.median()) : "–",
                                String.valueOf(c.pieces().trims().size()),
                                Figure.number(MM * gaps.median()),
                                Figure.number(MM * gaps.low()),
                                Figure.number(MM * gaps.high()),
                                Figure.number(MM * gaps.worst()),
                                Figure.number(100 * gaps.inside()))));
            }
        }
        return new Evidence(
                say("core.garment.asset.GarmentAssets.garment"),
                List.of(
                        say("core.garment.asset.GarmentAssets.points"),
                        say("core.garment.asset.GarmentAssets.spacing-middle-mm"),
                        say("core.garment.asset.GarmentAssets.thick-mm"),
                        say("core.garment.asset.GarmentAssets.trims"),
                        say("core.garment.asset.GarmentAssets.gap-middle-mm"),
                        say("core.garment.asset.GarmentAssets.5-below-mm"),
                        say("core.garment.asset.GarmentAssets.95-below-mm"),
                        say("core.garment.asset.GarmentAssets.deepest-inside-mm"),
                        say("core.garment.asset.GarmentAssets.inside")),
                rows);
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    @Override
    public boolean isAsked(Scene sent) {
        return GarmentTopic.isAsked(sent);
    }

    @Override
    public List<Loss> losses(Pair pair) {
        return GarmentLosses.of(pair);
    }
}
