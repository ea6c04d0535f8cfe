package idleheron.core.character.asset;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.kind.FactLine;
import idleheron.core.picture.UsedTexels;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Meshes, clips, materials and pictures, a line each. */
final class CharacterLines {
    private CharacterLines() {}

    static List<FactLine> of(Scene s) {
        List<FactLine> out = new ArrayList<>();
        s.meshes().forEach(m -> mesh(m, out));
        s.clips().forEach(c -> out.add(new FactLine("clip", clip(c))));
        for (Material m : s.materials()) {
            out.add(new FactLine(
                    "material",
                    m.name() + ": " + (m.model().isEmpty() ? "no model" : m.model()) + ", "
                            + Wording.counted(m.uses().size(), "picture") + ", "
                            + Wording.counted(m.properties().size(), "value") + " kept as they are"));
        }
        double[] used = s.textures().isEmpty() ? new double[0] : UsedTexels.shares(s);
        for (int i = 0; i < used.length; i++) {
            Texture t = s.textures().get(i);
            byte[] inside = t.content();
            out.add(new FactLine(
                    "picture",
                    t.fileName() + ": "
                            + (inside != null ? "inside, " + inside.length + " bytes" : t.found() ? "found" : "missing")
                            + (Double.isNaN(used[i])
                                    ? ", on no face"
                                    : ", faces use " + Math.round(100 * used[i]) + " % of it")));
        }
        return out;
    }

    private static void mesh(Mesh m, List<FactLine> out) {
        Skin skin = m.skin();
        out.add(new FactLine(
                "mesh",
                m.name() + ": " + Wording.counted(m.pointCount(), "point") + ", "
                        + Wording.counted(m.faceCount(), "face") + ", "
                        + Wording.counted(m.shapes().size(), "blend shape")
                        + (skin == null
                                ? ""
                                : ", skinned to " + Wording.counted(skin.joints().length, "joint") + ", at most "
                                        + skin.maxInfluences() + " on a point"
                                        + (skin.style().isPlain()
                                                ? ""
                                                : ", " + skin.style().method().label()))));
        for (MeshLayer l : m.layers()) {
            out.add(new FactLine(
                    "",
                    l.kind().label() + " by " + l.domain().name().toLowerCase(Locale.ROOT) + ", "
                            + Wording.counted(l.entries(), "value") + (l.name().isEmpty() ? "" : ", " + l.name())));
        }
    }

    private static String clip(Clip c) {
        return c.name() + ": frames " + Figure.number(c.firstFrame()) + " to " + Figure.number(c.lastFrame()) + " at "
                + c.rate().label() + " /s, " + c.movedNodes().size() + " nodes move"
                + (c.isLayered() ? ", " + Wording.counted(c.layers().size(), "layer") + " on top" : "")
                + (c.values().isEmpty() ? "" : ", " + c.values().size() + " other properties move");
    }
}
