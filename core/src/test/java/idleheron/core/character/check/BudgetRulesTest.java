package idleheron.core.character.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A square, a triangle and a pentagon: 2, 1 and 3 triangles; four materials, of which one is on no face. */
class BudgetRulesTest {
    private static Convention taking(int materials, int triangles) {
        Convention.Asks asks = Convention.Asks.NOTHING.with(new Convention.Budget(materials, triangles, 0));
        return new Convention("quay", "Quay", AxisSystem.COMMON, 1, null, 0, false, true, asks);
    }

    private static Scene scene() {
        Mesh m = new Mesh(
                "sail",
                new double[36],
                new int[] {0, 4, 7, 12},
                IntStream.range(0, 12).toArray(),
                null,
                List.of(),
                new int[] {0, 1, 1},
                null,
                null,
                null,
                List.of(),
                List.of());
        List<Node> nodes = List.of(
                Node.mesh("main", -1, Transform.IDENTITY, 0).withMaterials(new int[] {0, 1, 3}),
                Node.mesh("spare", -1, Transform.IDENTITY, 0).withMaterials(new int[] {2, 1, 3}));
        List<Material> materials = new ArrayList<>();
        for (String n : List.of("tar", "wax", "salt", "none")) {
            materials.add(new Material(n, "lambert", Vec3.ONE, 1, -1));
        }
        return Scene.bare("s", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(m))
                .withMaterials(materials);
    }

    private static List<Finding> found(int materials, int triangles) {
        List<Finding> out = new ArrayList<>();
        BudgetRules.materials(new Facts(scene()), taking(materials, triangles), out);
        BudgetRules.triangles(new Facts(scene()), taking(materials, triangles), out);
        return out;
    }

    @Test
    void materialsInUseAreCountedOnce() {
        assertThat(found(3, 0)).isEmpty();
        Finding f = found(2, 0).getFirst();
        assertThat(f.code()).isEqualTo("budget-materials");
        assertThat(f.figure().value()).isEqualTo(3);
        assertThat(f.message()).contains("tar, wax, salt").doesNotContain("none");
    }

    @Test
    void trianglesCountAsOftenAsTheyAreShown() {
        assertThat(found(0, 12)).isEmpty();
        Finding f = found(0, 11).getFirst();
        assertThat(f.code()).isEqualTo("budget-triangles");
        assertThat(f.title()).isEqualTo("12 triangles, 11 are taken");
        assertThat(f.message()).contains("main has 6");
    }

    @Test
    void noBudgetTakesAll() {
        assertThat(found(0, 0)).isEmpty();
    }
}
