package idleheron.desktop.paint;

import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;

/** Spaces are kept, so that the same scene in the same space is recognised. */
public final class Spaces {
    private static final int MOST = 24;

    private record Known(Stage stage, boolean meant, CanonicalSpace space) {}

    private final List<Known> known = new ArrayList<>();

    /**
     * Where a scene is shown.
     *
     * @param meant whether as its stage declares, else its raw numbers
     * @param rawUnit metres that one of its raw numbers stands for then
     */
    public CanonicalSpace of(Scene scene, boolean meant, double rawUnit) {
        for (Known k : known) {
            if (k.stage == scene.stage() && k.meant == meant) {
                return k.space;
            }
        }
        CanonicalSpace s =
                meant ? CanonicalSpace.of(scene.stage()) : CanonicalSpace.of(Stage.COMMON.withMetersPerUnit(rawUnit));
        if (known.size() > MOST) {
            known.removeFirst();
        }
        known.add(new Known(scene.stage(), meant, s));
        return s;
    }
}
