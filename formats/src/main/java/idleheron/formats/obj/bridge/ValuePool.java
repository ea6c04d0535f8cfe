package idleheron.formats.obj.bridge;

import java.util.Arrays;

/** Values of a few floats, each once, in the order in which they came first. */
final class ValuePool {
    private final int width;
    private float[] values;
    private int size;
    private int[] table;

    /**
     * @param width floats of a value
     * @param expected about how many values come
     */
    ValuePool(int width, int expected) {
        this.width = width;
        values = new float[width * Math.max(16, expected)];
        table = new int[Integer.highestOneBit(Math.max(16, expected)) * 4];
    }

    int width() {
        return width;
    }

    int size() {
        return size;
    }

    /** All values on end; there is room behind them. */
    float[] values() {
        return values;
    }

    /** The number of a value, which is added where it is new. */
    int add(float[] of, int at) {
        int slot = slot(of, at);
        if (table[slot] != 0) {
            return table[slot] - 1;
        }
        if (width * (size + 1) > values.length) {
            values = Arrays.copyOf(values, values.length * 2);
        }
        System.arraycopy(of, at, values, width * size, width);
        table[slot] = ++size;
        if (size * 2 > table.length) {
            table = new int[table.length * 2];
            for (int i = 0; i < size; i++) {
                table[slot(values, width * i)] = i + 1;
            }
        }
        return size - 1;
    }

    private int slot(float[] of, int at) {
        int h = 0;
        for (int k = 0; k < width; k++) {
            h = h * 31 + Float.floatToIntBits(of[at + k]);
        }
        h ^= h >>> 15;
        h *= 0x2C1B3C6D;
        h ^= h >>> 13;
        int i = h & table.length - 1;
        while (table[i] != 0 && !same(of, at, width * (table[i] - 1))) {
            i = i + 1 & table.length - 1;
        }
        return i;
    }

    private boolean same(float[] of, int at, int mine) {
        for (int k = 0; k < width; k++) {
            if (Float.floatToIntBits(of[at + k]) != Float.floatToIntBits(values[mine + k])) {
                return false;
            }
        }
        return true;
    }
}
