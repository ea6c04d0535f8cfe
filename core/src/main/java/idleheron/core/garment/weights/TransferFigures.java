package idleheron.core.garment.weights;

/**
 * What came of taking weights over.
 *
 * @param points of the file
 * @param welded points that are different
 * @param distance metres within which the body spoke
 * @param thickness of the garment, metres, 0 for a single sheet
 * @param matched points that the body spoke for
 * @param matchedArea their share of the area, 0 to 1
 * @param flipped those of them on an inner side
 * @param torn points that lost their match over a gap
 * @param filled points that were filled in
 * @param trims points of small pieces, which stay rigid
 * @param orphans points of pieces that the body spoke for nowhere
 * @param pieces what hangs together
 * @param least smallest weight before any below 0 was cut
 * @param most largest weight before
 * @param limited largest change of a point by the limit, as the sum of its differences
 */
public record TransferFigures(
        int points,
        int welded,
        double distance,
        double thickness,
        int matched,
        double matchedArea,
        int flipped,
        int torn,
        int filled,
        int trims,
        int orphans,
        int pieces,
        double least,
        double most,
        double limited) {
    /** Share of the points that the body spoke for, 0 to 1. */
    public double share() {
        return welded == 0 ? 0 : (double) matched / welded;
    }
}
