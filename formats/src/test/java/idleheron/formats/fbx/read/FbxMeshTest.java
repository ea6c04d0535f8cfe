package idleheron.formats.fbx.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.scene.mesh.Mesh;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class FbxMeshTest {
    private static Mesh read(FbxRecord... children) throws FormatException {
        FbxRecord g = FbxRecord.scope("Geometry", List.of(), List.of(children));
        return new FbxMeshReader("t.fbx", new FbxObjects.Item(1, "Geometry", "g", "Mesh", g), "g", new ArrayList<>())
                .read(List.of());
    }

    private static FbxRecord vertices() {
        return FbxRecord.leaf("Vertices", new FbxValue.Doubles(new double[] {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0}));
    }

    private static FbxRecord polygons(int... v) {
        return FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(v));
    }

    private static FbxRecord layer(String kind, String mapping, String reference, FbxRecord... data) {
        List<FbxRecord> c = new ArrayList<>(List.of(
                FbxBuild.leaf("MappingInformationType", mapping),
                FbxBuild.leaf("ReferenceInformationType", reference)));
        c.addAll(List.of(data));
        return FbxRecord.scope(kind, List.of(), c);
    }

    @Test
    void theLastCornerOfAFaceIsStoredNegative() throws FormatException {
        Mesh m = read(vertices(), polygons(0, 1, -3, 0, 2, -4));
        assertThat(m.faceStarts()).containsExactly(0, 3, 6);
        assertThat(m.corners()).containsExactly(0, 1, 2, 0, 2, 3);
        assertThat(m.triangles()).containsExactly(0, 1, 2, 0, 2, 3);
    }

    @Test
    void aFaceOfMoreCornersIsKeptAndOnlyDrawnAsTriangles() throws FormatException {
        Mesh m = read(vertices(), polygons(0, 1, 2, -4));
        assertThat(m.faceCount()).isEqualTo(1);
        assertThat(m.triangles()).containsExactly(0, 1, 2, 0, 2, 3);
    }

    @Test
    void normalsComeByPointOrByCornerDirectlyOrThroughAnIndex() throws FormatException {
        FbxRecord up =
                FbxRecord.leaf("Normals", new FbxValue.Doubles(new double[] {0, 0, 1, 0, 1, 0, 1, 0, 0, 0, 0, -1}));
        Mesh byPoint = read(vertices(), polygons(3, 1, -1), layer("LayerElementNormal", "ByVertice", "Direct", up));
        assertThat(byPoint.normals()).containsExactly(0, 0, -1, 0, 1, 0, 0, 0, 1);
        Mesh byCorner = read(
                vertices(),
                polygons(3, 1, -1),
                layer(
                        "LayerElementNormal",
                        "ByPolygonVertex",
                        "IndexToDirect",
                        up,
                        FbxRecord.leaf("NormalsIndex", new FbxValue.Ints(new int[] {2, 2, 0}))));
        assertThat(byCorner.normals()).containsExactly(1, 0, 0, 1, 0, 0, 0, 0, 1);
    }

    @Test
    void aUvIndexBeyondItsArrayMeansNone() throws FormatException {
        Mesh m = read(
                vertices(),
                polygons(0, 1, -3),
                layer(
                        "LayerElementUV",
                        "ByPolygonVertex",
                        "IndexToDirect",
                        FbxRecord.leaf("UV", new FbxValue.Doubles(new double[] {0, 0, 1, 1})),
                        FbxRecord.leaf("UVIndex", new FbxValue.Ints(new int[] {0, 7, 1}))));
        assertThat(m.uvSets().getFirst().indices()).containsExactly(0, -1, 1);
    }

    @Test
    void aFaceThatNamesAPointThatIsNotThereBreaksTheFile() {
        assertThatThrownBy(() -> read(vertices(), polygons(0, 1, -9)))
                .hasMessageContaining("points 0 to 3")
                .hasMessageContaining("point 8");
    }
}
