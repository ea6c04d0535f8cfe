package idleheron.core.cache.asset;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Samples;
import idleheron.core.cache.check.CacheDeepRules;
import idleheron.core.cache.check.CacheRules;
import idleheron.core.cache.compare.CacheCauses;
import idleheron.core.cache.compare.CacheLosses;
import idleheron.core.cache.compare.CacheTopic;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.kind.AssetKind;
import idleheron.core.kind.Content;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.kind.FactTable;
import idleheron.core.kind.Rule;
import idleheron.core.kind.TopicCheck;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Baked geometry. */
public final class CacheAssets implements AssetKind {
    /** So many objects are listed for a person. */
    private static final int SHOWN = 40;

    private static final List<FactTable> TABLES = List.of(new FactTable(
            say("core.cache.asset.CacheAssets.caches"),
            Set.of(Topic.CACHES),
            CacheAssets::objects,
            f -> CacheTables.objects(f.scene())));

    private static final List<TopicCheck> TOPICS =
            List.of(TopicCheck.of(Topic.CACHES, 1, CacheTopic::of).inPart());

    private static int objects(Scene s) {
        return s.caches().stream().mapToInt(c -> c.entries().size()).sum();
    }

    @Override
    public String code() {
        return "cache";
    }

    @Override
    public boolean isIn(Scene s) {
        return !s.caches().isEmpty();
    }

    @Override
    public Content content() {
        return Content.CACHE;
    }

    @Override
    public String word(Scene s) {
        return say("core.cache.asset.CacheAssets.cache-word");
    }

    /** "400 meshes, 392 of them instances". */
    @Override
    public String summary(Scene s) {
        Cache c = s.caches().getFirst();
        long instances = c.count(CacheKind.INSTANCE);
        long meshes = c.count(CacheKind.MESH) + c.count(CacheKind.SUBDIVISION);
        int objects = c.entries().size();
        return Wording.counted(meshes, "mesh", "meshes")
                + (instances == 0 ? "" : " · " + Wording.counted(instances, "instance")) + " · "
                + Figure.thousands(objects)
                + (objects == 1
                        ? say("core.cache.asset.CacheAssets.object-2")
                        : say("core.cache.asset.CacheAssets.objects"));
    }

    @Override
    public List<FactLine> lines(Scene s) {
        List<FactLine> out = new ArrayList<>();
        s.caches().forEach(c -> lines(c, out));
        return out;
    }

    private static void lines(Cache c, List<FactLine> out) {
        out.add(new FactLine(
                say("core.cache.asset.CacheAssets.cache"),
                c.name() + ": " + Wording.counted(c.entries().size(), "object") + ", "
                        + Wording.counted(c.count(CacheKind.MESH), "mesh", "meshes") + ", "
                        + Wording.counted(c.count(CacheKind.TRANSFORM), "transform") + ", "
                        + Wording.counted(c.count(CacheKind.INSTANCE), "instance")));
        c.entries().stream().limit(SHOWN).forEach(e -> {
            CacheNode n = e.node();
            Samples s = n.get(ChannelSemantic.POSITIONS) == null
                    ? n.get(ChannelSemantic.CHANNELS)
                    : n.get(ChannelSemantic.POSITIONS);
            out.add(new FactLine(
                    say("core.cache.asset.CacheAssets.object"),
                    e.path() + ": " + n.kind().label()
                            + (n.source().isEmpty() ? "" : say("core.cache.asset.CacheAssets.of", n.source()))
                            + (n.kind().isMesh()
                                    ? ", " + Wording.counted(new CacheMesh(n).points(0), "point") + ", "
                                            + new CacheMesh(n).topology()
                                    : "")
                            + (s == null
                                    ? ""
                                    : ", " + Wording.counted(s.count(), "sample")
                                            + (s.constant() ? say("core.cache.asset.CacheAssets.constant") : ""))));
        });
        if (c.entries().size() > SHOWN) {
            out.add(new FactLine(
                    "",
                    say(
                            "core.cache.asset.CacheAssets.and-more-json-tells-all",
                            (c.entries().size() - SHOWN))));
        }
    }

    @Override
    public List<FactGroup> figures(Facts facts) {
        return CacheFigures.of(facts.scene());
    }

    @Override
    public List<FactGroup> cargo(Scene s) {
        return CacheFigures.cargo(s);
    }

    @Override
    public List<FactTable> tables() {
        return TABLES;
    }

    @Override
    public List<Clip> playables(Scene s) {
        List<Clip> out = new ArrayList<>();
        for (Cache c : s.caches()) {
            double[] r = c.range();
            if (r[1] > r[0]) {
                out.add(new Clip(c.name(), r[0], r[1], s.stage().rate(), List.of(), List.of()));
            }
        }
        return out;
    }

    @Override
    public List<Rule> rules() {
        return CacheRules.ALL;
    }

    @Override
    public boolean hasDeepRules() {
        return true;
    }

    @Override
    public List<Finding> deepFindings(Scene s, Progress progress) {
        return CacheDeepRules.of(s, progress);
    }

    @Override
    public List<TopicCheck> topics() {
        return TOPICS;
    }

    @Override
    public List<LikelyCause> causes(Pair p) {
        return CacheCauses.search(p);
    }

    @Override
    public List<Loss> losses(Pair p) {
        List<Loss> out = new ArrayList<>();
        CacheLosses.find(p, out);
        return out;
    }

    /** A scene that was baked: what a cache has no place for is not held against it. */
    @Override
    public Set<Topic> standsFor() {
        return Set.of(Topic.CACHES, Topic.UNITS_AND_AXES);
    }
}
