package idleheron.app;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.PosedDepth;
import idleheron.core.garment.Worn;
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

/**
 * Puts a garment on a body and gives it the body's weights.
 *
 * @param way how the files are read
 * @param weights how weights are taken over
 */
public record WearJob(Path garment, Path body, SceneFiles.Way way, TakeWeights weights) {
    /** Frames of a clip that are looked at. */
    private static final int FRAMES = 48;

    /**
     * What came of it.
     *
     * @param both garment and body
     * @param alone the garment on the skeleton of the body
     * @param figures per garment, by the name of its node
     * @param posed how far garments go into the body in its clips
     */
    public record Result(Scene both, Scene alone, Map<String, TransferFigures> figures, List<PosedDepth> posed) {}

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
        Dressing d = dressed(garment, body, way, progress.part(0, 0.3));
        Scene s = d.scene();
        Worn worn = java.util.Objects.requireNonNull(Worn.in(s));
        int wearer = worn.body();
        Skin skin = s.meshes().get(s.nodes().get(wearer).payload()).skin();
        if (skin == null) {
            throw new IllegalArgumentException(
                    s.nodes().get(wearer).name() + " has no weights that a garment could take over");
        }
        Map<String, TransferFigures> figures = new LinkedHashMap<>();
        progress.at(0.3, "taking weights over");
        Scene both = weights.dress(s, (g, f) -> figures.put(s.nodes().get(g).name(), f));
        for (int g : worn.garments()) {
            if (!figures.containsKey(s.nodes().get(g).name())) {
                weights.taken(s, TakeWeights.body(s, wearer, skin), g); // tells why it took none
            }
        }
        List<PosedDepth> posed = PosedDepth.of(both, worn, FRAMES, progress.part(0.6, 1));
        return new Result(both, d.alone(both), figures, posed);
    }
}
