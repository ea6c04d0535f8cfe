package idleheron.core.crossing;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.BakeScale;
import idleheron.core.remedy.ConvertStage;
import idleheron.core.remedy.DropJoints;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import java.util.List;
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
    void a_remedy_goes_before_the_conversion_and_replaces_its_like() {
        Crossing c = Crossing.of(ASSET, null)
                .withRemedy(new ConvertStage(AxisSystem.Z_UP, 1))
                .withRemedy(new BakeScale())
                .withRemedy(DropJoints.all())
                .withRemedy(new DropJoints(List.of("a")));
        assertThat(c.remedies()).extracting(Remedy::code).containsExactly("bake-scale", "drop-tips", "convert-stage");
        assertThat(c.remedies().get(1)).isEqualTo(new DropJoints(List.of("a")));
    }

    @Test
    void what_came_back_and_the_signature_go_when_something_new_is_sent() {
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
    void a_preparation_tells_each_figure_before_and_after_and_proves_it() {
        Preparation p =
                Preparation.of(SCENE, List.of(new BakeScale(), new ConvertStage(AxisSystem.Z_UP, 0.01)), Progress.NONE);
        assertThat(p.steps().getFirst().before()).isEqualTo("4 ×");
        assertThat(p.steps().getFirst().after()).isEqualTo("1 ×");
        assertThat(p.steps().get(1).after()).isEqualTo("Z up, right-handed, 1 cm");
        assertThat(p.steps())
                .allSatisfy(s -> assertThat(s.proof().worst().value()).isZero());
        assertThat(p.scene().stage().metersPerUnit()).isEqualTo(0.01);
    }
}
