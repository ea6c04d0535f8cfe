package idleheron.formats.pictures.dds;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/**
 * The head of a DDS picture, little endian.
 *
 * <pre>
 *   0  "DDS "
 *   4  u32 124, u32 flags, u32 height, u32 width, …
 *  84  four letters of the packing: "DXT1", "ATI1", "BC4U", "ATI2", "BC5U", "DX10"
 * 128  blocks; after "DX10" first u32 packing by number, u32 dimension, u32 flags, u32 count, u32 alpha
 * </pre>
 *
 * @param channels 1 of BC4, 2 of BC5
 * @param at where its blocks begin
 */
public record DdsHead(int width, int height, int channels, int at) {
    static final int SIZE = 128;
    private static final int MORE = 20;
    private static final int LETTERS = 84;

    /** What a file is by its first bytes; null where it is none of one or two channels. */
    static @Nullable DdsHead of(byte[] head) {
        String packing = packing(head);
        int numbered = number(head);
        int channels = packing.equals("ATI1") || packing.equals("BC4U") || numbered == 80
                ? 1
                : packing.equals("ATI2") || packing.equals("BC5U") || numbered == 83 ? 2 : 0;
        if (channels == 0) {
            return null;
        }
        ByteBuffer b = ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN);
        return new DdsHead(b.getInt(16), b.getInt(12), channels, numbered < 0 ? SIZE : SIZE + MORE);
    }

    private static String packing(byte[] head) {
        boolean is = head.length >= SIZE && head[0] == 'D' && head[1] == 'D' && head[2] == 'S' && head[3] == ' ';
        return is ? new String(head, LETTERS, 4, StandardCharsets.ISO_8859_1) : "";
    }

    /** The number of the packing, or -1 where it is told by letters. */
    private static int number(byte[] head) {
        return packing(head).equals("DX10") && head.length >= SIZE + MORE
                ? ByteBuffer.wrap(head).order(ByteOrder.LITTLE_ENDIAN).getInt(SIZE)
                : -1;
    }

    /** The same picture with its packing told by letters, where it is told by a number that has some; else what was given. */
    public static byte[] byLetters(byte[] file) {
        String letters = switch (number(file)) {
            case 71, 72 -> "DXT1";
            case 74, 75 -> "DXT3";
            case 77, 78 -> "DXT5";
            default -> "";
        };
        if (letters.isEmpty()) {
            return file;
        }
        byte[] out = new byte[file.length - MORE];
        System.arraycopy(file, 0, out, 0, SIZE);
        System.arraycopy(file, SIZE + MORE, out, SIZE, out.length - SIZE);
        System.arraycopy(letters.getBytes(StandardCharsets.ISO_8859_1), 0, out, LETTERS, 4);
        return out;
    }
}
