package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;

/** Keys every curve on every frame of its clip, straight between them; layers are flattened first. Exact at the frames. */
public record BakeClips() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "bake-clips",
                    BakeClips.class,
                    Keeps.PICTURE,
                    say("core.remedy.clip.BakeClips.keys-every-channel-that-moves-on"))
            .told(new BakeClips())
            .measured(FlattenLayers.UNPLAIN);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.BakeClips.bake-the-clips");
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.BakeClips.keys-every-channel-that-moves-on-2");
    }

    @Override
    public Scene apply(Scene scene) {
        Scene flat = FlattenLayers.of(scene);
        return flat.withClips(flat.clips().stream().map(BakeClips::baked).toList());
    }

    private static Clip baked(Clip clip) {
        double[] times = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), clip.rate());
        return clip.mapCurves(c -> c.sampled(times));
    }
}
