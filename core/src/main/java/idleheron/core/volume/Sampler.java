package idleheron.core.volume;

import idleheron.core.volume.tree.SparseTree;
import idleheron.core.volume.tree.VoxelReader;

/** Values between voxels; one per thread. */
public final class Sampler {
    private final VoxelReader reader;
    private final int components;

    public Sampler(SparseTree tree) {
        reader = new VoxelReader(tree);
        components = tree.type().components();
    }

    /** The value of the voxel nearest to an index position. */
    public void nearest(double i, double j, double k, double[] out) {
        reader.to((int) Math.rint(i), (int) Math.rint(j), (int) Math.rint(k));
        for (int c = 0; c < components; c++) {
            out[c] = reader.get(c);
        }
    }

    /** Whether the voxel nearest to an index position is active. */
    public boolean isActive(double i, double j, double k) {
        return reader.to((int) Math.rint(i), (int) Math.rint(j), (int) Math.rint(k))
                .isActive();
    }

    /** Linear between the eight voxel centres around an index position. */
    public void linear(double i, double j, double k, double[] out) {
        int x = (int) Math.floor(i);
        int y = (int) Math.floor(j);
        int z = (int) Math.floor(k);
        double fx = i - x;
        double fy = j - y;
        double fz = k - z;
        for (int c = 0; c < components; c++) {
            out[c] = 0;
        }
        for (int corner = 0; corner < 8; corner++) {
            double w = ((corner & 4) == 0 ? 1 - fx : fx)
                    * ((corner & 2) == 0 ? 1 - fy : fy)
                    * ((corner & 1) == 0 ? 1 - fz : fz);
            if (w != 0) {
                reader.to(x + (corner >> 2), y + (corner >> 1 & 1), z + (corner & 1));
                for (int c = 0; c < components; c++) {
                    out[c] += w * reader.get(c);
                }
            }
        }
    }

    /** {@link #linear} of the length of the value, or of the number. */
    public double scalar(double i, double j, double k) {
        int x = (int) Math.floor(i);
        int y = (int) Math.floor(j);
        int z = (int) Math.floor(k);
        double fx = i - x;
        double fy = j - y;
        double fz = k - z;
        double out = 0;
        for (int corner = 0; corner < 8; corner++) {
            double w = ((corner & 4) == 0 ? 1 - fx : fx)
                    * ((corner & 2) == 0 ? 1 - fy : fy)
                    * ((corner & 1) == 0 ? 1 - fz : fz);
            if (w != 0) {
                out += w
                        * reader.to(x + (corner >> 2), y + (corner >> 1 & 1), z + (corner & 1))
                                .scalar();
            }
        }
        return out;
    }
}
