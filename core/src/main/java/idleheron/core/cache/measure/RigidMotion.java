package idleheron.core.cache.measure;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import java.util.ArrayList;
import java.util.List;
import org.joml.AxisAngle4d;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * A mesh that moves without bending, as one still mesh under a transform of a translation and a turn.
 *
 * @param moves per slot of the positions, from the first sample's points
 * @param worst largest distance left at any sample, in the stage's unit
 */
public record RigidMotion(List<Matrix4d> moves, double worst) {
    private static final byte TURN = 2 << 4;

    public RigidMotion {
        moves = List.copyOf(moves);
    }

    /**
     * The motion of a mesh.
     *
     * @param tolerance in the stage's unit; fitting ends at the first sample beyond it
     * @return null where the mesh is still, changes its topology, holds what is no number, or bends
     */
    public static @Nullable RigidMotion of(CacheNode node, double tolerance) {
        CacheMesh m = new CacheMesh(node);
        Samples p = m.positions();
        if (p.constant() || p.scalar() || !m.topologyHolds() || m.points(0) == 0) {
            return null;
        }
        float[] rest = p.floats(0);
        for (float v : rest) {
            if (!Float.isFinite(v)) {
                return null;
            }
        }
        List<Matrix4d> moves = new ArrayList<>();
        moves.add(new Matrix4d());
        double worst = 0;
        for (int i = p.first(); i <= p.last(); i++) {
            RigidFit fit = RigidFit.of(rest, p.floats(i));
            if (!(fit.worst() <= tolerance)) {
                return null;
            }
            worst = Math.max(worst, fit.worst());
            moves.add(fit.matrix());
        }
        return new RigidMotion(moves, worst);
    }

    /** A transform with the mesh's name over the mesh as it stands at the first sample. */
    public CacheNode apply(CacheNode node) {
        Samples p = new CacheMesh(node).positions();
        CacheNode still = node.with(ChannelSemantic.POSITIONS, p.pick(1, i -> 0, TimeSampling.STILL))
                .with(ChannelSemantic.BOUNDS, null)
                .with(ChannelSemantic.VELOCITIES, null)
                .withName(node.name() + "Shape")
                .withParams(node.params().stream()
                        .map(q -> q.name().equals("N") ? first(q) : q)
                        .toList());
        Samples moving = Samples.computed(
                new Samples.Layout(ElementType.FLOAT64, 7, true),
                p.count(),
                p.times(),
                i -> Samples.segment(channels(moves.get(p.slot(i)))));
        return transform(node.name(), moving, List.of(still));
    }

    /** Normals turn with the transform, so that those of the first sample hold. */
    private static Param first(Param q) {
        Samples at = q.indices();
        return q.with(
                q.values().pick(1, i -> 0, TimeSampling.STILL),
                at == null ? null : at.pick(1, i -> 0, TimeSampling.STILL));
    }

    /** A transform of translation and turn. */
    public static CacheNode transform(String name, Samples channels, List<CacheNode> children) {
        Samples ops = Samples.bytes(
                ElementType.UINT8, 2, true, channels.count(), channels.times(), TransformStack.TRANSLATE, TURN);
        return CacheNode.of(name, CacheKind.TRANSFORM, children)
                .with(ChannelSemantic.OPERATIONS, ops)
                .with(ChannelSemantic.CHANNELS, channels);
    }

    /** A still transform. */
    public static CacheNode place(String name, Matrix4d m, List<CacheNode> children) {
        return transform(name, Samples.doubles(7, true, TimeSampling.STILL, List.of(channels(m))), children);
    }

    private static double[] channels(Matrix4d m) {
        AxisAngle4d a = new AxisAngle4d();
        m.getNormalizedRotation(new org.joml.Quaterniond()).get(a);
        return new double[] {m.m30(), m.m31(), m.m32(), a.x, a.y, a.z, Math.toDegrees(a.angle)};
    }
}
