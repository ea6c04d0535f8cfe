package idleheron.formats.usd.compose;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.spi.Salvage;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.files.UsdPackage;
import idleheron.formats.usd.layer.Layer;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Files by asset path, each opened once. An id is the absolute path of a file, or {@code package[inner]} for a file in a
 * package. Files stay mapped for as long as something of them is used.
 */
public final class Assets {
    private final Map<String, Layer> layers = new LinkedHashMap<>();
    private final Map<String, UsdPackage> packages = new HashMap<>();
    private final Map<String, MemorySegment> opened = new HashMap<>();
    private final java.util.Set<String> told = new java.util.HashSet<>();
    private final List<String> notes = new ArrayList<>();
    private final @Nullable Salvage salvage;

    public Assets() {
        this(null);
    }

    /**
     * @param salvage what takes the losses of damaged layers, which are rescued then; null where damaged ones are refused
     */
    public Assets(@Nullable Salvage salvage) {
        this.salvage = salvage;
    }

    private Layer read(String name, MemorySegment bytes) throws FormatException {
        return salvage == null ? Layers.read(name, bytes, notes) : Layers.rescue(name, bytes, notes, salvage);
    }

    private UsdPackage open(String name, MemorySegment bytes) throws FormatException {
        return salvage == null ? UsdPackage.read(name, bytes) : UsdPackage.rescue(name, bytes, salvage);
    }

    /** The id of the layer that a file is or, for a package, of the first layer in it. */
    public String rootOf(Path file, MemorySegment bytes) throws FormatException {
        String id = file.toAbsolutePath().normalize().toString();
        opened.put(id, bytes);
        if (Layers.form(bytes) != Layers.Form.PACKAGE) {
            return id;
        }
        UsdPackage p = open(String.valueOf(file.getFileName()), bytes);
        packages.put(id, p);
        return id + "[" + p.entries().getFirst().name() + "]";
    }

    /** For layers that are no files: what {@code id} stands for. */
    public void put(String id, Layer layer) {
        layers.put(id, layer);
    }

    /** What readers left out. */
    public List<String> notes() {
        return notes;
    }

    /** Layers that were opened, in that order. */
    public Map<String, Layer> layers() {
        return java.util.Collections.unmodifiableMap(layers);
    }

    /** The file of an id: the package for what is in one. */
    public static String fileOf(String id) {
        int open = id.indexOf('[');
        return open > 0 && id.endsWith("]") ? id.substring(0, open) : id;
    }

    private static String inside(String id) {
        int open = id.indexOf('[');
        return open > 0 && id.endsWith("]") ? id.substring(open + 1, id.length() - 1) : "";
    }

    /** Where an asset path leads from a layer, whether there is a file or not. */
    public String resolve(String from, String asset) {
        String outer = fileOf(from);
        String within = inside(from);
        String own = fileOf(asset);
        String deeper = inside(asset);
        String file;
        if (!within.isEmpty() && !own.startsWith("/")) {
            return outer + "[" + joined(within, own) + "]";
        }
        try {
            Path at = Path.of(own.replace('\\', '/'));
            Path folder = Path.of(outer).getParent();
            file = at.isAbsolute() || folder == null
                    ? at.normalize().toString()
                    : folder.resolve(at).normalize().toString();
        } catch (InvalidPathException e) {
            file = own;
        }
        return deeper.isEmpty() ? file : file + "[" + deeper + "]";
    }

    /** A path relative to another within a package. */
    private static String joined(String from, String asset) {
        List<String> parts = new ArrayList<>(List.of(from.split("/")));
        parts.removeLast();
        for (String p : asset.split("/")) {
            if (p.equals("..") && !parts.isEmpty()) {
                parts.removeLast();
            } else if (!p.equals(".") && !p.isEmpty() && !p.equals("..")) {
                parts.add(p);
            }
        }
        return String.join("/", parts);
    }

    /** Whether there is something to open under an identifier. */
    public boolean exists(String id) {
        try {
            return layers.containsKey(id) || bytes(id) != null;
        } catch (IOException e) {
            return false;
        }
    }

    /** The bytes of a file, or null where there is none. */
    public @Nullable MemorySegment bytes(String id) throws IOException {
        String file = fileOf(id);
        MemorySegment known = opened.get(file);
        if (known == null) {
            Path p;
            try {
                p = Path.of(file);
            } catch (InvalidPathException e) {
                return null;
            }
            if (!Files.isRegularFile(p)) {
                return null;
            }
            known = FileBytes.of(p);
            opened.put(file, known);
        }
        String within = inside(id);
        if (within.isEmpty()) {
            return known;
        }
        UsdPackage p = packages.get(file);
        if (p == null) {
            p = open(file, known);
            packages.put(file, p);
        }
        UsdPackage.Entry e = p.find(within);
        return e == null ? null : e.bytes();
    }

    /**
     * The layer at an id; of a package the first.
     *
     * @return null where there is none that can be read, which is told once
     */
    @Nullable
    Layer layer(String id, List<Problem> problems) {
        Layer known = layers.get(id);
        if (known != null) {
            return known;
        }
        if (!told.add(id)) {
            return null;
        }
        String name = shortName(id);
        try {
            MemorySegment b = bytes(id);
            if (b == null) {
                problems.add(new Problem(
                        Problem.MISSING_LAYER, name, say("formats.usd.compose.Assets.there-is-no-file-at", id)));
                return null;
            }
            if (Layers.form(b) == Layers.Form.PACKAGE && inside(id).isEmpty()) {
                UsdPackage p = open(name, b);
                packages.put(id, p);
                b = p.entries().getFirst().bytes();
            }
            Layer l = read(name, b);
            layers.put(id, l);
            told.remove(id);
            return l;
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            problems.add(new Problem(Problem.BROKEN_LAYER, name, String.valueOf(e.getMessage())));
            return null;
        }
    }

    /**
     * The layer that a stage begins with.
     *
     * @throws FormatException when it cannot be read
     */
    Layer root(String id) throws FormatException {
        Layer known = layers.get(id);
        if (known != null) {
            return known;
        }
        String within = inside(id);
        String file = fileOf(id);
        String name = file.substring(file.lastIndexOf('/') + 1) + (within.isEmpty() ? "" : "[" + within + "]");
        try {
            MemorySegment b = bytes(id);
            if (b == null) {
                throw FormatException.in(
                        name, say("formats.usd.compose.Assets.a-layer"), say("formats.usd.compose.Assets.no-file"));
            }
            Layer l = read(name, b);
            layers.put(id, l);
            return l;
        } catch (FormatException e) {
            throw e;
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
            throw FormatException.in(
                    name,
                    say("formats.usd.compose.Assets.a-layer-that-can-be-read"),
                    String.valueOf(e.getMessage()),
                    e);
        }
    }

    /** The last name of an id. */
    public static String shortName(String id) {
        String within = inside(id);
        String whole = within.isEmpty() ? id : within;
        return whole.substring(whole.lastIndexOf('/') + 1);
    }
}
