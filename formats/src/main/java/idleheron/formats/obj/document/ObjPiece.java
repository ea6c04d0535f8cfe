package idleheron.formats.obj.document;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.Decimals;
import idleheron.formats.bytes.FormatException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Reads a piece of the text into the arrays of the whole; one thread each. */
final class ObjPiece {
    private static final String LINES_WHICH_ARE_LEFT_OUT =
            say("formats.obj.document.ObjPiece.lines-which-are-left-out");
    private static final String SINGLE_POINTS_WHICH_ARE_LEFT_OUT =
            say("formats.obj.document.ObjPiece.single-points-which-are-left-out");
    private static final String WORDS_THAT_ARE_NO_NUMBERS =
            say("formats.obj.document.ObjPiece.words-that-are-no-numbers");
    private static final String POINTS_OF_FEWER_THAN_THREE_NUMBERS =
            say("formats.obj.document.ObjPiece.points-of-fewer-than-three-numbers");
    private static final String POINTS_WITH_A_WEIGHT_OTHER_THAN =
            say("formats.obj.document.ObjPiece.points-with-a-weight-other-than");
    private static final String NORMALS_OF_NO_LENGTH = say("formats.obj.document.ObjPiece.normals-of-no-length");
    private static final String FACES_OF_FEWER_THAN_THREE_CORNERS =
            say("formats.obj.document.ObjPiece.faces-of-fewer-than-three-corners");
    private static final String FACES_WHOSE_CORNERS_ARE_WRITTEN_IN =
            say("formats.obj.document.ObjPiece.faces-whose-corners-are-written-in");
    private static final String FACES_THAT_NAME_A_POINT_TWICE =
            say("formats.obj.document.ObjPiece.faces-that-name-a-point-twice");
    private static final String CORNERS_OF_MORE_THAN_THREE_PARTS =
            say("formats.obj.document.ObjPiece.corners-of-more-than-three-parts");
    private static final String CORNERS_WHOSE_COORDINATES_ARE_NOT_THERE =
            say("formats.obj.document.ObjPiece.corners-whose-coordinates-are-not-there");
    private static final String CORNERS_WHOSE_NORMALS_ARE_NOT_THERE =
            say("formats.obj.document.ObjPiece.corners-whose-normals-are-not-there");

    private static final Set<String> FREE_FORM = Set.of(
            "vp",
            "cstype",
            "deg",
            "bmat",
            "step",
            "curv",
            "curv2",
            "surf",
            "parm",
            "trim",
            "hole",
            "scrv",
            "sp",
            "end",
            "con",
            "bevel",
            "c_interp",
            "d_interp",
            "lod",
            "ctech",
            "stech",
            "mg",
            "shadow_obj",
            "trace_obj",
            "maplib",
            "usemap");
    private static final Set<String> NEVER = Set.of("call", "csh");

    private final ObjDocument doc;
    private final ObjCounts all;
    private final ObjCursor c;
    private final byte[] b;
    private final long firstLine;
    private final Decimals decimals = new Decimals();
    private final List<ObjEvent> events = new ArrayList<>();
    private final ObjTold told = new ObjTold();
    private @Nullable FormatException error;
    private int point;
    private int uv;
    private int normal;
    private int face;
    private int corner;

    /** Indices of the corner that was read last, from 0; -1 for none. */
    private final int[] index = new int[3];

    /** The first two corners of a face. */
    private final int[] early = new int[6];

    ObjPiece(ObjDocument doc, ObjCounts before, ObjCounts all, byte[] text) {
        this.doc = doc;
        this.all = all;
        this.b = text;
        c = new ObjCursor(text, text.length);
        firstLine = before.lines;
        point = before.points;
        uv = before.uvs;
        normal = before.normals;
        face = before.faces;
        corner = before.corners;
    }

    List<ObjEvent> events() {
        return events;
    }

    ObjTold told() {
        return told;
    }

    /** What makes it unreadable, or null. */
    @Nullable
    FormatException error() {
        return error;
    }

    void read() {
        try {
            while (!c.atEnd()) {
                if (c.word()) {
                    statement();
                }
                c.nextLine();
            }
        } catch (FormatException e) {
            error = e;
        }
    }

    private long line() {
        return firstLine + c.line();
    }

    private void statement() throws FormatException {
        int length = c.wordTo() - c.wordFrom();
        byte first = b[c.wordFrom()];
        if (length == 1 && first == 'v') {
            point();
        } else if (length == 1 && first == 'f') {
            face();
        } else if (length == 2 && first == 'v' && b[c.wordFrom() + 1] == 't') {
            doc.uvs[2 * uv] = (float) number(0);
            doc.uvs[2 * uv + 1] = (float) number(0);
            uv++;
        } else if (length == 2 && first == 'v' && b[c.wordFrom() + 1] == 'n') {
            normal();
        } else {
            other();
        }
    }

    private void other() {
        for (ObjEvent.Kind k : ObjEvent.Kind.values()) {
            if (c.is(k.word())) {
                events.add(new ObjEvent(k, face, point, c.rest()));
                return;
            }
        }
        String word = c.text();
        if (c.is("l") || c.is("p")) {
            told.note(c.is("l") ? LINES_WHICH_ARE_LEFT_OUT : SINGLE_POINTS_WHICH_ARE_LEFT_OUT, line(), "");
        } else if (FREE_FORM.contains(word)) {
            told.note(say("formats.obj.document.ObjPiece.statements-of-free-form-surfaces-or", word), line(), "");
        } else if (NEVER.contains(word)) {
            told.note(say("formats.obj.document.ObjPiece.statements-which-are-never-followed", word), line(), c.rest());
        } else {
            String shown = word.length() > 24 ? word.substring(0, 24) + "…" : word;
            told.note(say("formats.obj.document.ObjPiece.statements-that-no-standard-has-among", shown), line(), "");
        }
    }

    /** The next number of the line; {@code otherwise} where the line ends, NaN for what is none. */
    private double number(double otherwise) {
        if (!c.word()) {
            return otherwise;
        }
        int to = decimals.scan(b, c.wordFrom(), c.wordTo());
        if (to == c.wordTo()) {
            return decimals.value();
        }
        told.note(WORDS_THAT_ARE_NO_NUMBERS, line(), c.text());
        return Double.NaN;
    }

    private void point() {
        int at = 3 * point;
        int n = 0;
        double[] more = new double[5];
        while (n < 8 && c.word()) {
            int to = decimals.scan(b, c.wordFrom(), c.wordTo());
            double v = to == c.wordTo() ? decimals.value() : Double.NaN;
            if (to != c.wordTo()) {
                told.note(WORDS_THAT_ARE_NO_NUMBERS, line(), c.text());
            }
            if (n < 3) {
                doc.points[at + n] = v;
            } else {
                more[n - 3] = v;
            }
            n++;
        }
        if (n < 3) {
            told.note(POINTS_OF_FEWER_THAN_THREE_NUMBERS, line(), "");
        }
        if (n == 4 && more[0] != 1) {
            told.note(POINTS_WITH_A_WEIGHT_OTHER_THAN, line(), "");
        }
        if (doc.colors != null) {
            for (int k = 0; k < 4; k++) {
                doc.colors[4 * point + k] = n < 6 ? Float.NaN : k == 3 && n < 7 ? 1 : (float) more[k];
            }
        }
        point++;
    }

    private void normal() {
        float x = (float) number(0);
        float y = (float) number(0);
        float z = (float) number(0);
        if (x == 0 && y == 0 && z == 0) {
            told.note(NORMALS_OF_NO_LENGTH, line(), "");
        }
        doc.normals[3 * normal] = x;
        doc.normals[3 * normal + 1] = y;
        doc.normals[3 * normal + 2] = z;
        normal++;
    }

    private void face() throws FormatException {
        int first = corner;
        int form = -1;
        boolean mixed = false;
        int n = 0;
        while (c.word()) {
            corner();
            int mine = (index[1] >= 0 ? 1 : 0) + (index[2] >= 0 ? 2 : 0);
            mixed |= form >= 0 && mine != form;
            form = mine;
            if (n < 2) {
                // the room of a face that turns out to be none belongs to the next piece
                System.arraycopy(index, 0, early, 3 * n, 3);
            } else {
                if (n == 2) {
                    put(early[0], early[1], early[2]);
                    put(early[3], early[4], early[5]);
                }
                put(index[0], index[1], index[2]);
            }
            n++;
        }
        if (n < 3) {
            told.note(FACES_OF_FEWER_THAN_THREE_CORNERS, line(), "");
            return;
        }
        if (mixed) {
            told.note(FACES_WHOSE_CORNERS_ARE_WRITTEN_IN, line(), "");
        }
        if (doubled(first, n)) {
            told.note(FACES_THAT_NAME_A_POINT_TWICE, line(), "");
        }
        doc.faceStarts[face++] = first;
    }

    private void put(int p, int t, int n) {
        doc.cornerPoints[corner] = p;
        if (doc.cornerUvs.length > 0) {
            doc.cornerUvs[corner] = t;
        }
        if (doc.cornerNormals.length > 0) {
            doc.cornerNormals[corner] = n;
        }
        corner++;
    }

    private boolean doubled(int first, int n) {
        int[] p = doc.cornerPoints;
        if (n <= 8) {
            for (int i = first + 1; i < first + n; i++) {
                for (int k = first; k < i; k++) {
                    if (p[i] == p[k]) {
                        return true;
                    }
                }
            }
            return false;
        }
        int[] sorted = Arrays.copyOfRange(p, first, first + n);
        Arrays.sort(sorted);
        for (int i = 1; i < n; i++) {
            if (sorted[i] == sorted[i - 1]) {
                return true;
            }
        }
        return false;
    }

    /** Reads the corner that the word is into {@link #index}. */
    private void corner() throws FormatException {
        int at = c.wordFrom();
        int to = c.wordTo();
        index[0] = index[1] = index[2] = -1;
        for (int part = 0; at <= to && part < 4; part++) {
            int end = at;
            while (end < to && b[end] != '/') {
                end++;
            }
            if (part == 3) {
                told.note(CORNERS_OF_MORE_THAN_THREE_PARTS, line(), c.text());
                return;
            }
            if (end > at) {
                index[part] = part(at, end, part);
            } else if (part == 0) {
                throw wrong(say("formats.obj.document.ObjPiece.the-number-of-a-point"));
            }
            at = end + 1;
        }
    }

    private FormatException wrong(String expected) {
        return FormatException.atLine(doc.file, line(), expected, c.text());
    }

    private int part(int from, int to, int part) throws FormatException {
        boolean minus = b[from] == '-';
        int i = minus || b[from] == '+' ? from + 1 : from;
        long v = 0;
        if (i == to) {
            throw wrong(say("formats.obj.document.ObjPiece.a-whole-number"));
        }
        for (; i < to; i++) {
            int d = b[i] - '0';
            if (d < 0 || d > 9) {
                throw wrong(say("formats.obj.document.ObjPiece.a-whole-number"));
            }
            v = Math.min(v * 10 + d, 1L << 40);
        }
        int so = part == 0 ? point : part == 1 ? uv : normal;
        int of = part == 0 ? all.points : part == 1 ? all.uvs : all.normals;
        long at = minus ? so - v : v - 1;
        if (v != 0 && at >= 0 && at < of) {
            return (int) at;
        }
        if (part == 0) {
            throw wrong(
                    v == 0
                            ? say("formats.obj.document.ObjPiece.a-point-counted-from-1")
                            : minus
                                    ? say("formats.obj.document.ObjPiece.one-of-the-points-so-far", so)
                                    : say("formats.obj.document.ObjPiece.one-of-points", of));
        }
        told.note(
                part == 1 ? CORNERS_WHOSE_COORDINATES_ARE_NOT_THERE : CORNERS_WHOSE_NORMALS_ARE_NOT_THERE,
                line(),
                c.text());
        return -1;
    }
}
