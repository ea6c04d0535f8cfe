package idleheron.core.cache;

/** What holds between two samples. */
public enum Interpolation {
    /** The sample before. */
    FLOOR,
    /** The closer one. */
    NEAREST,
    /** By proportion where topology is equal, else by velocity. */
    LINEAR
}
