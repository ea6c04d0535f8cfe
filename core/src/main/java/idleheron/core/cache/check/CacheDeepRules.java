package idleheron.core.cache.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.CachePose;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.Samples;
import idleheron.core.cache.edit.CacheEdits;
import idleheron.core.cache.edit.MeshSplit;
import idleheron.core.cache.edit.Pieces;
import idleheron.core.cache.measure.CacheGap;
import idleheron.core.cache.measure.CacheSize;
import idleheron.core.cache.measure.EqualMeshes;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.job.Progress;
import idleheron.core.math.SignedAxis;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/** Rules about caches that look at points: lumps, rigid motion, equal meshes, repeats, size, unit. */
public final class CacheDeepRules {
    /** A mesh of at least so many pieces was most likely many objects once. */
    private static final int LUMP = 8;

    /** A saving below this share is not worth a remedy. */
    private static final double WORTH = 0.05;

    /** So many times as large or small as what it goes with, a cache has another unit. */
    private static final double APART = 40;

    private static final double SMALLEST = 0.02;
    private static final double LARGEST = 300;
    private static final PathPattern EVERY = new PathPattern("**");

    private final Scene scene;
    private final Cache cache;
    private final List<Finding> out;
    private final long bytes;

    private CacheDeepRules(Scene scene, Cache cache, List<Finding> out) {
        this.scene = scene;
        this.cache = cache;
        this.out = out;
        this.bytes = CacheSize.of(cache);
    }

    /** Reads the points of all caches of a scene. */
    public static List<Finding> of(Scene scene, Progress progress) {
        List<Finding> out = new ArrayList<>();
        int n = scene.caches().size();
        for (int i = 0; i < n; i++) {
            Cache c = scene.caches().get(i);
            Progress own = progress.part((double) i / n, (i + 1.0) / n);
            own.at(0, say("core.cache.check.CacheDeepRules.looking-into", c.name()));
            CacheDeepRules d = new CacheDeepRules(scene, c, out);
            Cache split = d.lumps();
            own.at(0.3, say("core.cache.check.CacheDeepRules.fitting-what-moves-without-bending"));
            Cache rigid = d.rigid(split);
            own.at(0.6, say("core.cache.check.CacheDeepRules.looking-for-equal-meshes"));
            d.equal(rigid);
            own.at(0.9, say("core.cache.check.CacheDeepRules.measuring"));
            d.repeats();
            d.largest();
            d.unit();
        }
        return out;
    }

    /** Meshes that are many pieces; gives the cache with them taken apart. */
    private Cache lumps() {
        int pieces = 0;
        int lumps = 0;
        String first = "";
        for (Cache.Entry e : cache.entries()) {
            if (e.node().kind().isMesh()) {
                CacheMesh m = new CacheMesh(e.node());
                int n = m.topologyHolds()
                        ? Pieces.of(m.points(0), m.counts(0), m.indices(0)).count()
                        : 1;
                if (n >= LUMP) {
                    lumps++;
                    pieces += n;
                    first = first.isEmpty() ? e.path() : first;
                }
            }
        }
        if (lumps == 0) {
            return cache;
        }
        out.add(Finding.of("cache-one-lump", Severity.DRIFTS, Topic.CACHES)
                .says(
                        lumps == 1
                                ? say("core.cache.check.CacheDeepRules.one-mesh-is-many-pieces")
                                : say("core.cache.check.CacheDeepRules.meshes-are-many-pieces", lumps),
                        say("core.cache.check.CacheDeepRules.hangs-together-in-pieces-as-one", first, pieces))
                .measured(Figure.of(pieces, say("core.cache.check.CacheDeepRules.pieces"), first))
                .because(say("core.cache.check.CacheDeepRules.everything-was-joined-before-the-bake"))
                .mendedBy(ChangeCache.pieces(lumps == 1 ? first : "**")));
        return CacheEdits.split(cache, EVERY, n -> {
            List<CacheNode> parts = new MeshSplit(n).byConnectivity();
            return parts.size() >= LUMP ? parts : List.of(n);
        });
    }

    private double leeway() {
        return ChangeCache.LEEWAY / 1000 / scene.stage().metersPerUnit();
    }

    private Cache rigid(Cache split) {
        double[] worst = new double[1];
        Cache after = CacheEdits.rigid(split, leeway(), worst);
        int n = after.entries().size() - split.entries().size();
        if (n == 0) {
            return after;
        }
        int moving = 0;
        for (Cache.Entry e : split.entries()) {
            moving += e.node().kind().isMesh()
                            && !new CacheMesh(e.node()).positions().constant()
                    ? 1
                    : 0;
        }
        double mm = worst[0] * scene.stage().metersPerUnit() * 1000;
        long small = CacheSize.of(after);
        out.add(Finding.of("cache-rigid-as-points", Severity.DRIFTS, Topic.CACHES)
                .says(
                        say("core.cache.check.CacheDeepRules.rigid-motion-stored-point-by-point"),
                        say(
                                "core.cache.check.CacheDeepRules.of-moving-never-bend-to-within",
                                n,
                                moving,
                                (split == cache
                                        ? say("core.cache.check.CacheDeepRules.meshes")
                                        : say("core.cache.check.CacheDeepRules.pieces")),
                                Figure.number(mm),
                                CacheSize.text(bytes),
                                CacheSize.text(small),
                                (split == cache ? "." : say("core.cache.check.CacheDeepRules.once-it-is-taken-apart"))))
                .measured(Figure.of(100.0 * small / bytes, "%", cache.name()))
                .because(say("core.cache.check.CacheDeepRules.the-bake-wrote-every-point-of"))
                .mendedBy(ChangeCache.rigid(ChangeCache.LEEWAY)));
        return after;
    }

    private void equal(Cache rigid) {
        EqualMeshes equal = EqualMeshes.of(rigid, leeway());
        int n = equal.matches().size();
        if (n == 0) {
            return;
        }
        long small = CacheSize.of(equal.shared(rigid));
        if (small > (1 - WORTH) * bytes) {
            return;
        }
        double mm = equal.worst() * scene.stage().metersPerUnit() * 1000;
        out.add(Finding.of("cache-equal-meshes", Severity.DRIFTS, Topic.CACHES)
                .says(
                        say("core.cache.check.CacheDeepRules.the-same-mesh-again-and-again"),
                        say(
                                "core.cache.check.CacheDeepRules.another-one-in-another-place-to",
                                n
                                        + (n == 1
                                                ? say("core.cache.check.CacheDeepRules.mesh-is")
                                                : say("core.cache.check.CacheDeepRules.meshes-are")),
                                Figure.number(mm),
                                CacheSize.text(small),
                                CacheSize.text(bytes)))
                .measured(Figure.of(100.0 * small / bytes, "%", cache.name()))
                .mendedBy(ChangeCache.share(ChangeCache.LEEWAY)));
    }

    /** Samples in the middle that are the same as the one before. */
    private void repeats() {
        int most = 0;
        String where = "";
        double frame = Double.NaN;
        for (Cache.Entry e : cache.entries()) {
            Samples s = e.node().get(ChannelSemantic.POSITIONS);
            if (s != null && !s.constant()) {
                int n = 0;
                double at = Double.NaN;
                for (int i = s.first() + 1; i < s.last(); i++) {
                    if (s.same(i, s, i - 1)) {
                        n++;
                        at = Double.isNaN(at)
                                ? scene.stage().rate().frame(s.times().time(i))
                                : at;
                    }
                }
                if (n > most) {
                    most = n;
                    where = e.path();
                    frame = at;
                }
            }
        }
        if (most > 0) {
            out.add(Finding.of("cache-samples-repeated", Severity.NOTE, Topic.CACHES)
                    .says(
                            say("core.cache.check.CacheDeepRules.samples-stand-still-in-the-middle"),
                            say(
                                    "core.cache.check.CacheDeepRules.has-equal-to-the-one-before",
                                    where,
                                    most,
                                    (most == 1
                                            ? say("core.cache.check.CacheDeepRules.sample")
                                            : say("core.cache.check.CacheDeepRules.samples")),
                                    Figure.number(frame)))
                    .measured(new Figure(most, say("core.cache.check.CacheDeepRules.samples-2"), where, "", frame))
                    .because(say("core.cache.check.CacheDeepRules.the-simulation-held-or-frames-were")));
        }
    }

    private void largest() {
        long[] each = CacheSize.each(cache);
        List<Integer> top = CacheSize.largest(each, 3);
        if (top.isEmpty() || bytes < 1 << 20) {
            return;
        }
        StringBuilder told = new StringBuilder();
        for (int i : top) {
            told.append(told.isEmpty() ? "" : ", ")
                    .append(cache.entries().get(i).path())
                    .append(" ")
                    .append(CacheSize.text(each[i]));
        }
        out.add(Finding.of("cache-size", Severity.NOTE, Topic.CACHES)
                .says(
                        say("core.cache.check.CacheDeepRules.where-the-bytes-are"),
                        say("core.cache.check.CacheDeepRules.in-all", CacheSize.text(bytes), told))
                .measured(Figure.of(
                        bytes / (double) (1 << 20),
                        "MB",
                        cache.entries().get(top.getFirst()).path())));
    }

    /** A cache declares no unit: its size tells whether metres can be right; what rides along tells which unit is. */
    private void unit() {
        CachePose pose = new CachePose(cache);
        double[] box = CacheMesh.box(CacheGap.points(
                pose, cache.range()[0], CanonicalSpace.of(scene.stage()).pointMatrix()));
        if (box == null) {
            return;
        }
        double size = Math.max(box[3] - box[0], Math.max(box[4] - box[1], box[5] - box[2]));
        double tall = new Facts(scene).height();
        boolean apart = size > 0 && (size / tall > APART || tall / size > APART);
        if (size == 0 || size >= SMALLEST && size <= LARGEST && !apart) {
            lying(box, tall);
            return;
        }
        boolean large = apart ? size > tall : size > LARGEST;
        double unit = scene.stage().metersPerUnit() * (large ? 0.01 : 100);
        out.add(Finding.of("cache-unit", Severity.BREAKS, Topic.CACHES)
                .says(
                        say("core.cache.check.CacheDeepRules.the-unit-cannot-be-right"),
                        say(
                                "core.cache.check.CacheDeepRules.measures-m-as-to-the-unit",
                                cache.name(),
                                Figure.number(size),
                                scene.stage().unitLabel(),
                                (large
                                        ? say("core.cache.check.CacheDeepRules.as-centimetres")
                                        : say("core.cache.check.CacheDeepRules.as-metres")),
                                Figure.number(size * (large ? 0.01 : 100)),
                                (apart
                                        ? say(
                                                "core.cache.check.CacheDeepRules.what-it-goes-with-is-m",
                                                Figure.number(tall))
                                        : "")))
                .measured(Figure.of(size, "m", cache.name()))
                .because(say("core.cache.check.CacheDeepRules.a-cache-does-not-say-what"))
                .mendedBy(
                        apart
                                ? ChangeCache.scale(large ? 0.01 : 100)
                                : new Redeclare(scene.stage().axes(), unit)));
    }

    /** With other things in the scene: a cache that lies down where they stand. */
    private void lying(double[] box, double tall) {
        if (Double.isNaN(tall)) {
            return;
        }
        double up = box[4] - box[1];
        double front = box[5] - box[2];
        if (Math.abs(front - tall) < 0.1 * tall && Math.abs(up - tall) > 0.3 * tall) {
            out.add(Finding.of("cache-lying", Severity.BREAKS, Topic.CACHES)
                    .says(
                            say("core.cache.check.CacheDeepRules.the-cache-lies-on-its-back"),
                            say(
                                    "core.cache.check.CacheDeepRules.is-m-deep-and-m-high",
                                    cache.name(),
                                    Figure.number(front),
                                    Figure.number(up),
                                    Figure.number(tall)))
                    .measured(Figure.of(up, "m", cache.name()))
                    .because(say("core.cache.check.CacheDeepRules.a-cache-does-not-say-which"))
                    .mendedBy(ChangeCache.turn(SignedAxis.of(2, 1), SignedAxis.of(1, 1))));
        }
    }
}
