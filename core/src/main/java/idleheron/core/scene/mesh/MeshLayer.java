package idleheron.core.scene.mesh;

import static idleheron.core.Messages.say;

import org.jspecify.annotations.Nullable;

/**
 * Values that lie over a mesh: directions, colours, creases, marks.
 *
 * @param width numbers per value
 * @param values width numbers per entry
 * @param indices per place the entry, -1 for none; null where place and entry are the same
 * @param edges of a layer on edges, per edge the corner at which it starts; else null
 */
public record MeshLayer(
        Kind kind,
        String name,
        Domain domain,
        int width,
        double[] values,
        int @Nullable [] indices,
        int @Nullable [] edges) {

    /** What the values are. */
    public enum Kind {
        NORMAL(say("core.scene.mesh.MeshLayer.normals")),
        TANGENT(say("core.scene.mesh.MeshLayer.tangents")),
        BINORMAL(say("core.scene.mesh.MeshLayer.binormals")),
        COLOR(say("core.scene.mesh.MeshLayer.colours")),
        EDGE_CREASE(say("core.scene.mesh.MeshLayer.edge-creases")),
        POINT_CREASE(say("core.scene.mesh.MeshLayer.point-creases")),
        VISIBILITY(say("core.scene.mesh.MeshLayer.visibility")),
        HOLE(say("core.scene.mesh.MeshLayer.holes")),
        GROUP(say("core.scene.mesh.MeshLayer.face-groups"));

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }

        /** Whether the values turn with the mesh. */
        public boolean isDirection() {
            return this == NORMAL || this == TANGENT || this == BINORMAL;
        }
    }

    /** What there is one value for. */
    public enum Domain {
        CORNER,
        POINT,
        FACE,
        EDGE,
        ALL
    }

    /** How many entries there are. */
    public int entries() {
        return values.length / width;
    }

    public MeshLayer withValues(double[] value) {
        return new MeshLayer(kind, name, domain, width, value, indices, edges);
    }

    /** With corners in another order: {@code from} says for each new corner the old one. */
    MeshLayer reordered(int[] from, int @Nullable [] newEdges) {
        if (domain == Domain.EDGE) {
            return new MeshLayer(kind, name, domain, width, values, indices, newEdges);
        }
        if (domain != Domain.CORNER) {
            return this;
        }
        int[] out = new int[from.length];
        for (int c = 0; c < out.length; c++) {
            out[c] = indices == null ? from[c] : indices[from[c]];
        }
        return new MeshLayer(kind, name, domain, width, values, out, edges);
    }
}
