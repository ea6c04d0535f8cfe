package idleheron.rehearsal;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Scene;

/** What a stand-in does to a scene besides writing it its own way; done in this order. */
public enum Habit {
    MOVES_TO_PLINTH(
            "moves everything by 0.5 m to the side",
            (s, who) -> new MoveScene(Vec3.ZERO, 1, new Vec3(0.5, 0, 0)).apply(s)),
    RE_AIM(
            "re-aims the bones so that Y runs along them",
            (s, who) -> new PlainTransforms(null).apply(new TurnJoints(new Vec3(0, 0, -90)).apply(s))),
    RESTS_AT_FIRST_FRAME("takes the first frame for the rest pose", (s, who) -> LossyEdits.restAtFirstFrame(s)),
    TIP_JOINTS("adds a tip joint at every chain end", (s, who) -> Additions.tips(s)),
    OWN_ROOT("puts its own root on top", (s, who) -> Additions.root(s, who.code() + "_root")),
    RENAMES_ROOT("calls the root by its own name", (s, who) -> LossyEdits.renamedRoot(s, who.code() + "_top")),
    FOUR_INFLUENCES(
            "keeps the four strongest influences of a point",
            (s, who) -> TuneWeights.limit(4).apply(s)),
    EIGHT_BIT_WEIGHTS("stores weights in 8 bits", (s, who) -> new TuneWeights(0, 0, 8, false).apply(s)),
    FIRST_CLIP_ONLY("brings only the first of several clips", (s, who) -> LossyEdits.firstClip(s)),
    ROUNDS_RANGE(
            "rounds ranges to whole frames at its own rate",
            (s, who) -> PlainTransforms.onWholeFrames(s, who.ownRate())),
    KEEPS_FRAMES_NOT_SECONDS(
            "counts frames at its own rate and forgets the seconds",
            (s, who) -> new RetimeClips(who.ownRate()).apply(s)),
    STARTS_AT_ZERO("starts every clip at frame 0", (s, who) -> LossyEdits.startingAtZero(s)),
    HALF_RATE("keeps a key on every second frame", (s, who) -> LossyEdits.halfRate(s)),
    ONE_FRAME_SHORT("leaves the last frame of every clip out", (s, who) -> LossyEdits.oneFrameShort(s)),
    DROPS_SHAPES("drops blend shapes", (s, who) -> LossyEdits.withoutShapes(s)),
    TRIANGULATES("cuts faces into triangles", (s, who) -> LossyEdits.meshes(s, LossyEdits::triangulated)),
    DROPS_SMOOTHING("forgets which edges are hard", (s, who) -> LossyEdits.meshes(s, m -> m.withSmoothing(null, null))),
    FLIPS_UV("turns UV upside down", (s, who) -> LossyEdits.meshes(s, LossyEdits::uvFlipped)),
    RENAMES_MATERIALS("numbers the materials", (s, who) -> LossyEdits.numberedMaterials(s)),
    DECLARES_CENTIMETRES(
            "declares centimetres whatever it writes",
            (s, who) -> s.withStage(s.stage().withMetersPerUnit(0.01))),
    DECLARES_Y_UP(
            "declares Y up whatever it writes",
            (s, who) -> s.withStage(s.stage().withAxes(AxisSystem.COMMON)));

    /** What is done to a scene. */
    private interface Doing {
        Scene to(Scene scene, StandIn who);
    }

    private final String text;

    @SuppressWarnings("ImmutableEnumChecker")
    private final Doing doing;

    Habit(String text, Doing doing) {
        this.text = text;
        this.doing = doing;
    }

    public String text() {
        return text;
    }

    Scene apply(Scene scene, StandIn who) {
        return doing.to(scene, who);
    }
}
