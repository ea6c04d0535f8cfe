package idleheron.core.character.asset;

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
                            moving.contains(j) ? "keys" : "still")));
        }
        return new Evidence(
                "joint", List.of("parent", "length m", "bone along", "rest to bind °", "points", "motion"), rows);
    }

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
                                m.normals() == null ? "none" : "per corner",
                                (double) n.materials().length,
                                k == null ? "rigid" : k.joints().length + " joints, at most " + k.maxInfluences(),
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
                "mesh",
                List.of("points", "faces", "UV sets", "normals", "materials", "skin", "skinning", "also"),
                rows);
    }

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
                "clip",
                List.of(
                        "first frame",
                        "last frame",
                        "rate /s",
                        "length s",
                        "nodes",
                        "blend shapes",
                        "layers",
                        "other properties"),
                rows);
    }

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
        return new Evidence("blend shape", List.of("mesh", "targets", "points", "largest move mm"), rows);
    }

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
                            t == null ? "–" : t.content() != null ? "inside" : t.found() ? "found" : "missing",
                            m.properties().isEmpty()
                                    ? "–"
                                    : String.join(
                                            ", ",
                                            m.properties().stream()
                                                    .map(f -> f.name() + " " + f.shown())
                                                    .toList()))));
        }
        return new Evidence("material", List.of("model", "opacity", "picture", "state", "also"), rows);
    }

    private static Evidence.Row row(String subject, int node, List<Object> cells) {
        return new Evidence.Row(subject, node, -1, -1, Double.NaN, false, cells);
    }
}
