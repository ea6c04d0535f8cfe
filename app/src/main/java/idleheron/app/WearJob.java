package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.crossing.Dressing;
import idleheron.core.crossing.Refitting;
import idleheron.core.garment.PosedDepth;
import idleheron.core.garment.Worn;
import idleheron.core.garment.tryon.PushOut;
import idleheron.core.garment.weights.TransferFigures;
import idleheron.core.job.Progress;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Puts a garment on a body and gives it the body's weights.
 *
 * @param way how the files are read
 * @param weights how weights are taken over
 * @param from the body that it was made for, or null for this one
 * @param out how far from the new body it stays where it is refitted, metres
 */
public record WearJob(
        Path garment,
        Path body,
        SceneFiles.Way way,
        TakeWeights weights,
        @Nullable Path from,
        double out) {
    /** Frames of a clip that are looked at. */
    private static final int FRAMES = 48;

    /**
     * What came of it.
     *
     * @param both garment and body
     * @param alone the garment on the skeleton of the body
     * @param figures per garment, by the name of its node
     * @param posed how far garments go into the body in its clips
     * @param refit per garment what refitting did to it; empty where it was not asked for
     */
    public record Result(
            Scene both,
            Scene alone,
            Map<String, TransferFigures> figures,
            List<PosedDepth> posed,
            Map<String, PushOut> refit) {}

    /** Garment and body as one scene, with what is worn by what. */
    public static Dressing dressed(Path garment, Path body, SceneFiles.Way way, Progress progress) throws IOException {
        Scene wearer = way.read(body, progress.part(0, 0.5)).scene();
        Scene cloth = way.read(garment, progress.part(0.5, 1)).scene();
        return Dressing.of(wearer, cloth);
    }

    /**
     * @throws IOException when a file cannot be read
     * @throws IllegalArgumentException where the body has no skin, or speaks for no point of a garment
     */
    public Result run(Progress progress) throws IOException {
        Scene wearing = way.read(body, progress.part(0, 0.1)).scene();
        Scene cloth = way.read(garment, progress.part(0.1, 0.2)).scene();
        Map<String, PushOut> refit = Map.of();
        if (from != null) {
            Refitting r = Refitting.of(way.read(from, progress.part(0.2, 0.3)).scene(), wearing, cloth, out);
            cloth = r.garment();
            refit = r.figures();
        }
        Dressing d = Dressing.of(wearing, cloth);
        Scene s = d.scene();
        Worn worn = java.util.Objects.requireNonNull(Worn.in(s));
        int wearer = worn.body();
        Skin skin = s.meshes().get(s.nodes().get(wearer).payload()).skin();
        if (skin == null) {
            throw new IllegalArgumentException(say(
                    "app.WearJob.has-no-weights-that-a-garment",
                    s.nodes().get(wearer).name()));
        }
        Map<String, TransferFigures> figures = new LinkedHashMap<>();
        progress.at(0.3, say("app.WearJob.taking-weights-over"));
        Scene both = weights.dress(s, (g, f) -> figures.put(s.nodes().get(g).name(), f));
        for (int g : worn.garments()) {
            if (!figures.containsKey(s.nodes().get(g).name())) {
                weights.taken(s, TakeWeights.body(s, wearer, skin), g); // tells why it took none
            }
        }
        List<PosedDepth> posed = PosedDepth.of(both, worn, FRAMES, progress.part(0.6, 1));
        return new Result(both, d.alone(both), figures, posed, refit);
    }
}
