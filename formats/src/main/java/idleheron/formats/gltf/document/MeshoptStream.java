package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

/**
 * Unpacks the three layouts in which {@code EXT_meshopt_compression} packs a buffer view.
 *
 * <pre>
 * ATTRIBUTES  u8 0xA0 | version (0, 1); blocks; tail
 *   tail      the element before the first, version 1: then a mode byte per 4 columns; filled up in front to 32 or 24
 *   block     of min(256, (8192 / stride) &amp; ~15) elements, groups of 16; version 1 first 2 bits of control per column;
 *             per column of bytes: a width of 2 bits per group, then the groups
 *   group     16 values of 0, 1, 2, 4 or 8 bits, high bits first (of 1 bit low first); all ones: the byte follows
 * TRIANGLES   u8 0xE1; one code per triangle; numbers; 16 bytes of table
 * INDICES     u8 0xD1; a number per index: the lowest bit chooses one of two runs; 4 bytes of tail
 * </pre>
 *
 * Numbers are of 7 bits a byte, low first; differences are folded: 0, -1, 1, -2 are 0, 1, 2, 3.
 */
final class MeshoptStream {
    /** What does not fit the layout, as expected and found. */
    static final class Unfit extends Exception {
        private static final long serialVersionUID = 1;
        final String expected;
        final String found;

        Unfit(String expected, String found) {
            super(expected);
            this.expected = expected;
            this.found = found;
        }
    }

    private static final int[][] WIDTHS = {{0, 2, 4, 8}, {0, 1, 2, 4}, {1, 2, 4, 8}};

    private final byte[] in;
    private int at;
    private int end;

    private MeshoptStream(byte[] in, int at, int tail) throws Unfit {
        if (in.length < at + tail) {
            throw new Unfit(
                    say("formats.gltf.document.MeshoptStream.at-least-packed-bytes", (at + tail)), in.length + "");
        }
        this.in = in;
        this.at = at;
        this.end = in.length - tail;
    }

    private int u8() throws Unfit {
        if (at >= end) {
            throw new Unfit(
                    say("formats.gltf.document.MeshoptStream.more-packed-bytes"),
                    say("formats.gltf.document.MeshoptStream.their-end-after", in.length));
        }
        return in[at++] & 255;
    }

    private static int unfold(int v) {
        return v >>> 1 ^ -(v & 1);
    }

    private int number() throws Unfit {
        int n = 0;
        for (int i = 0; i < 35; i += 7) {
            int b = u8();
            n |= (b & 127) << i;
            if (b < 128) {
                return n;
            }
        }
        throw new Unfit(
                say("formats.gltf.document.MeshoptStream.a-number-of-at-most-5"),
                say("formats.gltf.document.MeshoptStream.more-2"));
    }

    private static int version(byte[] in, int kind, int newest) throws Unfit {
        int head = in.length == 0 ? 0 : in[0] & 255;
        if ((head & 0xF0) != kind || (head & 15) > newest) {
            throw new Unfit(
                    say("formats.gltf.document.MeshoptStream.0x-at-the-head-of-packed", Integer.toHexString(kind)),
                    "0x" + Integer.toHexString(head));
        }
        return head & 15;
    }

    /**
     * @param stride bytes of an element, a multiple of 4 up to 256
     * @return count elements on end
     */
    static byte[] vertices(byte[] in, int count, int stride) throws Unfit {
        int version = version(in, 0xA0, 1);
        int kept = stride + (version == 1 ? stride / 4 : 0);
        int tail = Math.max(kept, version == 1 ? 24 : 32);
        MeshoptStream s = new MeshoptStream(in, 1, tail);
        int first = in.length - kept;
        byte[] last = java.util.Arrays.copyOfRange(in, first, first + stride);
        int block = Math.min(8192 / stride & ~15, 256);
        byte[] out = new byte[count * stride];
        byte[][] planes = new byte[stride][256];
        int[] control = new int[stride / 4];
        for (int base = 0; base < count; base += block) {
            int n = Math.min(block, count - base);
            for (int i = 0; version == 1 && i < control.length; i++) {
                control[i] = s.u8();
            }
            for (int b = 0; b < stride; b++) {
                s.plane(planes[b], n, version == 0 ? -1 : control[b >> 2] >> 2 * (b & 3) & 3);
            }
            for (int k = 0; k < stride; k += 4) {
                columns(planes, k, version == 0 ? 0 : in[first + stride + k / 4] & 255, n, last);
            }
            for (int i = 0; i < n; i++) {
                for (int b = 0; b < stride; b++) {
                    out[(base + i) * stride + b] = planes[b][i];
                }
            }
        }
        if (s.at != s.end) {
            throw new Unfit(
                    say("formats.gltf.document.MeshoptStream.packed-bytes-that-end-with-the"),
                    say("formats.gltf.document.MeshoptStream.more", (s.end - s.at)));
        }
        return out;
    }

    /**
     * One column of bytes of a block.
     *
     * @param control -1 in version 0, else which widths there are, 2 for zeros, 3 for plain bytes
     */
    private void plane(byte[] out, int n, int control) throws Unfit {
        if (control == 2) {
            java.util.Arrays.fill(out, (byte) 0);
            return;
        }
        if (control == 3) {
            for (int i = 0; i < n; i++) {
                out[i] = (byte) u8();
            }
            return;
        }
        int[] widths = WIDTHS[control + 1];
        int groups = n + 15 >> 4;
        int head = at;
        for (int i = 0; i < groups + 3 >> 2; i++) {
            u8();
        }
        for (int g = 0; g < groups; g++) {
            group(out, g * 16, widths[in[head + (g >> 2)] >> 2 * (g & 3) & 3]);
        }
    }

    private void group(byte[] out, int o, int bits) throws Unfit {
        if (bits == 0) {
            java.util.Arrays.fill(out, o, o + 16, (byte) 0);
            return;
        }
        if (bits == 8) {
            for (int i = 0; i < 16; i++) {
                out[o + i] = (byte) u8();
            }
            return;
        }
        int packed = at;
        for (int i = 0; i < 2 * bits; i++) {
            u8();
        }
        int full = (1 << bits) - 1;
        int per = 8 / bits;
        for (int i = 0; i < 16; i++) {
            int q = i % per;
            int v = in[packed + i / per] >> (bits == 1 ? q : 8 - bits * (q + 1)) & full;
            out[o + i] = (byte) (v == full ? u8() : v);
        }
    }

    /** Adds up four columns of differences, from what comes before the first, into {@code last}. */
    private static void columns(byte[][] planes, int k, int mode, int n, byte[] last) throws Unfit {
        for (int i = 0; i < n; i++) {
            switch (mode & 3) {
                case 0 -> {
                    for (int x = k; x < k + 4; x++) {
                        last[x] += (byte) unfold(planes[x][i] & 255);
                    }
                }
                case 1 -> {
                    for (int x = k; x < k + 4; x += 2) {
                        int d = unfold(planes[x][i] & 255 | (planes[x + 1][i] & 255) << 8);
                        int v = (last[x] & 255 | (last[x + 1] & 255) << 8) + d;
                        last[x] = (byte) v;
                        last[x + 1] = (byte) (v >> 8);
                    }
                }
                case 2 -> {
                    int d = planes[k][i] & 255
                            | (planes[k + 1][i] & 255) << 8
                            | (planes[k + 2][i] & 255) << 16
                            | planes[k + 3][i] << 24;
                    int v = last[k] & 255 | (last[k + 1] & 255) << 8 | (last[k + 2] & 255) << 16 | last[k + 3] << 24;
                    v ^= Integer.rotateRight(d, mode >> 4);
                    for (int x = 0; x < 4; x++) {
                        last[k + x] = (byte) (v >>> 8 * x);
                    }
                }
                default -> throw new Unfit(say("formats.gltf.document.MeshoptStream.a-mode-of-columns-from-0"), "3");
            }
            for (int x = k; x < k + 4; x++) {
                planes[x][i] = last[x];
            }
        }
    }

    /** Three indices a triangle. */
    static int[] triangles(byte[] in, int count) throws Unfit {
        int version = version(in, 0xE0, 1);
        int triangles = count / 3;
        MeshoptStream s = new MeshoptStream(in, 1 + triangles, 16);
        return new Rings(s, in.length - 16, version == 0 ? 15 : 13).read(triangles);
    }

    /** The last sixteen edges and vertices, to which codes of triangles point. */
    private static final class Rings {
        private final MeshoptStream s;
        private final int table;
        private final int near;
        private final int[] edges = new int[32];
        private final int[] vertices = new int[16];
        private int edge;
        private int vertex;
        private int next;
        private int last;

        Rings(MeshoptStream s, int table, int near) {
            this.s = s;
            this.table = table;
            this.near = near;
            java.util.Arrays.fill(edges, -1);
            java.util.Arrays.fill(vertices, -1);
        }

        private void pushEdge(int a, int b) {
            edges[2 * edge] = a;
            edges[2 * edge + 1] = b;
            edge = edge + 1 & 15;
        }

        private void push(int v) {
            vertices[vertex] = v;
            vertex = vertex + 1 & 15;
        }

        private int back(int k) {
            return vertices[vertex - 1 - k & 15];
        }

        private int far() throws Unfit {
            last += unfold(s.number());
            return last;
        }

        int[] read(int triangles) throws Unfit {
            int[] out = new int[3 * triangles];
            for (int i = 0; i < triangles; i++) {
                int code = s.in[1 + i] & 255;
                if (code >> 4 < 15) {
                    onEdge(code, out, 3 * i);
                } else {
                    open(code & 15, out, 3 * i);
                }
            }
            return out;
        }

        /** A triangle on one of the last edges. */
        private void onEdge(int code, int[] out, int o) throws Unfit {
            int e = edge - 1 - (code >> 4) & 15;
            int lo = code & 15;
            int a = edges[2 * e];
            int b = edges[2 * e + 1];
            int c;
            if (lo == 0) {
                c = next++;
                push(c);
            } else if (lo < near) {
                c = back(lo);
            } else {
                if (lo == 15) {
                    far();
                } else {
                    last += lo == 13 ? -1 : 1;
                }
                c = last;
                push(c);
            }
            pushEdge(c, b);
            pushEdge(a, c);
            put(out, o, a, b, c);
        }

        /** A triangle that stands by itself. */
        private void open(int lo, int[] out, int o) throws Unfit {
            boolean told = lo >= 14;
            int code = told ? s.u8() : s.in[table + lo] & 255;
            if (told && code == 0) {
                next = 0;
            }
            int a = lo == 15 ? far() : next++;
            int z = code >> 4;
            int w = code & 15;
            int b = z == 0 ? next++ : told && z == 15 ? far() : back(z - 1);
            int c = w == 0 ? next++ : told && w == 15 ? far() : back(w - 1);
            push(a);
            if (z == 0 || told && z == 15) {
                push(b);
            }
            if (w == 0 || told && w == 15) {
                push(c);
            }
            pushEdge(b, a);
            pushEdge(c, b);
            pushEdge(a, c);
            put(out, o, a, b, c);
        }

        private static void put(int[] out, int o, int a, int b, int c) {
            out[o] = a;
            out[o + 1] = b;
            out[o + 2] = c;
        }
    }

    /** Indices in any order. */
    static int[] indices(byte[] in, int count) throws Unfit {
        version(in, 0xD0, 1);
        MeshoptStream s = new MeshoptStream(in, 1, 4);
        int[] last = new int[2];
        int[] out = new int[count];
        for (int i = 0; i < count; i++) {
            int v = s.number();
            last[v & 1] += unfold(v >>> 1);
            out[i] = last[v & 1];
        }
        return out;
    }
}
