package idleheron.core.compare;

import idleheron.core.math.Similarity;
import idleheron.core.math.Vec3;
import idleheron.core.pose.MeantSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Both sides, what belongs to what, and the space they are held against each other in. Belongs to one thread. */
final class Pair {
    final Scene sent;
    final Scene returned;
    final Matching matching;
    final MeantSpace sentSpace;
    final MeantSpace returnedSpace;
    final Pose sentPose;
    final Pose returnedPose;
    final Tolerances tolerances;
    private final Matrix4d m = new Matrix4d();
    private boolean fitted;
    private @Nullable Similarity fit;

    final MatchTable table;

    Pair(Scene sent, Scene returned, boolean asMeant, Tolerances tolerances, MatchTable table) {
        this.table = table;
        this.sent = sent;
        this.returned = returned;
        this.matching = Matching.of(sent, returned, table);
        this.sentSpace = MeantSpace.of(sent.stage(), asMeant);
        this.returnedSpace = MeantSpace.of(returned.stage(), asMeant);
        this.sentPose = new Pose(sent);
        this.returnedPose = new Pose(returned);
        this.tolerances = tolerances;
    }

    /** The similarity from the sent side to the returned one, or null where none explains anything. */
    @Nullable
    Similarity fit() {
        if (!fitted) {
            fit = StageTopic.fitted(this);
            fitted = true;
        }
        return fit;
    }

    Matrix4d sentWorld(int node, Matrix4d dest) {
        return sentSpace.matrix(sentPose.world(node), dest);
    }

    Matrix4d returnedWorld(int node, Matrix4d dest) {
        return returnedSpace.matrix(returnedPose.world(node), dest);
    }

    Vec3 sentPosition(int node) {
        sentWorld(node, m);
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    Vec3 returnedPosition(int node) {
        returnedWorld(node, m);
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    /** Sent joints that have a partner; for a scene without joints, all nodes that have one. */
    int[] matched() {
        boolean any = !sent.joints().isEmpty();
        return java.util.stream.IntStream.range(0, sent.nodes().size())
                .filter(i ->
                        matching.nodes()[i] >= 0 && (!any || sent.nodes().get(i).isJoint()))
                .toArray();
    }
}
