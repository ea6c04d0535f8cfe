package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.Carrier;
import idleheron.core.character.compare.PointMatch;
import idleheron.core.character.compare.RestPoints;
import idleheron.core.character.compare.SurfaceTopics;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.pose.PointMatrices;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/** What became of faces, points, normals, smoothing, tangents and UV sets. */
public final class SurfaceLosses {
    private static final double MOST = 0.99;

    private SurfaceLosses() {}

    /** Faces cut, points merged, normals made anew, coordinates and layers dropped. */
    public static void find(Pair p, List<Loss> out) {
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            if (other < 0) {
                continue;
            }
            Mesh a = p.sent.meshes().get(m);
            Mesh b = p.returned.meshes().get(other);
            boolean triangulated = triangulated(a, b, out);
            points(p, m, a, b, out);
            boolean mirrored = p.sent.stage().axes().isRightHanded()
                    != p.returned.stage().axes().isRightHanded();
            winding(a, b, mirrored, out);
            normals(p, m, a, b, triangulated, out);
            lost(a, b, out);
            uvs(a, b, out);
        }
    }

    private static void add(String code, String text, double value, String unit, Mesh m, List<Loss> out) {
        out.add(new Loss(code, Topic.SURFACES, text, Figure.of(value, unit, m.name())));
    }

    private static boolean triangulated(Mesh a, Mesh b, List<Loss> out) {
        int more = 0;
        for (int f = 0; f < a.faceCount(); f++) {
            more += a.faceStarts()[f + 1] - a.faceStarts()[f] > 3 ? 1 : 0;
        }
        boolean all = b.faceCount() * 3 == b.corners().length;
        if (more == 0 || !all || a.triangles().length != b.corners().length) {
            return false;
        }
        add(
                "faces-triangulated",
                say(
                        "core.character.loss.SurfaceLosses.of-more-than-three-corners-in",
                        Wording.counted(more, "face", "faces"),
                        a.name()),
                more,
                "faces",
                a,
                out);
        return true;
    }

    /** More or fewer points, all of which lie on points of the other side. */
    private static void points(Pair p, int mesh, Mesh a, Mesh b, List<Loss> out) {
        int[] partner = PointMatch.of(p, mesh, p.matching.meshes()[mesh]);
        if (a.pointCount() == b.pointCount()) {
            int moved = 0;
            for (int i = 0; i < partner.length; i++) {
                moved += partner[i] == i ? 0 : 1;
            }
            if (moved > 0) {
                add(
                        "points-renumbered",
                        say(
                                "core.character.loss.SurfaceLosses.of-came-under-another-number-they",
                                Wording.counted(moved, "point", "points"),
                                a.name()),
                        moved,
                        "points",
                        a,
                        out);
            }
            return;
        }
        long held = Arrays.stream(partner).filter(i -> i >= 0).count();
        if (held < MOST * partner.length) {
            return;
        }
        int more = b.pointCount() - a.pointCount();
        if (more > 0) {
            add(
                    "points-split",
                    say(
                            "core.character.loss.SurfaceLosses.has-more-all-on-places-that",
                            a.name(),
                            Wording.counted(more, "point", "points")),
                    more,
                    "points",
                    a,
                    out);
        } else {
            add(
                    "points-welded",
                    say(
                            "core.character.loss.SurfaceLosses.has-fewer-and-no-place-is",
                            a.name(),
                            Wording.counted(-more, "point", "points")),
                    -more,
                    "points",
                    a,
                    out);
        }
    }

    /** Faces that run the other way round, by their points; between stages of other handedness all must. */
    private static void winding(Mesh a, Mesh b, boolean mirrored, List<Loss> out) {
        if (a.faceCount() != b.faceCount() || !Arrays.equals(a.faceStarts(), b.faceStarts())) {
            return;
        }
        int flipped = 0;
        for (int f = 0; f < a.faceCount(); f++) {
            flipped += runs(a, b, f) == (mirrored ? 1 : -1) ? 1 : 0;
        }
        if (flipped == 0) {
            return;
        }
        add(
                "winding-flipped",
                say(
                        "core.character.loss.SurfaceLosses.of-came-back-turned-round",
                        Wording.counted(flipped, "face", "faces"),
                        a.name()),
                flipped,
                "faces",
                a,
                out);
    }

    /** 1 for the same cycle of points, -1 for the reverse, 0 for others. */
    private static int runs(Mesh a, Mesh b, int face) {
        int s = a.faceStarts()[face];
        int n = a.faceStarts()[face + 1] - s;
        if (n < 3) {
            return 0;
        }
        int shift = 0;
        while (shift < n && b.corners()[s + shift] != a.corners()[s]) {
            shift++;
        }
        boolean same = shift < n;
        boolean reverse = shift < n;
        for (int c = 0; c < n; c++) {
            same &= shift < n && b.corners()[s + (shift + c) % n] == a.corners()[s + c];
            reverse &= shift < n && b.corners()[s + (shift - c + n) % n] == a.corners()[s + c];
        }
        return same ? 1 : reverse ? -1 : 0;
    }

    private static void normals(Pair p, int mesh, Mesh a, Mesh b, boolean otherFaces, List<Loss> out) {
        float[] na = a.normals();
        float[] nb = b.normals();
        if (na != null && nb == null) {
            add(
                    "normals-lost",
                    say("core.character.loss.SurfaceLosses.came-back-without-normals", a.name()),
                    a.corners().length,
                    "corners",
                    a,
                    out);
        }
        boolean cornerByCorner = !otherFaces && Arrays.equals(a.corners(), b.corners());
        if (na == null || nb == null || !cornerByCorner && a.pointCount() != b.pointCount()) {
            return;
        }
        if ((a.skin() == null) != (b.skin() == null)) { // the one without was posed as the other rests
            na = Objects.requireNonNull(PointMatrices.atRest(p.sent, p.sent.nodeOfMesh(mesh), a));
            nb = Objects.requireNonNull(PointMatrices.atRest(
                    p.returned, p.returned.nodeOfMesh(p.matching.meshes()[mesh]), b));
        }
        int[] partner = PointMatch.of(p, mesh, p.matching.meshes()[mesh]);
        int[] back = new int[b.pointCount()];
        Arrays.fill(back, -1);
        for (int i = 0; i < partner.length; i++) {
            if (partner[i] >= 0) {
                back[partner[i]] = i;
            }
        }
        int[][] at = cornerByCorner ? new int[0][] : cornersOfPoints(a);
        org.joml.Matrix3d[] spaces = spaces(p, mesh);
        if (spaces.length == 0) {
            return;
        }
        org.joml.Matrix3d ma = spaces[0];
        org.joml.Matrix3d mb = spaces[1];
        org.joml.Vector3d x = new org.joml.Vector3d();
        org.joml.Vector3d y = new org.joml.Vector3d();
        double worst = 0;
        int off = 0;
        int[] own = new int[1];
        for (int c = 0; c < b.corners().length; c++) {
            mb.transform(y.set(nb[3 * c], nb[3 * c + 1], nb[3 * c + 2]));
            own[0] = c;
            int point = back[b.corners()[c]];
            int[] candidates = cornerByCorner ? own : point < 0 ? new int[0] : at[point];
            double degrees = candidates.length == 0 ? 0 : 180;
            for (int k : candidates) {
                ma.transform(x.set(na[3 * k], na[3 * k + 1], na[3 * k + 2]));
                degrees = Math.min(degrees, Math.toDegrees(x.angle(y)));
            }
            if (degrees > p.tolerances.normal()) {
                off++;
                worst = Math.max(worst, degrees);
            }
        }
        if (off > 0) {
            add(
                    "normals-recomputed",
                    say(
                            "core.character.loss.SurfaceLosses.normals-of-differ-on-they-were",
                            a.name(),
                            Wording.counted(off, "corner", "corners")),
                    worst,
                    "°",
                    a,
                    out);
        }
    }

    /**
     * Normals of both sides to where they can be held against each other: the common space, or that of the joint that carries the
     * mesh where the joint went elsewhere; none where the surface lies elsewhere itself, and its normals with it.
     */
    private static org.joml.Matrix3d[] spaces(Pair p, int mesh) {
        int node = p.sent.nodeOfMesh(mesh);
        int other = p.returned.nodeOfMesh(p.matching.meshes()[mesh]);
        org.joml.Matrix3d a = SurfaceTopics.spread(p.sent, p.sentSpace, node);
        org.joml.Matrix3d b = SurfaceTopics.spread(p.returned, p.returnedSpace, other);
        if (SurfaceTopics.distance(p, mesh, p.matching.meshes()[mesh]) * 1000 > p.tolerances.vertex()) {
            Carrier carrier = Carrier.of(p, mesh, p.matching.meshes()[mesh]);
            double[] pa = RestPoints.of(p.sent, p.sentSpace, node);
            double[] pb = RestPoints.of(p.returned, p.returnedSpace, other);
            if (carrier == null || !carrier.holds(pa, pb, p.tolerances.vertex())) {
                return new org.joml.Matrix3d[0];
            }
            a = carrier.across().get3x3(new org.joml.Matrix3d()).mul(a);
        }
        return new org.joml.Matrix3d[] {a.normal(), b.normal()};
    }

    /** Per point its corners. */
    private static int[][] cornersOfPoints(Mesh m) {
        int[] count = new int[m.pointCount()];
        for (int c : m.corners()) {
            count[c]++;
        }
        int[][] out = new int[count.length][];
        for (int i = 0; i < out.length; i++) {
            out[i] = new int[count[i]];
        }
        for (int c = 0; c < m.corners().length; c++) {
            int q = m.corners()[c];
            out[q][--count[q]] = c;
        }
        return out;
    }

    private static boolean has(Mesh m, MeshLayer.Kind kind) {
        return m.layers().stream().anyMatch(l -> l.kind() == kind);
    }

    private static void lost(Mesh a, Mesh b, List<Loss> out) {
        boolean smooth = a.smoothingGroups() != null || a.edgeSmoothing() != null;
        if (smooth && b.smoothingGroups() == null && b.edgeSmoothing() == null) {
            add(
                    "smoothing-lost",
                    say("core.character.loss.SurfaceLosses.what-says-which-edges-of-are", a.name()),
                    1,
                    "meshes",
                    a,
                    out);
        }
        if (has(a, MeshLayer.Kind.TANGENT) && !has(b, MeshLayer.Kind.TANGENT)) {
            add(
                    "tangents-lost",
                    say("core.character.loss.SurfaceLosses.came-back-without-tangents", a.name()),
                    1,
                    "meshes",
                    a,
                    out);
        }
        if (has(a, MeshLayer.Kind.COLOR) && !has(b, MeshLayer.Kind.COLOR)) {
            add(
                    "colours-lost",
                    say("core.character.loss.SurfaceLosses.came-back-without-its-colours", a.name()),
                    1,
                    "meshes",
                    a,
                    out);
        }
    }

    private static void uvs(Mesh a, Mesh b, List<Loss> out) {
        int fewer = a.uvSets().size() - b.uvSets().size();
        if (fewer > 0) {
            add(
                    "uv-sets-dropped",
                    say(
                            "core.character.loss.SurfaceLosses.lost",
                            a.name(),
                            Wording.counted(
                                    fewer,
                                    say("core.character.loss.SurfaceLosses.uv-set"),
                                    say("core.character.loss.SurfaceLosses.uv-sets"))),
                    fewer,
                    say("core.character.loss.SurfaceLosses.uv-sets"),
                    a,
                    out);
        }
        for (int i = 0; i < Math.min(a.uvSets().size(), b.uvSets().size()); i++) {
            UvSet u = a.uvSets().get(i);
            UvSet v = b.uvSets().get(i);
            if (u.indices().length != v.indices().length || !Arrays.equals(a.corners(), b.corners())) {
                continue;
            }
            double straight = 0;
            double upsideDown = 0;
            for (int c = 0; c < u.indices().length; c++) {
                int x = u.indices()[c];
                int y = v.indices()[c];
                if (x >= 0 && y >= 0) {
                    double du = Math.abs(u.uv()[2 * x] - v.uv()[2 * y]);
                    straight = Math.max(straight, Math.max(du, Math.abs(u.uv()[2 * x + 1] - v.uv()[2 * y + 1])));
                    upsideDown =
                            Math.max(upsideDown, Math.max(du, Math.abs(1 - u.uv()[2 * x + 1] - v.uv()[2 * y + 1])));
                }
            }
            if (straight > 1e-4 && upsideDown < 1e-4) {
                add(
                        "uv-flipped",
                        say("core.character.loss.SurfaceLosses.uv-set-of-stands-on-its", (i + 1), a.name()),
                        straight,
                        "UV",
                        a,
                        out);
            } else if (straight > 1e-4) {
                add(
                        "uv-changed",
                        say("core.character.loss.SurfaceLosses.uv-set-of-differs", (i + 1), a.name()),
                        straight,
                        "UV",
                        a,
                        out);
            }
        }
    }
}
