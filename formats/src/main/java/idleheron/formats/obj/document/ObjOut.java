package idleheron.formats.obj.document;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** Lines of words, in UTF-8, each ended by LF. Numbers are the shortest that come back the same. */
public final class ObjOut {
    private final OutputStream to;
    private final byte[] buffer = new byte[1 << 16];
    private int n;
    private int begun;

    public ObjOut(OutputStream to) {
        this.to = to;
    }

    private void room(int bytes) throws IOException {
        if (n + bytes > buffer.length) {
            to.write(buffer, 0, n);
            n = 0;
        }
    }

    /** A whole line. */
    public void line(String text) throws IOException {
        flush();
        to.write((text + "\n").getBytes(StandardCharsets.UTF_8));
    }

    /** Begins a line. */
    public void word(String text) throws IOException {
        room(64);
        for (int i = 0; i < text.length(); i++) {
            buffer[n++] = (byte) text.charAt(i);
        }
        begun = 1;
    }

    public void end() throws IOException {
        room(1);
        buffer[n++] = '\n';
        begun = 0;
    }

    /** A number of a line that was begun. */
    public void number(double v) throws IOException {
        String s = text(v);
        room(s.length() + begun);
        buffer[n++] = ' ';
        for (int i = 0; i < s.length(); i++) {
            buffer[n++] = (byte) s.charAt(i);
        }
    }

    /** The shortest decimal that is read as the same float where it is one, else as the same double. */
    public static String text(double v) {
        if (v == Math.rint(v) && Math.abs(v) < 1e9) {
            return v == 0 && 1 / v < 0 ? "-0" : Long.toString((long) v);
        }
        return v == (float) v ? Float.toString((float) v) : Double.toString(v);
    }

    /**
     * A corner; each counted from 1, 0 for none.
     *
     * @param point of all points of the file
     */
    public void corner(int point, int uv, int normal) throws IOException {
        room(48);
        buffer[n++] = ' ';
        whole(point);
        if (uv > 0 || normal > 0) {
            buffer[n++] = '/';
        }
        if (uv > 0) {
            whole(uv);
        }
        if (normal > 0) {
            buffer[n++] = '/';
            whole(normal);
        }
    }

    private void whole(int v) {
        int at = n;
        int digits = 1;
        for (int x = v; x >= 10; x /= 10) {
            digits++;
        }
        n += digits;
        for (int i = digits - 1, x = v; i >= 0; i--, x /= 10) {
            buffer[at + i] = (byte) ('0' + x % 10);
        }
    }

    public void flush() throws IOException {
        to.write(buffer, 0, n);
        n = 0;
    }
}
