package idleheron.app.delivery;

import static idleheron.core.Messages.say;

import com.fasterxml.jackson.core.JacksonException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.remedy.Remedy;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.FileNames;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import idleheron.report.Json;
import idleheron.report.Paper;
import idleheron.report.RemedyJson;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * What was delivered, and all that it takes to do it again; kept beside the target as {@code NAME.fbx.delivery.json}.
 *
 * <pre>
 * { "schema": "idle-heron/delivery/1", "program": "Idle Heron 0.1.0",
 *   "sources": [{ "file": "../made/postwoman.fbx", "bytes": 1853212, "sha256": "…" }],
 *   "target": "woman.fbx", "variant": "binary 7.5", "for": "game-centimetres", "remedies": [{ "remedy": "bake-scale" }],
 *   "settings": { "clip": "", "frames": "", "clipsLeftOut": [], "without": [], "bake": false, "clipsApart": true, "meshesApart": false, "pictures": "beside",
 *     "pictureKind": "", "pictureSize": 0, "picturesFrom": [], "samplesPerFrame": 1, "rescue": false },
 *   "files": [{ "file": "woman.fbx", "bytes": 1846020, "sha256": "…" }] }
 * </pre>
 *
 * Paths are from the folder of the list; files lie in it or below it.
 *
 * @param sources what was read, the model first
 * @param target as it was named
 * @param destination the name or the file of a convention, or ""
 * @param files what was written
 */
public record DeliveryList(
        List<Listed> sources,
        Path target,
        String variant,
        String destination,
        List<Remedy> remedies,
        DeliverySettings settings,
        List<Listed> files) {
    public static final String ENDING = ".delivery.json";
    private static final String SCHEMA = "delivery";
    private static final long LARGEST = 16L << 20;
    private static final RemedyJson FORM = new RemedyJson(SceneFiles.remedies());

    public DeliveryList {
        sources = List.copyOf(sources);
        remedies = List.copyOf(remedies);
        files = List.copyOf(files);
    }

    /**
     * A file as it was, or numbered ones by a pattern or their folder.
     *
     * @param bytes of all of them
     * @param sha256 of its bytes, 64 hexadecimal digits; of several that of their sums, one after the other
     */
    public record Listed(Path file, long bytes, String sha256) {
        /** A file as it is now. */
        static Listed of(Path file) throws IOException {
            List<Paper.Source> all = Paper.sources(SceneFiles.files(file));
            long bytes = all.stream().mapToLong(Paper.Source::bytes).sum();
            return new Listed(
                    file,
                    bytes,
                    Paper.together(all.stream().map(Paper.Source::sha256).toList()));
        }

        /** Whether the file is there and has the same bytes. */
        boolean stands() throws IOException {
            return isThere(file) && of(file).equals(this);
        }
    }

    /** Whether a file is there, or any of those that a path stands for. */
    static boolean isThere(Path path) throws IOException {
        List<Path> all = SceneFiles.files(path);
        return !all.isEmpty() && all.stream().allMatch(Files::isRegularFile);
    }

    /**
     * The list of what was just written.
     *
     * @param sources as they were when they were read, or as they are now
     */
    public static DeliveryList of(
            List<Listed> sources,
            Target target,
            String destination,
            List<Remedy> remedies,
            DeliverySettings settings,
            Delivery.Outcome done)
            throws IOException {
        List<Path> files = done.files().stream().map(Drafts.Placing::target).toList();
        return new DeliveryList(
                sources, target.file(), target.variant(), destination, remedies, settings, listed(files));
    }

    /** Where the list of a target is kept. */
    public static Path beside(Path target) {
        String end = FileNames.end(String.valueOf(target.getFileName()));
        return target.resolveSibling(FileNames.unnumbered(FileNames.stem(target)) + end + ENDING);
    }

    /** The files of some paths as they are now. */
    public static List<Listed> listed(List<Path> paths) throws IOException {
        List<Listed> out = new ArrayList<>();
        for (Path p : paths) {
            if (isThere(p)) {
                out.add(Listed.of(p));
            }
        }
        return out;
    }

    /** Writes it beside its target, whole or not at all. */
    public Path write() throws IOException {
        Path file = beside(target);
        byte[] text = (Json.text(json(folder(file))) + "\n").getBytes(StandardCharsets.UTF_8);
        Drafts.write(file, true, sources.stream().map(Listed::file).toList(), o -> o.write(text));
        return file;
    }

    private static Path folder(Path file) {
        Path in = file.toAbsolutePath().normalize().getParent();
        return in == null ? Path.of("").toAbsolutePath() : in;
    }

    private ObjectNode json(Path folder) {
        ObjectNode o = Json.of(SCHEMA).put("program", Paper.PROGRAM);
        list(o.putArray("sources"), sources, folder);
        o.put("target", from(folder, target)).put("variant", variant);
        boolean own = destination.endsWith(".toml");
        o.put("for", own ? from(folder, Path.of(destination)) : destination);
        o.set("remedies", FORM.write(remedies));
        ObjectNode s = o.putObject("settings");
        s.put("clip", settings.clip()).put("frames", settings.frames());
        settings.clipsLeftOut().forEach(s.putArray("clipsLeftOut")::add);
        settings.without().forEach(s.putArray("without")::add);
        s.put("bake", settings.bake()).put("clipsApart", settings.clipsApart());
        s.put("meshesApart", settings.meshesApart());
        s.put("pictures", settings.pictures()).put("pictureKind", settings.pictureKind());
        s.put("pictureSize", settings.pictureSize());
        ArrayNode from = s.putArray("picturesFrom");
        settings.picturesFrom().forEach(p -> from.add(from(folder, p)));
        s.put("samplesPerFrame", settings.samplesPerFrame()).put("rescue", settings.rescue());
        list(o.putArray("files"), files, folder);
        return o;
    }

    private static void list(ArrayNode to, List<Listed> files, Path folder) {
        for (Listed f : files) {
            to.addObject()
                    .put("file", from(folder, f.file))
                    .put("bytes", f.bytes)
                    .put("sha256", f.sha256);
        }
    }

    private static String from(Path folder, Path file) {
        Path at = file.toAbsolutePath().normalize();
        boolean near = at.getRoot() != null && at.getRoot().equals(folder.getRoot());
        return (near ? folder.relativize(at) : at).toString().replace('\\', '/');
    }

    /**
     * @throws FormatException where it is none, or says what cannot be
     */
    public static DeliveryList read(Path file) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (Files.size(file) > LARGEST) {
            throw FormatException.in(
                    name,
                    say("app.delivery.DeliveryList.the-list-of-a-delivery"),
                    say("app.delivery.DeliveryList.bytes", Files.size(file)));
        }
        try {
            return new Reader(name, folder(file)).read(new ObjectMapper().readTree(Files.readAllBytes(file)));
        } catch (JacksonException e) {
            throw FormatException.in(
                    name, say("app.delivery.DeliveryList.the-list-of-a-delivery-as"), e.getOriginalMessage());
        }
    }

    /** From the text of a list. */
    private record Reader(String name, Path folder) {
        DeliveryList read(JsonNode o) throws FormatException {
            String schema = Json.of(SCHEMA).path("schema").asText();
            if (!o.path("schema").asText().equals(schema)) {
                throw FormatException.in(
                        name,
                        say("app.delivery.DeliveryList.schema", schema),
                        o.path("schema").toString());
            }
            JsonNode s = o.path("settings");
            String destination = text(o, "for");
            List<Listed> sources = listed(o, "sources");
            if (sources.isEmpty()) {
                throw FormatException.in(name, say("app.delivery.DeliveryList.a-file-under-sources"), "none");
            }
            return new DeliveryList(
                    sources,
                    inside(text(o, "target")),
                    text(o, "variant"),
                    destination.endsWith(".toml") ? at(destination).toString() : destination,
                    remedies(o.path("remedies")),
                    new DeliverySettings(
                            text(s, "clip"),
                            text(s, "frames"),
                            texts(s, "clipsLeftOut"),
                            texts(s, "without"),
                            s.path("bake").asBoolean(),
                            s.path("clipsApart").asBoolean(),
                            s.path("meshesApart").asBoolean(),
                            text(s, "pictures"),
                            text(s, "pictureKind"),
                            s.path("pictureSize").asInt(),
                            texts(s, "picturesFrom").stream().map(this::at).toList(),
                            s.path("samplesPerFrame").asInt(1),
                            s.path("rescue").asBoolean()),
                    files(o));
        }

        private String text(JsonNode o, String key) throws FormatException {
            if (!o.path(key).isTextual()) {
                throw FormatException.in(name, say("app.delivery.DeliveryList.a-text-under", key), shown(o.path(key)));
            }
            return o.path(key).asText();
        }

        private List<String> texts(JsonNode o, String key) throws FormatException {
            List<String> out = new ArrayList<>();
            for (JsonNode n : o.path(key)) {
                if (!n.isTextual()) {
                    throw FormatException.in(name, say("app.delivery.DeliveryList.texts-under", key), n.toString());
                }
                out.add(n.asText());
            }
            return out;
        }

        private static String shown(JsonNode n) {
            return n.isMissingNode() ? say("app.delivery.DeliveryList.nothing") : n.toString();
        }

        private Path at(String told) {
            return folder.resolve(told).normalize();
        }

        /** What is written lies in the folder of the list or below it. */
        private Path inside(String told) throws FormatException {
            Path out = at(told);
            if (!out.startsWith(folder) || out.equals(folder)) {
                throw FormatException.in(name, say("app.delivery.DeliveryList.a-file-in-the-folder-of"), told);
            }
            return out;
        }

        private List<Listed> listed(JsonNode o, String key) throws FormatException {
            List<Listed> out = new ArrayList<>();
            for (JsonNode n : o.path(key)) {
                out.add(new Listed(at(text(n, "file")), n.path("bytes").asLong(), text(n, "sha256")));
            }
            return out;
        }

        private List<Listed> files(JsonNode o) throws FormatException {
            List<Listed> out = listed(o, "files");
            for (Listed f : out) {
                inside(f.file.toString());
            }
            return out;
        }

        private List<Remedy> remedies(JsonNode all) throws FormatException {
            try {
                return FORM.readAll(all);
            } catch (IllegalArgumentException e) {
                throw FormatException.in(
                        name,
                        say("app.delivery.DeliveryList.a-remedy-with-its-parameters"),
                        String.valueOf(e.getMessage()));
            }
        }
    }
}
