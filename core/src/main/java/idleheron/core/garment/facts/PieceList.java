package idleheron.core.garment.facts;

import idleheron.core.geometry.Pieces;
import idleheron.core.geometry.TriangleMesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * The pieces of a garment that hang together, those with most points first.
 *
 * @param of for each point its place in the list, -1 for a point without triangles
 * @param all the pieces
 */
public record PieceList(int[] of, List<Piece> all) {
    /** A piece smaller than this is a trim: a button, a rivet; metres across its box. */
    public static final double TRIM = 0.03;

    /**
     * What hangs together.
     *
     * @param triangle the first of it
     * @param points how many
     * @param pointShare of all points that some triangle has, 0 to 1
     * @param area square metres
     * @param areaShare 0 to 1
     * @param size metres across its box
     */
    public record Piece(int triangle, int points, double pointShare, double area, double areaShare, double size) {
        /** Whether it is so small that it is a trim: a button, a buckle. */
        public boolean isTrim() {
            return size < TRIM;
        }
    }

    public PieceList {
        all = List.copyOf(all);
    }

    /** @param m with points that lie in one place as one */
    public static PieceList of(TriangleMesh m) {
        Pieces pieces = Pieces.of(m);
        int n = pieces.count();
        int[] first = new int[n];
        int[] points = new int[n];
        double[] area = new double[n];
        double[] box = new double[6 * n];
        Arrays.fill(first, -1);
        for (int i = 0; i < box.length; i++) {
            box[i] = i % 6 < 3 ? Double.POSITIVE_INFINITY : Double.NEGATIVE_INFINITY;
        }
        boolean[] used = m.used();
        int worn = 0;
        for (int p = 0; p < used.length; p++) {
            if (!used[p]) {
                continue;
            }
            worn++;
            int k = pieces.of()[p];
            points[k]++;
            for (int a = 0; a < 3; a++) {
                box[6 * k + a] = Math.min(box[6 * k + a], m.points()[3 * p + a]);
                box[6 * k + 3 + a] = Math.max(box[6 * k + 3 + a], m.points()[3 * p + a]);
            }
        }
        double all = 0;
        for (int f = 0; f < m.count(); f++) {
            int k = pieces.of()[m.triangles()[3 * f]];
            double a = m.area(f);
            area[k] += a;
            all += a;
            first[k] = first[k] < 0 ? f : first[k];
        }
        List<Integer> order = new ArrayList<>();
        for (int k = 0; k < n; k++) {
            if (first[k] >= 0) {
                order.add(k);
            }
        }
        order.sort(Comparator.comparingInt((Integer k) -> -points[k]).thenComparingInt(k -> first[k]));
        List<Piece> out = new ArrayList<>();
        int[] place = new int[n];
        Arrays.fill(place, -1);
        for (int k : order) {
            place[k] = out.size();
            double x = box[6 * k + 3] - box[6 * k];
            double y = box[6 * k + 4] - box[6 * k + 1];
            double z = box[6 * k + 5] - box[6 * k + 2];
            out.add(new Piece(
                    first[k],
                    points[k],
                    (double) points[k] / worn,
                    area[k],
                    all > 0 ? area[k] / all : 0,
                    Math.sqrt(x * x + y * y + z * z)));
        }
        int[] of = new int[used.length];
        for (int p = 0; p < of.length; p++) {
            of[p] = place[pieces.of()[p]];
        }
        return new PieceList(of, out);
    }

    /** Buttons, rivets and the like. */
    public List<Piece> trims() {
        return all.stream().filter(Piece::isTrim).toList();
    }

    /** Whether a point belongs to something larger than a trim. */
    public boolean isCloth(int point) {
        return of[point] >= 0 && !all.get(of[point]).isTrim();
    }
}
