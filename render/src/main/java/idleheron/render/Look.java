package idleheron.render;

import idleheron.render.surface.Cover;

/**
 * How a side is drawn.
 *
 * @param surface whether the shaded surface is drawn
 * @param wire whether the edges of its triangles are drawn
 * @param joints whether rings and stems are drawn
 * @param allAxes whether every joint shows its three axes
 * @param tint one colour for the surface, or -1 for its materials
 * @param jointColor of rings and stems, or -1 for the palette's ink
 * @param strength of the surface, 0 to 1
 * @param cover what its pictures show
 */
public record Look(
        boolean surface,
        boolean wire,
        boolean joints,
        boolean allAxes,
        int tint,
        int jointColor,
        double strength,
        Cover cover) {
    /** With the colours of pictures. */
    public Look(
            boolean surface, boolean wire, boolean joints, boolean allAxes, int tint, int jointColor, double strength) {
        this(surface, wire, joints, allAxes, tint, jointColor, strength, Cover.COLOURS);
    }

    public static final Look SURFACE = new Look(true, false, false, false, -1, -1, 1);
    public static final Look JOINTS = new Look(true, false, true, false, -1, -1, 0.38);

    public Look withTint(int rgb, int joint, double newStrength) {
        return new Look(surface, wire, joints, allAxes, rgb, joint, newStrength, cover);
    }

    public Look withJoints(boolean value) {
        return new Look(surface, wire, value, allAxes, tint, jointColor, strength, cover);
    }

    public Look withCover(Cover value) {
        return new Look(surface, wire, joints, allAxes, tint, jointColor, strength, value);
    }
}
