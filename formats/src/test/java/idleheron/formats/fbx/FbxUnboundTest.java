package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Clusters that do not say where anything was when it was bound: a pose tells, else where it rests. */
class FbxUnboundTest extends FbxBridgeCase {
    private static final Matrix4d BOUND = new Matrix4d().translation(0, 7, 0);

    private long mast;
    private long boom;
    private long sail;

    /** A mast at 5, a boom 2 above it, and a sail that stands at 3 along X. */
    private void rig(boolean boomSays) {
        mast = model("mast", "LimbNode", vector("Lcl Translation", 0, 5, 0));
        boom = model("boom", "LimbNode", vector("Lcl Translation", 0, 2, 0));
        sail = model("sail", "Mesh", vector("Lcl Translation", 3, 0, 0));
        build.connect(mast, 0);
        build.connect(boom, mast);
        build.connect(sail, 0);
        long cloth = build.object(
                "Geometry",
                "",
                "Geometry",
                "Mesh",
                List.of(
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(new double[] {0, 0, 0, 1, 0, 0, 0, 1, 0})),
                        FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(new int[] {0, 1, -3}))));
        build.connect(cloth, sail);
        long skin = build.object("Deformer", "skin", "Deformer", "Skin", List.of());
        build.connect(skin, cloth);
        cluster(skin, mast, List.of());
        cluster(
                skin,
                boom,
                boomSays
                        ? List.of(
                                FbxBuild.matrix("Transform", new Matrix4d().translation(0, -9, 0)),
                                FbxBuild.matrix("TransformLink", new Matrix4d().translation(0, 9, 0)))
                        : List.of());
    }

    private void cluster(long skin, long joint, List<FbxRecord> matrices) {
        List<FbxRecord> c = new ArrayList<>(List.of(
                FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {0, 1, 2})),
                FbxRecord.leaf("Weights", new FbxValue.Doubles(new double[] {0.5, 0.5, 0.5}))));
        c.addAll(matrices);
        long id = build.object("Deformer", "c" + joint, "SubDeformer", "Cluster", c);
        build.connect(id, skin);
        build.connect(joint, id);
    }

    private void pose(long... nodes) {
        List<FbxRecord> entries = new ArrayList<>();
        for (long n : nodes) {
            entries.add(FbxRecord.scope(
                    "PoseNode",
                    List.of(),
                    List.of(FbxRecord.leaf("Node", new FbxValue.Int64(n)), FbxBuild.matrix("Matrix", BOUND))));
        }
        build.object("Pose", "bind", "Pose", "BindPose", entries);
    }

    private static Matrix4d toJoint(Scene s, int slot) {
        Skin k = Objects.requireNonNull(s.meshes().getFirst().skin());
        return new Matrix4d(k.toJoint()[slot]);
    }

    @Test
    void whereTheyRestIsTakenWhereNothingTells() throws FormatException {
        rig(false);
        Scene s = read();
        assertThat(toJoint(s, 0).equals(new Matrix4d().translation(3, -5, 0), 1e-12))
                .isTrue();
        assertThat(toJoint(s, 1).equals(new Matrix4d().translation(3, -7, 0), 1e-12))
                .isTrue();
        assertThat(s.notes()).filteredOn(n -> n.contains("has no bind matrix")).hasSize(2);
        assertThat(s.meshes().getFirst().name())
                .as("a geometry without a name goes by its node")
                .isEqualTo("sail");
    }

    @Test
    void whatOneClusterSaysStays() throws FormatException {
        rig(true);
        Scene s = read();
        // where the boom was bound also says where the sail was: at the origin
        assertThat(toJoint(s, 1).equals(new Matrix4d().translation(0, -9, 0), 1e-12))
                .isTrue();
        assertThat(toJoint(s, 0).equals(new Matrix4d().translation(0, -5, 0), 1e-12))
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aPoseTellsOfJointsAndOfTheMesh(boolean meshToo) throws FormatException {
        rig(false);
        if (meshToo) {
            pose(mast, sail);
        } else {
            pose(mast);
        }
        Scene s = read();
        assertThat(toJoint(s, 0).equals(meshToo ? new Matrix4d() : new Matrix4d().translation(3, -7, 0), 1e-12))
                .isTrue();
        assertThat(toJoint(s, 1).equals(new Matrix4d().translation(meshToo ? 0 : 3, meshToo ? 0 : -7, 0), 1e-12))
                .isTrue();
    }

    /** Poses that say other things of one node, of nodes that are not there, or than the clusters do. */
    @Test
    void whatPosesSayOtherwiseIsCounted() throws FormatException {
        rig(true);
        pose(mast, boom, 4711);
        pose(boom);
        Scene s = read();
        assertThat(s.notes())
                .contains(
                        "the bind pose puts 1 joint elsewhere than its cluster does; the clusters are used",
                        "the bind pose names 1 node that is not there")
                .noneMatch(n -> n.contains("contradict"))
                .noneMatch(n -> n.contains("leaves out"));
    }
}
