package idleheron.core.volume.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Finding;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.core.volume.tree.VoxelStore;
import java.util.List;

/** What the tests of sentences about volumes share. */
final class VolumeStories {
    private VolumeStories() {}

    static Finding only(List<Finding> found) {
        assertThat(found).hasSize(1);
        return found.getFirst();
    }

    static Volume plumes(int n) {
        return Volumes.sequence(n, f -> new Grid[] {Volumes.plume(f)});
    }

    static Volume without(Volume v, Integer... frames) {
        return v.withFrames(v.frames().stream()
                .filter(f -> !List.of(frames).contains(f.number()))
                .toList());
    }

    static SparseTree treeOf(double... values) {
        return FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, values.length - 1, 0, 0), (i, j, k, out) -> {
            out[0] = values[i];
            return true;
        });
    }

    static Grid over(double background, String gridClass) {
        VoxelStore b = VoxelStore.single(ValueType.FLOAT, background);
        SparseTree t = FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 7), b, (i, j, k, out) -> {
            out[0] = 1;
            return true;
        });
        return Grid.of("density", gridClass, GridMap.scale(0.1), t);
    }

    /** A camera that looks along -Z from a place. */
    static Scene seen(Volume v, double z, double near, double far, Clip... clips) {
        return Volumes.scene(v)
                .withNodes(List.of(
                        Node.of("cam", -1, NodeKind.CAMERA, Transform.of(new Vec3(0, 0, z), Vec3.ZERO, Vec3.ONE))
                                .withPayload(NodeKind.CAMERA, 0)))
                .withCameras(List.of(new Camera("cam", 40, 36, 24, near, far)))
                .withClips(List.of(clips));
    }

    static Scene over(String mesh, double y, Volume v) {
        Mesh plate =
                Mesh.bare(mesh, new double[] {0, y, 0, 0.1, y, 0, 0, y, 0.1}, new int[] {0, 3}, new int[] {0, 1, 2});
        return Volumes.scene(v)
                .withMeshes(List.of(plate))
                .withNodes(List.of(Node.mesh(mesh, -1, Transform.IDENTITY, 0)));
    }
}
