package idleheron.desktop.inspect;

import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.crossing.Asset;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.desktop.widget.Ui;
import java.util.List;
import javafx.scene.Node;

/** What a cache holds, as a line and as a list of facts. */
final class CacheFacts {
    private CacheFacts() {}

    /** Whether a scene is nothing but caches. */
    static boolean alone(Scene s) {
        return !s.caches().isEmpty() && s.nodes().isEmpty();
    }

    static List<Node> facts(Asset a) {
        Scene scene = a.scene();
        Stage s = scene.stage();
        Cache c = scene.caches().getFirst();
        double[] r = c.range();
        CachePose pose = new CachePose(c);
        float[] points = CacheGap.points(pose, r[0], CanonicalSpace.of(s).pointMatrix());
        double[] b = CacheMesh.box(points);
        long changing = c.entries().stream()
                .filter(e -> e.node().kind().isMesh() && !new CacheMesh(e.node()).topologyHolds())
                .count();
        return List.of(
                Ui.label("As taken: a cache need not say", "small"),
                Ui.fact("up", s.axes().up().label()),
                Ui.fact("unit", s.unitLabel()),
                Ui.fact("rate", s.rate().label() + " /s"),
                Ui.fact("file", a.format() + " " + a.variant()),
                Ui.label(" ", "small"),
                Ui.label("Measured", "small"),
                Ui.fact(
                        "range",
                        Figure.number(s.rate().frame(r[0])) + " – "
                                + Figure.number(s.rate().frame(r[1]))),
                Ui.fact("height", b == null ? "–" : String.format(java.util.Locale.ROOT, "%.3f m", b[4] - b[1])),
                Ui.fact("meshes in sight", Figure.thousands(pose.meshes().length)),
                Ui.fact("points in sight", Figure.thousands(points.length / 3)),
                Ui.fact("instances", Figure.thousands(c.count(CacheKind.INSTANCE))),
                Ui.fact("faces change in", changing + (changing == 1 ? " mesh" : " meshes")),
                Ui.fact("on disk", Ui.bytes(a.bytes())));
    }
}
