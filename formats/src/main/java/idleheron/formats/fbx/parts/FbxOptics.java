package idleheron.formats.fbx.parts;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * The attributes of cameras and lights.
 *
 * <pre>
 * Camera  FilmWidth, FilmHeight      inches
 *         ApertureMode               which of the lens numbers counts: 0 and 1 the horizontal field of view, 2 the vertical
 *                                    one, 3 the focal length
 *         FieldOfView, FieldOfViewX  degrees
 *         FocalLength                millimetres
 *         NearPlane, FarPlane        the file's unit
 *         CameraProjectionType       0 perspective, 1 orthographic with OrthoZoom
 * Light   LightType                  0 point, 1 directional, 2 spot, 3 area, 4 volume
 *         Intensity                  100 for 1
 *         InnerAngle, OuterAngle     whole angles, degrees
 *         DecayType                  power of the distance, 0 none
 * </pre>
 */
public final class FbxOptics {
    public static final Set<String> CAMERA = Set.of(
            "FocalLength",
            "FieldOfView",
            "FieldOfViewX",
            "FilmWidth",
            "FilmHeight",
            "NearPlane",
            "FarPlane",
            "CameraProjectionType",
            "OrthoZoom");
    public static final Set<String> LIGHT =
            Set.of("LightType", "Color", "Intensity", "InnerAngle", "OuterAngle", "DecayType");
    private static final List<String> KINDS = List.of("point", "directional", "spot", "area", "volume");
    private static final double INCH = 25.4;
    private static final int BY_FOCAL_LENGTH = 3;

    private FbxOptics() {}

    /** Lens, film back and clip planes of an attribute. */
    public static Camera camera(String name, FbxProperties p) {
        double width = p.number("FilmWidth", 0.816) * INCH;
        double height = p.number("FilmHeight", 0.612) * INCH;
        boolean flat = p.integer("CameraProjectionType", 0) == 1;
        return new Camera(
                name,
                focalLength(p, width, height),
                width,
                height,
                p.number("NearPlane", 10),
                p.number("FarPlane", 4000),
                flat,
                flat ? p.number("OrthoZoom", 1) : 1);
    }

    private static double focalLength(FbxProperties p, double width, double height) {
        double told = p.number("FocalLength", Double.NaN);
        int mode = (int) p.integer("ApertureMode", BY_FOCAL_LENGTH);
        String field = mode == 0 && p.owns("FieldOfViewX") ? "FieldOfViewX" : "FieldOfView";
        double angle = Math.toRadians(p.number(field, 0));
        if (mode != BY_FOCAL_LENGTH && p.owns(field) && angle > 1e-6 && angle < Math.PI - 1e-6) {
            return (mode == 2 ? height : width) / 2 / Math.tan(angle / 2);
        }
        return Double.isNaN(told) ? 35 : told;
    }

    /** The attribute of a camera. */
    public static List<FbxRecord> camera(Camera c, List<FreeProperty> more) {
        int mode = BY_FOCAL_LENGTH;
        for (FreeProperty f : more) {
            if (f.name().equals("ApertureMode") && f.value() instanceof FreeProperty.Whole w && w.values().length > 0) {
                mode = (int) w.values()[0];
            }
        }
        double film = mode == 2 ? c.apertureHeight() : c.apertureWidth();
        double angle = Math.toDegrees(2 * Math.atan(film / 2 / c.focalLength()));
        List<FbxRecord> p = new ArrayList<>(List.of(
                FbxBuild.number("FilmWidth", c.apertureWidth() / INCH),
                FbxBuild.number("FilmHeight", c.apertureHeight() / INCH),
                FbxBuild.choice("ApertureMode", mode),
                FbxBuild.property("FieldOfView", "FieldOfView", "", "A", new FbxValue.Real64(angle)),
                FbxBuild.animated("FocalLength", c.focalLength()),
                FbxBuild.number("NearPlane", c.near()),
                FbxBuild.number("FarPlane", c.far())));
        if (mode == 0) {
            p.add(FbxBuild.property("FieldOfViewX", "FieldOfViewX", "", "A", new FbxValue.Real64(angle)));
        }
        if (c.orthographic()) {
            p.add(FbxBuild.choice("CameraProjectionType", 1));
            p.add(FbxBuild.number("OrthoZoom", c.zoom()));
        }
        FbxUserProperties.write(more, p);
        return List.of(
                FbxBuild.properties(p), FbxBuild.leaf("TypeFlags", "Camera"), FbxBuild.leaf("GeometryVersion", 124));
    }

    /** Kind, colour, cone and decay of an attribute. */
    public static Light light(String name, FbxProperties p) {
        int kind = (int) Math.clamp(p.integer("LightType", 0), 0L, KINDS.size() - 1L);
        return new Light(
                name,
                KINDS.get(kind),
                p.vector("Color", Vec3.ONE),
                p.number("Intensity", 100) / 100,
                p.number("InnerAngle", 0),
                p.number("OuterAngle", 45),
                (int) Math.clamp(p.integer("DecayType", 0), 0L, 3L));
    }

    /** The attribute of a light. */
    public static List<FbxRecord> light(Light l, List<FreeProperty> more) {
        List<FbxRecord> p = new ArrayList<>(List.of(
                FbxBuild.choice("LightType", Math.max(0, KINDS.indexOf(l.kind()))),
                FbxBuild.vector("Color", "Color", "A", l.color()),
                FbxBuild.animated("Intensity", l.intensity() * 100),
                FbxBuild.animated("InnerAngle", l.innerAngle()),
                FbxBuild.animated("OuterAngle", l.outerAngle()),
                FbxBuild.choice("DecayType", l.decay())));
        FbxUserProperties.write(more, p);
        return List.of(
                FbxBuild.properties(p), FbxBuild.leaf("TypeFlags", "Light"), FbxBuild.leaf("GeometryVersion", 124));
    }
}
