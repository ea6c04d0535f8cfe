package idleheron.core.garment.freedom;

import static idleheron.core.Messages.say;

import idleheron.core.math.Vec3;
import java.util.List;

/**
 * One stroke of a brush over a freedom map.
 *
 * @param tip what it was drawn with
 * @param places it went over, in order: metres, on the garment as it rests
 */
public record Stroke(Tip tip, List<Vec3> places) {
    /** What becomes of the values under a brush. */
    public enum How {
        /** They become its value. */
        SET,
        /** Its value is added to them. */
        ADD,
        /** They come closer to those of their neighbours. */
        SOFTEN
    }

    /**
     * @param how it changes values
     * @param value that is set, 0 to 1, or added, −1 to 1; of no account where it softens
     * @param centimetres from the middle of the brush to its rim, where nothing is left of its strength
     * @param strength in its middle, above 0 and up to 1
     * @param mirrored whether the other side of the body gets the same
     */
    public record Tip(How how, double value, double centimetres, double strength, boolean mirrored) {
        private static final double MOST = 1000;

        public Tip {
            double least = how == How.ADD ? -1 : 0;
            if (!(value >= least && value <= 1)) {
                throw new IllegalArgumentException(
                        say("core.garment.freedom.Stroke.a-value-of-it-is-to", value, (int) least, word(how)));
            }
            if (!(centimetres > 0 && centimetres <= MOST)) {
                throw new IllegalArgumentException(say("core.garment.freedom.Stroke.a-brush-of-cm-it-is", centimetres));
            }
            if (!(strength > 0 && strength <= 1)) {
                throw new IllegalArgumentException(
                        say("core.garment.freedom.Stroke.a-strength-of-it-is-above", strength));
            }
        }

        private static String word(How how) {
            return how.name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    public Stroke {
        places = List.copyOf(places);
        for (Vec3 p : places) {
            if (!Double.isFinite(p.x() + p.y() + p.z())) {
                throw new IllegalArgumentException(say("core.garment.freedom.Stroke.a-place-at-which-is-none", p));
            }
        }
    }
}
