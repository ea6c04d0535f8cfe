package idleheron.core.character.loss;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Pictures that lie otherwise than they did. */
class MaterialLossesTest {
    private static Scene scene(Placement lies) {
        Mesh m = Mesh.bare("sail", new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2});
        Material tarp = new Material(
                "tarp", "phong", new Vec3(1, 1, 1), 1, List.of(new Material.Use(Material.DIFFUSE, 0, lies)), List.of());
        return Scene.bare("s", Stage.COMMON)
                .withMeshes(List.of(m))
                .withNodes(List.of(Node.mesh("sail", -1, Transform.IDENTITY, 0, 0)))
                .withMaterials(List.of(tarp))
                .withTextures(List.of(new Texture("oil", "oil.png", "", true)));
    }

    private static List<Loss> losses(Placement sent, Placement returned) {
        return Comparison.of(scene(sent), scene(returned), Tolerances.DEFAULT, true, Progress.NONE)
                .losses();
    }

    @Test
    void onePlacedOtherwiseIsToldWithHowFar() {
        // the far corner lies at (4, 4) and at (1, 1)
        List<Loss> l = losses(Placement.of(4, 4, 0, 0, 0), Placement.PLAIN);
        assertThat(l).extracting(Loss::code).containsExactly("pictures-placed-otherwise");
        assertThat(l.getFirst().text()).contains("1 picture is placed otherwise", "oil.png, tarp");
        assertThat(l.getFirst().figure().value()).isEqualTo(3 * Math.sqrt(2), within(1e-9));
        assertThat(losses(Placement.of(4, 4, 0, 0, 0), Placement.of(4, 4, 90, 0, 0)))
                .extracting(Loss::code)
                .containsExactly("pictures-placed-otherwise");
    }

    @Test
    void whatIsBeyondTheEdgesAndRoundingAreNotTold() {
        Placement p = Placement.of(2, 3, 10, 0.5, 0);
        for (Placement other : List.of(
                p.wrapped(Placement.Wrap.CLAMP, Placement.Wrap.REPEAT),
                p.wrapped(Placement.Wrap.REPEAT, Placement.Wrap.MIRROR))) {
            assertThat(losses(p, other)).as("not all carriers have it").isEmpty();
        }
        assertThat(losses(p, Placement.of(2.00001, 3, 10, 0.5, 0))).isEmpty();
    }

    private static Scene twice(Placement colour, Placement normals) {
        Material tarp = new Material(
                "tarp",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 0, colour), new Material.Use("NormalMap", 0, normals)),
                List.of());
        Material plain = new Material("plain", "phong", new Vec3(1, 1, 1), 1, 0);
        return scene(colour).withMaterials(List.of(plain, tarp));
    }

    @Test
    void eachMaterialAndPropertyIsHeldAgainstItsOwn() {
        Placement p = Placement.of(2, 2, 0, 0, 0);
        List<Loss> l = Comparison.of(twice(p, p), twice(p, Placement.PLAIN), Tolerances.DEFAULT, true, Progress.NONE)
                .losses();
        assertThat(l).hasSize(1);
        assertThat(l.getFirst().text()).endsWith(": oil.png, tarp");
        assertThat(l.getFirst().figure().value()).isEqualTo(Math.sqrt(2), within(1e-9));
    }

    private static Verdict verdict(Placement sent, Placement returned, Set<Held> missing) {
        return Comparison.of(
                        scene(sent),
                        scene(returned),
                        new CompareSettings(Tolerances.DEFAULT, MatchTable.NONE, missing),
                        true,
                        t -> {},
                        Progress.NONE)
                .topics()
                .stream()
                .filter(t -> t.topic().equals(Topic.MATERIALS))
                .findFirst()
                .orElseThrow()
                .verdict();
    }

    @Test
    void aTurnThatTheCarrierHasNoPlaceForIsNotCarried() {
        Placement turned = Placement.of(2, 3, 40, 0.5, 0);
        Placement left = Placement.of(2, 3, 0, 0.5, 0);
        Set<Held> none = Set.of(Held.PICTURE_TURNS);
        assertThat(verdict(turned, left, none)).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(verdict(turned, left, Set.of())).isEqualTo(Verdict.DRIFTED);
        assertThat(verdict(turned, Placement.PLAIN, none))
                .as("its scale went too")
                .isEqualTo(Verdict.DRIFTED);
        assertThat(verdict(left, Placement.PLAIN, none)).as("it was not turned").isEqualTo(Verdict.DRIFTED);
        assertThat(verdict(turned, turned, none)).isEqualTo(Verdict.CLEAN);
    }
}
