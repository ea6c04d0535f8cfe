package idleheron.desktop.model;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What is remembered between starts: window, theme, splits, recent files. One small JSON file in the user's configuration. */
public final class Settings {
    private static final Logger LOG = LoggerFactory.getLogger(Settings.class);
    private static final int MOST_RECENT = 8;
    private static final int MOST_CROSSED = 6;
    private static final ObjectMapper MAPPER = new ObjectMapper();

    private final Path file;
    private final LaterFile later;
    private double width = 1280;
    private double height = 800;
    private boolean maximized;
    private boolean dusk;
    private boolean watches = true;
    private String name = "";
    private final List<String> recent = new ArrayList<>();
    private final Map<String, Double> splits = new TreeMap<>();

    /**
     * A crossing that was compared lately.
     *
     * @param verdict its word, of the returned file as it came
     */
    public record Crossed(Path sent, Path returned, String verdict) {}

    private final List<Crossed> crossed = new ArrayList<>();

    Settings(Path file) {
        this.file = file;
        this.later = new LaterFile(file);
        settle();
        load();
    }

    /** Those of the usual place. */
    public static Settings usual() {
        return new Settings(SettingsPlace.usual());
    }

    private void load() {
        if (!Files.isRegularFile(file)) {
            return;
        }
        try {
            if (MAPPER.readTree(file.toFile()) instanceof ObjectNode o) {
                width = Math.clamp(o.path("width").asDouble(width), 900, 8000);
                height = Math.clamp(o.path("height").asDouble(height), 600, 8000);
                maximized = o.path("maximized").asBoolean(false);
                dusk = o.path("dusk").asBoolean(false);
                watches = o.path("watches").asBoolean(true);
                name = o.path("name").asText("");
                o.path("recent").forEach(n -> recent.add(n.asText()));
                o.path("crossed")
                        .forEach(n -> crossed.add(new Crossed(
                                Path.of(n.path("sent").asText()),
                                Path.of(n.path("returned").asText()),
                                n.path("verdict").asText())));
                o.path("splits")
                        .properties()
                        .forEach(e -> split(e.getKey(), e.getValue().asDouble(Double.NaN)));
            }
        } catch (IOException e) {
            LOG.warn("{} is not readable, the usual settings are taken: {}", file, e.getMessage());
        }
    }

    /** Keeps them as they are now, on a thread of its own. */
    public void save() {
        State now = new State(
                width,
                height,
                maximized,
                dusk,
                watches,
                name,
                List.copyOf(recent),
                List.copyOf(crossed),
                new TreeMap<>(splits));
        later.write(now::bytes);
    }

    /** All of them at one moment, which nobody changes any more. */
    private record State(
            double width,
            double height,
            boolean maximized,
            boolean dusk,
            boolean watches,
            String name,
            List<String> recent,
            List<Crossed> crossed,
            Map<String, Double> splits) {
        byte[] bytes() {
            ObjectNode o = MAPPER.createObjectNode();
            o.put("width", width).put("height", height).put("maximized", maximized);
            o.put("dusk", dusk).put("watches", watches).put("name", name);
            ArrayNode list = o.putArray("recent");
            recent.forEach(list::add);
            ArrayNode pairs = o.putArray("crossed");
            crossed.forEach(c -> pairs.addObject()
                    .put("sent", c.sent.toString())
                    .put("returned", c.returned.toString())
                    .put("verdict", c.verdict));
            ObjectNode places = o.putObject("splits");
            splits.forEach(places::put);
            return o.toPrettyString().getBytes(StandardCharsets.UTF_8);
        }
    }

    /** Waits until what was saved is on the disk. */
    public void settle() {
        LaterFile.settle();
    }

    public void window(double w, double h, boolean max) {
        if (!max) {
            width = w;
            height = h;
        }
        maximized = max;
    }

    public void remember(Path opened) {
        String s = opened.toAbsolutePath().toString();
        recent.remove(s);
        recent.addFirst(s);
        while (recent.size() > MOST_RECENT) {
            recent.removeLast();
        }
        save();
    }

    /** Remembers what came of a comparison. */
    public void crossed(Path sent, Path returned, String verdict) {
        Crossed now = new Crossed(sent.toAbsolutePath(), returned.toAbsolutePath(), verdict);
        crossed.removeIf(c -> c.sent.equals(now.sent) && c.returned.equals(now.returned));
        crossed.addFirst(now);
        while (crossed.size() > MOST_CROSSED) {
            crossed.removeLast();
        }
        save();
    }

    /** Crossings that were compared lately and whose files are still there, the newest first. */
    public List<Crossed> crossed() {
        return crossed.stream()
                .filter(c -> Files.exists(c.sent) && Files.exists(c.returned))
                .toList();
    }

    public List<Path> recent() {
        return recent.stream().map(Path::of).filter(Files::isRegularFile).toList();
    }

    /** Where a split was put, as a share of its length; NaN where nobody moved it. */
    public double split(String of) {
        return splits.getOrDefault(of, Double.NaN);
    }

    /** Remembers where a split was put; NaN forgets it. */
    public void split(String of, double share) {
        if (share >= 0 && share <= 1) {
            splits.put(of, share);
        } else {
            splits.remove(of);
        }
    }

    public double width() {
        return width;
    }

    public double height() {
        return height;
    }

    public boolean maximized() {
        return maximized;
    }

    public boolean dusk() {
        return dusk;
    }

    public void dusk(boolean value) {
        dusk = value;
    }

    /** Whether files of the crossing are compared again when they are written anew. */
    public boolean watches() {
        return watches;
    }

    public void watches(boolean value) {
        watches = value;
        save();
    }

    /** The name that a report is signed with, or "". */
    public String name() {
        return name;
    }

    public void name(String value) {
        name = value;
        save();
    }

    public void forget() {
        recent.clear();
        crossed.clear();
        save();
    }

    public Path file() {
        return file;
    }

    /** Where what is kept between starts lies. */
    public Path folder() {
        return file.toAbsolutePath().resolveSibling("");
    }

    /** Where the user's own conventions are kept. */
    public Path conventions() {
        return file.toAbsolutePath().resolveSibling("conventions");
    }
}
