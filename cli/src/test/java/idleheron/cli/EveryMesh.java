package idleheron.cli;

import idleheron.core.pose.Pose;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/** The flag and the post: every kind of layer, of skin and of blend shape. */
final class EveryMesh {
    private static final int GRID = 5;

    private EveryMesh() {}

    /** A grid of quads with one face of six corners, and every kind of layer. */
    static Mesh flag(Pose rest) {
        int n = GRID * GRID;
        double[] points = new double[3 * n];
        for (int i = 0; i < n; i++) {
            points[3 * i] = 10 * (i % GRID);
            points[3 * i + 1] = Math.sin(i);
            points[3 * i + 2] = 10.0 * (i / GRID);
        }
        // Two neighbouring quads of the last row are one face of six corners.
        java.util.List<Integer> corners = new java.util.ArrayList<>();
        java.util.List<Integer> starts = new java.util.ArrayList<>(List.of(0));
        for (int r = 0; r < GRID - 1; r++) {
            for (int c = 0; c < GRID - 1; c++) {
                int a = r * GRID + c;
                if (r == GRID - 2 && c == 0) {
                    corners.addAll(List.of(a, a + 1, a + 2, a + 2 + GRID, a + 1 + GRID, a + GRID));
                    c++;
                } else {
                    corners.addAll(List.of(a, a + 1, a + 1 + GRID, a + GRID));
                }
                starts.add(corners.size());
            }
        }
        int[] corner = corners.stream().mapToInt(i -> i).toArray();
        int faces = starts.size() - 1;
        int[] edges = {0, 1, 5, 9};
        float[] normals = new float[3 * corner.length];
        double[] tangents = new double[4 * corner.length];
        int[] uvIndex = new int[corner.length];
        for (int c = 0; c < corner.length; c++) {
            normals[3 * c + 1] = c % 3 == 0 ? -1 : 1;
            tangents[4 * c] = 1;
            tangents[4 * c + 3] = c % 2 == 0 ? 1 : -1;
            uvIndex[c] = c % 7 == 0 ? 0 : corner[c];
        }
        float[] uv = new float[2 * n];
        for (int i = 0; i < uv.length; i++) {
            uv[i] = i / (float) uv.length;
        }
        int[] materials = new int[faces];
        double[] holes = new double[faces];
        double[] groups = new double[faces];
        for (int f = 0; f < faces; f++) {
            materials[f] = f % 2;
            holes[f] = f == 4 ? 1 : 0;
            groups[f] = f / 3;
        }
        double[] creases = new double[n];
        creases[2] = 0.5;
        List<MeshLayer> layers = List.of(
                new MeshLayer(MeshLayer.Kind.TANGENT, "salt", MeshLayer.Domain.CORNER, 4, tangents, null, null),
                new MeshLayer(
                        MeshLayer.Kind.BINORMAL,
                        "salt",
                        MeshLayer.Domain.POINT,
                        3,
                        new double[] {0, 0, 1, 0, 0, -1},
                        new int[n],
                        null),
                new MeshLayer(
                        MeshLayer.Kind.COLOR,
                        "paint",
                        MeshLayer.Domain.CORNER,
                        4,
                        new double[] {1, 0, 0, 1, 0, 1, 0, 0.5},
                        alternating(corner.length),
                        null),
                new MeshLayer(
                        MeshLayer.Kind.COLOR,
                        "age",
                        MeshLayer.Domain.ALL,
                        4,
                        new double[] {0.5, 0.5, 0.5, 1},
                        null,
                        null),
                new MeshLayer(
                        MeshLayer.Kind.EDGE_CREASE,
                        "",
                        MeshLayer.Domain.EDGE,
                        1,
                        new double[] {0, 1, 0.25, 0},
                        null,
                        edges),
                new MeshLayer(MeshLayer.Kind.POINT_CREASE, "", MeshLayer.Domain.POINT, 1, creases, null, null),
                new MeshLayer(MeshLayer.Kind.HOLE, "", MeshLayer.Domain.FACE, 1, holes, null, null),
                new MeshLayer(MeshLayer.Kind.GROUP, "sets", MeshLayer.Domain.FACE, 1, groups, null, null),
                new MeshLayer(
                        MeshLayer.Kind.VISIBILITY,
                        "",
                        MeshLayer.Domain.EDGE,
                        1,
                        new double[] {1, 1, 0, 1},
                        null,
                        edges));
        return new Mesh(
                "flag",
                points,
                starts.stream().mapToInt(i -> i).toArray(),
                corner,
                normals,
                List.of(new UvSet("map", uv, uvIndex), new UvSet("salt", uv, corner)),
                materials,
                null,
                new EdgeSmoothing(edges, new int[] {1, 0, 1, 0}),
                flagSkin(rest, n),
                shapes(),
                layers);
    }

    private static int[] alternating(int n) {
        int[] out = new int[n];
        for (int i = 0; i < n; i++) {
            out[i] = i % 2;
        }
        return out;
    }

    /** Blended skinning in two deformers; three influences a point. */
    private static Skin flagSkin(Pose rest, int n) {
        int[] starts = new int[n + 1];
        int[] slots = new int[3 * n];
        float[] weights = new float[3 * n];
        float[] share = new float[n];
        for (int p = 0; p < n; p++) {
            starts[p + 1] = 3 * (p + 1);
            float up = (p / GRID) / (float) (GRID - 1);
            for (int s = 0; s < 3; s++) {
                slots[3 * p + s] = s;
            }
            weights[3 * p] = (1 - up) / 2;
            weights[3 * p + 1] = 0.5f;
            weights[3 * p + 2] = up / 2;
            share[p] = p % 3 / 2f;
        }
        // The first and last row have two influences: a weight of nothing is none.
        return dense("flag_skin", rest, starts, slots, weights)
                .withStyle(new SkinStyle(
                        SkinStyle.Method.BLENDED, share, SkinStyle.Link.NORMALIZED, List.of(), new int[] {0, 0, 1}));
    }

    private static Skin dense(String name, Pose rest, int[] starts, int[] slots, float[] weights) {
        int[] s = new int[starts.length];
        int[] slot = new int[slots.length];
        float[] w = new float[weights.length];
        int at = 0;
        for (int p = 0; p + 1 < starts.length; p++) {
            for (int i = starts[p]; i < starts[p + 1]; i++) {
                if (weights[i] != 0) {
                    slot[at] = slots[i];
                    w[at++] = weights[i];
                }
            }
            s[p + 1] = at;
        }
        int[] joints = {1, 2, 3};
        Matrix4dc[] toJoint = new Matrix4dc[3];
        int mesh = name.equals("flag_skin") ? 4 : 5;
        for (int i = 0; i < 3; i++) {
            toJoint[i] = new Matrix4d(rest.world(joints[i])).invert().mul(rest.world(mesh));
        }
        return new Skin(name, joints, toJoint, s, java.util.Arrays.copyOf(slot, at), java.util.Arrays.copyOf(w, at));
    }

    private static List<BlendShape> shapes() {
        BlendShape.Target half = new BlendShape.Target(0.5, new int[] {3, 4}, new float[] {0, 1, 0, 0, 2, 0}, null);
        BlendShape.Target full = new BlendShape.Target(
                1, new int[] {3, 4}, new float[] {0, 4, 0, 0, 5, 0}, new float[] {0, 0, 1, 0, 0, 1});
        BlendShape.Target shared = new BlendShape.Target(1, full.points(), full.deltas(), full.normals());
        return List.of(
                new BlendShape("billow", 0.25, List.of(half, full)),
                new BlendShape("billow_again", 0, List.of(shared)));
    }

    /** Four triangles whose weights leave a rest to the mesh. */
    static Mesh post(Pose rest) {
        double[] points = {0, 0, 0, 5, 0, 0, 5, 5, 0, 0, 5, 0, 2.5, 2.5, 40};
        int[] corners = {0, 1, 4, 1, 2, 4, 2, 3, 4, 3, 0, 4};
        Skin skin = dense("post_skin", rest, new int[] {0, 1, 2, 3, 4, 5}, new int[] {0, 0, 1, 1, 2}, new float[] {
                    1, 0.5f, 0.25f, 1, 0.75f
                })
                .withStyle(new SkinStyle(SkinStyle.Method.LINEAR, null, SkinStyle.Link.TOTAL_ONE, List.of(), null));
        return new Mesh(
                "post",
                points,
                new int[] {0, 3, 6, 9, 12},
                corners,
                null,
                List.of(),
                null,
                new int[] {1, 1, 2, 2},
                null,
                skin,
                List.of());
    }
}
