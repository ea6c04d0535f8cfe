package idleheron.core.garment.remesh;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.Places;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.geometry.Weld;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The surface as it was: its triangles by label, and what lies on it. Triangles have one label where they hang together over edges that
 * are no borders: neither rims nor seams of coordinates, borders of materials, creases of more than 60°, or edges of more than two
 * triangles.
 *
 * @param mesh of the file
 * @param surface with points in one place as one, metres
 * @param corners of the mesh at the corners of each triangle
 * @param faces of the mesh of each triangle
 * @param labels of each triangle
 * @param borders two points each
 * @param open whether a border is a rim
 * @param trees by label
 * @param members by label, the triangles of its tree
 * @param tree of all
 */
record OldCloth(
        Mesh mesh,
        TriangleMesh surface,
        int[] corners,
        int[] faces,
        int[] labels,
        int[] borders,
        boolean[] open,
        List<TriangleTree> trees,
        List<int[]> members,
        TriangleTree tree) {
    private static final double CREASE = 0.5;
    private static final float SAME = 1e-6f;

    static OldCloth of(Cloth c) {
        Mesh m = c.mesh();
        int[] starts = m.faceStarts();
        List<int[]> fans = new ArrayList<>();
        for (int f = 0; f < m.faceCount(); f++) {
            for (int k = starts[f] + 1; k + 1 < starts[f + 1]; k++) {
                int x = c.weld().to()[m.corners()[starts[f]]];
                int y = c.weld().to()[m.corners()[k]];
                int z = c.weld().to()[m.corners()[k + 1]];
                if (x != y && y != z && z != x) {
                    fans.add(new int[] {starts[f], k, k + 1, f});
                }
            }
        }
        int[] corners = new int[3 * fans.size()];
        int[] faces = new int[fans.size()];
        int[] t = new int[corners.length];
        for (int i = 0; i < faces.length; i++) {
            faces[i] = fans.get(i)[3];
            for (int k = 0; k < 3; k++) {
                corners[3 * i + k] = fans.get(i)[k];
                t[3 * i + k] = c.weld().to()[m.corners()[fans.get(i)[k]]];
            }
        }
        TriangleMesh surface = new TriangleMesh(c.joined().points(), t);
        return labelled(m, surface, corners, faces);
    }

    private static OldCloth labelled(Mesh m, TriangleMesh s, int[] corners, int[] faces) {
        Map<Long, int[]> edges = new HashMap<>();
        int[] t = s.triangles();
        for (int i = 0; i < t.length; i++) {
            int a = t[i];
            int b = t[i % 3 == 2 ? i - 2 : i + 1];
            int[] known =
                    edges.computeIfAbsent((long) Math.min(a, b) << 32 | Math.max(a, b), k -> new int[] {0, -1, -1});
            if (known[0] < 2) {
                known[1 + known[0]] = i;
            }
            known[0]++;
        }
        int[] parent = new int[s.count()];
        Arrays.setAll(parent, i -> i);
        List<int[]> borders = new ArrayList<>();
        for (Map.Entry<Long, int[]> e : edges.entrySet()) {
            int[] two = e.getValue();
            if (two[0] == 2 && !isBorder(m, s, corners, faces, two[1], two[2])) {
                int a = Weld.root(parent, two[1] / 3);
                int b = Weld.root(parent, two[2] / 3);
                parent[Math.max(a, b)] = Math.min(a, b);
            } else {
                borders.add(new int[] {(int) (e.getKey() >>> 32), (int) (long) e.getKey(), two[0]});
            }
        }
        borders.sort((x, y) -> x[0] != y[0] ? Integer.compare(x[0], y[0]) : Integer.compare(x[1], y[1]));
        return sorted(m, s, corners, faces, parent, borders);
    }

    private static OldCloth sorted(
            Mesh m, TriangleMesh s, int[] corners, int[] faces, int[] parent, List<int[]> borders) {
        int[] ends = new int[2 * borders.size()];
        boolean[] open = new boolean[borders.size()];
        for (int i = 0; i < open.length; i++) {
            ends[2 * i] = borders.get(i)[0];
            ends[2 * i + 1] = borders.get(i)[1];
            open[i] = borders.get(i)[2] == 1;
        }
        int[] labels = new int[s.count()];
        int n = 0;
        int[] of = new int[s.count()];
        Arrays.fill(of, -1);
        List<List<Integer>> all = new ArrayList<>();
        for (int f = 0; f < labels.length; f++) {
            int r = Weld.root(parent, f);
            if (of[r] < 0) {
                of[r] = n++;
                all.add(new ArrayList<>());
            }
            labels[f] = of[r];
            all.get(of[r]).add(f);
        }
        List<TriangleTree> trees = new ArrayList<>();
        List<int[]> members = new ArrayList<>();
        for (List<Integer> some : all) {
            int[] own = some.stream().mapToInt(i -> i).toArray();
            int[] t = new int[3 * own.length];
            for (int i = 0; i < own.length; i++) {
                System.arraycopy(s.triangles(), 3 * own[i], t, 3 * i, 3);
            }
            members.add(own);
            trees.add(TriangleTree.of(new TriangleMesh(s.points(), t)));
        }
        return new OldCloth(m, s, corners, faces, labels, ends, open, trees, members, TriangleTree.of(s));
    }

    /** Whether something ends at the edge that begins at a corner of one triangle and at a corner of another. */
    private static boolean isBorder(Mesh m, TriangleMesh s, int[] corners, int[] faces, int i, int j) {
        int[] materials = m.faceMaterials();
        if (materials != null && materials[faces[i / 3]] != materials[faces[j / 3]]) {
            return true;
        }
        int in = i % 3 == 2 ? i - 2 : i + 1;
        int jn = j % 3 == 2 ? j - 2 : j + 1;
        boolean opposed = s.triangles()[i] == s.triangles()[jn];
        for (UvSet u : m.uvSets()) {
            if (!same(u, corners[i], corners[opposed ? jn : j]) || !same(u, corners[in], corners[opposed ? j : jn])) {
                return true;
            }
        }
        double[] a = normal(s, i / 3);
        double[] b = normal(s, j / 3);
        double dot = a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
        return dot
                < CREASE
                        * Math.sqrt(
                                (a[0] * a[0] + a[1] * a[1] + a[2] * a[2]) * (b[0] * b[0] + b[1] * b[1] + b[2] * b[2]));
    }

    private static boolean same(UvSet u, int a, int b) {
        int x = u.indices()[a];
        int y = u.indices()[b];
        return x == y
                || x >= 0
                        && y >= 0
                        && Math.abs(u.uv()[2 * x] - u.uv()[2 * y]) <= SAME
                        && Math.abs(u.uv()[2 * x + 1] - u.uv()[2 * y + 1]) <= SAME;
    }

    private static double[] normal(TriangleMesh s, int f) {
        int[] t = s.triangles();
        return Places.cross(s.points(), t[3 * f], t[3 * f + 1], t[3 * f + 2]);
    }

    Weave weave() {
        Weave w = new Weave(surface, labels);
        for (int i = 0; i < open.length; i++) {
            w.border(borders[2 * i], borders[2 * i + 1], open[i]);
        }
        return w;
    }

    /** Of the triangles of a label. */
    TriangleTree tree(int label) {
        return trees.get(label);
    }

    /** What is left of a weave. */
    TriangleMesh surface(Weave w) {
        int[] t = new int[3 * w.triangles()];
        int n = 0;
        for (int f = 0; f < w.triangles(); f++) {
            if (!w.isGone(f)) {
                System.arraycopy(w.t, 3 * f, t, n, 3);
                n += 3;
            }
        }
        return new TriangleMesh(Arrays.copyOf(w.p, 3 * w.points()), Arrays.copyOf(t, n));
    }

    /** A weave as a mesh with all that lay on the old surface. */
    Mesh dressed(Weave w) {
        int[] to = new int[w.points()];
        Arrays.fill(to, -1);
        List<int[]> tri = new ArrayList<>();
        List<Integer> keep = new ArrayList<>();
        for (int f = 0; f < w.triangles(); f++) {
            if (w.isGone(f)) {
                continue;
            }
            tri.add(new int[] {w.t[3 * f], w.t[3 * f + 1], w.t[3 * f + 2], w.label[f]});
            for (int k = 0; k < 3; k++) {
                int v = w.t[3 * f + k];
                if (to[v] < 0) {
                    to[v] = keep.size();
                    keep.add(v);
                }
            }
        }
        Place[] at = new Place[keep.size()];
        Foot foot = new Foot();
        for (int i = 0; i < at.length; i++) {
            int v = keep.get(i);
            at[i] = place(w, v, w.label[w.around(v)[0]], foot);
        }
        int[] corners = new int[3 * tri.size()];
        int[] materials = new int[tri.size()];
        List<float[]> uvs = new ArrayList<>();
        mesh.uvSets().forEach(u -> uvs.add(new float[2 * corners.length]));
        for (int f = 0; f < tri.size(); f++) {
            int[] t = tri.get(f);
            int[] own = mesh.faceMaterials();
            materials[f] = own == null ? 0 : own[faces[members.get(t[3])[0]]];
            for (int k = 0; k < 3; k++) {
                corners[3 * f + k] = to[t[k]];
                if (!uvs.isEmpty()) {
                    coordinates(place(w, t[k], t[3], foot), 3 * f + k, uvs);
                }
            }
        }
        return made(at, corners, materials, uvs);
    }

    /** A place on the old surface: a triangle and how much of each corner. */
    private record Place(int triangle, double u, double v, double w) {
        double share(int k) {
            return k == 0 ? u : k == 1 ? v : w;
        }
    }

    private Place place(Weave w, int point, int label, Foot foot) {
        trees.get(label)
                .closest(w.p[3 * point], w.p[3 * point + 1], w.p[3 * point + 2], Double.POSITIVE_INFINITY, foot);
        return new Place(members.get(label)[Math.max(0, foot.triangle)], foot.u, foot.v, foot.w);
    }

    private void coordinates(Place p, int corner, List<float[]> into) {
        for (int s = 0; s < into.size(); s++) {
            UvSet u = mesh.uvSets().get(s);
            for (int k = 0; k < 3; k++) {
                int e = u.indices()[corners[3 * p.triangle + k]];
                for (int a = 0; a < 2; a++) {
                    into.get(s)[2 * corner + a] += e < 0 ? 0 : (float) (p.share(k) * u.uv()[2 * e + a]);
                }
            }
        }
    }

    private Mesh made(Place[] at, int[] corners, int[] materials, List<float[]> uvs) {
        double[] points = new double[3 * at.length];
        FreedomMap map = FreedomMap.of(mesh);
        double[] free = new double[at.length];
        for (int i = 0; i < at.length; i++) {
            for (int k = 0; k < 3; k++) {
                int p = mesh.corners()[this.corners[3 * at[i].triangle + k]];
                for (int a = 0; a < 3; a++) {
                    points[3 * i + a] += at[i].share(k) * mesh.points()[3 * p + a];
                }
                free[i] += map == null ? 0 : at[i].share(k) * map.values()[p];
            }
        }
        int[] starts = new int[corners.length / 3 + 1];
        Arrays.setAll(starts, i -> 3 * i);
        int[] indices = new int[corners.length];
        Arrays.setAll(indices, i -> i);
        List<UvSet> sets = new ArrayList<>();
        for (int s = 0; s < uvs.size(); s++) {
            sets.add(new UvSet(mesh.uvSets().get(s).name(), uvs.get(s), indices));
        }
        Mesh out = new Mesh(
                mesh.name(),
                points,
                starts,
                corners,
                null,
                sets,
                mesh.faceMaterials() == null ? null : materials,
                null,
                null,
                skin(at),
                List.of(),
                List.of());
        return map == null ? out : new FreedomMap(free).on(out);
    }

    private @Nullable Skin skin(Place[] at) {
        Skin s = mesh.skin();
        if (s == null) {
            return null;
        }
        int most = Math.max(1, s.maxInfluences());
        double[] row = new double[s.joints().length];
        int[] starts = new int[at.length + 1];
        int[] slots = new int[most * at.length];
        float[] weights = new float[most * at.length];
        int n = 0;
        for (int i = 0; i < at.length; i++) {
            Arrays.fill(row, 0);
            for (int k = 0; k < 3; k++) {
                int p = mesh.corners()[corners[3 * at[i].triangle + k]];
                for (int e = s.starts()[p]; e < s.starts()[p + 1]; e++) {
                    row[s.slots()[e]] += at[i].share(k) * s.weights()[e];
                }
            }
            int first = n;
            double sum = 0;
            for (int k = 0; k < most; k++) {
                int best = 0;
                for (int j = 1; j < row.length; j++) {
                    best = row[j] > row[best] ? j : best;
                }
                if (!(row[best] > 0)) {
                    break;
                }
                slots[n] = best;
                weights[n++] = (float) row[best];
                sum += row[best];
                row[best] = 0;
            }
            for (int k = first; k < n; k++) {
                weights[k] /= (float) sum;
            }
            starts[i + 1] = n;
        }
        return s.withWeights(starts, Arrays.copyOf(slots, n), Arrays.copyOf(weights, n));
    }
}
