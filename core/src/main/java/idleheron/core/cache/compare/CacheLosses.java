package idleheron.core.cache.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.Param;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** What was lost of caches that points do not show: names, attributes, properties, instances. */
public final class CacheLosses {
    private CacheLosses() {}

    /** Objects, attributes and samples of caches that no remedy brings back. */
    public static void find(Pair p, List<Loss> out) {
        if (p.sent.caches().isEmpty() || p.returned.caches().isEmpty()) {
            return;
        }
        CachePairs pairs = CacheTopic.pairs(p);
        if (pairs == null) {
            return;
        }
        CachePose a = new CachePose(pairs.sent);
        CachePose b = new CachePose(pairs.back);
        List<String> renamed = new ArrayList<>();
        Set<String> gone = new TreeSet<>();
        List<String> user = new ArrayList<>();
        for (int i = 0; i < pairs.meshes.length; i++) {
            if (pairs.partner[i] >= 0) {
                CacheNode s = a.node(pairs.meshes[i]);
                CacheNode r = b.node(pairs.partner[i]);
                if (pairs.found[i].equals("place")) {
                    renamed.add(CacheTopic.object(a, pairs.meshes[i]));
                }
                for (Param q : s.params()) {
                    if (r.param(q.name()) == null) {
                        gone.add(q.name());
                    }
                }
                if (!s.user().isEmpty() && r.user().isEmpty()) {
                    user.add(CacheTopic.object(a, pairs.meshes[i]));
                }
            }
        }
        if (!renamed.isEmpty()) {
            add(
                    out,
                    "cache-names-lost",
                    say(
                            "core.cache.compare.CacheLosses.came-back-under-other-names",
                            Wording.counted(renamed.size(), "object", "objects")),
                    renamed.size(),
                    "objects",
                    renamed.getFirst());
        }
        if (!gone.isEmpty()) {
            add(
                    out,
                    "cache-attributes-lost",
                    say(
                            "core.cache.compare.CacheLosses.attributes-did-not-come-back",
                            Wording.listed(List.copyOf(gone))),
                    gone.size(),
                    "attributes",
                    gone.iterator().next());
        }
        if (!user.isEmpty()) {
            add(
                    out,
                    "cache-properties-lost",
                    say("core.cache.compare.CacheLosses.the-user-s-properties-of-did", Wording.listed(user)),
                    user.size(),
                    "objects",
                    user.getFirst());
        }
        long had = pairs.sent.count(CacheKind.INSTANCE);
        long has = pairs.back.count(CacheKind.INSTANCE);
        if (had > 0 && has == 0 && pairs.complete()) {
            add(
                    out,
                    "cache-instances-spread",
                    say(
                            "core.cache.compare.CacheLosses.came-back-as-meshes-of-their",
                            Wording.counted(had, "instance", "instances")),
                    (double) had,
                    "instances",
                    "");
        }
    }

    private static void add(List<Loss> out, String code, String text, double n, String unit, String subject) {
        out.add(new Loss(code, Topic.CACHES, text, Figure.of(n, unit, subject)));
    }
}
