package idleheron.formats.fbx.parts;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.mesh.MeshLayer;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How values lie over a triangle and a quad. */
class FbxLayersTest {
    private static final FbxLayer.Counts COUNTS =
            new FbxLayer.Counts(5, new int[] {0, 1, 2, 0, 2, 3, 4}, new int[] {0, 3, 7});

    private static FbxRecord layer(String mapping, String reference, int @Nullable ... index) {
        List<FbxRecord> c = new ArrayList<>(List.of(
                FbxBuild.leaf("MappingInformationType", mapping),
                FbxBuild.leaf("ReferenceInformationType", reference)));
        if (index != null && index.length > 0) {
            c.add(FbxRecord.leaf("Index", new FbxValue.Ints(index)));
        }
        return FbxRecord.scope("LayerElementUV", List.of(), c);
    }

    private static int @Nullable [] entries(String mapping, String reference, int... index) {
        return FbxLayer.perCorner(layer(mapping, reference, index), COUNTS, "Index");
    }

    @Test
    void entriesByCornerPointFaceAndForAll() {
        assertThat(COUNTS.faces()).isEqualTo(2);
        assertThat(entries("ByPolygonVertex", "Direct")).containsExactly(0, 1, 2, 3, 4, 5, 6);
        assertThat(entries("ByVertice", "Direct")).containsExactly(0, 1, 2, 0, 2, 3, 4);
        assertThat(entries("ByVertex", "Direct")).containsExactly(0, 1, 2, 0, 2, 3, 4);
        assertThat(entries("ByPolygon", "Direct")).containsExactly(0, 0, 0, 1, 1, 1, 1);
        assertThat(entries("AllSame", "Direct")).containsExactly(0, 0, 0, 0, 0, 0, 0);
        assertThat(entries("ByMood", "Direct")).isNull();
    }

    @Test
    void entriesThroughAnIndexAndNoneWhereItEnds() {
        assertThat(entries("ByPolygonVertex", "IndexToDirect", 6, 5, 4, 3, 2, 1, 0))
                .containsExactly(6, 5, 4, 3, 2, 1, 0);
        assertThat(entries("ByPolygonVertex", "IndexToDirect", 6, -7, 4)).containsExactly(6, -1, 4, -1, -1, -1, -1);
        assertThat(entries("ByVertice", "IndexToDirect", 9, 8, 7)).containsExactly(9, 8, 7, 9, 7, -1, -1);
        assertThat(entries("ByPolygon", "Index", 3, 1)).containsExactly(3, 3, 3, 1, 1, 1, 1);
        assertThat(entries("AllSame", "IndexToDirect", 2)).containsExactly(2, 2, 2, 2, 2, 2, 2);
        assertThat(entries("ByPolygonVertex", "IndexToDirect"))
                .as("no index is there")
                .containsExactly(0, 1, 2, 3, 4, 5, 6);
    }

    @Test
    void theCornersThemselves() {
        assertThat(FbxLayer.isByCorner(layer("ByPolygonVertex", "Direct", 1), "Index"))
                .isTrue();
        assertThat(FbxLayer.isByCorner(layer("ByPolygonVertex", "IndexToDirect"), "Index"))
                .isTrue();
        assertThat(FbxLayer.isByCorner(layer("ByPolygonVertex", "IndexToDirect", 1), "Index"))
                .isFalse();
        assertThat(FbxLayer.isByCorner(layer("ByVertice", "Direct"), "Index")).isFalse();
    }

    private static MeshLayer back(MeshLayer l) {
        FbxRecord edges = FbxRecord.leaf("Edges", new FbxValue.Ints(new int[] {0, 1, 2}));
        FbxRecord normals = FbxMeshLayers.write(
                new MeshLayer(
                        MeshLayer.Kind.NORMAL, "first", MeshLayer.Domain.ALL, 3, new double[] {0, 0, 1}, null, null),
                0);
        List<String> notes = new ArrayList<>();
        List<MeshLayer> out = FbxMeshLayers.read(
                FbxRecord.scope("Geometry", List.of(), List.of(edges, normals, FbxMeshLayers.write(l, 1))),
                "sail",
                notes);
        assertThat(notes).isEmpty();
        assertThat(out).hasSize(1);
        return out.getFirst();
    }

    private static MeshLayer of(MeshLayer.Kind kind, MeshLayer.Domain domain, int width, double... values) {
        int[] edges = domain == MeshLayer.Domain.EDGE ? new int[] {0, 1, 2} : null;
        return new MeshLayer(kind, "own", domain, width, values, null, edges);
    }

    private static void same(MeshLayer b, MeshLayer a) {
        assertThat(b.kind()).isEqualTo(a.kind());
        assertThat(b.name()).isEqualTo(a.name());
        assertThat(b.domain()).isEqualTo(a.domain());
        assertThat(b.width()).isEqualTo(a.width());
        assertThat(b.values()).containsExactly(a.values());
        assertThat(b.indices()).isEqualTo(a.indices());
        assertThat(b.edges()).isEqualTo(a.edges());
    }

    @ParameterizedTest
    @EnumSource(MeshLayer.Kind.class)
    void everyKindComesBack(MeshLayer.Kind kind) {
        int width = kind.isDirection() ? 3 : kind == MeshLayer.Kind.COLOR ? 4 : 1;
        double[] values = new double[2 * width];
        for (int i = 0; i < values.length; i++) {
            values[i] = i % 3;
        }
        MeshLayer l = of(kind, MeshLayer.Domain.FACE, width, values);
        same(back(l), l);
    }

    @ParameterizedTest
    @EnumSource(MeshLayer.Domain.class)
    void whateverItLiesOn(MeshLayer.Domain domain) {
        MeshLayer l = of(MeshLayer.Kind.POINT_CREASE, domain, 1, 0.25, 0.5, 0.75);
        same(back(l), l);
    }

    @ParameterizedTest
    @ValueSource(strings = {"TANGENT", "BINORMAL"})
    void theFourthNumberOfADirectionStandsApart(String kind) {
        MeshLayer l = of(MeshLayer.Kind.valueOf(kind), MeshLayer.Domain.FACE, 4, 1, 2, 3, -1, 4, 5, 6, 1);
        FbxRecord r = FbxMeshLayers.write(l, 0);
        String values = kind.charAt(0) + kind.substring(1).toLowerCase(java.util.Locale.ROOT) + "s";
        assertThat(r.childDoubles(values)).containsExactly(1, 2, 3, 4, 5, 6);
        assertThat(r.childDoubles(values + "W")).containsExactly(-1, 1);
        same(back(l), l);
    }

    @Test
    void anIndexIsKeptWhereTheKindHasOneElseItsValuesAreSpread() {
        MeshLayer dye = new MeshLayer(
                MeshLayer.Kind.COLOR,
                "own",
                MeshLayer.Domain.FACE,
                4,
                new double[] {1, 0, 0, 1, 0, 1, 0, 1},
                new int[] {1, 0},
                null);
        same(back(dye), dye);
        MeshLayer hole = new MeshLayer(
                MeshLayer.Kind.HOLE,
                "own",
                MeshLayer.Domain.FACE,
                1,
                new double[] {0, 1},
                new int[] {1, 0, -1, 2},
                null);
        MeshLayer b = back(hole);
        assertThat(b.indices()).isNull();
        assertThat(b.values()).containsExactly(1, 0, 0, 0);
    }

    @Test
    void whatLiesInAnUnknownWayOrOnEdgesThatAreNotThereIsNoted() {
        FbxRecord unknown = FbxRecord.scope(
                "LayerElementHole",
                List.of(),
                List.of(
                        FbxBuild.leaf("MappingInformationType", "ByMood"),
                        FbxRecord.leaf("Hole", new FbxValue.Ints(new int[] {1}))));
        FbxRecord edge = FbxMeshLayers.write(of(MeshLayer.Kind.EDGE_CREASE, MeshLayer.Domain.EDGE, 1, 0.5), 0);
        FbxRecord none = FbxMeshLayers.write(of(MeshLayer.Kind.GROUP, MeshLayer.Domain.FACE, 1), 0);
        List<String> notes = new ArrayList<>();
        assertThat(FbxMeshLayers.read(
                        FbxRecord.scope("Geometry", List.of(), List.of(unknown, edge, none)), "sail", notes))
                .isEmpty();
        assertThat(notes).hasSize(2);
        assertThat(notes.get(0)).contains("sail").contains("holes");
        assertThat(notes.get(1)).contains("sail").contains("edge creases");
        assertThat(FbxMeshLayers.knows("LayerElementHole")).isTrue();
        assertThat(FbxMeshLayers.knows("LayerElementUV")).isFalse();
    }
}
