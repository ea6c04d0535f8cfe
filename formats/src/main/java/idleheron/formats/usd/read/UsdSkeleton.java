package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * A Skeleton prim.
 *
 * <pre>
 * joints           tokens, a path of names each, parents before children
 * bindTransforms   one matrix per joint, in the skeleton's space
 * restTransforms   one matrix per joint, in the parent joint's space
 *
 * on a mesh that is bound to it
 * skel:joints                    another order of joints, or some of them
 * primvars:skel:jointIndices     elementSize ints per point; one set for all where constant
 * primvars:skel:jointWeights     elementSize floats per point
 * primvars:skel:geomBindTransform
 * primvars:skel:skinningMethod   "classicLinear" or "dualQuaternion"
 * </pre>
 */
public final class UsdSkeleton {
    final ComposedPrim prim;
    final List<String> joints;
    public final int[] parents;
    public final Matrix4d[] rest;
    public final Matrix4d[] bind;

    /** Per joint its node in the scene. */
    final int[] nodes;

    /** Joints in an order in which parents come first. */
    public final int[] order;

    private final Map<String, Integer> index = new HashMap<>();
    private final Matrix4dc world;

    /** @param world where the skeleton stands at rest */
    public UsdSkeleton(ComposedPrim prim, Matrix4dc world, List<String> notes) {
        this.prim = prim;
        this.world = new Matrix4d(world);
        this.joints = UsdRead.words(prim, "joints");
        int n = joints.size();
        parents = new int[n];
        nodes = new int[n];
        for (int i = 0; i < n; i++) {
            index.putIfAbsent(joints.get(i), i);
        }
        for (int i = 0; i < n; i++) {
            parents[i] = parent(joints.get(i));
        }
        order = parentsFirst(parents);
        bind = matrices("bindTransforms", n, notes);
        rest = matrices("restTransforms", n, notes);
        if (UsdRead.numbers(prim, "restTransforms") == null) {
            for (int i = 0; i < n; i++) {
                rest[i] = parents[i] < 0
                        ? new Matrix4d(bind[i])
                        : new Matrix4d(bind[parents[i]]).invert().mul(bind[i]);
            }
        }
    }

    private int parent(String joint) {
        for (int slash = joint.lastIndexOf('/'); slash > 0; slash = joint.lastIndexOf('/', slash - 1)) {
            Integer p = index.get(joint.substring(0, slash));
            if (p != null) {
                return p;
            }
        }
        return -1;
    }

    /** By depth; a parent is a shorter path, so there is no cycle. */
    private static int[] parentsFirst(int[] parents) {
        int n = parents.length;
        int[] depth = new int[n];
        for (int i = 0; i < n; i++) {
            for (int p = parents[i]; p >= 0; p = parents[p]) {
                depth[i]++;
            }
        }
        return java.util.stream.IntStream.range(0, n)
                .boxed()
                .sorted(java.util.Comparator.comparingInt(i -> depth[i]))
                .mapToInt(i -> i)
                .toArray();
    }

    private Matrix4d[] matrices(String name, int n, List<String> notes) {
        Matrix4d[] out = new Matrix4d[n];
        Numbers v = UsdRead.numbers(prim, name);
        double[] m = v == null || v.kind().width() != 16 ? new double[0] : v.doubles();
        if (m.length != 16 * n && m.length > 0) {
            notes.add(say("formats.usd.read.UsdSkeleton.has-matrices-for-joints", prim.path(), name, m.length / 16, n));
        }
        for (int i = 0; i < n; i++) {
            out[i] = 16 * i + 16 <= m.length ? new Matrix4d().set(m, 16 * i) : new Matrix4d();
        }
        return out;
    }

    @Nullable
    Integer find(String joint) {
        return index.get(joint);
    }

    /** The joint's node, under {@code above} where it has no parent joint. */
    Node node(int joint, int above) {
        List<String> names = UsdRead.own(prim).get("names") instanceof TextValue w ? w.items() : List.of();
        String token = joints.get(joint);
        String name = joint < names.size() ? names.get(joint) : token.substring(token.lastIndexOf('/') + 1);
        List<String> kinds = UsdRead.own(prim).get("kinds") instanceof TextValue w ? w.items() : List.of();
        NodeKind kind = joint < kinds.size() ? kind(kinds.get(joint)) : NodeKind.JOINT;
        int parent = parents[joint] < 0 ? above : nodes[parents[joint]];
        Node out = Node.of(name, parent, kind, UsdTransforms.of(rest[joint], Vec3.ZERO));
        return kind == NodeKind.JOINT ? out.withBindWorld(world.mul(bind[joint], new Matrix4d())) : out;
    }

    private static NodeKind kind(String label) {
        for (NodeKind k : new NodeKind[] {NodeKind.GROUP, NodeKind.LOCATOR}) {
            if (k.label().equals(label)) {
                return k;
            }
        }
        return label.equals("joint") ? NodeKind.JOINT : NodeKind.GROUP;
    }

    /**
     * The skin of a mesh that is bound here, or null where it tells no weights.
     *
     * @throws FormatException when a weight lies on a joint that is not there
     */
    @Nullable
    Skin skin(String file, ComposedPrim mesh, int points, List<String> notes) throws FormatException {
        Numbers indices = UsdRead.numbers(mesh, "primvars:skel:jointIndices");
        Numbers weights = UsdRead.numbers(mesh, "primvars:skel:jointWeights");
        ComposedProperty told = mesh.property("primvars:skel:jointIndices");
        if (indices == null || weights == null || told == null) {
            return null;
        }
        List<String> own = UsdRead.words(mesh, "skel:joints");
        List<String> named = own.isEmpty() ? joints : own;
        int[] used = new int[named.size()];
        for (int i = 0; i < used.length; i++) {
            Integer j = index.get(named.get(i));
            if (j == null) {
                notes.add(say(
                        "formats.usd.read.UsdSkeleton.is-bound-to-joint-which-does",
                        mesh.path(),
                        named.get(i),
                        prim.path()));
                j = -1;
            }
            used[i] = j;
        }
        int size = told.metadata(Field.ELEMENT_SIZE) instanceof Numbers n ? (int) n.first() : 1;
        boolean constant = told.metadata(Field.INTERPOLATION) instanceof TextValue w
                && w.first().equals("constant");
        int[] at = indices.ints();
        float[] by = weights.floats();
        if (size < 1 || at.length != by.length || (long) size * (constant ? 1 : points) != at.length) {
            notes.add(say(
                    "formats.usd.read.UsdSkeleton.joint-indices-and-weights-for-points",
                    mesh.path(),
                    at.length,
                    by.length,
                    points,
                    size));
            return null;
        }
        int[] starts = new int[points + 1];
        int[] slots = new int[constant ? Math.multiplyExact(points, size) : at.length];
        float[] values = new float[slots.length];
        int k = 0;
        for (int p = 0; p < points; p++) {
            for (int i = 0; i < size; i++) {
                int from = constant ? i : p * size + i;
                if (by[from] == 0) {
                    continue;
                }
                if (at[from] < 0 || at[from] >= used.length || used[at[from]] < 0) {
                    throw FormatException.in(
                            file,
                            say(
                                    "formats.usd.read.UsdSkeleton.joints-0-to-in-the-weights",
                                    (used.length - 1),
                                    mesh.path()),
                            say("formats.usd.read.UsdSkeleton.joint", at[from]));
                }
                slots[k] = at[from];
                values[k++] = by[from];
            }
            starts[p + 1] = k;
        }
        return packed(mesh, used, starts, Arrays.copyOf(slots, k), Arrays.copyOf(values, k));
    }

    /** Only joints that are there; with the way from the mesh to each when it was bound. */
    private Skin packed(ComposedPrim mesh, int[] used, int[] starts, int[] slots, float[] weights) {
        Matrix4d geom = geom(mesh);
        int[] to = new int[used.length];
        int n = 0;
        for (int i = 0; i < used.length; i++) {
            to[i] = used[i] < 0 ? -1 : n++;
        }
        int[] kept = new int[n];
        Matrix4dc[] toJoint = new Matrix4dc[n];
        for (int i = 0; i < used.length; i++) {
            if (to[i] >= 0) {
                kept[to[i]] = nodes[used[i]];
                toJoint[to[i]] = new Matrix4d(bind[used[i]]).invert().mul(geom);
            }
        }
        for (int i = 0; i < slots.length; i++) {
            slots[i] = to[slots[i]];
        }
        boolean dual = UsdRead.word(mesh, "primvars:skel:skinningMethod", "").equals("dualQuaternion");
        SkinStyle style = dual
                ? new SkinStyle(SkinStyle.Method.DUAL_QUATERNION, null, SkinStyle.Link.NORMALIZED, List.of(), null)
                : SkinStyle.PLAIN;
        return new Skin(UsdRead.name(mesh), kept, toJoint, starts, slots, weights, style);
    }

    /** Where the mesh stood when it was bound, in the world. */
    Matrix4d bound(ComposedPrim mesh) {
        return world.mul(geom(mesh), new Matrix4d());
    }

    private static Matrix4d geom(ComposedPrim mesh) {
        Numbers g = UsdRead.numbers(mesh, "primvars:skel:geomBindTransform");
        return g == null || g.kind().width() != 16 ? new Matrix4d() : new Matrix4d().set(g.doubles());
    }
}
