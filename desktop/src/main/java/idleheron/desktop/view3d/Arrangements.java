package idleheron.desktop.view3d;

import idleheron.core.scene.Scene;
import idleheron.desktop.paint.ViewRequest;
import idleheron.desktop.widget.Choice;

/** Which ways of showing both sides there are for what is compared. */
public final class Arrangements {
    private Arrangements() {}

    /** Clouds have no surface to lay heat on, and what is not skinned has no weights. */
    public static void allow(Choice<ViewRequest.Arrangement> arrangements, Scene s) {
        boolean clouds = s.meshes().isEmpty() && !s.volumes().isEmpty();
        boolean skinned = s.meshes().stream().anyMatch(m -> m.skin() != null);
        arrangements.bar(a -> clouds && a.isHeat() || !skinned && a.isOfWeights());
    }
}
