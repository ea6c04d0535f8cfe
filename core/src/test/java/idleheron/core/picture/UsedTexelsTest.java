package idleheron.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import org.junit.jupiter.api.Test;

class UsedTexelsTest {
    /** One four-cornered face with these coordinates. */
    private static Scene plane(Placement place, float... uv) {
        Mesh m = Mesh.bare("plane", new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0}, new int[] {0, 4}, new int[] {
                    0, 1, 2, 3
                })
                .withUvSets(List.of(new UvSet("map", uv, new int[] {0, 1, 2, 3})));
        Material paint = new Material(
                "paint",
                "phong",
                new Vec3(1, 1, 1),
                1,
                List.of(new Material.Use(Material.DIFFUSE, 1, place), new Material.Use("NormalMap", 1, place)),
                List.of());
        return Scene.bare("plane", Stage.COMMON)
                .withTextures(List.of(new Texture("none", "none.png", "", true), new Texture("a", "a.png", "", true)))
                .withMaterials(List.of(paint))
                .withMeshes(List.of(m))
                .withNodes(List.of(Node.mesh("plane", -1, Transform.IDENTITY, 0, new int[] {0})));
    }

    private static double share(Placement place, float... uv) {
        return UsedTexels.shares(plane(place, uv))[1];
    }

    @Test
    void aShareOfTheFieldsIsUsed() {
        assertThat(share(Placement.PLAIN, 0, 0, 1, 0, 1, 1, 0, 1)).isEqualTo(1);
        assertThat(share(Placement.PLAIN, 0, 0, 0.5f, 0, 0.5f, 0.25f, 0, 0.25f)).isEqualTo(0.125);
        // a triangle and one of no area
        assertThat(share(Placement.PLAIN, 0, 0, 1, 0, 1, 1, 1, 1)).isCloseTo(0.5, within(0.003));
        assertThat(UsedTexels.shares(plane(Placement.PLAIN, 0, 0, 1, 0, 1, 1, 0, 1))[0])
                .isNaN();
    }

    @Test
    void whatLiesBeyondTheEdgeIsWhereItIsSeen() {
        float[] beside = {0.75f, 0, 1.25f, 0, 1.25f, 1, 0.75f, 1};
        assertThat(share(Placement.PLAIN, beside)).isEqualTo(0.5);
        assertThat(share(Placement.PLAIN.wrapped(Placement.Wrap.MIRROR, Placement.Wrap.REPEAT), beside))
                .isEqualTo(0.25);
        assertThat(share(Placement.PLAIN.wrapped(Placement.Wrap.CLAMP, Placement.Wrap.REPEAT), beside))
                .isEqualTo(0.25);
        assertThat(share(Placement.of(0.5, 1, 0, 0.1, 0), 0, 0, 1, 0, 1, 1, 0, 1))
                .isCloseTo(0.5, within(0.005));
        assertThat(share(Placement.PLAIN, 0, 0, 900, 0, 900, 900, 0, 900)).isEqualTo(1);
        assertThat(share(Placement.PLAIN, Float.NaN, 0, 1, 0, 1, 1, 0, 1)).isNaN();
    }

    /** A picture lies on the set of coordinates that it names, on the first where there is none of that name. */
    @Test
    void aPictureLiesOnTheSetThatItNames() {
        Scene s = plane(Placement.PLAIN, 0, 0, 1, 0, 1, 1, 0, 1);
        Mesh m = s.meshes().getFirst();
        UvSet half = new UvSet("half", new float[] {0, 0, 0.5f, 0, 0.5f, 1, 0, 1}, new int[] {0, 1, 2, 3});
        Scene two = s.withMeshes(List.of(m.withUvSets(List.of(m.uvSets().getFirst(), half))));
        assertThat(UsedTexels.shares(two)[1]).isEqualTo(1);
        for (String named : List.of("half", "map", "gone")) {
            Scene on = two.withTextures(
                    List.of(s.textures().getFirst(), s.textures().get(1).withUvSet(named)));
            assertThat(UsedTexels.shares(on)[1]).as(named).isEqualTo(named.equals("half") ? 0.5 : 1);
        }
    }
}
