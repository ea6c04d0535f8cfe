package idleheron.formats.gltf.avatar;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.GltfFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;

/** An avatar of the 15 roles that must be there, for tests: as it is, and with its text changed. */
final class LeastAvatar {
    private static final Path FILE = Path.of("src/test/resources/gltf/avatars/least.vrm");
    static final ObjectMapper MAPPER = new ObjectMapper();
    static final GltfFormat FORMAT = new GltfFormat();

    private LeastAvatar() {}

    /** The file with its text changed. */
    static byte[] changed(Consumer<ObjectNode> change) throws IOException {
        ByteBuffer in = ByteBuffer.wrap(Files.readAllBytes(FILE)).order(ByteOrder.LITTLE_ENDIAN);
        int length = in.getInt(12);
        ObjectNode text = (ObjectNode) MAPPER.readTree(in.array(), 20, length);
        change.accept(text);
        byte[] out = MAPPER.writeValueAsString(text).getBytes(StandardCharsets.UTF_8);
        int padded = out.length + 3 & ~3;
        byte[] rest = new byte[in.array().length - 20 - length];
        System.arraycopy(in.array(), 20 + length, rest, 0, rest.length);
        ByteBuffer b = ByteBuffer.allocate(20 + padded + rest.length).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(0x46546C67).putInt(2).putInt(b.capacity()).putInt(padded).putInt(0x4E4F534A);
        b.put(out)
                .put(" ".repeat(padded - out.length).getBytes(StandardCharsets.US_ASCII))
                .put(rest);
        return b.array();
    }

    static Scene read(byte[] bytes) throws IOException {
        return FORMAT.read(Path.of("a.vrm"), MemorySegment.ofArray(bytes), (done, what) -> {})
                .scene();
    }

    static Scene least() throws IOException {
        return read(Files.readAllBytes(FILE));
    }

    static Avatar avatarOf(Scene s) {
        return Objects.requireNonNull(Avatar.in(s));
    }

    static byte[] written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(s, GltfFormat.AVATAR, out, (done, what) -> {});
        return out.toByteArray();
    }

    static ObjectNode at(ObjectNode root, String path) {
        return (ObjectNode) root.at(path);
    }

    /** Codes that tell something of avatars. */
    static Set<String> told(Scene s) {
        Set<String> out = new TreeSet<>();
        for (Finding f : Inspection.of(s, null)) {
            if (f.code().startsWith("avatar-")) {
                out.add(f.code());
            }
        }
        return out;
    }
}
