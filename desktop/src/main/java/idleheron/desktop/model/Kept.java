package idleheron.desktop.model;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Texts by name under a key, kept between starts in a small JSON file: which roles were given by hand to a rig of such joints, what
 * the house says of its avatars.
 */
public final class Kept {
    private static final Logger LOG = LoggerFactory.getLogger(Kept.class);
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private final Path file;

    public Kept(Path file) {
        this.file = file;
    }

    private ObjectNode all() {
        if (Files.isRegularFile(file)) {
            try {
                if (MAPPER.readTree(file.toFile()) instanceof ObjectNode o) {
                    return o;
                }
            } catch (IOException e) {
                LOG.warn("{} is not readable, nothing is taken from it: {}", file, e.getMessage());
            }
        }
        return MAPPER.createObjectNode();
    }

    /** The key of what is kept for rigs with the same names of joints, in whatever order. */
    public static String key(String of, List<String> joints) {
        String all = joints.stream().sorted().collect(Collectors.joining("\n"));
        return of + " " + joints.size() + " " + UUID.nameUUIDFromBytes(all.getBytes(StandardCharsets.UTF_8));
    }

    /** What was kept under a key; nothing where nothing was. */
    public Map<String, String> of(String key) {
        Map<String, String> out = new TreeMap<>();
        JsonNode kept = all().path(key);
        kept.properties().forEach(e -> out.put(e.getKey(), e.getValue().asText("")));
        return out;
    }

    /**
     * Keeps something; nothing takes the key away.
     *
     * @throws IOException when it cannot be written; what was kept before stays
     */
    public void keep(String key, Map<String, String> texts) throws IOException {
        ObjectNode all = all();
        all.remove(key);
        if (!texts.isEmpty()) {
            ObjectNode o = all.putObject(key);
            texts.forEach(o::put);
        }
        Path folder = file.toAbsolutePath().getParent();
        if (folder != null) {
            Files.createDirectories(folder);
        }
        Path draft = Files.createTempFile(folder, "kept", ".json");
        MAPPER.writerWithDefaultPrettyPrinter().writeValue(draft.toFile(), all);
        Files.move(draft, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    }
}
