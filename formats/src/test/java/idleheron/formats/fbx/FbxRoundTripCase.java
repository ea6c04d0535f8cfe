package idleheron.formats.fbx;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.time.FrameRate;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.read.FbxSceneReader;
import idleheron.formats.fbx.write.FbxSceneWriter;
import java.util.List;
import java.util.Objects;

/** A scene that is put into a document and read back from it. */
abstract class FbxRoundTripCase {
    static Scene back(Scene s) throws FormatException {
        return FbxSceneReader.read("t.fbx", FbxSceneWriter.write(s, 7400), null);
    }

    static Scene bare() {
        return Scene.bare("t", new Stage(AxisSystem.Z_UP, 0.01, FrameRate.of(30), 0, 2, "test"));
    }

    static Node joint(String name, int parent) {
        return Node.of(name, parent, NodeKind.JOINT, Transform.of(new Vec3(0, 1, 0), Vec3.ZERO, Vec3.ONE));
    }

    static Scene shown(Mesh m) {
        return bare().withNodes(List.of(
                        joint("mast", -1), joint("boom", 0), Node.mesh("sail", -1, Transform.IDENTITY, 0, 1, 0)))
                .withMeshes(List.of(m))
                .withTextures(List.of(
                        new Texture("canvas", "C:/work/canvas.png", "maps/canvas.png", false).withUvSet("second"),
                        new Texture("inside", "in.png", "in.png", true, new byte[] {1, 2, 3, 4, 5}, "", List.of())))
                .withMaterials(List.of(
                        new Material(
                                "tar",
                                "phong",
                                new Vec3(0.1, 0.2, 0.3),
                                0.5,
                                List.of(
                                        new Material.Use(Material.DIFFUSE, 0, Placement.of(2, 3, 0, 0.25, 0.5)),
                                        new Material.Use("NormalMap", 1)),
                                List.of()),
                        new Material("cloth", "lambert", new Vec3(1, 0.5, 0), 1, -1)));
    }

    /** What a document holds of a kind. */
    static List<FbxRecord> objects(Scene s, String kind) {
        return Objects.requireNonNull(FbxSceneWriter.write(s, 7400).record("Objects"))
                .children(kind);
    }

    /** How often an object says a property. */
    static long named(FbxRecord object, String property) {
        return Objects.requireNonNull(object.child("Properties70")).children().stream()
                .filter(r -> r.text(0).equals(property))
                .count();
    }

    static Material of(String name, List<FreeProperty> own, Material.Use... uses) {
        return new Material(name, "phong", new Vec3(0.5, 0.25, 1), 0.75, List.of(uses), own);
    }
}
