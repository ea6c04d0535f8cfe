package idleheron.core.view.asset;

import static idleheron.core.Messages.say;

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
                say("core.view.asset.ViewTables.camera"),
                List.of(
                        say("core.view.asset.ViewTables.lens-mm"),
                        say("core.view.asset.ViewTables.across"),
                        say("core.view.asset.ViewTables.film-back-mm"),
                        say("core.view.asset.ViewTables.near-m"),
                        say("core.view.asset.ViewTables.far-m"),
                        say("core.view.asset.ViewTables.projection")),
                rows(s, NodeKind.CAMERA, i -> {
                    Camera c = s.cameras().get(i);
                    return List.of(
                            c.focalLength(),
                            c.orthographic() ? (Object) "–" : (Object) Optics.fieldOfView(c),
                            Optics.filmBack(c),
                            c.near() * metres,
                            c.far() * metres,
                            c.orthographic()
                                    ? say("core.view.asset.ViewTables.orthographic")
                                    : say("core.view.asset.ViewTables.perspective"));
                }));
    }

    static Evidence lights(Scene s) {
        return new Evidence(
                say("core.view.asset.ViewTables.light"),
                List.of(
                        say("core.view.asset.ViewTables.kind"),
                        say("core.view.asset.ViewTables.intensity"),
                        say("core.view.asset.ViewTables.colour"),
                        say("core.view.asset.ViewTables.inner-cone"),
                        say("core.view.asset.ViewTables.outer-cone"),
                        say("core.view.asset.ViewTables.falls-off-with")),
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
