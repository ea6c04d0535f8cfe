package idleheron.core.geometry;

/** Parts things by where they lie along an axis. */
final class Halving {
    private Halving() {}

    /**
     * Puts the thing that belongs at {@code k} there, those that lie lower before it and the others after it (Hoare 1961).
     *
     * @param things numbers of places, of which those from {@code from} to {@code to} (both included) are put in order
     * @param places x, y, z on end
     */
    static void select(int[] things, int from, int to, int k, double[] places, int axis) {
        int low = from;
        int high = to;
        while (low < high) {
            double pivot = places[3 * things[low + high >>> 1] + axis];
            int i = low;
            int j = high;
            while (i <= j) {
                while (places[3 * things[i] + axis] < pivot) {
                    i++;
                }
                while (places[3 * things[j] + axis] > pivot) {
                    j--;
                }
                if (i <= j) {
                    int swap = things[i];
                    things[i++] = things[j];
                    things[j--] = swap;
                }
            }
            if (k <= j) {
                high = j;
            } else if (k >= i) {
                low = i;
            } else {
                return;
            }
        }
    }
}
