package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.formats.Sail;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Pictures and materials come back as they lie and with what they say besides. */
class FbxSurfaceRoundTripTest extends FbxRoundTripCase {
    private static Scene worn(List<Texture> textures, Material... materials) {
        return bare().withNodes(List.of(Node.mesh(
                        "sail",
                        -1,
                        Transform.IDENTITY,
                        0,
                        java.util.stream.IntStream.range(0, materials.length).toArray())))
                .withMeshes(List.of(Sail.dressed()))
                .withTextures(textures)
                .withMaterials(List.of(materials));
    }

    /** A picture that lies in two ways is two textures; one that lies alike in two materials is one. */
    @Test
    void aPictureIsATextureForEveryWayInWhichItLies() throws FormatException {
        Placement far = Placement.of(2, 2, 0, 0, 0);
        Placement clamped = Placement.of(1, 1, 0, 0, 0).wrapped(Placement.Wrap.CLAMP, Placement.Wrap.REPEAT);
        Placement up = Placement.of(1, 1, 0, 0, 0).wrapped(Placement.Wrap.REPEAT, Placement.Wrap.CLAMP);
        Scene s = worn(
                List.of(new Texture("wax", "wax.png", "wax.png", false)),
                of("a", List.of(), new Material.Use(Material.DIFFUSE, 0)),
                of("b", List.of(), new Material.Use(Material.DIFFUSE, 0, far)),
                of("c", List.of(), new Material.Use(Material.DIFFUSE, 0, far)),
                of("d", List.of(), new Material.Use(Material.DIFFUSE, 0, clamped)),
                of("e", List.of(), new Material.Use(Material.DIFFUSE, 0, up)));
        assertThat(objects(s, "Texture")).hasSize(4);
        assertThat(objects(s, "Video")).hasSize(1);
        Scene b = back(s);
        for (int m = 0; m < 5; m++) {
            Placement was = s.materials().get(m).uses().getFirst().placement();
            Placement is = b.materials().get(m).uses().getFirst().placement();
            assertThat(new double[] {is.uu(), is.uv(), is.u0(), is.vu(), is.vv(), is.v0()})
                    .as(s.materials().get(m).name())
                    .containsExactly(
                            new double[] {was.uu(), was.uv(), was.u0(), was.vu(), was.vv(), was.v0()}, within(0.0));
            assertThat(is.acrossU()).isEqualTo(was.acrossU());
            assertThat(is.acrossV()).isEqualTo(was.acrossV());
        }
    }

    @Test
    void whatAPictureSaysItselfOfHowItLiesStays() throws FormatException {
        FreeProperty own =
                new FreeProperty("Scaling", "Vector", "", "A", new FreeProperty.Numbers(new double[] {4, 4, 1}));
        Texture t = new Texture("wax", "wax.png", "wax.png", false).withProperties(List.of(own));
        Scene s = worn(
                List.of(t),
                of("a", List.of(), new Material.Use(Material.DIFFUSE, 0, Placement.of(4, 4, 0, 0, 0))),
                of("b", List.of(), new Material.Use(Material.DIFFUSE, 0, Placement.of(2, 2, 0, 0, 0))));
        assertThat(objects(s, "Texture")).hasSize(1);
        assertThat(back(s).materials().get(1).uses().getFirst().placement().uu())
                .isCloseTo(4, within(1e-9));
    }

    @Test
    void whatAMaterialSaysBesidesIsKept() throws FormatException {
        List<FreeProperty> own = List.of(
                new FreeProperty("Shininess", "double", "Number", "A", new FreeProperty.Numbers(new double[] {20})),
                new FreeProperty(
                        "TransparentColor", "Color", "", "A", new FreeProperty.Numbers(new double[] {0.5, 0.5, 0.5})));
        Scene s = worn(List.of(), of("tar", own), of("wax", List.of()));
        Material b = back(s).materials().getFirst();
        assertThat(b.properties()).extracting(FreeProperty::name).contains("Shininess");
        assertThat(b.properties().stream()
                        .filter(p -> p.name().equals("Shininess"))
                        .findFirst()
                        .orElseThrow()
                        .shown())
                .isEqualTo("20");
        for (FbxRecord m : objects(s, "Material")) {
            assertThat(named(m, "TransparentColor")).isEqualTo(1);
        }
    }
}
