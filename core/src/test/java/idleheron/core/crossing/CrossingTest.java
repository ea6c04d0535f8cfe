package idleheron.core.crossing;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.skeleton.RestToBind;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class CrossingTest {
    private static final Scene SCENE = new Scene(
            "s",
            Stage.COMMON,
            List.of(
                    Node.of("g", -1, NodeKind.GROUP, Transform.IDENTITY.withScaling(Vec3.ONE.times(4))),
                    Node.of("j", 0, NodeKind.JOINT, Transform.IDENTITY)),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of());
    private static final Asset ASSET = new Asset(SCENE, "/tide/post/woman.fbx", "FBX", "binary 7.5", 12);

    @Test
    void aRemedyGoesBeforeTheConversionAndReplacesItsLike() {
        Crossing c = Crossing.of(ASSET, null)
                .withRemedy(new ConvertStage(AxisSystem.Z_UP, 1))
                .withRemedy(new BakeScale())
                .withRemedy(DropJoints.all())
                .withRemedy(new DropJoints(List.of("a")));
        assertThat(c.remedies()).extracting(Remedy::code).containsExactly("bake-scale", "drop-tips", "convert-stage");
        assertThat(c.remedies().get(1)).isEqualTo(new DropJoints(List.of("a")));
    }

    @Test
    void whatCameBackAndTheSignatureGoWhenSomethingNewIsSent() {
        Crossing c = Crossing.of(ASSET, null)
                .withSent(ASSET)
                .withReturned(ASSET, "stand-in")
                .signed("Mira", "fine");
        assertThat(c.signedBy()).isEqualTo("Mira");
        assertThat(c.withSent(ASSET).returned()).isNull();
        assertThat(c.withSent(ASSET).signedBy()).isEmpty();
        assertThat(c.withMends(List.of(new BakeScale())).signedBy())
                .as("a mended crossing is not the one that was signed")
                .isEmpty();
        assertThat(ASSET.name()).isEqualTo("woman.fbx");
    }

    @Test
    void aPreparationTellsEachFigureBeforeAndAfterAndProvesIt() {
        Preparation p =
                Preparation.of(SCENE, List.of(new BakeScale(), new ConvertStage(AxisSystem.Z_UP, 0.01)), Progress.NONE);
        assertThat(p.steps().getFirst().before()).isEqualTo("4 ×");
        assertThat(p.steps().getFirst().after()).isEqualTo("1 ×");
        assertThat(p.steps().get(1).after()).isEqualTo("Z up, right-handed, 1 cm");
        assertThat(p.steps())
                .allSatisfy(s -> assertThat(s.proof().worst().value()).isZero());
        assertThat(p.scene().stage().metersPerUnit()).isEqualTo(0.01);
    }

    private static Preparation.Step step(Scene s, Remedy r) {
        return Preparation.of(s, List.of(r), Progress.NONE).steps().getFirst();
    }

    @Test
    void eachRemedyIsJudgedByTheFigureThatItChanges() {
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[0] = new Curve(new double[] {0, 1}, new double[] {0, 1}, new byte[] {Curve.NEXT, Curve.LINEAR}, null, null);
        c[1] = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        ClipLayer over = new ClipLayer(
                "over",
                ClipLayer.Blend.ADD,
                Curve.still(1),
                false,
                false,
                false,
                false,
                List.of(),
                List.of(),
                List.of());
        Clip clip = new Clip(
                "bow", 0, 1, FrameRate.FILM, List.of(new Clip.NodeTrack(0, c)), List.of(), List.of(), List.of(over));
        Scene s = SCENE.withNodes(List.of(
                        Node.of("g", -1, NodeKind.GROUP, Transform.IDENTITY.withScaling(new Vec3(1, 0.125, 2))),
                        Node.of("j", 0, NodeKind.JOINT, Transform.IDENTITY),
                        Node.of("tip", 1, NodeKind.JOINT, Transform.IDENTITY.withTurns(Vec3.ONE, Vec3.ZERO)),
                        Node.of("k", -1, NodeKind.JOINT, Transform.IDENTITY)))
                .withClips(List.of(clip));
        Preparation.Step baked = step(s, new BakeClips());
        assertThat(baked.measure()).isEqualTo("curves that are not plain keys");
        assertThat(baked.before()).as("a layer and a curve").isEqualTo("2");
        assertThat(baked.after()).isEqualTo("0");
        Preparation.Step plain = step(s, new PlainTransforms(FrameRate.FILM));
        assertThat(plain.measure()).isEqualTo("nodes with pivots or turns");
        assertThat(plain.before()).isEqualTo("1");
        Preparation.Step tips = step(s, DropJoints.all());
        assertThat(tips.measure()).isEqualTo("tip joints");
        Preparation.Step root = step(s, new SingleRoot(""));
        assertThat(root.measure()).isEqualTo("roots");
        assertThat(root.before()).isEqualTo("2");
        Preparation.Step scale = step(s, new BakeScale());
        assertThat(scale.measure()).isEqualTo("largest node scale");
        assertThat(scale.before()).as("an eighth is farther from 1 than two").isEqualTo("0.125 ×");
        assertThat(step(s, new ConvertStage(AxisSystem.Z_UP, 1)).measure()).isEqualTo("declared");
        assertThat(step(s, RenameNodes.table(Map.of("k", "other"))).before()).isEqualTo("j");
        assertThat(step(s, new RestToBind()).before()).as("nodes").isEqualTo("4");
        assertThat(Crossing.EMPTY.withSent(ASSET).sent()).isEqualTo(ASSET);
        assertThat(Crossing.EMPTY.withTerms(CompareSettings.USUAL).terms()).isEqualTo(CompareSettings.USUAL);
        assertThat(Crossing.of(ASSET, null).withDestination(null).original()).isEqualTo(ASSET);
    }

    /** Counts how often it is applied. */
    private record Counted(int[] times, String name) implements Remedy {
        @Override
        public RemedyType type() {
            return RemedyType.of(name, Counted.class, Keeps.PICTURE, "Counts.");
        }

        @Override
        public String title() {
            return name;
        }

        @Override
        public String describe() {
            return name;
        }

        @Override
        public Scene apply(Scene scene) {
            times[0]++;
            return scene.withName(scene.name() + name);
        }
    }

    @Test
    void onlyWhatIsNewAndWhatComesAfterItIsProvedAgain() {
        Counted a = new Counted(new int[1], "a");
        Counted b = new Counted(new int[1], "b");
        Counted c = new Counted(new int[1], "c");
        Preparation first = Preparation.of(SCENE, List.of(a, b), Progress.NONE);
        assertThat(first.scene().name()).isEqualTo(SCENE.name() + "ab");
        Preparation more = Preparation.of(SCENE, List.of(a, b, c), first, Progress.NONE);
        assertThat(more.scene().name()).isEqualTo(SCENE.name() + "abc");
        assertThat(a.times()[0] + b.times()[0]).isEqualTo(2);
        assertThat(more.steps().subList(0, 2)).isEqualTo(first.steps());
        Preparation other = Preparation.of(SCENE, List.of(a, c, b), more, Progress.NONE);
        assertThat(other.scene().name()).isEqualTo(SCENE.name() + "acb");
        assertThat(a.times()[0]).isEqualTo(1);
        assertThat(b.times()[0]).isEqualTo(2);
        assertThat(c.times()[0]).isEqualTo(2);
        Preparation fewer = Preparation.of(SCENE, List.of(a), other, Progress.NONE);
        assertThat(fewer.scene().name()).isEqualTo(SCENE.name() + "a");
        assertThat(a.times()[0]).isEqualTo(1);
        Preparation.of(SCENE.withName("x"), List.of(a), fewer, Progress.NONE);
        assertThat(a.times()[0]).as("another scene").isEqualTo(2);
    }
}
