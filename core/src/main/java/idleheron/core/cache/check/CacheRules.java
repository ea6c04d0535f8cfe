package idleheron.core.cache.check;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Param;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.Rule;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Rules about caches that look at times, names and what is there, but not at points. */
public final class CacheRules {
    public static final List<Rule> ALL = List.of(
            CacheRules::range,
            CacheRules::samples,
            CacheRules::topology,
            CacheRules::names,
            CacheRules::params,
            CacheRules::instances);

    /** What most receivers take in a name. */
    private static final String PLAIN = "[A-Za-z_][A-Za-z0-9_.:-]*";

    private CacheRules() {}

    /** Range and rate against clips, the destination, and whole frames. */
    static void range(Facts facts, @Nullable Convention c, List<Finding> out) {
        FrameRate rate = facts.scene().stage().rate();
        for (Cache cache : facts.scene().caches()) {
            double[] r = cache.range();
            if (r[1] <= r[0]) {
                continue;
            }
            double first = rate.frame(r[0]);
            double last = rate.frame(r[1]);
            String told = Figure.number(first) + " – " + Figure.number(last);
            if (Math.abs(first - Math.rint(first)) > 1e-3) {
                out.add(Finding.of("cache-off-frames", Severity.DRIFTS, Topic.CACHES)
                        .says(
                                say("core.cache.check.CacheRules.samples-lie-between-frames"),
                                say(
                                        "core.cache.check.CacheRules.runs-over-frames-at-s-on",
                                        cache.name(),
                                        told,
                                        rate.label()))
                        .measured(Figure.of(
                                first - Math.rint(first), say("core.cache.check.CacheRules.frames"), cache.name()))
                        .because(say("core.cache.check.CacheRules.the-bake-began-half-a-frame")));
            }
            if (c != null && c.rate() != null && !c.rate().equals(rate)) {
                out.add(Finding.of("cache-rate", Severity.DRIFTS, Topic.CACHES)
                        .says(
                                say("core.cache.check.CacheRules.another-rate-than-the-destination"),
                                say(
                                        "core.cache.check.CacheRules.has-samples-a-second-runs-at",
                                        cache.name(),
                                        rate.label(),
                                        c.title(),
                                        c.rate().label()))
                        .measured(Figure.of(rate.perSecond(), "/s", cache.name()))
                        .mendedBy(ChangeCache.resample(c.rate())));
            }
            clip(facts, cache, first, last, out);
        }
    }

    private static void clip(Facts facts, Cache cache, double first, double last, List<Finding> out) {
        if (facts.scene().clips().isEmpty()) {
            return;
        }
        FrameRate rate = facts.scene().stage().rate();
        Clip near = facts.scene().clips().getFirst();
        double off = Double.POSITIVE_INFINITY;
        for (Clip k : facts.scene().clips()) {
            double d = Math.abs(rate.frame(k.startSeconds()) - first) + Math.abs(rate.frame(k.endSeconds()) - last);
            if (d < off) {
                off = d;
                near = k;
            }
        }
        double start = rate.frame(near.startSeconds());
        if (off > 1e-3) {
            boolean shifted = Math.abs(rate.frame(near.endSeconds()) - start - (last - first)) < 1e-3;
            out.add(Finding.of("cache-range", Severity.BREAKS, Topic.CACHES)
                    .says(
                            say("core.cache.check.CacheRules.another-range-than-the-clip"),
                            say(
                                    "core.cache.check.CacheRules.runs-over-frames-over",
                                    cache.name(),
                                    Figure.number(first),
                                    Figure.number(last),
                                    near.name(),
                                    Figure.number(start),
                                    Figure.number(rate.frame(near.endSeconds()))))
                    .measured(Figure.of(first - start, say("core.cache.check.CacheRules.frames"), cache.name()))
                    .because(
                            shifted
                                    ? say("core.cache.check.CacheRules.the-bake-was-counted-from-another")
                                    : say("core.cache.check.CacheRules.the-bake-stopped-early-or-took"))
                    .mendedBy(shifted ? ChangeCache.shift(start - first) : null));
        }
    }

    /** Steps that are uneven, samples that are missing or come twice. */
    static void samples(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Cache cache : facts.scene().caches()) {
            Set<TimeSampling> seen = new HashSet<>();
            for (Cache.Entry e : cache.entries()) {
                Samples s = e.node()
                        .get(
                                e.node().kind() == CacheKind.TRANSFORM
                                        ? ChannelSemantic.CHANNELS
                                        : ChannelSemantic.POSITIONS);
                if (s != null && s.count() > 2 && s.times().stored().length > 1 && seen.add(s.times())) {
                    steps(e, s, facts.scene().stage().rate(), out);
                }
            }
        }
    }

    private static void steps(Cache.Entry e, Samples s, FrameRate rate, List<Finding> out) {
        double[] t = s.times().times(s.count());
        double[] steps = new double[t.length - 1];
        int twice = -1;
        for (int i = 0; i < steps.length; i++) {
            steps[i] = t[i + 1] - t[i];
            twice = steps[i] <= TimeSampling.CLOSE ? i + 1 : twice;
        }
        double[] sorted = steps.clone();
        Arrays.sort(sorted);
        double usual = sorted[sorted.length / 2];
        List<String> gaps = new ArrayList<>();
        int uneven = 0;
        for (int i = 0; i < steps.length; i++) {
            double n = usual > 0 ? steps[i] / usual : 1;
            if (n > 1.5 && Math.abs(n - Math.rint(n)) < 0.05) {
                gaps.add(Figure.number(rate.frame(t[i])) + " – " + Figure.number(rate.frame(t[i + 1])));
            } else if (Math.abs(n - 1) > 0.01 && steps[i] > TimeSampling.CLOSE) {
                uneven++;
            }
        }
        if (!gaps.isEmpty()) {
            out.add(Finding.of("cache-samples-missing", Severity.BREAKS, Topic.CACHES)
                    .says(
                            gaps.size() == 1
                                    ? say("core.cache.check.CacheRules.samples-are-missing")
                                    : say("core.cache.check.CacheRules.samples-are-missing-in-places", gaps.size()),
                            say(
                                    "core.cache.check.CacheRules.has-no-sample-between-frames-what",
                                    e.path(),
                                    String.join(", ", gaps)))
                    .measured(
                            new Figure(gaps.size(), say("core.cache.check.CacheRules.gaps"), e.path(), "", Double.NaN))
                    .because(say("core.cache.check.CacheRules.the-bake-lost-frames")));
        }
        if (uneven > 0) {
            out.add(Finding.of("cache-samples-uneven", Severity.NOTE, Topic.CACHES)
                    .says(
                            say("core.cache.check.CacheRules.samples-at-uneven-times"),
                            say(
                                    "core.cache.check.CacheRules.has-of-steps-that-are-longer",
                                    e.path(),
                                    uneven,
                                    steps.length,
                                    Figure.number(usual * 1000)))
                    .measured(Figure.of(uneven, say("core.cache.check.CacheRules.steps"), e.path()))
                    .because(say("core.cache.check.CacheRules.several-samples-a-frame-for-motion"))
                    .mendedBy(ChangeCache.resample(rate)));
        }
        if (twice >= 0) {
            out.add(Finding.of("cache-samples-twice", Severity.DRIFTS, Topic.CACHES)
                    .says(
                            say("core.cache.check.CacheRules.a-moment-comes-twice"),
                            say(
                                    "core.cache.check.CacheRules.has-two-samples-at-frame",
                                    e.path(),
                                    Figure.number(rate.frame(t[twice]))))
                    .measured(new Figure(
                            1, say("core.cache.check.CacheRules.samples"), e.path(), "", rate.frame(t[twice]))));
        }
    }

    /** Meshes whose points or faces are others from a sample on. */
    static void topology(Facts facts, @Nullable Convention c, List<Finding> out) {
        FrameRate rate = facts.scene().stage().rate();
        for (Cache cache : facts.scene().caches()) {
            List<String> changing = new ArrayList<>();
            double frame = Double.NaN;
            String first = "";
            for (Cache.Entry e : cache.entries()) {
                if (e.node().kind().isMesh()) {
                    CacheMesh m = new CacheMesh(e.node());
                    if (!m.topologyHolds()) {
                        int at = change(m);
                        if (at > 0) {
                            changing.add(e.path());
                            if (first.isEmpty()) {
                                first = e.path();
                                frame = rate.frame(m.times().time(at));
                            }
                        }
                    }
                }
            }
            if (!changing.isEmpty()) {
                out.add(Finding.of("cache-topology-changes", Severity.BREAKS, Topic.CACHES)
                        .says(
                                say("core.cache.check.CacheRules.points-or-faces-change-half-way"),
                                say(
                                        "core.cache.check.CacheRules.from-frame-on-nothing-is-blended",
                                        (changing.size() == 1
                                                ? first
                                                : say(
                                                        "core.cache.check.CacheRules.meshes-first",
                                                        changing.size(),
                                                        first)),
                                        Figure.number(frame)))
                        .measured(new Figure(
                                changing.size(), say("core.cache.check.CacheRules.meshes"), first, "", frame))
                        .because(say("core.cache.check.CacheRules.a-fluid-or-a-cut-does")));
            }
        }
    }

    private static int change(CacheMesh m) {
        for (int i = 1; i < m.count(); i++) {
            if (!m.sameTopology(i - 1, i)) {
                return i;
            }
        }
        return 0;
    }

    /** Names that clash for receivers without capitals, or that they refuse. */
    static void names(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Cache cache : facts.scene().caches()) {
            Map<String, String> seen = new HashMap<>();
            List<String> clash = new ArrayList<>();
            List<String> strange = new ArrayList<>();
            for (Cache.Entry e : cache.entries()) {
                String same = seen.putIfAbsent(e.path().toLowerCase(Locale.ROOT), e.path());
                if (same != null) {
                    clash.add(e.path());
                }
                if (!e.node().name().matches(PLAIN)) {
                    strange.add(e.path());
                }
            }
            if (!clash.isEmpty()) {
                out.add(Finding.of("cache-names-clash", Severity.DRIFTS, Topic.CACHES)
                        .says(
                                say("core.cache.check.CacheRules.names-that-differ-in-nothing-but"),
                                say("core.cache.check.CacheRules.of-them-for-one", clash.size(), clash.getFirst()))
                        .measured(Figure.of(clash.size(), say("core.cache.check.CacheRules.names"), clash.getFirst())));
            }
            if (!strange.isEmpty()) {
                out.add(Finding.of("cache-names-refused", Severity.DRIFTS, Topic.CACHES)
                        .says(
                                say("core.cache.check.CacheRules.names-that-some-receivers-refuse"),
                                say(
                                        "core.cache.check.CacheRules.with-blanks-signs-or-letters-that",
                                        strange.size(),
                                        strange.getFirst()))
                        .measured(Figure.of(
                                strange.size(), say("core.cache.check.CacheRules.names"), strange.getFirst())));
            }
        }
    }

    /** UV and normals that only some meshes have, or that change over time. */
    static void params(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Cache cache : facts.scene().caches()) {
            for (String name : new String[] {"uv", "N"}) {
                List<String> without = new ArrayList<>();
                List<String> moving = new ArrayList<>();
                int with = 0;
                for (Cache.Entry e : cache.entries()) {
                    CacheNode n = e.node();
                    if (n.kind().isMesh()) {
                        Param p = n.param(name);
                        if (p == null) {
                            without.add(e.path());
                        } else {
                            with++;
                            boolean still = p.values().constant();
                            if (!still
                                    && (name.equals("uv")
                                            || new CacheMesh(n).positions().constant())) {
                                moving.add(e.path());
                            }
                        }
                    }
                }
                String what = name.equals("uv") ? "UV" : say("core.cache.check.CacheRules.normals");
                if (with > 0 && !without.isEmpty()) {
                    out.add(Finding.of(
                                    name.equals("uv") ? "cache-uv-missing" : "cache-normals-missing",
                                    Severity.DRIFTS,
                                    Topic.CACHES)
                            .says(
                                    say("core.cache.check.CacheRules.some-meshes-have-no", what),
                                    say(
                                            "core.cache.check.CacheRules.of-for-one",
                                            without.size(),
                                            (with + without.size()),
                                            without.getFirst()))
                            .measured(Figure.of(
                                    without.size(), say("core.cache.check.CacheRules.meshes"), without.getFirst())));
                }
                if (!moving.isEmpty()) {
                    out.add(Finding.of(
                                    name.equals("uv") ? "cache-uv-changes" : "cache-normals-change",
                                    Severity.NOTE,
                                    Topic.CACHES)
                            .says(
                                    say("core.cache.check.CacheRules.the-of-a-mesh-change-over", what),
                                    say(
                                            "core.cache.check.CacheRules.most-receivers-keep-the-first-sample",
                                            moving.size()
                                                    + (moving.size() == 1 ? " mesh, " : " meshes, ")
                                                    + moving.getFirst()))
                            .measured(Figure.of(
                                    moving.size(), say("core.cache.check.CacheRules.meshes"), moving.getFirst())));
                }
            }
        }
    }

    /** Instances whose source is not there, or that would repeat themselves. */
    static void instances(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Cache cache : facts.scene().caches()) {
            List<String> lost = new ArrayList<>();
            for (Cache.Entry e : cache.entries()) {
                String source = e.node().source();
                if (e.node().kind() == CacheKind.INSTANCE
                        && (cache.find(source) < 0 || (e.path() + "/").startsWith(source + "/"))) {
                    lost.add(say("core.cache.check.CacheRules.of", e.path(), source));
                }
            }
            if (!lost.isEmpty()) {
                out.add(Finding.of("cache-instance-lost", Severity.BREAKS, Topic.CACHES)
                        .says(
                                lost.size() == 1
                                        ? say("core.cache.check.CacheRules.an-instance-shows-nothing")
                                        : say("core.cache.check.CacheRules.instances-show-nothing", lost.size()),
                                say(
                                        "core.cache.check.CacheRules.the-source-is-not-there-or",
                                        lost.getFirst()
                                                + (lost.size() > 1
                                                        ? say("core.cache.check.CacheRules.and-others")
                                                        : "")))
                        .measured(Figure.of(lost.size(), say("core.cache.check.CacheRules.instances"), lost.getFirst()))
                        .because(say("core.cache.check.CacheRules.the-source-was-dropped-or-renamed")));
            }
        }
    }
}
