package idleheron.formats.usd.read;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import idleheron.core.picture.PictureHome;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Texture;
import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Opinion;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Material prims: {@code outputs:surface} leads to a shader {@code UsdPreviewSurface}, whose inputs are values or lead to a
 * {@code UsdUVTexture} with a file, perhaps through a {@code UsdTransform2d}, whose coordinates a {@code UsdPrimvarReader} names.
 * Other surfaces are noted by their name.
 */
public final class UsdShadeReader {
    /** What the surface calls it, what the scene calls it. */
    public static final List<Map.Entry<String, String>> INPUTS = List.of(
            Map.entry("diffuseColor", Material.DIFFUSE),
            Map.entry("emissiveColor", "EmissiveColor"),
            Map.entry("specularColor", "SpecularColor"),
            Map.entry("normal", "NormalMap"),
            Map.entry("opacity", "TransparencyFactor"),
            Map.entry("displacement", "DisplacementColor"));

    /** Inputs of a transform of coordinates. */
    public static final List<String> PLACING = List.of("rotation", "scale", "translation");

    private static final Vec3 GREY = new Vec3(0.18, 0.18, 0.18);
    private static final int LARGEST_INSIDE = 1 << 28;
    private static final int LONGEST_CHAIN = 32;

    private final ComposedStage stage;
    private final List<String> notes;
    final List<Material> materials = new ArrayList<>();
    final List<Texture> textures = new ArrayList<>();
    /** Folders of the layers that name pictures. */
    final Set<PictureHome> homes = new LinkedHashSet<>();

    private final Map<String, Integer> materialIndex = new HashMap<>();
    private final Map<String, Integer> textureIndex = new HashMap<>();

    UsdShadeReader(ComposedStage stage, List<String> notes) {
        this.stage = stage;
        this.notes = notes;
    }

    /** Index of the material at a path, or -1 where there is none. */
    int material(String path) {
        Integer known = materialIndex.get(path);
        if (known == null) {
            ComposedPrim p = stage.prim(path);
            if (p == null || !p.typeName().equals("Material")) {
                notes.add(say("formats.usd.read.UsdShadeReader.material-is-bound-and-not-there", path));
                known = -1;
            } else {
                known = materials.size();
                materials.add(read(p));
            }
            materialIndex.put(path, known);
        }
        return known;
    }

    /** What an input or output leads to: the prim at the end of connections, and the name of its output. */
    private @Nullable ComposedProperty source(@Nullable ComposedProperty from) {
        ComposedProperty at = from;
        for (int i = 0; i < LONGEST_CHAIN && at != null; i++) {
            List<String> to = at.connections();
            if (to.isEmpty()) {
                return at;
            }
            ComposedPrim p = stage.prim(SpecPath.primOf(to.getFirst()));
            ComposedProperty next = p == null ? null : p.property(SpecPath.propertyOf(to.getFirst()));
            if (next == null) {
                return null;
            }
            at = next;
        }
        return at;
    }

    private Material read(ComposedPrim p) {
        ComposedProperty surface = source(p.property("outputs:surface"));
        ComposedPrim shader = surface == null || surface.prim() == p ? null : surface.prim();
        String id = shader == null ? "" : UsdRead.word(shader, "info:id", "");
        if (shader == null || !id.equals("UsdPreviewSurface")) {
            notes.add(say(
                    "formats.usd.read.UsdShadeReader.its-surface-is-not-the-preview",
                    p.path(),
                    (id.isEmpty() ? say("formats.usd.read.UsdShadeReader.of-an-unknown-kind") : id)));
            return new Material(UsdRead.name(p), id.isEmpty() ? "none" : id, GREY, 1, List.of(), List.of());
        }
        List<Material.Use> uses = new ArrayList<>();
        List<FreeProperty> more = new ArrayList<>();
        Vec3 diffuse = GREY;
        double opacity = 1;
        for (String name : shader.propertyNames()) {
            if (!name.startsWith("inputs:")) {
                continue;
            }
            String input = name.substring("inputs:".length());
            ComposedProperty end = source(shader.property(name));
            if (end != null
                    && end.prim() != shader
                    && UsdRead.word(end.prim(), "info:id", "").equals("UsdUVTexture")) {
                int t = texture(end.prim());
                if (t >= 0) {
                    uses.add(new Material.Use(sceneName(input), t, placement(end.prim())));
                }
            } else if (end != null && end.fixed() instanceof Numbers n) {
                double[] v = n.doubles();
                switch (input) {
                    case "diffuseColor" -> diffuse = v.length == 3 ? new Vec3(v[0], v[1], v[2]) : diffuse;
                    case "opacity" -> opacity = Math.clamp(v[0], 0, 1);
                    default -> more.add(new FreeProperty(input, n.kind().text(), new FreeProperty.Numbers(v)));
                }
            }
        }
        return new Material(UsdRead.name(p), "UsdPreviewSurface", diffuse, opacity, uses, more);
    }

    private static String sceneName(String input) {
        for (Map.Entry<String, String> pair : INPUTS) {
            if (pair.getKey().equals(input)) {
                return pair.getValue();
            }
        }
        return input;
    }

    private int texture(ComposedPrim p) {
        ComposedProperty file = p.property("inputs:file");
        ComposedProperty end = source(file);
        Opinion told = end == null ? null : end.source();
        if (told == null
                || end == null
                || !(end.first() instanceof TextValue w)
                || w.first().isEmpty()) {
            notes.add(say("formats.usd.read.UsdShadeReader.a-texture-without-a-file", p.path()));
            return -1;
        }
        String asset = w.first();
        String id = stage.assets().resolve(told.layer().id(), asset);
        String uvSet = uvSet(p);
        Integer known = textureIndex.get(id + " " + uvSet);
        if (known != null) {
            return known;
        }
        byte[] inside = null;
        boolean found = stage.assets().exists(id);
        Path layer = Path.of(Assets.fileOf(told.layer().id())).toAbsolutePath().getParent();
        if (layer != null) {
            homes.add(new PictureHome(layer));
        }
        if (found && !Assets.fileOf(id).equals(id)) {
            inside = content(id);
        }
        List<FreeProperty> more = new ArrayList<>();
        for (String key : List.of("inputs:wrapS", "inputs:wrapT", "inputs:sourceColorSpace")) {
            String v = UsdRead.word(p, key, "");
            if (!v.isEmpty()) {
                more.add(new FreeProperty(key.substring("inputs:".length()), "token", new FreeProperty.Text(v)));
            }
        }
        placed(p, more);
        String relative = asset.startsWith("./") ? asset.substring(2) : asset;
        textureIndex.put(id + " " + uvSet, textures.size());
        textures.add(
                new Texture(UsdRead.name(p), asset, relative, found, inside, uvSet.equals("st") ? "" : uvSet, more));
        return textures.size() - 1;
    }

    private byte @Nullable [] content(String id) {
        try {
            MemorySegment b = stage.assets().bytes(id);
            return b == null || b.byteSize() > LARGEST_INSIDE ? null : b.toArray(ValueLayout.JAVA_BYTE);
        } catch (IOException e) {
            notes.add(id + ": " + e.getMessage());
            return null;
        }
    }

    /** What a transform of the coordinates says: turn in degrees, scale, shift. */
    private void placed(ComposedPrim texture, List<FreeProperty> out) {
        ComposedProperty st = source(texture.property("inputs:st"));
        if (st == null || !UsdRead.word(st.prim(), "info:id", "").equals("UsdTransform2d")) {
            return;
        }
        for (String name : PLACING) {
            Numbers n = UsdRead.numbers(st.prim(), "inputs:" + name);
            if (n != null) {
                out.add(new FreeProperty("st:" + name, n.kind().text(), new FreeProperty.Numbers(n.doubles())));
            }
        }
    }

    /** Coordinates scaled, turned and moved, and what is beyond the edges; black there is taken as the last texel. */
    private Placement placement(ComposedPrim texture) {
        ComposedProperty st = source(texture.property("inputs:st"));
        Placement out = Placement.PLAIN;
        if (st != null && UsdRead.word(st.prim(), "info:id", "").equals("UsdTransform2d")) {
            double[] scale = pair(st.prim(), "scale", 1);
            double[] move = pair(st.prim(), "translation", 0);
            out = Placement.of(scale[0], scale[1], pair(st.prim(), "rotation", 0)[0], move[0], move[1]);
        }
        return out.wrapped(wrap(texture, "inputs:wrapS"), wrap(texture, "inputs:wrapT"));
    }

    private static double[] pair(ComposedPrim p, String input, double otherwise) {
        Numbers n = UsdRead.numbers(p, "inputs:" + input);
        double[] v = n == null ? new double[0] : n.doubles();
        return new double[] {v.length > 0 ? v[0] : otherwise, v.length > 1 ? v[1] : otherwise};
    }

    private static Placement.Wrap wrap(ComposedPrim texture, String name) {
        return switch (UsdRead.word(texture, name, "")) {
            case "clamp", "black" -> Placement.Wrap.CLAMP;
            case "mirror" -> Placement.Wrap.MIRROR;
            default -> Placement.Wrap.REPEAT;
        };
    }

    /** The primvar that a texture's coordinates come from, through a transform or not. */
    private String uvSet(ComposedPrim texture) {
        ComposedProperty st = source(texture.property("inputs:st"));
        for (int i = 0; i < LONGEST_CHAIN && st != null; i++) {
            ComposedPrim p = st.prim();
            String id = UsdRead.word(p, "info:id", "");
            if (id.startsWith("UsdPrimvarReader")) {
                ComposedProperty name = source(p.property("inputs:varname"));
                return name != null && name.fixed() instanceof TextValue w ? w.first() : "";
            }
            if (!id.equals("UsdTransform2d")) {
                return "";
            }
            st = source(p.property("inputs:in"));
        }
        return "";
    }

    /** Path of the material that counts for a prim: bound to it or to a prim above, itself or by a collection; or "". */
    static String bound(ComposedPrim prim) {
        for (ComposedPrim at = prim; at != null; at = at.parent()) {
            for (String name : at.propertyNames()) {
                if (name.startsWith("material:binding:collection:")) {
                    List<String> t = UsdRead.targets(at, name);
                    if (t.size() == 2 && includes(at, t.getFirst(), prim.path())) {
                        return t.get(1);
                    }
                }
            }
            List<String> direct = UsdRead.targets(at, "material:binding");
            if (direct.isEmpty()) {
                direct = UsdRead.targets(at, "material:binding:preview");
            }
            if (!direct.isEmpty()) {
                return direct.getFirst();
            }
        }
        return "";
    }

    /** Whether a collection, "/prim.collection:name", holds a prim. */
    private static boolean includes(ComposedPrim near, String collection, String path) {
        ComposedPrim p = near.find(SpecPath.primOf(collection));
        if (p == null) {
            return false;
        }
        String name = SpecPath.propertyOf(collection);
        String rule = UsdRead.word(p, name + ":expansionRule", "expandPrims");
        boolean in = false;
        int best = -1;
        for (String side : List.of(":includes", ":excludes")) {
            for (String t : UsdRead.targets(p, name + side)) {
                boolean hit = rule.equals("explicitOnly") ? t.equals(path) : SpecPath.isUnder(path, t);
                if (hit && t.length() > best) {
                    best = t.length();
                    in = side.equals(":includes");
                }
            }
        }
        return in;
    }
}
