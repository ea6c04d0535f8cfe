package idleheron.app.round;

import idleheron.core.job.Cores;

/**
 * How a round is run; none of it changes what comes of it.
 *
 * @param jobs files done at once
 * @param apartOver files of more bytes are done in a process of their own
 * @param seconds after which one file is given up
 * @param resume whether what is done already is passed over
 * @param overwrite whether what is there may be replaced
 */
public record RoundTerms(int jobs, long apartOver, double seconds, boolean resume, boolean overwrite) {
    /** Larger ones are risky. */
    public static final long APART = 256L << 20;

    /** An hour and a half for one file is more than any should take. */
    public static final double LONGEST = 5400;

    /** As many at once as there are cores, nothing overwritten, no limit of time. */
    public static RoundTerms usual() {
        return new RoundTerms(Cores.count(), APART, LONGEST, false, false);
    }

    public RoundTerms withResume(boolean value) {
        return new RoundTerms(jobs, apartOver, seconds, value, overwrite);
    }

    public RoundTerms withJobs(int value) {
        return new RoundTerms(value, apartOver, seconds, resume, overwrite);
    }
}
