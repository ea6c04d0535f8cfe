package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.app.TryOnJob;
import idleheron.core.Wording;
import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;

/** What the sheet to try on asks and tells. */
public final class TryOnModel {
    private static final double MM = 1000;

    /**
     * How it is tried on.
     *
     * @param clip by name
     * @param subSteps of a frame
     * @param thickness that stays between cloth and body, mm
     * @param against what keeps it out of the body
     */
    public record Way(String clip, int subSteps, double thickness, TryOn.Against against) {}

    /**
     * Garments over a clip.
     *
     * @param way how they were tried on
     * @param tried their figures
     * @param cache they alone, as a cache
     * @param shown the body in its clips and they
     */
    public record Shown(Way way, List<TryOnJob.Tried> tried, Scene cache, Scene shown) {}

    private final Scene scene;
    private final Worn worn;

    /** @param scene in which something is worn */
    public TryOnModel(Scene scene) {
        this.scene = scene;
        worn = Objects.requireNonNull(Worn.in(scene));
    }

    /** Whether a scene holds something to try on, and something to try it on in. */
    public static boolean isOffered(Scene s) {
        Worn w = Worn.in(s);
        return w != null && !w.garments().isEmpty() && !s.clips().isEmpty();
    }

    public List<String> clips() {
        return scene.clips().stream().map(Clip::name).toList();
    }

    /** What can keep it out. */
    public List<TryOn.Against> against() {
        return Collider.in(scene).isEmpty()
                ? List.of(TryOn.Against.SURFACE, TryOn.Against.NOTHING)
                : List.of(TryOn.Against.values());
    }

    /** As the garments say. */
    public Way usual() {
        double steps = 1;
        double thickness = Drape.Setting.THICKNESS.least();
        for (int g : worn.garments()) {
            Drape d = Drape.of(scene.nodes().get(g));
            steps = Math.max(steps, d.get(Drape.Setting.SUB_STEPS));
            thickness = Math.max(thickness, d.get(Drape.Setting.THICKNESS));
        }
        return new Way(clips().getFirst(), (int) steps, MM * thickness, TryOn.Against.SURFACE);
    }

    /** What is to be known before: which garments nothing lets loose. */
    public String before() {
        List<String> held = worn.garments().stream()
                .filter(g ->
                        !FreedomMap.isOn(scene.meshes().get(scene.nodes().get(g).payload())))
                .map(g -> scene.nodes().get(g).name())
                .toList();
        return held.isEmpty()
                ? ""
                : say(
                        "desktop.garment.TryOnModel.no-freedom-map-and-will-follow",
                        Wording.listed(held)
                                + (held.size() == 1
                                        ? say("desktop.garment.TryOnModel.has")
                                        : say("desktop.garment.TryOnModel.have")));
    }

    /**
     * Tries on.
     *
     * @throws IOException when there is no room for the frames
     * @throws IllegalArgumentException with a line for the user where it cannot be done
     */
    public Shown run(Way way, Progress progress) throws IOException {
        TryOnJob job = new TryOnJob(
                Path.of(""),
                Path.of(""),
                SceneFiles::read,
                way.clip,
                s -> s.withSubSteps(way.subSteps).withThickness(way.thickness / MM),
                way.against,
                0);
        TryOnJob.Result r = job.run(scene, scene.name(), progress);
        return new Shown(way, r.tried(), r.scene(), beside(r.scene()));
    }

    /** The body without what is modelled on it, and what was tried on. */
    private Scene beside(Scene cache) {
        return new ConvertStage(AxisSystem.COMMON, 1)
                .apply(Worn.undressed(scene))
                .withCaches(cache.caches());
    }
}
