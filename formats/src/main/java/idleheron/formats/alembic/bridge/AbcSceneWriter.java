package idleheron.formats.alembic.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Param;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.scene.Stage;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;

/**
 * Cache to archive. Adds what readers expect and a cache may lack: bounds, the mark of a transform that is more than nothing,
 * one "inherits" per sample of it. Unit, up axis and rate are declared in the metadata of the archive.
 */
public final class AbcSceneWriter {
    public static final String UP = "upAxis";
    public static final String FRONT = "frontAxis";
    public static final String HAND = "handedness";
    public static final String UNIT = "metersPerUnit";
    static final String RATE = "DCC FPS";
    private static final int LONGEST_SCALAR = 255;

    private AbcSceneWriter() {}

    /** The tree as an archive, in the stage's axes and unit. */
    public static AbcArchive write(Cache cache, Stage stage) {
        Map<String, String> meta = new TreeMap<>(cache.meta().entries());
        meta.put("_ai_AlembicVersion", "Alembic 1.8.3 (as written by Idle Heron)");
        meta.put("_ai_Application", "Idle Heron");
        meta.remove("_ai_DateWritten");
        meta.keySet().removeIf(k -> k.toUpperCase(java.util.Locale.ROOT).contains("FPS"));
        meta.put(RATE, Double.toString(stage.rate().perSecond()).replaceAll("\\.0$", ""));
        meta.put(UP, stage.axes().up().label().toUpperCase(java.util.Locale.ROOT));
        meta.put(FRONT, stage.axes().front().label().toUpperCase(java.util.Locale.ROOT));
        meta.put(HAND, stage.axes().handedness());
        meta.put(UNIT, Double.toString(stage.metersPerUnit()));
        return new AbcArchive(
                cache.name(),
                0,
                0,
                AbcArchive.LIBRARY,
                Meta.of(meta),
                List.of(TimeSampling.STILL),
                List.of(0L),
                0,
                object(cache.root()));
    }

    private static AbcObject object(CacheNode n) {
        AbcSchema.Title title = AbcSchema.title(n.kind());
        CacheNode whole = completed(n);
        List<Property> own = new ArrayList<>();
        List<Property> left = new ArrayList<>(n.other());
        if (title != null) {
            own.add(compound(whole, title, left));
        }
        whole.samples().forEach((r, s) -> {
            if (AbcSchema.onObject(r) || title == null) {
                own.add(new Property.Values(AbcSchema.name(r), AbcSchema.meta(r), s));
            }
        });
        if (!n.source().isEmpty()) {
            own.add(new Property.Values(AbcSchema.SOURCE, Meta.NONE, Samples.text(n.source())));
        }
        own.addAll(left);
        return new AbcObject(
                n.name(),
                meta(n, title),
                new Property.Group("", Meta.NONE, own),
                n.children().stream().map(AbcSceneWriter::object).toList());
    }

    private static Meta meta(CacheNode n, AbcSchema.@org.jspecify.annotations.Nullable Title title) {
        Map<String, String> m = n.meta().entries();
        if (title != null) {
            m.put(AbcSchema.SCHEMA, title.title());
            m.put(AbcSchema.TITLE, title.title() + ":" + title.compound());
            m.remove(AbcSchema.BASE);
            if (title.based()) {
                m.put(AbcSchema.BASE, AbcSchema.GEOMETRY);
            }
        }
        if (n.kind() == CacheKind.INSTANCE) {
            m.put(AbcSchema.INSTANCE, "1");
        }
        return Meta.of(m);
    }

    /** The schema's compound; what is left of an unread one of that name is taken out of {@code left} and put in. */
    private static Property compound(CacheNode n, AbcSchema.Title title, List<Property> left) {
        List<Property> in = new ArrayList<>();
        n.samples().forEach((r, s) -> {
            if (!AbcSchema.onObject(r)) {
                in.add(new Property.Values(AbcSchema.name(r), AbcSchema.meta(r), s));
            }
        });
        List<Property> arbitrary = new ArrayList<>();
        for (Param p : n.params()) {
            (p.own() ? in : arbitrary).add(param(p));
        }
        for (Property p : List.copyOf(left)) {
            if (p instanceof Property.Group g && g.name().equals(title.compound())) {
                left.remove(p);
                for (Property q : g.properties()) {
                    if (q instanceof Property.Group strange && q.name().equals(AbcSchema.PARAMS)) {
                        arbitrary.addAll(strange.properties());
                    } else {
                        in.add(q);
                    }
                }
            }
        }
        if (!arbitrary.isEmpty()) {
            in.add(new Property.Group(AbcSchema.PARAMS, Meta.NONE, arbitrary));
        }
        if (!n.user().isEmpty()) {
            in.add(new Property.Group(AbcSchema.USER, Meta.NONE, n.user()));
        }
        Map<String, String> m = new TreeMap<>();
        m.put(AbcSchema.SCHEMA, title.title());
        if (title.based()) {
            m.put(AbcSchema.BASE, AbcSchema.GEOMETRY);
        }
        return new Property.Group(title.compound(), Meta.of(m), in);
    }

    private static Property param(Param p) {
        Samples indices = p.indices();
        if (indices == null) {
            return new Property.Values(p.name(), p.meta(), p.values());
        }
        String means = p.meta().get("interpretation");
        return new Property.Group(
                p.name(),
                p.meta(),
                List.of(
                        new Property.Values(
                                ".vals", means.isEmpty() ? Meta.NONE : Meta.of("interpretation", means), p.values()),
                        new Property.Values(".indices", Meta.NONE, indices)));
    }

    private static CacheNode completed(CacheNode n) {
        if (n.kind() == CacheKind.TRANSFORM) {
            return transform(n);
        }
        Samples p = n.get(ChannelSemantic.POSITIONS);
        return p != null && n.get(ChannelSemantic.BOUNDS) == null ? n.with(ChannelSemantic.BOUNDS, bounds(p)) : n;
    }

    private static CacheNode transform(CacheNode n) {
        Map<ChannelSemantic, Samples> all = new EnumMap<>(ChannelSemantic.class);
        all.putAll(n.samples());
        Samples channels = all.get(ChannelSemantic.CHANNELS);
        Samples operations = all.get(ChannelSemantic.OPERATIONS);
        if (channels == null || operations == null) {
            all.putIfAbsent(
                    ChannelSemantic.INHERITS,
                    Samples.bytes(ElementType.BOOL, 1, true, 1, TimeSampling.STILL, (byte) 1));
        } else {
            int count = channels.count();
            Samples inherits = all.get(ChannelSemantic.INHERITS);
            if (inherits == null || inherits.count() < count) {
                byte told = inherits == null || inherits.count() == 0 || inherits.doubles(0)[0] != 0 ? (byte) 1 : 0;
                all.put(
                        ChannelSemantic.INHERITS,
                        Samples.bytes(ElementType.BOOL, 1, true, count, channels.times(), told));
            }
            if (operations.count() < count) {
                all.put(ChannelSemantic.OPERATIONS, operations.pick(count, i -> 0, channels.times()));
            }
            all.putIfAbsent(
                    ChannelSemantic.NOT_IDENTITY,
                    Samples.bytes(ElementType.BOOL, 1, true, count, channels.times(), (byte) 1));
            int[] moving = moving(channels);
            if (moving.length > 0) {
                all.putIfAbsent(ChannelSemantic.MOVING_CHANNELS, unsigned(moving));
            }
            if (channels.scalar() && channels.extent() > LONGEST_SCALAR) {
                throw new IllegalArgumentException(say(
                        "formats.alembic.bridge.AbcSceneWriter.a-transform-of-channels", n.name(), channels.extent()));
            }
        }
        return new CacheNode(
                n.name(), n.kind(), n.meta(), all, n.params(), n.user(), n.other(), n.source(), n.children());
    }

    private static Samples unsigned(int[] values) {
        var m = Samples.segment(values);
        return Samples.computed(new Samples.Layout(ElementType.UINT32, 1, false), 1, TimeSampling.STILL, i -> m);
    }

    private static int[] moving(Samples channels) {
        if (channels.constant()) {
            return new int[0];
        }
        double[] first = channels.doubles(0);
        boolean[] moves = new boolean[first.length];
        for (int i = channels.first(); i <= channels.last(); i++) {
            double[] v = channels.doubles(i);
            for (int k = 0; k < Math.min(v.length, moves.length); k++) {
                moves[k] |= v[k] != first[k];
            }
        }
        return java.util.stream.IntStream.range(0, moves.length)
                .filter(k -> moves[k])
                .toArray();
    }

    /** Least and greatest coordinates of every sample. */
    private static Samples bounds(Samples positions) {
        return Samples.computed(
                new Samples.Layout(ElementType.FLOAT64, 6, true),
                positions.count(),
                positions.times(),
                i -> Samples.segment(
                        Objects.requireNonNullElseGet(CacheMesh.box(positions.floats(i)), AbcSceneWriter::nothing)));
    }

    /** What stands where there is no point. */
    private static double[] nothing() {
        double[] b = new double[6];
        Arrays.fill(b, 0, 3, Double.MAX_VALUE);
        Arrays.fill(b, 3, 6, -Double.MAX_VALUE);
        return b;
    }
}
