package idleheron.formats.fbx.coding;

import idleheron.formats.fbx.document.FbxValue;
import java.util.Arrays;

/** Gathers the elements of a text array: whole numbers as long as all are whole, else reals. */
final class FbxTextNumbers {
    private long[] whole;
    private double[] real = {};
    private boolean allWhole = true;
    private int size;

    FbxTextNumbers(int capacity) {
        whole = new long[Math.clamp(capacity, 0, 1 << 16)];
    }

    void add(long v) {
        if (allWhole) {
            if (size == whole.length) {
                whole = Arrays.copyOf(whole, grown());
            }
            whole[size++] = v;
        } else {
            add((double) v);
        }
    }

    void add(double v) {
        if (allWhole) {
            allWhole = false;
            real = new double[Math.max(16, whole.length)];
            for (int i = 0; i < size; i++) {
                real[i] = whole[i];
            }
            whole = new long[0];
        }
        if (size == real.length) {
            real = Arrays.copyOf(real, grown());
        }
        real[size++] = v;
    }

    private int grown() {
        return Math.max(16, (int) Math.min(Integer.MAX_VALUE - 16L, size * 2L));
    }

    int size() {
        return size;
    }

    FbxValue.Array array() {
        return allWhole
                ? new FbxValue.Longs(Arrays.copyOf(whole, size))
                : new FbxValue.Doubles(Arrays.copyOf(real, size));
    }
}
