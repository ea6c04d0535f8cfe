package idleheron.formats.pictures;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * The colour space that a PNG declares (W3C PNG, 11.3.2): chunks after its 8 bytes of opening, each u32 length, four letters,
 * content, u32 check sum; sRGB, else iCCP with a name that ends in 0, else gAMA with u32 gamma by 100,000. Other kinds declare
 * none that is read here.
 */
final class DeclaredSpace {
    private static final long OPENING = 0x89504E470D0A1A0AL;
    private static final double PER_GAMMA = 100_000;
    private static final int LONGEST_NAME = 79;

    private DeclaredSpace() {}

    static String of(byte[] bytes) {
        ByteBuffer b = ByteBuffer.wrap(bytes);
        if (bytes.length < 8 || b.getLong() != OPENING) {
            return "";
        }
        String gamma = "";
        while (b.remaining() >= 12) {
            int length = b.getInt();
            byte[] type = new byte[4];
            b.get(type);
            String chunk = new String(type, StandardCharsets.ISO_8859_1);
            if (length < 0 || length > b.remaining() - 4 || chunk.equals("IDAT")) {
                break;
            }
            switch (chunk) {
                case "sRGB" -> {
                    return "sRGB";
                }
                case "iCCP" -> {
                    return "profile " + name(bytes, b.position(), Math.min(length, LONGEST_NAME));
                }
                case "gAMA" ->
                    gamma = length < 4
                            ? ""
                            : String.format(Locale.ROOT, "gamma %.5g", b.getInt(b.position()) / PER_GAMMA);
                default -> {}
            }
            b.position(b.position() + length + 4);
        }
        return gamma;
    }

    private static String name(byte[] bytes, int from, int most) {
        int end = from;
        while (end < from + most && bytes[end] != 0) {
            end++;
        }
        return new String(bytes, from, end - from, StandardCharsets.ISO_8859_1);
    }
}
