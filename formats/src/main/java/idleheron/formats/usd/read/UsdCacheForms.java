package idleheron.formats.usd.read;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.TransformStack;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.layer.Numbers;
import java.util.List;

/** What stages call otherwise than caches: transform operations, subdivision, cameras. */
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

    /** Focal length in millimetres, apertures in centimetres: the sixteen numbers of a cached camera. */
    static double[] lens(ComposedPrim p) {
        Numbers clip = UsdRead.numbers(p, "clippingRange");
        double[] range = clip == null ? new double[] {1, 1e6} : clip.doubles();
        return new double[] {
            UsdRead.number(p, "focalLength", 50),
            UsdRead.number(p, "horizontalAperture", 20.955) / 10,
            UsdRead.number(p, "horizontalApertureOffset", 0) / 10,
            UsdRead.number(p, "verticalAperture", 15.2908) / 10,
            UsdRead.number(p, "verticalApertureOffset", 0) / 10,
            1,
            0,
            0,
            0,
            0,
            UsdRead.number(p, "fStop", 5.6),
            UsdRead.number(p, "focusDistance", 5),
            UsdRead.number(p, "shutter:open", 0),
            UsdRead.number(p, "shutter:close", 0),
            range[0],
            range[range.length - 1]
        };
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
