package idleheron.formats.usd.read;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.ValueKind;
import java.util.List;

/**
 * Cameras and lights.
 *
 * <pre>
 * Camera  focalLength, horizontalAperture, verticalAperture in tenths of a unit; clippingRange in units; projection
 * lights  DistantLight, SphereLight, RectLight, DiskLight, CylinderLight, DomeLight; inputs:intensity, inputs:color;
 *         inputs:shaping:cone:angle, half the cone, in degrees
 * </pre>
 */
public final class UsdOptics {
    /** Of a stage whose unit is a metre. */
    static final double TENTHS_TO_MILLIMETRES = 100;

    private static final List<String[]> LIGHTS = List.of(
            new String[] {"DistantLight", "directional"},
            new String[] {"SphereLight", "point"},
            new String[] {"RectLight", "area"},
            new String[] {"DiskLight", "area"},
            new String[] {"CylinderLight", "area"},
            new String[] {"DomeLight", "volume"});

    private UsdOptics() {}

    static boolean isLight(String typeName) {
        return LIGHTS.stream().anyMatch(l -> l[0].equals(typeName));
    }

    /**
     * A camera of ours.
     *
     * @param metersPerUnit of the stage; apertures are in tenths of its unit
     */
    public static Camera camera(ComposedPrim p, double metersPerUnit) {
        double mm = metersPerUnit * TENTHS_TO_MILLIMETRES;
        Numbers clip = UsdRead.numbers(p, "clippingRange");
        double[] range = clip == null || clip.kind() != ValueKind.FLOAT2 ? new double[] {1, 1e6} : clip.doubles();
        boolean flat = UsdRead.word(p, "projection", "perspective").equals("orthographic");
        return new Camera(
                UsdRead.name(p),
                UsdRead.number(p, "focalLength", 50) * mm,
                UsdRead.number(p, "horizontalAperture", 20.955) * mm,
                UsdRead.number(p, "verticalAperture", 15.2908) * mm,
                range[0],
                range[1],
                flat,
                1);
    }

    /** A camera prim; lens and film in tenths of a stage unit as the standard has it. */
    public static Spec camera(Camera c, String name, double metersPerUnit) {
        double tenths = 1 / (metersPerUnit * TENTHS_TO_MILLIMETRES);
        return Spec.prim(name, Specifier.DEF, "Camera")
                .add(number("focalLength", c.focalLength() * tenths))
                .add(number("horizontalAperture", c.apertureWidth() * tenths))
                .add(number("verticalAperture", c.apertureHeight() * tenths))
                .add(Spec.attribute("clippingRange", "float2", false)
                        .with(Field.DEFAULT, Numbers.one(ValueKind.FLOAT2, c.near(), c.far())))
                .add(Spec.attribute("projection", "token", false)
                        .with(Field.DEFAULT, TextValue.token(c.orthographic() ? "orthographic" : "perspective")));
    }

    private static Spec number(String name, double v) {
        return Spec.attribute(name, "float", false).with(Field.DEFAULT, Numbers.one(ValueKind.FLOAT, v));
    }

    /** Kind, colour, intensity and cone of a light prim. */
    public static Light light(ComposedPrim p) {
        String kind = "point";
        for (String[] l : LIGHTS) {
            kind = l[0].equals(p.typeName()) ? l[1] : kind;
        }
        Numbers c = UsdRead.numbers(p, "inputs:color");
        c = c == null ? UsdRead.numbers(p, "color") : c;
        double[] rgb = c == null || c.kind().width() != 3 ? new double[] {1, 1, 1} : c.doubles();
        double angle = UsdRead.number(p, "inputs:shaping:cone:angle", 90);
        boolean spot = kind.equals("point") && angle < 90;
        double softness = UsdRead.number(p, "inputs:shaping:cone:softness", 0);
        return new Light(
                UsdRead.name(p),
                spot ? "spot" : kind,
                new Vec3(rgb[0], rgb[1], rgb[2]),
                UsdRead.number(p, "inputs:intensity", UsdRead.number(p, "intensity", 1)),
                spot ? 2 * angle * (1 - softness) : 0,
                spot ? 2 * angle : 45,
                kind.equals("directional") || kind.equals("volume") ? 0 : 2);
    }

    /** A light prim. */
    public static Spec light(Light l, String name) {
        String type = switch (l.kind()) {
            case "directional" -> "DistantLight";
            case "area" -> "RectLight";
            case "volume" -> "DomeLight";
            default -> "SphereLight";
        };
        Spec out = Spec.prim(name, Specifier.DEF, type)
                .add(number("inputs:intensity", l.intensity()))
                .add(Spec.attribute("inputs:color", "color3f", false)
                        .with(
                                Field.DEFAULT,
                                Numbers.one(
                                        ValueKind.FLOAT3,
                                        l.color().x(),
                                        l.color().y(),
                                        l.color().z())));
        if (l.kind().equals("spot")) {
            out.add(number("inputs:shaping:cone:angle", l.outerAngle() / 2));
            out.add(number(
                    "inputs:shaping:cone:softness", l.outerAngle() > 0 ? 1 - l.innerAngle() / l.outerAngle() : 0));
        }
        return out;
    }
}
