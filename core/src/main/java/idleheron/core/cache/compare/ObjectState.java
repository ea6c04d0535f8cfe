package idleheron.core.cache.compare;

import static idleheron.core.Messages.say;

import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.Param;
import java.util.ArrayList;
import java.util.List;

/** What became of an object of a cache besides where its points are: in few words. */
final class ObjectState {
    private ObjectState() {}

    /**
     * What became of an object.
     *
     * @param called its path on the other side, where it was found by its place; else ""
     * @param hidden at how many samples one side shows it and the other does not
     */
    static String of(CacheNode sent, CacheNode back, String called, int hidden) {
        List<String> out = new ArrayList<>();
        if (!called.isEmpty()) {
            out.add(say("core.cache.compare.ObjectState.now", called.substring(called.lastIndexOf('/') + 1)));
        }
        CacheMesh m = new CacheMesh(sent);
        CacheMesh r = new CacheMesh(back);
        if (m.points(0) != r.points(0)) {
            out.add(say("core.cache.compare.ObjectState.now-points", r.points(0)));
        }
        if (m.topologyHolds() != r.topologyHolds()) {
            out.add(
                    r.topologyHolds()
                            ? say("core.cache.compare.ObjectState.topology-no-longer-changes")
                            : say("core.cache.compare.ObjectState.topology-changes-now"));
        }
        if (hidden > 0) {
            out.add(say("core.cache.compare.ObjectState.shown-else-at-samples", hidden));
        }
        for (Param q : sent.params()) {
            Param there = back.param(q.name());
            if (there == null) {
                out.add(say("core.cache.compare.ObjectState.lost", q.name()));
            } else if (!alike(q, there)) {
                out.add(say("core.cache.compare.ObjectState.changed", q.name()));
            }
        }
        if (!sent.user().isEmpty() && back.user().isEmpty()) {
            out.add(say("core.cache.compare.ObjectState.user-properties-lost"));
        }
        return out.isEmpty() ? say("core.cache.compare.ObjectState.there") : String.join(", ", out);
    }

    private static boolean alike(Param a, Param b) {
        if (a.values().count() == 0
                || b.values().count() == 0
                || a.values().type().isText()) {
            return a.values().count() == b.values().count();
        }
        double[] x = a.flat(0);
        double[] y = b.flat(0);
        if (x.length != y.length) {
            return false;
        }
        for (int k = 0; k < x.length; k++) {
            if (Math.abs(x[k] - y[k]) > 1e-4 * Math.max(1, Math.abs(x[k]))) {
                return false;
            }
        }
        return true;
    }
}
