package idleheron.formats.alembic;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.cache.Cache;
import idleheron.core.job.Progress;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.bridge.AbcReader;
import idleheron.formats.alembic.bridge.AbcSceneReader;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.foreign.MemorySegment;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/** The reference archives and their facts, by name. */
public final class ReferenceFiles {
    private static final Map<String, byte[]> ALL = load();

    private ReferenceFiles() {}

    private static Map<String, byte[]> load() {
        Map<String, byte[]> out = new TreeMap<>();
        try (ZipInputStream zip =
                new ZipInputStream(ReferenceFiles.class.getResourceAsStream("/alembic/reference.zip"))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                out.put(e.getName(), zip.readAllBytes());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out;
    }

    public static List<String> sound() {
        return ALL.keySet().stream()
                .filter(n -> n.endsWith(".abc") && !n.contains("/"))
                .toList();
    }

    static List<String> broken() {
        return ALL.keySet().stream().filter(n -> n.startsWith("corrupt/")).toList();
    }

    public static byte[] bytes(String name) {
        return java.util.Objects.requireNonNull(ALL.get(name)).clone();
    }

    static JsonNode facts(String name) {
        try {
            return new ObjectMapper().readTree(ALL.get(name.replace(".abc", ".json")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static AbcArchive archive(String name) throws FormatException {
        return AbcReader.read(name, MemorySegment.ofArray(bytes(name)), Progress.NONE);
    }

    public static Cache cache(String name) throws FormatException {
        return AbcSceneReader.read(archive(name));
    }
}
