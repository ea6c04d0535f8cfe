package idleheron.core.scene.mesh;

import static idleheron.core.Messages.say;

import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;

/**
 * How the weights of a skin are turned into movement.
 *
 * @param dualShare per point the share of the dual quaternion result, for {@link Method#BLENDED}; else null
 * @param associates per slot, for {@link Link#ADDITIVE}; empty otherwise
 * @param parts per slot the number of the deformer it belongs to where a mesh has several; null for one
 */
public record SkinStyle(
        Method method, float @Nullable [] dualShare, Link link, List<Associate> associates, int @Nullable [] parts) {

    /** The blending of the joints' movements. */
    public enum Method {
        LINEAR("linear"),
        DUAL_QUATERNION(say("core.scene.mesh.SkinStyle.dual-quaternion")),
        BLENDED(say("core.scene.mesh.SkinStyle.linear-and-dual-quaternion"));

        private final String label;

        Method(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /** What becomes of weights that do not sum to 1. */
    public enum Link {
        /** They are divided by their sum. */
        NORMALIZED,
        /** Each joint adds its movement against its associate's; nothing is divided. */
        ADDITIVE,
        /** What is missing to 1 follows the mesh's own node. */
        TOTAL_ONE
    }

    /**
     * Against what an additive joint moves.
     *
     * @param node the node
     * @param bind from the mesh's space to the node's when bound, inverted: mesh⁻¹ · node
     */
    public record Associate(int node, Matrix4dc bind) {}

    public static final SkinStyle PLAIN = new SkinStyle(Method.LINEAR, null, Link.NORMALIZED, List.of(), null);

    public SkinStyle(
            Method method,
            float @Nullable [] dualShare,
            Link link,
            List<Associate> associates,
            int @Nullable [] parts) {
        this.method = method;
        this.dualShare = dualShare;
        this.link = link;
        this.associates = List.copyOf(associates);
        this.parts = parts;
    }

    public boolean isPlain() {
        return method == Method.LINEAR && link == Link.NORMALIZED;
    }

    /** For fewer slots: {@code kept} says for each new slot the old one, {@code nodeTo} for each old node the new one. */
    public SkinStyle withSlots(int[] kept, int[] nodeTo) {
        List<Associate> fewer = associates.isEmpty()
                ? associates
                : Arrays.stream(kept)
                        .mapToObj(s ->
                                new Associate(Math.max(0, nodeTo[associates.get(s).node]), associates.get(s).bind))
                        .toList();
        int[] some =
                parts == null ? null : Arrays.stream(kept).map(s -> parts[s]).toArray();
        return new SkinStyle(method, dualShare, link, fewer, some);
    }

    public SkinStyle withAssociates(List<Associate> value) {
        return new SkinStyle(method, dualShare, link, value, parts);
    }
}
