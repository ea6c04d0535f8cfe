package idleheron.core.view.asset;

import idleheron.core.Evidence;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Light;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.view.compare.Optics;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;

/** Cameras and lights, as tables. */
final class ViewTables {
    private ViewTables() {}

    static Evidence cameras(Scene s) {
        double metres = s.stage().metersPerUnit();
        return new Evidence(
                "camera",
                List.of("lens mm", "across °", "film back mm", "near m", "far m", "projection"),
                rows(s, NodeKind.CAMERA, i -> {
                    Camera c = s.cameras().get(i);
                    return List.of(
                            c.focalLength(),
                            c.orthographic() ? (Object) "–" : (Object) Optics.fieldOfView(c),
                            Optics.filmBack(c),
                            c.near() * metres,
                            c.far() * metres,
                            c.orthographic() ? "orthographic" : "perspective");
                }));
    }

    static Evidence lights(Scene s) {
        return new Evidence(
                "light",
                List.of("kind", "intensity ×", "colour", "inner cone °", "outer cone °", "falls off with"),
                rows(s, NodeKind.LIGHT, i -> {
                    Light l = s.lights().get(i);
                    boolean spot = l.kind().equals("spot");
                    return List.of(
                            l.kind(),
                            l.intensity(),
                            Optics.colour(l.color()),
                            spot ? (Object) l.innerAngle() : (Object) "–",
                            spot ? (Object) l.outerAngle() : (Object) "–",
                            Optics.decay(l.decay()));
                }));
    }

    private static List<Evidence.Row> rows(Scene s, NodeKind kind, IntFunction<List<Object>> cells) {
        List<Evidence.Row> out = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            if (s.nodes().get(i).kind() == kind) {
                out.add(new Evidence.Row(
                        s.nodes().get(i).name(),
                        i,
                        -1,
                        -1,
                        Double.NaN,
                        false,
                        cells.apply(s.nodes().get(i).payload())));
            }
        }
        return out;
    }
}
