package idleheron.render.surface;

import idleheron.core.job.Cores;
import idleheron.core.math.Vec3;
import idleheron.core.picture.Shelf;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Projection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One mesh of a scene made ready for drawing: triangles with colours, and per frame its light by smooth normals. The
 * normals are gathered point by point from the faces around it, so that all cores can work without waiting.
 */
public final class SurfaceLayer {
    private static final int PLAIN = 0xC9CDC6;

    /** What is marked keeps this colour, whatever the others get. */
    public static final int MARK = Palette.DAY.rgb(Palette.Tone.AMBER);

    private final int[] triangles;
    private final int[] aroundStart;
    private final int[] around;
    private final float[] faceNormals;
    /** A little less than full, so that the palest colour stands out from the paper. */
    private static final float UNSHADED = 0.88f;

    private final int[] materialColors;
    /** Pictures on it, or null where there are none. */
    private final @Nullable Dress dress;

    final Rasterizer.Geometry geometry = new Rasterizer.Geometry();

    /** The colours of the last {@link #tint}. */
    private int[] tinted = {};

    private int tintedIn;

    private @Nullable CoarseSurface coarse;
    private int coarseMost;

    /** The mesh of a mesh node. */
    public SurfaceLayer(Scene scene, int nodeIndex) {
        this(
                mesh(scene, nodeIndex).triangles(),
                colors(scene, scene.nodes().get(nodeIndex), mesh(scene, nodeIndex)),
                mesh(scene, nodeIndex).pointCount(),
                Dress.of(scene, nodeIndex));
    }

    /**
     * @param triangles points, three a triangle
     * @param colors per triangle
     * @param n number of points
     */
    public SurfaceLayer(int[] triangles, int[] colors, int n) {
        this(triangles, colors, n, null);
    }

    private SurfaceLayer(int[] triangles, int[] colors, int n, @Nullable Dress dress) {
        this.dress = dress;
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

    /** With the pictures that are to be had, or without; heat and one colour for all are drawn without any. */
    public void wear(Shelf shelf, Cover cover) {
        boolean plain = cover == Cover.PLAIN || geometry.heat.length > 0 || geometry.colors != materialColors;
        geometry.dress = plain ? null : dress;
        if (!plain && dress != null) {
            dress.wear(shelf, cover);
        }
    }

    /** Files of its pictures that were not to be had when it was drawn last. */
    public List<String> missing() {
        return geometry.dress == null ? List.of() : geometry.dress.missing();
    }

    /** One colour for all, or null for the materials' own. */
    public void tint(@Nullable Integer rgb) {
        if (rgb == null) {
            geometry.colors = materialColors;
        } else {
            if (tintedIn != rgb || tinted.length != materialColors.length) {
                tintedIn = rgb;
                tinted = materialColors.clone();
                for (int t = 0; t < tinted.length; t++) {
                    tinted[t] = tinted[t] == MARK ? MARK : rgb;
                }
            }
            geometry.colors = tinted;
        }
    }

    /** A value 0 to 1 per point for the heat ramp; empty for none. */
    public void heat(float[] perPoint) {
        geometry.heat = perPoint;
    }

    public int triangleCount() {
        return triangles.length / 3;
    }

    /** Per triangle the colour that it is drawn in. */
    public int[] colors() {
        return geometry.colors;
    }

    /** Corner points of the triangles, three each. */
    public int[] triangles() {
        return triangles;
    }

    /**
     * Projects and lights packed common positions.
     *
     * @param shaded whether light falls on it, or its colours are shown as they are
     */
    public void prepare(float[] points, Projection projection, boolean shaded) {
        double[] v = projection.toViewer();
        double[] r = projection.right();
        float kx = (float) (0.35 * v[0] - 0.55 * r[0]);
        float ky = (float) (0.35 * v[1] - 0.55 * r[1] + 0.75);
        float kz = (float) (0.35 * v[2] - 0.55 * r[2]);
        float k = (float) Math.sqrt(kx * kx + ky * ky + kz * kz);
        geometry.key[0] = kx / k;
        geometry.key[1] = ky / k;
        geometry.key[2] = kz / k;
        for (int a = 0; a < 3; a++) {
            geometry.viewer[a] = (float) v[a];
        }
        geometry.points = points;
        boolean bumpy = shaded && geometry.dress != null && geometry.dress.cover() == Cover.NORMALS;
        geometry.bumpy = bumpy;
        if (bumpy && geometry.normals.length == 0) {
            geometry.normals = new float[points.length];
        }
        Cores.split(triangles.length / 3, 20_000, (from, to) -> faces(points, from, to));
        Cores.split(points.length / 3, 10_000, (from, to) -> {
            for (int p = from; p < to; p++) {
                projection.project(points[3 * p], points[3 * p + 1], points[3 * p + 2], geometry.screen, 3 * p);
                if (shaded) {
                    light(p, bumpy);
                } else {
                    geometry.light[p] = UNSHADED;
                }
            }
        });
    }

    /** The points that the last coarse picture of it was drawn from; null where there was none. */
    public int @Nullable [] coarsePoints() {
        CoarseSurface c = coarse;
        return c == null ? null : c.points();
    }

    /** Whether {@link #prepareCoarse} asks for no other points than those. */
    public boolean isCoarse(int most) {
        return coarse != null && coarseMost == most;
    }

    /**
     * The same surface with fewer triangles and without pictures, projected and lit; for the while it moves.
     *
     * @param most triangles, about
     */
    public SurfaceLayer prepareCoarse(float[] points, Projection projection, boolean shaded, int most) {
        CoarseSurface c = coarse;
        if (c == null || coarseMost != most) {
            c = CoarseSurface.of(this, points, most);
            coarse = c;
            coarseMost = most;
        }
        c.layer().prepare(c.follow(this, points), projection, shaded);
        return c.layer();
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

    private void light(int p, boolean kept) {
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
        geometry.light[p] = geometry.lightOf(nx, ny, nz);
        if (kept) {
            geometry.normals[3 * p] = nx;
            geometry.normals[3 * p + 1] = ny;
            geometry.normals[3 * p + 2] = nz;
        }
    }
}
