package idleheron.core.cache;

/** What a sampled property means to the object that has it. Lengths in the stage's unit. */
public enum ChannelSemantic {
    /** Points, 3 floats. */
    POSITIONS,
    /** Per corner the index of its point. */
    FACE_INDICES,
    /** Per face its corners. */
    FACE_COUNTS,
    /** Per point and second, 3 floats. */
    VELOCITIES,
    /** Least and greatest x, y, z of the object's own points, 6 doubles. */
    BOUNDS,
    /** The same of all that is under it. */
    CHILD_BOUNDS,
    /** Operations of a transform, a byte each. */
    OPERATIONS,
    /** Numbers of the operations. */
    CHANNELS,
    /** Whether the transforms above count. */
    INHERITS,
    /** Which channels move. */
    MOVING_CHANNELS,
    /** Present where a transform is more than nothing. */
    NOT_IDENTITY,
    /** -1 as what is above, 0 hidden, 1 shown. */
    VISIBLE,
    /** Numbers of points that last over samples. */
    IDS,
    /** Points of each curve. */
    CURVE_COUNTS,
    /** Type, wrap and two bases. */
    CURVE_BASIS,
    /** Orders of curves of variable order. */
    ORDERS,
    KNOTS,
    /** Rational weights of points. */
    POSITION_WEIGHTS,
    /** Faces of a face set. */
    FACES,
    /** Whether a face belongs to at most one set. */
    EXCLUSIVE,
    CREASE_INDICES,
    CREASE_LENGTHS,
    CREASE_SHARPNESSES,
    CORNER_INDICES,
    CORNER_SHARPNESSES,
    HOLES,
    /** "catmull-clark", "loop" or "bilinear". */
    SCHEME,
    INTERPOLATE_BOUNDARY,
    FACE_VARYING_BOUNDARY,
    FACE_VARYING_CORNERS,
    /** Sixteen doubles of a camera's lens and film. */
    LENS,
    /** Path of a material. */
    MATERIAL
}
