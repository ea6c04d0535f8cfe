package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Triangles;
import idleheron.formats.spi.SceneFormat;
import java.util.ArrayList;
import java.util.List;

/**
 * A scene in the form in which a document can hold it: metres, Y up, Z to the front; faces in triangles, clips in one layer, shapes
 * without shapes between.
 */
public final class GltfForm {
    private GltfForm() {}

    /** A scene as the carrier can hold it, and what that changed. */
    public static SceneFormat.Form of(Scene given) {
        List<String> told = new ArrayList<>();
        Scene s = FlattenLayers.of(given);
        if (!s.stage().axes().equals(AxisSystem.COMMON) || s.stage().metersPerUnit() != 1) {
            s = new ConvertStage(AxisSystem.COMMON, 1).apply(s);
            told.add(say("formats.gltf.bridge.GltfForm.converted-to-metres-y-up-z"));
        }
        long faces = 0;
        long between = 0;
        List<Mesh> meshes = new ArrayList<>();
        for (Mesh m : s.meshes()) {
            Mesh t = byMaterial(Triangles.of(m));
            faces += m.corners().length == 3 * m.faceCount() ? 0 : m.faceCount();
            between += t.shapes().stream().filter(b -> b.targets().size() > 1).count();
            meshes.add(t.withShapes(t.shapes().stream().map(GltfForm::plain).toList()));
        }
        if (faces > 0) {
            told.add(say("formats.gltf.bridge.GltfForm.faces-cut-into-triangles", faces));
        }
        if (between > 0) {
            told.add(say("formats.gltf.bridge.GltfForm.blend-shapes-lose-their-shapes-between", between));
        }
        return new SceneFormat.Form(s.withMeshes(meshes), told);
    }

    /** With faces in the order of their materials, as primitives have them. */
    private static Mesh byMaterial(Mesh m) {
        int[] slots = m.faceMaterials();
        boolean ordered = true;
        for (int f = 1; slots != null && f < slots.length; f++) {
            ordered &= slots[f] >= slots[f - 1];
        }
        if (slots == null || ordered) {
            return m;
        }
        int[] faces = java.util.stream.IntStream.range(0, slots.length)
                .boxed()
                .sorted(java.util.Comparator.comparingInt(f -> slots[f]))
                .mapToInt(f -> f)
                .toArray();
        return m.inFaceOrder(faces);
    }

    private static BlendShape plain(BlendShape b) {
        return b.targets().size() == 1
                ? b
                : new BlendShape(b.name(), b.weight(), List.of(b.targets().getLast()));
    }
}
