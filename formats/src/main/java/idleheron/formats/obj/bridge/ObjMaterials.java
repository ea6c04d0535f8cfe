package idleheron.formats.obj.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Texture;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.obj.document.MtlFile;
import idleheron.formats.obj.document.MtlMap;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Libraries of materials as materials of a scene, by name, as faces ask for them. */
final class ObjMaterials {
    /** Before the properties of a library that are carried as they stand. */
    static final String KEPT = "mtl:";

    /** What faces wear that name no material, and its colour. */
    static final String NONE = "default";

    static final Vec3 GREY = new Vec3(0.6, 0.6, 0.6);

    private static final Map<String, String> USES = Map.of(
            "map_kd", Material.DIFFUSE,
            "map_bump", "Bump",
            "bump", "Bump",
            "norm", "NormalMap",
            "map_ks", "SpecularColor",
            "map_ke", "EmissiveColor",
            "map_d", "TransparentColor",
            "map_pr", "Roughness",
            "map_pm", "Metallic");

    private final @Nullable Path folder;
    private final List<String> notes;
    private final Map<String, MtlFile.Surface> known = new LinkedHashMap<>();
    private final Set<String> read = new LinkedHashSet<>();
    private final Map<String, Integer> index = new LinkedHashMap<>();
    private final List<Material> materials = new ArrayList<>();
    private final List<Texture> textures = new ArrayList<>();
    private final Map<String, Integer> pictures = new LinkedHashMap<>();
    private final List<String> missing = new ArrayList<>();

    ObjMaterials(@Nullable Path folder, List<String> notes) {
        this.folder = folder;
        this.notes = notes;
    }

    List<Material> materials() {
        return materials;
    }

    List<Texture> textures() {
        return textures;
    }

    /** Says which materials no library has, once all have been asked for. */
    void told() {
        if (!missing.isEmpty()) {
            notes.add(say(
                    "formats.obj.bridge.ObjMaterials.materials-that-no-library-has-which", Wording.listed(missing)));
        }
    }

    /** A file beside the document, never outside of its folder; null where there is none. */
    private @Nullable Path beside(String name) {
        try {
            Path at = folder == null
                    ? null
                    : folder.resolve(name.replace('\\', '/')).normalize();
            boolean inside = at != null && folder != null && at.startsWith(folder.normalize());
            return inside && Files.isRegularFile(at) ? at : null;
        } catch (InvalidPathException e) {
            return null;
        }
    }

    /** Reads what {@code mtllib} names: the whole is one file, or each word is one. */
    void library(String told) {
        if (!read.add(told)) {
            return;
        }
        Path whole = beside(told);
        if (whole != null) {
            one(told, whole);
            return;
        }
        // blanks part files or belong to a name: the longest names that are there are taken
        String[] words = told.split("\\s+");
        List<String> missing = new ArrayList<>();
        for (int i = 0; i < words.length; i++) {
            int to = words.length;
            Path at = null;
            String name = words[i];
            while (to > i && at == null) {
                name = String.join(" ", List.of(words).subList(i, to));
                at = beside(name);
                to--;
            }
            if (at == null) {
                missing.add(words[i]);
            } else {
                one(name, at);
                i = to;
            }
        }
        if (!missing.isEmpty()) {
            boolean out = missing.stream().anyMatch(m -> m.contains(".."));
            notes.add(say(
                    "formats.obj.bridge.ObjMaterials.the-library",
                    String.join(" ", missing),
                    (out
                            ? say("formats.obj.bridge.ObjMaterials.lies-outside-of-the-folder-and")
                            : say("formats.obj.bridge.ObjMaterials.is-not-there-its-materials-are"))));
        }
    }

    private void one(String name, Path file) {
        if (!read.add(say("formats.obj.bridge.ObjMaterials.file", file))) {
            return;
        }
        try {
            if (Files.size(file) > MtlFile.LARGEST) {
                throw FormatException.in(
                        name,
                        say("formats.obj.bridge.ObjMaterials.a-library-of-at-most-64"),
                        say("formats.obj.bridge.ObjMaterials.bytes", Files.size(file)));
            }
            List<String> of = new ArrayList<>();
            for (MtlFile.Surface s : MtlFile.read(name, FileBytes.of(file), of).materials()) {
                if (known.putIfAbsent(s.name(), s) != null) {
                    of.add(say("formats.obj.bridge.ObjMaterials.it-tells-the-material-twice-the", s.name()));
                }
            }
            of.forEach(n -> notes.add(name + ": " + n));
        } catch (IOException e) {
            notes.add(say("formats.obj.bridge.ObjMaterials.the-library-cannot-be-read", name, e.getMessage()));
        }
    }

    /** Number of a material in the scene. */
    int of(String name) {
        Integer i = index.get(name);
        if (i == null) {
            i = materials.size();
            MtlFile.Surface s = known.get(name);
            if (s == null && !name.isEmpty()) {
                missing.add(name);
            }
            materials.add(s == null ? new Material(shown(name), "lambert", GREY, 1, -1) : material(s));
            index.put(name, i);
        }
        return i;
    }

    private static String shown(String name) {
        return name.isEmpty() ? NONE : name;
    }

    private Material material(MtlFile.Surface s) {
        Vec3 color = new Vec3(0.8, 0.8, 0.8);
        double opacity = Double.NaN;
        double through = Double.NaN;
        List<Material.Use> uses = new ArrayList<>();
        List<FreeProperty> kept = new ArrayList<>();
        boolean metal = false;
        for (MtlFile.Line l : s.lines()) {
            double[] n = l.numbers();
            switch (l.key()) {
                case "Kd" -> {
                    if (n.length == 0) {
                        notes.add(say(
                                "formats.obj.bridge.ObjMaterials.the-material-tells-kd-as-which", s.name(), l.value()));
                    } else {
                        color = n.length < 3 ? new Vec3(n[0], n[0], n[0]) : new Vec3(n[0], n[1], n[2]);
                    }
                }
                case "d" -> opacity = n.length == 0 ? 1 : n[0];
                case "Tr" -> through = n.length == 0 ? 0 : n[0];
                default -> {
                    metal |= l.key().equals("Pr") || l.key().equals("Pm");
                    if (l.isMap()) {
                        picture(l, uses, kept);
                    } else {
                        kept.add(new FreeProperty(KEPT + l.key(), "KString", "", "", new FreeProperty.Text(l.value())));
                    }
                }
            }
        }
        if (!Double.isNaN(opacity) && !Double.isNaN(through) && Math.abs(opacity + through - 1) > 1e-6) {
            notes.add(say(
                    "formats.obj.bridge.ObjMaterials.the-material-tells-d-and-tr",
                    s.name(),
                    Figure.number(opacity),
                    Figure.number(through)));
        }
        double o = !Double.isNaN(opacity) ? opacity : Double.isNaN(through) ? 1 : 1 - through;
        return new Material(
                shown(s.name()), metal ? "metallic-roughness" : "phong", color, Math.clamp(o, 0.0, 1.0), uses, kept);
    }

    private void picture(MtlFile.Line l, List<Material.Use> uses, List<FreeProperty> kept) {
        MtlMap map = MtlMap.of(l.value(), f -> beside(f) != null);
        String property = USES.get(l.key().toLowerCase(java.util.Locale.ROOT));
        if (property == null || map.file().isEmpty()) {
            kept.add(new FreeProperty(KEPT + l.key(), "KString", "", "", new FreeProperty.Text(l.value())));
            return;
        }
        String path = map.file().replace('\\', '/');
        int t = pictures.computeIfAbsent(path + "\n" + map.options(), k -> {
            String name = path.substring(path.lastIndexOf('/') + 1);
            List<FreeProperty> options = map.options().isEmpty()
                    ? List.of()
                    : List.of(new FreeProperty(
                            KEPT + "options", "KString", "", "", new FreeProperty.Text(map.options())));
            textures.add(new Texture(name, path, path, beside(path) != null, null, "", options));
            return textures.size() - 1;
        });
        uses.add(new Material.Use(property, t, ObjPlacement.of(map)));
    }
}
