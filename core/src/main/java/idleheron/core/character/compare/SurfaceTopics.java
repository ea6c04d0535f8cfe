package idleheron.core.character.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.pair.TopicResult;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix3d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;

/** Blend shapes, surfaces and materials. */
public final class SurfaceTopics {
    private SurfaceTopics() {}

    /** Blend shapes: names, and how far their points lie apart, millimetres. */
    public static TopicResult shapes(Pair p) {
        List<Evidence.Row> rows = new ArrayList<>();
        double worst = 0;
        int missing = 0;
        int count = 0;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            Mesh a = p.sent.meshes().get(m);
            Mesh b = p.matching.meshes()[m] < 0
                    ? null
                    : p.returned.meshes().get(p.matching.meshes()[m]);
            int node = p.sent.nodeOfMesh(m);
            for (int i = 0; i < a.shapes().size(); i++) {
                BlendShape s = a.shapes().get(i);
                count++;
                BlendShape r = b == null ? null : same(a, i, b);
                if (b == null || r == null || a.pointCount() != b.pointCount()) {
                    missing += r == null ? 1 : 0;
                    rows.add(new Evidence.Row(
                            s.name(),
                            node,
                            -1,
                            -1,
                            Double.NaN,
                            r == null,
                            List.of(
                                    r == null
                                            ? say("core.character.compare.SurfaceTopics.missing")
                                            : say("core.character.compare.SurfaceTopics.other-points"),
                                    (double) s.targets().size(),
                                    0.0)));
                    continue;
                }
                double mm = difference(p, m, s, r, a.pointCount()) * 1000;
                worst = Math.max(worst, mm);
                boolean over = mm > p.tolerances.shape()
                        || r.targets().size() != s.targets().size();
                rows.add(new Evidence.Row(
                        s.name(),
                        node,
                        -1,
                        -1,
                        Double.NaN,
                        over,
                        List.of(
                                say("core.character.compare.SurfaceTopics.there"),
                                (double) r.targets().size(),
                                mm)));
            }
        }
        if (count == 0) {
            return TopicResult.notSent(
                    Topic.BLEND_SHAPES, say("core.character.compare.SurfaceTopics.the-sent-scene-has-no-blend"));
        }
        Evidence e = new Evidence(
                say("core.character.compare.SurfaceTopics.blend-shape"),
                List.of(
                        say("core.character.compare.SurfaceTopics.state"),
                        say("core.character.compare.SurfaceTopics.targets"),
                        say("core.character.compare.SurfaceTopics.off-by-mm")),
                rows);
        Verdict v = missing > 0 ? Verdict.BROKEN : e.over() > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        return TopicResult.of(
                Topic.BLEND_SHAPES,
                v,
                missing > 0
                        ? Figure.of(missing, say("core.character.compare.SurfaceTopics.missing"))
                        : Figure.of(worst, "mm"),
                missing > 0
                        ? say("core.character.compare.SurfaceTopics.of-blend-shapes-are-missing", missing, count)
                        : say(
                                "core.character.compare.SurfaceTopics.all-blend-shapes-are-there-mm",
                                count,
                                Figure.number(worst)),
                e);
    }

    /** The shape of the same name; where several share a name, the one that comes as many of them later. */
    private static @org.jspecify.annotations.Nullable BlendShape same(Mesh a, int index, Mesh b) {
        String name = Matching.plain(a.shapes().get(index).name());
        long before = a.shapes().subList(0, index).stream()
                .filter(s -> Matching.plain(s.name()).equals(name))
                .count();
        return b.shapes().stream()
                .filter(s -> Matching.plain(s.name()).equals(name))
                .skip(before)
                .findFirst()
                .orElse(null);
    }

    /** Largest distance between the full shapes' offsets, brought to the common space by the meshes' own turn and scale. */
    private static double difference(Pair p, int mesh, BlendShape a, BlendShape b, int points) {
        double[] da = offsets(a, points);
        double[] db = offsets(b, points);
        Matrix3d toA = spread(p.sent, p.sentSpace, p.sent.nodeOfMesh(mesh));
        Matrix3d toB = spread(
                p.returned, p.returnedSpace, p.returned.nodeOfMesh(p.matching.meshes()[mesh]));
        double worst = 0;
        Vector3d va = new Vector3d();
        Vector3d vb = new Vector3d();
        for (int i = 0; i < da.length; i += 3) {
            toA.transform(va.set(da[i], da[i + 1], da[i + 2]));
            toB.transform(vb.set(db[i], db[i + 1], db[i + 2]));
            worst = Math.max(worst, va.distanceSquared(vb));
        }
        return Math.sqrt(worst);
    }

    /** Mesh directions to common ones, where the mesh was bound or, without a bind pose, where it rests. */
    public static Matrix3d spread(Scene scene, CanonicalSpace space, int node) {
        if (node < 0) {
            return space.pointMatrix().get3x3(new Matrix3d());
        }
        Matrix4dc told = scene.nodes().get(node).bindWorld();
        Matrix4dc world = told == null ? new Pose(scene).world(node) : told;
        return space.pointMatrix().mul(world).get3x3(new Matrix3d());
    }

    private static double[] offsets(BlendShape s, int points) {
        double[] out = new double[3 * points];
        BlendShape.Target t = s.targets().getLast();
        for (int i = 0; i < t.points().length; i++) {
            for (int k = 0; k < 3; k++) {
                out[3 * t.points()[i] + k] += t.deltas()[3 * i + k];
            }
        }
        return out;
    }

    /** Points, faces, normals and coordinates of surfaces; points in millimetres. */
    public static TopicResult surfaces(Pair p) {
        if (p.sent.meshes().isEmpty()) {
            return TopicResult.notSent(
                    Topic.SURFACES, say("core.character.compare.SurfaceTopics.the-sent-scene-has-no-mesh"));
        }
        List<Evidence.Row> rows = new ArrayList<>();
        double worst = 0;
        int changed = 0;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            Mesh a = p.sent.meshes().get(m);
            int other = p.matching.meshes()[m];
            int node = p.sent.nodeOfMesh(m);
            if (other < 0) {
                changed++;
                rows.add(new Evidence.Row(
                        a.name(),
                        node,
                        -1,
                        -1,
                        Double.NaN,
                        true,
                        List.of(
                                say("core.character.compare.SurfaceTopics.missing"),
                                (double) a.pointCount(),
                                0.0,
                                (double) a.faceCount(),
                                0.0,
                                0.0)));
                continue;
            }
            Mesh b = p.returned.meshes().get(other);
            double mm = distance(p, m, other) * 1000;
            worst = Math.max(worst, mm);
            boolean counts = a.pointCount() != b.pointCount()
                    || a.faceCount() != b.faceCount()
                    || a.uvSets().size() != b.uvSets().size()
                    || (a.normals() == null) != (b.normals() == null);
            changed += counts ? 1 : 0;
            rows.add(new Evidence.Row(
                    a.name(),
                    node,
                    p.returned.nodeOfMesh(other),
                    -1,
                    Double.NaN,
                    counts || mm > p.tolerances.vertex(),
                    List.of(
                            counts
                                    ? say("core.character.compare.SurfaceTopics.changed")
                                    : say("core.character.compare.SurfaceTopics.same"),
                            (double) a.pointCount(),
                            (double) b.pointCount(),
                            (double) a.faceCount(),
                            (double) b.faceCount(),
                            mm)));
        }
        Evidence e = new Evidence(
                say("core.character.compare.SurfaceTopics.mesh"),
                List.of(
                        say("core.character.compare.SurfaceTopics.make-up"),
                        say("core.character.compare.SurfaceTopics.points-sent"),
                        say("core.character.compare.SurfaceTopics.points-returned"),
                        say("core.character.compare.SurfaceTopics.faces-sent"),
                        say("core.character.compare.SurfaceTopics.faces-returned"),
                        say("core.character.compare.SurfaceTopics.off-by-mm")),
                rows);
        Verdict v = changed > 0 ? Verdict.BROKEN : e.over() > 0 ? Verdict.DRIFTED : Verdict.CLEAN;
        return TopicResult.of(
                Topic.SURFACES,
                v,
                Figure.of(worst, "mm"),
                changed > 0
                        ? say("core.character.compare.SurfaceTopics.meshes-are-made-up-differently", changed)
                        : say(
                                "core.character.compare.SurfaceTopics.all-meshes-have-the-same-points",
                                Figure.number(worst)),
                e);
    }

    /** Largest distance of a point at rest, metres. */
    public static double distance(Pair p, int mesh, int other) {
        int[] partner = PointMatch.of(p, mesh, other);
        double[] a = RestPoints.of(p.sent, p.sentSpace, p.sent.nodeOfMesh(mesh));
        double[] b = RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(other));
        double worst = 0;
        for (int i = 0; 3 * i < a.length; i++) {
            int j = partner[i];
            if (j >= 0) {
                double x = a[3 * i] - b[3 * j];
                double y = a[3 * i + 1] - b[3 * j + 1];
                double z = a[3 * i + 2] - b[3 * j + 2];
                worst = Math.max(worst, x * x + y * y + z * z);
            }
        }
        return Math.sqrt(worst);
    }

    /** Materials by name, and the faces that carry them. */
    public static TopicResult materials(Pair p) {
        List<Evidence.Row> rows = new ArrayList<>();
        int same = 0;
        PicturePlaces places = PicturePlaces.of(p);
        for (int m = 0; m < p.sent.materials().size(); m++) {
            String name = p.sent.materials().get(m).name();
            boolean there = p.returned.materials().stream()
                    .anyMatch(x -> Matching.plain(x.name()).equals(Matching.plain(name)));
            boolean moved = places.all().stream().anyMatch(x -> x.material().equals(name));
            same += there ? 1 : 0;
            rows.add(new Evidence.Row(
                    name,
                    -1,
                    -1,
                    -1,
                    Double.NaN,
                    !there || moved,
                    List.of(
                            moved
                                    ? say("core.character.compare.SurfaceTopics.its-picture-lies-otherwise")
                                    : there
                                            ? say("core.character.compare.SurfaceTopics.there")
                                            : say("core.character.compare.SurfaceTopics.missing"))));
        }
        int faces = assignment(p);
        if (faces > 0) {
            rows.addFirst(new Evidence.Row(
                    say("core.character.compare.SurfaceTopics.faces"),
                    -1,
                    -1,
                    -1,
                    Double.NaN,
                    true,
                    List.of(say("core.character.compare.SurfaceTopics.with-another-material", faces))));
        }
        if (rows.isEmpty()) {
            return TopicResult.notSent(
                    Topic.MATERIALS, say("core.character.compare.SurfaceTopics.the-sent-scene-has-no-material"));
        }
        int all = p.sent.materials().size();
        boolean drifted = same < all || !places.all().isEmpty();
        Verdict v = faces > 0 ? Verdict.BROKEN : drifted ? Verdict.DRIFTED : Verdict.CLEAN;
        return TopicResult.of(
                Topic.MATERIALS,
                v,
                Figure.of(same, say("core.character.compare.SurfaceTopics.of", all)),
                places.all().isEmpty()
                        ? say(
                                "core.character.compare.SurfaceTopics.of-materials-are-there-faces-changed",
                                same,
                                all,
                                faces)
                        : say(
                                "core.character.compare.SurfaceTopics.of-materials-are-there-pictures-lie",
                                same,
                                all,
                                faces,
                                places.counted()),
                new Evidence(
                        say("core.character.compare.SurfaceTopics.material"),
                        List.of(say("core.character.compare.SurfaceTopics.state")),
                        rows));
    }

    private static int assignment(Pair p) {
        int changed = 0;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            int[] faces = other < 0
                    ? new int[0]
                    : FaceMatch.of(p.sent.meshes().get(m), p.returned.meshes().get(other));
            int a = p.sent.nodeOfMesh(m);
            for (int f = 0; f < faces.length; f++) {
                if (!material(p.sent, a, faces[f]).equals(material(p.returned, p.returned.nodeOfMesh(other), f))) {
                    changed++;
                }
            }
        }
        return changed;
    }

    /** The material of a face without its namespace, "" for none. */
    public static String material(Scene s, int node, int face) {
        Node n = s.nodes().get(node);
        int[] slots = s.meshes().get(n.payload()).faceMaterials();
        int slot = slots == null ? 0 : slots[face];
        boolean has = slot < n.materials().length && n.materials()[slot] >= 0;
        return has ? Matching.plain(s.materials().get(n.materials()[slot]).name()) : "";
    }
}
