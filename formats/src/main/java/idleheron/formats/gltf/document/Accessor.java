package idleheron.formats.gltf.document;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.ByteOrder;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Numbers of a document: {@code count} elements of {@code width} numbers each, laid {@code stride} bytes apart, with those of a
 * sparse list laid over them.
 *
 * <pre>
 * component   5120 i8, 5121 u8, 5122 i16, 5123 u16, 5125 u32, 5126 f32
 * normalised  i8 max(c / 127, -1), u8 c / 255, i16 max(c / 32767, -1), u16 c / 65535
 * </pre>
 *
 * Columns of matrices begin at multiples of 4 bytes.
 */
public final class Accessor {
    public static final int BYTE = 5120;
    public static final int UNSIGNED_BYTE = 5121;
    public static final int SHORT = 5122;
    public static final int UNSIGNED_SHORT = 5123;

    /** What stands for 1 in a normalised short. */
    static final float MOST_SHORT = 32767;

    /** What stands for 1 in a normalised unsigned short. */
    public static final float MOST_UNSIGNED_SHORT = 65535;

    public static final int UNSIGNED_INT = 5125;
    public static final int FLOAT = 5126;

    /** Numbers that may come out of nothing: those of accessors without a view. */
    private static final long MOST_OF_NOTHING = 1 << 24;

    private static final int PIECE = 50_000;
    private static final Map<String, Integer> WIDTHS =
            Map.of("SCALAR", 1, "VEC2", 2, "VEC3", 3, "VEC4", 4, "MAT2", 4, "MAT3", 9, "MAT4", 16);
    private static final ValueLayout.OfFloat F32 = ValueLayout.JAVA_FLOAT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfInt I32 = ValueLayout.JAVA_INT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);
    private static final ValueLayout.OfShort I16 = ValueLayout.JAVA_SHORT_UNALIGNED.withOrder(ByteOrder.LITTLE_ENDIAN);

    private final GltfObject of;
    private final String type;
    private final int component;
    private final int width;
    private final int count;
    private final boolean normalized;
    private final GltfBuffers buffers;
    private final int view;
    private final long offset;

    private Accessor(GltfObject of, GltfBuffers buffers) throws FormatException {
        this.of = of;
        this.buffers = buffers;
        type = of.text("type", "");
        Integer w = WIDTHS.get(type);
        if (w == null) {
            throw of.wrong("type", say("formats.gltf.document.Accessor.scalar-vec2-vec3-vec4-mat2-mat3"));
        }
        width = w;
        component = of.count("componentType", 0);
        if (bytes(component) == 0) {
            throw of.wrong("componentType", say("formats.gltf.document.Accessor.5120-5121-5122-5123-5125-or"));
        }
        count = of.count("count", 0);
        if (count < 1) {
            throw of.wrong("count", say("formats.gltf.document.Accessor.a-count-of-at-least-1"));
        }
        normalized = of.truth("normalized", false);
        view = of.index("bufferView", buffers.count());
        offset = of.size("byteOffset", 0);
    }

    /**
     * @throws FormatException where it is not what the standard asks for, or does not lie inside its view
     */
    static Accessor of(GltfObject of, GltfBuffers buffers) throws FormatException {
        Accessor a = new Accessor(of, buffers);
        if (a.view >= 0) {
            a.inside(of, a.view, a.offset, a.count, a.stride());
        } else if ((long) a.count * a.width > MOST_OF_NOTHING) {
            throw of.wrong(
                    "count", say("formats.gltf.document.Accessor.at-most-numbers-where-no-bytes", MOST_OF_NOTHING));
        }
        GltfObject sparse = of.child("sparse");
        if (sparse.has("count")) {
            int n = sparse.count("count", 0);
            if (n < 1 || n > a.count) {
                throw sparse.wrong("count", say("formats.gltf.document.Accessor.a-count-from-1-to", a.count));
            }
            GltfObject places = sparse.child("indices");
            int kind = places.count("componentType", 0);
            if (kind != UNSIGNED_BYTE && kind != UNSIGNED_SHORT && kind != UNSIGNED_INT) {
                throw places.wrong("componentType", say("formats.gltf.document.Accessor.5121-5123-or-5125"));
            }
            a.inside(places, a.part(places), places.size("byteOffset", 0), n, bytes(kind));
            GltfObject values = sparse.child("values");
            a.inside(values, a.part(values), values.size("byteOffset", 0), n, a.size());
        }
        return a;
    }

    private int part(GltfObject o) throws FormatException {
        int v = o.index("bufferView", buffers.count());
        if (v < 0) {
            throw o.wrong("bufferView", say("formats.gltf.document.Accessor.a-view"));
        }
        return v;
    }

    private void inside(GltfObject o, int v, long at, long n, long step) throws FormatException {
        long there = buffers.length(v);
        long need = at + step * (n - 1) + (o == of ? size() : step);
        if (at > there || need > there) {
            throw FormatException.within(
                    of.file(),
                    o.at(),
                    say("formats.gltf.document.Accessor.elements-bytes-in-view", n, need, v),
                    say("formats.gltf.document.Accessor.bytes", there));
        }
    }

    private static int bytes(int component) {
        return switch (component) {
            case BYTE, UNSIGNED_BYTE -> 1;
            case SHORT, UNSIGNED_SHORT -> 2;
            case UNSIGNED_INT, FLOAT -> 4;
            default -> 0;
        };
    }

    public int count() {
        return count;
    }

    /** Numbers of one element. */
    public int width() {
        return width;
    }

    /** "VEC3". */
    public String type() {
        return type;
    }

    /** As stored: {@link #FLOAT} and others. */
    public int component() {
        return component;
    }

    /** Where it stands in the text: "/accessors/3". */
    public String at() {
        return of.at();
    }

    /** What was expected of it and what it is. */
    public FormatException wrong(String expected, String found) {
        return FormatException.within(of.file(), of.at(), expected, found);
    }

    private int rows() {
        return rows(type);
    }

    private static int rows(String type) {
        return switch (type) {
            case "MAT2" -> 2;
            case "MAT3" -> 3;
            case "MAT4" -> 4;
            default -> WIDTHS.getOrDefault(type, 1);
        };
    }

    /** Bytes of a column of a matrix with what fills it up; of all of an element that is none. */
    private int column() {
        return column(type, component);
    }

    private static int column(String type, int component) {
        int n = rows(type) * bytes(component);
        return type.startsWith("MAT") ? n + 3 & ~3 : n;
    }

    private int size() {
        return size(type, component);
    }

    private static int size(String type, int component) {
        return column(type, component) * (WIDTHS.getOrDefault(type, 1) / rows(type));
    }

    /**
     * The byte of its view before which all elements lie.
     *
     * @param stride bytes from one element to the next, 0 where they lie one after the other
     */
    static long end(GltfObject of, int stride) throws FormatException {
        int size = size(of.text("type", ""), of.count("componentType", 0));
        return of.size("byteOffset", 0) + (long) (stride == 0 ? size : stride) * (of.count("count", 1) - 1) + size;
    }

    /** As {@link #end}, of the {@code indices} or {@code values} of its sparse list. */
    static long sparseEnd(GltfObject of, String part) throws FormatException {
        GltfObject sparse = of.child("sparse");
        GltfObject lies = sparse.child(part);
        int size = part.equals("indices")
                ? bytes(lies.count("componentType", 0))
                : size(of.text("type", ""), of.count("componentType", 0));
        return lies.size("byteOffset", 0) + (long) size * sparse.count("count", 0);
    }

    private long stride() throws FormatException {
        int told = view < 0 ? 0 : buffers.stride(view);
        return told == 0 ? size() : told;
    }

    /** All numbers, normalised where they are. */
    public float[] floats() throws FormatException {
        float[] out = new float[Math.multiplyExact(count, width)];
        if (view >= 0) {
            MemorySegment in = buffers.bytes(view);
            long step = stride();
            if (component == FLOAT && step == 4L * width) {
                MemorySegment.copy(in, F32, offset, out, 0, out.length);
            } else {
                Cores.split(count, PIECE, (from, to) -> {
                    for (int i = from; i < to; i++) {
                        element(in, offset + i * step, out, i * width);
                    }
                });
            }
        }
        Sparse s = sparse();
        for (int k = 0; s != null && k < s.places.length; k++) {
            element(s.values, s.at + (long) k * size(), out, s.places[k] * width);
        }
        return out;
    }

    private void element(MemorySegment in, long at, float[] out, int o) {
        int rows = rows();
        for (int k = 0; k < width; k++) {
            out[o + k] = number(in, at + (long) (k / rows) * column() + (long) (k % rows) * bytes(component));
        }
    }

    private float number(MemorySegment in, long at) {
        float v = component == FLOAT ? in.get(F32, at) : whole(in, at, component);
        if (!normalized || component == FLOAT) {
            return v;
        }
        return switch (component) {
            case BYTE -> Math.max(v / 127f, -1f);
            case UNSIGNED_BYTE -> v / 255f;
            case SHORT -> Math.max(v / MOST_SHORT, -1f);
            case UNSIGNED_SHORT -> v / MOST_UNSIGNED_SHORT;
            default -> v;
        };
    }

    private static int whole(MemorySegment in, long at, int component) {
        return switch (component) {
            case BYTE -> in.get(ValueLayout.JAVA_BYTE, at);
            case UNSIGNED_BYTE -> in.get(ValueLayout.JAVA_BYTE, at) & 255;
            case SHORT -> in.get(I16, at);
            case UNSIGNED_SHORT -> in.get(I16, at) & 0xFFFF;
            default -> in.get(I32, at);
        };
    }

    /** All numbers as whole ones, u32 above 2³¹ negative; f32 cut off. */
    public int[] ints() throws FormatException {
        int[] out = new int[Math.multiplyExact(count, width)];
        if (view >= 0) {
            MemorySegment in = buffers.bytes(view);
            long step = stride();
            for (int i = 0; i < count; i++) {
                whole(in, offset + i * step, out, i * width);
            }
        }
        Sparse s = sparse();
        for (int k = 0; s != null && k < s.places.length; k++) {
            whole(s.values, s.at + (long) k * size(), out, s.places[k] * width);
        }
        return out;
    }

    private void whole(MemorySegment in, long at, int[] out, int o) {
        for (int k = 0; k < width; k++) {
            long p = at + (long) k * bytes(component);
            out[o + k] = component == FLOAT ? (int) in.get(F32, p) : whole(in, p, component);
        }
    }

    /** Places in rising order and where their values lie. */
    private record Sparse(int[] places, MemorySegment values, long at) {}

    private @Nullable Sparse sparse() throws FormatException {
        GltfObject s = of.child("sparse");
        if (!s.has("count")) {
            return null;
        }
        GltfObject indices = s.child("indices");
        GltfObject values = s.child("values");
        int kind = indices.count("componentType", 0);
        MemorySegment in = buffers.bytes(part(indices));
        long at = indices.size("byteOffset", 0);
        int[] places = new int[s.count("count", 0)];
        for (int i = 0; i < places.length; i++) {
            places[i] = whole(in, at + (long) i * bytes(kind), kind);
            if (places[i] < 0 || places[i] >= count || i > 0 && places[i] <= places[i - 1]) {
                throw FormatException.within(
                        of.file(),
                        indices.at() + " " + i,
                        say("formats.gltf.document.Accessor.a-rising-index-below", count),
                        places[i] + "");
            }
        }
        return new Sparse(places, buffers.bytes(part(values)), values.size("byteOffset", 0));
    }

    /** Least and greatest as the text says, or none. */
    public double[] told(String key) throws FormatException {
        return of.anyNumbers(key);
    }
}
