package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.GltfObject;

/**
 * Cameras and the lights of {@code KHR_lights_punctual}; both look along -Z, with Y up.
 *
 * <pre>
 * perspective    yfov (radians, of the height), znear, zfar (left out: endless), aspectRatio (left out: that of the view)
 * orthographic   xmag, ymag (halves of what is seen, metres), znear, zfar
 * light          type directional (lux), point or spot (candela), color, intensity, spot: innerConeAngle, outerConeAngle
 *                (radians from the middle)
 * </pre>
 */
final class GltfOptics {
    static final String LIGHTS = "KHR_lights_punctual";

    /** Film back of cameras that say an angle alone, millimetres. */
    private static final double FILM = 24;

    private static final double MILLIMETRES = 1000;
    private static final double ENDLESS = 1e6;
    private static final double WIDE = 1.5;

    private GltfOptics() {}

    static Camera camera(GltfObject o, String fallback) throws FormatException {
        String name = o.name().isEmpty() ? fallback : o.name();
        if (o.text("type", "").equals("orthographic")) {
            GltfObject p = o.child("orthographic");
            return new Camera(
                    name,
                    50,
                    2 * MILLIMETRES * p.number("xmag", 1),
                    2 * MILLIMETRES * p.number("ymag", 1),
                    p.number("znear", 0),
                    p.number("zfar", ENDLESS),
                    true,
                    1);
        }
        GltfObject p = o.child("perspective");
        double focal = FILM / 2 / Math.tan(p.number("yfov", Math.PI / 4) / 2);
        return new Camera(
                name,
                focal,
                FILM * p.number("aspectRatio", WIDE),
                FILM,
                p.number("znear", 0.1),
                p.number("zfar", ENDLESS));
    }

    static Light light(GltfObject o, String fallback) throws FormatException {
        double[] c = o.numbers("color", 1, 1, 1);
        GltfObject spot = o.child("spot");
        String kind = o.text("type", "point");
        boolean cone = kind.equals("spot");
        return new Light(
                o.name().isEmpty() ? fallback : o.name(),
                kind,
                new Vec3(c[0], c[1], c[2]),
                o.number("intensity", 1),
                cone ? 2 * Math.toDegrees(spot.number("innerConeAngle", 0)) : 0,
                cone ? 2 * Math.toDegrees(spot.number("outerConeAngle", Math.PI / 4)) : 45,
                kind.equals("directional") ? 0 : 2);
    }

    static void write(Camera c, ObjectNode to) {
        to.put("name", c.name());
        to.put("type", c.orthographic() ? "orthographic" : "perspective");
        ObjectNode p = to.putObject(c.orthographic() ? "orthographic" : "perspective");
        double near = Math.max(c.near(), c.orthographic() ? 0 : 1e-6);
        if (c.orthographic()) {
            p.put("xmag", c.apertureWidth() * c.zoom() / 2 / MILLIMETRES);
            p.put("ymag", c.apertureHeight() * c.zoom() / 2 / MILLIMETRES);
            p.put("znear", near);
            p.put("zfar", Math.max(c.far(), near + 1e-6));
            return;
        }
        p.put("yfov", 2 * Math.atan(c.apertureHeight() / 2 / c.focalLength()));
        p.put("aspectRatio", c.apertureWidth() / c.apertureHeight());
        p.put("znear", near);
        if (c.far() < ENDLESS && c.far() > near) {
            p.put("zfar", c.far());
        }
    }

    static void write(Light l, ObjectNode to) {
        to.put("name", l.name());
        String kind = l.kind().equals("directional") || l.kind().equals("spot") ? l.kind() : "point";
        to.put("type", kind);
        to.putArray("color").add(l.color().x()).add(l.color().y()).add(l.color().z());
        to.put("intensity", Math.max(0, l.intensity()));
        if (kind.equals("spot")) {
            double outer = Math.clamp(Math.toRadians(l.outerAngle()) / 2, 1e-4, Math.PI / 2);
            ObjectNode spot = to.putObject("spot");
            spot.put("innerConeAngle", Math.clamp(Math.toRadians(l.innerAngle()) / 2, 0, outer - 1e-5));
            spot.put("outerConeAngle", outer);
        }
    }
}
