package idleheron.core.job;

import static idleheron.core.Messages.say;

import java.util.Locale;

/**
 * How much a file, or a wish, may ask for before it is refused. A few bytes can ask for more than any machine holds: references
 * that double, instances of instances, a bake of a million frames. Each limit is what the memory there is can hold, unless the
 * system property {@code heron.most.NAME} sets another.
 */
public enum Budget {
    /** Prims and the parts they are put together from, of one stage. */
    PRIMS(1500, "prims"),
    /** Objects of one cache where they are seen, instances followed. */
    PLACES(1000, say("core.job.Budget.placed-objects")),
    /** Points times moments that go out as numbers. */
    SAMPLES(200, say("core.job.Budget.points-times-frames")),
    /** Texels of one picture that is changed: its values, what comes of it, and what lies between. */
    TEXELS(60, "texels"),
    /** Points times frames of a bake, which lie on the disk and in the file that is written: 240 GB. */
    BAKE(0, say("core.job.Budget.points-times-frames"));

    private static final long BAKED = 20_000_000_000L;

    private final long bytes;
    private final String what;

    Budget(long bytes, String what) {
        this.bytes = bytes;
        this.what = what;
    }

    /** More than a budget allows. */
    public static final class Exceeded extends IllegalArgumentException {
        private static final long serialVersionUID = 1;
        private final String allowed;
        private final String found;

        private Exceeded(String allowed, String found) {
            super(say("core.job.Budget.and-at-most", found, allowed));
            this.allowed = allowed;
            this.found = found;
        }

        /** "130,000 prims (--most prims=N allows more)". */
        public String allowed() {
            return allowed;
        }

        /** "more". */
        public String found() {
            return found;
        }
    }

    /** As it stands on the command line. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** How much may be taken: as asked for, or the usual. */
    public long limit() {
        return Long.getLong(
                "heron.most." + code(),
                bytes == 0 ? BAKED : Runtime.getRuntime().maxMemory() / bytes);
    }

    /** @throws Exceeded when {@code n} is more than the limit, before anything is taken */
    public void check(long n) {
        if (n > limit()) {
            throw new Exceeded(
                    String.format(Locale.ROOT, say("core.job.Budget.d-s-most-s-n-allows"), limit(), what, code()),
                    n == Long.MAX_VALUE ? say("core.job.Budget.more") : String.format(Locale.ROOT, "%,d", n));
        }
    }
}
