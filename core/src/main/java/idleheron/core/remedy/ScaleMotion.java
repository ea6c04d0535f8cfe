package idleheron.core.remedy;

import idleheron.core.scene.Channel;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import idleheron.core.scene.Scene;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Scales the translation keys of all clips; the bones at rest, and the surface, stay. */
public record ScaleMotion(double factor) implements Remedy {
    @Override
    public String code() {
        return "scale-motion";
    }

    @Override
    public String title() {
        return "Scale animated translations";
    }

    @Override
    public String describe() {
        return String.format(java.util.Locale.ROOT, "Multiplies every translation key by %.6g.", factor);
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withClips(scene.clips().stream().map(this::scaled).toList());
    }

    private Clip scaled(Clip c) {
        List<Clip.NodeTrack> tracks = c.nodes().stream()
                .map(t -> {
                    @Nullable Curve[] curves = t.curves().clone();
                    for (Channel ch : List.of(Channel.TRANSLATE_X, Channel.TRANSLATE_Y, Channel.TRANSLATE_Z)) {
                        Curve k = curves[ch.ordinal()];
                        curves[ch.ordinal()] = k == null ? null : k.mapped(factor, 0);
                    }
                    return new Clip.NodeTrack(t.node(), curves);
                })
                .toList();
        return c.withTracks(tracks, c.shapes());
    }
}
