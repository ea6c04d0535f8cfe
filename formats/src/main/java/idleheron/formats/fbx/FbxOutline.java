package idleheron.formats.fbx;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.coding.FbxDocuments;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import idleheron.formats.spi.Outline;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;

/** The records of a document with where they lie in the file. */
final class FbxOutline {
    private static final int SHOWN = 6;
    private static final int LONGEST = 80;

    private FbxOutline() {}

    static Outline of(String file, MemorySegment bytes, Progress progress) throws FormatException {
        IdentityHashMap<FbxRecord, Long> places = new IdentityHashMap<>();
        FbxDocument d = FbxDocuments.read(file, bytes, places, progress.part(0, 0.9));
        progress.at(0.9, say("formats.fbx.FbxOutline.laying-the-records-out"));
        List<Outline> out = new ArrayList<>();
        for (FbxRecord r : d.records()) {
            out.add(of(r, places));
        }
        return new Outline(
                file,
                say("formats.fbx.FbxOutline.fbx", d.variant()),
                say("formats.fbx.FbxOutline.bytes", bytes.byteSize()),
                0,
                out);
    }

    private static Outline of(FbxRecord r, IdentityHashMap<FbxRecord, Long> places) {
        List<Outline> children = new ArrayList<>();
        for (FbxRecord c : r.children()) {
            children.add(of(c, places));
        }
        StringBuilder types = new StringBuilder();
        StringBuilder values = new StringBuilder();
        for (FbxValue v : r.values()) {
            types.append(types.isEmpty() ? "" : ", ").append(type(v));
            if (values.length() < LONGEST) {
                values.append(values.isEmpty() ? "" : ", ").append(value(v));
            }
        }
        return new Outline(r.name(), types.toString(), cut(values.toString()), places.getOrDefault(r, 0L), children);
    }

    private static String cut(String s) {
        return s.length() <= LONGEST ? s : s.substring(0, LONGEST - 1) + "…";
    }

    private static String type(FbxValue v) {
        return switch (v) {
            case FbxValue.Int16 i -> "int16";
            case FbxValue.Flag f -> "flag";
            case FbxValue.Int32 i -> "int32";
            case FbxValue.Real32 f -> "float";
            case FbxValue.Real64 d -> "double";
            case FbxValue.Int64 l -> "int64";
            case FbxValue.Text t -> "text";
            case FbxValue.Blob b -> say("formats.fbx.FbxOutline.bytes", b.bytes().length);
            case FbxValue.Ints a -> say("formats.fbx.FbxOutline.int32", a.length());
            case FbxValue.Longs a -> say("formats.fbx.FbxOutline.int64", a.length());
            case FbxValue.Floats a -> say("formats.fbx.FbxOutline.float", a.length());
            case FbxValue.Doubles a -> say("formats.fbx.FbxOutline.double", a.length());
            case FbxValue.Flags a -> say("formats.fbx.FbxOutline.flags", a.length());
            case FbxValue.Bytes a -> say("formats.fbx.FbxOutline.bytes", a.length());
        };
    }

    private static String value(FbxValue v) {
        return switch (v) {
            case FbxValue.Int16 i -> Short.toString(i.value());
            case FbxValue.Flag f -> Byte.toString(f.value());
            case FbxValue.Int32 i -> Integer.toString(i.value());
            case FbxValue.Real32 f -> Float.toString(f.value());
            case FbxValue.Real64 d -> Double.toString(d.value());
            case FbxValue.Int64 l -> Long.toString(l.value());
            case FbxValue.Text t -> '"' + t.text().replace("\u0000\u0001", "::") + '"';
            case FbxValue.Blob b -> "…";
            case FbxValue.Ints a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
            case FbxValue.Longs a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
            case FbxValue.Floats a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
            case FbxValue.Doubles a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
            case FbxValue.Flags a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
            case FbxValue.Bytes a -> begin(a.length(), Arrays.toString(Arrays.copyOf(a.values(), few(a))));
        };
    }

    private static int few(FbxValue.Array a) {
        return Math.min(SHOWN, a.length());
    }

    private static String begin(int length, String shown) {
        return length <= SHOWN ? shown : shown.substring(0, shown.length() - 1) + ", …]";
    }
}
