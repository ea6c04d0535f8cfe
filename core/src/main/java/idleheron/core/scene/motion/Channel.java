package idleheron.core.scene.motion;

/** The animatable numbers of a transform; the order is that of the channels of a transform. */
public enum Channel {
    TRANSLATE_X,
    TRANSLATE_Y,
    TRANSLATE_Z,
    ROTATE_X,
    ROTATE_Y,
    ROTATE_Z,
    SCALE_X,
    SCALE_Y,
    SCALE_Z;

    public static final int COUNT = 9;

    public boolean isTranslation() {
        return ordinal() < 3;
    }

    public boolean isRotation() {
        return ordinal() >= 3 && ordinal() < 6;
    }

    /** 0 for X, 1 for Y, 2 for Z. */
    public int axis() {
        return ordinal() % 3;
    }
}
