package idleheron.core.formula;

import java.util.List;

/** What tells the value of a channel at a moment. */
public sealed interface Source {
    /** The channels whose values it asks for. */
    default List<Formula.Reference> references() {
        return List.of();
    }

    /** A formula. */
    record Written(Formula formula) implements Source {
        @Override
        public List<Formula.Reference> references() {
            return formula.references();
        }
    }

    /**
     * Keys; before the first and after the last it stays.
     *
     * @param times rising
     * @param values as many
     * @param easings as many: how it goes on from each key
     * @param ofShare whether times are shares of the clip, 0 to 1; else seconds from its start
     */
    record Keyed(double[] times, double[] values, List<Easing> easings, boolean ofShare) implements Source {
        public Keyed {
            easings = List.copyOf(easings);
        }

        /**
         * The value at a moment.
         *
         * @param at in the measure of the times
         */
        public double at(double at) {
            int last = times.length - 1;
            if (at >= times[last]) {
                return values[last];
            }
            if (at <= times[0]) {
                return values[0];
            }
            int i = 0;
            while (times[i + 1] <= at) {
                i++;
            }
            double share = (at - times[i]) / (times[i + 1] - times[i]);
            return values[i] + (values[i + 1] - values[i]) * easings.get(i).at(share);
        }
    }
}
