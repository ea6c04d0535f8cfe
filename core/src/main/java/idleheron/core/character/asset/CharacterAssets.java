package idleheron.core.character.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.cause.ClipCauses;
import idleheron.core.character.cause.JointCauses;
import idleheron.core.character.cause.MeshCauses;
import idleheron.core.character.cause.Renames;
import idleheron.core.character.cause.SceneCauses;
import idleheron.core.character.check.CharacterRules;
import idleheron.core.character.compare.ClipTopic;
import idleheron.core.character.compare.HierarchyTopic;
import idleheron.core.character.compare.RestTopics;
import idleheron.core.character.compare.SkinTopic;
import idleheron.core.character.compare.StageTopic;
import idleheron.core.character.compare.SurfaceTopics;
import idleheron.core.character.compare.Uncarried;
import idleheron.core.character.loss.ClipLosses;
import idleheron.core.character.loss.JointLosses;
import idleheron.core.character.loss.MaterialLosses;
import idleheron.core.character.loss.MotionLosses;
import idleheron.core.character.loss.OpaqueDataLosses;
import idleheron.core.character.loss.ShapeLosses;
import idleheron.core.character.loss.SurfaceLosses;
import idleheron.core.character.loss.WeightLosses;
import idleheron.core.finding.Facts;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Candidate;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.Held;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Rigged characters, skeletons, props: nodes with meshes, skins, blend shapes, materials and clips. */
public final class CharacterAssets implements AssetKind {
    private static final Set<Topic> JOINTS =
            Set.of(Topic.HIERARCHY, Topic.REST_POSE, Topic.JOINT_ORIENTATION, Topic.SKIN_WEIGHTS);

    private static final List<FactTable> TABLES = List.of(
            new FactTable(
                    say("core.character.asset.CharacterAssets.joints"),
                    JOINTS,
                    s -> s.joints().size(),
                    CharacterTables::joints),
            new FactTable(
                    say("core.character.asset.CharacterAssets.surfaces"),
                    Set.of(Topic.SURFACES),
                    s -> s.meshes().size(),
                    f -> CharacterTables.surfaces(f.scene())),
            new FactTable(
                    say("core.character.asset.CharacterAssets.clips"),
                    Set.of(Topic.CLIPS),
                    s -> s.clips().size(),
                    f -> CharacterTables.clips(f.scene())),
            new FactTable(
                    say("core.character.asset.CharacterAssets.blend-shapes"),
                    Set.of(Topic.BLEND_SHAPES),
                    CharacterAssets::shapes,
                    f -> CharacterTables.shapes(f.scene())),
            new FactTable(
                    say("core.character.asset.CharacterAssets.materials"),
                    Set.of(Topic.MATERIALS),
                    s -> s.materials().size(),
                    f -> CharacterTables.materials(f.scene())));

    private static final List<TopicCheck> TOPICS = List.of(
            TopicCheck.of(Topic.UNITS_AND_AXES, p -> StageTopic.of(p, StageTopic.fit(p)))
                    .searched((p, t) -> t.evidence().over() + unplaced(p)),
            TopicCheck.of(Topic.HIERARCHY, HierarchyTopic::of).searched(),
            TopicCheck.of(Topic.REST_POSE, RestTopics::positions)
                    .searched((p, t) -> t.evidence().over() + alone(p)),
            TopicCheck.of(Topic.JOINT_ORIENTATION, RestTopics::orientation)
                    .searched((p, t) -> t.evidence().over() + alone(p)),
            TopicCheck.of(Topic.SKIN_WEIGHTS, 9, (p, progress) -> SkinTopic.of(p, true, progress)),
            TopicCheck.of(Topic.CLIPS, 2, ClipTopic::of)
                    .searched((p, t) -> ClipTopic.over(t.evidence(), p.tolerances) + unmoved(p)),
            TopicCheck.of(Topic.BLEND_SHAPES, SurfaceTopics::shapes).inPart().searched(),
            TopicCheck.of(Topic.SURFACES, SurfaceTopics::surfaces).inPart().searched(),
            TopicCheck.of(Topic.MATERIALS, SurfaceTopics::materials).inPart());

    private static int shapes(Scene s) {
        return s.meshes().stream().mapToInt(m -> m.shapes().size()).sum();
    }

    /** Joints without a partner are counted where they could not be held against one. */
    private static int alone(Pair p) {
        int joints = p.sent.joints().size();
        return joints == 0 ? 0 : joints - p.matched().length;
    }

    private static long unplaced(Pair p) {
        int joints = p.sent.joints().size();
        return joints >= 3 && p.matched().length < 3 ? 4 : 0;
    }

    private static long unmoved(Pair p) {
        return !p.sent.joints().isEmpty() && p.matched().length == 0
                ? 3L * p.sent.clips().size()
                : 0;
    }

    @Override
    public String code() {
        return "character";
    }

    @Override
    public boolean isIn(Scene s) {
        boolean views = !s.cameras().isEmpty() || !s.lights().isEmpty();
        return !s.meshes().isEmpty()
                || !s.joints().isEmpty()
                || !s.clips().isEmpty()
                || !s.nodes().isEmpty() && !views;
    }

    @Override
    public Content content() {
        return Content.NODES;
    }

    @Override
    public String word(Scene s) {
        boolean skinned = s.meshes().stream().anyMatch(m -> m.skin() != null);
        return skinned
                ? say("core.character.asset.CharacterAssets.rigged-character")
                : s.joints().isEmpty()
                        ? say("core.character.asset.CharacterAssets.prop")
                        : say("core.character.asset.CharacterAssets.skeleton");
    }

    @Override
    public String summary(Scene s) {
        return say(
                "core.character.asset.CharacterAssets.points",
                Figure.thousands(s.pointCount()),
                Wording.counted(s.joints().size(), "joint"));
    }

    @Override
    public List<FactLine> lines(Scene s) {
        return CharacterLines.of(s);
    }

    @Override
    public List<FactGroup> figures(Facts facts) {
        return CharacterFigures.of(facts);
    }

    @Override
    public List<FactGroup> cargo(Scene s) {
        return CharacterFigures.cargo(s);
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Clip> playables(Scene s) {
        return s.clips();
    }

    @Override
    public List<Rule> rules() {
        return CharacterRules.ALL;
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    /** Nothing else can be told before joints have their partners. */
    @Override
    public @Nullable Candidate first(Pair p) {
        return Renames.of(p);
    }

    @Override
    public List<Candidate> candidates(Pair p) {
        List<Candidate> out = new ArrayList<>();
        SceneCauses.find(p, out);
        JointCauses.find(p, out);
        ClipCauses.find(p, out);
        MeshCauses.find(p, out);
        return out;
    }

    @Override
    public List<Loss> losses(Pair p) {
        List<Loss> out = new ArrayList<>();
        JointLosses.find(p, out);
        WeightLosses.find(p, out);
        ClipLosses.find(p, out);
        MotionLosses.find(p, out);
        ShapeLosses.find(p, out);
        SurfaceLosses.find(p, out);
        MaterialLosses.find(p, out);
        OpaqueDataLosses.find(p, out);
        return out;
    }

    @Override
    public TopicResult carried(Pair p, TopicResult t, Set<Held> missing) {
        return Uncarried.of(p, t, missing);
    }
}
