package idleheron.formats.obj.bridge;

import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.obj.document.ObjEvent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The parts that a document falls into: one for each {@code o}, with the points that its faces use, in the order of the file. A point
 * that no face uses stays with the part in which it was said.
 */
final class ObjParts {
    private static final int DENSE = 8;

    private final ObjDocument doc;
    private final boolean[] used;
    private final int[] place;
    private final List<Part> all = new ArrayList<>();
    private int unused;

    /**
     * One part.
     *
     * @param name "" where the file gives none
     * @param points its points among all of the file
     */
    record Part(String name, int faceFrom, int faceTo, int[] points) {}

    private ObjParts(ObjDocument doc) {
        this.doc = doc;
        int n = doc.points().length / 3;
        used = new boolean[n];
        place = new int[n];
        Arrays.fill(place, -1);
        for (int p : doc.cornerPoints()) {
            used[p] = true;
        }
    }

    static ObjParts of(ObjDocument doc) {
        ObjParts parts = new ObjParts(doc);
        List<ObjEvent> objects = doc.events().stream()
                .filter(e -> e.kind() == ObjEvent.Kind.OBJECT)
                .toList();
        int n = doc.points().length / 3;
        int firstFace = objects.isEmpty() ? doc.faceCount() : objects.getFirst().face();
        // points said before the first object are its own where no face comes before it
        int firstPoint =
                objects.isEmpty() ? n : firstFace == 0 ? 0 : objects.getFirst().point();
        parts.part("", 0, firstFace, 0, firstPoint);
        for (int i = 0; i < objects.size(); i++) {
            ObjEvent o = objects.get(i);
            boolean last = i + 1 == objects.size();
            parts.part(
                    o.text(),
                    o.face(),
                    last ? doc.faceCount() : objects.get(i + 1).face(),
                    i == 0 ? firstPoint : o.point(),
                    last ? n : objects.get(i + 1).point());
        }
        return parts;
    }

    List<Part> all() {
        return all;
    }

    /** Points that no face uses. */
    int unused() {
        return unused;
    }

    private void part(String name, int faceFrom, int faceTo, int pointFrom, int pointTo) {
        int from = doc.faceStarts()[faceFrom];
        int to = doc.faceStarts()[faceTo];
        int[] corners = doc.cornerPoints();
        int least = Integer.MAX_VALUE;
        int most = -1;
        for (int c = from; c < to; c++) {
            least = Math.min(least, corners[c]);
            most = Math.max(most, corners[c]);
        }
        int idle = 0;
        for (int p = pointFrom; p < pointTo; p++) {
            idle += used[p] ? 0 : 1;
        }
        unused += idle;
        if (most < 0 && idle == 0) {
            return;
        }
        int[] points = most >= 0 && (long) most - least > (long) DENSE * (to - from) + 1000
                ? sorted(from, to)
                : marked(from, to, least, most);
        if (idle > 0) {
            int[] all = Arrays.copyOf(points, points.length + idle);
            int at = points.length;
            for (int p = pointFrom; p < pointTo; p++) {
                if (!used[p]) {
                    all[at++] = p;
                }
            }
            Arrays.sort(all);
            points = all;
        }
        all.add(new Part(name, faceFrom, faceTo, points));
    }

    private int[] sorted(int from, int to) {
        int[] all = Arrays.copyOfRange(doc.cornerPoints(), from, to);
        Arrays.sort(all);
        int n = 0;
        for (int i = 0; i < all.length; i++) {
            if (i == 0 || all[i] != all[i - 1]) {
                all[n++] = all[i];
            }
        }
        return Arrays.copyOf(all, n);
    }

    private int[] marked(int from, int to, int least, int most) {
        if (most < 0) {
            return new int[0];
        }
        int n = 0;
        for (int c = from; c < to; c++) {
            int p = doc.cornerPoints()[c];
            if (place[p] != -2) {
                place[p] = -2;
                n++;
            }
        }
        int[] out = new int[n];
        int at = 0;
        for (int p = least; p <= most; p++) {
            if (place[p] == -2) {
                out[at++] = p;
                place[p] = -1;
            }
        }
        return out;
    }
}
