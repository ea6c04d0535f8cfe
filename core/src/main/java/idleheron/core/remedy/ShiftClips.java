package idleheron.core.remedy;

import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Moves all keys and ranges in time. */
public record ShiftClips(double seconds) implements Remedy {
    @Override
    public String code() {
        return "shift-clips";
    }

    @Override
    public String title() {
        return "Shift the clips";
    }

    @Override
    public String describe() {
        return String.format(java.util.Locale.ROOT, "Moves every key and range by %.6f s.", seconds);
    }

    @Override
    public Scene apply(Scene scene) {
        List<Clip> out = new ArrayList<>();
        for (Clip c : scene.clips()) {
            List<Clip.NodeTrack> nodes = new ArrayList<>();
            for (Clip.NodeTrack t : c.nodes()) {
                @Nullable Curve[] curves = t.curves().clone();
                for (int i = 0; i < curves.length; i++) {
                    Curve k = curves[i];
                    curves[i] = k == null ? null : k.shifted(seconds);
                }
                nodes.add(new Clip.NodeTrack(t.node(), curves));
            }
            List<Clip.ShapeTrack> shapes = c.shapes().stream()
                    .map(s ->
                            new Clip.ShapeTrack(s.mesh(), s.shape(), s.weight().shifted(seconds)))
                    .toList();
            out.add(c.withTracks(nodes, shapes)
                    .withRange(c.startSeconds() + seconds, c.endSeconds() + seconds, c.rate()));
        }
        return scene.withClips(out);
    }
}
