package idleheron.core.remedy.cache;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.PathPattern;
import idleheron.core.cache.edit.CacheEdits;
import idleheron.core.cache.edit.CacheSpace;
import idleheron.core.cache.edit.CacheTime;
import idleheron.core.cache.edit.MeshSplit;
import idleheron.core.cache.measure.EqualMeshes;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Outcome;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
import java.util.Arrays;
import java.util.List;
import org.joml.Matrix4d;

/**
 * A change to all caches of a scene.
 *
 * @param value what the kind needs: a pattern of paths, millimetres, frames
 */
public record ChangeCache(Kind kind, String value) implements Remedy {
    /** What can be done. */
    public enum Kind {
        SPLIT_PIECES(
                "split-pieces",
                say("core.remedy.cache.ChangeCache.split-into-pieces"),
                "[=PATHS]",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.makes-an-object-of-every-piece")),
        SPLIT_FACE_SETS(
                "split-face-sets",
                say("core.remedy.cache.ChangeCache.split-by-face-sets"),
                "[=PATHS]",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.makes-an-object-of-every-face")),
        SPLIT_REGIONS(
                "split-regions",
                say("core.remedy.cache.ChangeCache.split-by-region"),
                "=METRES",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.makes-an-object-of-what-lies")),
        SPLIT_ATTRIBUTE(
                "split-attribute",
                say("core.remedy.cache.ChangeCache.split-by-an-attribute"),
                "=NAME",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.makes-an-object-for-every-value")),
        RIGID(
                "rigid-to-transforms",
                say("core.remedy.cache.ChangeCache.rigid-motion-as-transforms"),
                "[=MM]",
                Keeps.NEARLY,
                say("core.remedy.cache.ChangeCache.keeps-a-mesh-that-moves-without")),
        SHARE(
                "share-meshes",
                say("core.remedy.cache.ChangeCache.equal-meshes-once"),
                "[=MM]",
                Keeps.NEARLY,
                say("core.remedy.cache.ChangeCache.keeps-meshes-that-are-the-same")),
        DROP(
                "drop-objects",
                say("core.remedy.cache.ChangeCache.leave-objects-out"),
                "=PATHS",
                Keeps.OTHERS,
                say("core.remedy.cache.ChangeCache.leaves-objects-out")),
        JOIN(
                "join-meshes",
                say("core.remedy.cache.ChangeCache.join-meshes"),
                "=PATHS=>NAME",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.makes-one-mesh-of-several-a")),
        REGROUP(
                "regroup",
                say("core.remedy.cache.ChangeCache.regroup-the-tree"),
                "=PATHS=>PATH",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.moves-objects-to-another-place-in")),
        POSITIONS(
                "positions-only",
                say("core.remedy.cache.ChangeCache.keep-only-positions"),
                "",
                Keeps.PICTURE,
                say("core.remedy.cache.ChangeCache.leaves-out-uv-normals-velocities-attributes")),
        CUT(
                "cut-cache",
                say("core.remedy.cache.ChangeCache.cut-the-cache"),
                "=A:B",
                Keeps.OTHERS,
                say("core.remedy.cache.ChangeCache.leaves-only-samples-of-some-frames")),
        SHIFT(
                "shift-cache",
                say("core.remedy.cache.ChangeCache.shift-the-cache"),
                "=FRAMES",
                Keeps.OTHERS,
                say("core.remedy.cache.ChangeCache.moves-all-samples-by-so-many")),
        RESAMPLE(
                "resample-cache",
                say("core.remedy.cache.ChangeCache.another-rate"),
                "=RATE",
                Keeps.NEARLY,
                say("core.remedy.cache.ChangeCache.writes-samples-so-many-times-a")),
        SCALE(
                "scale-cache",
                say("core.remedy.cache.ChangeCache.scale-the-cache"),
                "=FACTOR",
                Keeps.OTHERS,
                say("core.remedy.cache.ChangeCache.multiplies-all-lengths-the-declared-unit")),
        TURN(
                "turn-cache",
                say("core.remedy.cache.ChangeCache.stand-the-cache-up"),
                "=AXIS:AXIS",
                Keeps.OTHERS,
                say("core.remedy.cache.ChangeCache.turns-everything-so-that-what-points"));

        private final String code;
        private final String title;
        private final String usage;
        private final Keeps keeps;
        private final String text;

        Kind(String code, String title, String usage, Keeps keeps, String text) {
            this.code = code;
            this.title = title;
            this.usage = usage;
            this.keeps = keeps;
            this.text = text;
        }

        public String code() {
            return code;
        }

        /** @throws IllegalArgumentException when there is no such kind */
        public static Kind named(String code) {
            return Arrays.stream(values())
                    .filter(k -> k.code.equals(code))
                    .findFirst()
                    .orElseThrow(() -> new IllegalArgumentException(
                            say("core.remedy.cache.ChangeCache.no-change-of-caches-is-called", code)));
        }

        /** For a button. */
        public String title() {
            return title;
        }
    }

    private static RemedyType type(Kind kind) {
        Outcome outcome = switch (kind) {
            case DROP -> CacheMeasures.LEFT;
            case SCALE, TURN -> CacheMeasures.PLACES;
            case CUT, SHIFT, RESAMPLE -> CacheMeasures.RANGE;
            default -> CacheMeasures.SURFACE;
        };
        return RemedyType.of(kind.code, ChangeCache.class, kind.keeps, kind.text)
                .told(kind.usage, v -> new ChangeCache(kind, v.text()))
                .measured(CacheMeasures.SIZE)
                .outcome(outcome);
    }

    /** One for each kind. */
    public static final List<RemedyType> TYPES =
            Arrays.stream(Kind.values()).map(ChangeCache::type).toList();

    /** @throws IllegalArgumentException when the kind needs another value */
    public ChangeCache {
        RemedyValue v = RemedyValue.of(value);
        switch (kind) {
            case SPLIT_REGIONS, SCALE -> v.positive();
            case RIGID, SHARE -> leeway(v);
            case CUT -> new CutClips(v.first().number(), v.second("").number(), List.of());
            case SHIFT -> v.number();
            case RESAMPLE -> v.rate();
            case TURN -> {
                v.first().axis();
                v.second("").axis();
            }
            case SPLIT_ATTRIBUTE, DROP -> v.name();
            case JOIN, REGROUP -> part(kind, value, 0);
            case SPLIT_PIECES, SPLIT_FACE_SETS, POSITIONS -> {
                // nothing, or any pattern
            }
        }
    }

    private static final String EVERY = "**";
    private static final String ARROW = "=>";

    /** By default surfaces may move by so much, in millimetres. */
    public static final double LEEWAY = 0.01;

    /** Takes every mesh that the pattern means apart into its pieces. */
    public static ChangeCache pieces(String pattern) {
        return new ChangeCache(Kind.SPLIT_PIECES, pattern);
    }

    /** Within so many millimetres. */
    public static ChangeCache rigid(double mm) {
        return new ChangeCache(Kind.RIGID, Figure.exact(mm));
    }

    /** Within so many millimetres. */
    public static ChangeCache share(double mm) {
        return new ChangeCache(Kind.SHARE, Figure.exact(mm));
    }

    /** Leaves out what the pattern means. */
    public static ChangeCache drop(String pattern) {
        return new ChangeCache(Kind.DROP, pattern);
    }

    /** Paths that match one pattern to others, in which {1} is what the first star stands for. */
    public static ChangeCache regroup(String from, String to) {
        return new ChangeCache(Kind.REGROUP, from + ARROW + to);
    }

    /** Plays that many frames later. */
    public static ChangeCache shift(double frames) {
        return new ChangeCache(Kind.SHIFT, Figure.exact(frames));
    }

    /** Keeps the frames from first to last, both included. */
    public static ChangeCache cut(double first, double last) {
        return new ChangeCache(Kind.CUT, Figure.exact(first) + ":" + Figure.exact(last));
    }

    /** Samples at another rate, in between by proportion. */
    public static ChangeCache resample(FrameRate rate) {
        return new ChangeCache(Kind.RESAMPLE, Figure.exact(rate.perSecond()));
    }

    /** Makes everything that many times as large. */
    public static ChangeCache scale(double factor) {
        return new ChangeCache(Kind.SCALE, Figure.exact(factor));
    }

    /** A quarter turn that brings one axis to another. */
    public static ChangeCache turn(SignedAxis from, SignedAxis to) {
        return new ChangeCache(Kind.TURN, from.label() + ":" + to.label());
    }

    /** The change that a code and a word tell. */
    public static ChangeCache of(String code, String value) {
        return new ChangeCache(Kind.named(code), value);
    }

    @Override
    public RemedyType type() {
        return TYPES.get(kind.ordinal());
    }

    @Override
    public String title() {
        return kind.title;
    }

    @Override
    public String describe() {
        return switch (kind) {
            case SPLIT_PIECES -> say("core.remedy.cache.ChangeCache.makes-an-object-of-every-piece-2", which());
            case SPLIT_FACE_SETS -> say("core.remedy.cache.ChangeCache.makes-an-object-of-every-face-2", which());
            case SPLIT_REGIONS -> say("core.remedy.cache.ChangeCache.makes-an-object-of-what-lies-2", value);
            case SPLIT_ATTRIBUTE -> say("core.remedy.cache.ChangeCache.makes-an-object-for-every-value-2", value);
            case RIGID -> say("core.remedy.cache.ChangeCache.keeps-a-mesh-that-moves-without-2", value);
            case SHARE -> say("core.remedy.cache.ChangeCache.keeps-meshes-that-are-the-same-2", value);
            case DROP -> say("core.remedy.cache.ChangeCache.leaves-out", which());
            case JOIN ->
                say("core.remedy.cache.ChangeCache.makes-one-mesh-of-a-face", value.replace(ARROW, ", called "));
            case REGROUP -> say("core.remedy.cache.ChangeCache.moves", value.replace(ARROW, " to "));
            case POSITIONS -> say("core.remedy.cache.ChangeCache.leaves-out-uv-normals-velocities-attributes");
            case CUT -> say("core.remedy.cache.ChangeCache.leaves-only-samples-of-frames", value.replace(":", " to "));
            case SHIFT -> say("core.remedy.cache.ChangeCache.moves-all-samples-by-frames", value);
            case RESAMPLE -> say("core.remedy.cache.ChangeCache.writes-samples-times-a-second-in", value);
            case SCALE -> say("core.remedy.cache.ChangeCache.multiplies-all-lengths-by-the-declared", value);
            case TURN -> say("core.remedy.cache.ChangeCache.turns-everything-so-that-what-points-2", value);
        };
    }

    private String which() {
        return value.isEmpty() || value.equals(EVERY) ? say("core.remedy.cache.ChangeCache.every-mesh") : value;
    }

    @Override
    public Scene apply(Scene scene) {
        if (scene.caches().isEmpty()) {
            return scene;
        }
        List<Cache> out =
                scene.caches().stream().map(c -> change(c, scene.stage())).toList();
        Scene changed = scene.withCaches(out);
        if (kind != Kind.CUT && kind != Kind.SHIFT && kind != Kind.RESAMPLE) {
            return changed;
        }
        double start = Double.POSITIVE_INFINITY;
        double end = Double.NEGATIVE_INFINITY;
        for (Cache c : out) {
            start = Math.min(start, c.range()[0]);
            end = Math.max(end, c.range()[1]);
        }
        Stage stage = scene.stage().withRange(start, end);
        return changed.withStage(kind == Kind.RESAMPLE ? stage.withRate(rate()) : stage);
    }

    private FrameRate rate() {
        return RemedyValue.of(value).rate();
    }

    private Cache change(Cache c, Stage stage) {
        RemedyValue v = RemedyValue.of(value);
        PathPattern every = new PathPattern(value.isEmpty() ? EVERY : value);
        return switch (kind) {
            case SPLIT_PIECES -> CacheEdits.split(c, every, n -> new MeshSplit(n).byConnectivity());
            case SPLIT_FACE_SETS -> CacheEdits.split(c, every, n -> new MeshSplit(n).byFaceSets());
            case SPLIT_REGIONS ->
                CacheEdits.split(
                        c, new PathPattern(EVERY), n -> new MeshSplit(n).byRegion(v.number() / stage.metersPerUnit()));
            case SPLIT_ATTRIBUTE ->
                CacheEdits.split(
                        c,
                        new PathPattern(EVERY),
                        n -> n.param(value) == null ? List.of(n) : new MeshSplit(n).byParam(value));
            case RIGID -> CacheEdits.rigid(c, millimetres(stage), new double[1]);
            case SHARE -> EqualMeshes.of(c, millimetres(stage)).shared(c);
            case DROP -> CacheEdits.drop(c, every);
            case JOIN -> CacheEdits.join(c, new PathPattern(part(kind, value, 0)), part(kind, value, 1));
            case REGROUP ->
                CacheEdits.regroup(c, CacheEdits.plan(c, new PathPattern(part(kind, value, 0)), part(kind, value, 1)));
            case POSITIONS -> CacheEdits.positionsOnly(c);
            case CUT ->
                CacheTime.cut(
                        c,
                        stage.rate().seconds(v.first().number()),
                        stage.rate().seconds(v.second("").number()));
            case SHIFT -> CacheTime.shift(c, stage.rate().seconds(v.number()));
            case RESAMPLE -> {
                double[] r = c.range();
                yield CacheTime.resample(c, SampleTimes.frames(r[0], r[1], rate()));
            }
            case SCALE -> CacheSpace.scaled(c, v.number());
            case TURN ->
                CacheSpace.moved(
                        c, new Matrix4d(v.first().axis().turnTo(v.second("").axis())));
        };
    }

    private double millimetres(Stage stage) {
        return leeway(RemedyValue.of(value)) / 1000 / stage.metersPerUnit();
    }

    /** In millimetres. */
    private static double leeway(RemedyValue v) {
        double mm = v.text().isEmpty() ? LEEWAY : v.number();
        if (mm < 0) {
            throw new IllegalArgumentException(
                    say("core.remedy.cache.ChangeCache.expected-millimetres-of-0-or-more", v.text()));
        }
        return mm;
    }

    /** Before or after the arrow. */
    private static String part(Kind kind, String value, int i) {
        String[] two = value.split(ARROW, 2);
        if (two.length < 2 || two[0].isBlank() || two[1].isBlank()) {
            throw new IllegalArgumentException(
                    say("core.remedy.cache.ChangeCache.needs-a-pattern-and-what-it", kind.code(), ARROW, value));
        }
        return two[i].strip();
    }

    /** Caches in another place or size, for changes that move the whole scene. */
    public static Scene moved(Scene scene, double factor, Matrix4d matrix) {
        return scene.caches().isEmpty()
                ? scene
                : scene.withCaches(scene.caches().stream()
                        .map(c -> CacheSpace.moved(CacheSpace.scaled(c, factor), matrix))
                        .toList());
    }
}
