package idleheron.formats.alembic;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.formats.FormatException;
import java.lang.foreign.MemorySegment;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;

/** Holds faces against points, and indices against values, so that whoever uses a mesh need not. */
final class MeshChecks {
    private final String file;
    private final MemorySegment bytes;

    MeshChecks(String file, MemorySegment bytes) {
        this.file = file;
        this.bytes = bytes;
    }

    /**
     * Every mesh of a cache, on all cores.
     *
     * @throws FormatException for the first object that does not fit
     */
    void check(Cache cache, Progress progress) throws FormatException {
        List<Cache.Entry> meshes =
                cache.entries().stream().filter(e -> e.node().kind().isMesh()).toList();
        AtomicReference<FormatException> wrong = new AtomicReference<>();
        Cores.each(meshes.size(), i -> {
            if (wrong.get() == null) {
                try {
                    check(meshes.get(i));
                } catch (FormatException e) {
                    wrong.compareAndSet(null, e);
                }
            }
        });
        progress.at(0.9, "checked");
        FormatException e = wrong.get();
        if (e != null) {
            throw e;
        }
    }

    private void check(Cache.Entry e) throws FormatException {
        CacheMesh m = new CacheMesh(e.node());
        Samples p = m.positions();
        if (p.extent() != 3 || !p.type().isReal()) {
            throw FormatException.in(
                    file, "points of 3 reals in " + e.path(), p.type().id() + " by " + p.extent());
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
                    within(at.ints(s), q.values().points(s), at.bytes(s), q.name() + " of " + e.path());
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
                throw wrong(m.counts().bytes(Math.min(s, m.counts().count() - 1)), "faces with corners in " + path, c);
            }
        }
        if (sum != indices.length) {
            throw wrong(
                    m.counts().bytes(Math.min(s, m.counts().count() - 1)),
                    indices.length + " corners in the faces of " + path + ", sample " + s,
                    sum);
        }
        within(indices, m.points(s), m.indices().bytes(Math.min(s, m.indices().count() - 1)), path + ", sample " + s);
    }

    private void within(int[] indices, long count, MemorySegment place, String what) throws FormatException {
        for (int i : indices) {
            if (i < 0 || i >= count) {
                throw wrong(place, "indices below " + count + " in " + what, i);
            }
        }
    }

    private FormatException wrong(MemorySegment place, String expected, long found) {
        long at = place.address() - bytes.address();
        return at < 0 || at >= bytes.byteSize()
                ? FormatException.in(file, expected, found + "")
                : FormatException.at(file, at, expected, found + "");
    }
}
