package idleheron.core.remedy.space;

import static idleheron.core.remedy.space.MovedScene.place;
import static idleheron.core.remedy.space.MovedScene.scene;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Paused;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.material.StripMaterials;
import idleheron.core.scene.Inherit;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** What becomes of scales, pivots, materials and proofs when scenes are moved. */
class ScaleMovesTest {
    @Test
    void scaleIsBakedOnlyWhereItIsUniformStillAndTakenOverBelow() {
        Vec3 two = Vec3.ONE.times(2);
        Scene s = scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(0, nodes.get(0).withTransform(Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, two)));
        Scene big = s.withNodes(nodes);
        Scene out = new BakeScale().apply(big);
        assertThat(out.nodes().get(0).transform().scaling()).isEqualTo(Vec3.ONE);
        assertThat(out.nodes().get(1).translation().distance(new Vec3(0, -1, 0.2)))
                .isLessThan(1e-12);
        Curve z = Objects.requireNonNull(out.clips().getFirst().nodes().get(1).curves()[2]);
        assertThat(z.at(1)).isCloseTo(0.6, within(1e-12));

        nodes.set(1, nodes.get(1).withTransform(nodes.get(1).transform().withInherit(Inherit.WITHOUT_PARENT_SCALE)));
        Scene kept = s.withNodes(nodes);
        assertThat(new BakeScale().apply(kept)).isSameAs(kept);
        for (Vec3 odd : List.of(new Vec3(2, 1, 2), new Vec3(2, 2, 1), new Vec3(-1, -1, -1), Vec3.ZERO)) {
            assertThat(BakeScale.isUniform(odd)).as(odd.toString()).isFalse();
        }
        assertThat(BakeScale.isUniform(Vec3.ONE.times(Double.POSITIVE_INFINITY)))
                .isFalse();
        assertThat(BakeScale.isUniform(two)).isTrue();
        assertThat(new BakeScale().apply(s)).as("there is none").isSameAs(s);
    }

    @Test
    void aScaleThatMovesIsLeftAndOneThatIsKeyedAtItsRestIsNot() {
        Scene s = scene();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(0, nodes.get(0).withTransform(Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE.times(2))));
        @Nullable Curve[] c = new Curve[Channel.COUNT];
        c[Channel.SCALE_Z.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {2, 2});
        Clip clip = s.clips().getFirst();
        Scene keyed =
                s.withNodes(nodes).withClips(List.of(clip.withTracks(List.of(new Clip.NodeTrack(0, c)), List.of())));
        Scene out = new BakeScale().apply(keyed);
        assertThat(out.nodes().getFirst().transform().scaling()).isEqualTo(Vec3.ONE);
        assertThat(Objects.requireNonNull(
                                out.clips().getFirst().nodes().getFirst().curves()[8])
                        .values())
                .containsExactly(1, 1);
        @Nullable Curve[] grows = new Curve[Channel.COUNT];
        grows[Channel.SCALE_Z.ordinal()] = Curve.linear(new double[] {0, 1}, new double[] {2, 2.1});
        Scene moves = s.withNodes(nodes)
                .withClips(List.of(clip.withTracks(List.of(new Clip.NodeTrack(0, grows)), List.of())));
        assertThat(new BakeScale().apply(moves)).isSameAs(moves);
    }

    @Test
    void aScalePivotBecomesAnOffset() {
        Scene s = scene().withClips(List.of());
        List<Node> nodes = new ArrayList<>(s.nodes());
        Transform t = Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE.times(3))
                .withPivots(Vec3.ZERO, Vec3.ZERO, Vec3.ZERO, new Vec3(0.5, 0, 0));
        nodes.set(0, nodes.get(0).withTransform(t));
        Scene big = s.withNodes(nodes);
        Scene out = new BakeScale().apply(big);
        assertThat(place(out, 1).distance(place(big, 1))).isLessThan(1e-12);
        assertThat(out.nodes().getFirst().transform().scaling()).isEqualTo(Vec3.ONE);
    }

    @Test
    void materialsGoWithPicturesSlotsAndCurvesOfThem() {
        Clip clip = scene().clips().getFirst();
        Curve fade = Curve.linear(new double[] {0, 1}, new double[] {0, 1});
        Scene s = scene().withTextures(List.of(new Texture("t", "t.png", "t.png", false)))
                .withClips(List.of(clip.withValues(List.of(
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 0, "Opacity", "", fade),
                        new Clip.ValueTrack(Clip.Subject.NODE, 0, "Visibility", "", fade)))));
        Scene out = new StripMaterials().apply(s);
        assertThat(out.materials()).isEmpty();
        assertThat(out.textures()).isEmpty();
        assertThat(out.nodes().get(2).materials()).isEmpty();
        Mesh m = out.meshes().getFirst();
        assertThat(m.faceMaterials()).isNull();
        assertThat(m.points()).isEqualTo(s.meshes().getFirst().points());
        assertThat(m.skin()).isEqualTo(s.meshes().getFirst().skin());
        assertThat(out.clips().getFirst().values())
                .extracting(Clip.ValueTrack::property)
                .containsExactly("Visibility");
        Scene none = scene().withMaterials(List.of());
        assertThat(new StripMaterials().apply(none)).isSameAs(none);
        Scene plain = scene().withMeshes(List.of(out.meshes().getFirst()));
        assertThat(new StripMaterials().apply(plain).meshes().getFirst())
                .isSameAs(plain.meshes().getFirst());
    }

    @Test
    void aRemedyThatIsSwitchedOffDoesNothing() {
        Scene s = scene();
        assertThat(new Paused(new StripMaterials()).apply(s)).isSameAs(s);
        assertThat(new Redeclare(AxisSystem.Z_UP, 0.01).apply(s).stage())
                .isEqualTo(s.stage().withAxes(AxisSystem.Z_UP).withMetersPerUnit(0.01));
    }

    @Test
    void theProofNamesTheWorstPointsNodeClipAndFrame() {
        Scene s = scene();
        Curve high = Curve.linear(new double[] {0, 0.5, 1}, new double[] {0, 3, 2});
        Clip clip = s.clips().getFirst();
        @Nullable Curve[] c = clip.nodes().getFirst().curves().clone();
        c[0] = high;
        Scene other = s.withClips(List.of(
                clip.withTracks(List.of(new Clip.NodeTrack(0, c), clip.nodes().get(1)), clip.shapes())));
        Proof p = Proof.of(s, other, Progress.NONE);
        assertThat(p.frames()).isEqualTo(26);
        // At half a second it is 3 m instead of 1 m along X.
        assertThat(p.worst().value()).isCloseTo(2000, within(1e-3));
        assertThat(p.worst().subject()).isEqualTo("/body");
        assertThat(p.worst().clip()).isEqualTo("walk");
        assertThat(p.worst().frame()).isEqualTo(12);
        Proof rest = Proof.of(s.withClips(List.of()), other.withClips(List.of()), Progress.NONE);
        assertThat(rest.frames()).isEqualTo(1);
        assertThat(rest.worst().value()).isZero();
    }
}
