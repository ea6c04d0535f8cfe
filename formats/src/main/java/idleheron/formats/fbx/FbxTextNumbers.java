package idleheron.formats.fbx;

import java.util.Arrays;

/** Gathers the elements of a text array: whole numbers as long as all are whole, else reals. */
final class FbxTextNumbers {
    private long[] whole;
    private double[] real = {};
    private boolean allWhole = true;
    private int size;

    FbxTextNumbers(int capacity) {
        whole = new long[Math.min(capacity, 1 << 16)];
    }

    void add(long v) {
        if (allWhole) {
            if (size == whole.length) {
                whole = Arrays.copyOf(whole, Math.max(16, size * 2));
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
            real = Arrays.copyOf(real, size * 2);
        }
        real[size++] = v;
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
