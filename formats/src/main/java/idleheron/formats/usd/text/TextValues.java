package idleheron.formats.usd.text;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Values of attributes and dictionaries in text: tuples in round brackets, arrays in square ones. */
final class TextValues {
    private static final int DEEPEST = 200;

    private final TextCursor in;
    private int depth;

    TextValues(TextCursor in) {
        this.in = in;
    }

    /** A value of a named type, or {@code None}. */
    Value read(String typeName) throws FormatException {
        if (in.takeWord("None")) {
            return Value.Blocked.IT;
        }
        ValueKind kind = ValueKind.byName(typeName);
        if (kind == null) {
            throw in.wrong(
                    say("formats.usd.text.TextValues.a-value-of-a-known-type"),
                    say("formats.usd.text.TextValues.one-of-type", typeName));
        }
        return read(kind, typeName.endsWith("[]"));
    }

    private Value read(ValueKind kind, boolean array) throws FormatException {
        if (kind.isText()) {
            return new TextValue(kind, array, array ? texts(kind) : List.of(text(kind)));
        }
        Room room = new Room(kind, array ? 64 : 1);
        if (!array) {
            element(kind, room);
            MemorySegment one = room.bytes();
            return new Numbers(kind, false, 1, () -> one);
        }
        in.expect('[');
        while (!in.take(']')) {
            element(kind, room);
            if (!in.take(',') && in.peek() != ']') {
                throw in.wrong(say("formats.usd.text.TextValues.or"));
            }
        }
        return Numbers.array(kind, room.bytes());
    }

    private List<String> texts(ValueKind kind) throws FormatException {
        List<String> out = new ArrayList<>();
        in.expect('[');
        while (!in.take(']')) {
            out.add(text(kind));
            if (!in.take(',') && in.peek() != ']') {
                throw in.wrong(say("formats.usd.text.TextValues.or"));
            }
        }
        return out;
    }

    private String text(ValueKind kind) throws FormatException {
        return kind == ValueKind.ASSET ? in.asset() : in.quoted();
    }

    private void element(ValueKind kind, Room room) throws FormatException {
        int width = kind.width();
        room.grow(width);
        if (width == 1) {
            part(kind, room);
        } else if (kind.isMatrix()) {
            int rows = kind.rows();
            in.expect('(');
            for (int r = 0; r < rows; r++) {
                tuple(kind, width / rows, room);
                in.take(',');
            }
            in.expect(')');
        } else {
            tuple(kind, width, room);
            if (kind.isQuaternion()) {
                room.realLast();
            }
        }
    }

    private void tuple(ValueKind kind, int width, Room room) throws FormatException {
        in.expect('(');
        for (int i = 0; i < width; i++) {
            part(kind, room);
            if (!in.take(',') && i + 1 < width) {
                throw in.wrong(say("formats.usd.text.TextValues.and-more", (width - 1 - i)));
            }
        }
        in.expect(')');
    }

    private void part(ValueKind kind, Room room) throws FormatException {
        switch (kind) {
            case BOOL -> room.put(truth() ? 1 : 0);
            case UCHAR -> room.put(in.whole(0, 255, false));
            case UINT -> room.put(in.whole(0, 0xffffffffL, false));
            case INT64 -> room.put(in.whole(Long.MIN_VALUE, Long.MAX_VALUE, false));
            case UINT64 -> room.put(in.whole(0, 0, true));
            default -> {
                if (kind.part() == ValueKind.Part.INT) {
                    room.put(in.whole(Integer.MIN_VALUE, Integer.MAX_VALUE, false));
                } else {
                    room.put(in.number());
                }
            }
        }
    }

    boolean truth() throws FormatException {
        if (in.takeWord("true") || in.takeWord("yes")) {
            return true;
        }
        if (in.takeWord("false") || in.takeWord("no")) {
            return false;
        }
        return in.whole(0, 1, false) == 1;
    }

    /** {@code { type key = value … }}. */
    Value.Dictionary dictionary() throws FormatException {
        if (++depth > DEEPEST) {
            throw in.wrong(say("formats.usd.text.TextValues.dictionaries-no-deeper-than", DEEPEST));
        }
        in.expect('{');
        Map<String, Value> out = new LinkedHashMap<>();
        while (!in.take('}')) {
            String type = in.word();
            boolean array = in.here() == '[';
            if (array) {
                in.expect('[');
                in.expect(']');
            }
            String key = in.atQuote() ? in.quoted() : in.word();
            in.expect('=');
            out.put(key, type.equals("dictionary") ? dictionary() : read(array ? type + "[]" : type));
            in.separated();
            in.take(',');
        }
        depth--;
        return new Value.Dictionary(out);
    }

    /** {@code { time: value, … }}, put in order of time; of equal times the last counts. */
    TimeSamples samples(String typeName) throws FormatException {
        in.expect('{');
        double[] times = new double[16];
        List<Value> values = new ArrayList<>();
        boolean sorted = true;
        while (!in.take('}')) {
            int n = values.size();
            if (n == times.length) {
                times = Arrays.copyOf(times, 2 * n);
            }
            times[n] = in.number();
            sorted &= n == 0 || times[n] > times[n - 1];
            in.expect(':');
            values.add(read(typeName));
            if (!in.take(',') && in.peek() != '}') {
                throw in.wrong(say("formats.usd.text.TextValues.or-2"));
            }
        }
        double[] all = Arrays.copyOf(times, values.size());
        if (sorted) {
            return TimeSamples.of(all, values);
        }
        Map<Double, Value> ordered = new java.util.TreeMap<>();
        for (int i = 0; i < all.length; i++) {
            ordered.put(all[i], values.get(i));
        }
        return TimeSamples.of(ordered.keySet().stream().mapToDouble(d -> d).toArray(), List.copyOf(ordered.values()));
    }

    /** Bytes that grow. */
    private static final class Room {
        private final ValueKind kind;
        private final int size;
        private byte[] bytes;
        private MemorySegment segment;
        private int n;

        Room(ValueKind kind, int elements) {
            this.kind = kind;
            this.size = kind.part().bytes();
            this.bytes = new byte[elements * kind.bytes()];
            this.segment = MemorySegment.ofArray(bytes);
        }

        void grow(int parts) {
            long need = (long) size * (n + parts);
            if (need > bytes.length) {
                bytes = Arrays.copyOf(
                        bytes, (int) Math.min(Integer.MAX_VALUE - 16L, Math.max(need, 2L * bytes.length)));
                segment = MemorySegment.ofArray(bytes);
            }
        }

        void put(double v) {
            if (kind.part() == ValueKind.Part.FLOAT) {
                segment.set(ByteCursor.FLOAT, 4L * n++, (float) v);
            } else {
                Numbers.put(kind.part(), segment, n++, v);
            }
        }

        void put(long v) {
            switch (size) {
                case 1 -> bytes[n++] = (byte) v;
                case 4 -> segment.set(ByteCursor.INT, 4L * n++, (int) v);
                default -> segment.set(ByteCursor.LONG, 8L * n++, v);
            }
        }

        /** The last four parts, real part first, with the real part last. */
        void realLast() {
            int from = (n - 4) * size;
            byte[] real = Arrays.copyOfRange(bytes, from, from + size);
            System.arraycopy(bytes, from + size, bytes, from, 3 * size);
            System.arraycopy(real, 0, bytes, from + 3 * size, size);
        }

        MemorySegment bytes() {
            return MemorySegment.ofArray(Arrays.copyOf(bytes, n * size));
        }
    }
}
