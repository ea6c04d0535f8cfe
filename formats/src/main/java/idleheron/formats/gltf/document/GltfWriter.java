package idleheron.formats.gltf.document;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.LinkedHashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A document that is put together: its tree, and one buffer of bytes. Views begin at multiples of 4 bytes; the same calls give the
 * same bytes.
 */
public final class GltfWriter {
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final int VERTICES = 34962;
    private static final int INDICES = 34963;

    private final ObjectNode root = MAPPER.createObjectNode();
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream(1 << 16);
    private final Set<String> used = new LinkedHashSet<>();
    private final Set<String> required = new LinkedHashSet<>();

    public GltfWriter(String generator) {
        ObjectNode asset = root.putObject("asset");
        asset.put("version", "2.0");
        asset.put("generator", generator);
    }

    public ObjectNode root() {
        return root;
    }

    /** An extension is used. */
    public void uses(String extension) {
        used.add(extension);
    }

    /** An extension is used without which nothing can be read. */
    public void requires(String extension) {
        used.add(extension);
        required.add(extension);
    }

    /** The list of that name at the top, made when it is asked for first. */
    public ArrayNode list(String name) {
        return root.withArray("/" + name);
    }

    /** A new object at the end of a list at the top. */
    public ObjectNode add(String list) {
        return list(list).addObject();
    }

    /** How many a list at the top has. */
    public int size(String list) {
        return root.path(list).size();
    }

    /** Bytes as a view; gives its number. */
    public int view(byte[] of, int target) {
        while (bytes.size() % 4 != 0) {
            bytes.write(0);
        }
        ObjectNode v = add("bufferViews");
        v.put("buffer", 0);
        v.put("byteOffset", bytes.size());
        v.put("byteLength", of.length);
        if (target != 0) {
            v.put("target", target);
        }
        bytes.writeBytes(of);
        return size("bufferViews") - 1;
    }

    private int accessor(int view, int component, int count, String type) {
        ObjectNode a = add("accessors");
        a.put("bufferView", view);
        a.put("componentType", component);
        a.put("count", count);
        a.put("type", type);
        return size("accessors") - 1;
    }

    private static byte[] packed(float[] v) {
        ByteBuffer b = ByteBuffer.allocate(4 * v.length).order(ByteOrder.LITTLE_ENDIAN);
        b.asFloatBuffer().put(v);
        return b.array();
    }

    /** Numbers of vertices; {@code bounded} tells the least and the greatest. */
    public int vertices(float[] v, String type, int width, boolean bounded) {
        int a = accessor(view(packed(v), VERTICES), Accessor.FLOAT, v.length / width, type);
        if (bounded) {
            bounds(a, v, width);
        }
        return a;
    }

    /**
     * Numbers of vertices in 16 bits each, normalised; each vertex begins at a multiple of 4 bytes.
     *
     * @param signed whether they go from -1 to 1, else from 0 to 1
     */
    public int shorts(float[] v, int width, boolean signed) {
        int count = v.length / width;
        int stride = width + (width & 1);
        ByteBuffer b = ByteBuffer.allocate(2 * stride * count).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < count; i++) {
            for (int k = 0; k < stride; k++) {
                float x = k < width ? v[width * i + k] : 0;
                b.putShort((short) Math.round(signed ? x * Accessor.MOST_SHORT : x * Accessor.MOST_UNSIGNED_SHORT));
            }
        }
        int view = view(b.array(), VERTICES);
        if (stride > width) {
            ((ObjectNode) list("bufferViews").get(view)).put("byteStride", 2 * stride);
        }
        int a = accessor(view, signed ? Accessor.SHORT : Accessor.UNSIGNED_SHORT, count, "VEC" + width);
        ((ObjectNode) list("accessors").get(a)).put("normalized", true);
        return a;
    }

    /** Numbers of vertices of which most may be zero: only the others are written, where that is shorter. */
    public int seldom(float[] v, String type, int width, boolean bounded) {
        int count = v.length / width;
        int[] at = new int[count];
        int n = 0;
        for (int i = 0; i < count; i++) {
            boolean zero = true;
            for (int k = 0; k < width; k++) {
                zero &= v[width * i + k] == 0;
            }
            if (!zero) {
                at[n++] = i;
            }
        }
        int wide = count <= 65535 ? 2 : 4;
        if (n == 0 || (long) n * (wide + 4 * width) >= 4L * v.length) {
            return vertices(v, type, width, bounded);
        }
        ByteBuffer indices = ByteBuffer.allocate(wide * n).order(ByteOrder.LITTLE_ENDIAN);
        float[] values = new float[width * n];
        for (int i = 0; i < n; i++) {
            if (wide == 2) {
                indices.putShort((short) at[i]);
            } else {
                indices.putInt(at[i]);
            }
            System.arraycopy(v, width * at[i], values, width * i, width);
        }
        ObjectNode a = add("accessors");
        a.put("componentType", Accessor.FLOAT);
        a.put("count", count);
        a.put("type", type);
        ObjectNode sparse = a.putObject("sparse");
        sparse.put("count", n);
        sparse.putObject("indices")
                .put("bufferView", view(indices.array(), 0))
                .put("componentType", wide == 2 ? Accessor.UNSIGNED_SHORT : Accessor.UNSIGNED_INT);
        sparse.putObject("values").put("bufferView", view(packed(values), 0));
        int accessor = size("accessors") - 1;
        if (bounded) {
            bounds(accessor, v, width);
        }
        return accessor;
    }

    /** Numbers that no vertex has: keys, matrices. */
    public int numbers(float[] v, String type, int width, boolean bounded) {
        int a = accessor(view(packed(v), 0), Accessor.FLOAT, v.length / width, type);
        if (bounded) {
            bounds(a, v, width);
        }
        return a;
    }

    private void bounds(int accessor, float[] v, int width) {
        ObjectNode a = (ObjectNode) list("accessors").get(accessor);
        ArrayNode min = a.putArray("min");
        ArrayNode max = a.putArray("max");
        for (int k = 0; k < width; k++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = k; i < v.length; i += width) {
                low = Math.min(low, v[i]);
                high = Math.max(high, v[i]);
            }
            min.add(low);
            max.add(high);
        }
    }

    /** Slots of joints, four a vertex, in bytes where they fit. */
    public int slots(int[] v, int most) {
        boolean small = most <= 256;
        ByteBuffer b = ByteBuffer.allocate((small ? 1 : 2) * v.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int x : v) {
            if (small) {
                b.put((byte) x);
            } else {
                b.putShort((short) x);
            }
        }
        return accessor(
                view(b.array(), VERTICES),
                small ? Accessor.UNSIGNED_BYTE : Accessor.UNSIGNED_SHORT,
                v.length / 4,
                "VEC4");
    }

    /** Indices of vertices, in shorts where they fit. */
    public int indices(int[] v, int vertices) {
        boolean small = vertices <= 65535;
        ByteBuffer b = ByteBuffer.allocate((small ? 2 : 4) * v.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int x : v) {
            if (small) {
                b.putShort((short) x);
            } else {
                b.putInt(x);
            }
        }
        return accessor(
                view(b.array(), INDICES), small ? Accessor.UNSIGNED_SHORT : Accessor.UNSIGNED_INT, v.length, "SCALAR");
    }

    private byte[] finished(@Nullable String uri) throws JsonProcessingException {
        if (!used.isEmpty()) {
            ArrayNode all = root.putArray("extensionsUsed");
            used.forEach(all::add);
        }
        if (!required.isEmpty()) {
            ArrayNode all = root.putArray("extensionsRequired");
            required.forEach(all::add);
        }
        if (bytes.size() > 0) {
            ObjectNode b = root.putArray("buffers").addObject();
            b.put("byteLength", bytes.size());
            if (uri != null) {
                b.put("uri", uri);
            }
        }
        return MAPPER.writeValueAsBytes(root);
    }

    /** Text and bytes in one file. */
    public void binary(OutputStream out) throws IOException {
        byte[] text = finished(null);
        int t = text.length + 3 & ~3;
        int b = bytes.size() + 3 & ~3;
        ByteBuffer head = ByteBuffer.allocate(Glb.HEADER + Glb.CHUNK).order(ByteOrder.LITTLE_ENDIAN);
        head.putInt(Glb.MAGIC).putInt(2).putInt(Glb.HEADER + Glb.CHUNK + t + (b == 0 ? 0 : Glb.CHUNK + b));
        head.putInt(t).putInt(Glb.JSON);
        out.write(head.array());
        out.write(text);
        out.write("   ".substring(0, t - text.length).getBytes(StandardCharsets.US_ASCII));
        if (b > 0) {
            ByteBuffer second = ByteBuffer.allocate(Glb.CHUNK).order(ByteOrder.LITTLE_ENDIAN);
            out.write(second.putInt(b).putInt(Glb.BIN).array());
            bytes.writeTo(out);
            out.write(new byte[b - bytes.size()]);
        }
    }

    /** Text alone, with the bytes in it. */
    public void text(OutputStream out) throws IOException {
        String uri =
                "data:application/octet-stream;base64," + Base64.getEncoder().encodeToString(bytes.toByteArray());
        out.write(finished(uri));
    }
}
