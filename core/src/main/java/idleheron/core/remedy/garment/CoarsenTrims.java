package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.PieceList;
import idleheron.core.geometry.LongTable;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.mesh.MeshParts;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import java.util.List;

/**
 * Gives the trims of garments fewer points: of those in one cell of a grid the one that lies closest to their middle stands for all
 * (vertex clustering, Rossignac and Borrel 1993). Cells are never larger than a third of the trim, so that each keeps a shape; cloth is
 * left as it is.
 *
 * @param millimetres side of a cell
 */
public record CoarsenTrims(double millimetres) implements Remedy {
    private static final double MM = 1000;
    private static final double PARTS = 3;

    /** Of a number of a cell along an axis: a trim has no more than that many of a thousandth of a millimetre. */
    private static final int BITS = 15;

    public static final RemedyType TYPE = RemedyType.of(
                    "coarsen-trims",
                    CoarsenTrims.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.CoarsenTrims.gives-the-trims-of-garments-pieces"))
            .told("=MM", v -> new CoarsenTrims(v.positive()))
            .measured(say("core.remedy.garment.CoarsenTrims.points-of-trims"), CoarsenTrims::points);

    public CoarsenTrims {
        if (!(millimetres > 0) || !Double.isFinite(millimetres)) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.CoarsenTrims.cells-of-mm-they-are-above", millimetres));
        }
    }

    private static String points(Scene s) {
        long n = 0;
        for (int g : WornMeshes.of(s)) {
            n += Cloth.of(s, g).pieces().trims().stream()
                    .mapToLong(PieceList.Piece::points)
                    .sum();
        }
        return Wording.counted(n, "point");
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.CoarsenTrims.make-the-trims-coarser");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.CoarsenTrims.gives-pieces-of-less-than-3", Figure.number(millimetres));
    }

    @Override
    public Scene apply(Scene scene) {
        return WornMeshes.changed(scene, g -> coarser(Cloth.of(scene, g)));
    }

    private Mesh coarser(Cloth c) {
        List<PieceList.Piece> pieces = c.pieces().all();
        if (!c.isWhole() || pieces.stream().noneMatch(PieceList.Piece::isTrim)) {
            return c.mesh();
        }
        int n = c.joined().pointCount();
        double[] p = c.joined().points();
        LongTable cells = new LongTable();
        int known = 0;
        int[] cell = new int[n];
        double[] middle = new double[3 * n];
        int[] count = new int[n];
        Arrays.fill(cell, -1);
        for (int i = 0; i < n; i++) {
            int piece = c.pieces().of()[i];
            if (piece < 0 || !pieces.get(piece).isTrim()) {
                continue;
            }
            double side = Math.min(millimetres / MM, pieces.get(piece).size() / PARTS);
            long key = piece;
            for (int k = 0; k < 3; k++) {
                key = key << BITS | (long) Math.floor(p[3 * i + k] / side) & (1 << BITS) - 1;
            }
            int had = cells.putIfAbsent(key, known);
            cell[i] = had < 0 ? known++ : had;
            count[cell[i]]++;
            for (int k = 0; k < 3; k++) {
                middle[3 * cell[i] + k] += p[3 * i + k];
            }
        }
        return MeshParts.joined(c.mesh(), stands(c, cell, middle, count));
    }

    /** For each point of the mesh the one that stands for it. */
    private static int[] stands(Cloth c, int[] cell, double[] middle, int[] count) {
        double[] p = c.joined().points();
        int[] best = new int[count.length];
        double[] least = new double[count.length];
        Arrays.fill(least, Double.POSITIVE_INFINITY);
        for (int i = 0; i < cell.length; i++) {
            if (cell[i] < 0) {
                continue;
            }
            double sum = 0;
            for (int k = 0; k < 3; k++) {
                double d = p[3 * i + k] - middle[3 * cell[i] + k] / count[cell[i]];
                sum += d * d;
            }
            if (sum < least[cell[i]]) {
                least[cell[i]] = sum;
                best[cell[i]] = i;
            }
        }
        int[] out = new int[c.mesh().pointCount()];
        for (int i = 0; i < out.length; i++) {
            int one = c.weld().to()[i];
            out[i] = cell[one] < 0 ? i : c.weld().keep()[best[cell[one]]];
        }
        return out;
    }
}
