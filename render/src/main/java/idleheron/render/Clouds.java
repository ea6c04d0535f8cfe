package idleheron.render;

import idleheron.core.job.Progress;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The volumes of a scene at one moment. Frames that were made ready stay so for a while. Belongs to one thread at a time. */
final class Clouds {
    private static final int KEPT = 48;

    private final Scene scene;
    private final CanonicalSpace space;
    private final Map<List<Object>, Optional<Cloud>> ready = new LinkedHashMap<>();
    private String field = "";
    private List<Cloud> now = List.of();
    private double[] reach = {};

    Clouds(Scene scene, CanonicalSpace space) {
        this.scene = scene;
        this.space = space;
    }

    /** Which grid is shown; the first where there is none of that name. */
    void field(String name) {
        field = name;
    }

    List<Cloud> now() {
        return now;
    }

    void at(double seconds) {
        List<Cloud> out = new ArrayList<>();
        for (Volume v : scene.volumes()) {
            int number = (int) Math.round(scene.stage().rate().frame(seconds));
            Volume.Frame f = v.padding() == 0 ? v.frames().getFirst() : v.frame(number);
            Cloud c = f == null || f.isBroken() ? null : cloud(v, f);
            if (c != null) {
                out.add(c);
            }
        }
        now = out;
    }

    private @Nullable Cloud cloud(Volume v, Volume.Frame f) {
        List<Object> key = List.of(v, f.number(), f.file(), field);
        Optional<Cloud> known = ready.get(key);
        if (known == null) {
            if (ready.size() >= KEPT) {
                ready.remove(ready.keySet().iterator().next());
            }
            known = Optional.ofNullable(read(v, f));
            ready.put(key, known);
        }
        return known.orElse(null);
    }

    private @Nullable Cloud read(Volume v, Volume.Frame f) {
        GridHeader chosen = null;
        for (GridHeader h : v.headers(f)) {
            if (h.type() != null && (chosen == null || h.name().equals(field))) {
                chosen = h;
            }
        }
        try {
            return chosen == null ? null : Cloud.of(v.grid(f, chosen.label(), Progress.NONE), space);
        } catch (IOException e) {
            return null; // a finding tells of it; the view shows the hole
        }
    }

    /** The box around all frames by their headers, {x0,y0,z0,x1,y1,z1} in metres; empty without one. */
    double[] reach() {
        if (reach.length == 0 && !scene.volumes().isEmpty()) {
            double[] b = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
            for (Volume v : scene.volumes()) {
                for (Volume.Frame f : v.sound()) {
                    for (GridHeader h : v.headers(f)) {
                        grow(b, h);
                    }
                }
            }
            reach = b[0] <= b[3] ? b : reach;
        }
        return reach;
    }

    private void grow(double[] b, GridHeader h) {
        if (h.box() == null || h.box().isEmpty()) {
            return;
        }
        double[] w = h.map().worldBox(h.box());
        for (int c = 0; c < 8; c++) {
            org.joml.Vector3d p = space.pointMatrix()
                    .transformPosition(new org.joml.Vector3d(
                            w[(c & 1) == 0 ? 0 : 3], w[(c & 2) == 0 ? 1 : 4], w[(c & 4) == 0 ? 2 : 5]));
            for (int a = 0; a < 3; a++) {
                b[a] = Math.min(b[a], p.get(a));
                b[a + 3] = Math.max(b[a + 3], p.get(a));
            }
        }
    }
}
