package idleheron.core.character.asset;

import static idleheron.core.Messages.say;

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
        s.clips().forEach(c -> out.add(new FactLine(say("core.character.asset.CharacterLines.clip"), clip(c))));
        for (Material m : s.materials()) {
            out.add(new FactLine(
                    say("core.character.asset.CharacterLines.material"),
                    say(
                            "core.character.asset.CharacterLines.kept-as-they-are",
                            m.name(),
                            (m.model().isEmpty() ? say("core.character.asset.CharacterLines.no-model") : m.model()),
                            Wording.counted(m.uses().size(), "picture"),
                            Wording.counted(m.properties().size(), "value"))));
        }
        double[] used = s.textures().isEmpty() ? new double[0] : UsedTexels.shares(s);
        for (int i = 0; i < used.length; i++) {
            Texture t = s.textures().get(i);
            byte[] inside = t.content();
            out.add(new FactLine(
                    say("core.character.asset.CharacterLines.picture"),
                    t.fileName() + ": "
                            + (inside != null
                                    ? say("core.character.asset.CharacterLines.inside-bytes", inside.length)
                                    : t.found()
                                            ? say("core.character.asset.CharacterLines.found")
                                            : say("core.character.asset.CharacterLines.missing"))
                            + (Double.isNaN(used[i])
                                    ? say("core.character.asset.CharacterLines.on-no-face")
                                    : say(
                                            "core.character.asset.CharacterLines.faces-use-of-it",
                                            Math.round(100 * used[i])))));
        }
        return out;
    }

    private static void mesh(Mesh m, List<FactLine> out) {
        Skin skin = m.skin();
        out.add(new FactLine(
                say("core.character.asset.CharacterLines.mesh"),
                m.name() + ": " + Wording.counted(m.pointCount(), "point") + ", "
                        + Wording.counted(m.faceCount(), "face") + ", "
                        + Wording.counted(m.shapes().size(), "blend shape")
                        + (skin == null
                                ? ""
                                : say(
                                        "core.character.asset.CharacterLines.skinned-to-at-most-on-a",
                                        Wording.counted(skin.joints().length, "joint"),
                                        skin.maxInfluences(),
                                        (skin.style().isPlain()
                                                ? ""
                                                : ", " + skin.style().method().label())))));
        for (MeshLayer l : m.layers()) {
            out.add(new FactLine(
                    "",
                    say(
                            "core.character.asset.CharacterLines.by",
                            l.kind().label(),
                            l.domain().name().toLowerCase(Locale.ROOT),
                            Wording.counted(l.entries(), "value"),
                            (l.name().isEmpty() ? "" : ", " + l.name()))));
        }
    }

    private static String clip(Clip c) {
        return say(
                "core.character.asset.CharacterLines.frames-to-at-s-nodes-move",
                c.name(),
                Figure.number(c.firstFrame()),
                Figure.number(c.lastFrame()),
                c.rate().label(),
                c.movedNodes().size(),
                (c.isLayered()
                        ? say(
                                "core.character.asset.CharacterLines.on-top",
                                Wording.counted(c.layers().size(), "layer"))
                        : ""),
                (c.values().isEmpty()
                        ? ""
                        : say(
                                "core.character.asset.CharacterLines.other-properties-move",
                                c.values().size())));
    }
}
