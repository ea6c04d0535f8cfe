package idleheron.app.round;

/** Hears how a round goes, on whichever thread works. */
public interface RoundListener {
    RoundListener NONE = new RoundListener() {};

    /** A file is begun. */
    default void begun(RoundItem item) {}

    /**
     * A file is done, or was already.
     *
     * @param seconds it took, 0 where it was done already
     */
    default void ended(RoundItem item, FileResult result, double seconds, boolean already) {}
}
