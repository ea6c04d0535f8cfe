package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Objects;

/**
 * Writes the binary form; the layout is set out at {@link FbxBinaryReader}. Arrays are packed first, on all cores; then sizes
 * are added up, and the bytes go out in one stream.
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
    static final byte[] CLOSING = HexFormat.of().parseHex("f85a8c6adef5d97eece90ce3758f290b");
    private static final byte[] DEFAULT_CODE = HexFormat.of().parseHex("fabcab09d0c8d466b176fb831cf7267e");
    private static final long LARGEST_74 = 0xFFFFFFFFL;

    private final IdentityHashMap<FbxValue.Array, FbxArrayPacking.Encoded> arrays = new IdentityHashMap<>();
    private final boolean wide;
    private final OutputStream out;
    private final byte[] word = new byte[8];

    /** Sizes of records in the order in which they are written, and lengths of their values. */
    private final List<long[]> sizes = new ArrayList<>();

    private int next;
    private long at;

    private FbxBinaryWriter(OutputStream out, boolean wide) {
        this.out = out;
        this.wide = wide;
    }

    /**
     * @throws IllegalArgumentException for a version other than 7400 or 7500, or more than 4 GB in version 7400
     */
    static void write(FbxDocument document, int version, OutputStream target, Progress progress) throws IOException {
        if (version != 7400 && version != 7500) {
            throw new IllegalArgumentException(say("formats.fbx.coding.FbxBinaryWriter.writes-fbx-7-4-and-7", version));
        }
        OutputStream out = new BufferedOutputStream(target, 1 << 20);
        new FbxBinaryWriter(out, version >= 7500).document(document, version, progress);
        out.flush();
    }

    private void document(FbxDocument document, int version, Progress progress) throws IOException {
        progress.at(0, say("formats.fbx.coding.FbxBinaryWriter.packing-arrays"));
        pack(document.records());
        progress.at(0.8, say("formats.fbx.coding.FbxBinaryWriter.writing-records"));
        long all = 4L + FbxBinaryReader.MAGIC.length + headLength();
        for (FbxRecord r : document.records()) {
            all += measure(r);
        }
        if (!wide && all > LARGEST_74) {
            throw new IllegalArgumentException(say("formats.fbx.coding.FbxBinaryWriter.fbx-7-4-cannot-hold-more", all));
        }
        bytes(FbxBinaryReader.MAGIC);
        int32(version);
        for (FbxRecord r : document.records()) {
            record(r);
        }
        zeros(headLength());
        bytes(document.footerCode() == null ? DEFAULT_CODE : document.footerCode());
        zeros((int) (16 - at % 16));
        zeros(4);
        int32(version);
        zeros(120);
        bytes(CLOSING);
        progress.at(1, say("formats.fbx.coding.FbxBinaryWriter.written"));
    }

    private void pack(List<FbxRecord> records) {
        List<FbxValue.Array> all = new ArrayList<>();
        gather(records, all);
        all.sort(java.util.Comparator.comparingInt(FbxValue.Array::length).reversed());
        FbxArrayPacking.Encoded[] done = new FbxArrayPacking.Encoded[all.size()];
        Cores.each(done.length, i -> done[i] = FbxArrayPacking.encode(all.get(i)));
        for (int i = 0; i < done.length; i++) {
            arrays.put(all.get(i), done[i]);
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

    private int headLength() {
        return wide ? 25 : 13;
    }

    private static boolean isClosed(FbxRecord r) {
        return r.scope() || r.values().isEmpty() || !r.children().isEmpty();
    }

    private long measure(FbxRecord r) {
        long[] own = new long[2];
        sizes.add(own);
        for (FbxValue v : r.values()) {
            own[1] += measure(v);
        }
        long name = r.name().getBytes(StandardCharsets.UTF_8).length;
        long size = headLength() + name + own[1] + (isClosed(r) ? headLength() : 0);
        for (FbxRecord c : r.children()) {
            size += measure(c);
        }
        own[0] = size;
        return size;
    }

    private long measure(FbxValue value) {
        return 1
                + switch (value) {
                    case FbxValue.Int16 v -> 2;
                    case FbxValue.Flag v -> 1;
                    case FbxValue.Int32 v -> 4;
                    case FbxValue.Real32 v -> 4;
                    case FbxValue.Real64 v -> 8;
                    case FbxValue.Int64 v -> 8;
                    case FbxValue.Text v -> 4L + v.bytes().length;
                    case FbxValue.Blob v -> 4L + v.bytes().length;
                    case FbxValue.Array v -> encoded(v).size();
                };
    }

    private FbxArrayPacking.Encoded encoded(FbxValue.Array array) {
        return Objects.requireNonNull(arrays.get(array));
    }

    private void record(FbxRecord r) throws IOException {
        long[] own = sizes.get(next++);
        size(at + own[0]);
        size(r.values().size());
        size(own[1]);
        byte[] name = r.name().getBytes(StandardCharsets.UTF_8);
        int8(name.length);
        bytes(name);
        for (FbxValue v : r.values()) {
            value(v);
        }
        for (FbxRecord c : r.children()) {
            record(c);
        }
        if (isClosed(r)) {
            zeros(headLength());
        }
    }

    private void value(FbxValue value) throws IOException {
        switch (value) {
            case FbxValue.Int16 v -> {
                int8('Y');
                little(v.value(), 2);
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
                little(Double.doubleToRawLongBits(v.value()), 8);
            }
            case FbxValue.Int64 v -> {
                int8('L');
                little(v.value(), 8);
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
            case FbxValue.Array v -> {
                FbxArrayPacking.Encoded e = encoded(v);
                int8(e.code());
                int32(e.count());
                int32(e.packed() ? 1 : 0);
                int32(e.data().length);
                bytes(e.data());
            }
        }
    }

    private void size(long v) throws IOException {
        little(v, wide ? 8 : 4);
    }

    private void int8(int v) throws IOException {
        out.write(v);
        at++;
    }

    private void int32(int v) throws IOException {
        little(v, 4);
    }

    private void little(long v, int count) throws IOException {
        for (int i = 0; i < count; i++) {
            word[i] = (byte) (v >>> 8 * i);
        }
        out.write(word, 0, count);
        at += count;
    }

    private void bytes(byte[] v) throws IOException {
        out.write(v);
        at += v.length;
    }

    private void zeros(int n) throws IOException {
        bytes(new byte[n]);
    }
}
