package idleheron.app;

import idleheron.core.bake.Bake;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A plank of one triangle, as a scene and as a file. */
public final class Small {
    private Small() {}

    public static Scene plank(double length) {
        Mesh m = Mesh.bare(
                "plank", new double[] {0, 0, 0, length, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2});
        return Scene.bare("plank", Stage.COMMON)
                .withNodes(List.of(Node.mesh("plank", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(m));
    }

    /** The same under a node that carries a size of two. */
    public static Scene scaled() {
        Scene s = plank(1);
        return s.withNodes(List.of(Node.mesh("plank", -1, Transform.of(Vec3.ZERO, Vec3.ZERO, new Vec3(2, 2, 2)), 0)));
    }

    /** The plank, baked into a cache of one sample. */
    public static Scene baked() throws IOException {
        return Scene.bare("plank", Stage.COMMON)
                .withCaches(List.of(Bake.of(plank(1), null, new double[] {0}, Progress.NONE)));
    }

    public static Path file(Path to, Scene scene) throws IOException {
        SceneFormat f = SendJob.carrier(to);
        SceneFiles.write(scene, to, f, f.variant(to), true, Progress.NONE);
        return to;
    }
}
