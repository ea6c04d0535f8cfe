package idleheron.formats.usd.layer;

/**
 * From the time codes of a layer to those of what brings it in: outer = offset + scale · inner.
 *
 * @param offset in time codes
 */
public record TimeOffset(double offset, double scale) {
    public static final TimeOffset NONE = new TimeOffset(0, 1);

    public boolean isNone() {
        return offset == 0 && scale == 1;
    }

    /** This one after an inner one. */
    public TimeOffset after(TimeOffset inner) {
        return new TimeOffset(offset + scale * inner.offset, scale * inner.scale);
    }

    /** A time of the inner layer in that of the outer one. */
    public double apply(double inner) {
        return offset + scale * inner;
    }

    /** The time within for a time outside. */
    public double inverse(double outer) {
        return (outer - offset) / scale;
    }
}
