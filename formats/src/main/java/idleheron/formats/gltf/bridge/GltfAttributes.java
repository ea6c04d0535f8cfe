package idleheron.formats.gltf.bridge;

import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.ArrayList;
import java.util.List;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** What lies on the corners of a mesh, as attributes of vertices: normal, tangent, coordinates, colours, freedom. */
final class GltfAttributes {
    /** Directions in whole numbers need it; what the standard itself packs does not. */
    static final String PACKED = "KHR_mesh_quantization";

    private static final int FOUR = 4;

    private final Mesh mesh;
    private final List<Attribute> all = new ArrayList<>();

    /**
     * An attribute.
     *
     * @param width numbers a corner
     * @param values of all corners, on end
     */
    record Attribute(String name, int width, float[] values) {
        /**
         * Writes it for vertices; gives the number of the accessor.
         *
         * @param firsts the corner that each vertex stands for, below zero for a point that no face has
         * @param packed whether in 16 bits a number, where all of it lies within what these hold
         */
        int write(GltfWriter doc, int[] firsts, boolean packed) {
            float[] v = new float[width * firsts.length];
            for (int i = 0; i < firsts.length; i++) {
                if (firsts[i] >= 0) {
                    System.arraycopy(values, width * firsts[i], v, width * i, width);
                } else {
                    v[width * i] = 1; // a direction of length 1, or any place
                    v[width * i + width - 1] = width == FOUR ? 1 : v[width * i + width - 1];
                }
            }
            boolean direction = name.equals("NORMAL") || name.equals("TANGENT");
            boolean share = name.startsWith("TEXCOORD_") || name.startsWith("COLOR_");
            if (packed && direction) {
                doc.requires(PACKED);
                return doc.shorts(v, width, true);
            }
            return packed && share && isShare(v)
                    ? doc.shorts(v, width, false)
                    : doc.vertices(v, width == 1 ? "SCALAR" : "VEC" + width, width, false);
        }

        private static boolean isShare(float[] v) {
            for (float x : v) {
                if (!(x >= 0 && x <= 1)) {
                    return false;
                }
            }
            return true;
        }
    }

    private GltfAttributes(Mesh mesh) {
        this.mesh = mesh;
    }

    /** Of a mesh in triangles. */
    static List<Attribute> of(Mesh mesh) {
        GltfAttributes a = new GltfAttributes(mesh);
        a.collect();
        return a.all;
    }

    private void collect() {
        float[] normals = mesh.normals();
        if (normals != null) {
            put("NORMAL", 3, units(normals.clone()));
            float[] tangents = tangents(normals);
            if (tangents.length > 0) {
                put("TANGENT", FOUR, tangents);
            }
        }
        int set = 0;
        for (UvSet u : mesh.uvSets()) {
            put("TEXCOORD_" + set++, 2, uv(u));
        }
        set = 0;
        for (MeshLayer l : mesh.layers()) {
            if (FreedomMap.isMap(l) && !has(GltfPrimitive.FREEDOM)) {
                put(GltfPrimitive.FREEDOM, 1, freedom());
            } else if (l.kind() == MeshLayer.Kind.COLOR && l.width() >= 3) {
                float[] c = colours(l);
                if (c.length > 0) {
                    put("COLOR_" + set++, FOUR, c);
                }
            }
        }
    }

    private boolean has(String name) {
        return all.stream().anyMatch(a -> a.name().equals(name));
    }

    private float[] freedom() {
        FreedomMap map = java.util.Objects.requireNonNull(FreedomMap.of(mesh));
        float[] out = new float[mesh.corners().length];
        for (int c = 0; c < out.length; c++) {
            double v = map.values()[mesh.corners()[c]];
            out[c] = Double.isFinite(v) ? (float) v : 0; // the standard takes numbers alone
        }
        return out;
    }

    private void put(String name, int width, float[] values) {
        all.add(new Attribute(name, width, values));
    }

    private static float[] units(float[] n) {
        for (int i = 0; i + 2 < n.length; i += 3) {
            double l = Math.sqrt((double) n[i] * n[i] + (double) n[i + 1] * n[i + 1] + (double) n[i + 2] * n[i + 2]);
            if (!(l > 1e-20)) {
                n[i] = 0;
                n[i + 1] = 1;
                n[i + 2] = 0;
            } else if (Math.abs(l - 1) > 1e-6) {
                n[i] = (float) (n[i] / l);
                n[i + 1] = (float) (n[i + 1] / l);
                n[i + 2] = (float) (n[i + 2] / l);
            }
        }
        return n;
    }

    private float[] uv(UvSet u) {
        float[] out = new float[2 * mesh.corners().length];
        for (int c = 0; c < mesh.corners().length; c++) {
            int i = u.indices()[c];
            if (i >= 0) {
                out[2 * c] = u.uv()[2 * i];
                out[2 * c + 1] = 1 - u.uv()[2 * i + 1];
            }
        }
        return out;
    }

    /** Entry of a layer at a corner, or -1. */
    private int entry(MeshLayer l, int corner) {
        int at = l.domain() == MeshLayer.Domain.CORNER
                ? corner
                : l.domain() == MeshLayer.Domain.POINT ? mesh.corners()[corner] : 0;
        return l.indices() == null ? at : l.indices()[at];
    }

    private static boolean placed(MeshLayer l) {
        return l.domain() == MeshLayer.Domain.CORNER
                || l.domain() == MeshLayer.Domain.POINT
                || l.domain() == MeshLayer.Domain.ALL;
    }

    private float[] colours(MeshLayer l) {
        if (!placed(l)) {
            return new float[0];
        }
        float[] out = new float[FOUR * mesh.corners().length];
        for (int c = 0; c < mesh.corners().length; c++) {
            int e = entry(l, c);
            for (int k = 0; k < FOUR; k++) {
                double v = e < 0 || k >= l.width() ? 1 : l.values()[e * l.width() + k];
                out[FOUR * c + k] = (float) Math.clamp(v, 0.0, 1.0);
            }
        }
        return out;
    }

    /** Tangents with the side of the third direction; none where the mesh has none for every corner. */
    private float[] tangents(float[] normals) {
        MeshLayer along = layer(MeshLayer.Kind.TANGENT);
        MeshLayer across = layer(MeshLayer.Kind.BINORMAL);
        if (along == null) {
            return new float[0];
        }
        float[] out = new float[FOUR * mesh.corners().length];
        Vector3d t = new Vector3d();
        Vector3d n = new Vector3d();
        for (int c = 0; c < mesh.corners().length; c++) {
            int e = entry(along, c);
            if (e < 0) {
                return new float[0];
            }
            t.set(
                    along.values()[e * along.width()],
                    along.values()[e * along.width() + 1],
                    along.values()[e * along.width() + 2]);
            n.set(normals[3 * c], normals[3 * c + 1], normals[3 * c + 2]);
            if (!(t.length() > 1e-12)) { // none was told: any direction across the normal will do
                t.set(Math.abs(n.x) < 0.9 ? 1 : 0, Math.abs(n.x) < 0.9 ? 0 : 1, 0);
                t.fma(-t.dot(n), n);
            }
            t.normalize();
            double side = along.width() > 3 ? along.values()[e * along.width() + 3] : 1;
            int b = across == null ? -1 : entry(across, c);
            if (across != null && b >= 0) {
                side = n.cross(t)
                        .dot(
                                across.values()[b * across.width()],
                                across.values()[b * across.width() + 1],
                                across.values()[b * across.width() + 2]);
            }
            out[FOUR * c] = (float) t.x;
            out[FOUR * c + 1] = (float) t.y;
            out[FOUR * c + 2] = (float) t.z;
            out[FOUR * c + 3] = side < 0 ? -1 : 1;
        }
        return out;
    }

    private @Nullable MeshLayer layer(MeshLayer.Kind kind) {
        return mesh.layers().stream()
                .filter(l -> l.kind() == kind && placed(l) && l.width() >= 3)
                .findFirst()
                .orElse(null);
    }
}
