package idleheron.core.character.cause;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.character.compare.Carrier;
import idleheron.core.character.compare.RestPoints;
import idleheron.core.kind.Candidate;
import idleheron.core.math.Similarity;
import idleheron.core.pair.Pair;
import idleheron.core.remedy.mesh.MovePoints;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;

/** Explanations about one surface: scaled, turned or moved while the skeleton was not. */
public final class MeshCauses {
    /** A fit counts when it leaves at most this share of the distance. */
    private static final double EXPLAINS = 0.02;

    /** So many points, evenly chosen, are enough for a fit. */
    private static final int MOST = 2000;

    private MeshCauses() {}

    /** Surfaces that were moved without their skeleton, as far as their figures suggest it. */
    public static void find(Pair p, List<Candidate> out) {
        boolean joints = !p.sent.joints().isEmpty() && !p.returned.joints().isEmpty();
        if (joints
                && p.matched().length < p.sent.joints().size()
                && p.matched().length < p.returned.joints().size()) {
            return; // what the skeleton did is not known
        }
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            if (other >= 0) {
                mesh(p, m, other, out);
            }
        }
    }

    private static void mesh(Pair p, int sentMesh, int returnedMesh, List<Candidate> out) {
        double[] pa = RestPoints.of(p.sent, p.sentSpace, p.sent.nodeOfMesh(sentMesh));
        double[] pb = RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(returnedMesh));
        if (pa.length != pb.length || pa.length < 12) {
            return;
        }
        int step = Math.max(1, pa.length / 3 / MOST);
        int n = pa.length / 3 / step;
        double[] a = new double[3 * n];
        double[] b = new double[3 * n];
        double before = 0;
        for (int i = 0; i < n; i++) {
            System.arraycopy(pa, 3 * i * step, a, 3 * i, 3);
            System.arraycopy(pb, 3 * i * step, b, 3 * i, 3);
        }
        for (int i = 0; i < a.length; i++) {
            before += (a[i] - b[i]) * (a[i] - b[i]);
        }
        before = Math.sqrt(before / n);
        if (before * 1000 <= p.tolerances.vertex() || Arrays.equals(a, b)) {
            return;
        }
        Carrier carrier = Carrier.of(p, sentMesh, returnedMesh);
        if (carrier != null && (carrier.moved(p) || carrier.holds(a, b, p.tolerances.vertex()))) {
            return; // where the carrier went is the question, whatever it carries
        }
        Similarity f = Similarity.fit(a, b, true);
        if (!(f.residual() <= EXPLAINS * before) || !f.invertible()) {
            return;
        }
        Mesh mesh = p.returned.meshes().get(returnedMesh);
        boolean scaled = Math.abs(f.scale() - 1) > p.tolerances.scale();
        boolean turned = f.angleDegrees() > p.tolerances.turn() || f.mirrored();
        String what = scaled
                ? say(
                        "core.character.cause.MeshCauses.scaled-by",
                        Figure.number(rounded(f.scale())),
                        (turned
                                ? say(
                                        "core.character.cause.MeshCauses.and-turned-by",
                                        Figure.number(rounded(f.angleDegrees())))
                                : ""))
                : turned
                        ? f.mirrored()
                                ? say("core.character.cause.MeshCauses.mirrored")
                                : say(
                                        "core.character.cause.MeshCauses.turned-by",
                                        Figure.number(rounded(f.angleDegrees())))
                        : say(
                                "core.character.cause.MeshCauses.moved-by-mm",
                                Figure.number(f.offset().length() * 1000));
        out.add(new Candidate(
                scaled ? "mesh-scaled" : turned ? "mesh-turned" : "mesh-moved",
                say(
                        "core.character.cause.MeshCauses.the-surface-of-was",
                        mesh.name(),
                        what,
                        (p.sent.joints().isEmpty()
                                ? ""
                                : say("core.character.cause.MeshCauses.and-the-skeleton-was-not"))),
                new MovePoints(mesh.name(), new Matrix4d(f.matrix()).invert()),
                Candidate.POINTS));
    }

    private static double rounded(double v) {
        double r = Math.rint(v * 1e4) / 1e4;
        return Math.abs(v) > 1e-3 ? r : v;
    }
}
