package idleheron.formats.usd.write;

import idleheron.core.cache.Cache;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.mesh.MeshMove;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.OpaqueData;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.volume.Volume;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdClipReader;
import idleheron.formats.usd.read.UsdKeepsake;
import idleheron.formats.usd.read.UsdOptics;
import idleheron.formats.usd.read.UsdStage;
import idleheron.formats.usd.read.UsdUserProperties;
import idleheron.formats.usd.read.UsdXform;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** The bridge from a scene to a layer. */
public final class UsdSceneWriter {
    private final Scene scene;
    private final UsdPlan plan;
    private final Layer layer;
    private final List<String> notes = new ArrayList<>();
    private final Map<String, Spec> prims = new HashMap<>();
    private final Map<String, UsdKeepsake> kept = new HashMap<>();
    private final Set<String> used = new HashSet<>();

    private UsdSceneWriter(Scene scene) {
        this.scene = scene;
        this.plan = new UsdPlan(scene);
        this.layer = Layer.empty(scene.name());
        for (OpaqueData k : scene.keepsakes()) {
            if (k instanceof UsdKeepsake u) {
                kept.put(u.name(), u);
            }
        }
    }

    /**
     * A scene whose axes a stage cannot declare is written for the nearest that can: the same up axis, or Y up.
     *
     * @throws IllegalArgumentException when a mesh is bound to joints under several nodes
     */
    public static Layer write(Scene scene) {
        return new UsdSceneWriter(declarable(scene)).layer();
    }

    private static Scene declarable(Scene scene) {
        AxisSystem axes = scene.stage().axes();
        if (UsdStage.holds(axes)) {
            return scene;
        }
        AxisSystem near = axes.up().axis() == 2 && axes.up().sign() > 0 ? AxisSystem.Z_UP : AxisSystem.COMMON;
        return new ConvertStage(near, scene.stage().metersPerUnit()).apply(scene);
    }

    /** A layer that holds one clip alone, over an asset that lies beside. */
    public static Layer clip(Scene whole, Clip c, String asset) {
        Scene scene = declarable(whole);
        Clip own = scene.clips().stream()
                .filter(x -> x.name().equals(c.name()))
                .findFirst()
                .orElse(c);
        UsdPlan plan = new UsdPlan(scene);
        Layer out = Layer.empty(c.name());
        UsdStage.write(
                scene.stage().withRange(own.startSeconds(), own.endSeconds()), top(plan), UsdClipWriter.own(own), out);
        out.root()
                .with(Field.SUBLAYERS, new TextValue(ValueKind.STRING, true, List.of(asset)))
                .with(Field.SUBLAYER_OFFSETS, new Value.Offsets(List.of(idleheron.formats.usd.layer.TimeOffset.NONE)));
        new UsdClipWriter(plan).write(own, out.root(), "");
        return out;
    }

    /** Name of the prim that is meant when none is named. */
    private static String top(UsdPlan plan) {
        if (!plan.wrapper.isEmpty()) {
            return plan.wrapper.substring(1);
        }
        String first = plan.paths.length == 0 ? null : plan.paths[0];
        return first == null ? "" : first.substring(1);
    }

    private Layer layer() {
        String top = top(plan);
        if (!plan.wrapper.isEmpty()) {
            String type = plan.skeletons.isEmpty() ? "Xform" : "SkelRoot";
            Spec w = UsdBuild.own(Spec.prim(top, Specifier.DEF, type), "wrapper", Numbers.truth(true));
            layer.root().add(w.with(Field.KIND, TextValue.token("component")));
            prims.put(plan.wrapper, w);
        }
        prims.put("", layer.root());
        boolean[][] moves = moves();
        UsdSkeletonWriter bones = new UsdSkeletonWriter(plan, notes);
        for (UsdPlan.Bones b : plan.skeletons) {
            if (b.parent() < 0) {
                skeleton(bones, b);
            }
        }
        Spec holder = java.util.Objects.requireNonNull(prims.get(plan.wrapper));
        List<Spec> tops = new ArrayList<>();
        for (int n = 0; n < plan.paths.length; n++) {
            if (plan.paths[n] != null && plan.boneOf[n] == null) {
                node(n, moves[n], tops);
                for (UsdPlan.Bones b : plan.skeletons) {
                    if (b.parent() == n) {
                        skeleton(bones, b);
                    }
                }
            }
        }
        for (int n = 0; n < plan.paths.length; n++) {
            if (plan.paths[n] != null && plan.boneOf[n] != null) {
                node(n, new boolean[3], tops);
            }
        }
        Spec looksAt = plan.wrapper.isEmpty() && !tops.isEmpty() ? tops.getFirst() : holder;
        String looksPath = looksAt == layer.root() ? "" : "/" + looksAt.name();
        List<String> materials = UsdShadeWriter.write(scene, looksAt, looksPath);
        for (int n = 0; n < plan.paths.length; n++) {
            mesh(n, bones, materials);
        }
        String defaultPrim = caches(top);
        volumes(holder);
        clips(holder, defaultPrim);
        return layer;
    }

    private void skeleton(UsdSkeletonWriter bones, UsdPlan.Bones b) {
        Spec prim = UsdSkeletonWriter.prim(b.path().substring(b.path().lastIndexOf('/') + 1));
        bones.write(b, prim);
        put(b.path(), prim);
    }

    private void put(String path, Spec prim) {
        String above = path.substring(0, path.lastIndexOf('/'));
        java.util.Objects.requireNonNull(prims.get(above)).add(prim);
        prims.put(path, prim);
    }

    /** Per node whether translation, rotation and scale move in any clip. */
    private boolean[][] moves() {
        boolean[][] out = new boolean[scene.nodes().size()][3];
        for (Clip c : scene.clips()) {
            List<Clip.NodeTrack> all = new ArrayList<>(c.nodes());
            c.layers().forEach(l -> all.addAll(l.nodes()));
            for (Clip.NodeTrack t : all) {
                for (int k = 0; k < 9; k++) {
                    Curve curve = t.curves()[k];
                    out[t.node()][k / 3] |= curve != null;
                }
            }
        }
        return out;
    }

    private void node(int n, boolean[] moves, List<Spec> tops) {
        Node node = scene.nodes().get(n);
        String path = java.util.Objects.requireNonNull(plan.paths[n]);
        String name = path.substring(path.lastIndexOf('/') + 1);
        Spec prim = switch (node.kind()) {
            case CAMERA ->
                UsdOptics.camera(
                        scene.cameras().get(node.payload()), name, scene.stage().metersPerUnit());
            case LIGHT -> UsdOptics.light(scene.lights().get(node.payload()), name);
            case MESH -> Spec.prim(name, Specifier.DEF, "Mesh");
            default -> Spec.prim(name, Specifier.DEF, "Xform");
        };
        UsdBuild.named(prim, node.name());
        if (node.kind() == NodeKind.LOCATOR) {
            UsdBuild.own(prim, "kind", TextValue.string("locator"));
        }
        UsdPlan.Bones bones = plan.boneOf[n];
        if (bones == null) {
            UsdXformWriter.write(node.transform(), moves, prim);
        } else if (node.kind() != NodeKind.MESH) {
            UsdBuild.own(
                    prim,
                    "joint",
                    TextValue.string(bones.tokens()
                            .get(java.util.Objects.requireNonNull(bones.slot().get(n)))));
            prim.add(Spec.relationship("skel:skeleton", List.of(bones.path())));
            UsdBuild.schema(prim, "SkelBindingAPI");
        }
        if (!node.visible()) {
            prim.add(UsdBuild.attribute("visibility", "token", TextValue.token("invisible")));
        }
        user(node, prim);
        put(path, prim);
        if (path.lastIndexOf('/') == 0) {
            tops.add(prim);
        }
        UsdKeepsake k = kept.get(scene.path(n));
        if (k != null && used.add(scene.path(n))) {
            keep(k, prim);
        }
    }

    private static void user(Node node, Spec prim) {
        Set<String> taken = new HashSet<>();
        for (FreeProperty p : node.properties()) {
            Map.Entry<String, Value> v = p.isUsers() ? UsdUserProperties.written(p) : null;
            if (v != null) {
                String word = UsdNames.free(p.name(), taken);
                Spec a = UsdBuild.attribute(UsdUserProperties.BEFORE + word, v.getKey(), v.getValue())
                        .with(Field.CUSTOM, Numbers.truth(true));
                prim.add(word.equals(p.name()) ? a : UsdBuild.named(a, p.name()));
            }
        }
    }

    private static void keep(UsdKeepsake k, Spec prim) {
        k.spec().fields().forEach((f, v) -> {
            if (f.equals(Field.CUSTOM_DATA)
                    && prim.get(f) instanceof Value.Dictionary own
                    && v instanceof Value.Dictionary d) {
                prim.with(f, own.over(d));
            } else if (f.equals(Field.API_SCHEMAS) && v instanceof ListEdit e) {
                e.get(ListEdit.Operation.PREPENDED).forEach(s -> UsdBuild.schema(prim, (String) s));
            } else if (!f.equals(Field.SPECIFIER)) {
                prim.with(f, v);
            }
        });
        k.spec().properties().values().forEach(p -> {
            if (!prim.properties().containsKey(p.name())) {
                prim.add(p.copy(p.name()));
            }
        });
    }

    private void mesh(int n, UsdSkeletonWriter bones, List<String> materials) {
        Node node = scene.nodes().get(n);
        if (node.kind() != NodeKind.MESH || node.payload() < 0) {
            return;
        }
        String path = java.util.Objects.requireNonNull(plan.paths[n]);
        Spec prim = java.util.Objects.requireNonNull(prims.get(path));
        Mesh mesh = scene.meshes().get(node.payload());
        Matrix4dc offset = node.geometric();
        if (offset != null && !new Matrix4d(offset).equals(new Matrix4d(), 1e-12)) {
            mesh = MeshMove.of(mesh, offset);
        }
        UsdMeshWriter.write(mesh, prim);
        bones.bind(n, mesh, prim);
        List<String> tokens = new ArrayList<>();
        for (int s = 0; s < mesh.shapes().size(); s++) {
            tokens.add(UsdClipWriter.token(scene, node.payload(), s));
        }
        UsdMeshWriter.shapes(mesh, prim, path, tokens);
        int[] slots = node.materials();
        if (slots.length > 0 && slots[0] >= 0 && slots[0] < materials.size()) {
            prim.add(Spec.relationship("material:binding", List.of(materials.get(slots[0]))));
            UsdBuild.schema(prim, "MaterialBindingAPI");
            if (slots.length > 1) {
                UsdMeshWriter.subsets(mesh, node, materials, prim);
            }
        }
    }

    /** The caches' objects at the top; gives the prim that is meant when none is named. */
    private String caches(String top) {
        String out = top;
        for (Cache c : scene.caches()) {
            for (Spec s : new UsdCacheWriter(c, scene.stage()).write()) {
                UsdBuild.own(s, "cache", Numbers.truth(true));
                Spec there = layer.root().children().get(s.name());
                if (there == null) {
                    layer.root().add(s);
                } else {
                    s.children().values().forEach(there::add);
                }
                out = out.isEmpty() ? s.name() : out;
            }
        }
        return out;
    }

    private void volumes(Spec holder) {
        Set<String> taken = new HashSet<>(holder.children().keySet());
        for (Volume v : scene.volumes()) {
            holder.add(UsdVolumeWriter.write(v, holder == layer.root() ? "" : plan.wrapper, taken));
        }
    }

    /** What a variant moves must not be told by the prim itself, which is stronger: every variant tells its rest instead. */
    private void restsInto(java.util.Collection<Spec> variants) {
        boolean[][] moves = moves();
        for (int n = 0; n < plan.paths.length; n++) {
            String path = plan.paths[n];
            Spec prim = path == null || plan.boneOf[n] != null ? null : prims.get(path);
            String[] ops = {
                "translate", UsdXformWriter.rotation(scene.nodes().get(n).transform()), "scale"
            };
            for (int k = 0; k < 3 && prim != null; k++) {
                Spec op = moves[n][k] ? prim.properties().get(UsdXform.PREFIX + ops[k]) : null;
                if (op == null || !(op.get(Field.DEFAULT) instanceof Numbers rest)) {
                    continue;
                }
                Numbers wide = Numbers.one(ValueKind.DOUBLE3, rest.doubles());
                for (Spec v : variants) {
                    Spec over = UsdBuild.at(v, path.substring(plan.wrapper.length()));
                    Spec there = over.properties().get(op.name());
                    over.add((there == null ? Spec.attribute(op.name(), "double3", false) : there)
                            .with(Field.DEFAULT, wide));
                }
                op.with(Field.DEFAULT, null).with(Field.TYPE_NAME, TextValue.token("double3"));
            }
        }
    }

    private void clips(Spec holder, String defaultPrim) {
        UsdClipWriter writer = new UsdClipWriter(plan);
        Map<String, Value> own = Map.of();
        if (scene.clips().size() == 1) {
            writer.write(scene.clips().getFirst(), holder, plan.wrapper);
            own = UsdClipWriter.own(scene.clips().getFirst());
        } else if (!scene.clips().isEmpty()) {
            Spec set = new Spec(Spec.Type.VARIANT_SET, UsdClipReader.SET);
            Set<String> taken = new HashSet<>();
            for (Clip c : scene.clips()) {
                Spec variant = new Spec(Spec.Type.VARIANT, UsdNames.free(c.name(), taken));
                variant.with(Field.SPECIFIER, Spec.prim("x", Specifier.OVER, "").get(Field.SPECIFIER));
                UsdClipWriter.own(c).forEach((k, v) -> UsdBuild.own(variant, k, v));
                writer.write(c, variant, plan.wrapper);
                set.add(variant);
            }
            restsInto(set.children().values());
            holder.add(set);
            holder.with(Field.VARIANT_SETS, ListEdit.prepended(ListEdit.Items.STRINGS, List.of(UsdClipReader.SET)));
            holder.with(
                    Field.VARIANTS,
                    new Value.Selections(Map.of(
                            UsdClipReader.SET,
                            set.children().keySet().iterator().next())));
        }
        UsdStage.write(scene.stage(), defaultPrim, own, layer);
    }
}
