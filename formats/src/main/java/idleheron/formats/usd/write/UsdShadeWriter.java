package idleheron.formats.usd.write;

import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdShadeReader;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Materials as preview surfaces; the layout is told at {@link UsdShadeReader}. */
final class UsdShadeWriter {
    private static final Map<String, String> INPUT_TYPES = Map.ofEntries(
            Map.entry("diffuseColor", "color3f"),
            Map.entry("emissiveColor", "color3f"),
            Map.entry("specularColor", "color3f"),
            Map.entry("useSpecularWorkflow", "int"),
            Map.entry("metallic", "float"),
            Map.entry("roughness", "float"),
            Map.entry("clearcoat", "float"),
            Map.entry("clearcoatRoughness", "float"),
            Map.entry("opacity", "float"),
            Map.entry("opacityThreshold", "float"),
            Map.entry("ior", "float"),
            Map.entry("normal", "normal3f"),
            Map.entry("displacement", "float"),
            Map.entry("occlusion", "float"));

    private UsdShadeWriter() {}

    /**
     * Adds a scope with all materials.
     *
     * @param at path of {@code parent}
     * @return the path of each material
     */
    static List<String> write(Scene scene, Spec parent, String at) {
        List<String> out = new ArrayList<>();
        if (scene.materials().isEmpty()) {
            return out;
        }
        Set<String> names = new HashSet<>(parent.children().keySet());
        Spec looks = Spec.prim(UsdNames.free("Looks", names), Specifier.DEF, "Scope");
        Set<String> taken = new HashSet<>();
        for (Material m : scene.materials()) {
            String name = UsdNames.free(m.name(), taken);
            String path = at + "/" + looks.name() + "/" + name;
            looks.add(material(scene, m, name, path));
            out.add(path);
        }
        parent.add(looks);
        return out;
    }

    private static Spec material(Scene scene, Material m, String name, String path) {
        Spec out = UsdBuild.named(Spec.prim(name, Specifier.DEF, "Material"), m.name());
        Spec surface = Spec.prim("Surface", Specifier.DEF, "Shader");
        surface.add(UsdBuild.uniform("info:id", "token", TextValue.token("UsdPreviewSurface")));
        surface.add(UsdBuild.attribute("inputs:diffuseColor", "color3f", color(m.diffuse())));
        surface.add(UsdBuild.attribute("inputs:opacity", "float", Numbers.one(ValueKind.FLOAT, m.opacity())));
        boolean own = m.model().equals("UsdPreviewSurface");
        for (FreeProperty p : m.properties()) {
            String type = INPUT_TYPES.get(p.name());
            if (own && type != null && p.value() instanceof FreeProperty.Numbers n) {
                ValueKind kind = ValueKind.byName(type);
                if (kind != null && kind.width() == n.values().length) {
                    surface.add(UsdBuild.attribute("inputs:" + p.name(), type, Numbers.one(kind, n.values())));
                }
            }
        }
        Network network = new Network(out, surface, path, new HashSet<>(Set.of("Surface")), own);
        for (Material.Use u : m.uses()) {
            picture(scene.textures().get(u.texture()), u, network);
        }
        surface.add(Spec.attribute("outputs:surface", "token", false));
        out.add(connected("outputs:surface", "token", path + "/Surface.outputs:surface"));
        out.add(surface);
        return out;
    }

    private static Numbers color(Vec3 c) {
        return Numbers.one(ValueKind.FLOAT3, c.x(), c.y(), c.z());
    }

    static Spec connected(String name, String type, String to) {
        return Spec.attribute(name, type, false)
                .with(Field.CONNECTIONS, ListEdit.explicit(ListEdit.Items.PATHS, List.of(to)));
    }

    private static String input(String property) {
        for (Map.Entry<String, String> pair : UsdShadeReader.INPUTS) {
            if (pair.getValue().equals(property)) {
                return pair.getKey();
            }
        }
        return INPUT_TYPES.containsKey(property) ? property : "";
    }

    /**
     * The shaders of a material.
     *
     * @param taken names of those that there are
     * @param own whether the material came from such a network, so that what a picture does not say is meant
     */
    private record Network(Spec material, Spec surface, String path, Set<String> taken, boolean own) {}

    private static void picture(Texture t, Material.Use use, Network into) {
        String input = input(use.property());
        if (input.isEmpty()) {
            return;
        }
        String path = into.path;
        String name = UsdNames.free(t.name().isEmpty() ? "Picture" : t.name(), into.taken);
        Spec file = UsdBuild.named(Spec.prim(name, Specifier.DEF, "Shader"), t.name());
        file.add(UsdBuild.uniform("info:id", "token", TextValue.token("UsdUVTexture")));
        file.add(UsdBuild.attribute("inputs:file", "asset", TextValue.asset(asset(t))));
        for (FreeProperty p : t.properties()) {
            if (Set.of("wrapS", "wrapT", "sourceColorSpace").contains(p.name())
                    && p.value() instanceof FreeProperty.Text w) {
                file.add(UsdBuild.attribute("inputs:" + p.name(), "token", TextValue.token(w.text())));
            }
        }
        if (!into.own) {
            // what says nothing is black beyond the edges for some receivers
            wrapped(file, "inputs:wrapS", use.placement().acrossU());
            wrapped(file, "inputs:wrapT", use.placement().acrossV());
        }
        String coordinates = name + "_st";
        Spec placing = placing(t, use.placement(), name + "_place", path + "/" + coordinates);
        String from = placing == null ? coordinates : placing.name();
        file.add(connected("inputs:st", "float2", path + "/" + from + ".outputs:result"));
        boolean one = "float".equals(INPUT_TYPES.get(input));
        String output = one ? input.equals("opacity") ? "outputs:a" : "outputs:r" : "outputs:rgb";
        file.add(Spec.attribute(output, one ? "float" : "float3", false));
        Spec reader = Spec.prim(coordinates, Specifier.DEF, "Shader");
        reader.add(UsdBuild.uniform("info:id", "token", TextValue.token("UsdPrimvarReader_float2")));
        reader.add(UsdBuild.attribute(
                "inputs:varname", "string", TextValue.string(t.uvSet().isEmpty() ? "st" : UsdNames.plain(t.uvSet()))));
        reader.add(Spec.attribute("outputs:result", "float2", false));
        into.material.add(file);
        if (placing != null) {
            into.material.add(placing);
        }
        into.material.add(reader);
        into.surface.add(connected(
                "inputs:" + input, INPUT_TYPES.getOrDefault(input, "float3"), path + "/" + name + "." + output));
    }

    private static void wrapped(Spec file, String input, Placement.Wrap wrap) {
        if (!file.properties().containsKey(input)) {
            String word = switch (wrap) {
                case REPEAT -> "repeat";
                case CLAMP -> "clamp";
                case MIRROR -> "mirror";
            };
            file.add(UsdBuild.attribute(input, "token", TextValue.token(word)));
        }
    }

    /** The transform of a picture's coordinates, as the file said or as it lies; null where it has none. */
    private static @Nullable Spec placing(Texture t, Placement lies, String name, String coordinates) {
        Spec out = Spec.prim(name, Specifier.DEF, "Shader");
        for (FreeProperty p : t.properties()) {
            String input = p.name().startsWith("st:") ? p.name().substring("st:".length()) : "";
            if (UsdShadeReader.PLACING.contains(input) && p.value() instanceof FreeProperty.Numbers n) {
                ValueKind kind = input.equals("rotation") ? ValueKind.FLOAT : ValueKind.FLOAT2;
                if (n.values().length == kind.width()) {
                    out.add(UsdBuild.attribute("inputs:" + input, kind.text(), Numbers.one(kind, n.values())));
                }
            }
        }
        if (out.properties().isEmpty() && lies.isPlain()) {
            return null;
        }
        if (out.properties().isEmpty()) {
            Placement.Parts by = lies.parts();
            out.add(UsdBuild.attribute("inputs:rotation", "float", Numbers.one(ValueKind.FLOAT, by.degrees())));
            out.add(UsdBuild.attribute(
                    "inputs:scale", "float2", Numbers.one(ValueKind.FLOAT2, by.scaleU(), by.scaleV())));
            out.add(UsdBuild.attribute(
                    "inputs:translation", "float2", Numbers.one(ValueKind.FLOAT2, by.moveU(), by.moveV())));
        }
        out.add(UsdBuild.uniform("info:id", "token", TextValue.token("UsdTransform2d")));
        out.add(connected("inputs:in", "float2", coordinates + ".outputs:result"));
        return out.add(Spec.attribute("outputs:result", "float2", false));
    }

    /** The path as a layer writes it: with strokes, and relative where it is. */
    static String asset(Texture t) {
        String p = (t.relative().isEmpty() ? t.path() : t.relative()).replace('\\', '/');
        boolean absolute = p.startsWith("/") || p.matches("[A-Za-z]:.*");
        return p.isEmpty() || absolute || p.startsWith("../") ? p : "./" + p.replaceFirst("^\\./", "");
    }
}
