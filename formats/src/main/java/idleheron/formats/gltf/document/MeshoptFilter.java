package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * Undoes, in place, the filters that pack directions, turns, numbers and colours before they are packed as bytes.
 *
 * <pre>
 * OCTAHEDRAL   4 × i8 or i16: x, y, one, w; z is one - |x| - |y|
 * QUATERNION   4 × i16: three parts, and the scale with the number of the largest part in its lowest 2 bits
 * EXPONENTIAL  i32: 8 bits of exponent over 24 of mantissa
 * COLOR        4 × u8 or u16: luma, two chromas, alpha whose highest bit tells the range
 * </pre>
 */
final class MeshoptFilter {
    private final ByteBuffer b;
    private final int count;

    /** Bytes of one of the four numbers of an element. */
    private final int width;

    private MeshoptFilter(byte[] bytes, int count, int width) {
        this.b = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        this.count = count;
        this.width = width;
    }

    /** @param kind "NONE" leaves the bytes as they are */
    static void undo(byte[] bytes, int count, int stride, String kind) throws MeshoptStream.Unfit {
        boolean four = stride == 4 || stride == 8;
        if (!kind.equals("NONE")
                && !kind.equals("EXPONENTIAL")
                && (!four || kind.equals("QUATERNION") && stride != 8)) {
            throw new MeshoptStream.Unfit(
                    say("formats.gltf.document.MeshoptFilter.elements-of-4-or-8-bytes", kind), stride + "");
        }
        MeshoptFilter f = new MeshoptFilter(bytes, count, stride / 4);
        switch (kind) {
            case "NONE" -> {}
            case "OCTAHEDRAL" -> f.octahedral();
            case "QUATERNION" -> f.quaternion();
            case "EXPONENTIAL" -> f.exponential(stride / 4);
            case "COLOR" -> f.color();
            default ->
                throw new MeshoptStream.Unfit(
                        say("formats.gltf.document.MeshoptFilter.a-filter-none-octahedral-quaternion-exponential"),
                        kind);
        }
    }

    private int get(int i, int k) {
        return width == 1 ? b.get(4 * i + k) : b.getShort(8 * i + 2 * k);
    }

    private int unsigned(int i, int k) {
        return get(i, k) & (width == 1 ? 0xFF : 0xFFFF);
    }

    private void put(int i, int k, double v) {
        int n = (int) (v < 0 ? -Math.floor(-v + 0.5) : Math.floor(v + 0.5));
        if (width == 1) {
            b.put(4 * i + k, (byte) n);
        } else {
            b.putShort(8 * i + 2 * k, (short) n);
        }
    }

    private void octahedral() {
        int max = width == 1 ? 127 : 32767;
        for (int i = 0; i < count; i++) {
            double x = get(i, 0);
            double y = get(i, 1);
            double z = get(i, 2) - Math.abs(x) - Math.abs(y);
            double t = Math.min(z, 0);
            x += x >= 0 ? t : -t;
            y += y >= 0 ? t : -t;
            double l = max / Math.sqrt(x * x + y * y + z * z);
            put(i, 0, x * l);
            put(i, 1, y * l);
            put(i, 2, z * l);
        }
    }

    private void quaternion() {
        for (int i = 0; i < count; i++) {
            int w = get(i, 3);
            double s = Math.sqrt(0.5) / (w | 3);
            double[] q = {get(i, 0) * s, get(i, 1) * s, get(i, 2) * s};
            int largest = w & 3;
            for (int k = 0; k < 3; k++) {
                put(i, largest + 1 + k & 3, q[k] * 32767);
            }
            put(i, largest, Math.sqrt(Math.max(0, 1 - q[0] * q[0] - q[1] * q[1] - q[2] * q[2])) * 32767);
        }
    }

    private void exponential(int numbers) {
        for (int i = 0; i < count * numbers; i++) {
            int v = b.getInt(4 * i);
            b.putFloat(4 * i, (float) ((v << 8 >> 8) * Math.scalb(1.0, v >> 24)));
        }
    }

    private void color() {
        for (int i = 0; i < count; i++) {
            int y = unsigned(i, 0);
            int co = get(i, 1);
            int cg = get(i, 2);
            int alpha = unsigned(i, 3);
            int full = alpha == 0 ? 0 : Integer.highestOneBit(alpha) * 2 - 1;
            double k = (width == 1 ? 255.0 : 65535.0) / full;
            int a = alpha & full >> 1;
            put(i, 0, (y + co - cg) * k);
            put(i, 1, (y + cg) * k);
            put(i, 2, (y - co - cg) * k);
            put(i, 3, (a << 1 | a & 1) * k);
        }
    }
}
