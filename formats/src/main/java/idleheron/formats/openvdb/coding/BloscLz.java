package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

/**
 * The coder that Blosc brings itself: literals and repeats.
 *
 * <pre>
 * u8 c under 32    c + 1 literals follow; the first byte of a stream is always taken so, by its lower 5 bits
 * u8 c from 32     a repeat: length (c >> 5) + 2, distance ((c and 31) << 8) + 1 + a byte; where the length's bits are 7,
 *                  bytes to add to it come first, as long as they are 255
 *                  where all of the distance's bits are 1, it is 8192 + a big-endian u16 that follows
 * </pre>
 */
final class BloscLz {
    private static final int NEAR = 8191;

    private BloscLz() {}

    /**
     * @return how many bytes came out
     * @throws BloscException when the stream points outside itself
     */
    static int unpack(byte[] in, int from, int length, byte[] out, int at, int room) throws BloscException {
        int i = from;
        int end = from + length;
        int o = at;
        int limit = at + room;
        if (length == 0) {
            return 0;
        }
        int c = in[i++] & 31;
        while (true) {
            if (c >= 32) {
                int n = (c >> 5) - 1;
                int distance = (c & 31) << 8;
                if (n == 6) {
                    int more;
                    do {
                        more = at(in, i++, end);
                        n += more;
                    } while (more == 255);
                }
                int low = at(in, i++, end);
                if (low == 255 && distance == 31 << 8) {
                    distance = (at(in, i, end) << 8) + at(in, i + 1, end) + NEAR;
                    i += 2;
                } else {
                    distance += low;
                }
                n += 3;
                int source = o - distance - 1;
                if (source < at || n > limit - o) {
                    throw new BloscException(
                            say("formats.openvdb.coding.BloscLz.a-repeat-inside-the-data"),
                            say("formats.openvdb.coding.BloscLz.one-of-bytes-from", n, (source - at)));
                }
                for (int k = 0; k < n; k++) {
                    out[o++] = out[source++];
                }
            } else {
                int n = c + 1;
                if (n > end - i || n > limit - o) {
                    throw new BloscException(
                            say("formats.openvdb.coding.BloscLz.literals", n),
                            say("formats.openvdb.coding.BloscLz.left", (end - i)));
                }
                System.arraycopy(in, i, out, o, n);
                i += n;
                o += n;
            }
            if (i >= end) {
                return o - at;
            }
            c = in[i++] & 255;
        }
    }

    private static int at(byte[] in, int i, int end) throws BloscException {
        if (i >= end) {
            throw new BloscException(
                    say("formats.openvdb.coding.BloscLz.more-of-a-stream"),
                    say("formats.openvdb.coding.BloscLz.its-end"));
        }
        return in[i] & 255;
    }
}
