package idleheron.formats.spi;

import static idleheron.core.Messages.say;

import idleheron.core.scene.Lost;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What was lost of a damaged file, collected while it is read, and which of its bytes nobody can rely on.
 */
public final class Salvage {
    /** At its edges noise may look like text. */
    private static final long BESIDE_NOISE = 24;

    /** More are not listed one by one. */
    private static final int MOST = 5000;

    private final boolean bare;

    public Salvage() {
        this(false);
    }

    /**
     * @param bare whether things of which anything is lost keep nothing, for what is left of them may not fit together
     */
    public Salvage(boolean bare) {
        this.bare = bare;
    }

    public boolean isBare() {
        return bare;
    }

    private record Range(long from, long to) {}

    private final Set<Lost> lost = new LinkedHashSet<>();
    private final Set<String> distrusted = new LinkedHashSet<>();
    private final List<Range> doubtful = new ArrayList<>();

    /** A thing, or with "" for a name all of a kind, is gone or in part. */
    public void lost(Lost.What what, String name, String place, String why) {
        Lost l = new Lost(what, name, place, why);
        if (lost.size() < MOST) {
            lost.add(l);
        } else if (lost.stream().noneMatch(k -> k.covers(what, name))) {
            lost.add(new Lost(what, "", "", say("formats.spi.Salvage.more-of-them-than-are-listed")));
        }
    }

    /** Bytes that nobody can rely on. */
    public void doubt(long from, long to) {
        Range last = doubtful.isEmpty() ? null : doubtful.getLast();
        if (last != null && from <= last.to && to >= last.from) {
            doubtful.set(doubtful.size() - 1, new Range(Math.min(from, last.from), Math.max(to, last.to)));
        } else {
            doubtful.add(new Range(from, to));
        }
    }

    /** Text holds no control signs and is UTF-8: where it is not, it is noise. */
    public void noise(MemorySegment in) {
        long size = in.byteSize();
        for (long p = 0; p < size; ) {
            int b = in.get(ValueLayout.JAVA_BYTE, p) & 255;
            int more = b < 0x80
                    ? 0
                    : b >= 0xC2 && b < 0xE0 ? 1 : b >= 0xE0 && b < 0xF0 ? 2 : b >= 0xF0 && b < 0xF5 ? 3 : -1;
            boolean bad = more < 0 || b == 127 || b < 32 && b != '\t' && b != '\n' && b != '\r';
            for (int i = 1; i <= more && !bad; i++) {
                bad = p + i >= size || (in.get(ValueLayout.JAVA_BYTE, p + i) & 0xC0) != 0x80;
            }
            if (bad) {
                doubt(p - BESIDE_NOISE, p + BESIDE_NOISE);
            }
            p += bad ? 1 : 1 + more;
        }
    }

    /** A file of which something is damaged, nobody knows where. */
    public void distrust(String name) {
        distrusted.add(name);
    }

    /** Whether something is damaged of a file, or of one in a package: "props.usdz[bell.usdc]". */
    public boolean distrusts(String name) {
        return distrusted.stream().anyMatch(d -> name.equals(d) || name.endsWith("[" + d + "]"));
    }

    /** Whether any byte of a range is doubtful. */
    public boolean doubts(long from, long to) {
        for (Range r : doubtful) {
            if (from < r.to && to > r.from) {
                return true;
            }
        }
        return false;
    }

    /** What was lost so far. */
    public List<Lost> lost() {
        return List.copyOf(lost);
    }

    /** "byte 812 to 4096". */
    public static String bytes(long from, long to) {
        return "byte " + Math.max(0, from) + " to " + to;
    }
}
