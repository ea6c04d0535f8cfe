package idleheron.core.remedy.mesh;

import static idleheron.core.Messages.say;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * Makes one mesh of all plainly skinned meshes that stand still; materials become its slots. A mesh that was bound to a shared
 * joint in another pose, or whose node moves, is left alone.
 *
 * @param name of the one mesh
 */
public record MergeMeshes(String name) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "merge-meshes",
                    MergeMeshes.class,
                    Keeps.PICTURE,
                    say("core.remedy.mesh.MergeMeshes.makes-one-mesh-of-the-skinned"))
            .told("[=NAME]", v -> new MergeMeshes(v.or("merged")))
            .measured(SplitMeshes.MESHES);

    private static final double SAME = 1e-6;

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.mesh.MergeMeshes.merge-meshes");
    }

    @Override
    public String describe() {
        return say("core.remedy.mesh.MergeMeshes.makes-one-mesh-of-the-skinned-2", name);
    }

    @Override
    public Scene apply(Scene scene) {
        Work w = new Work(scene);
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            if (n.kind() == NodeKind.MESH && scene.nodeOfMesh(n.payload()) == i && w.fits(i)) {
                w.add(i);
            }
        }
        return w.taken.size() < 2 ? scene : w.merged(name);
    }

    /** Lists that grow mesh by mesh. */
    private static final class Work {
        private final Scene scene;
        private final Pose rest;
        private final List<Integer> taken = new ArrayList<>();
        private final Map<Integer, Integer> slotOf = new HashMap<>();
        private final List<Integer> joints = new ArrayList<>();
        private final List<Matrix4dc> binds = new ArrayList<>();
        private final List<Integer> materials = new ArrayList<>();
        private final List<Mesh> parts = new ArrayList<>();

        private Work(Scene scene) {
            this.scene = scene;
            this.rest = new Pose(scene);
        }

        /** Points of a node to points of the first node taken. */
        private Matrix4d toFirst(int node) {
            Matrix4d here = whole(node);
            return taken.isEmpty()
                    ? new Matrix4d()
                    : whole(taken.getFirst()).invert().mul(here);
        }

        private Matrix4d whole(int node) {
            Matrix4d m = new Matrix4d(rest.world(node));
            Matrix4dc g = scene.nodes().get(node).geometric();
            return g == null ? m : m.mul(g);
        }

        private Matrix4d bind(int node, Skin s, int slot) {
            Matrix4d m = new Matrix4d(s.toJoint()[slot]);
            Matrix4dc g = scene.nodes().get(node).geometric();
            return (g == null ? m : m.mul(g)).mul(toFirst(node).invert());
        }

        private boolean fits(int node) {
            Skin s = scene.meshes().get(scene.nodes().get(node).payload()).skin();
            if (s == null
                    || !s.style().isPlain()
                    || scene.clips().stream().anyMatch(c -> c.movedNodes().contains(node))) {
                return false;
            }
            for (int k = 0; k < s.joints().length; k++) {
                Integer known = slotOf.get(s.joints()[k]);
                if (known != null && !binds.get(known).equals(bind(node, s, k), SAME)) {
                    return false;
                }
            }
            return true;
        }

        private void add(int node) {
            Node n = scene.nodes().get(node);
            Mesh m = scene.meshes().get(n.payload());
            Skin s = java.util.Objects.requireNonNull(m.skin());
            Matrix4d move = toFirst(node);
            for (int k = 0; k < s.joints().length; k++) {
                if (slotOf.putIfAbsent(s.joints()[k], joints.size()) == null) {
                    joints.add(s.joints()[k]);
                    binds.add(bind(node, s, k));
                }
            }
            int[] slots = m.faceMaterials();
            int[] told = new int[m.faceCount()];
            for (int f = 0; f < told.length; f++) {
                int slot = slots == null ? 0 : slots[f];
                int material = slot < n.materials().length ? n.materials()[slot] : -1;
                if (!materials.contains(material)) {
                    materials.add(material);
                }
                told[f] = materials.indexOf(material);
            }
            parts.add(moved(m, move, told));
            taken.add(node);
        }

        private static Mesh moved(Mesh whole, Matrix4d by, int[] materials) {
            Mesh m = MeshMove.of(whole, by);
            return new Mesh(
                    m.name(),
                    m.points(),
                    m.faceStarts(),
                    m.corners(),
                    m.normals(),
                    m.uvSets(),
                    materials,
                    m.smoothingGroups(),
                    null,
                    m.skin(),
                    m.shapes());
        }

        private Scene merged(String name) {
            int first = taken.getFirst();
            Node node = scene.nodes().get(first);
            List<Mesh> meshes = new ArrayList<>(scene.meshes());
            int[] shapeAt = new int[parts.size() + 1];
            for (int i = 0; i < parts.size(); i++) {
                shapeAt[i + 1] = shapeAt[i] + parts.get(i).shapes().size();
            }
            meshes.set(node.payload(), whole(name));
            List<Node> nodes = new ArrayList<>(scene.nodes());
            nodes.set(
                    first,
                    node.withName(name)
                            .withGeometric(null)
                            .withMaterials(materials.stream()
                                    .mapToInt(i -> Math.max(0, i))
                                    .toArray()));
            Map<Integer, Integer> partOf = new HashMap<>();
            for (int i = 0; i < taken.size(); i++) {
                partOf.put(scene.nodes().get(taken.get(i)).payload(), i);
            }
            List<Clip> clips = scene.clips().stream()
                    .map(c -> c.withTracks(
                            c.nodes(),
                            c.shapes().stream()
                                    .map(t -> {
                                        Integer part = partOf.get(t.mesh());
                                        return part == null
                                                ? t
                                                : new Clip.ShapeTrack(
                                                        node.payload(), shapeAt[part] + t.shape(), t.weight());
                                    })
                                    .toList()))
                    .toList();
            Set<Integer> gone = new HashSet<>(taken.subList(1, taken.size()));
            Scene out = scene.withNodes(nodes).withMeshes(meshes).withClips(clips);
            return ShownMeshes.of(NodeRemoval.remove(out, gone));
        }

        private Mesh whole(String name) {
            int points = 0;
            int corners = 0;
            int faces = 0;
            int influences = 0;
            boolean normals = true;
            boolean groups = true;
            for (Mesh m : parts) {
                points += m.pointCount();
                corners += m.corners().length;
                faces += m.faceCount();
                influences += java.util.Objects.requireNonNull(m.skin()).slots().length;
                normals &= m.normals() != null;
                groups &= m.smoothingGroups() != null;
            }
            double[] p = new double[3 * points];
            int[] starts = new int[faces + 1];
            int[] c = new int[corners];
            float[] n = normals ? new float[3 * corners] : null;
            int[] material = new int[faces];
            int[] group = groups ? new int[faces] : null;
            int[] skinStarts = new int[points + 1];
            int[] slots = new int[influences];
            float[] weights = new float[influences];
            List<BlendShape> shapes = new ArrayList<>();
            int ap = 0;
            int ac = 0;
            int af = 0;
            int ai = 0;
            for (Mesh m : parts) {
                System.arraycopy(m.points(), 0, p, 3 * ap, m.points().length);
                for (int i = 0; i < m.corners().length; i++) {
                    c[ac + i] = m.corners()[i] + ap;
                }
                copy(m.normals(), n, 3 * ac);
                for (int f = 0; f < m.faceCount(); f++) {
                    starts[af + f + 1] = ac + m.faceStarts()[f + 1];
                    material[af + f] = java.util.Objects.requireNonNull(m.faceMaterials())[f];
                    if (group != null && m.smoothingGroups() != null) {
                        group[af + f] = m.smoothingGroups()[f];
                    }
                }
                Skin s = java.util.Objects.requireNonNull(m.skin());
                for (int i = 0; i < s.points(); i++) {
                    for (int k = s.starts()[i]; k < s.starts()[i + 1]; k++) {
                        slots[ai] = slotOf.getOrDefault(s.joints()[s.slots()[k]], 0);
                        weights[ai++] = s.weights()[k];
                    }
                    skinStarts[ap + i + 1] = ai;
                }
                int offset = ap;
                for (BlendShape b : m.shapes()) {
                    shapes.add(new BlendShape(
                            b.name(),
                            b.weight(),
                            b.targets().stream()
                                    .map(t -> new BlendShape.Target(
                                            t.fullWeight(),
                                            Arrays.stream(t.points())
                                                    .map(i -> i + offset)
                                                    .toArray(),
                                            t.deltas(),
                                            null))
                                    .toList()));
                }
                ap += m.pointCount();
                ac += m.corners().length;
                af += m.faceCount();
            }
            Skin skin = new Skin(
                    name,
                    joints.stream().mapToInt(i -> i).toArray(),
                    binds.toArray(Matrix4dc[]::new),
                    skinStarts,
                    slots,
                    weights);
            return new Mesh(name, p, starts, c, n, uvs(corners), material, group, null, skin, shapes);
        }

        private static void copy(float @Nullable [] from, float @Nullable [] to, int at) {
            if (from != null && to != null) {
                System.arraycopy(from, 0, to, at, from.length);
            }
        }

        /** UV sets by their order; a part without one has no places in it. */
        private List<UvSet> uvs(int corners) {
            List<UvSet> out = new ArrayList<>();
            int most = parts.stream().mapToInt(m -> m.uvSets().size()).max().orElse(0);
            for (int u = 0; u < most; u++) {
                int[] indices = new int[corners];
                Arrays.fill(indices, -1);
                float[] uv = new float[0];
                String name = "";
                int at = 0;
                for (Mesh m : parts) {
                    if (u < m.uvSets().size()) {
                        UvSet set = m.uvSets().get(u);
                        name = name.isEmpty() ? set.name() : name;
                        int before = uv.length / 2;
                        uv = Arrays.copyOf(uv, uv.length + set.uv().length);
                        System.arraycopy(set.uv(), 0, uv, 2 * before, set.uv().length);
                        for (int i = 0; i < set.indices().length; i++) {
                            indices[at + i] = set.indices()[i] < 0 ? -1 : set.indices()[i] + before;
                        }
                    }
                    at += m.corners().length;
                }
                out.add(new UvSet(name, uv, indices));
            }
            return out;
        }
    }
}
