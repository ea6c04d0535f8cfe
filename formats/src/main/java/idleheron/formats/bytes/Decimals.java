package idleheron.formats.bytes;

import ch.randelshofer.fastdoubleparser.JavaDoubleParser;

/**
 * Decimal numbers in text, without allocation. Numbers of up to 15 digits and small powers of ten are put together exactly from
 * their digits: the product or quotient of two exact doubles is rounded once. All others go through a library. One object works
 * for one thread at a time.
 */
public final class Decimals {
    /** So many digits fit a long. */
    private static final int HELD = 18;

    /** So many digits fit a double exactly. */
    private static final int EXACT = 15;

    /** Powers of ten that are exact doubles. */
    private static final double[] TENS = new double[23];

    static {
        TENS[0] = 1;
        for (int i = 1; i < TENS.length; i++) {
            TENS[i] = TENS[i - 1] * 10;
        }
    }

    private byte[] in = {};
    private int at;
    private int to;
    private long digits;
    private int count;
    private double value;
    private boolean whole;
    private boolean plain;

    /**
     * Takes a number: a sign, digits with or without a point among them, an exponent. An e without digits behind it is not part
     * of it.
     *
     * @return where it ends; {@code from} where there is none
     */
    public int scan(byte[] text, int from, int limit) {
        in = text;
        at = from;
        to = limit;
        digits = 0;
        count = 0;
        boolean minus = here() == '-';
        if (minus || here() == '+') {
            at++;
        }
        int seen = digits();
        int power = 0;
        plain = here() != '.';
        if (!plain) {
            at++;
            int behind = digits();
            seen += behind;
            power = -behind;
        }
        if (seen == 0) {
            return from;
        }
        power += exponent();
        whole = plain && count <= HELD && !(minus && digits == 0);
        if (count <= EXACT && power > -TENS.length && power < TENS.length) {
            double v = power < 0 ? digits / TENS[-power] : digits * TENS[power];
            value = minus ? -v : v;
        } else {
            value = JavaDoubleParser.parseDouble(in, from, at - from);
        }
        digits = minus ? -digits : digits;
        return at;
    }

    private int here() {
        return at < to ? in[at] : 0;
    }

    /** Takes digits, and tells how many; beyond what is held they are only counted. */
    private int digits() {
        int first = at;
        while (at < to && in[at] >= '0' && in[at] <= '9') {
            if (count < HELD) {
                digits = digits * 10 + (in[at] - '0');
                count += digits == 0 ? 0 : 1;
            } else {
                count = HELD + 1;
            }
            at++;
        }
        return at - first;
    }

    private int exponent() {
        int mark = at;
        if (here() != 'e' && here() != 'E') {
            return 0;
        }
        at++;
        boolean less = here() == '-';
        if (less || here() == '+') {
            at++;
        }
        int e = 0;
        int first = at;
        while (at < to && in[at] >= '0' && in[at] <= '9') {
            e = Math.min(100_000, e * 10 + (in[at] - '0'));
            at++;
        }
        if (at == first) {
            at = mark;
            return 0;
        }
        plain = false;
        return less ? -e : e;
    }

    /** The number that was taken last. */
    public double value() {
        return value;
    }

    /** Whether it has neither point nor exponent, fits a long by its digits, and is not -0. */
    public boolean isWhole() {
        return whole;
    }

    /** Whether it has neither point nor exponent and more digits than are held: it may still be a whole number of 64 bits. */
    public boolean isLongWhole() {
        return plain && count > HELD;
    }

    /** The same as a whole number, where it is one. */
    public long whole() {
        return digits;
    }
}
