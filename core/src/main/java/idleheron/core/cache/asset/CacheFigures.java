package idleheron.core.cache.asset;

import static idleheron.core.Messages.say;

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
                        say("core.cache.asset.CacheFigures.as-taken-a-cache-need-not"),
                        List.of(
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.up"),
                                        s.axes().up().label()),
                                new FactLine(say("core.cache.asset.CacheFigures.unit"), s.unitLabel()),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.rate"),
                                        s.rate().label() + " /s"))),
                new FactGroup(
                        say("core.cache.asset.CacheFigures.measured"),
                        List.of(
                                new FactLine(say("core.cache.asset.CacheFigures.range"), range(s, c)),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.height"),
                                        b == null ? "–" : String.format(Locale.ROOT, "%.3f m", b[4] - b[1])),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.meshes-in-sight"),
                                        Figure.thousands(pose.meshes().length)),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.points-in-sight"),
                                        Figure.thousands(points.length / 3)),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.instances"),
                                        Figure.thousands(c.count(CacheKind.INSTANCE))),
                                new FactLine(
                                        say("core.cache.asset.CacheFigures.faces-change-in"),
                                        Wording.counted(changing, "mesh", "meshes")))));
    }

    static List<FactGroup> cargo(Scene scene) {
        Stage s = scene.stage();
        Cache c = scene.caches().getFirst();
        return List.of(new FactGroup(
                "",
                List.of(
                        new FactLine(
                                say("core.cache.asset.CacheFigures.objects"),
                                Figure.thousands(c.entries().size())),
                        new FactLine(
                                say("core.cache.asset.CacheFigures.meshes"),
                                Figure.thousands(c.count(CacheKind.MESH) + c.count(CacheKind.SUBDIVISION))),
                        new FactLine(
                                say("core.cache.asset.CacheFigures.instances"),
                                Figure.thousands(c.count(CacheKind.INSTANCE))),
                        new FactLine(say("core.cache.asset.CacheFigures.range"), range(s, c)),
                        new FactLine(
                                say("core.cache.asset.CacheFigures.axes-and-unit"),
                                s.axes().describe() + ", " + s.unitLabel()))));
    }

    private static String range(Stage s, Cache c) {
        double[] r = c.range();
        return Figure.number(s.rate().frame(r[0])) + " – "
                + Figure.number(s.rate().frame(r[1]));
    }
}
