package idleheron.core.remedy.material;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.List;

/** Takes materials and pictures out; faces lose their slots. */
public record StripMaterials() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "strip-materials",
                    StripMaterials.class,
                    Keeps.PICTURE,
                    say("core.remedy.material.StripMaterials.takes-materials-pictures-and-the-slots"))
            .told(new StripMaterials())
            .measured("materials", s -> Integer.toString(s.materials().size()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.material.StripMaterials.leave-materials-out");
    }

    @Override
    public String describe() {
        return say("core.remedy.material.StripMaterials.takes-materials-pictures-and-the-slots-2");
    }

    @Override
    public Scene apply(Scene scene) {
        if (scene.materials().isEmpty()) {
            return scene;
        }
        return scene.withMaterials(List.of())
                .withTextures(List.of())
                .withNodes(scene.nodes().stream()
                        .map(n -> n.withMaterials(new int[0]))
                        .toList())
                .withMeshes(scene.meshes().stream().map(StripMaterials::bare).toList())
                .withClips(scene.clips().stream()
                        .map(c -> c.withValues(c.values().stream()
                                .filter(v -> v.subject() != idleheron.core.scene.motion.Clip.Subject.MATERIAL)
                                .toList()))
                        .toList());
    }

    private static Mesh bare(Mesh m) {
        return m.faceMaterials() == null
                ? m
                : new Mesh(
                        m.name(),
                        m.points(),
                        m.faceStarts(),
                        m.corners(),
                        m.normals(),
                        m.uvSets(),
                        null,
                        m.smoothingGroups(),
                        m.edgeSmoothing(),
                        m.skin(),
                        m.shapes(),
                        m.layers());
    }
}
