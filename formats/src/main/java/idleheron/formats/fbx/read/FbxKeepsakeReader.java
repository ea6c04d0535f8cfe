package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.formats.fbx.parts.FbxKeepsake;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Objects of a file that nobody reads, taken along with what they hang on. */
final class FbxKeepsakeReader {
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

    private final FbxObjects objects;
    private final FbxTargets targets;
    private final Scene scene;
    private final List<String> paths;

    private FbxKeepsakeReader(FbxObjects objects, FbxTargets targets, Scene scene) {
        this.objects = objects;
        this.targets = targets;
        this.scene = scene;
        this.paths = scene.paths();
    }

    private static boolean isRead(FbxObjects.Item i) {
        return switch (i.kind()) {
            case "Geometry" -> i.type().equals("Mesh") || i.type().equals("Shape");
            case "Deformer" -> DEFORMERS.contains(i.type());
            case "Pose" -> i.type().equals("BindPose");
            default -> READ.contains(i.kind());
        };
    }

    /** All objects that are not read, with what they hang on; told once by kind. */
    static List<OpaqueData> gather(FbxObjects objects, FbxTargets targets, Scene scene, List<String> notes) {
        List<OpaqueData> out = new ArrayList<>();
        Map<String, Integer> kinds = new TreeMap<>();
        FbxKeepsakeReader reader = new FbxKeepsakeReader(objects, targets, scene);
        for (FbxObjects.Item i : objects.all()) {
            if (isRead(i)) {
                continue;
            }
            List<FbxKeepsake.Tie> ties = new ArrayList<>();
            for (FbxObjects.Link l : objects.linksAbove(i.id())) {
                reader.tie(l, true, ties);
            }
            for (FbxObjects.Link l : objects.linksUnder(i.id())) {
                reader.tie(l, false, ties);
            }
            kinds.merge(i.type().isEmpty() ? i.kind() : i.kind() + " " + i.type(), 1, Integer::sum);
            out.add(new FbxKeepsake(i.id(), i.record(), i.name(), i.tag(), ties));
        }
        kinds.forEach((kind, n) -> notes.add(say(
                "formats.fbx.read.FbxKeepsakeReader.of-the-kind-carried-without-being",
                n,
                (n == 1
                        ? say("formats.fbx.read.FbxKeepsakeReader.object")
                        : say("formats.fbx.read.FbxKeepsakeReader.objects")),
                kind,
                (n == 1
                        ? say("formats.fbx.read.FbxKeepsakeReader.is")
                        : say("formats.fbx.read.FbxKeepsakeReader.are")))));
        return out;
    }

    private void tie(FbxObjects.Link l, boolean outward, List<FbxKeepsake.Tie> into) {
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
}
