package idleheron.core.remedy;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.CloseLoops;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What remedies of characters are called in a recipe, on their buttons and in their sentences. */
class RemedyWordsTest {
    static Arguments words(Remedy remedy, String recipe, String title, String sentence) {
        return Arguments.of(remedy, recipe, title, sentence);
    }

    static List<Arguments> ofCharacters() {
        return List.of(
                words(
                        new Redeclare(AxisSystem.Z_UP, 0.01),
                        "redeclare",
                        "Correct the declaration",
                        "Declares " + AxisSystem.Z_UP.describe() + " and 1 cm to the unit; the numbers stay."),
                words(
                        new ConvertStage(AxisSystem.COMMON, 1),
                        "convert-stage",
                        "Convert axes and unit",
                        "Writes everything for " + AxisSystem.COMMON.describe() + " and 1 m to the unit."),
                words(
                        new CorrectStage(AxisSystem.COMMON, 0.001),
                        "correct-stage",
                        "Declare axes and unit, with one transform",
                        "Declares " + AxisSystem.COMMON.describe()
                                + " and 1 mm to the unit, and sets it right with one node over everything."),
                words(
                        new MoveScene(new Vec3(90, 0, 0), 1, Vec3.ZERO),
                        "move-scene",
                        "Turn the scene",
                        "Turns by 90.00°, 0.00°, 0.00°, scales by 1.00000 and moves by 0.0000 m, 0.0000 m, 0.0000 m."),
                words(
                        new MoveScene(Vec3.ZERO, 1, new Vec3(0, 0.5, 0)),
                        "move-scene",
                        "Move the scene",
                        "Turns by 0.00°, 0.00°, 0.00°, scales by 1.00000 and moves by 0.0000 m, 0.5000 m, 0.0000 m."),
                words(
                        new MoveScene(Vec3.ZERO, 0.01, Vec3.ZERO),
                        "move-scene",
                        "Scale the scene",
                        "Turns by 0.00°, 0.00°, 0.00°, scales by 0.0100000 and moves by 0.0000 m, 0.0000 m, 0.0000 m."),
                words(
                        new MovePoints("body", new Matrix4d()),
                        "move-points",
                        "Put the surface where the skeleton is",
                        "Scales, turns and moves the points of body; no joint moves."),
                words(
                        new RootToOrigin(true),
                        "root-to-origin",
                        "Put the root over the origin",
                        "Moves everything so that the root rests over the origin."),
                words(
                        new RootToOrigin(false),
                        "root-to-origin",
                        "Keep the root over the origin",
                        "Moves everything so that the root rests over the origin,"
                                + " and takes the keys of its translation out."),
                words(
                        new TurnJoints(new Vec3(0, 0, -90)),
                        "turn-joints",
                        "Turn the joint axes",
                        "Turns the own axes of every joint by 0.00°, 0.00°, -90.00°; nothing else moves."),
                words(
                        new TurnSomeJoints(Map.of("hand", Vec3.ONE, "elbow", Vec3.ONE)),
                        "turn-some-joints",
                        "Turn the axes of 2 joints",
                        "Turns the own axes of elbow, hand; nothing else moves."),
                words(
                        new TurnSomeJoints(Map.of("hand", Vec3.ONE)),
                        "turn-some-joints",
                        "Turn the axes of 1 joint",
                        "Turns the own axes of hand; nothing else moves."),
                words(
                        new AimJoints(SignedAxis.POSITIVE_X, SignedAxis.NEGATIVE_Z),
                        "aim-joints",
                        "Aim bones along X",
                        "Turns the own axes of every joint so that X runs along the bones and -Z to the side;"
                                + " nothing moves."),
                words(
                        AimJoints.along(SignedAxis.NEGATIVE_Z),
                        "aim-joints",
                        "Aim bones along -Z",
                        "Turns the own axes of every joint so that -Z runs along the bones and X to the side;"
                                + " nothing moves."),
                words(
                        DropJoints.all(),
                        "drop-tips",
                        "Drop the tip joints",
                        "Takes out every joint that ends a chain and moves no point."),
                words(
                        new DropJoints(List.of("a", "b")),
                        "drop-tips",
                        "Drop the tip joints",
                        "Takes out 2 joints that end a chain and move no point."),
                words(
                        new KeepInfluencing(),
                        "keep-influencing",
                        "Keep only joints with influence",
                        "Takes out joints that move no point and have no joint below them that does."),
                words(
                        new RestToBind(),
                        "rest-to-bind",
                        "Rest where it was bound",
                        "Makes the rest pose of every joint its bind pose."),
                words(
                        new RestAtFrame("wave", 12),
                        "rest-at-frame",
                        "Rest at frame 12 of wave",
                        "Makes that pose the rest pose of every joint."),
                words(RenameNodes.table(Map.of("a", "b", "c", "d")), "rename", "Rename", "Gives 2 nodes other names."),
                words(
                        new RenameNodes(Map.of(), "^imp_", ""),
                        "rename",
                        "Rename",
                        "Replaces ^imp_ by nothing in names."),
                words(new RenameNodes(Map.of(), "_l$", ".left"), "rename", "Rename", "Replaces _l$ by .left in names."),
                words(
                        new DropCamerasAndLights(),
                        "drop-company",
                        "Leave cameras and lights out",
                        "Takes cameras and lights out of the scene."),
                words(
                        new BakeScale(),
                        "bake-scale",
                        "Bake the scale",
                        "Puts uniform node scales into the lengths below them, so that every node has scale 1."),
                words(
                        new PlainTransforms(null),
                        "plain-transforms",
                        "Bake to plain transforms",
                        "Bakes pivots, turns before and after and other rotation orders, one key a frame."),
                words(
                        new StripMaterials(),
                        "strip-materials",
                        "Leave materials out",
                        "Takes materials, pictures and the slots of faces out of the scene."),
                words(
                        new SplitMeshes(),
                        "split-meshes",
                        "Split meshes by material",
                        "Makes one mesh for every material; nothing moves."),
                words(
                        new MergeMeshes("body"),
                        "merge-meshes",
                        "Merge meshes",
                        "Makes one mesh, body, of the skinned meshes; nothing moves."),
                words(
                        new Paused(new MergeMeshes("body")),
                        "merge-meshes",
                        "Merge meshes",
                        "Switched off. Makes one mesh, body, of the skinned meshes; nothing moves."));
    }

    static List<Arguments> ofWeightsAndClips() {
        return List.of(
                words(
                        TuneWeights.limit(4),
                        "limit-influences",
                        "Keep 4 influences",
                        "Keeps the 4 strongest influences of each point, makes them sum to 1."),
                words(
                        TuneWeights.limit(1),
                        "limit-influences",
                        "Keep 1 influence",
                        "Keeps the strongest influence of each point, makes them sum to 1."),
                words(
                        TuneWeights.prune(0.05),
                        "prune-weights",
                        "Prune weak weights",
                        "Drops weights below 0.05, makes them sum to 1."),
                words(
                        TuneWeights.quantise(8),
                        "quantise-weights",
                        "Round weights to 8 bits",
                        "Rounds weights to parts of 255, makes them sum to 1."),
                words(TuneWeights.normalised(), "normalise-weights", "Normalise weights", "Makes them sum to 1."),
                words(
                        new TuneWeights(4, 0.01, 16, false),
                        "limit-influences",
                        "Keep 4 influences",
                        "Keeps the 4 strongest influences of each point, drops weights below 0.01,"
                                + " rounds weights to parts of 65535."),
                words(
                        HandWeights.up(List.of("finger")),
                        "hand-weights",
                        "Hand weights over",
                        "Gives the weights of 1 joint to joints that stay, and takes them out."),
                words(
                        HandWeights.up(List.of("finger", "thumb")),
                        "hand-weights",
                        "Hand weights over",
                        "Gives the weights of 2 joints to joints that stay, and takes them out."),
                words(
                        new BakeClips(),
                        "bake-clips",
                        "Bake the clips",
                        "Keys every channel that moves on every frame: tangents, layers and what goes on beyond the"
                                + " keys are baked."),
                words(
                        new FlattenLayers(),
                        "flatten-layers",
                        "Flatten the layers",
                        "Joins the layers of each clip into one, one key a frame."),
                words(
                        new ResampleClips(FrameRate.of(30)),
                        "resample-clips",
                        "Resample at 30 /s",
                        "Keys every channel that moves on every frame at 30 a second; seconds stay."),
                words(
                        new RetimeClips(FrameRate.of(25)),
                        "retime-clips",
                        "Retime to 25 /s",
                        "Counts every clip at 25 frames a second; every key keeps its frame number."),
                words(
                        new ShiftClips(0.5),
                        "shift-clips",
                        "Shift the clips",
                        "Moves every key and range by 0.500000 s."),
                words(
                        new ShiftClips(0, Map.of("walk", 0.5, "run", 1.0), false),
                        "shift-clips",
                        "Shift the motion in its range",
                        "Moves every key, but no range, of run, walk, each by its own time."),
                words(
                        new ScaleMotion(0.01),
                        "scale-motion",
                        "Scale animated translations",
                        "Multiplies every translation key by 0.0100000."),
                words(
                        new ScaleMotion(2, List.of("root")),
                        "scale-motion",
                        "Scale animated translations",
                        "Multiplies every translation key of root by 2.00000."),
                words(
                        new ScaleMotion(2, List.of("root", "hand")),
                        "scale-motion",
                        "Scale animated translations",
                        "Multiplies every translation key of 2 nodes by 2.00000."),
                words(
                        new CutClips(6, 30, List.of()),
                        "cut-clips",
                        "Cut clips to frames 6 – 30",
                        "Leaves only these frames of every clip."),
                words(
                        new CutClips(6, 30.5, List.of("walk", "run")),
                        "cut-clips",
                        "Cut clips to frames 6 – 30.50",
                        "Leaves only these frames of walk, run."),
                words(new SplitClip("walk", List.of(8.0, 15.0)), "split-clip", "Split walk", "Makes 3 clips of walk."),
                words(
                        new JoinClips(List.of("a", "b"), "both"),
                        "join-clips",
                        "Join 2 clips",
                        "Joins a, b into both, one after the other."),
                words(
                        new CloseLoops(List.of("walk"), 0.25),
                        "close-loops",
                        "Close the loop",
                        "Makes walk end as it begins, easing in over the last 25 %."),
                words(
                        new CloseLoops(List.of("walk", "run"), 1),
                        "close-loops",
                        "Close the loop",
                        "Makes walk, run end as they begin, easing in over the last 100 %."));
    }

    @ParameterizedTest
    @MethodSource({"ofCharacters", "ofWeightsAndClips"})
    void everyRemedyHasItsCodeItsButtonAndItsSentence(Remedy remedy, String code, String title, String sentence) {
        hold(remedy, code, title, sentence);
    }

    static void hold(Remedy remedy, String code, String title, String sentence) {
        assertThat(remedy.code()).isEqualTo(code);
        assertThat(remedy.title()).isEqualTo(title);
        assertThat(remedy.describe()).isEqualTo(sentence);
    }

    @Test
    void whatARemedyLeavesAloneAndHowMuchAFindingWeighsHaveTheirWords() {
        assertThat(Keeps.values())
                .extracting(Keeps::label)
                .containsExactly("the picture", "the picture, within the stated figure", "all that it does not name");
        assertThat(idleheron.core.finding.Severity.values())
                .extracting(idleheron.core.finding.Severity::shown)
                .containsExactlyInAnyOrder("will break", "may drift", "note");
    }
}
