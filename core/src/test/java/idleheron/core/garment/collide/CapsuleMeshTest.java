package idleheron.core.garment.collide;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.garment.Mannequin;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.SetColliders;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Capsules as they are seen, and as they are set by hand. */
class CapsuleMeshTest {
    static Stream<Capsule> capsules() {
        return Stream.of(
                new Capsule(Vec3.ZERO, 0.2, new Vec3(0, 1, 0), 0.1),
                new Capsule(new Vec3(1, 2, 3), 0.1, new Vec3(1.5, 2.5, 2), 0.3),
                new Capsule(Vec3.ZERO, 0.1, new Vec3(1, 0, 0), 0.1),
                new Capsule(new Vec3(0, 1, 0), 0.3, new Vec3(0, 1.1, 0), 0.05),
                new Capsule(new Vec3(0, 1, 0), 0.05, new Vec3(0, 1.1, 0), 0.3),
                new Capsule(new Vec3(2, 0, 0), 0.4, new Vec3(2, 0, 0), 0.4));
    }

    @ParameterizedTest
    @MethodSource("capsules")
    void everyPointLiesOnTheCapsuleAndTheFacesLookOut(Capsule c) {
        Mesh m = CapsuleMesh.of("c", c);
        double[] p = m.points();
        for (int i = 0; i < p.length; i += 3) {
            assertThat(c.distance(p[i], p[i + 1], p[i + 2])).isEqualTo(0, within(1e-9));
        }
        TriangleMesh t = TriangleMesh.of(m, p);
        double volume = 0;
        for (int f = 0; f < t.count(); f++) {
            int a = 3 * t.triangles()[3 * f];
            int b = 3 * t.triangles()[3 * f + 1];
            int d = 3 * t.triangles()[3 * f + 2];
            volume += (p[a] * (p[b + 1] * p[d + 2] - p[b + 2] * p[d + 1])
                            + p[a + 1] * (p[b + 2] * p[d] - p[b] * p[d + 2])
                            + p[a + 2] * (p[b] * p[d + 1] - p[b + 1] * p[d]))
                    / 6;
        }
        double r = Math.max(c.ra(), c.rb());
        assertThat(volume)
                .as("turned outward, and at least the larger ball")
                .isGreaterThan(0.9 * 4 / 3 * Math.PI * r * r * r);
    }

    @Test
    void thoseOfASceneComeBackAsTheyWereSaid() {
        Scene metres = new FitColliders().apply(Mannequin.scene());
        for (Scene s : List.of(metres, new ConvertStage(metres.stage().axes(), 0.01).apply(metres))) {
            List<SetColliders.OnJoint> said = Collider.in(s).stream()
                    .map(c -> SetColliders.OnJoint.of(s, c))
                    .toList();
            Scene bare = s.with(Collider.KEY, List.of());
            List<Collider> back = Collider.in(new SetColliders(said).apply(bare));
            assertThat(back).hasSameSizeAs(said);
            for (int i = 0; i < back.size(); i++) {
                Collider was = Collider.in(s).get(i);
                assertThat(back.get(i).node()).isEqualTo(was.node());
                assertThat(back.get(i).shape().ra()).isEqualTo(was.shape().ra(), within(1e-9));
                assertThat(back.get(i).shape().b().minus(was.shape().b()).length())
                        .isEqualTo(0, within(1e-9));
            }
            assertThat(said.getFirst().ra()).as("metres, whatever the unit").isBetween(0.01, 0.3);
        }
    }

    @Test
    void whatHangsOnNoJointIsLeftOut() {
        List<SetColliders.OnJoint> said = new ArrayList<>();
        said.add(new SetColliders.OnJoint("tail", Vec3.ZERO, 0.1, Vec3.ZERO, 0.1));
        Scene s = Mannequin.scene();
        said.add(new SetColliders.OnJoint(s.nodes().get(s.joints().getFirst()).name(), Vec3.ZERO, 0.1, Vec3.ZERO, 0.1));
        assertThat(Collider.in(new SetColliders(said).apply(s))).hasSize(1);
    }
}
