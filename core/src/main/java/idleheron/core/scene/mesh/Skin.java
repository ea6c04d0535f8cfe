package idleheron.core.scene.mesh;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import org.joml.Matrix4dc;

/**
 * Which joints move which points of a mesh, by how much. Packed: the influences of point p are entries starts[p] to
 * starts[p+1] (excluded) of {@code slots} and {@code weights}.
 *
 * @param joints per slot the index of the joint's node in the scene
 * @param toJoint per slot the matrix from mesh node space to the joint's space when bound (the inverse bind matrix)
 * @param starts points + 1 entries
 * @param slots per influence the slot, 0 to joints.length - 1
 * @param weights per influence the weight
 * @param style how weights are turned into movement
 */
public record Skin(
        String name, int[] joints, Matrix4dc[] toJoint, int[] starts, int[] slots, float[] weights, SkinStyle style) {

    /** A linear skin whose weights are divided by their sum. */
    public Skin(String name, int[] joints, Matrix4dc[] toJoint, int[] starts, int[] slots, float[] weights) {
        this(name, joints, toJoint, starts, slots, weights, SkinStyle.PLAIN);
    }

    public Skin {
        if (joints.length != toJoint.length) {
            throw new IllegalArgumentException(
                    say("core.scene.mesh.Skin.joints-but-bind-matrices", joints.length, toJoint.length));
        }
        if (slots.length != weights.length || starts[starts.length - 1] != slots.length) {
            throw new IllegalArgumentException(say(
                    "core.scene.mesh.Skin.skin-arrays-disagree-slots-weights-last",
                    slots.length,
                    weights.length,
                    starts[starts.length - 1]));
        }
    }

    public int points() {
        return starts.length - 1;
    }

    /** Joints that move a point. */
    public int influences(int point) {
        return starts[point + 1] - starts[point];
    }

    /** The most joints that one point follows. */
    public int maxInfluences() {
        int most = 0;
        for (int p = 0; p < points(); p++) {
            most = Math.max(most, influences(p));
        }
        return most;
    }

    /** The slot of the joint that moves a point most, the first of several; -1 where none does. */
    public int strongest(int point) {
        int best = -1;
        for (int i = starts[point]; i < starts[point + 1]; i++) {
            best = best < 0 || weights[i] > weights[best] ? i : best;
        }
        return best < 0 ? -1 : slots[best];
    }

    /** Sum of the weights of a point. */
    public double sum(int point) {
        double sum = 0;
        for (int i = starts[point]; i < starts[point + 1]; i++) {
            sum += weights[i];
        }
        return sum;
    }

    /** Per slot, how many points it moves at all. */
    public int[] pointsPerSlot() {
        int[] count = new int[joints.length];
        for (int i = 0; i < slots.length; i++) {
            if (weights[i] > 0) {
                count[slots[i]]++;
            }
        }
        return count;
    }

    /** The weight of every point on one slot, for a heat picture. */
    public float[] weightsOf(int slot) {
        float[] out = new float[points()];
        Cores.split(points(), 50_000, (from, to) -> {
            for (int p = from; p < to; p++) {
                for (int i = starts[p]; i < starts[p + 1]; i++) {
                    if (slots[i] == slot) {
                        out[p] += weights[i];
                    }
                }
            }
        });
        return out;
    }

    /**
     * With other joints and their matrices from mesh space at bind.
     *
     * @param newJoints node indices, as many as matrices
     */
    public Skin withJoints(int[] newJoints, Matrix4dc[] newToJoint) {
        return new Skin(name, newJoints, newToJoint, starts, slots, weights, style);
    }

    /** For a scene with other node numbers: {@code to} says for each node the new one; none of this skin's may be gone. */
    public Skin renumbered(int[] to) {
        int[] all = new int[joints.length];
        int[] moved = new int[joints.length];
        for (int s = 0; s < all.length; s++) {
            all[s] = s;
            moved[s] = to[joints[s]];
        }
        return new Skin(name, moved, toJoint, starts, slots, weights, style.withSlots(all, to));
    }

    /** With other influences: those of point i lie from {@code newStarts[i]} to {@code newStarts[i + 1]}. */
    public Skin withWeights(int[] newStarts, int[] newSlots, float[] newWeights) {
        return new Skin(name, joints, toJoint, newStarts, newSlots, newWeights, style);
    }

    public Skin withStyle(SkinStyle value) {
        return new Skin(name, joints, toJoint, starts, slots, weights, value);
    }
}
