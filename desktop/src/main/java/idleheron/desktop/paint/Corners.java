package idleheron.desktop.paint;

/**
 * Rounds the corners of a picture by what it covers there. Rounding it with a clip instead would have the toolkit draw all of
 * it apart and blend it, for each picture.
 */
public final class Corners {
    private Corners() {}

    /**
     * @param pixels rows from above, 0xAARRGGBB, premultiplied; changed in place
     * @param width in pixels
     * @param height in pixels
     * @param radius in pixels
     */
    public static void round(int[] pixels, int width, int height, double radius) {
        int reach = (int) Math.min(Math.ceil(radius), Math.min(width, height) / 2);
        for (int y = 0; y < reach; y++) {
            for (int x = 0; x < reach; x++) {
                double share = radius + 0.5 - Math.hypot(radius - x - 0.5, radius - y - 0.5);
                if (share >= 1) {
                    break; // from here on the row is whole
                }
                for (int row : new int[] {y, height - 1 - y}) {
                    for (int column : new int[] {x, width - 1 - x}) {
                        int i = row * width + column;
                        pixels[i] = thin(pixels[i], Math.max(0, share));
                    }
                }
            }
        }
    }

    private static int thin(int pixel, double share) {
        int out = 0;
        for (int shift = 0; shift < 32; shift += 8) {
            out |= (int) Math.round((pixel >>> shift & 0xFF) * share) << shift;
        }
        return out;
    }
}
