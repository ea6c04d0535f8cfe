package idleheron.desktop.paint;

import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.render.Side;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Skin weights a point, of one side or held against the other. The last ones are kept. Belongs to one thread. */
final class WeightHeat {
    private static final int KEPT = 64;

    private final Map<String, float[]> known = new LinkedHashMap<>();

    /** The weights of one joint. */
    float[] of(Scene scene, Mesh mesh, int joint) {
        room();
        return known.computeIfAbsent(key("", scene, mesh, joint), k -> {
            Skin skin = mesh.skin();
            if (skin != null) {
                for (int slot = 0; slot < skin.joints().length; slot++) {
                    if (skin.joints()[slot] == joint) {
                        return skin.weightsOf(slot);
                    }
                }
            }
            return new float[mesh.pointCount()];
        });
    }

    /**
     * How far weights are apart, per surface of the first side.
     *
     * @param joint of the first side, or -1 for all
     */
    List<float[]> gaps(Side a, Side b, int joint) {
        List<float[]> out = new ArrayList<>();
        for (int i = 0; i < a.surfaces().size(); i++) {
            Mesh mesh = a.surfaces().get(i).mesh();
            out.add(
                    i < b.surfaces().size()
                            ? gap(
                                    a.scene(),
                                    mesh,
                                    b.scene(),
                                    b.surfaces().get(i).mesh(),
                                    joint)
                            : new float[mesh.pointCount()]);
        }
        return out;
    }

    private float[] gap(Scene sent, Mesh a, Scene returned, Mesh b, int joint) {
        room();
        return known.computeIfAbsent(
                key("gap " + System.identityHashCode(b) + " ", sent, a, joint),
                k -> WeightGap.of(sent, a, returned, b, joint));
    }

    private static String key(String of, Scene scene, Mesh mesh, int joint) {
        return of + System.identityHashCode(scene) + "/" + System.identityHashCode(mesh) + "/" + joint;
    }

    private void room() {
        if (known.size() > KEPT) {
            known.clear();
        }
    }
}
