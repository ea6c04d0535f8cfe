package idleheron.core.bake;

import static idleheron.core.Messages.say;

import idleheron.core.FreeNames;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.core.job.Budget;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Clip;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * A posed scene as a cache. What bends goes as points in the world under a transform that is nothing; what only moves goes as
 * one still mesh under a transform with a sample per time. Faces, UV sets and material names go along. Points are kept in a
 * file of their own that goes with the cache, so that long ones fit.
 */
public final class Bake {
    private Bake() {}

    /**
     * Bakes all meshes of a scene.
     *
     * @param clip null for the pose at rest
     * @param times in seconds, ascending
     * @throws IOException when the file for the points cannot be made
     */
    public static Cache of(Scene scene, @Nullable Clip clip, double[] times, Progress progress) throws IOException {
        Pose pose = new Pose(scene);
        pose.at(clip, times[0]);
        List<Surface> bending = new ArrayList<>();
        List<Integer> moving = new ArrayList<>();
        for (Surface s : Surface.all(pose)) {
            if (s.mesh().skin() != null || !s.mesh().shapes().isEmpty()) {
                bending.add(s);
            } else {
                moving.add(s.node());
            }
        }
        long[] at = new long[bending.size()];
        long frame = 0;
        for (int i = 0; i < at.length; i++) {
            at[i] = frame;
            frame += 12L * bending.get(i).mesh().pointCount();
        }
        Budget.BAKE.check(times(frame / 12 + moving.size(), times.length));
        Budget.SAMPLES.check(times(moving.size(), times.length));
        MemorySegment room = Room.of(Math.multiplyExact(frame, times.length));
        double[][] matrices = new double[moving.size()][16 * times.length];
        Matrix4d nothing = new Matrix4d();
        for (int t = 0; t < times.length; t++) {
            progress.at((double) t / times.length, say("core.bake.Bake.baking-of", (t + 1), times.length));
            pose.at(clip, times[t]);
            for (int i = 0; i < at.length; i++) {
                float[] p = bending.get(i).deform(pose, nothing);
                MemorySegment.copy(Samples.segment(p), 0, room, t * frame + at[i], 4L * p.length);
            }
            for (int i = 0; i < moving.size(); i++) {
                Node n = scene.nodes().get(moving.get(i));
                Matrix4d m = new Matrix4d(pose.world(moving.get(i)));
                if (n.geometric() != null) {
                    m.mul(n.geometric());
                }
                m.get(matrices[i], 16 * t);
            }
        }
        TimeSampling sampling = times.length < 2 ? TimeSampling.uniform(1, times[0]) : TimeSampling.of(times);
        List<CacheNode> out = new ArrayList<>();
        java.util.Set<String> taken = new java.util.HashSet<>();
        for (int i = 0; i < at.length; i++) {
            int node = bending.get(i).node();
            Mesh mesh = bending.get(i).mesh();
            long from = at[i];
            long stride = frame;
            Samples points =
                    points(times.length, sampling, t -> room.asSlice(t * stride + from, 12L * mesh.pointCount()));
            out.add(bent(scene, node, mesh, points, taken));
        }
        for (int i = 0; i < moving.size(); i++) {
            Mesh mesh = scene.meshes().get(scene.nodes().get(moving.get(i)).payload());
            String name = free(scene.nodes().get(moving.get(i)).name(), taken);
            double[] all = matrices[i];
            Samples v = Samples.computed(
                            new Samples.Layout(ElementType.FLOAT64, 16, true),
                            times.length,
                            sampling,
                            t -> Samples.segment(Arrays.copyOfRange(all, 16 * t, 16 * t + 16)))
                    .settled();
            float[] points = new float[mesh.points().length];
            for (int k = 0; k < points.length; k++) {
                points[k] = (float) mesh.points()[k];
            }
            CacheNode shape = mesh(scene, moving.get(i), name + "Shape", mesh, Samples.still(3, points));
            out.add(CacheNode.of(name, CacheKind.TRANSFORM, List.of(shape))
                    .with(
                            ChannelSemantic.OPERATIONS,
                            Samples.bytes(ElementType.UINT8, 1, true, times.length, sampling, TransformStack.MATRIX))
                    .with(ChannelSemantic.CHANNELS, v));
        }
        progress.at(1, say("core.bake.Bake.baked"));
        return new Cache(scene.name().replaceFirst("\\.[^.]*$", ""), Meta.NONE, CacheNode.of("", CacheKind.GROUP, out));
    }

    private static Samples points(int times, TimeSampling sampling, java.util.function.IntFunction<MemorySegment> at) {
        return Samples.computed(new Samples.Layout(ElementType.FLOAT32, 3, false), times, sampling, at)
                .settled();
    }

    private static CacheNode bent(Scene scene, int node, Mesh mesh, Samples points, java.util.Set<String> taken) {
        String name = free(scene.nodes().get(node).name(), taken);
        return CacheNode.of(name, CacheKind.TRANSFORM, List.of(mesh(scene, node, name + "Shape", mesh, points)));
    }

    /** Points of meshes at a moment, in the world, one list for each mesh. */
    public interface Moment {
        List<float[]> at(double seconds);
    }

    /**
     * Meshes whose points are told moment by moment, such as what follows a body without weights.
     *
     * @param nodes that show them
     * @param times in seconds, ascending
     * @throws IOException when the file for the points cannot be made
     */
    public static Cache told(Scene scene, List<Integer> nodes, double[] times, Moment moment, Progress progress)
            throws IOException {
        List<Mesh> meshes = nodes.stream()
                .map(n -> scene.meshes().get(scene.nodes().get(n).payload()))
                .toList();
        long all = 12L * meshes.stream().mapToLong(Mesh::pointCount).sum();
        Budget.BAKE.check(times(all / 12, times.length));
        MemorySegment room = Room.of(Math.multiplyExact(all, times.length));
        for (int t = 0; t < times.length; t++) {
            progress.at((double) t / times.length, say("core.bake.Bake.baking-of", (t + 1), times.length));
            long at = all * t;
            for (float[] p : moment.at(times[t])) {
                MemorySegment.copy(Samples.segment(p), 0, room, at, 4L * p.length);
                at += 4L * p.length;
            }
        }
        TimeSampling sampling = times.length < 2 ? TimeSampling.uniform(1, times[0]) : TimeSampling.of(times);
        List<CacheNode> out = new ArrayList<>();
        java.util.Set<String> taken = new java.util.HashSet<>();
        long from = 0;
        for (int i = 0; i < meshes.size(); i++) {
            Mesh m = meshes.get(i);
            long start = from;
            Samples points = points(times.length, sampling, t -> room.asSlice(all * t + start, 12L * m.pointCount()));
            out.add(bent(scene, nodes.get(i), m, points, taken));
            from += 12L * m.pointCount();
        }
        progress.at(1, say("core.bake.Bake.baked"));
        return new Cache(scene.name(), Meta.NONE, CacheNode.of("", CacheKind.GROUP, out));
    }

    private static long times(long a, long b) {
        return a != 0 && b > Long.MAX_VALUE / a ? Long.MAX_VALUE : a * b;
    }

    private static String free(String told, java.util.Set<String> taken) {
        return FreeNames.free(told.replace('/', '_').replace(':', '_'), taken);
    }

    private static CacheNode mesh(Scene scene, int node, String name, Mesh mesh, Samples points) {
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        roles.put(ChannelSemantic.POSITIONS, points);
        int[] counts = new int[mesh.faceCount()];
        for (int f = 0; f < counts.length; f++) {
            counts[f] = mesh.faceStarts()[f + 1] - mesh.faceStarts()[f];
        }
        // faces of a cache run clockwise seen from outside
        int[] turned = new int[mesh.corners().length];
        int[] corner = new int[turned.length];
        for (int f = 0; f < counts.length; f++) {
            int from = mesh.faceStarts()[f];
            for (int k = 0; k < counts[f]; k++) {
                corner[from + k] = from + (k == 0 ? 0 : counts[f] - k);
                turned[from + k] = mesh.corners()[corner[from + k]];
            }
        }
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(counts));
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(turned));
        List<Param> params = new ArrayList<>();
        for (int u = 0; u < mesh.uvSets().size(); u++) {
            params.add(uv(mesh.uvSets().get(u), corner, u == 0));
        }
        return new CacheNode(
                name,
                CacheKind.MESH,
                Meta.NONE,
                roles,
                params,
                List.of(),
                List.of(),
                "",
                sets(scene, scene.nodes().get(node), mesh, roles));
    }

    /** A corner without a place on the picture, which a cache cannot tell, gets a place of its own at 0, 0. */
    private static Param uv(UvSet set, int[] corner, boolean first) {
        int[] at = new int[corner.length];
        int none = set.uv().length / 2;
        boolean any = false;
        for (int k = 0; k < at.length; k++) {
            int told = set.indices()[corner[k]];
            any |= told < 0;
            at[k] = told < 0 ? none : told;
        }
        float[] values = any ? Arrays.copyOf(set.uv(), 2 * none + 2) : set.uv();
        MemorySegment indices = Samples.segment(at);
        Param p = Param.of(first ? "uv" : set.name(), "fvr", first, "vector", Samples.still(2, values));
        return new Param(
                p.name(),
                p.scope(),
                p.own(),
                p.meta(),
                p.values(),
                Samples.computed(
                        new Samples.Layout(ElementType.UINT32, 1, false), 1, TimeSampling.STILL, i -> indices));
    }

    /** One material goes by its name on the mesh, several as face sets. */
    private static List<CacheNode> sets(Scene scene, Node node, Mesh mesh, Map<ChannelSemantic, Samples> roles) {
        if (node.materials().length == 1 && node.materials()[0] >= 0) {
            roles.put(
                    ChannelSemantic.MATERIAL,
                    Samples.text("/materials/"
                            + scene.materials().get(node.materials()[0]).name()));
        }
        int[] slots = mesh.faceMaterials();
        if (node.materials().length < 2 || slots == null) {
            return List.of();
        }
        List<CacheNode> out = new ArrayList<>();
        java.util.Set<String> taken = new java.util.HashSet<>();
        for (int m = 0; m < node.materials().length; m++) {
            int slot = m;
            int[] faces = java.util.stream.IntStream.range(0, slots.length)
                    .filter(f -> slots[f] == slot)
                    .toArray();
            int material = node.materials()[m];
            if (faces.length > 0 && material >= 0) {
                String name = scene.materials().get(material).name();
                out.add(CacheNode.of(free(name, taken), CacheKind.FACE_SET, List.of())
                        .with(ChannelSemantic.FACES, Samples.still(faces))
                        .with(ChannelSemantic.MATERIAL, Samples.text("/materials/" + name)));
            }
        }
        return out;
    }
}
