package idleheron.core.garment.compare;

import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.garment.facts.Thickness;
import idleheron.core.garment.facts.UvLayout;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A garment on one side, in figures.
 *
 * @param cloth how it hangs together
 * @param spacing of its cloth, without trims
 * @param thickness the middle one, metres; 0 without another side
 * @param panels whether it has a flat cut
 * @param map what of it may move, or null
 * @param drape what is said of its cloth
 * @param depth inside the body at rest, metres; NaN where nothing is known to wear it
 * @param gap the middle one, metres; NaN likewise
 */
record GarmentSide(
        Cloth cloth,
        Spacing spacing,
        double thickness,
        boolean panels,
        @Nullable FreedomMap map,
        Drape drape,
        double depth,
        double gap) {
    /** What a scene wears, or what says of itself that it is worn. */
    static List<Integer> in(Scene s) {
        Worn worn = Worn.in(s);
        if (worn != null) {
            return worn.garments();
        }
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            boolean shows = n.kind() == NodeKind.MESH && n.payload() >= 0;
            if (shows && (!Drape.of(n).isEmpty() || FreedomMap.isOn(s.meshes().get(n.payload())))) {
                out.add(i);
            }
        }
        return out;
    }

    /** Null where it has no face, or places that are no numbers. */
    static @Nullable GarmentSide of(Scene s, int node, @Nullable BodyDistance body) {
        Cloth c = Cloth.of(s, node);
        if (!c.isWhole()) {
            return null;
        }
        TriangleMesh m = c.joined();
        Thickness t = Thickness.of(m, SurfaceNormals.of(m), TriangleTree.of(m));
        boolean panels = c.mesh().uvSets().stream()
                .anyMatch(u -> UvLayout.of(c.mesh(), u, c.surface().points()).isPanels());
        GapFigures gaps = body == null ? null : GapFigures.of(body, c.surface());
        boolean trims = c.pieces().trims().size() == c.pieces().all().size();
        boolean shells = c.hasTwoSides(t);
        return new GarmentSide(
                c,
                Spacing.of(m, p -> trims || c.pieces().isCloth(p)),
                shells ? t.median() : 0,
                panels,
                FreedomMap.of(c.mesh()),
                Drape.of(s.nodes().get(node)),
                gaps == null ? Double.NaN : gaps.worst(),
                gaps == null ? Double.NaN : gaps.median());
    }

    /** The body that wears what a scene holds, or null. */
    static @Nullable BodyDistance body(Scene s) {
        Worn worn = Worn.in(s);
        TriangleMesh m = worn == null ? null : RestSurface.of(s, worn.body());
        return m == null || m.count() == 0 || !m.isFinite() ? null : BodyDistance.of(m);
    }

    boolean hasShells() {
        return thickness > 0;
    }
}
