package idleheron.core.garment.compare;

import idleheron.core.geometry.BodyDistance;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A garment on both sides.
 *
 * @param name as it was sent
 * @param node on the sent side
 * @param back on the returned side, -1 where it did not come
 * @param sent its figures
 * @param returned its figures, null where it did not come
 * @param map how its freedom differs; null where one of the two has none
 */
record GarmentPair(
        String name,
        int node,
        int back,
        GarmentSide sent,
        @Nullable GarmentSide returned,
        @Nullable MapChange map) {
    /** All that were sent; those without a face are left out. Worked out once for a pair. */
    static List<GarmentPair> of(Pair p) {
        List<GarmentPair> out = p.once(GarmentPair.class, GarmentPair::made);
        return out == null ? List.of() : out;
    }

    private static List<GarmentPair> made(Pair p) {
        List<GarmentPair> out = new ArrayList<>();
        BodyDistance before = GarmentSide.body(p.sent);
        BodyDistance after = GarmentSide.body(p.returned);
        for (int g : GarmentSide.in(p.sent)) {
            GarmentSide a = GarmentSide.of(p.sent, g, before);
            if (a == null) {
                continue;
            }
            int back = p.matching.nodes()[g];
            boolean shows = back >= 0
                    && p.returned.nodes().get(back).payload() >= 0
                    && p.returned.nodes().get(back).kind() == idleheron.core.scene.NodeKind.MESH;
            GarmentSide b = shows ? GarmentSide.of(p.returned, back, after) : null;
            MapChange map = b == null || a.map() == null || b.map() == null ? null : MapChange.of(a, b);
            out.add(new GarmentPair(p.sent.nodes().get(g).name(), g, b == null ? -1 : back, a, b, map));
        }
        return out;
    }
}
