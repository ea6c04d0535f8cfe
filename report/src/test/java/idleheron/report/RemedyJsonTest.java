package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.cache.ChangeCache;
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
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.HandWeights;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.BakeTurn;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.remedy.space.RootToOrigin;
import idleheron.core.remedy.view.DropCompany;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.IndexBox;
import idleheron.core.volume.ValueType;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every remedy, with every kind of parameter, comes back equal from JSON. */
class RemedyJsonTest {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    /** One that only a carrier knows. */
    record OfACarrier(String scheme) implements Remedy {
        @Override
        public String code() {
            return "of-a-carrier";
        }

        @Override
        public String title() {
            return "";
        }

        @Override
        public String describe() {
            return "";
        }

        @Override
        public Scene apply(Scene scene) {
            return scene;
        }
    }

    private static final RemedyJson FORM = new RemedyJson(List.of(OfACarrier.class));
    private static final Vec3 ODD = new Vec3(0.1, -1 / 3.0, 1e-17);

    static List<Remedy> every() {
        List<Remedy> out = new ArrayList<>(List.of(
                new AimJoints(SignedAxis.NEGATIVE_Y, SignedAxis.POSITIVE_X),
                new BakeClips(),
                new BakeScale(),
                new BakeTurn("rig/\"top\""),
                new CloseLoops(List.of("walk", "run"), 0.123456789),
                new ConvertStage(AxisSystem.Z_UP_LEFT, 0.0254),
                new CorrectStage(AxisSystem.Z_UP, 0.001),
                new CutClips(-3.25, 1e6, List.of("a=b:c")),
                new DropCompany(),
                DropJoints.all(),
                new DropJoints(List.of("tip", "ü")),
                new FlattenLayers(),
                new HandWeights(Map.of("a", "b", "c", "")),
                new JoinClips(List.of("a,b", "c"), "x:y"),
                new KeepInfluencing(),
                new MergeMeshes("one"),
                new MovePoints(
                        "body",
                        new Matrix4d()
                                .translation(1, 2, 3)
                                .rotateXYZ(0.1, 0.2, 0.3)
                                .scale(0.01)),
                new MoveScene(ODD, 1 / 3.0, ODD),
                new Paused(new MoveScene(ODD, 2, ODD)),
                new PlainTransforms(null),
                new PlainTransforms(new FrameRate(30000, 1001)),
                new Redeclare(AxisSystem.COMMON, 0.3048),
                new RenameNodes(Map.of("a", "b"), "^imp_(.*):", "$1="),
                new RenumberFrames(-12),
                new ResampleClips(new FrameRate(24000, 1001)),
                new RestAtFrame("wave:2", 12.5),
                new RestToBind(),
                new RetimeClips(FrameRate.of(60)),
                new RootToOrigin(false),
                new ScaleMotion(0.01, List.of("root")),
                new ShiftClips(0.1, Map.of("walk", 1 / 7.0), false),
                new SingleRoot("extra"),
                new SplitClip("walk", List.of(1.5, 2.25)),
                new SplitMeshes(),
                new StripMaterials(),
                new TuneWeights(4, 0.01, 16, false),
                new TurnJoints(ODD),
                new TurnSomeJoints(Map.of("hand", ODD, "elbow", Vec3.ONE)),
                new OfACarrier("none")));
        out.addAll(List.of(
                ChangeGrids.rename("density", "smoke"),
                ChangeGrids.keep(Set.of("a", "b")),
                ChangeGrids.halve(),
                ChangeGrids.coarsen(1 / 3.0),
                ChangeGrids.multiply("v", 0.0328084),
                ChangeGrids.prune(1e-9),
                ChangeGrids.retype("v", ValueType.VEC3D),
                ChangeGrids.crop(new IndexBox(-5, 0, 1, 2_000_000, 3, 4)),
                ChangeGrids.heal(),
                ChangeGrids.scale(0.0254),
                ChangeGrids.turn(SignedAxis.POSITIVE_Z, SignedAxis.POSITIVE_Y),
                ChangeGrids.place(new Matrix4d().rotateX(0.3).translate(1, 2, 3), "Puts it there.")));
        for (ChangeCache.Kind k : ChangeCache.Kind.values()) {
            out.add(new ChangeCache(k, "a => b"));
        }
        return out;
    }

    @ParameterizedTest
    @MethodSource("every")
    void aRemedyComesBackEqual(Remedy r) throws JsonProcessingException {
        String text = MAPPER.writeValueAsString(FORM.write(r));
        assertThat(FORM.read(MAPPER.readTree(text))).as(text).isEqualTo(r);
    }

    @Test
    void noKindIsLeftOut() {
        Set<Class<?>> seen = every().stream().map(Object::getClass).collect(Collectors.toSet());
        assertThat(seen.size() - 1)
                .as("switched off is no kind")
                .isEqualTo(FORM.kinds().size());
        assertThat(FORM.kinds())
                .contains("move-scene", "of-a-carrier", "change-grids")
                .hasSize(38);
        Set<Class<?>> changes = every().stream()
                .filter(ChangeGrids.class::isInstance)
                .map(r -> ((ChangeGrids) r).change().getClass())
                .collect(Collectors.toSet());
        assertThat(changes).containsExactlyInAnyOrder(GridChange.class.getPermittedSubclasses());
    }

    @Test
    void whatIsMadeWithNothingIsItsName() {
        assertThat(FORM.write(new BakeScale()).toString()).isEqualTo("\"bake-scale\"");
        assertThat(FORM.write(new TurnJoints(new Vec3(0, 0, -90))).toString())
                .isEqualTo("{\"remedy\":\"turn-joints\",\"degrees\":[0.0,0.0,-90.0]}");
        assertThat(FORM.write(new Paused(new BakeScale())).toString()).isEqualTo("{\"paused\":\"bake-scale\"}");
        assertThatThrownBy(() -> new RemedyJson(List.of()).write(new OfACarrier("x")))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("no form is known for of-a-carrier");
    }

    private static void refused(String json, String message) {
        assertThatThrownBy(() -> FORM.read(MAPPER.readTree(json)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage(message);
    }

    @Test
    void whatIsMissingTooMuchOrNoSuchThingIsNamed() {
        refused("\"shrink\"", "\"shrink\", which is none that is known");
        refused("\"turn-joints\"", "\"turn-joints\", which is none that is known");
        refused("{}", "{}, which is none that is known");
        refused("7", "7, which is none that is known");
        refused("{\"remedy\":\"turn-joints\"}", "turn-joints: degrees cannot be left out");
        refused("{\"remedy\":\"turn-joints\",\"degrees\":[1,2]}", "turn-joints: degrees cannot be [1,2]");
        refused("{\"remedy\":\"turn-joints\",\"degrees\":[1,2,\"x\"]}", "turn-joints: degrees cannot be [1,2,\"x\"]");
        refused("{\"remedy\":\"turn-joints\",\"degrees\":[1,2,3],\"order\":1}", "turn-joints has no order");
        refused("{\"remedy\":\"renumber-frames\",\"by\":1.5}", "renumber-frames: by cannot be 1.5");
        refused("{\"remedy\":\"renumber-frames\",\"by\":3000000000}", "renumber-frames: by cannot be 3000000000");
        refused("{\"remedy\":\"resample-clips\",\"rate\":null}", "resample-clips: rate cannot be null");
        refused("{\"remedy\":\"drop-joints\",\"names\":[null]}", "drop-joints: names cannot be [null]");
        refused("{\"remedy\":\"root-to-origin\",\"withMotion\":\"no\"}", "root-to-origin: withMotion cannot be \"no\"");
        refused("{\"remedy\":\"bake-turn\",\"node\":5}", "bake-turn: node cannot be 5");
        refused("{\"remedy\":\"split-clip\",\"clip\":\"a\",\"frames\":5}", "split-clip: frames cannot be 5");
        refused("{\"remedy\":\"hand-weights\",\"table\":[]}", "hand-weights: table cannot be []");
        refused(
                "{\"remedy\":\"split-clip\",\"clip\":\"a\",\"frames\":[5,5]}",
                "split-clip: frames [5.0, 5.0] do not go forward");
        refused("{\"remedy\":\"aim-joints\",\"along\":\"W\",\"side\":\"X\"}", "aim-joints: along cannot be \"W\"");
        refused("{\"remedy\":\"resample-clips\",\"rate\":\"x\"}", "resample-clips: rate cannot be \"x\"");
    }
}
