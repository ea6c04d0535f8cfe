package idleheron.core.garment.weights;

/**
 * How weights are taken over.
 *
 * @param distance metres within which a point of the body speaks for one of the garment; NaN for 1.5 % of the body's diagonal and the
 *     garment's own thickness
 * @param degrees between the two normals at most
 * @param length metres over which what is filled in is smooth in slope from the rim of what is matched
 * @param influences joints a point may have, 0 for any number
 * @param weld metres within which points are one
 * @param shells whether the inner side of a thick garment may look at the body
 * @param trims metres across which a piece is small: a button or rivet, which stays rigid
 * @param tears whether matches that lie much farther apart than their points are given up
 */
public record TransferSettings(
        double distance,
        double degrees,
        double length,
        int influences,
        double weld,
        boolean shells,
        double trims,
        boolean tears) {
    public static final TransferSettings USUAL = new TransferSettings(Double.NaN, 30, 0.015, 4, 1e-5, true, 0.03, true);

    public TransferSettings withDistance(double value) {
        return new TransferSettings(value, degrees, length, influences, weld, shells, trims, tears);
    }

    public TransferSettings withInfluences(int value) {
        return new TransferSettings(distance, degrees, length, value, weld, shells, trims, tears);
    }

    public TransferSettings withLength(double value) {
        return new TransferSettings(distance, degrees, value, influences, weld, shells, trims, tears);
    }

    public TransferSettings withWeld(double value) {
        return new TransferSettings(distance, degrees, length, influences, value, shells, trims, tears);
    }

    public TransferSettings withShells(boolean value) {
        return new TransferSettings(distance, degrees, length, influences, weld, value, trims, tears);
    }
}
