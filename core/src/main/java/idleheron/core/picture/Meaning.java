package idleheron.core.picture;

/** What the values of a picture stand for, which says how the mean of two is taken. */
public enum Meaning {
    /** Stored by the curve of sRGB: means are taken of light, each texel as much as its alpha. */
    COLOURS,
    /** As they stand. */
    NUMBERS,
    /** Vectors, which keep unit length. */
    NORMALS;

    /** What the channels of a picture in that place mean. */
    public static Meaning of(PictureRole role) {
        return switch (role) {
            case COLOUR, EMISSION, UNKNOWN -> COLOURS;
            case NORMAL -> NORMALS;
            case ROUGHNESS, METALNESS, HEIGHT, OCCLUSION, OPACITY -> NUMBERS;
        };
    }
}
