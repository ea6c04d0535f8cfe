package idleheron.core.view.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import java.util.ArrayList;
import java.util.List;

/** What became of cameras and lights that no remedy brings back. */
public final class ViewLosses {
    private ViewLosses() {}

    /** Cameras and lights that did not arrive, or see and shine otherwise. */
    public static List<Loss> of(Pair p) {
        List<Loss> out = new ArrayList<>();
        List<ViewMatch> all = ViewMatch.all(p);
        missing(p, all, true, "camera", out);
        missing(p, all, false, "light", out);
        for (ViewMatch m : all) {
            List<String> differs = m.differs(p);
            if (!differs.isEmpty()) {
                String path = p.sent.path(m.sent());
                out.add(new Loss(
                        m.isCamera() ? "camera-changed" : "light-changed",
                        Topic.CAMERAS_LIGHTS,
                        say(
                                "core.view.compare.ViewLosses.came-back-with",
                                (m.isCamera() ? "Camera " : "Light ")
                                        + p.sent.nodes().get(m.sent()).name(),
                                String.join(", ", differs)),
                        Figure.of(
                                differs.size(),
                                differs.size() == 1
                                        ? say("core.view.compare.ViewLosses.property")
                                        : say("core.view.compare.ViewLosses.properties"),
                                path)));
            }
        }
        return out;
    }

    private static void missing(Pair p, List<ViewMatch> all, boolean cameras, String what, List<Loss> out) {
        List<String> gone = all.stream()
                .filter(m -> m.isMissing() && m.isCamera() == cameras)
                .map(m -> p.sent.nodes().get(m.sent()).name())
                .toList();
        if (!gone.isEmpty()) {
            out.add(new Loss(
                    what + "s-lost",
                    Topic.CAMERAS_LIGHTS,
                    say(
                            "core.view.compare.ViewLosses.did-not-come-back",
                            Wording.counted(gone.size(), what),
                            Wording.listed(gone)),
                    Figure.of(gone.size(), gone.size() == 1 ? what : what + "s")));
        }
    }
}
