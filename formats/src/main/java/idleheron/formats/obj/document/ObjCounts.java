package idleheron.formats.obj.document;

/** How much of everything a piece of text holds, or all before it. */
final class ObjCounts {
    int points;
    int colors;
    int uvs;
    int normals;
    int faces;
    int corners;
    long lines;

    ObjCounts plus(ObjCounts o) {
        ObjCounts out = new ObjCounts();
        out.points = Math.addExact(points, o.points);
        out.colors = Math.addExact(colors, o.colors);
        out.uvs = Math.addExact(uvs, o.uvs);
        out.normals = Math.addExact(normals, o.normals);
        out.faces = Math.addExact(faces, o.faces);
        out.corners = Math.addExact(corners, o.corners);
        out.lines = lines + o.lines;
        return out;
    }

    /** Counts over a piece. */
    static ObjCounts of(byte[] text, int length) {
        ObjCounts n = new ObjCounts();
        ObjCursor c = new ObjCursor(text, length);
        while (!c.atEnd()) {
            if (c.word()) {
                n.count(c);
            }
            c.nextLine();
        }
        n.lines = c.line() - 1;
        return n;
    }

    private void count(ObjCursor c) {
        int length = c.wordTo() - c.wordFrom();
        byte first = c.bytes()[c.wordFrom()];
        if (length == 1 && first == 'v') {
            int words = words(c);
            points++;
            colors += words >= 6 ? 1 : 0;
        } else if (length == 1 && first == 'f') {
            int words = words(c);
            if (words >= 3) {
                faces++;
                corners += words;
            }
        } else if (length == 2 && first == 'v') {
            byte second = c.bytes()[c.wordFrom() + 1];
            uvs += second == 't' ? 1 : 0;
            normals += second == 'n' ? 1 : 0;
        }
    }

    private static int words(ObjCursor c) {
        int n = 0;
        while (c.word()) {
            n++;
        }
        return n;
    }
}
