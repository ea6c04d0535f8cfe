package idleheron.formats.openvdb;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.ValueType;
import idleheron.formats.openvdb.coding.VdbReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.foreign.MemorySegment;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/** Files that the reference library wrote, each with the facts that it gives for it. */
public final class References {
    private static final Map<String, byte[]> ALL = load();

    private References() {}

    private static Map<String, byte[]> load() {
        Map<String, byte[]> out = new TreeMap<>();
        try (InputStream in = References.class.getResourceAsStream("/openvdb/reference.zip");
                ZipInputStream zip = new ZipInputStream(Objects.requireNonNull(in))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                out.put(e.getName(), zip.readAllBytes());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }

    /** Names of all files with facts. */
    public static List<String> names() {
        List<String> out = new ArrayList<>();
        for (String n : ALL.keySet()) {
            if (n.endsWith(".vdb") && ALL.containsKey(n.replace(".vdb", ".json"))) {
                out.add(n);
            }
        }
        return out;
    }

    public static byte[] bytes(String name) {
        return Objects.requireNonNull(ALL.get(name), name).clone();
    }

    static JsonNode facts(String name) throws IOException {
        return new ObjectMapper().readTree(bytes(name.replace(".vdb", ".json")));
    }

    static VdbReader open(String name) throws IOException {
        return VdbReader.open(name, MemorySegment.ofArray(bytes(name)));
    }

    /** A tree of one voxel. */
    static SparseTree tree() {
        return FieldPainter.paint(ValueType.FLOAT, new IndexBox(1, 2, 3, 1, 2, 3), (i, j, k, out) -> {
            out[0] = 5;
            return true;
        });
    }
}
