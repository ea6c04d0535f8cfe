package idleheron.formats.obj.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.FreeNames;
import idleheron.core.Wording;
import idleheron.core.pose.PointMatrices;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Texture;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.spi.SceneFormat;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntFunction;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * A scene in the form in which OBJ can hold it: the surface of every mesh as it rests, in the world, with one set of coordinates,
 * colours on points, face groups and materials; no joints, clips, shapes, cameras and lights.
 */
public final class ObjForm {
    private final Scene scene;
    private final Pose rest;
    private final List<Mesh> meshes = new ArrayList<>();
    private final List<Node> nodes = new ArrayList<>();
    private final Map<Integer, Integer> materials = new LinkedHashMap<>();

    /** Degrees below which a turn is none. */
    private static final double SAME_TURN = 1e-9;

    private int turns;

    private ObjForm(Scene scene) {
        this.scene = scene;
        this.rest = new Pose(scene);
    }

    /** A scene as the carrier can hold it, and what that changed. */
    public static SceneFormat.Form of(Scene scene) {
        return new ObjForm(scene).form();
    }

    private SceneFormat.Form form() {
        int hidden = 0;
        int sets = 0;
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() != NodeKind.MESH || n.payload() < 0) {
                continue;
            }
            if (!n.visible()) {
                hidden++;
                continue;
            }
            Mesh m = scene.meshes().get(n.payload());
            sets += Math.max(0, m.uvSets().size() - 1);
            int[] slots = Arrays.stream(n.materials())
                    .map(s -> s < 0 || s >= scene.materials().size()
                            ? -1
                            : materials.computeIfAbsent(s, k -> materials.size()))
                    .toArray();
            String name = name(n.name());
            meshes.add(shown(i, m, name));
            nodes.add(Node.mesh(name, -1, Transform.IDENTITY, meshes.size() - 1, slots));
        }
        List<Texture> textures = new ArrayList<>();
        List<Material> used = new ArrayList<>();
        Map<Integer, Integer> texture = new LinkedHashMap<>();
        for (int m : materials.keySet()) {
            used.add(material(scene.materials().get(m), texture, textures));
        }
        List<String> told = new ArrayList<>();
        leftOut(hidden, sets, told);
        dressed(used, told);
        renamed(used, told);
        Stage s = scene.stage();
        Stage stage = new Stage(s.axes(), s.metersPerUnit(), s.rate(), 0, 0, s.writer());
        return new SceneFormat.Form(
                Scene.bare(scene.name(), stage)
                        .withNodes(nodes)
                        .withMeshes(meshes)
                        .withMaterials(used)
                        .withTextures(textures),
                told);
    }

    private void leftOut(int hidden, int sets, List<String> to) {
        List<String> told = new ArrayList<>();
        count(told, scene.joints().size(), "joint");
        count(told, scene.clips().size(), "clip");
        count(told, scene.meshes().stream().mapToLong(m -> m.shapes().size()).sum(), "blend shape");
        count(told, sets, "second UV set");
        count(told, turns, "turn of a picture", "turns of pictures");
        count(told, scene.cameras().size(), "camera");
        count(told, scene.lights().size(), "light");
        count(told, hidden, "hidden mesh", "hidden meshes");
        if (!told.isEmpty()) {
            to.add(say("formats.obj.bridge.ObjForm.left-out", String.join(", ", told)));
        }
    }

    /** Where some faces wear a material, all do: what is named for one face would hold for the next. */
    private void dressed(List<Material> used, List<String> told) {
        int bare = 0;
        for (Node n : nodes) {
            Mesh m = meshes.get(n.payload());
            bare += ObjWorn.of(n, m).bare(m.faceCount());
        }
        if (used.isEmpty() || bare == 0) {
            return;
        }
        for (int i = 0; i < nodes.size(); i++) {
            Node n = nodes.get(i);
            Mesh m = meshes.get(n.payload());
            ObjWorn all = ObjWorn.of(n, m).with(used.size(), m.faceCount());
            nodes.set(i, n.withMaterials(all.slots()));
            meshes.set(n.payload(), m.withFaceMaterials(all.faces()));
        }
        used.add(new Material(ObjMaterials.NONE, "lambert", ObjMaterials.GREY, 1, -1));
        told.add(say("formats.obj.bridge.ObjForm.faces-without-a-material", bare, ObjMaterials.NONE));
    }

    /** Faces find their material by its name, so that no two have one. */
    private static void renamed(List<Material> used, List<String> told) {
        Set<String> taken = new HashSet<>();
        int renamed = 0;
        for (int i = 0; i < used.size(); i++) {
            String own = used.get(i).name();
            String free = FreeNames.free(own, taken);
            if (!free.equals(own)) {
                Material m = used.get(i);
                used.set(i, new Material(free, m.model(), m.diffuse(), m.opacity(), m.uses(), m.properties()));
                renamed++;
            }
        }
        if (renamed > 0) {
            told.add(say("formats.obj.bridge.ObjForm.materials-renamed", renamed));
        }
    }

    private static void count(List<String> told, long n, String one) {
        count(told, n, one, one + "s");
    }

    private static void count(List<String> told, long n, String one, String many) {
        if (n > 0) {
            told.add(Wording.counted(n, one, many));
        }
    }

    /** A name that one line can hold. */
    static String name(String told) {
        String plain = told.replaceAll("\\p{Cntrl}+", " ").strip();
        plain = plain.startsWith("#") ? "_" + plain : plain;
        return plain.isEmpty() ? "mesh" : plain.endsWith("\\") ? plain + "_" : plain;
    }

    private Mesh shown(int node, Mesh m, String name) {
        Skin skin = m.skin();
        double[] points;
        float[] normals = m.normals();
        if (skin == null && m.shapes().stream().allMatch(b -> b.weight() == 0)) {
            Matrix4d world = new Matrix4d(rest.world(node));
            Matrix4dc geometric = scene.nodes().get(node).geometric();
            if (geometric != null) {
                world.mul(geometric);
            }
            points = placed(m.points(), world);
            normals = normals == null ? null : PointMatrices.turned(m, normals, c -> world);
        } else {
            Surface s = new Surface(rest, node);
            float[] deformed = s.deform(rest, new Matrix4d());
            points = new double[deformed.length];
            for (int i = 0; i < points.length; i++) {
                points[i] = deformed[i];
            }
            normals = normals == null ? null : PointMatrices.turned(m, normals, posed(node, skin));
        }
        List<MeshLayer> layers = m.layers().stream().filter(ObjForm::isHeld).toList();
        List<UvSet> uvs =
                m.uvSets().isEmpty() ? List.of() : List.of(called(m.uvSets().getFirst()));
        return new Mesh(
                name,
                points,
                m.faceStarts(),
                m.corners(),
                normals,
                uvs,
                m.faceMaterials(),
                m.smoothingGroups(),
                null,
                null,
                List.of(),
                layers);
    }

    /** What a skin, and then the node, does with each point. */
    private IntFunction<Matrix4dc> posed(int node, @Nullable Skin skin) {
        Matrix4d world = new Matrix4d(rest.world(node));
        Matrix4dc geometric = scene.nodes().get(node).geometric();
        if (geometric != null) {
            world.mul(geometric);
        }
        if (skin == null) {
            return p -> world;
        }
        PointMatrices moves = new PointMatrices(rest, node, skin);
        return p -> moves.at(p).mulLocal(world);
    }

    private static UvSet called(UvSet u) {
        return new UvSet("uv", u.uv(), u.indices());
    }

    private static boolean isHeld(MeshLayer l) {
        boolean color = l.kind() == MeshLayer.Kind.COLOR
                && l.domain() == MeshLayer.Domain.POINT
                && l.width() == 4
                && l.indices() == null;
        return color || l.kind() == MeshLayer.Kind.GROUP && l.domain() == MeshLayer.Domain.FACE && l.width() == 1;
    }

    private static double[] placed(double[] points, Matrix4dc world) {
        double[] out = new double[points.length];
        Vector3d v = new Vector3d();
        for (int i = 0; i < points.length; i += 3) {
            world.transformPosition(points[i], points[i + 1], points[i + 2], v);
            out[i] = v.x;
            out[i + 1] = v.y;
            out[i + 2] = v.z;
        }
        return out;
    }

    /** How a picture lies without its turn, for which there is no option. */
    private Placement unturned(Placement lies) {
        Placement.Parts by = lies.parts();
        if (Math.abs(by.degrees()) < SAME_TURN) {
            return lies;
        }
        turns++;
        return Placement.of(by.scaleU(), by.scaleV(), 0, by.moveU(), by.moveV())
                .wrapped(lies.acrossU(), lies.acrossV());
    }

    private Material material(Material m, Map<Integer, Integer> to, List<Texture> textures) {
        List<Material.Use> uses = new ArrayList<>();
        for (Material.Use u : m.uses()) {
            if (u.texture() >= 0 && ObjSceneWriter.MAPS.containsKey(u.property())) {
                int t = to.computeIfAbsent(u.texture(), k -> {
                    textures.add(scene.textures().get(u.texture()));
                    return textures.size() - 1;
                });
                uses.add(new Material.Use(u.property(), t, unturned(u.placement())));
            }
        }
        List<FreeProperty> kept = m.properties().stream()
                .filter(p -> p.name().startsWith(ObjMaterials.KEPT))
                .toList();
        return new Material(name(m.name()), m.model(), m.diffuse(), m.opacity(), uses, kept);
    }
}
