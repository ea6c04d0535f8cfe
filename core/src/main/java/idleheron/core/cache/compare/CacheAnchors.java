package idleheron.core.cache.compare;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Interpolation;
import idleheron.core.math.SwingTwist;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/** What has a place but no points: cameras, lights, and transforms that nothing hangs on. Held together by path. */
final class CacheAnchors {
    private CacheAnchors() {}

    /**
     * One of them.
     *
     * @param back whether it came back
     * @param mm largest distance of the origins
     * @param degrees largest turn between them
     * @param seconds when the distance is largest
     */
    record Anchor(String path, boolean back, double mm, double degrees, double seconds) {}

    static List<Anchor> of(CachePairs pairs) {
        CachePose a = new CachePose(pairs.sent);
        CachePose b = new CachePose(pairs.back);
        Map<String, Integer> there = new HashMap<>();
        for (int i = 0; i < b.placed().size(); i++) {
            there.putIfAbsent(b.placed().get(i).path(), i);
        }
        List<Integer> own = new ArrayList<>();
        for (int i = 0; i < a.placed().size(); i++) {
            CacheKind k = a.node(i).kind();
            boolean bare = k == CacheKind.TRANSFORM && a.node(i).children().isEmpty();
            if (k == CacheKind.CAMERA || k == CacheKind.LIGHT || bare) {
                own.add(i);
            }
        }
        double[][] worst = new double[own.size()][3];
        for (double t : pairs.times) {
            a.at(t, Interpolation.LINEAR);
            b.at(t, Interpolation.LINEAR);
            for (int k = 0; k < worst.length; k++) {
                int i = own.get(k);
                Integer j = there.get(a.placed().get(i).path());
                if (j != null) {
                    hold(a.world(i), b.world(j), pairs, t, worst[k]);
                }
            }
        }
        List<Anchor> out = new ArrayList<>();
        for (int k = 0; k < worst.length; k++) {
            String path = a.placed().get(own.get(k)).path();
            out.add(new Anchor(path, there.containsKey(path), worst[k][0] * 1000, worst[k][1], worst[k][2]));
        }
        return out;
    }

    private static void hold(Matrix4d sent, Matrix4d back, CachePairs pairs, double t, double[] worst) {
        Matrix4d x = new Matrix4d(pairs.sentSpace).mul(sent);
        Matrix4d y = new Matrix4d(pairs.backSpace).mul(back);
        double d = x.getTranslation(new Vector3d()).distance(y.getTranslation(new Vector3d()));
        if (d > worst[0]) {
            worst[0] = d;
            worst[2] = t;
        }
        Quaterniond q = x.getUnnormalizedRotation(new Quaterniond())
                .conjugate()
                .mul(y.getUnnormalizedRotation(new Quaterniond()));
        worst[1] = Math.max(worst[1], SwingTwist.angle(q));
    }
}
