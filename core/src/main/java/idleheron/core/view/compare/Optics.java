package idleheron.core.view.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import java.util.ArrayList;
import java.util.List;

/** What a camera sees and how a light shines, beside where they stand; and what differs between two of them. */
public final class Optics {
    private static final String FOCAL_LENGTH = say("core.view.compare.Optics.focal-length");
    private static final String FILM_BACK = say("core.view.compare.Optics.film-back");
    private static final String HEIGHT_TO_WIDTH_OF_THE_FILM =
            say("core.view.compare.Optics.height-to-width-of-the-film");
    private static final String NEAR_CLIP_PLANE = say("core.view.compare.Optics.near-clip-plane");
    private static final String FAR_CLIP_PLANE = say("core.view.compare.Optics.far-clip-plane");
    private static final String INNER_CONE = say("core.view.compare.Optics.inner-cone");
    private static final String OUTER_CONE = say("core.view.compare.Optics.outer-cone");

    /** Relative; what lies closer was only written with fewer digits. */
    private static final double SAME = 1e-4;

    /** Degrees. */
    private static final double SAME_ANGLE = 0.01;

    private Optics() {}

    /** The whole angle that a camera with perspective sees across, degrees: 2 atan(w / 2f); NaN without a lens. */
    public static double fieldOfView(Camera c) {
        return c.focalLength() > 0
                ? Math.toDegrees(2 * Math.atan(c.apertureWidth() / (2 * c.focalLength())))
                : Double.NaN;
    }

    /** "36 × 24". */
    public static String filmBack(Camera c) {
        return Figure.number(c.apertureWidth()) + " × " + Figure.number(c.apertureHeight());
    }

    /** "1, 0.9, 0.8": red, green and blue. */
    public static String colour(Vec3 c) {
        return Figure.number(c.x()) + ", " + Figure.number(c.y()) + ", " + Figure.number(c.z());
    }

    /** "the distance squared". */
    public static String decay(int power) {
        return switch (power) {
            case 1 -> say("core.view.compare.Optics.the-distance");
            case 2 -> say("core.view.compare.Optics.the-distance-squared");
            case 3 -> say("core.view.compare.Optics.the-distance-cubed");
            default -> say("core.view.compare.Optics.nothing");
        };
    }

    /**
     * What differs between two cameras, "focal length 35 → 50 mm"; empty where the picture is the same. A lens and a film back
     * that were scaled together show the same picture.
     *
     * @param sentMetres metres to a unit of the clip planes on the sent side
     * @param backMetres the same on the returned side
     */
    static List<String> differ(Camera sent, double sentMetres, Camera back, double backMetres) {
        List<String> out = new ArrayList<>();
        if (sent.orthographic() != back.orthographic()) {
            out.add(
                    sent.orthographic()
                            ? say("core.view.compare.Optics.orthographic-perspective")
                            : say("core.view.compare.Optics.perspective-orthographic"));
        } else if (sent.orthographic()) {
            number(out, "zoom", sent.zoom(), back.zoom(), "×");
        } else if (Math.abs(fieldOfView(sent) - fieldOfView(back)) > SAME_ANGLE
                || Double.isNaN(fieldOfView(sent)) != Double.isNaN(fieldOfView(back))) {
            number(out, FOCAL_LENGTH, sent.focalLength(), back.focalLength(), "mm");
            number(out, FILM_BACK, sent.apertureWidth(), back.apertureWidth(), "mm");
            out.add(say(
                    "core.view.compare.Optics.sees-across",
                    Figure.number(fieldOfView(sent)),
                    Figure.number(fieldOfView(back))));
        }
        number(
                out,
                HEIGHT_TO_WIDTH_OF_THE_FILM,
                ratio(sent.apertureHeight(), sent.apertureWidth()),
                ratio(back.apertureHeight(), back.apertureWidth()),
                "×");
        number(out, NEAR_CLIP_PLANE, sent.near() * sentMetres, back.near() * backMetres, "m");
        number(out, FAR_CLIP_PLANE, sent.far() * sentMetres, back.far() * backMetres, "m");
        return out;
    }

    /** What differs between two lights, "intensity 1 → 100 ×"; empty where they shine alike. */
    static List<String> differ(Light sent, Light back) {
        List<String> out = new ArrayList<>();
        if (!sent.kind().equals(back.kind())) {
            out.add(sent.kind() + " → " + back.kind());
        }
        number(out, "intensity", sent.intensity(), back.intensity(), "×");
        Vec3 a = sent.color();
        Vec3 b = back.color();
        double off = Math.max(Math.abs(a.x() - b.x()), Math.max(Math.abs(a.y() - b.y()), Math.abs(a.z() - b.z())));
        if (off > SAME) {
            out.add(say("core.view.compare.Optics.colour", colour(a), colour(b)));
        }
        if (sent.kind().equals("spot") && back.kind().equals("spot")) {
            number(out, INNER_CONE, sent.innerAngle(), back.innerAngle(), "°");
            number(out, OUTER_CONE, sent.outerAngle(), back.outerAngle(), "°");
        }
        if (sent.decay() != back.decay()) {
            out.add(say("core.view.compare.Optics.falls-off-with", decay(sent.decay()), decay(back.decay())));
        }
        return out;
    }

    private static double ratio(double a, double b) {
        return b > 0 ? a / b : 0;
    }

    private static void number(List<String> out, String what, double sent, double back, String unit) {
        if (Math.abs(sent - back) > SAME * Math.max(Math.abs(sent), Math.abs(back))) {
            out.add(what + " " + Figure.number(sent) + " → " + Figure.number(back) + " " + unit);
        }
    }
}
