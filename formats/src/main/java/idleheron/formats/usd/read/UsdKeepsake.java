package idleheron.formats.usd.read;

import idleheron.core.scene.OpaqueData;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Flatten;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Value;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What is said of a prim and has no place in a scene: a garment's settings, custom attributes and data, a type that is not known.
 *
 * @param name path of the node that the prim became
 * @param spec a prim with the fields and properties that are kept, and nothing under it
 */
public record UsdKeepsake(String name, Spec spec) implements OpaqueData {
    static final String FORMAT = "USD";

    /** Fields of a prim that are carried; the others are composed away or written anew. */
    private static final Set<String> FIELDS =
            Set.of(Field.CUSTOM_DATA, "assetInfo", Field.KIND, Field.DOCUMENTATION, "displayName", "hidden");

    /** Beginnings of names of properties that have a place of their own. */
    private static final List<String> READ = List.of(
            "xformOp",
            "skel:",
            "primvars:skel:",
            "material:binding",
            "visibility",
            "extent",
            "focalLength",
            "horizontalAperture",
            "verticalAperture",
            "clippingRange",
            "projection",
            "inputs:intensity",
            "inputs:color",
            "inputs:shaping:cone",
            "field:",
            "joints",
            "bindTransforms",
            "restTransforms");

    private static final Set<String> KNOWN_TYPES =
            Set.of("", "Xform", "Scope", "Mesh", "SkelRoot", "Skeleton", "Camera", "Volume");

    @Override
    public String format() {
        return FORMAT;
    }

    @Override
    public String kind() {
        return spec.text(Field.TYPE_NAME).isEmpty() ? "properties" : spec.text(Field.TYPE_NAME);
    }

    /** What is left of a prim once the bridge has taken its part; null where that is nothing. */
    static @Nullable UsdKeepsake of(String nodePath, ComposedStage stage, ComposedPrim p) {
        boolean mesh = p.typeName().equals("Mesh");
        Spec out = new Spec(Spec.Type.PRIM, p.name());
        if (!KNOWN_TYPES.contains(p.typeName()) && !UsdOptics.isLight(p.typeName())) {
            out.with(Field.TYPE_NAME, idleheron.formats.usd.layer.TextValue.token(p.typeName()));
        }
        for (String f : FIELDS) {
            Value v = p.metadata(f);
            out.with(f, f.equals(Field.CUSTOM_DATA) ? withoutOwn(v) : v);
        }
        List<String> schemas = p.tokens(Field.API_SCHEMAS).stream()
                .filter(s -> !s.equals("SkelBindingAPI") && !s.equals("MaterialBindingAPI"))
                .toList();
        if (!schemas.isEmpty()) {
            out.with(
                    Field.API_SCHEMAS,
                    idleheron.formats.usd.layer.ListEdit.prepended(
                            idleheron.formats.usd.layer.ListEdit.Items.TOKENS, schemas));
        }
        for (String name : p.propertyNames()) {
            ComposedProperty q = p.property(name);
            boolean read = READ.stream().anyMatch(name::startsWith)
                    || mesh
                            && (UsdMeshReader.READ.contains(name)
                                    || q != null && UsdMeshReader.isUv(name.replace(":indices", ""), uvType(p, name)));
            if (q != null && !read && !UsdUserProperties.isRead(name, q)) {
                out.add(Flatten.property(stage, q));
            }
        }
        return out.fields().isEmpty() && out.properties().isEmpty() ? null : new UsdKeepsake(nodePath, out);
    }

    private static String uvType(ComposedPrim p, String name) {
        ComposedProperty q = p.property(name.replace(":indices", ""));
        return q == null ? "" : q.typeName();
    }

    private static @Nullable Value withoutOwn(@Nullable Value v) {
        if (!(v instanceof Value.Dictionary d)) {
            return v;
        }
        Map<String, Value> out = new LinkedHashMap<>(d.entries());
        out.remove(UsdRead.OWN);
        return out.isEmpty() ? null : new Value.Dictionary(out);
    }
}
