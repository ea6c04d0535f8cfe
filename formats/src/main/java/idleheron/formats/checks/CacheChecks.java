package idleheron.formats.checks;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TransformStack;
import idleheron.core.job.Budget;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Holds faces against points, indices against values and operations against their channels, so that whoever uses an object of a
 * cache need not.
 */
public final class CacheChecks {
    private final String file;
    private final MemorySegment bytes;

    public CacheChecks(String file, MemorySegment bytes) {
        this.file = file;
        this.bytes = bytes;
    }

    /**
     * Every object of a cache, on all cores.
     *
     * @throws FormatException for the first object that does not fit
     */
    public void check(Cache cache, Progress progress) throws FormatException {
        List<Cache.Entry> all = cache.entries();
        FormatException[] wrong = new FormatException[all.size()];
        AtomicInteger first = new AtomicInteger(Integer.MAX_VALUE);
        Cores.each(all.size(), i -> {
            if (i > first.get()) {
                return;
            }
            try {
                check(all.get(i));
            } catch (FormatException e) {
                wrong[i] = e;
            } catch (IllegalArgumentException e) {
                String path = all.get(i).path();
                wrong[i] = FormatException.in(
                        file, say("formats.checks.CacheChecks.samples-that-fit-in", path), e.getMessage() + "", e);
            }
            if (wrong[i] != null) {
                first.accumulateAndGet(i, Math::min);
            }
        });
        if (first.get() < all.size()) { // the same one, whichever core was faster
            throw wrong[first.get()];
        }
        Budget.PLACES.check(placed(cache, cache.root(), "", new HashMap<>(), new HashSet<>()));
        progress.at(0.9, say("formats.checks.CacheChecks.checked"));
    }

    /** How many objects an object and all under it are where they are seen, instances followed; at most the largest long. */
    private static long placed(
            Cache cache, CacheNode node, String path, Map<String, Long> known, Set<String> following) {
        Long told = known.get(path);
        if (told != null) {
            return told;
        }
        long n = 1;
        if (node.kind() == CacheKind.INSTANCE) {
            int source = cache.find(node.source());
            if (source >= 0 && following.add(node.source())) {
                n = placed(cache, cache.entries().get(source).node(), node.source(), known, following);
                following.remove(node.source());
            }
        } else {
            for (CacheNode c : node.children()) {
                long under = placed(cache, c, path + "/" + c.name(), known, following);
                n = n > Long.MAX_VALUE - under ? Long.MAX_VALUE : n + under;
            }
        }
        known.put(path, n);
        return n;
    }

    private void check(Cache.Entry e) throws FormatException {
        if (e.node().kind().isMesh()) {
            mesh(e);
        }
        for (ChannelSemantic told : new ChannelSemantic[] {ChannelSemantic.VISIBLE, ChannelSemantic.INHERITS}) {
            Samples s = e.node().get(told);
            for (int i = 0; s != null && i < s.count(); i++) {
                if (s.points(i) < 1) {
                    throw wrong(s.bytes(i), say("formats.checks.CacheChecks.a-value-in-each-sample-of", e.path()), 0);
                }
            }
        }
        stack(e);
    }

    /** A transform's channels are as many as its operations take, in every sample. */
    private void stack(Cache.Entry e) throws FormatException {
        Samples ops = e.node().get(ChannelSemantic.OPERATIONS);
        Samples v = e.node().get(ChannelSemantic.CHANNELS);
        if (ops == null || v == null || ops.count() == 0) {
            return;
        }
        int needed = TransformStack.channels(ops.ints(0));
        for (int i = 0; i < v.count(); i++) {
            if ((i == 0 || v.slot(i) != v.slot(i - 1)) && v.points(i) * v.extent() != needed) {
                throw wrong(
                        v.bytes(i),
                        say("formats.checks.CacheChecks.channels-for-the-transform-operations-of", needed, e.path(), i),
                        v.points(i) * v.extent());
            }
        }
    }

    private void mesh(Cache.Entry e) throws FormatException {
        CacheMesh m = new CacheMesh(e.node());
        Samples p = m.positions();
        if (p.extent() != 3 || !p.type().isReal()) {
            throw FormatException.in(
                    file,
                    say("formats.checks.CacheChecks.points-of-3-reals-in", e.path()),
                    say("formats.checks.CacheChecks.by", p.type().id(), p.extent()));
        }
        Set<Long> seen = new HashSet<>();
        for (int s = 0; s < m.count(); s++) {
            if (seen.add(m.topologyKey(s))) {
                faces(m, s, e.path());
            }
        }
        for (Param q : e.node().params()) {
            Samples at = q.indices();
            for (int s = 0; at != null && s < Math.min(at.count(), q.values().count()); s++) {
                if (s == 0
                        || at.slot(s) != at.slot(s - 1)
                        || q.values().slot(s) != q.values().slot(s - 1)) {
                    within(
                            at.ints(s),
                            q.values().points(s),
                            at.bytes(s),
                            say("formats.checks.CacheChecks.of", q.name(), e.path()));
                }
            }
        }
    }

    private void faces(CacheMesh m, int s, String path) throws FormatException {
        int[] counts = m.counts(s);
        int[] indices = m.indices(s);
        long sum = 0;
        for (int c : counts) {
            sum += c;
            if (c < 0) {
                throw wrong(
                        m.counts().bytes(Math.min(s, m.counts().count() - 1)),
                        say("formats.checks.CacheChecks.faces-with-corners-in", path),
                        c);
            }
        }
        if (sum != indices.length) {
            throw wrong(
                    m.counts().bytes(Math.min(s, m.counts().count() - 1)),
                    say("formats.checks.CacheChecks.corners-in-the-faces-of-sample", indices.length, path, s),
                    sum);
        }
        within(
                indices,
                m.points(s),
                m.indices().bytes(Math.min(s, m.indices().count() - 1)),
                say("formats.checks.CacheChecks.sample", path, s));
    }

    private void within(int[] indices, long count, MemorySegment place, String what) throws FormatException {
        for (int i : indices) {
            if (i < 0 || i >= count) {
                throw wrong(place, say("formats.checks.CacheChecks.indices-below-in", count, what), i);
            }
        }
    }

    private FormatException wrong(MemorySegment place, String expected, long found) {
        long at = place.isNative() ? place.address() - bytes.address() : -1;
        return at < 0 || at >= bytes.byteSize()
                ? FormatException.in(file, expected, found + "")
                : FormatException.at(file, at, expected, found + "");
    }
}
