package idleheron.core.job;

import java.util.concurrent.CancellationException;

/** Runs through every long computation: takes how far it is, and can stop it. */
public interface Progress {
    Progress NONE = (done, what) -> {};

    /**
     * @param done share of the work done, 0 to 1
     * @param what what is being done, for a person
     * @throws CancellationException when the work is to stop
     */
    void at(double done, String what);

    /** A progress that fills the part from {@code from} to {@code to} of this one. */
    default Progress part(double from, double to) {
        return (done, what) -> at(from + (to - from) * done, what);
    }
}
