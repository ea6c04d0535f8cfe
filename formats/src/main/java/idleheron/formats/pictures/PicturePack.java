package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PixelChange;
import idleheron.core.picture.Pixels;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Channels of several pictures side by side in one, as engines take occlusion, roughness and metalness.
 *
 * @param sources 1 to 4, in the order red, green, blue, alpha; two are grey and alpha
 */
public record PicturePack(List<Source> sources) {
    private static final String LETTERS = "rgba";

    /**
     * A channel of a picture.
     *
     * @param channel 0 red or grey, 1 green, 2 blue, 3 alpha
     */
    public record Source(Path file, int channel) {}

    public PicturePack {
        sources = List.copyOf(sources);
        if (sources.isEmpty() || sources.size() > LETTERS.length()) {
            throw new IllegalArgumentException(
                    say("formats.pictures.PicturePack.1-to-4-channels-are-packed", sources.size()));
        }
    }

    /** Of "ao.png,rough.png:g,metal.png:b"; red, or grey, where no letter is told. */
    public static PicturePack of(String told) {
        List<Source> out = new ArrayList<>();
        for (String one : told.split(",")) {
            boolean letter = one.length() > 2
                    && one.charAt(one.length() - 2) == ':'
                    && LETTERS.indexOf(one.charAt(one.length() - 1)) >= 0;
            out.add(new Source(
                    Path.of(letter ? one.substring(0, one.length() - 2) : one),
                    letter ? LETTERS.indexOf(one.charAt(one.length() - 1)) : 0));
        }
        return new PicturePack(out);
    }

    /** @throws IOException when one cannot be read, lacks the channel or has another size */
    public Pixels packed() throws IOException {
        List<Pixels> channels = new ArrayList<>();
        for (Source s : sources) {
            Pixels p = PictureReader.pixels(Files.readAllBytes(s.file));
            if (p == null) {
                throw new IOException(say("formats.pictures.PicturePack.is-no-picture-that-can-be", s.file));
            }
            int band = s.channel == 3 ? (p.hasAlpha() ? p.bands() - 1 : -1) : p.colours() == 1 ? 0 : s.channel;
            if (band < 0) {
                throw new IOException(say("formats.pictures.PicturePack.has-no-alpha", s.file));
            }
            channels.add(PixelChange.chosen(p, band, 1));
        }
        try {
            return PixelChange.packed(channels);
        } catch (IllegalArgumentException e) {
            throw new IOException(e.getMessage(), e);
        }
    }
}
