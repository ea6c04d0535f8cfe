package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;

/**
 * Turns the faces of a garment round, so that they look the other way.
 *
 * @param garment the name of the node that shows it, or "" for all
 */
public record FlipFaces(String garment) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "flip-faces",
                    FlipFaces.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.FlipFaces.turns-the-faces-of-a-garment"))
            .told("[=GARMENT]", (RemedyValue v) -> new FlipFaces(v.text()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.FlipFaces.turn-the-faces-round");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.FlipFaces.turns-the-faces-of-round-so",
                (garment.isEmpty() ? say("core.remedy.garment.FlipFaces.garments") : garment));
    }

    @Override
    public Scene apply(Scene scene) {
        return WornMeshes.changed(scene, node -> {
            Mesh m = scene.meshes().get(scene.nodes().get(node).payload());
            return garment.isEmpty() || scene.nodes().get(node).name().equals(garment) ? flipped(m) : m;
        });
    }

    private static Mesh flipped(Mesh m) {
        int[] from = new int[m.corners().length];
        for (int f = 0; f < m.faceCount(); f++) {
            int a = m.faceStarts()[f];
            int b = m.faceStarts()[f + 1];
            for (int c = a; c < b; c++) {
                from[c] = c == a ? a : a + b - c;
            }
        }
        Mesh out = m.withLayers(m.layers().stream()
                        .filter(l ->
                                l.domain() != MeshLayer.Domain.EDGE && !l.kind().isDirection())
                        .toList())
                .withSmoothing(m.smoothingGroups(), null)
                .reordered(from, null);
        float[] n = out.normals();
        if (n == null) {
            return out;
        }
        float[] back = new float[n.length];
        for (int i = 0; i < n.length; i++) {
            back[i] = -n[i];
        }
        return out.withNormals(back);
    }
}
