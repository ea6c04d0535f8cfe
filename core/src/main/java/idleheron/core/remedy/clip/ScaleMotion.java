package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Scales the translation keys of all clips; the bones at rest, and the surface, stay.
 *
 * @param nodes names of those whose keys are scaled; empty for all
 */
public record ScaleMotion(double factor, List<String> nodes) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
            "scale-motion",
            ScaleMotion.class,
            Keeps.OTHERS,
            say("core.remedy.clip.ScaleMotion.multiplies-translation-keys-the-bones-at"));

    public ScaleMotion {
        if (!Double.isFinite(factor)) {
            throw new IllegalArgumentException(
                    say("core.remedy.clip.ScaleMotion.a-factor-of-expected-a-finite", factor));
        }
        nodes = List.copyOf(nodes);
    }

    /** Of everything that moves. */
    public ScaleMotion(double factor) {
        this(factor, List.of());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.ScaleMotion.scale-animated-translations");
    }

    @Override
    public String describe() {
        return String.format(
                java.util.Locale.ROOT,
                say("core.remedy.clip.ScaleMotion.multiplies-every-translation-key-s-by"),
                nodes.isEmpty()
                        ? ""
                        : nodes.size() == 1
                                ? say("core.remedy.clip.ScaleMotion.of", nodes.getFirst())
                                : say("core.remedy.clip.ScaleMotion.of-nodes", nodes.size()),
                factor);
    }

    @Override
    public Scene apply(Scene scene) {
        return scene.withClips(scene.clips().stream().map(c -> scaled(scene, c)).toList());
    }

    private Clip scaled(Scene scene, Clip c) {
        List<Clip.NodeTrack> tracks = c.nodes().stream()
                .map(t -> nodes.isEmpty()
                                || nodes.contains(scene.nodes().get(t.node()).name())
                        ? scaled(t)
                        : t)
                .toList();
        return c.withTracks(tracks, c.shapes());
    }

    private Clip.NodeTrack scaled(Clip.NodeTrack t) {
        @Nullable Curve[] curves = t.curves().clone();
        for (Channel ch : List.of(Channel.TRANSLATE_X, Channel.TRANSLATE_Y, Channel.TRANSLATE_Z)) {
            Curve k = curves[ch.ordinal()];
            curves[ch.ordinal()] = k == null ? null : k.mapped(factor, 0);
        }
        return new Clip.NodeTrack(t.node(), curves);
    }
}
