package idleheron.core.character.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.finding.Facts;
import idleheron.core.math.SignedAxis;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What a scene holds, as tables. */
public final class CharacterTables {
    private CharacterTables() {}

    /** A row a joint: parent, axis along the bone, length, influence. */
    public static Evidence joints(Facts f) {
        Scene s = f.scene();
        Set<Integer> moving = new HashSet<>();
        s.clips().forEach(c -> c.nodes().forEach(t -> moving.add(t.node())));
        List<Evidence.Row> rows = new ArrayList<>();
        for (int j : s.joints()) {
            int above = s.jointAbove(j);
            SignedAxis along = f.along(j);
            double bind = f.restToBind(j);
            double length = f.boneLength(j);
            rows.add(row(
                    s.nodes().get(j).name(),
                    j,
                    List.of(
                            above < 0 ? "–" : s.nodes().get(above).name(),
                            Double.isNaN(length) ? (Object) "–" : (Object) length,
                            along == null ? "–" : along.label().toLowerCase(java.util.Locale.ROOT),
                            Double.isNaN(bind) ? (Object) "–" : (Object) bind,
                            (double) f.points(j),
                            moving.contains(j)
                                    ? say("core.character.asset.CharacterTables.keys")
                                    : say("core.character.asset.CharacterTables.still"))));
        }
        return new Evidence(
                say("core.character.asset.CharacterTables.joint"),
                List.of(
                        say("core.character.asset.CharacterTables.parent"),
                        say("core.character.asset.CharacterTables.length-m"),
                        say("core.character.asset.CharacterTables.bone-along"),
                        say("core.character.asset.CharacterTables.rest-to-bind"),
                        say("core.character.asset.CharacterTables.points"),
                        say("core.character.asset.CharacterTables.motion")),
                rows);
    }

    /** A row a mesh: points, faces, skin, layers. */
    public static Evidence surfaces(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH) {
                Mesh m = s.meshes().get(n.payload());
                Skin k = m.skin();
                rows.add(row(
                        n.name(),
                        i,
                        List.of(
                                (double) m.pointCount(),
                                (double) m.faceCount(),
                                (double) m.uvSets().size(),
                                m.normals() == null
                                        ? say("core.character.asset.CharacterTables.none")
                                        : say("core.character.asset.CharacterTables.per-corner"),
                                (double) n.materials().length,
                                k == null
                                        ? say("core.character.asset.CharacterTables.rigid")
                                        : say(
                                                "core.character.asset.CharacterTables.joints-at-most",
                                                k.joints().length,
                                                k.maxInfluences()),
                                k == null ? "–" : k.style().method().label(),
                                m.layers().isEmpty()
                                        ? "–"
                                        : String.join(
                                                ", ",
                                                m.layers().stream()
                                                        .map(l -> l.kind().label())
                                                        .distinct()
                                                        .toList()))));
            }
        }
        return new Evidence(
                say("core.character.asset.CharacterTables.mesh"),
                List.of(
                        say("core.character.asset.CharacterTables.points"),
                        say("core.character.asset.CharacterTables.faces"),
                        say("core.character.asset.CharacterTables.uv-sets"),
                        say("core.character.asset.CharacterTables.normals"),
                        say("core.character.asset.CharacterTables.materials"),
                        say("core.character.asset.CharacterTables.skin"),
                        say("core.character.asset.CharacterTables.skinning"),
                        say("core.character.asset.CharacterTables.also")),
                rows);
    }

    /** A row a clip: frames, rate, what moves. */
    public static Evidence clips(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (int i = 0; i < s.clips().size(); i++) {
            Clip c = s.clips().get(i);
            rows.add(new Evidence.Row(
                    c.name(),
                    -1,
                    -1,
                    i,
                    c.startSeconds(),
                    false,
                    List.of(
                            c.firstFrame(),
                            c.lastFrame(),
                            c.rate().label(),
                            c.length(),
                            (double) c.movedNodes().size(),
                            (double) c.shapes().size(),
                            (double) c.layers().size() + 1,
                            (double) c.values().size())));
        }
        return new Evidence(
                say("core.character.asset.CharacterTables.clip"),
                List.of(
                        say("core.character.asset.CharacterTables.first-frame"),
                        say("core.character.asset.CharacterTables.last-frame"),
                        say("core.character.asset.CharacterTables.rate-s"),
                        say("core.character.asset.CharacterTables.length-s"),
                        say("core.character.asset.CharacterTables.nodes"),
                        say("core.character.asset.CharacterTables.blend-shapes"),
                        say("core.character.asset.CharacterTables.layers"),
                        say("core.character.asset.CharacterTables.other-properties")),
                rows);
    }

    /** A row a blend shape: its mesh, points that it moves, how far at most. */
    public static Evidence shapes(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (int m = 0; m < s.meshes().size(); m++) {
            for (BlendShape b : s.meshes().get(m).shapes()) {
                BlendShape.Target t = b.targets().getLast();
                double worst = 0;
                for (int i = 0; i < t.deltas().length; i += 3) {
                    worst = Math.max(
                            worst,
                            Math.sqrt(Math.pow(t.deltas()[i], 2)
                                    + Math.pow(t.deltas()[i + 1], 2)
                                    + Math.pow(t.deltas()[i + 2], 2)));
                }
                rows.add(row(
                        b.name(),
                        s.nodeOfMesh(m),
                        List.of(
                                s.meshes().get(m).name(),
                                (double) b.targets().size(),
                                (double) t.points().length,
                                worst * s.stage().metersPerUnit() * 1000)));
            }
        }
        return new Evidence(
                say("core.character.asset.CharacterTables.blend-shape"),
                List.of(
                        say("core.character.asset.CharacterTables.mesh"),
                        say("core.character.asset.CharacterTables.targets"),
                        say("core.character.asset.CharacterTables.points"),
                        say("core.character.asset.CharacterTables.largest-move-mm")),
                rows);
    }

    /** A row a material: model, pictures, faces that carry it. */
    public static Evidence materials(Scene s) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (Material m : s.materials()) {
            Texture t = m.texture() < 0 ? null : s.textures().get(m.texture());
            rows.add(row(
                    m.name(),
                    -1,
                    List.of(
                            m.model().isEmpty() ? "–" : m.model(),
                            m.opacity(),
                            t == null ? "–" : t.path(),
                            t == null
                                    ? "–"
                                    : t.content() != null
                                            ? say("core.character.asset.CharacterTables.inside")
                                            : t.found()
                                                    ? say("core.character.asset.CharacterTables.found")
                                                    : say("core.character.asset.CharacterTables.missing"),
                            m.properties().isEmpty()
                                    ? "–"
                                    : String.join(
                                            ", ",
                                            m.properties().stream()
                                                    .map(f -> f.name() + " " + f.shown())
                                                    .toList()))));
        }
        return new Evidence(
                say("core.character.asset.CharacterTables.material"),
                List.of(
                        say("core.character.asset.CharacterTables.model"),
                        say("core.character.asset.CharacterTables.opacity"),
                        say("core.character.asset.CharacterTables.picture"),
                        say("core.character.asset.CharacterTables.state"),
                        say("core.character.asset.CharacterTables.also")),
                rows);
    }

    private static Evidence.Row row(String subject, int node, List<Object> cells) {
        return new Evidence.Row(subject, node, -1, -1, Double.NaN, false, cells);
    }
}
