package idleheron.core.scene;

/**
 * A camera looks along -Z of its node, with Y up.
 *
 * @param focalLength millimetres
 * @param apertureWidth film back, millimetres
 * @param apertureHeight film back, millimetres
 * @param near clip plane, stage unit
 * @param far clip plane, stage unit
 * @param orthographic whether parallel lines stay parallel
 * @param zoom of an orthographic camera, as the file has it; 1 otherwise
 */
public record Camera(
        String name,
        double focalLength,
        double apertureWidth,
        double apertureHeight,
        double near,
        double far,
        boolean orthographic,
        double zoom) {

    /** A camera with perspective. */
    public Camera(
            String name, double focalLength, double apertureWidth, double apertureHeight, double near, double far) {
        this(name, focalLength, apertureWidth, apertureHeight, near, far, false, 1);
    }

    /** With clip planes in another unit. */
    public Camera scaled(double factor) {
        return new Camera(
                name, focalLength, apertureWidth, apertureHeight, near * factor, far * factor, orthographic, zoom);
    }
}
