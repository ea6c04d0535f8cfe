package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.bake.Bake;
import idleheron.core.cache.Cache;
import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.tryon.ClothSettings;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.garment.tryon.TryOnFrame;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.SetFreedom;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * Tries a garment on over a clip, as a cache. A garment that no joint moves takes weights from the body first.
 *
 * @param way how the files are read
 * @param clip by name, null for the first
 * @param change what is other than what the garment says of its cloth
 * @param against what keeps it out of the body
 * @param free how far what has no freedom map may leave its skin below its upper border, metres; 0 for not at all
 */
public record TryOnJob(
        Path garment,
        Path body,
        SceneFiles.Way way,
        @Nullable String clip,
        UnaryOperator<ClothSettings> change,
        TryOn.Against against,
        double free) {
    /** Stretch of 99 % of edges above this, or faster than {@link #WILD}, is no cloth any more. */
    private static final double UNSTABLE = 1.5;

    /** Metres a second. */
    private static final double WILD = 20;

    private static final double MM = 1000;
    private static final int NAMED = 3;

    /**
     * A garment over the clip.
     *
     * @param name of its node
     * @param points that are worked on
     * @param settings that were used
     * @param steadySteps sub-steps of a frame that would be needed without tethers
     * @param frames in figures
     * @param joints where it went into the body: per joint the worst depth, metres
     * @param finite whether it stayed whole
     */
    public record Tried(
            String name,
            int points,
            ClothSettings settings,
            int steadySteps,
            List<TryOnFrame> frames,
            Map<String, Double> joints,
            boolean finite) {
        /** The frame at which it is deepest inside the body. */
        public TryOnFrame deepest() {
            return frames.stream()
                    .reduce((a, b) -> b.depth() > a.depth() ? b : a)
                    .orElseThrow();
        }

        /** The frame at which 99 % of its edges are stretched most. */
        public TryOnFrame longest() {
            return frames.stream()
                    .reduce((a, b) -> b.stretchMost() > a.stretchMost() ? b : a)
                    .orElseThrow();
        }

        /** What came of it, a line each. */
        public List<String> told() {
            TryOnFrame deep = deepest();
            TryOnFrame far = longest();
            double moved = frames.stream().mapToDouble(TryOnFrame::moved).max().orElse(0);
            List<String> out = new ArrayList<>();
            out.add(say(
                    "app.TryOnJob.99-of-its-edges-at-most",
                    Figure.number(far.stretchMost()),
                    Figure.number(far.frame())));
            out.add(
                    deep.depth() > 0
                            ? say(
                                    "app.TryOnJob.goes-in-mm-at-frame",
                                    Figure.number(MM * deep.depth()),
                                    Figure.number(deep.frame()),
                                    places())
                            : say("app.TryOnJob.goes-in-nowhere"));
            out.add(say("app.TryOnJob.95-of-it-within-mm-of", Figure.number(MM * moved)));
            if (!isStable()) {
                out.add(
                        finite
                                ? say("app.TryOnJob.not-stable-more-sub-steps-or")
                                : say("app.TryOnJob.not-stable-its-places-are-no"));
            }
            return out;
        }

        /** Where it went in deepest: "forearm_l 1.784 mm, hips 1.366 mm". */
        private String places() {
            return String.join(
                    ", ",
                    joints.entrySet().stream()
                            .sorted(Map.Entry.<String, Double>comparingByValue(Comparator.reverseOrder()))
                            .limit(NAMED)
                            .map(e -> say("app.TryOnJob.mm", e.getKey(), Figure.number(MM * e.getValue())))
                            .toList());
        }

        /** Whether it behaved like cloth. */
        public boolean isStable() {
            return finite
                    && longest().stretchMost() <= UNSTABLE
                    && frames.stream().allMatch(f -> f.fastest() <= WILD);
        }
    }

    /**
     * What came of it.
     *
     * @param scene the cache, metres, Y up
     * @param clip that was played
     */
    public record Result(Scene scene, String clip, List<Tried> tried) {}

    /** The clip of a name, or the first. */
    static Clip clip(Scene s, @Nullable String name) {
        return s.clips().stream()
                .filter(c -> name == null || c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException(
                        name == null
                                ? say("app.TryOnJob.the-body-has-no-clip-to")
                                : say(
                                        "app.TryOnJob.the-body-has-no-clip-there",
                                        name,
                                        String.join(
                                                ", ",
                                                s.clips().stream()
                                                        .map(Clip::name)
                                                        .toList()))));
    }

    /**
     * @throws IOException when a file cannot be read
     * @throws IllegalArgumentException where there is no such clip, no weights can be taken, or colliders are missing
     */
    public Result run(Progress progress) throws IOException {
        Dressing d = WearJob.dressed(garment, body, way, progress.part(0, 0.2));
        return run(d.scene(), d.garment().name(), progress.part(0.2, 1));
    }

    /**
     * Reads once and tries on twice.
     *
     * @param other how it is tried on the second time
     */
    public List<Result> beside(TryOnJob other, Progress progress) throws IOException {
        Dressing d = WearJob.dressed(garment, body, way, progress.part(0, 0.2));
        String name = d.garment().name();
        return List.of(
                run(d.scene(), name, progress.part(0.2, 0.6)), other.run(d.scene(), name, progress.part(0.6, 1)));
    }

    /**
     * As {@link #run(Progress)}, for a scene in which something is worn.
     *
     * @param name of what comes of it
     */
    public Result run(Scene dressed, String name, Progress progress) throws IOException {
        Clip plays = clip(dressed, clip);
        Scene s = dressed;
        Worn worn = Objects.requireNonNull(Worn.in(s));
        if (worn.garments().stream()
                .anyMatch(g ->
                        dressed.meshes().get(dressed.nodes().get(g).payload()).skin() == null)) {
            s = TakeWeights.USUAL.apply(s);
        }
        if (free > 0) {
            s = loosened(s, worn);
        }
        List<TryOn> all = new ArrayList<>();
        List<ClothSettings> settings = new ArrayList<>();
        List<List<TryOnFrame>> frames = new ArrayList<>();
        List<Map<String, Double>> joints = new ArrayList<>();
        for (int g : worn.garments()) {
            settings.add(change.apply(ClothSettings.of(Drape.of(s.nodes().get(g)))));
            all.add(new TryOn(s, g, worn.body(), plays, settings.getLast(), against));
            frames.add(new ArrayList<>());
            joints.add(new TreeMap<>());
        }
        @Nullable Wrap[] carried = new @Nullable Wrap[all.size()];
        int[] owner = new int[all.size()];
        for (int i = 0; i < owner.length; i++) {
            owner[i] = owner(all, i);
            carried[i] = owner[i] == i ? null : all.get(owner[i]).carrying(all.get(i));
        }
        double[] times = SampleTimes.frames(plays.startSeconds(), plays.endSeconds(), plays.rate());
        Cache c = Bake.told(
                s,
                worn.garments(),
                times,
                seconds -> {
                    List<float[]> out = new ArrayList<>();
                    for (int i = 0; i < all.size(); i++) {
                        TryOn t = all.get(i);
                        TryOnFrame f = frames.get(i).isEmpty() ? t.first() : t.step(seconds);
                        frames.get(i).add(f);
                        String at = f.depth() > 0 ? t.joint(f.deepest()) : "";
                        if (!at.isEmpty()) {
                            joints.get(i).merge(at, f.depth(), Math::max);
                        }
                        out.add(floats(t.places()));
                    }
                    for (int i = 0; i < all.size(); i++) {
                        Wrap w = carried[i];
                        if (w != null) {
                            out.set(i, floats(all.get(owner[i]).carried(w)));
                        }
                    }
                    return out;
                },
                progress);
        Stage stage = Stage.COMMON.withRate(plays.rate()).withRange(plays.startSeconds(), plays.endSeconds());
        List<Tried> tried = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            tried.add(new Tried(
                    s.nodes().get(worn.garments().get(i)).name(),
                    all.get(i).points(),
                    settings.get(i),
                    all.get(i).steadySteps(),
                    frames.get(i),
                    joints.get(i),
                    all.get(i).isFinite()));
        }
        return new Result(Scene.bare(name, stage).withCaches(List.of(c)), plays.name(), tried);
    }

    /** With a map for what has none. */
    private Scene loosened(Scene s, Worn worn) {
        List<Integer> bare = worn.garments().stream()
                .filter(g -> !FreedomMap.isOn(s.meshes().get(s.nodes().get(g).payload())))
                .toList();
        return bare.isEmpty()
                ? s
                : SetFreedom.usual(100 * free)
                        .apply(s.with(Worn.KEY, List.of(new Worn(worn.body(), bare))))
                        .with(Worn.KEY, List.of(worn));
    }

    /** The garment that another goes along with: small pieces with the nearest that is none; itself otherwise. */
    private static int owner(List<TryOn> all, int of) {
        int best = of;
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < all.size() && all.get(of).isTrims(); i++) {
            double d =
                    all.get(i).isTrims() ? least : all.get(i).near(all.get(of).somewhere());
            if (d < least) {
                least = d;
                best = i;
            }
        }
        return best;
    }

    static float[] floats(double[] v) {
        float[] out = new float[v.length];
        for (int k = 0; k < out.length; k++) {
            out[k] = (float) v[k];
        }
        return out;
    }
}
