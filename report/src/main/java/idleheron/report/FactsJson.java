package idleheron.report;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.Evidence;
import idleheron.core.cache.Cache;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactTable;
import idleheron.core.kinds.AssetKinds;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Clip;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4dc;

/** What a file holds, as JSON. Matrices and lengths are as stored. */
public final class FactsJson {
    /** What is told object by object, in more than tables. */
    private static final Set<Content> OWN_FORM = Set.of(Content.NODES, Content.CACHE, Content.VOLUME);

    private final Scene scene;
    private final Pose rest;
    private final Facts facts;

    private FactsJson(Scene scene) {
        this.scene = scene;
        this.rest = new Pose(scene);
        this.facts = new Facts(scene);
    }

    /**
     * @param checksums whether sums that another reader can be held against are added
     * @throws IOException when voxels cannot be read
     */
    public static ObjectNode of(Scene scene, String name, String format, String variant, long bytes, boolean checksums)
            throws IOException {
        ObjectNode out = Json.of("facts");
        out.putObject("file")
                .put("name", name)
                .put("format", format)
                .put("variant", variant)
                .put("bytes", bytes)
                .put("writer", scene.stage().writer());
        if (scene.isRescued()) {
            ArrayNode lost = out.putArray("lost");
            for (Lost l : scene.lost()) {
                lost.addObject()
                        .put("what", l.what().word())
                        .put("name", l.name())
                        .put("place", l.place())
                        .put("why", l.why());
            }
        }
        new FactsJson(scene).fill(out, checksums);
        return out;
    }

    private void fill(ObjectNode out, boolean checksums) throws IOException {
        stage(out.putObject("stage"));
        ArrayNode nodes = out.putArray("nodes");
        List<String> paths = scene.paths();
        for (int i = 0; i < scene.nodes().size(); i++) {
            ObjectNode n = nodes.addObject()
                    .put("path", paths.get(i))
                    .put("kind", scene.nodes().get(i).kind().label());
            n.set("restLocal", Json.matrix(rest.local(i)));
            n.set("restWorld", Json.matrix(rest.world(i)));
        }
        ArrayNode skeletons = out.putArray("skeletons");
        for (int r : scene.skeletonRoots()) {
            skeleton(r, paths, skeletons.addObject());
        }
        ArrayNode meshes = out.putArray("meshes");
        for (int i = 0; i < scene.nodes().size(); i++) {
            if (scene.nodes().get(i).kind() == NodeKind.MESH) {
                mesh(i, paths.get(i), meshes.addObject());
            }
        }
        ArrayNode clips = out.putArray("clips");
        for (Clip c : scene.clips()) {
            clips.addObject()
                    .put("name", c.name())
                    .put("startSeconds", c.startSeconds())
                    .put("endSeconds", c.endSeconds())
                    .put("framesPerSecond", c.rate().perSecond())
                    .put("animatedNodes", c.nodes().size());
        }
        for (String of : new String[] {"xforms", "curves", "points", "instances"}) {
            out.putArray(of);
        }
        camerasAndLights(out, paths);
        for (Cache c : scene.caches()) {
            new CacheJson(c, checksums).fill(out);
        }
        new VolumesJson(checksums).fill(scene.volumes(), out.putArray("volumes"));
        ArrayNode textures = out.putArray("textures");
        for (Texture t : scene.textures()) {
            textures.addObject().put("path", t.path()).put("found", t.found());
        }
        AssetKinds.in(scene).stream()
                .filter(k -> !OWN_FORM.contains(k.content()))
                .forEach(k -> tables(k, out));
        ArrayNode findings = out.putArray("findings");
        for (Finding f : Inspection.of(scene, null)) {
            findings.add(CheckJson.finding(f));
        }
    }

    /** Of a kind without a form of its own here, its tables: an object for each row, by the headings. */
    private void tables(AssetKind kind, ObjectNode out) {
        ObjectNode all = out.putObject(kind.code());
        for (FactTable t : kind.tables()) {
            Evidence e = t.rows().apply(facts);
            ArrayNode rows = all.putArray(t.title());
            for (Evidence.Row r : e.rows()) {
                ObjectNode o = rows.addObject().put(e.subject(), r.subject());
                for (int i = 0; i < e.columns().size(); i++) {
                    o.putPOJO(e.columns().get(i), r.cells().get(i));
                }
            }
        }
    }

    private void stage(ObjectNode o) {
        Stage s = scene.stage();
        o.put("upAxis", "XYZ".substring(s.axes().up().axis(), s.axes().up().axis() + 1))
                .put("upAxisSign", s.axes().up().sign())
                .put("frontAxis", s.axes().front().label())
                .put("handedness", s.axes().handedness())
                .put("metersPerUnit", s.metersPerUnit())
                .put("framesPerSecond", s.rate().perSecond())
                .put("startFrame", s.rate().frame(s.startSeconds()))
                .put("endFrame", s.rate().frame(s.endSeconds()))
                .put("startSeconds", s.startSeconds())
                .put("endSeconds", s.endSeconds());
    }

    private void skeleton(int root, List<String> paths, ObjectNode o) {
        o.put("path", paths.get(root));
        ArrayNode joints = o.putArray("joints");
        for (int j : scene.joints()) {
            if (scene.isUnder(j, root)) {
                int above = scene.jointAbove(j);
                ObjectNode n = joints.addObject()
                        .put("path", paths.get(j))
                        .put("name", scene.nodes().get(j).name());
                n.put("parent", above < 0 ? null : paths.get(above));
                n.set("restWorld", Json.matrix(rest.world(j)));
                Matrix4dc bind = scene.nodes().get(j).bindWorld();
                n.set("bindWorld", bind == null ? Json.NODES.nullNode() : Json.matrix(bind));
                n.put("influences", facts.points(j));
            }
        }
    }

    private void mesh(int node, String path, ObjectNode o) {
        Node n = scene.nodes().get(node);
        Mesh m = scene.meshes().get(n.payload());
        double[] low = {Double.NaN, Double.NaN, Double.NaN};
        double[] high = low.clone();
        for (int i = 0; i < m.points().length; i++) {
            low[i % 3] = Double.isNaN(low[i % 3]) ? m.points()[i] : Math.min(low[i % 3], m.points()[i]);
            high[i % 3] = Double.isNaN(high[i % 3]) ? m.points()[i] : Math.max(high[i % 3], m.points()[i]);
        }
        o.put("path", path)
                .put("points", m.pointCount())
                .put("faces", m.faceCount())
                .put("corners", m.corners().length);
        ObjectNode bounds = o.putObject("bounds");
        bounds.set("min", Json.numbers(low));
        bounds.set("max", Json.numbers(high));
        ArrayNode uv = o.putArray("uvSets");
        for (UvSet u : m.uvSets()) {
            uv.add(u.name());
        }
        o.put("normals", m.normals() != null);
        ArrayNode materials = o.putArray("materials");
        for (int slot : n.materials()) {
            materials.add(slot < 0 ? "" : scene.materials().get(slot).name());
        }
        ArrayNode shapes = o.putArray("blendShapes");
        for (BlendShape s : m.shapes()) {
            shapes.add(s.name());
        }
        Skin skin = m.skin();
        if (skin != null) {
            skin(skin, o.putObject("skin"));
        }
        o.put("samples", 1).put("topology", "constant");
    }

    private void skin(Skin skin, ObjectNode o) {
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        int none = 0;
        for (int p = 0; p < skin.points(); p++) {
            double sum = skin.sum(p);
            least = Math.min(least, sum);
            most = Math.max(most, sum);
            none += sum <= 0 ? 1 : 0;
        }
        ArrayNode joints = o.putArray("joints");
        for (int j : skin.joints()) {
            joints.add(scene.nodes().get(j).name());
        }
        o.put("maxInfluences", skin.maxInfluences());
        Json.number(o, "minSum", least);
        o.put("maxSum", most).put("unweighted", none);
    }

    private void camerasAndLights(ObjectNode out, List<String> paths) {
        ArrayNode cameras = out.putArray("cameras");
        ArrayNode lights = out.putArray("lights");
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() == NodeKind.CAMERA) {
                Camera c = scene.cameras().get(n.payload());
                cameras.addObject()
                        .put("path", paths.get(i))
                        .put("focalLength", c.focalLength())
                        .put("near", c.near())
                        .put("far", c.far());
            } else if (n.kind() == NodeKind.LIGHT) {
                Light l = scene.lights().get(n.payload());
                lights.addObject()
                        .put("path", paths.get(i))
                        .put("kind", l.kind())
                        .put("intensity", l.intensity());
            }
        }
    }
}
