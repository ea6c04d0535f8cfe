package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.volume.GridMetadata;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/**
 * Named values of a file or a grid.
 *
 * <pre>
 * u32      number of entries, then for each, sorted by name:
 * string   name
 * string   type: string, bool, int32, int64, float, double, vec2i … vec4d, mat4s, mat4d; of others the bytes are kept
 * u32      size of the value in bytes
 *          the value; a string has no length of its own
 * </pre>
 *
 * A string is a u32 length and so many bytes of UTF-8.
 */
final class VdbMetadata {
    private static final String THE_NUMBER_OF_METADATA =
            say("formats.openvdb.coding.VdbMetadata.the-number-of-metadata");
    private static final String THE_NAME_OF_A_METADATA_ENTRY =
            say("formats.openvdb.coding.VdbMetadata.the-name-of-a-metadata-entry");

    /** The kinds of several numbers: how many and of what kind: i, s or d. */
    private static final Map<String, String> VECTORS = Map.ofEntries(
            Map.entry("vec2i", "2i"),
            Map.entry("vec2s", "2s"),
            Map.entry("vec2d", "2d"),
            Map.entry("vec3i", "3i"),
            Map.entry("vec3s", "3s"),
            Map.entry("vec3d", "3d"),
            Map.entry("vec4i", "4i"),
            Map.entry("vec4s", "4s"),
            Map.entry("vec4d", "4d"),
            Map.entry("mat4s", "16s"),
            Map.entry("mat4d", "16d"));

    private static final int SMALLEST_ENTRY = 12;

    private VdbMetadata() {}

    static String string(ByteCursor in, String what) throws FormatException {
        in.need(4, in.size(), say("formats.openvdb.coding.VdbMetadata.the-length-of", what));
        long length = in.u32();
        in.need(length, in.size(), what);
        if (length > 1 << 20) {
            throw in.wrong(say("formats.openvdb.coding.VdbMetadata.at-most-1048576-bytes-of", what), length + "");
        }
        return new String(in.take((int) length), StandardCharsets.UTF_8);
    }

    static GridMetadata read(ByteCursor in) throws FormatException {
        in.need(4, in.size(), THE_NUMBER_OF_METADATA);
        long count = in.u32();
        in.need(count * SMALLEST_ENTRY, in.size(), say("formats.openvdb.coding.VdbMetadata.metadata-entries", count));
        List<GridMetadata.Entry> out = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            String name = string(in, THE_NAME_OF_A_METADATA_ENTRY);
            String type = string(in, say("formats.openvdb.coding.VdbMetadata.the-type-of", name));
            in.need(4, in.size(), say("formats.openvdb.coding.VdbMetadata.the-size-of", name));
            long size = in.u32();
            in.need(size, in.size(), say("formats.openvdb.coding.VdbMetadata.the-value-of", name));
            if (size > 1 << 28) {
                throw in.wrong(say("formats.openvdb.coding.VdbMetadata.at-most-268435456-bytes-in", name), size + "");
            }
            out.add(new GridMetadata.Entry(name, type, value(type, in.take((int) size))));
        }
        return new GridMetadata(out);
    }

    private static Object value(String type, byte[] raw) {
        ByteBuffer b = ByteBuffer.wrap(raw).order(ByteOrder.LITTLE_ENDIAN);
        String v = VECTORS.get(type);
        if (v != null) {
            int n = Integer.parseInt(v, 0, v.length() - 1, 10);
            char kind = v.charAt(v.length() - 1);
            if (raw.length != n * (kind == 'd' ? 8 : 4)) {
                return raw;
            }
            return switch (kind) {
                case 'i' -> {
                    int[] out = new int[n];
                    b.asIntBuffer().get(out);
                    yield out;
                }
                case 's' -> {
                    float[] out = new float[n];
                    b.asFloatBuffer().get(out);
                    yield out;
                }
                default -> {
                    double[] out = new double[n];
                    b.asDoubleBuffer().get(out);
                    yield out;
                }
            };
        }
        return switch (type + raw.length) {
            case "bool1" -> raw[0] != 0;
            case "int324" -> b.getInt();
            case "int648" -> b.getLong();
            case "float4" -> b.getFloat();
            case "double8" -> b.getDouble();
            default -> type.equals("string") ? text(raw) : raw;
        };
    }

    /** Text, unless its bytes would come back otherwise. */
    private static Object text(byte[] raw) {
        String s = new String(raw, StandardCharsets.UTF_8);
        return Arrays.equals(s.getBytes(StandardCharsets.UTF_8), raw) ? s : raw;
    }

    static void write(GridMetadata m, VdbSink out) {
        List<GridMetadata.Entry> sorted = new ArrayList<>(m.entries());
        sorted.sort((a, b) -> Arrays.compareUnsigned(
                a.name().getBytes(StandardCharsets.UTF_8), b.name().getBytes(StandardCharsets.UTF_8)));
        out.i32(sorted.size());
        for (GridMetadata.Entry e : sorted) {
            out.string(e.name());
            out.string(e.type());
            byte[] raw = bytes(e.value());
            out.i32(raw.length);
            out.bytes(raw);
        }
    }

    static byte[] bytes(Object value) {
        return switch (value) {
            case byte[] raw -> raw;
            case String s -> s.getBytes(StandardCharsets.UTF_8);
            case Boolean b -> new byte[] {(byte) (b ? 1 : 0)};
            case Integer i -> buffer(4).putInt(i).array();
            case Long l -> buffer(8).putLong(l).array();
            case Float f -> buffer(4).putInt(Float.floatToRawIntBits(f)).array();
            case Double d -> buffer(8).putLong(Double.doubleToRawLongBits(d)).array();
            case int[] v -> copy(MemorySegment.ofArray(v));
            case float[] v -> copy(MemorySegment.ofArray(v));
            case double[] v -> copy(MemorySegment.ofArray(v));
            default ->
                throw new IllegalArgumentException(
                        say("formats.openvdb.coding.VdbMetadata.a-metadata-value-of", value.getClass()));
        };
    }

    private static byte[] copy(MemorySegment numbers) {
        byte[] out = new byte[(int) numbers.byteSize()];
        MemorySegment.copy(numbers, 0, MemorySegment.ofArray(out), 0, out.length);
        return out;
    }

    private static ByteBuffer buffer(int bytes) {
        return ByteBuffer.allocate(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }
}
