package idleheron.formats.fbx;

import idleheron.core.scene.Keepsake;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Objects that the bridge does not read: gathered from a document, and put back into one. */
final class FbxKeepsakes {
    private static final Set<String> READ = Set.of(
            "Model",
            "NodeAttribute",
            "Material",
            "Texture",
            "Video",
            "AnimationStack",
            "AnimationLayer",
            "AnimationCurveNode",
            "AnimationCurve");
    private static final Set<String> DEFORMERS = Set.of("Skin", "Cluster", "BlendShape", "BlendShapeChannel");

    private FbxKeepsakes() {}

    private static boolean isRead(FbxObjects.Item i) {
        return switch (i.kind()) {
            case "Geometry" -> i.type().equals("Mesh") || i.type().equals("Shape");
            case "Deformer" -> DEFORMERS.contains(i.type());
            case "Pose" -> i.type().equals("BindPose");
            default -> READ.contains(i.kind());
        };
    }

    /** All objects that are not read, with what they hang on; told once by kind. */
    static List<Keepsake> gather(FbxObjects objects, FbxTargets targets, Scene scene, List<String> notes) {
        List<Keepsake> out = new ArrayList<>();
        Map<String, Integer> kinds = new TreeMap<>();
        List<String> paths = scene.paths();
        for (FbxObjects.Item i : objects.all()) {
            if (isRead(i)) {
                continue;
            }
            List<FbxKeepsake.Tie> ties = new ArrayList<>();
            for (FbxObjects.Link l : objects.linksAbove(i.id())) {
                tie(objects, targets, scene, paths, l, true, ties);
            }
            for (FbxObjects.Link l : objects.linksUnder(i.id())) {
                tie(objects, targets, scene, paths, l, false, ties);
            }
            kinds.merge(i.type().isEmpty() ? i.kind() : i.kind() + " " + i.type(), 1, Integer::sum);
            out.add(new FbxKeepsake(i.id(), i.record(), i.name(), i.tag(), ties));
        }
        kinds.forEach((kind, n) -> notes.add(n + (n == 1 ? " object" : " objects") + " of the kind " + kind
                + (n == 1 ? " is" : " are") + " carried without being read"));
        return out;
    }

    private static void tie(
            FbxObjects objects,
            FbxTargets targets,
            Scene scene,
            List<String> paths,
            FbxObjects.Link l,
            boolean outward,
            List<FbxKeepsake.Tie> into) {
        Integer node = targets.nodes().get(l.id());
        Integer attribute = targets.attributes().get(l.id());
        Integer material = targets.materials().get(l.id());
        FbxObjects.Item other = objects.item(l.id());
        if (l.id() == 0) {
            into.add(new FbxKeepsake.Tie(outward, "root", "", l.property()));
        } else if (node != null) {
            into.add(new FbxKeepsake.Tie(outward, "node", paths.get(node), l.property()));
        } else if (attribute != null) {
            into.add(new FbxKeepsake.Tie(outward, "attribute", paths.get(attribute), l.property()));
        } else if (material != null) {
            into.add(new FbxKeepsake.Tie(
                    outward, "material", scene.materials().get(material).name(), l.property()));
        } else if (other != null && other.kind().equals("Texture")) {
            into.add(new FbxKeepsake.Tie(outward, "texture", other.name(), l.property()));
        } else if (other != null && !isRead(other) && outward) {
            // Between two of them the tie is kept at the end it goes out from.
            into.add(new FbxKeepsake.Tie(true, "keepsake", Long.toString(l.id()), l.property()));
        }
    }

    /** Puts those of a scene into a document; ties to what is gone fall away. */
    static void write(Scene scene, FbxBuild build, long[] nodes, long[] attributes, FbxSurfaceWriter.Ids surfaces) {
        Map<String, Long> ends = new HashMap<>();
        List<String> paths = scene.paths();
        for (int i = 0; i < nodes.length; i++) {
            ends.putIfAbsent("node " + paths.get(i), nodes[i]);
            if (attributes[i] != 0) {
                ends.putIfAbsent("attribute " + paths.get(i), attributes[i]);
            }
        }
        for (int i = 0; i < surfaces.materials().length; i++) {
            ends.putIfAbsent("material " + scene.materials().get(i).name(), surfaces.materials()[i]);
        }
        for (int i = 0; i < surfaces.textures().length; i++) {
            ends.putIfAbsent("texture " + scene.textures().get(i).name(), surfaces.textures()[i]);
        }
        ends.put("root ", 0L);
        List<FbxKeepsake> all = new ArrayList<>();
        for (Keepsake k : scene.keepsakes()) {
            if (k instanceof FbxKeepsake f) {
                long id = build.object(
                        f.record().name(),
                        f.name(),
                        f.tag(),
                        type(f.record()),
                        f.record().children());
                ends.put("keepsake " + f.id(), id);
                all.add(f);
            }
        }
        for (FbxKeepsake k : all) {
            long id = java.util.Objects.requireNonNull(ends.get("keepsake " + k.id()));
            for (FbxKeepsake.Tie t : k.ties()) {
                tie(build, id, t, ends.get(t.end() + " " + t.which()));
            }
        }
    }

    private static void tie(FbxBuild build, long id, FbxKeepsake.Tie t, @Nullable Long end) {
        if (end == null) {
            return;
        }
        long source = t.outward() ? id : end;
        long destination = t.outward() ? end : id;
        if (t.property().isEmpty()) {
            build.connect(source, destination);
        } else {
            build.connect(source, destination, t.property());
        }
    }

    private static String type(FbxRecord r) {
        return r.text(2);
    }
}
