package idleheron.core.geometry;

import java.util.Arrays;

/** Numbers for keys, in the order in which the keys come; a table without boxes. */
public final class LongTable {
    private long[] keys = new long[1 << 10];
    private int[] values = new int[1 << 10];
    private int size;

    public LongTable() {
        Arrays.fill(values, -1);
    }

    /** What stands for a key, or -1; puts down {@code value} where nothing did. */
    public int putIfAbsent(long key, int value) {
        if (2 * size > keys.length) {
            grow();
        }
        int at = slot(key);
        if (values[at] < 0) {
            keys[at] = key;
            values[at] = value;
            size++;
            return -1;
        }
        return values[at];
    }

    private int slot(long key) {
        long h = key * 0x9E3779B97F4A7C15L;
        int at = (int) (h ^ h >>> 32) & keys.length - 1;
        while (values[at] >= 0 && keys[at] != key) {
            at = at + 1 & keys.length - 1;
        }
        return at;
    }

    private void grow() {
        long[] k = keys;
        int[] v = values;
        keys = new long[2 * k.length];
        values = new int[2 * k.length];
        Arrays.fill(values, -1);
        for (int i = 0; i < k.length; i++) {
            if (v[i] >= 0) {
                int at = slot(k[i]);
                keys[at] = k[i];
                values[at] = v[i];
            }
        }
    }
}
