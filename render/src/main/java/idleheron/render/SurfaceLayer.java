package idleheron.render;

import idleheron.core.job.Cores;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;

/**
 * One mesh of a scene made ready for drawing: triangles with colours, and per frame its light by smooth normals. The
 * normals are gathered point by point from the faces around it, so that all cores can work without waiting.
 */
public final class SurfaceLayer {
    private static final int PLAIN = 0xC9CDC6;

    /** What is marked keeps this colour, whatever the others get. */
    static final int MARK = Palette.DAY.rgb(Palette.Tone.AMBER);

    private final int[] triangles;
    private final int[] aroundStart;
    private final int[] around;
    private final float[] faceNormals;
    /** A little less than full, so that the palest colour stands out from the paper. */
    private static final float UNSHADED = 0.88f;

    private final int[] materialColors;
    final Rasterizer.Geometry geometry = new Rasterizer.Geometry();

    /** The mesh of a mesh node. */
    public SurfaceLayer(Scene scene, int nodeIndex) {
        this(
                mesh(scene, nodeIndex).triangles(),
                colors(scene, scene.nodes().get(nodeIndex), mesh(scene, nodeIndex)),
                mesh(scene, nodeIndex).pointCount());
    }

    /**
     * @param triangles points, three a triangle
     * @param colors per triangle
     * @param n number of points
     */
    SurfaceLayer(int[] triangles, int[] colors, int n) {
        this.triangles = triangles;
        this.materialColors = colors;
        aroundStart = new int[n + 1];
        for (int p : triangles) {
            aroundStart[p + 1]++;
        }
        for (int p = 0; p < n; p++) {
            aroundStart[p + 1] += aroundStart[p];
        }
        around = new int[triangles.length];
        int[] at = aroundStart.clone();
        for (int i = 0; i < triangles.length; i++) {
            around[at[triangles[i]]++] = i / 3;
        }
        faceNormals = new float[triangles.length];
        geometry.triangles = triangles;
        geometry.screen = new float[3 * n];
        geometry.light = new float[n];
        geometry.colors = materialColors;
    }

    private static Mesh mesh(Scene scene, int node) {
        return scene.meshes().get(scene.nodes().get(node).payload());
    }

    private static int[] colors(Scene scene, Node node, Mesh mesh) {
        int[] slots = mesh.triangleMaterials();
        int[] out = new int[slots.length];
        for (int t = 0; t < slots.length; t++) {
            out[t] = color(scene, node, slots[t]);
        }
        return out;
    }

    private static int color(Scene scene, Node node, int slot) {
        if (slot >= node.materials().length || node.materials()[slot] < 0) {
            return PLAIN;
        }
        Material m = scene.materials().get(node.materials()[slot]);
        Vec3 d = m.diffuse();
        return channel(d.x()) << 16 | channel(d.y()) << 8 | channel(d.z());
    }

    private static int channel(double v) {
        return Math.clamp(Math.round(v * 255), 0, 255);
    }

    /** One colour for all, or null for the materials' own. */
    public void tint(@org.jspecify.annotations.Nullable Integer rgb) {
        if (rgb == null) {
            geometry.colors = materialColors;
        } else {
            int[] all = new int[materialColors.length];
            for (int t = 0; t < all.length; t++) {
                all[t] = materialColors[t] == MARK ? MARK : rgb;
            }
            geometry.colors = all;
        }
    }

    /** A value 0 to 1 per point for the heat ramp; empty for none. */
    public void heat(float[] perPoint) {
        geometry.heat = perPoint;
    }

    public int triangleCount() {
        return triangles.length / 3;
    }

    /** Corner points of the triangles, three each. */
    int[] triangles() {
        return triangles;
    }

    /**
     * Projects and lights packed common positions.
     *
     * @param shaded whether light falls on it, or its colours are shown as they are
     */
    void prepare(float[] points, Projection projection, boolean shaded) {
        double[] v = projection.toViewer();
        double[] r = projection.right();
        float kx = (float) (0.35 * v[0] - 0.55 * r[0]);
        float ky = (float) (0.35 * v[1] - 0.55 * r[1] + 0.75);
        float kz = (float) (0.35 * v[2] - 0.55 * r[2]);
        float k = (float) Math.sqrt(kx * kx + ky * ky + kz * kz);
        float[] key = {kx / k, ky / k, kz / k};
        Cores.split(triangles.length / 3, 20_000, (from, to) -> faces(points, from, to));
        Cores.split(points.length / 3, 10_000, (from, to) -> {
            for (int p = from; p < to; p++) {
                projection.project(points[3 * p], points[3 * p + 1], points[3 * p + 2], geometry.screen, 3 * p);
                if (shaded) {
                    light(p, key, v);
                } else {
                    geometry.light[p] = UNSHADED;
                }
            }
        });
    }

    private void faces(float[] p, int from, int to) {
        for (int t = from; t < to; t++) {
            int a = 3 * triangles[3 * t];
            int b = 3 * triangles[3 * t + 1];
            int c = 3 * triangles[3 * t + 2];
            float ux = p[b] - p[a];
            float uy = p[b + 1] - p[a + 1];
            float uz = p[b + 2] - p[a + 2];
            float vx = p[c] - p[a];
            float vy = p[c + 1] - p[a + 1];
            float vz = p[c + 2] - p[a + 2];
            faceNormals[3 * t] = uy * vz - uz * vy;
            faceNormals[3 * t + 1] = uz * vx - ux * vz;
            faceNormals[3 * t + 2] = ux * vy - uy * vx;
        }
    }

    /** Hemisphere light, one key light and a little edge, seen from both sides. */
    private void light(int p, float[] key, double[] viewer) {
        float nx = 0;
        float ny = 0;
        float nz = 0;
        for (int i = aroundStart[p]; i < aroundStart[p + 1]; i++) {
            int f = 3 * around[i];
            nx += faceNormals[f];
            ny += faceNormals[f + 1];
            nz += faceNormals[f + 2];
        }
        float length = (float) Math.sqrt(nx * nx + ny * ny + nz * nz);
        if (length > 0) {
            nx /= length;
            ny /= length;
            nz /= length;
        }
        float facing = (float) (nx * viewer[0] + ny * viewer[1] + nz * viewer[2]);
        float side = facing < 0 ? -1 : 1;
        float diffuse = Math.max(0, side * (nx * key[0] + ny * key[1] + nz * key[2]));
        float sky = 0.5f + 0.5f * side * ny;
        float edge = 1 - Math.abs(facing);
        geometry.light[p] = 0.46f + 0.20f * sky + 0.46f * diffuse - 0.16f * edge * edge;
    }
}
