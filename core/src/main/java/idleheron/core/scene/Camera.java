package idleheron.core.scene;

/**
 * A camera looks along -Z of its node, with Y up.
 *
 * @param focalLength millimetres
 * @param apertureWidth film back, millimetres
 * @param apertureHeight film back, millimetres
 * @param near clip plane, stage unit
 * @param far clip plane, stage unit
 */
public record Camera(
        String name, double focalLength, double apertureWidth, double apertureHeight, double near, double far) {}
