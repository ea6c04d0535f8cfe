package idleheron.rehearsal;

import static idleheron.core.Messages.say;

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
            say("rehearsal.Habit.moves-everything-by-0-5-m"),
            (s, who) -> new MoveScene(Vec3.ZERO, 1, new Vec3(0.5, 0, 0)).apply(s)),
    RE_AIM(
            say("rehearsal.Habit.re-aims-the-bones-so-that"),
            (s, who) -> new PlainTransforms(null).apply(new TurnJoints(new Vec3(0, 0, -90)).apply(s))),
    RESTS_AT_FIRST_FRAME(
            say("rehearsal.Habit.takes-the-first-frame-for-the"), (s, who) -> LossyEdits.restAtFirstFrame(s)),
    TIP_JOINTS(say("rehearsal.Habit.adds-a-tip-joint-at-every"), (s, who) -> Additions.tips(s)),
    OWN_ROOT(say("rehearsal.Habit.puts-its-own-root-on-top"), (s, who) -> Additions.root(s, who.code() + "_root")),
    RENAMES_ROOT(
            say("rehearsal.Habit.calls-the-root-by-its-own"),
            (s, who) -> LossyEdits.renamedRoot(s, who.code() + "_top")),
    FOUR_INFLUENCES(
            say("rehearsal.Habit.keeps-the-four-strongest-influences-of"),
            (s, who) -> TuneWeights.limit(4).apply(s)),
    EIGHT_BIT_WEIGHTS(
            say("rehearsal.Habit.stores-weights-in-8-bits"), (s, who) -> new TuneWeights(0, 0, 8, false).apply(s)),
    FIRST_CLIP_ONLY(say("rehearsal.Habit.brings-only-the-first-of-several"), (s, who) -> LossyEdits.firstClip(s)),
    ROUNDS_RANGE(
            say("rehearsal.Habit.rounds-ranges-to-whole-frames-at"),
            (s, who) -> PlainTransforms.onWholeFrames(s, who.ownRate())),
    KEEPS_FRAMES_NOT_SECONDS(
            say("rehearsal.Habit.counts-frames-at-its-own-rate"), (s, who) -> new RetimeClips(who.ownRate()).apply(s)),
    STARTS_AT_ZERO(say("rehearsal.Habit.starts-every-clip-at-frame-0"), (s, who) -> LossyEdits.startingAtZero(s)),
    HALF_RATE(say("rehearsal.Habit.keeps-a-key-on-every-second"), (s, who) -> LossyEdits.halfRate(s)),
    ONE_FRAME_SHORT(say("rehearsal.Habit.leaves-the-last-frame-of-every"), (s, who) -> LossyEdits.oneFrameShort(s)),
    DROPS_SHAPES(say("rehearsal.Habit.drops-blend-shapes"), (s, who) -> LossyEdits.withoutShapes(s)),
    TRIANGULATES(
            say("rehearsal.Habit.cuts-faces-into-triangles"),
            (s, who) -> LossyEdits.meshes(s, LossyEdits::triangulated)),
    DROPS_SMOOTHING(
            say("rehearsal.Habit.forgets-which-edges-are-hard"),
            (s, who) -> LossyEdits.meshes(s, m -> m.withSmoothing(null, null))),
    FLIPS_UV(say("rehearsal.Habit.turns-uv-upside-down"), (s, who) -> LossyEdits.meshes(s, LossyEdits::uvFlipped)),
    RENAMES_MATERIALS(say("rehearsal.Habit.numbers-the-materials"), (s, who) -> LossyEdits.numberedMaterials(s)),
    DECLARES_CENTIMETRES(
            say("rehearsal.Habit.declares-centimetres-whatever-it-writes"),
            (s, who) -> s.withStage(s.stage().withMetersPerUnit(0.01))),
    DECLARES_Y_UP(
            say("rehearsal.Habit.declares-y-up-whatever-it-writes"),
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
