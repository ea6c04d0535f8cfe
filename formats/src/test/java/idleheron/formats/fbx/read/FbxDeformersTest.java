package idleheron.formats.fbx.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What moves a mesh of four points, from records: skins by joint, shapes by channel. */
class FbxDeformersTest {
    private static final long MESH = 1;
    private static final Map<Long, Integer> NODES = Map.of(10L, 0, 11L, 1, 12L, 2);
    private static final Matrix4dc MAST = new Matrix4d().translate(0, 5, 0);
    private static final Matrix4dc HULL = new Matrix4d().translate(2, 0, 0).rotateY(1);

    private final List<FbxRecord> objects = new ArrayList<>();
    private final List<FbxRecord> links = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();

    private static FbxRecord ints(String name, int... v) {
        return FbxRecord.leaf(name, new FbxValue.Ints(v));
    }

    private static FbxRecord doubles(String name, double... v) {
        return FbxRecord.leaf(name, new FbxValue.Doubles(v));
    }

    private void object(String kind, long id, String name, String type, FbxRecord... children) {
        objects.add(FbxRecord.scope(
                kind,
                List.of(new FbxValue.Int64(id), new FbxValue.Text(name + "\0\1" + kind), FbxBuild.text(type)),
                List.of(children)));
    }

    private void link(long source, long target) {
        links.add(FbxRecord.leaf("C", FbxBuild.text("OO"), new FbxValue.Int64(source), new FbxValue.Int64(target)));
    }

    private FbxObjects all() {
        object("Geometry", MESH, "sail", "Mesh", doubles("Vertices", new double[12]));
        for (long m : NODES.keySet()) {
            object("Model", m, "joint" + m, "LimbNode");
        }
        return new FbxObjects(
                new FbxDocument(
                        7400,
                        false,
                        List.of(
                                FbxRecord.scope("Objects", List.of(), objects),
                                FbxRecord.scope("Connections", List.of(), links)),
                        null,
                        List.of()),
                notes);
    }

    private void skin(long id, FbxRecord... children) {
        object("Deformer", id, "skin" + id, "Skin", children);
        link(id, MESH);
    }

    private void cluster(long id, long skin, long joint, FbxRecord... children) {
        object("Deformer", id, "cluster" + id, "Cluster", children);
        link(id, skin);
        if (joint > 0) {
            link(joint, id);
        }
    }

    /** How the hull lay on the mast when they were bound. */
    private static FbxRecord[] bound(FbxRecord... more) {
        List<FbxRecord> out = new ArrayList<>(List.of(
                FbxBuild.matrix("Transform", new Matrix4d(MAST).invert().mul(HULL)),
                FbxBuild.matrix("TransformLink", MAST)));
        out.addAll(List.of(more));
        return out.toArray(FbxRecord[]::new);
    }

    private static Skin read(FbxSkinReader r, FbxObjects objects) {
        return Objects.requireNonNull(r.read(Objects.requireNonNull(objects.item(MESH)), 4));
    }

    private Skin skin() {
        FbxObjects o = all();
        return read(new FbxSkinReader(o, NODES, notes), o);
    }

    @Test
    void weightsAreSortedByPointInTheOrderOfTheClusters() {
        skin(2);
        cluster(3, 2, 11, bound(ints("Indexes", 2, 0, 3), doubles("Weights", 0.25, 1, 0)));
        cluster(4, 2, 10, bound(ints("Indexes", 2, 1), doubles("Weights", 0.75, 0.5)));
        Skin s = skin();
        assertThat(s.name()).isEqualTo("skin2");
        assertThat(s.joints()).containsExactly(1, 0);
        assertThat(s.starts()).containsExactly(0, 1, 2, 4, 4);
        assertThat(s.slots()).containsExactly(0, 1, 0, 1);
        assertThat(s.weights()).containsExactly(1, 0.5f, 0.25f, 0.75f);
        assertThat(s.style()).isEqualTo(SkinStyle.PLAIN);
        assertThat(notes).isEmpty();
    }

    @Test
    void whereJointsAndTheMeshWereWhenBound() {
        skin(2);
        cluster(3, 2, 11, bound(ints("Indexes", 0), doubles("Weights", 1)));
        FbxObjects o = all();
        FbxSkinReader r = new FbxSkinReader(o, NODES, notes);
        Skin s = read(r, o);
        assertThat(s.toJoint()[0].equals(new Matrix4d(MAST).invert().mul(HULL), 1e-12))
                .isTrue();
        assertThat(r.bindWorld).containsOnlyKeys(1);
        assertThat(r.bindWorld.get(1)).isEqualTo(new Matrix4d(MAST));
        assertThat(Objects.requireNonNull(r.meshBind.get(MESH)).equals(HULL, 1e-12))
                .isTrue();
        assertThat(r.unbound).isEmpty();
    }

    @Test
    void aClusterWithoutMatricesIsNotedAndItsJointUnbound() {
        skin(2);
        cluster(3, 2, 11, ints("Indexes", 0), doubles("Weights", 1));
        cluster(4, 2, 10, ints("Indexes", 1), doubles("Weights", 1), FbxBuild.matrix("TransformLink", MAST));
        FbxObjects o = all();
        FbxSkinReader r = new FbxSkinReader(o, NODES, notes);
        read(r, o);
        assertThat(r.unbound).containsExactlyInAnyOrder(0, 1);
        assertThat(r.bindWorld).containsOnlyKeys(0);
        assertThat(r.meshBind).isEmpty();
        assertThat(notes).hasSize(2).allMatch(n -> n.contains("has no bind matrix"));
    }

    @Test
    void whatAClusterHasTooMuchOrTooFarIsLeftOutAndNoted() {
        skin(2);
        cluster(3, 2, 0, bound(ints("Indexes", 0, 1), doubles("Weights", 1, 1)));
        cluster(4, 2, 11, bound(ints("Indexes", 0, 1, 2), doubles("Weights", 1, 0.5)));
        cluster(5, 2, 10, bound(ints("Indexes", 3, 4, 1), doubles("Weights", 1, 1, 1)));
        cluster(6, 2, 12, bound(ints("Indexes", -1), doubles("Weights", 1)));
        Skin s = skin();
        assertThat(s.joints()).containsExactly(1, 0, 2);
        assertThat(s.starts()).containsExactly(0, 1, 2, 2, 3);
        assertThat(s.slots()).containsExactly(0, 0, 1);
        assertThat(notes)
                .containsExactly(
                        "cluster cluster3 of sail has no joint; its weight on 2 points is left out",
                        "cluster cluster4 has 3 points but 2 weights",
                        "cluster cluster5 names point 4 of 4",
                        "cluster cluster6 names point -1 of 4");
    }

    @ParameterizedTest
    @CsvSource({
        "Linear, LINEAR",
        "Rigid, LINEAR",
        "DualQuaternion, DUAL_QUATERNION",
        "Blend, BLENDED",
    })
    void theWayItIsBlended(String told, SkinStyle.Method method) {
        skin(
                2,
                FbxBuild.leaf("SkinningType", told),
                ints("Indexes", 1, 4, -1, 3),
                doubles("BlendWeights", 0.5, 1, 1, 0.25));
        cluster(3, 2, 11, bound(ints("Indexes", 0), doubles("Weights", 1)));
        SkinStyle s = skin().style();
        assertThat(s.method()).isEqualTo(method);
        if (method == SkinStyle.Method.BLENDED) {
            assertThat(s.dualShare()).containsExactly(0, 0.5f, 0, 0.25f);
        } else {
            assertThat(s.dualShare()).isNull();
        }
    }

    @ParameterizedTest
    @CsvSource({"'', NORMALIZED", "Normalize, NORMALIZED", "Total1, TOTAL_ONE", "TotalOne, TOTAL_ONE"})
    void whatBecomesOfWeightsThatDoNotSumToOne(String told, SkinStyle.Link link) {
        skin(2);
        cluster(3, 2, 11, bound(ints("Indexes", 0), doubles("Weights", 1), FbxBuild.leaf("Mode", told)));
        assertThat(skin().style().link()).isEqualTo(link);
        assertThat(notes).isEmpty();
    }

    @Test
    void anAdditiveSkinKnowsWhatItAddsTo() {
        Matrix4d boom = new Matrix4d().translate(0, 0, 9);
        skin(2);
        cluster(
                3,
                2,
                11,
                bound(
                        ints("Indexes", 0),
                        doubles("Weights", 1),
                        FbxBuild.leaf("Mode", "Additive"),
                        FbxBuild.matrix("TransformAssociateModel", boom)));
        link(12, 3);
        SkinStyle s = skin().style();
        assertThat(s.link()).isEqualTo(SkinStyle.Link.ADDITIVE);
        assertThat(s.associates()).hasSize(1);
        assertThat(s.associates().getFirst().node()).isEqualTo(2);
        assertThat(s.associates()
                        .getFirst()
                        .bind()
                        .equals(new Matrix4d(HULL).invert().mul(boom), 1e-12))
                .isTrue();
        assertThat(notes).isEmpty();
    }

    @Test
    void anAdditiveSkinWhoseOtherModelIsMissingIsNoted() {
        skin(2);
        cluster(3, 2, 11, bound(ints("Indexes", 0), doubles("Weights", 1), FbxBuild.leaf("Mode", "Additive")));
        cluster(4, 2, 10, bound(ints("Indexes", 1), doubles("Weights", 1), FbxBuild.leaf("Mode", "Total1")));
        SkinStyle s = skin().style();
        assertThat(s.link()).isEqualTo(SkinStyle.Link.ADDITIVE);
        assertThat(s.associates()).isEmpty();
        assertThat(notes)
                .containsExactly(
                        "skin2 has several ways to combine weights; the first is used",
                        "skin2 is additive to motion that is not in the file; it is read unchanged");
    }

    @Test
    void severalSkinsOfAMeshAreToldApart() {
        skin(2);
        skin(7);
        cluster(3, 2, 11, bound(ints("Indexes", 0), doubles("Weights", 1)));
        cluster(8, 7, 10, bound(ints("Indexes", 0), doubles("Weights", 1)));
        cluster(9, 7, 12, bound(ints("Indexes", 1), doubles("Weights", 1)));
        Skin s = skin();
        assertThat(s.joints()).containsExactly(1, 0, 2);
        assertThat(s.style().parts()).containsExactly(0, 1, 1);
        assertThat(notes).containsExactly("sail has 2 skins; their joints move it together");
    }

    @Test
    void aMeshWithoutOneHasNone() {
        FbxObjects o = all();
        assertThat(new FbxSkinReader(o, NODES, notes).read(Objects.requireNonNull(o.item(MESH)), 4))
                .isNull();
        assertThat(FbxSkinReader.matrix(new double[15])).isEqualTo(new Matrix4d());
        double[] bad = new double[16];
        Arrays.fill(bad, Double.NaN);
        assertThat(FbxSkinReader.matrix(bad)).isEqualTo(new Matrix4d());
    }

    private void channel(long id, FbxRecord... children) {
        object("Deformer", id, "channel" + id, "BlendShapeChannel", children);
        link(id, 20);
    }

    private void shape(long id, long channel, FbxRecord... children) {
        object("Geometry", id, "shape" + id, "Shape", children);
        link(id, channel);
    }

    private List<BlendShape> shapes() {
        object("Deformer", 20, "shapes", "BlendShape");
        link(20, MESH);
        FbxObjects o = all();
        return new FbxShapeReader(o, notes).read(Objects.requireNonNull(o.item(MESH)));
    }

    @Test
    void aChannelHoldsItsShapesByTheirFullWeights() {
        channel(21, FbxBuild.leaf("DeformPercent", 40.0), doubles("FullWeights", 100, 30));
        shape(
                22,
                21,
                ints("Indexes", 3, 0),
                doubles("Vertices", 1, 2, 3, 4, 5, 6),
                doubles("Normals", 0, 0, 1, 0, 1, 0));
        shape(23, 21, ints("Indexes", 1), doubles("Vertices", 7, 8, 9));
        BlendShape s = shapes().getFirst();
        assertThat(s.name()).isEqualTo("channel21");
        assertThat(s.weight()).isCloseTo(0.4, within(1e-12));
        assertThat(s.targets()).extracting(BlendShape.Target::fullWeight).containsExactly(0.3, 1.0);
        assertThat(s.targets().get(0).points()).containsExactly(1);
        assertThat(s.targets().get(0).deltas()).containsExactly(7, 8, 9);
        assertThat(s.targets().get(0).normals()).isNull();
        assertThat(s.targets().get(1).points()).containsExactly(3, 0);
        assertThat(s.targets().get(1).deltas()).containsExactly(1, 2, 3, 4, 5, 6);
        assertThat(s.targets().get(1).normals()).containsExactly(0, 0, 1, 0, 1, 0);
        assertThat(notes).isEmpty();
    }

    @Test
    void withoutFullWeightsShapesAreSpreadEvenlyAndAWeightMayStandAmongTheProperties() {
        channel(21, FbxBuild.properties(List.of(FbxBuild.number("DeformPercent", 60))), doubles("FullWeights", 0));
        shape(22, 21, ints("Indexes", 0), doubles("Vertices", 1, 0, 0));
        shape(23, 21, ints("Indexes", 1), doubles("Vertices", 1, 0, 0));
        channel(25);
        BlendShape s = shapes().getFirst();
        assertThat(s.weight()).isCloseTo(0.6, within(1e-12));
        assertThat(s.targets()).extracting(BlendShape.Target::fullWeight).containsExactly(0.5, 1.0);
        assertThat(notes).containsExactly("blend shape channel25 has no shape");
    }

    @Test
    void aShapeEndsBeforeThePointThatIsNotThereAndHangsOnSeveralChannels() {
        channel(21);
        channel(24);
        shape(22, 21, ints("Indexes", 3, 4, 0), doubles("Vertices", 1, 2, 3, 4, 5, 6, 7, 8, 9));
        link(22, 24);
        shape(26, 24, ints("Indexes", -1, 0), doubles("Vertices", 1, 2, 3, 4, 5, 6), doubles("Normals", 0, 0, 1));
        List<BlendShape> all = shapes();
        assertThat(all).hasSize(2);
        BlendShape.Target t = all.get(0).targets().getFirst();
        assertThat(t.points()).containsExactly(3);
        assertThat(t.deltas()).containsExactly(1, 2, 3);
        assertThat(all.get(1).targets().get(0).points()).isSameAs(t.points());
        assertThat(all.get(1).targets().get(0).fullWeight()).isEqualTo(0.5);
        assertThat(all.get(1).targets().get(1).points()).isEmpty();
        assertThat(all.get(1).targets().get(1).normals()).isNull();
        assertThat(notes).containsExactly("shape shape22 names point 4 of 4", "shape shape26 names point -1 of 4");
    }
}
