package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;

/** A document made up by a test: every list of numbers is an accessor with a view of its own. */
public final class TinyDocument {
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final List<String> views = new ArrayList<>();
    private final List<String> accessors = new ArrayList<>();

    /** One object of a document, without the rest of it. */
    public static GltfObject object(String at, String text) throws IOException {
        return new GltfObject("tiny.gltf", at, (ObjectNode) MAPPER.readTree(text));
    }

    /** @return the number of the accessor */
    public int floats(String type, int width, float... v) {
        ByteBuffer b = ByteBuffer.allocate(4 * v.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float x : v) {
            b.putFloat(x);
        }
        return add(b, type, 5126, v.length / width, "");
    }

    /** @return the number of the accessor */
    public int bytes(String type, int width, int... v) {
        ByteBuffer b = ByteBuffer.allocate(v.length);
        for (int x : v) {
            b.put((byte) x);
        }
        return add(b, type, 5121, v.length / width, "");
    }

    /** Whole numbers as places. */
    public int shorts(String type, int width, int... v) {
        ByteBuffer b = ByteBuffer.allocate(8 * v.length / width).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < v.length; i++) {
            b.putShort(8 * (i / width) + 2 * (i % width), (short) v[i]);
        }
        return add(b, type, 5122, v.length / width, ",\"byteStride\":8");
    }

    private int add(ByteBuffer b, String type, int component, int count, String more) {
        byte[] content = new byte[b.capacity()];
        b.get(0, content);
        while (bytes.size() % 4 != 0) {
            bytes.write(0);
        }
        views.add("{\"buffer\":0,\"byteOffset\":" + bytes.size() + ",\"byteLength\":" + b.capacity() + more + "}");
        accessors.add("{\"bufferView\":" + (views.size() - 1) + ",\"componentType\":" + component + ",\"count\":"
                + count + ",\"type\":\"" + type + "\"}");
        bytes.writeBytes(content);
        return accessors.size() - 1;
    }

    /** @param members of the whole, single quotes for double ones: {@code 'nodes':[{'mesh':0}]} */
    public GltfDocument with(String members) throws IOException {
        String buffer = bytes.size() == 0
                ? ""
                : ",'buffers':[{'byteLength':" + bytes.size() + ",'uri':'data:application/octet-stream;base64,"
                        + Base64.getEncoder().encodeToString(bytes.toByteArray()) + "'}],'bufferViews':"
                        + views + ",'accessors':" + accessors;
        String text = ("{'asset':{'version':'2.0'}" + buffer + "," + members + "}").replace('\'', '"');
        return GltfDocument.read("tiny.gltf", null, MemorySegment.ofArray(text.getBytes(StandardCharsets.UTF_8)));
    }
}
