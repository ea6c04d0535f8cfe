package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import java.util.Arrays;
import javax.imageio.stream.ImageInputStreamImpl;

/**
 * The bytes of a picture file for its reader. Some readers take the end of a file for noughts and go on for every texel that its
 * head promised; one that has asked so often beyond the end is stopped. A very short file is followed by noughts: the reader of TGA
 * looks for what may stand 26 bytes before the end, which in such a file it has passed.
 */
final class PictureInput extends ImageInputStreamImpl {
    private static final int PATIENCE = 10_000;
    private static final int SHORT = 64;

    private final byte[] bytes;
    private int beyond;

    PictureInput(byte[] bytes) {
        this.bytes = bytes.length < SHORT ? Arrays.copyOf(bytes, SHORT) : bytes;
    }

    @Override
    public int read() {
        bitOffset = 0;
        if (streamPos >= bytes.length) {
            return end();
        }
        return bytes[(int) streamPos++] & 255;
    }

    @Override
    public int read(byte[] into, int offset, int length) {
        bitOffset = 0;
        if (length == 0) {
            return 0;
        }
        if (streamPos >= bytes.length) {
            return end();
        }
        int n = Math.min(length, bytes.length - (int) streamPos);
        System.arraycopy(bytes, (int) streamPos, into, offset, n);
        streamPos += n;
        return n;
    }

    private int end() {
        if (++beyond > PATIENCE) {
            throw new IllegalStateException(say("formats.pictures.PictureInput.the-file-ends-before-its-picture"));
        }
        return -1;
    }

    @Override
    public long length() {
        return bytes.length;
    }
}
