package idleheron.core.remedy.cache;

import idleheron.core.Figure;
import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheEdits;
import idleheron.core.cache.CacheSpace;
import idleheron.core.cache.CacheTime;
import idleheron.core.cache.EqualMeshes;
import idleheron.core.cache.MeshSplit;
import idleheron.core.cache.PathPattern;
import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.core.time.SampleTimes;
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
        SPLIT_PIECES("split-pieces", "Split into pieces"),
        SPLIT_FACE_SETS("split-face-sets", "Split by face sets"),
        SPLIT_REGIONS("split-regions", "Split by region"),
        SPLIT_ATTRIBUTE("split-attribute", "Split by an attribute"),
        RIGID("rigid-to-transforms", "Rigid motion as transforms"),
        SHARE("share-meshes", "Equal meshes once"),
        DROP("drop-objects", "Leave objects out"),
        JOIN("join-meshes", "Join meshes"),
        REGROUP("regroup", "Regroup the tree"),
        POSITIONS("positions-only", "Keep only positions"),
        CUT("cut-cache", "Cut the cache"),
        SHIFT("shift-cache", "Shift the cache"),
        RESAMPLE("resample-cache", "Another rate"),
        SCALE("scale-cache", "Scale the cache"),
        TURN("turn-cache", "Stand the cache up");

        private final String code;
        private final String title;

        Kind(String code, String title) {
            this.code = code;
            this.title = title;
        }

        public String code() {
            return code;
        }
    }

    private static final String EVERY = "**";
    private static final String ARROW = "=>";

    /** By default surfaces may move by so much, in millimetres. */
    public static final double LEEWAY = 0.01;

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

    public static ChangeCache drop(String pattern) {
        return new ChangeCache(Kind.DROP, pattern);
    }

    /** Paths that match one pattern to others, in which {1} is what the first star stands for. */
    public static ChangeCache regroup(String from, String to) {
        return new ChangeCache(Kind.REGROUP, from + ARROW + to);
    }

    public static ChangeCache shift(double frames) {
        return new ChangeCache(Kind.SHIFT, Figure.exact(frames));
    }

    public static ChangeCache cut(double first, double last) {
        return new ChangeCache(Kind.CUT, Figure.exact(first) + ":" + Figure.exact(last));
    }

    public static ChangeCache resample(FrameRate rate) {
        return new ChangeCache(Kind.RESAMPLE, Figure.exact(rate.perSecond()));
    }

    public static ChangeCache scale(double factor) {
        return new ChangeCache(Kind.SCALE, Figure.exact(factor));
    }

    /** A quarter turn that brings one axis to another. */
    public static ChangeCache turn(SignedAxis from, SignedAxis to) {
        return new ChangeCache(Kind.TURN, from.label() + ":" + to.label());
    }

    /**
     * @throws IllegalArgumentException when there is no such kind
     */
    public static ChangeCache of(String code, String value) {
        for (Kind k : Kind.values()) {
            if (k.code.equals(code)) {
                return new ChangeCache(k, value);
            }
        }
        throw new IllegalArgumentException("no change of caches is called " + code);
    }

    /** Codes of all kinds. */
    public static List<String> codes() {
        return java.util.Arrays.stream(Kind.values()).map(k -> k.code).toList();
    }

    @Override
    public String code() {
        return kind.code;
    }

    @Override
    public String recipe() {
        return value.isEmpty() ? kind.code : kind.code + "=" + value;
    }

    @Override
    public String title() {
        return kind.title;
    }

    @Override
    public String describe() {
        return switch (kind) {
            case SPLIT_PIECES -> "Makes an object of every piece that hangs together in " + which() + ".";
            case SPLIT_FACE_SETS -> "Makes an object of every face set of " + which() + ".";
            case SPLIT_REGIONS -> "Makes an object of what lies in each cell of " + value + " m.";
            case SPLIT_ATTRIBUTE -> "Makes an object for every value of " + value + ".";
            case RIGID ->
                "Keeps a mesh that moves without bending as one still mesh under a transform; points move by at most "
                        + value + " mm.";
            case SHARE ->
                "Keeps meshes that are the same but for where they stand once, and the others as instances; points"
                        + " move by at most " + value + " mm.";
            case DROP -> "Leaves out " + which() + ".";
            case JOIN -> "Makes one mesh of " + value.replace(ARROW, ", called ") + ", a face set for each.";
            case REGROUP -> "Moves " + value.replace(ARROW, " to ") + ".";
            case POSITIONS -> "Leaves out UV, normals, velocities, attributes and the user's properties.";
            case CUT -> "Leaves only samples of frames " + value.replace(":", " to ") + ".";
            case SHIFT -> "Moves all samples by " + value + " frames.";
            case RESAMPLE -> "Writes samples " + value + " times a second, in between by proportion.";
            case SCALE -> "Multiplies all lengths by " + value + "; the declared unit stays.";
            case TURN -> "Turns everything so that what points along one axis points along the other: " + value + ".";
        };
    }

    private String which() {
        return value.isEmpty() || value.equals(EVERY) ? "every mesh" : value;
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
        return FrameRate.nearest(Double.parseDouble(value));
    }

    private Cache change(Cache c, Stage stage) {
        PathPattern every = new PathPattern(value.isEmpty() ? EVERY : value);
        return switch (kind) {
            case SPLIT_PIECES -> CacheEdits.split(c, every, n -> new MeshSplit(n).byConnectivity());
            case SPLIT_FACE_SETS -> CacheEdits.split(c, every, n -> new MeshSplit(n).byFaceSets());
            case SPLIT_REGIONS ->
                CacheEdits.split(
                        c,
                        new PathPattern(EVERY),
                        n -> new MeshSplit(n).byRegion(Double.parseDouble(value) / stage.metersPerUnit()));
            case SPLIT_ATTRIBUTE ->
                CacheEdits.split(
                        c,
                        new PathPattern(EVERY),
                        n -> n.param(value) == null ? List.of(n) : new MeshSplit(n).byParam(value));
            case RIGID -> CacheEdits.rigid(c, millimetres(stage), new double[1]);
            case SHARE -> EqualMeshes.of(c, millimetres(stage)).shared(c);
            case DROP -> CacheEdits.drop(c, every);
            case JOIN -> CacheEdits.join(c, new PathPattern(part(0)), part(1));
            case REGROUP -> CacheEdits.regroup(c, CacheEdits.plan(c, new PathPattern(part(0)), part(1)));
            case POSITIONS -> CacheEdits.positionsOnly(c);
            case CUT ->
                CacheTime.cut(c, stage.rate().seconds(frame(0)), stage.rate().seconds(frame(1)));
            case SHIFT -> CacheTime.shift(c, stage.rate().seconds(Double.parseDouble(value)));
            case RESAMPLE -> {
                double[] r = c.range();
                yield CacheTime.resample(c, SampleTimes.frames(r[0], r[1], rate()));
            }
            case SCALE -> CacheSpace.scaled(c, Double.parseDouble(value));
            case TURN -> CacheSpace.moved(c, new Matrix4d(axis(0).turnTo(axis(1))));
        };
    }

    private double millimetres(Stage stage) {
        return (value.isEmpty() ? LEEWAY : Double.parseDouble(value)) / 1000 / stage.metersPerUnit();
    }

    /** Before or after the arrow. */
    private String part(int i) {
        String[] two = value.split(ARROW, 2);
        if (two.length < 2 || two[0].isBlank() || two[1].isBlank()) {
            throw new IllegalArgumentException(
                    code() + " needs a pattern, " + ARROW + " and what it becomes, found \"" + value + "\"");
        }
        return two[i].strip();
    }

    private SignedAxis axis(int i) {
        String[] two = value.split(":", 2);
        String told = two[Math.min(i, two.length - 1)].strip();
        for (SignedAxis a : SignedAxis.values()) {
            if (a.label().equalsIgnoreCase(told)) {
                return a;
            }
        }
        throw new IllegalArgumentException("no axis " + told + ", expected X, Y, Z or -X, -Y, -Z");
    }

    private double frame(int i) {
        String[] two = value.split(":", 2);
        return Double.parseDouble(two[Math.min(i, two.length - 1)]);
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
