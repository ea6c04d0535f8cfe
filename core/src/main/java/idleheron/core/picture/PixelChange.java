package idleheron.core.picture;

import static idleheron.core.Messages.say;

import java.util.List;

/** Changes of every texel, on the stored values. */
public final class PixelChange {
    private PixelChange() {}

    /** Changes one after another; the same picture where there is none to make. */
    public static Pixels of(Pixels picture, List<PictureEdit.Change> changes) {
        Pixels out = picture;
        for (PictureEdit.Change c : changes) {
            out = of(out, c);
        }
        return out;
    }

    /** The same picture where it lacks the channel. */
    public static Pixels of(Pixels p, PictureEdit.Change change) {
        if (!change.touches(p)) {
            return p;
        }
        return switch (change) {
            case TURN_GREEN -> turned(p, 1);
            case FILL_ALPHA -> filled(p, p.bands() - 1);
            case TURN_ALPHA -> turned(p, p.bands() - 1);
            case DROP_ALPHA -> chosen(p, 0, p.colours());
        };
    }

    private static Pixels turned(Pixels p, int band) {
        char[] v = p.values().clone();
        for (int i = band; i < v.length; i += p.bands()) {
            v[i] = (char) (p.most() - v[i]);
        }
        return new Pixels(p.width(), p.height(), p.bands(), p.bits(), v);
    }

    private static Pixels filled(Pixels p, int band) {
        char[] v = p.values().clone();
        for (int i = band; i < v.length; i += p.bands()) {
            v[i] = (char) p.most();
        }
        return new Pixels(p.width(), p.height(), p.bands(), p.bits(), v);
    }

    /**
     * Some of the channels, side by side in the picture, as a picture of their own.
     *
     * @param first of them
     */
    public static Pixels chosen(Pixels p, int first, int count) {
        Pixels out = Pixels.empty(p.width(), p.height(), count, p.bits());
        for (int i = 0, to = 0; to < out.values().length; i += p.bands(), to += count) {
            for (int b = 0; b < count; b++) {
                out.values()[to + b] = p.values()[i + first + b];
            }
        }
        return out;
    }

    /**
     * One channel of each as one picture: grey, grey and alpha, colours, or colours and alpha.
     *
     * @param channels grey pictures of one size and depth, 1 to 4
     * @throws IllegalArgumentException when sizes differ
     */
    public static Pixels packed(List<Pixels> channels) {
        Pixels first = channels.getFirst();
        int bits = channels.stream().mapToInt(Pixels::bits).max().orElseThrow();
        Pixels out = Pixels.empty(first.width(), first.height(), channels.size(), bits);
        for (int b = 0; b < channels.size(); b++) {
            Pixels c = channels.get(b).withBits(bits);
            if (c.width() != first.width() || c.height() != first.height()) {
                throw new IllegalArgumentException(say(
                        "core.picture.PixelChange.channels-of-by-and-of-by",
                        first.width(),
                        first.height(),
                        c.width(),
                        c.height()));
            }
            for (int i = 0; i < c.width() * c.height(); i++) {
                out.values()[i * channels.size() + b] = c.values()[i * c.bands()];
            }
        }
        return out;
    }

    /**
     * Normals of heights, which repeat beyond the edges; red to the right, green upward, by central differences.
     *
     * @param heights of which the first channel counts
     * @param rise of white above black, in texels
     */
    public static Pixels normals(Pixels heights, double rise) {
        int w = heights.width();
        int h = heights.height();
        Pixels out = Pixels.empty(w, h, 3, heights.bits());
        float one = (float) rise / heights.most() / 2;
        int most = out.most();
        for (int y = 0; y < h; y++) {
            int above = (y + h - 1) % h;
            int below = (y + 1) % h;
            for (int x = 0; x < w; x++) {
                float dx = one * (heights.at((x + 1) % w, y, 0) - heights.at((x + w - 1) % w, y, 0));
                float up = one * (heights.at(x, above, 0) - heights.at(x, below, 0));
                float length = (float) Math.sqrt(dx * dx + up * up + 1);
                int at = 3 * (y * w + x);
                out.values()[at] = (char) Math.round((0.5f - dx / length / 2) * most);
                out.values()[at + 1] = (char) Math.round((0.5f - up / length / 2) * most);
                out.values()[at + 2] = (char) Math.round((0.5f + 1 / length / 2) * most);
            }
        }
        return out;
    }
}
