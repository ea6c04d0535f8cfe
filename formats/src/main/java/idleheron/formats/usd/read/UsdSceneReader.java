package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Meta;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureHome;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Volume;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.layer.Numbers;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** The bridge from a composed stage to a scene. */
public final class UsdSceneReader {
    private static final Set<String> NOT_NODES = Set.of(
            "Material",
            "Shader",
            "NodeGraph",
            "SkelAnimation",
            "BlendShape",
            "GeomSubset",
            "OpenVDBAsset",
            "Field3DAsset",
            "RenderSettings",
            "RenderProduct",
            "RenderVar");
    private static final Set<String> SOLIDS = Set.of("Cube", "Sphere", "Cone", "Cylinder", "Capsule", "Plane");

    private final String file;
    private final ComposedStage stage;
    private final Stage declared;
    private final List<String> notes;
    private final UsdShadeReader shade;
    private final Set<String> cached = new HashSet<>();
    private final List<Node> nodes = new ArrayList<>();
    private final Map<String, Integer> nodeOf = new LinkedHashMap<>();
    private final Map<String, ComposedPrim> meshes = new LinkedHashMap<>();
    private final List<Camera> cameras = new ArrayList<>();
    private final List<Light> lights = new ArrayList<>();
    private final List<Volume> volumes = new ArrayList<>();
    private final List<UsdSkeleton> skeletons = new ArrayList<>();
    private final Map<String, UsdSkeleton> skeletonAt = new HashMap<>();

    private UsdSceneReader(String file, ComposedStage stage, List<String> notes) {
        this.file = file;
        this.stage = stage;
        this.notes = notes;
        this.declared = UsdStage.read(stage.root(), notes);
        this.shade = new UsdShadeReader(stage, notes);
    }

    /** @throws IOException when prims contradict themselves, or a file that is pointed to breaks on reading */
    public static Scene read(String file, ComposedStage stage, Progress progress) throws IOException {
        return new UsdSceneReader(file, stage, new ArrayList<>()).scene(progress);
    }

    private Scene scene(Progress progress) throws IOException {
        for (ComposedPrim p : stage.tops()) {
            UsdCached.gather(p, cached);
        }
        for (ComposedPrim p : stage.tops()) {
            node(p, -1, new Matrix4d());
        }
        stage.each(p -> {
            if (p.typeName().equals("Material") && p.isThere()) {
                shade.material(p.path());
            }
        });
        progress.at(0.4, say("formats.usd.read.UsdSceneReader.reading-meshes"));
        Map<String, List<int[]>> shapes = new HashMap<>();
        List<Mesh> out = new ArrayList<>();
        for (Map.Entry<String, ComposedPrim> e : meshes.entrySet()) {
            mesh(e.getValue(), out, shapes);
        }
        progress.at(0.8, say("formats.usd.read.UsdSceneReader.reading-clips"));
        String base = file.replaceFirst("\\.[^.]*$", "");
        List<Clip> clips = new UsdClipReader(nodeOf, nodes, skeletons, shapes, notes)
                .read(stage, declared, skeletons.isEmpty() ? base : "");
        stage.problems().forEach(p -> notes.add(p.subject() + ": " + p.message()));
        notes.addAll(stage.assets().notes());
        Scene scene = new Scene(
                        file, declared, nodes, out, shade.materials, shade.textures, cameras, lights, clips, List.of())
                .with(PictureHome.KEY, List.copyOf(shade.homes));
        List<OpaqueData> kept = new ArrayList<>();
        List<String> paths = scene.paths();
        nodeOf.forEach((path, node) -> {
            ComposedPrim p = stage.prim(path);
            UsdKeepsake k = p == null ? null : UsdKeepsake.of(paths.get(node), stage, p);
            if (k != null) {
                kept.add(k);
            }
        });
        return scene.withKeepsakes(kept)
                .withVolumes(volumes)
                .withCaches(caches(base))
                .withNotes(notes.stream().distinct().toList());
    }

    private List<Cache> caches(String name) {
        if (cached.isEmpty()) {
            return List.of();
        }
        List<CacheNode> tops = new ArrayList<>();
        for (ComposedPrim p : stage.tops()) {
            boolean wraps = UsdRead.wraps(p);
            UsdCacheReader reader = new UsdCacheReader(
                    stage.timeCodesPerSecond(), declared.metersPerUnit(), wraps ? p.path() : "", notes);
            for (ComposedPrim c : wraps ? p.children() : List.of(p)) {
                if (cached.contains(c.path())) {
                    tops.add(reader.read(c, q -> cached.contains(q.path())));
                }
            }
        }
        return List.of(new Cache(name, Meta.NONE, CacheNode.of("", idleheron.core.cache.CacheKind.GROUP, tops)));
    }

    /** The node of a prim and those under it. */
    private void node(ComposedPrim p, int parent, Matrix4d above) throws IOException {
        if (!p.isThere() || NOT_NODES.contains(p.typeName()) || UsdCached.isWhole(p, cached) || isBare(p)) {
            return;
        }
        UsdXform x = UsdXform.of(p, notes);
        UsdTransforms.Read t = UsdTransforms.read(x, stage.timeCodesPerSecond(), p.path(), notes);
        Matrix4d world = new Matrix4d(above).mul(x.matrix(Double.NaN));
        Transform local = t.rest();
        if (x.resets()) {
            world = x.matrix(Double.NaN);
            local = UsdTransforms.of(new Matrix4d(above).invert().mul(world), Vec3.ZERO);
            notes.add(say("formats.usd.read.UsdSceneReader.does-not-follow-what-is-above", p.path()));
        }
        if (p.typeName().equals("Volume")) {
            Volume v = UsdVolumeReader.read(p, world, stage.assets(), notes);
            if (v != null) {
                volumes.add(v);
                return;
            }
        }
        if (UsdRead.wraps(p)) {
            skeleton(p, parent, world);
            for (ComposedPrim c : p.children()) {
                node(c, parent, world);
            }
            return;
        }
        String joint = UsdRead.ownText(p, "joint");
        int attached = joint.isEmpty() ? -1 : attached(p, joint);
        int at = attached >= 0 ? attached : nodes.size();
        Node made = attached >= 0 ? nodes.get(attached) : Node.of(UsdRead.name(p), parent, NodeKind.GROUP, local);
        made = payload(p, made);
        List<FreeProperty> own = UsdUserProperties.of(p);
        if (!own.isEmpty()) {
            made = made.withProperties(own);
        }
        if (attached >= 0) {
            nodes.set(attached, made);
        } else {
            nodes.add(shown(p, made));
            nodeOf.put(p.path(), at);
        }
        if (p.typeName().equals("Mesh")) {
            meshes.put(p.path(), p);
            nodeOf.putIfAbsent(p.path(), at);
        }
        skeleton(p, at, world);
        for (ComposedPrim c : p.children()) {
            node(c, at, world);
        }
    }

    private static Node shown(ComposedPrim p, Node n) {
        boolean hidden = UsdRead.word(p, "visibility", "inherited").equals("invisible");
        return hidden
                ? new Node(
                        n.name(),
                        n.parent(),
                        n.kind(),
                        n.transform(),
                        n.geometric(),
                        false,
                        n.payload(),
                        n.bindWorld(),
                        n.materials(),
                        n.properties())
                : n;
    }

    /** The node that stands for a joint of the skeleton that a prim is bound to, or -1. */
    private int attached(ComposedPrim p, String joint) {
        UsdSkeleton s = skeletonAt.get(UsdRead.inherited(p, "skel:skeleton"));
        Integer j = s == null ? null : s.find(joint);
        return j == null || s == null ? -1 : s.nodes[j];
    }

    private Node payload(ComposedPrim p, Node n) {
        String type = p.typeName();
        if (type.equals("Camera")) {
            cameras.add(UsdOptics.camera(p, declared.metersPerUnit()));
            return n.withPayload(NodeKind.CAMERA, cameras.size() - 1);
        }
        if (UsdOptics.isLight(type)) {
            lights.add(UsdOptics.light(p));
            return n.withPayload(NodeKind.LIGHT, lights.size() - 1);
        }
        if (SOLIDS.contains(type)) {
            notes.add(say("formats.usd.read.UsdSceneReader.is-a-not-a-mesh-its", p.path(), type));
            return n.withPayload(NodeKind.LOCATOR, -1);
        }
        return UsdRead.ownText(p, "kind").equals("locator") ? n.withPayload(NodeKind.LOCATOR, -1) : n;
    }

    /** A scope that holds nothing but what is no node. */
    private static boolean isBare(ComposedPrim p) {
        return p.typeName().equals("Scope")
                && !p.children().isEmpty()
                && p.children().stream().allMatch(c -> NOT_NODES.contains(c.typeName()) || isBare(c));
    }

    private void skeleton(ComposedPrim p, int above, Matrix4d world) {
        if (!p.typeName().equals("Skeleton")) {
            return;
        }
        UsdSkeleton s = new UsdSkeleton(p, world, notes);
        for (int j : s.order) {
            s.nodes[j] = nodes.size();
            nodes.add(s.node(j, above));
        }
        skeletons.add(s);
        skeletonAt.put(p.path(), s);
    }

    private void mesh(ComposedPrim p, List<Mesh> out, Map<String, List<int[]>> shapes) throws FormatException {
        int node = java.util.Objects.requireNonNull(nodeOf.get(p.path()));
        Numbers points = UsdRead.numbers(p, "points");
        int count = points == null ? 0 : (int) points.count();
        List<BlendShape> blend = UsdMeshReader.shapes(p, count, notes);
        List<Integer> slots = new ArrayList<>();
        int[] faces = materials(p, slots);
        Mesh mesh = new UsdMeshReader(file, p, notes).read(blend, faces);
        String bound = UsdRead.inherited(p, "skel:skeleton");
        UsdSkeleton s = skeletonAt.get(bound);
        Node n = nodes.get(node);
        boolean attached = !UsdRead.ownText(p, "joint").isEmpty();
        if (s != null && !attached) {
            Skin skin = s.skin(file, p, count, notes);
            mesh = mesh.withSkin(skin);
            if (skin != null) {
                n = n.withBindWorld(s.bound(p));
            }
        } else if (!bound.isEmpty() && s == null) {
            notes.add(say("formats.usd.read.UsdSceneReader.is-bound-to-where-there-is", p.path(), bound));
        }
        List<String> tokens = UsdRead.words(p, "skel:blendShapes");
        for (int i = 0; i < Math.min(tokens.size(), blend.size()); i++) {
            shapes.computeIfAbsent(bound + " " + tokens.get(i), k -> new ArrayList<>())
                    .add(new int[] {out.size(), i});
        }
        nodes.set(
                node,
                n.withPayload(NodeKind.MESH, out.size())
                        .withMaterials(slots.stream().mapToInt(i -> i).toArray()));
        out.add(mesh);
    }

    /** Material slots of a mesh's node, and per face the slot; null where there is only one. */
    private int @Nullable [] materials(ComposedPrim p, List<Integer> slots) {
        String whole = UsdShadeReader.bound(p);
        if (!whole.isEmpty()) {
            slots.add(shade.material(whole));
        }
        Numbers counts = UsdRead.numbers(p, "faceVertexCounts");
        int[] faces = null;
        for (ComposedPrim c : p.children()) {
            ComposedProperty at = c.property("indices");
            boolean material = c.typeName().equals("GeomSubset")
                    && UsdRead.word(c, "elementType", "face").equals("face")
                    && !UsdRead.targets(c, "material:binding").isEmpty();
            if (!material || at == null || !(at.first() instanceof Numbers n) || counts == null) {
                continue;
            }
            int m = shade.material(UsdRead.targets(c, "material:binding").getFirst());
            if (!slots.contains(m)) {
                slots.add(m);
            }
            faces = faces == null ? new int[(int) counts.count()] : faces;
            for (int f : n.ints()) {
                if (f >= 0 && f < faces.length) {
                    faces[f] = slots.indexOf(m);
                }
            }
        }
        return faces;
    }
}
