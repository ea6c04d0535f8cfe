package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.avatar.role.RandomHumanoid;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Triangles;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class UncarriedTest {
    private static Comparison compared(Scene sent, Scene returned, Set<Held> missing) {
        return Comparison.of(sent, returned, CompareSettings.USUAL.without(missing), true, t -> {}, Progress.NONE);
    }

    private static Scene plate(double corner) {
        Mesh m = Mesh.bare(
                "plate",
                new double[] {0, 0, 0, 1, 0, 0, 1, 1, corner, 0, 1, 0, 2, 0, 0, 2, 1, 0},
                new int[] {0, 4, 8},
                new int[] {0, 1, 2, 3, 1, 4, 5, 2});
        return Scene.bare("plate", Stage.COMMON)
                .withMeshes(List.of(m))
                .withNodes(List.of(Node.mesh("plate", -1, Transform.IDENTITY, 0)));
    }

    private static Scene cut(Scene s) {
        return s.withMeshes(s.meshes().stream().map(Triangles::of).toList());
    }

    @Test
    void facesCutByACarrierOfTrianglesAreNotCarriedAndByAnotherBroken() {
        Scene s = plate(0);

        Comparison c = compared(s, cut(s), Set.of(Held.POLYGONS));
        assertThat(c.topic(Topic.SURFACES).verdict()).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(c.topic(Topic.SURFACES).summary())
                .isEqualTo("2 faces of more than three corners became triangles, since the carrier has no place for"
                        + " others; 0 mm off at rest at most.");
        assertThat(c.verdict()).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(compared(s, cut(s), Set.of()).topic(Topic.SURFACES).verdict())
                .isEqualTo(Verdict.BROKEN);
    }

    @Test
    void whatMovedBesidesIsNoLessAFault() {
        Comparison moved = compared(plate(0), cut(plate(0.01)), Set.of(Held.POLYGONS));
        assertThat(moved.topic(Topic.SURFACES).verdict()).isEqualTo(Verdict.BROKEN);
        Scene fewer = cut(plate(0));
        Mesh m = fewer.meshes().getFirst();
        Scene half = fewer.withMeshes(
                List.of(Mesh.bare(m.name(), m.points(), new int[] {0, 3}, java.util.Arrays.copyOf(m.corners(), 3))));
        assertThat(compared(plate(0), half, Set.of(Held.POLYGONS))
                        .topic(Topic.SURFACES)
                        .verdict())
                .isEqualTo(Verdict.BROKEN);
    }

    @Test
    void jointsAndSkinsStayBehindWhereThereIsNoPlaceForThem() {
        Scene s = RandomHumanoid.of(5).scene();
        Scene bare = s.withNodes(List.of(Node.mesh("surface", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(s.meshes().getFirst().withSkin(null)));
        Comparison c = compared(s, bare, EnumSet.of(Held.JOINTS, Held.SKINS));

        for (Topic t : List.of(Topic.HIERARCHY, Topic.SKIN_WEIGHTS)) {
            assertThat(c.topic(t).verdict()).as(t.toString()).isEqualTo(Verdict.NOT_CARRIED);
        }
        assertThat(c.topic(Topic.HIERARCHY).summary())
                .isEqualTo("The carrier has no place for joints; " + s.joints().size() + " joints stayed behind.");
        assertThat(compared(s, bare, Set.of(Held.SKINS)).topic(Topic.HIERARCHY).verdict())
                .isEqualTo(Verdict.BROKEN);
    }
}
