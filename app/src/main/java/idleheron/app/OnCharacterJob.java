package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.character.compare.SkeletonFit;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.job.Progress;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/**
 * Clips that came without a surface, on a character that was delivered before.
 *
 * @param clips a scene of joints and clips
 * @param character file of the character
 */
public record OnCharacterJob(Scene clips, Path character) {
    /**
     * What came of it.
     *
     * @param scene the character, moved by the clips; in the stage of the character
     * @param fit how the joints that move fit it
     */
    public record Result(Scene scene, SkeletonFit fit) {}

    /** Whether a scene is of that kind: joints, clips, and no surface. */
    public static boolean isFor(Scene s) {
        return s.meshes().isEmpty()
                && s.caches().isEmpty()
                && !s.clips().isEmpty()
                && !s.joints().isEmpty();
    }

    /**
     * @throws IOException when the character cannot be read
     * @throws UsageException when it has no joints, or the two cannot be put together
     */
    public Result run(Progress progress) throws IOException {
        Scene body = SceneFiles.read(character, progress.part(0, 0.8)).scene();
        if (body.joints().isEmpty()) {
            throw new UsageException(say("app.OnCharacterJob.has-no-joints-that-clips-could", character.getFileName()));
        }
        SkeletonFit fit = SkeletonFit.of(clips, body);
        Scene alike = new ConvertStage(body.stage().axes(), body.stage().metersPerUnit()).apply(clips);
        try {
            SceneMerge both = SceneMerge.of(List.of(body.withClips(List.of()), alike));
            return new Result(both.scene(), fit);
        } catch (IllegalArgumentException e) {
            throw new UsageException(String.valueOf(e.getMessage()));
        }
    }
}
