package idleheron.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureEdit;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.avatar.GiveExpressions;
import idleheron.core.remedy.avatar.GiveRoles;
import idleheron.core.remedy.avatar.RaiseAvatar;
import idleheron.core.remedy.avatar.SayMeta;
import idleheron.core.remedy.avatar.StandInT;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.catalogue.RemedyCatalogue;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.clip.CloseLoops;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.clip.JoinClips;
import idleheron.core.remedy.clip.MirrorClips;
import idleheron.core.remedy.clip.RenameClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.RetimeClips;
import idleheron.core.remedy.clip.ReverseClips;
import idleheron.core.remedy.clip.ScaleMotion;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.clip.SplitClip;
import idleheron.core.remedy.garment.CarryShapes;
import idleheron.core.remedy.garment.CoarsenTrims;
import idleheron.core.remedy.garment.FewerPoints;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.FitGarments;
import idleheron.core.remedy.garment.FlipFaces;
import idleheron.core.remedy.garment.PaintFreedom;
import idleheron.core.remedy.garment.PartTrims;
import idleheron.core.remedy.garment.Respace;
import idleheron.core.remedy.garment.SayDrape;
import idleheron.core.remedy.garment.SetColliders;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.SoftenFreedom;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.remedy.garment.WeldPoints;
import idleheron.core.remedy.material.ChangePictures;
import idleheron.core.remedy.material.LinkPictures;
import idleheron.core.remedy.material.MoveLinks;
import idleheron.core.remedy.material.PutPicture;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.remedy.mesh.MergeMeshes;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.remedy.parts.JointsToParts;
import idleheron.core.remedy.parts.PartsToJoints;
import idleheron.core.remedy.parts.StillPart;
import idleheron.core.remedy.skeleton.AimJoints;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.KeepInfluencing;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestAtFrame;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.skeleton.TurnJoints;
import idleheron.core.remedy.skeleton.TurnSomeJoints;
import idleheron.core.remedy.skin.BindAtRest;
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
import idleheron.core.remedy.view.DropCamerasAndLights;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Scene;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
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
        static final RemedyType TYPE =
                RemedyType.of("of-a-carrier", OfACarrier.class, Keeps.PICTURE, "Does what only a carrier knows.");

        @Override
        public RemedyType type() {
            return TYPE;
        }

        @Override
        public String title() {
            return "";
        }

        @Override
        public String describe() {
            return TYPE.text();
        }

        @Override
        public Scene apply(Scene scene) {
            return scene;
        }
    }

    private static final RemedyCatalogue ALL = new RemedyCatalogue(List.of(OfACarrier.TYPE));
    private static final RemedyJson FORM = new RemedyJson(ALL);
    private static final Vec3 ODD = new Vec3(0.1, -1 / 3.0, 1e-17);

    static List<Remedy> every() {
        List<Remedy> out = new ArrayList<>(List.of(
                new AimJoints(SignedAxis.NEGATIVE_Y, SignedAxis.POSITIVE_X),
                new BakeClips(),
                new BindAtRest(),
                new BakeScale(),
                new BakeTurn("rig/\"top\""),
                new CloseLoops(List.of("walk", "run"), 0.123456789),
                new ConvertStage(AxisSystem.Z_UP_LEFT, 0.0254),
                new CorrectStage(AxisSystem.Z_UP, 0.001),
                new CutClips(-3.25, 1e6, List.of("a=b:c")),
                new DropCamerasAndLights(),
                DropJoints.all(),
                new DropJoints(List.of("tip", "ü")),
                new FlattenLayers(),
                new GiveRoles(Map.of("hips", "pelvis", "jaw", "")),
                new GiveExpressions(Map.of("aa", "open+wide", "blink", "")),
                new TakeWeights("body", 12.5, 8),
                new WeldPoints(0.25),
                new PartTrims(true),
                new PartTrims(false),
                new UvToFirstTile(),
                new FlipFaces("cape"),
                new SetColliders(List.of(
                        new SetColliders.OnJoint("spine", new Vec3(0, 0.1, 0), 0.09, new Vec3(0, 0.3, 0.02), 0.11))),
                new SetFreedom(30, List.of("below/120/80", "gap/0.5/4")),
                new SoftenFreedom(SoftenFreedom.How.LOWER, 0.75),
                new SoftenFreedom(SoftenFreedom.How.RAISE, 2),
                new SoftenFreedom(SoftenFreedom.How.SMOOTH, 1),
                new PaintFreedom(
                        "cape",
                        List.of(new Stroke(
                                new Stroke.Tip(Stroke.How.ADD, -0.25, 4.5, 0.5, true),
                                List.of(new Vec3(0.1, 1.2, -0.3), new Vec3(0, 1, 0))))),
                new SayDrape("density", 0.4),
                new FitColliders(),
                new FitGarments(1.5),
                new Respace(12.5),
                new FewerPoints(2000),
                new CoarsenTrims(3.5),
                new CarryShapes(),
                new SayMeta("authors", "Mira; \"Tide\""),
                new StandInT(),
                new RaiseAvatar(),
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
                new LinkPictures(Map.of("a.png", "maps/b.png", "c", "d")),
                new StillPart(false),
                new MoveLinks("C:/work", "maps"),
                new PutPicture("skin", "NormalMap", "maps/a.png"),
                new ChangePictures(PictureEdit.Change.TURN_GREEN, List.of("a.png")),
                new ChangePictures(PictureEdit.Change.FILL_ALPHA, List.of("a.png", "b.png")),
                new ChangePictures(PictureEdit.Change.TURN_ALPHA, List.of("c")),
                new ChangePictures(PictureEdit.Change.DROP_ALPHA, List.of("c")),
                new ReverseClips(List.of("walk", "run, fast")),
                new RenameClips(Map.of("walk", "run, fast")),
                new MirrorClips(List.of("walk", "run, fast")),
                new PartsToJoints(true),
                new JointsToParts(),
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
                TuneWeights.prune(0.01),
                TuneWeights.quantise(8),
                TuneWeights.normalised(),
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
                ChangeGrids.place(new Matrix4d().rotateX(0.3).translate(1, 2, 3))));
        for (ChangeCache.Kind k : ChangeCache.Kind.values()) {
            out.add(new ChangeCache(
                    k,
                    switch (k) {
                        case JOIN, REGROUP -> "a => b";
                        case CUT -> "1.5:24";
                        case TURN -> "Z:-X";
                        case SPLIT_PIECES, SPLIT_FACE_SETS, SPLIT_ATTRIBUTE, DROP -> "/a=b/**";
                        case POSITIONS -> "";
                        default -> "0.0328084";
                    }));
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
        Set<String> seen = every().stream().map(Remedy::code).collect(Collectors.toSet());
        assertThat(seen)
                .containsExactlyInAnyOrderElementsOf(
                        ALL.types().stream().map(RemedyType::code).toList());
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
        assertThatThrownBy(() -> new RemedyJson(new RemedyCatalogue(List.of())).write(new OfACarrier("x")))
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

    /** The same with one number or text after the other put in another's place. */
    private static List<JsonNode> bent(JsonNode whole, JsonNode with) {
        List<JsonNode> out = new ArrayList<>();
        List<JsonNode> containers = new ArrayList<>(List.of(whole));
        while (!containers.isEmpty()) {
            JsonNode at = containers.removeLast();
            List<String> names = new ArrayList<>();
            at.fieldNames().forEachRemaining(names::add);
            for (int i = 0; i < at.size(); i++) {
                String name = at.isObject() ? names.get(i) : "";
                JsonNode was = at.isObject() ? at.get(name) : at.get(i);
                if (was.isContainerNode()) {
                    containers.add(was);
                } else if (!name.equals("remedy") && was.isNumber() == with.isNumber()) {
                    put(at, name, i, with);
                    out.add(whole.deepCopy());
                    put(at, name, i, was);
                }
            }
        }
        return out;
    }

    private static void put(JsonNode at, String name, int i, JsonNode v) {
        if (at instanceof ObjectNode o) {
            o.set(name, v);
        } else {
            ((ArrayNode) at).set(i, v);
        }
    }

    @ParameterizedTest
    @MethodSource("every")
    void aNumberWithoutBoundIsRefusedAndNothingEndsInAFault(Remedy r) throws JsonProcessingException {
        JsonNode told = MAPPER.readTree(MAPPER.writeValueAsString(FORM.write(r)));
        for (JsonNode bad : bent(told, MAPPER.readTree("1e999"))) {
            assertThatThrownBy(() -> FORM.read(bad)).as(bad.toString()).isInstanceOf(IllegalArgumentException.class);
        }
        for (String with : List.of("0", "-1", "1e300", "\"\"", "\"(\"", "\"$9\"")) {
            for (JsonNode odd : bent(told, MAPPER.readTree(with))) {
                try {
                    assertThat(FORM.read(odd).describe()).as(odd.toString()).isNotBlank();
                } catch (IllegalArgumentException e) {
                    assertThat(e.getMessage()).as(odd.toString()).isNotBlank();
                }
            }
        }
    }

    @Test
    void whatWouldLoseTheSceneIsRefused() {
        String move = "{\"remedy\":\"move-scene\",\"degrees\":[0,0,0],\"factor\":%s,\"meters\":[0,0,0]}";
        refused(
                String.format(move, "0"),
                "move-scene: a turn by 0, 0, 0°, a size of 0.0 and a move by 0, 0, 0 m, expected finite numbers and a"
                        + " size above 0");
        refused(String.format(move, "1e999"), "move-scene: factor cannot be \"Infinity\"");
        refused(
                "{\"remedy\":\"limit-influences\",\"most\":0,\"least\":0,\"bits\":0,\"normalise\":true}",
                "limit-influences with parameters that make it normalise-weights");
        refused(
                "{\"remedy\":\"redeclare\",\"axes\":{\"up\":\"Y\",\"front\":\"Z\",\"right\":\"X\"},"
                        + "\"metersPerUnit\":-1}",
                "redeclare: metres per unit is -1.0, expected a positive number");
    }

    @Test
    void theNameOfTheRecordIsStillRead() throws JsonProcessingException {
        assertThat(FORM.read(MAPPER.readTree(
                        "{\"remedy\":\"tune-weights\",\"most\":4,\"least\":0,\"bits\":0,\"normalise\":true}")))
                .isEqualTo(TuneWeights.limit(4));
    }
}
