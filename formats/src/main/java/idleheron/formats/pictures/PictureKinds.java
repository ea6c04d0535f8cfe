package idleheron.formats.pictures;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import javax.imageio.ImageIO;
import javax.imageio.stream.ImageInputStream;

/** Whether bytes are a picture: of a kind that can be read here, or of one whose opening bytes are known. */
public final class PictureKinds {
    /** Opening bytes of kinds that travel unread: EXR, Radiance, DDS, KTX, PSD, JPEG 2000, TIFF (both), big TIFF (both). */
    private static final String[] OPENINGS = {
        "v/1\1",
        "#?RADIANCE",
        "#?RGBE",
        "DDS ",
        "\u00abKTX ",
        "8BPS",
        "\0\0\0\fjP  ",
        "II*\0",
        "MM\0*",
        "II+\0",
        "MM\0+"
    };

    /** Of boxes of the ISO base format, brands that are pictures. */
    private static final String[] BRANDS = {"ftypavif", "ftypavis", "ftypheic", "ftypheix", "ftypmif1"};

    private PictureKinds() {}

    /** Whether the bytes begin as those of pictures do. */
    public static boolean isPicture(byte[] bytes) {
        String head = new String(bytes, 0, Math.min(32, bytes.length), StandardCharsets.ISO_8859_1);
        for (String o : OPENINGS) {
            if (head.startsWith(o)) {
                return true;
            }
        }
        for (String b : BRANDS) {
            if (head.startsWith(b, 4)) {
                return true;
            }
        }
        if (head.startsWith("RIFF") && head.startsWith("WEBP", 8)) {
            return true;
        }
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
            return in != null && ImageIO.getImageReaders(in).hasNext();
        } catch (IOException | RuntimeException e) {
            return false;
        }
    }
}
