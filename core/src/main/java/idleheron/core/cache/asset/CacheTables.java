package idleheron.core.cache.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Evidence;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** What caches hold, as a table. */
final class CacheTables {
    private CacheTables() {}

    /** One row for each object. */
    static Evidence objects(Scene scene) {
        List<Evidence.Row> rows = new ArrayList<>();
        for (Cache c : scene.caches()) {
            for (Cache.Entry e : c.entries()) {
                CacheNode n = e.node();
                boolean mesh = n.kind().isMesh();
                Samples moving = mesh ? n.get(ChannelSemantic.POSITIONS) : n.get(ChannelSemantic.CHANNELS);
                rows.add(new Evidence.Row(
                        e.path(),
                        -1,
                        -1,
                        -1,
                        Double.NaN,
                        false,
                        List.of(
                                n.kind().label(),
                                mesh ? (Object) (double) new CacheMesh(n).points(0) : "–",
                                mesh ? new CacheMesh(n).topology() : "–",
                                moving == null ? (Object) "–" : (Object) (double) moving.count())));
            }
        }
        return new Evidence(
                say("core.cache.asset.CacheTables.object"),
                List.of(
                        say("core.cache.asset.CacheTables.kind"),
                        say("core.cache.asset.CacheTables.points"),
                        say("core.cache.asset.CacheTables.faces"),
                        say("core.cache.asset.CacheTables.samples")),
                rows);
    }
}
