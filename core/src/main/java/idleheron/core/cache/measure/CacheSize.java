package idleheron.core.cache.measure;

import idleheron.core.bytes.Bytes;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import java.lang.foreign.MemorySegment;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.zip.CRC32C;

/**
 * Bytes that a cache takes in a file: payloads once each, with their keys and places, and what every object and property takes
 * besides. An estimate within a few hundredths of what is written, made without writing.
 */
public final class CacheSize {
    private static final int OBJECT = 130;
    private static final int PROPERTY = 34;
    private static final int PAYLOAD = 24;
    private static final int REFERENCE = 8;

    private final Set<Payload> seen = new HashSet<>();

    private record Payload(long crc, long head, long bytes) {}

    private CacheSize() {}

    /** Bytes of all samples, each counted once. */
    public static long of(Cache cache) {
        CacheSize s = new CacheSize();
        long n = OBJECT + s.node(cache.root());
        for (Cache.Entry e : cache.entries()) {
            n += s.node(e.node());
        }
        return n;
    }

    /** Bytes of each object alone, in the order of the entries; what two share counts for the first. */
    public static long[] each(Cache cache) {
        CacheSize s = new CacheSize();
        return cache.entries().stream().mapToLong(e -> s.node(e.node())).toArray();
    }

    private long node(CacheNode n) {
        long[] sum = {OBJECT + 2L * n.name().length() + n.source().length()};
        n.mapSamples(s -> {
            sum[0] += samples(s);
            return s;
        });
        if (n.get(ChannelSemantic.POSITIONS) != null && n.get(ChannelSemantic.BOUNDS) == null) {
            sum[0] += PROPERTY + (long) new CacheMesh(n).positions().slots() * (PAYLOAD + 48 + REFERENCE);
        }
        if (n.kind() == CacheKind.TRANSFORM) {
            for (ChannelSemantic r : new ChannelSemantic[] {ChannelSemantic.INHERITS, ChannelSemantic.NOT_IDENTITY}) {
                sum[0] += n.get(r) == null && n.get(ChannelSemantic.CHANNELS) != null ? PROPERTY + REFERENCE : 0;
            }
        }
        sum[0] += (long) n.params().size() * PROPERTY;
        return sum[0];
    }

    private long samples(Samples s) {
        long n = PROPERTY;
        for (int k = 0; k < s.slots(); k++) {
            MemorySegment m = s.bytes(k == 0 ? 0 : s.first() + k - 1);
            n += (s.scalar() ? 1L : 2L) * REFERENCE;
            if (m.byteSize() > 0 && seen.add(payload(m))) {
                n += PAYLOAD + m.byteSize();
            }
        }
        return n;
    }

    private static Payload payload(MemorySegment m) {
        CRC32C crc = new CRC32C();
        Bytes.add(crc, m);
        MemorySegment head = m.asSlice(0, Math.min(64, m.byteSize()));
        long h = 0;
        for (long i = 0; i < head.byteSize(); i++) {
            h = 31 * h + head.get(java.lang.foreign.ValueLayout.JAVA_BYTE, i);
        }
        return new Payload(crc.getValue(), h, m.byteSize());
    }

    /** "6.2 MB", "420 KB". */
    public static String text(long bytes) {
        if (bytes >= 1 << 20) {
            return String.format(java.util.Locale.ROOT, "%.2f MB", bytes / (double) (1 << 20));
        }
        return String.format(java.util.Locale.ROOT, "%.1f KB", bytes / 1024.0);
    }

    /** Objects, the largest first, at most {@code most}. */
    public static List<Integer> largest(long[] each, int most) {
        return java.util.stream.IntStream.range(0, each.length)
                .boxed()
                .sorted((a, b) -> Long.compare(each[b], each[a]))
                .limit(most)
                .toList();
    }
}
