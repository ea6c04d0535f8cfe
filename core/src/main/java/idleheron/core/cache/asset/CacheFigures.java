package idleheron.core.cache.asset;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.List;
import java.util.Locale;

/** What is taken of a cache and measured on it, and what of it goes when it is sent. */
final class CacheFigures {
    private CacheFigures() {}

    static List<FactGroup> of(Scene scene) {
        Stage s = scene.stage();
        Cache c = scene.caches().getFirst();
        CachePose pose = new CachePose(c);
        float[] points =
                CacheGap.points(pose, c.range()[0], CanonicalSpace.of(s).pointMatrix());
        double[] b = CacheMesh.box(points);
        long changing = c.entries().stream()
                .filter(e -> e.node().kind().isMesh() && !new CacheMesh(e.node()).topologyHolds())
                .count();
        return List.of(
                new FactGroup(
                        "As taken: a cache need not say",
                        List.of(
                                new FactLine("up", s.axes().up().label()),
                                new FactLine("unit", s.unitLabel()),
                                new FactLine("rate", s.rate().label() + " /s"))),
                new FactGroup(
                        "Measured",
                        List.of(
                                new FactLine("range", range(s, c)),
                                new FactLine(
                                        "height", b == null ? "–" : String.format(Locale.ROOT, "%.3f m", b[4] - b[1])),
                                new FactLine("meshes in sight", Figure.thousands(pose.meshes().length)),
                                new FactLine("points in sight", Figure.thousands(points.length / 3)),
                                new FactLine("instances", Figure.thousands(c.count(CacheKind.INSTANCE))),
                                new FactLine("faces change in", Wording.counted(changing, "mesh", "meshes")))));
    }

    static List<FactGroup> cargo(Scene scene) {
        Stage s = scene.stage();
        Cache c = scene.caches().getFirst();
        return List.of(new FactGroup(
                "",
                List.of(
                        new FactLine("objects", Figure.thousands(c.entries().size())),
                        new FactLine(
                                "meshes", Figure.thousands(c.count(CacheKind.MESH) + c.count(CacheKind.SUBDIVISION))),
                        new FactLine("instances", Figure.thousands(c.count(CacheKind.INSTANCE))),
                        new FactLine("range", range(s, c)),
                        new FactLine("axes and unit", s.axes().describe() + ", " + s.unitLabel()))));
    }

    private static String range(Stage s, Cache c) {
        double[] r = c.range();
        return Figure.number(s.rate().frame(r[0])) + " – "
                + Figure.number(s.rate().frame(r[1]));
    }
}
