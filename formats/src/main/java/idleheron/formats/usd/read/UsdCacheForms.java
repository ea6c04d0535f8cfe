package idleheron.formats.usd.read;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.TransformStack;
import java.util.List;

/** What stages call otherwise than caches: transform operations, subdivision. */
final class UsdCacheForms {
    private UsdCacheForms() {}

    static void operations(UsdXform.Op o, List<Byte> out) {
        if (o.inverse() || o.kind().equals("transform") || o.kind().equals("orient")) {
            out.add(TransformStack.MATRIX);
        } else if (o.kind().equals("translate")) {
            out.add(TransformStack.TRANSLATE);
        } else if (o.kind().equals("scale")) {
            out.add(TransformStack.SCALE);
        } else { // the axis that is applied first stands innermost
            String axes = o.kind().substring("rotate".length());
            for (int i = axes.length() - 1; i >= 0; i--) {
                out.add((byte) (4 + axes.charAt(i) - 'X' << 4));
            }
        }
    }

    static String scheme(String told) {
        return told.equals("catmullClark") ? "catmull-clark" : told;
    }

    static String interpretation(String type) {
        for (String k : List.of("normal", "vector", "point", "color")) {
            if (type.startsWith(k)) {
                return k.equals("color") ? "rgb" : k;
            }
        }
        return type.startsWith("texCoord") || type.startsWith("float2") ? "vector" : "";
    }

    static CacheKind kind(String typeName) {
        return switch (typeName) {
            case "Mesh" -> CacheKind.MESH;
            case "BasisCurves", "NurbsCurves" -> CacheKind.CURVES;
            case "Points" -> CacheKind.POINTS;
            case "Camera" -> CacheKind.CAMERA;
            case "Scope", "" -> CacheKind.GROUP;
            default -> CacheKind.TRANSFORM;
        };
    }
}
