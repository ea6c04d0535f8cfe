package idleheron.core.garment.tryon;

import idleheron.core.garment.GapFigures;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Brings the garments of a body out of it to a gap, from the innermost outward: what is out is held, and what lay over it where it was
 * made stays over it.
 */
public final class Layers {
    /** Between two garments stays at least this, where they were farther apart, metres. */
    private static final double BETWEEN = 0.001;

    private final BodyDistance first;
    private final BodyDistance second;
    private final double gap;
    private final List<Below> below = new ArrayList<>();

    private record Below(TriangleMesh was, double[] wasOutwards, TriangleMesh is, double[] isOutwards) {}

    /**
     * @param first the body on which the garments were made
     * @param second the body on which they lie now
     * @param gap to stay from it, metres
     */
    public Layers(BodyDistance first, BodyDistance second, double gap) {
        this.first = first;
        this.second = second;
        this.gap = gap;
    }

    /** The numbers of garments by how far they lie from the body in the middle, the nearest first. */
    public static List<Integer> innermostFirst(BodyDistance body, List<TriangleMesh> garments) {
        double[] far = garments.stream()
                .mapToDouble(g -> GapFigures.of(body, g).median())
                .toArray();
        return IntStream.range(0, far.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> far[i]))
                .toList();
    }

    /**
     * The next garment, over those that were pushed before it.
     *
     * @param was where it lay on the first body, points in one place as one
     * @param places where it lies on the second
     */
    public PushOut push(TriangleMesh was, double[] places) {
        List<LayerContact> over = below.stream()
                .map(b -> new LayerContact(
                        b.is, b.isOutwards, LayerContact.over(b.was, b.wasOutwards, was.points()), BETWEEN))
                .toList();
        PushOut out = PushOut.of(was.at(places), places, second, gap, over);
        TriangleMesh is = was.at(out.places());
        below.add(new Below(was, LayerContact.outwards(was, first), is, LayerContact.outwards(is, second)));
        return out;
    }
}
