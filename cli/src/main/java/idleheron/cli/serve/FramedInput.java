package idleheron.cli.serve;

import static idleheron.core.Messages.say;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;

/**
 * Messages as the language server protocol frames them: header lines that end in CR LF, an empty line, and as many bytes as
 * {@code Content-Length} says. What is not framed so ends the stream, and is told.
 */
final class FramedInput extends InputStream {
    private static final int LONGEST_LINE = 1000;
    private static final int MOST_LINES = 20;
    /** Of one message, bytes. */
    private static final long LARGEST = 64L << 20;

    private final InputStream in;
    private byte[] head = new byte[0];
    private int at;
    private long left;
    private @Nullable String wrong;

    FramedInput(InputStream in) {
        this.in = in;
    }

    /** What ended the stream before its end, one sentence; or null. */
    @Nullable
    String wrong() {
        return wrong;
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] to, int from, int length) throws IOException {
        if (wrong != null || length == 0) {
            return wrong == null ? 0 : -1;
        }
        if (at == head.length && left == 0 && !header()) {
            return -1;
        }
        if (at < head.length) {
            int n = Math.min(length, head.length - at);
            System.arraycopy(head, at, to, from, n);
            at += n;
            return n;
        }
        int n = in.read(to, from, (int) Math.min(length, left));
        if (n < 0) {
            wrong = say("cli.serve.FramedInput.the-input-ended-inside-a-message", left);
            return -1;
        }
        left -= n;
        return n;
    }

    /** Reads the lines before the next message; false at the end or where they are none. */
    private boolean header() throws IOException {
        long size = -1;
        for (int i = 0; i < MOST_LINES; i++) {
            String line = line();
            if (line == null) {
                wrong = i == 0 || wrong != null ? wrong : say("cli.serve.FramedInput.the-input-ended-inside-a-header");
                return false;
            }
            if (line.isEmpty()) {
                if (size < 0) {
                    return wrong(say("cli.serve.FramedInput.a-header-with-content-length"), "none");
                }
                head = ("Content-Length: " + size + "\r\n\r\n").getBytes(StandardCharsets.US_ASCII);
                at = 0;
                left = size;
                return true;
            }
            int colon = line.indexOf(':');
            if (colon < 1) {
                return wrong(say("cli.serve.FramedInput.a-header-line-such-as-content"), line);
            }
            if (line.substring(0, colon).strip().equalsIgnoreCase("Content-Length")) {
                String told = line.substring(colon + 1).strip();
                if (!told.matches("[0-9]{1,12}") || Long.parseLong(told) > LARGEST) {
                    return wrong(say("cli.serve.FramedInput.a-content-length-of-at-most", LARGEST), told);
                }
                size = Long.parseLong(told);
            }
        }
        return wrong(say("cli.serve.FramedInput.at-most-header-lines", MOST_LINES), "more");
    }

    private boolean wrong(String expected, String found) {
        String plain = found.replaceAll("[^\\x20-\\x7e]", "?");
        wrong = say(
                "cli.serve.FramedInput.expected-found",
                expected,
                (plain.length() > 60 ? plain.substring(0, 60) + "…" : plain));
        return false;
    }

    private @Nullable String line() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int b = in.read(); b >= 0; b = in.read()) {
            if (b == '\n') {
                String s = out.toString(StandardCharsets.ISO_8859_1);
                return s.endsWith("\r") ? s.substring(0, s.length() - 1) : s;
            }
            out.write(b);
            if (out.size() > LONGEST_LINE) {
                wrong(say("cli.serve.FramedInput.a-header-line"), out.toString(StandardCharsets.ISO_8859_1));
                return null;
            }
        }
        if (out.size() > 0) {
            wrong = say("cli.serve.FramedInput.the-input-ended-inside-a-header");
        }
        return null;
    }
}
