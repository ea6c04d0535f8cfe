package idleheron.formats.obj.document;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.formats.bytes.FormatException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What an OBJ file holds. Statements are lines: {@code v x y z [r g b]}, {@code vt u [v]}, {@code vn x y z}, {@code f} with corners
 * {@code p}, {@code p/t}, {@code p//n} or {@code p/t/n}, counted from 1, or back from the newest where below 0; {@code o}, {@code g},
 * {@code s}, {@code usemtl} and {@code mtllib} hold from there on. The text is cut into pieces of some megabytes at line ends; each
 * is counted, so that all know where theirs begins, and then each is read into the arrays of the whole, on all cores alike.
 */
public final class ObjDocument {
    private static final int HINTS = 60;

    final String file;
    final double[] points;
    final float @Nullable [] colors;
    final float[] uvs;
    final float[] normals;
    final int[] faceStarts;
    final int[] cornerPoints;
    final int[] cornerUvs;
    final int[] cornerNormals;
    private final List<ObjEvent> events;
    private final List<String> notes;
    private final List<String> comments;

    private ObjDocument(String file, ObjCounts n, List<String> notes, List<String> comments) {
        this.file = file;
        this.notes = notes;
        this.comments = comments;
        points = new double[3 * n.points];
        colors = n.colors == 0 ? null : new float[4 * n.points];
        uvs = new float[2 * n.uvs];
        normals = new float[3 * n.normals];
        faceStarts = new int[n.faces + 1];
        cornerPoints = new int[n.corners];
        cornerUvs = new int[n.uvs == 0 ? 0 : n.corners];
        cornerNormals = new int[n.normals == 0 ? 0 : n.corners];
        events = new ArrayList<>();
    }

    /**
     * @throws FormatException where it is no text, or a corner is no number of a point
     */
    public static ObjDocument read(String file, MemorySegment bytes) throws FormatException {
        List<String> notes = new ArrayList<>();
        MemorySegment text = ObjText.of(file, bytes, notes);
        long[] cuts = ObjText.pieces(text);
        int n = cuts.length - 1;
        for (int i = 0; i < n; i++) {
            if (cuts[i + 1] - cuts[i] > Integer.MAX_VALUE - 16) {
                throw FormatException.at(
                        file,
                        cuts[i],
                        say("formats.obj.document.ObjDocument.lines-of-less-than-2-gb"),
                        say("formats.obj.document.ObjDocument.one-that-goes-on"));
            }
        }
        ObjCounts[] counts = new ObjCounts[n];
        Cores.each(n, i -> {
            byte[] piece = piece(text, cuts, i);
            counts[i] = ObjCounts.of(piece, piece.length);
        });
        ObjCounts[] before = new ObjCounts[n + 1];
        before[0] = new ObjCounts();
        try {
            for (int i = 0; i < n; i++) {
                before[i + 1] = before[i].plus(counts[i]);
            }
            long largest = Math.max(3L * before[n].points, before[n].corners);
            if (largest > Integer.MAX_VALUE - 16) {
                throw FormatException.in(
                        file,
                        say("formats.obj.document.ObjDocument.at-most-700-million-points"),
                        say("formats.obj.document.ObjDocument.points", before[n].points));
            }
        } catch (ArithmeticException e) {
            throw FormatException.in(
                    file,
                    say("formats.obj.document.ObjDocument.at-most-two-thousand-million-corners"),
                    say("formats.obj.document.ObjDocument.more"),
                    e);
        }
        ObjDocument doc = new ObjDocument(file, before[n], notes, comments(piece(text, cuts, 0)));
        ObjPiece[] pieces = new ObjPiece[n];
        Cores.each(n, i -> {
            byte[] piece = piece(text, cuts, i);
            pieces[i] = new ObjPiece(doc, before[i], before[n], piece);
            pieces[i].read();
        });
        doc.faceStarts[before[n].faces] = before[n].corners;
        ObjTold told = new ObjTold();
        for (ObjPiece p : pieces) {
            if (p.error() != null) {
                throw p.error();
            }
            doc.events.addAll(p.events());
            told.add(p.told());
        }
        notes.addAll(told.lines());
        return doc;
    }

    private static byte[] piece(MemorySegment text, long[] cuts, int i) {
        return text.asSlice(cuts[i], cuts[i + 1] - cuts[i]).toArray(ValueLayout.JAVA_BYTE);
    }

    /** What comments at the top say. */
    private static List<String> comments(byte[] head) {
        List<String> out = new ArrayList<>();
        ObjCursor c = new ObjCursor(head, Math.min(head.length, 1 << 14));
        for (int i = 0; i < HINTS && !c.atEnd(); i++) {
            if (!c.word()) {
                String text = c.comment();
                if (!text.isEmpty()) {
                    out.add(text);
                }
            }
            c.nextLine();
        }
        return out;
    }

    public String file() {
        return file;
    }

    /** Three per point, as stored; a number that cannot be read is NaN. */
    public double[] points() {
        return points;
    }

    /** Red, green, blue and opacity per point, NaN for a point without; null where no point has any. */
    public float @Nullable [] colors() {
        return colors;
    }

    /** Two per entry, V upwards. */
    public float[] uvs() {
        return uvs;
    }

    /** Three per entry, as stored. */
    public float[] normals() {
        return normals;
    }

    public int faceCount() {
        return faceStarts.length - 1;
    }

    /** Where the corners of each face begin, and the end. */
    public int[] faceStarts() {
        return faceStarts;
    }

    /** Per corner its point. */
    public int[] cornerPoints() {
        return cornerPoints;
    }

    /** Per corner its coordinates, -1 for none; empty where there are none at all. */
    public int[] cornerUvs() {
        return cornerUvs;
    }

    /** Per corner its normal, -1 for none; empty where there are none at all. */
    public int[] cornerNormals() {
        return cornerNormals;
    }

    /** What holds from which face and point on, in the order of the text. */
    public List<ObjEvent> events() {
        return events;
    }

    /** What is to be said of the file, a line each. */
    public List<String> notes() {
        return notes;
    }

    /** Comments of the first lines. */
    public List<String> comments() {
        return comments;
    }
}
