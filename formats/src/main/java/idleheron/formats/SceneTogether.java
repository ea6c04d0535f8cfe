package idleheron.formats;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.job.Progress;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.formats.formula.MotionText;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Reads several files as one scene. */
public final class SceneTogether {
    private SceneTogether() {}

    /**
     * Reads each in a way of one's own and puts them together, in the stage of the first that is no motion by formula.
     *
     * @throws idleheron.formats.bytes.FormatException when one of them is no format that is known, or is broken, or is a motion that does not fit
     * @throws IllegalArgumentException when they do not belong together
     */
    public static SceneMerge read(List<Path> files, SceneFiles.Way way, Progress progress) throws IOException {
        List<Scene> all = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            all.add(way.read(files.get(i), progress.part((double) i / files.size(), (i + 1.0) / files.size()))
                    .scene());
        }
        all.sort(Comparator.comparing(s -> MotionPlan.alone(s) != null)); // onto the figures that come with them
        Stage first = all.getFirst().stage();
        ConvertStage alike = new ConvertStage(first.axes(), first.metersPerUnit());
        List<Scene> parts = all.stream().map(alike::apply).toList();
        try {
            return SceneMerge.of(parts);
        } catch (FormulaFault f) {
            throw MotionText.broken(f);
        }
    }
}
