package idleheron.render.ink;

import idleheron.core.job.Cores;
import java.util.Arrays;

/** Pixels as opaque 0xAARRGGBB, row by row from the top left. */
public final class Picture {
    private final int width;
    private final int height;
    private final int[] pixels;
    private final double grain;

    public Picture(int width, int height) {
        this(width, height, 1);
    }

    /**
     * A picture for a dense screen.
     *
     * @param grain pixels to a point: lines, rings and letters are given in points, so that they keep their size on the screen
     */
    public Picture(int width, int height, double grain) {
        this(width, height, grain, new int[Math.multiplyExact(width, height)]);
    }

    /** A picture over pixels that belong to somebody else. */
    public Picture(int width, int height, int[] pixels) {
        this(width, height, 1, pixels);
    }

    private Picture(int width, int height, double grain, int[] pixels) {
        if (width <= 0 || height <= 0 || pixels.length < width * height) {
            throw new IllegalArgumentException("a picture of " + width + " x " + height);
        }
        this.width = width;
        this.height = height;
        this.grain = grain;
        this.pixels = pixels;
    }

    public int width() {
        return width;
    }

    public int height() {
        return height;
    }

    /** Pixels to a point, the unit in which a {@link Pen} draws. */
    public double grain() {
        return grain;
    }

    /** Rows from the top, each pixel 0xAARRGGBB; the picture's own array. */
    public int[] pixels() {
        return pixels;
    }

    public int at(int x, int y) {
        return pixels[y * width + x];
    }

    public void fill(int argb) {
        Arrays.fill(pixels, 0, width * height, argb);
    }

    /** From one colour at the top to another at the bottom. */
    public void fill(int top, int bottom) {
        for (int y = 0; y < height; y++) {
            Arrays.fill(pixels, y * width, (y + 1) * width, mix(top, bottom, (float) y / Math.max(1, height - 1)));
        }
    }

    /** Blends a colour over a pixel; outside the picture nothing happens. */
    public void blend(int x, int y, int rgb, float alpha) {
        if (x >= 0 && y >= 0 && x < width && y < height && alpha > 0) {
            int i = y * width + x;
            pixels[i] = mix(pixels[i], rgb, Math.min(1, alpha));
        }
    }

    /** {@code a} to {@code b} by a share 0 to 1, opaque. */
    public static int mix(int a, int b, float t) {
        int k = (int) (t * 256 + 0.5f);
        int ra = a >> 16 & 255;
        int ga = a >> 8 & 255;
        int ba = a & 255;
        int r = ra + ((((b >> 16 & 255) - ra) * k) >> 8);
        int g = ga + ((((b >> 8 & 255) - ga) * k) >> 8);
        int bl = ba + ((((b & 255) - ba) * k) >> 8);
        return 0xFF000000 | r << 16 | g << 8 | bl;
    }

    /** A colour in so much light, opaque. */
    public static int lit(int color, float light) {
        int k = (int) (light * 256);
        int r = Math.min(255, (color >> 16 & 255) * k >> 8);
        int g = Math.min(255, (color >> 8 & 255) * k >> 8);
        int b = Math.min(255, (color & 255) * k >> 8);
        return 0xFF000000 | r << 16 | g << 8 | b;
    }

    /** Copies a picture of twice the size over this one, each four pixels to one. */
    public void shrinkFrom(Picture twice) {
        int[] from = twice.pixels;
        int w2 = twice.width;
        Cores.split(height, 40, (y0, y1) -> {
            for (int y = y0; y < y1; y++) {
                for (int x = 0; x < width; x++) {
                    int i = 2 * y * w2 + 2 * x;
                    int a = from[i];
                    int b = from[i + 1];
                    int c = from[i + w2];
                    int d = from[i + w2 + 1];
                    int rb = ((a & 0xFF00FF) + (b & 0xFF00FF) + (c & 0xFF00FF) + (d & 0xFF00FF)) >>> 2 & 0xFF00FF;
                    int g = ((a >> 8 & 255) + (b >> 8 & 255) + (c >> 8 & 255) + (d >> 8 & 255)) >>> 2;
                    pixels[y * width + x] = 0xFF000000 | rb | g << 8;
                }
            }
        });
    }
}
