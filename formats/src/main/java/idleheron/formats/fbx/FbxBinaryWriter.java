package idleheron.formats.fbx;

import idleheron.core.job.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;

/**
 * Writes the binary form; the layout is set out at {@link FbxBinaryReader}.
 *
 * <pre>
 * footer   16 bytes  footer code
 *          zeros     to the next multiple of 16 of the file offset (a whole 16 when already there)
 *          4 zeros
 *          u32       version
 *          120 zeros
 *          16 bytes  f85a8c6a def5d97e ece90ce3 758f290b
 * </pre>
 *
 * A record gets a closing zero record when it opened a scope, or when it has neither values nor children.
 */
final class FbxBinaryWriter {
    private static final byte[] CLOSING = java.util.HexFormat.of().parseHex("f85a8c6adef5d97eece90ce3758f290b");
    private static final byte[] DEFAULT_CODE = java.util.HexFormat.of().parseHex("fabcab09d0c8d466b176fb831cf7267e");

    private final IdentityHashMap<FbxValue.Array, FbxArrayCoding.Encoded> arrays = new IdentityHashMap<>();
    private final boolean wide;
    private byte[] out = new byte[1 << 16];
    private int size;

    private FbxBinaryWriter(boolean wide) {
        this.wide = wide;
    }

    /**
     * @throws IllegalArgumentException for a version other than 7400 or 7500, or more than 2 GB
     */
    static byte[] write(FbxDocument document, int version, Progress progress) {
        if (version != 7400 && version != 7500) {
            throw new IllegalArgumentException("writes FBX 7.4 and 7.5, not " + version);
        }
        FbxBinaryWriter w = new FbxBinaryWriter(version >= 7500);
        progress.at(0, "packing arrays");
        w.pack(document.records());
        progress.at(0.8, "writing records");
        w.bytes(FbxBinaryReader.MAGIC);
        w.int32(version);
        for (FbxRecord r : document.records()) {
            w.record(r);
        }
        w.zeros(w.headLength());
        w.footer(document, version);
        progress.at(1, "written");
        return Arrays.copyOf(w.out, w.size);
    }

    private void pack(List<FbxRecord> records) {
        List<FbxValue.Array> all = new ArrayList<>();
        gather(records, all);
        List<FbxArrayCoding.Encoded> done =
                all.parallelStream().map(FbxArrayCoding::encode).toList();
        for (int i = 0; i < all.size(); i++) {
            arrays.put(all.get(i), done.get(i));
        }
    }

    private static void gather(List<FbxRecord> records, List<FbxValue.Array> into) {
        for (FbxRecord r : records) {
            for (FbxValue v : r.values()) {
                if (v instanceof FbxValue.Array a) {
                    into.add(a);
                }
            }
            gather(r.children(), into);
        }
    }

    private void footer(FbxDocument document, int version) {
        bytes(document.footerCode() == null ? DEFAULT_CODE : document.footerCode());
        zeros(16 - size % 16);
        zeros(4);
        int32(version);
        zeros(120);
        bytes(CLOSING);
    }

    private int headLength() {
        return wide ? 25 : 13;
    }

    private void record(FbxRecord r) {
        int head = size;
        byte[] name = r.name().getBytes(java.nio.charset.StandardCharsets.UTF_8);
        zeros(headLength() - 1);
        int8(name.length);
        bytes(name);
        int valuesAt = size;
        for (FbxValue v : r.values()) {
            value(v);
        }
        int length = size - valuesAt;
        for (FbxRecord c : r.children()) {
            record(c);
        }
        if (r.scope() || r.values().isEmpty() || !r.children().isEmpty()) {
            zeros(headLength());
        }
        int step = wide ? 8 : 4;
        patch(head, size);
        patch(head + step, r.values().size());
        patch(head + 2 * step, length);
    }

    private void patch(int at, int v) {
        out[at] = (byte) v;
        out[at + 1] = (byte) (v >>> 8);
        out[at + 2] = (byte) (v >>> 16);
        out[at + 3] = (byte) (v >>> 24);
    }

    private void value(FbxValue value) {
        switch (value) {
            case FbxValue.Int16 v -> {
                int8('Y');
                int8(v.value());
                int8(v.value() >> 8);
            }
            case FbxValue.Flag v -> {
                int8('C');
                int8(v.value());
            }
            case FbxValue.Int32 v -> {
                int8('I');
                int32(v.value());
            }
            case FbxValue.Real32 v -> {
                int8('F');
                int32(Float.floatToRawIntBits(v.value()));
            }
            case FbxValue.Real64 v -> {
                int8('D');
                int64(Double.doubleToRawLongBits(v.value()));
            }
            case FbxValue.Int64 v -> {
                int8('L');
                int64(v.value());
            }
            case FbxValue.Text v -> {
                int8('S');
                int32(v.bytes().length);
                bytes(v.bytes());
            }
            case FbxValue.Blob v -> {
                int8('R');
                int32(v.bytes().length);
                bytes(v.bytes());
            }
            case FbxValue.Array v -> array(java.util.Objects.requireNonNull(arrays.get(v)));
        }
    }

    private void array(FbxArrayCoding.Encoded e) {
        int8(e.code());
        int32(e.count());
        int32(e.packed() ? 1 : 0);
        int32(e.data().length);
        bytes(e.data());
    }

    private void room(int more) {
        if (size + (long) more > out.length) {
            long next = Math.max(size + (long) more, out.length * 2L);
            if (size + (long) more > Integer.MAX_VALUE - 16) {
                throw new IllegalArgumentException("an FBX file of more than 2 GB cannot be written");
            }
            out = Arrays.copyOf(out, (int) Math.min(next, Integer.MAX_VALUE - 16));
        }
    }

    private void int8(int v) {
        room(1);
        out[size++] = (byte) v;
    }

    private void int32(int v) {
        room(4);
        patch(size, v);
        size += 4;
    }

    private void int64(long v) {
        int32((int) v);
        int32((int) (v >>> 32));
    }

    private void bytes(byte[] v) {
        room(v.length);
        System.arraycopy(v, 0, out, size, v.length);
        size += v.length;
    }

    private void zeros(int n) {
        room(n);
        Arrays.fill(out, size, size + n, (byte) 0);
        size += n;
    }
}
