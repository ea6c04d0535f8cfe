package idleheron.desktop.view3d;

/**
 * How fine a view is painted: at the pixels of the screen while it rests; while it moves as coarse as it takes for pictures to
 * follow each other quickly enough. Belongs to the window's thread.
 */
final class Pace {
    /** Seconds that a picture may take while the view moves: 24 pictures a second and room for what the toolkit takes. */
    private static final double BUDGET = 0.028;

    /** Two wishes within so many seconds are one movement. */
    static final double ONE_MOVEMENT = 0.2;

    private static final double LEAST = 0.3;
    private static final double GROWTH = 1.12;

    private double share = 1;
    private double last = Double.NEGATIVE_INFINITY;

    /**
     * A new picture is wanted.
     *
     * @param seconds of a clock that only runs on
     * @param held whether somebody holds or plays what moves
     * @return whether it is one of a movement
     */
    boolean moves(double seconds, boolean held) {
        boolean out = held || seconds - last < ONE_MOVEMENT;
        last = seconds;
        return out;
    }

    /**
     * Pixels to a point of the next picture.
     *
     * @param screen pixels to a point of the screen
     */
    double grain(double screen, boolean moving) {
        return moving ? screen * share : screen;
    }

    /** Learns what a picture of a movement took. */
    void took(double seconds) {
        // what a picture takes grows with its pixels, so with the square of the share
        double fit = share * Math.sqrt(BUDGET / Math.max(1e-4, seconds));
        share = Math.clamp(Math.min(fit, share * GROWTH), LEAST, 1);
    }
}
