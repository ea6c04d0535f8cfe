package idleheron.core.remedy.volume;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.volume.Volume;
import java.util.List;

/** Adds a number to the frame of every file of a volume. */
public record RenumberFrames(int by) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "renumber-frames",
                    RenumberFrames.class,
                    Keeps.OTHERS,
                    say("core.remedy.volume.RenumberFrames.adds-a-number-to-the-frame"))
            .told("=BY", v -> new RenumberFrames(v.whole()))
            .measured(VolumeMeasures.FRAMES)
            .outcome(VolumeMeasures.UNTOUCHED);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.volume.RenumberFrames.renumber-frames");
    }

    @Override
    public String describe() {
        return say("core.remedy.volume.RenumberFrames.adds-to-the-number-of-every", by);
    }

    @Override
    public Scene apply(Scene scene) {
        if (scene.volumes().isEmpty() || by == 0) {
            return scene;
        }
        List<Volume> moved = scene.volumes().stream()
                .map(v -> v.withFrames(v.frames().stream()
                        .map(f -> f.withNumber(f.number() + by))
                        .toList()))
                .toList();
        double d = scene.stage().rate().seconds(by) - scene.stage().rate().seconds(0);
        return scene.withVolumes(moved)
                .withStage(scene.stage()
                        .withRange(
                                scene.stage().startSeconds() + d, scene.stage().endSeconds() + d));
    }
}
