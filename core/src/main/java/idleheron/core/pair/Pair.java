package idleheron.core.pair;

import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.Supplier;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Both sides, what belongs to what, and the space they are held against each other in. Belongs to one thread. */
public final class Pair {
    public final Scene sent;
    public final Scene returned;
    public final Matching matching;
    public final CanonicalSpace sentSpace;
    public final CanonicalSpace returnedSpace;
    public final Pose sentPose;
    public final Pose returnedPose;
    public final Tolerances tolerances;
    private final Matrix4d m = new Matrix4d();
    private final Map<Class<?>, @Nullable Object> known = new HashMap<>();
    private final Map<Class<?>, Object> shared;
    private final MatchTable table;

    public Pair(Scene sent, Scene returned, boolean asMeant, Tolerances tolerances, MatchTable table) {
        this(sent, returned, asMeant, tolerances, table, new ConcurrentHashMap<>());
    }

    private Pair(
            Scene sent,
            Scene returned,
            boolean asMeant,
            Tolerances tolerances,
            MatchTable table,
            Map<Class<?>, Object> shared) {
        this.shared = shared;
        this.table = table;
        this.sent = sent;
        this.returned = returned;
        this.matching = Matching.of(sent, returned, table);
        this.sentSpace = CanonicalSpace.of(sent.stage(), asMeant);
        this.returnedSpace = CanonicalSpace.of(returned.stage(), asMeant);
        this.sentPose = new Pose(sent);
        this.returnedPose = new Pose(returned);
        this.tolerances = tolerances;
    }

    /** What is worked out of this pair once and asked for often, by the class that works it out; null is a result as well. */
    @SuppressWarnings("unchecked")
    public <T> @Nullable T once(Class<?> by, Function<Pair, ? extends @Nullable T> work) {
        if (!known.containsKey(by)) {
            known.put(by, work.apply(this));
        }
        return (T) known.get(by);
    }

    /** The same with something else on the returned side, as meant; what is shared goes with it. */
    public Pair with(Scene otherReturned) {
        return new Pair(sent, otherReturned, true, tolerances, table, shared);
    }

    /** What all pairs of one comparison share, made when it is first asked for. */
    public <T> T shared(Class<T> type, Supplier<T> made) {
        return type.cast(shared.computeIfAbsent(type, k -> made.get()));
    }

    /** World matrix of a sent node in metres, Y up; into {@code dest}. */
    public Matrix4d sentWorld(int node, Matrix4d dest) {
        return sentSpace.matrix(sentPose.world(node), dest);
    }

    /** World matrix of a returned node in metres, Y up; into {@code dest}. */
    public Matrix4d returnedWorld(int node, Matrix4d dest) {
        return returnedSpace.matrix(returnedPose.world(node), dest);
    }

    /** World place of a sent node at rest, metres, Y up. */
    public Vec3 sentPosition(int node) {
        sentWorld(node, m);
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    /** World place of a returned node at rest, metres, Y up. */
    public Vec3 returnedPosition(int node) {
        returnedWorld(node, m);
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    /**
     * A sent clip and the one that came back for it.
     *
     * @param index of the sent clip
     * @param back index of the returned clip
     */
    public record Clips(int index, int back, Clip sent, Clip returned) {}

    /** The clips that came back, in the order in which they were sent. */
    public List<Clips> clips() {
        List<Clips> out = new ArrayList<>();
        for (int c = 0; c < sent.clips().size(); c++) {
            int back = matching.clips()[c];
            if (back >= 0) {
                out.add(new Clips(c, back, sent.clips().get(c), returned.clips().get(back)));
            }
        }
        return out;
    }

    /** Sent joints that have a partner; for a scene without joints, all nodes that have one. */
    public int[] matched() {
        boolean any = !sent.joints().isEmpty();
        return java.util.stream.IntStream.range(0, sent.nodes().size())
                .filter(i ->
                        matching.nodes()[i] >= 0 && (!any || sent.nodes().get(i).isJoint()))
                .toArray();
    }
}
