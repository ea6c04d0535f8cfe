package idleheron.core.crossing;

import static idleheron.core.Messages.say;

import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * A garment and the body that wears it as one scene, in the stage of the body.
 *
 * @param scene both, with what is worn by what
 * @param body the body alone
 * @param garment the garment alone, in the stage of the body
 */
public record Dressing(Scene scene, Scene body, Scene garment) {
    /** What is worn lies within this of the body, metres, at more than that share of its points. */
    private static final double CLOSE = 0.1;

    private static final double MOST = 0.6;

    /**
     * Puts a garment on a body. The body is the skinned surface with most points, else the surface with most.
     *
     * @throws IllegalArgumentException where one of them shows no surface
     */
    public static Dressing of(Scene body, Scene garment) {
        int wearer = wearer(body);
        if (wearer < 0) {
            throw new IllegalArgumentException(
                    say("core.crossing.Dressing.shows-no-surface-that-could-wear", body.name()));
        }
        Scene placed = new ConvertStage(body.stage().axes(), body.stage().metersPerUnit()).apply(garment);
        Scene both = SceneMerge.of(List.of(body, placed)).scene();
        List<Integer> worn = new ArrayList<>();
        for (int i = 0; i < both.nodes().size(); i++) {
            Node n = both.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= body.meshes().size()) {
                worn.add(i);
            }
        }
        if (worn.isEmpty()) {
            throw new IllegalArgumentException(
                    say("core.crossing.Dressing.shows-no-surface-that-could-be", garment.name()));
        }
        return new Dressing(both.with(Worn.KEY, List.of(new Worn(wearer, worn))), body, placed);
    }

    /**
     * Two scenes as a body and what it wears, where their content says so: one has a skin, the other no joint, and most of its points
     * lie close to the body; else null. What stands beside somebody, or is held in a hand, is not worn.
     */
    public static @Nullable Dressing recognised(Scene a, Scene b) {
        if (isBody(a) && isCloth(b)) {
            return close(of(a, b));
        }
        return isBody(b) && isCloth(a) ? close(of(b, a)) : null;
    }

    private static boolean isBody(Scene s) {
        int w = wearer(s);
        return w >= 0 && s.meshes().get(s.nodes().get(w).payload()).skin() != null;
    }

    private static boolean isCloth(Scene s) {
        return s.joints().isEmpty() && s.nodes().stream().anyMatch(n -> n.kind() == NodeKind.MESH && n.payload() >= 0);
    }

    private static @Nullable Dressing close(Dressing d) {
        Worn worn = Objects.requireNonNull(Worn.in(d.scene));
        TriangleMesh body = RestSurface.of(d.scene, worn.body());
        if (!body.isFinite()) {
            return null;
        }
        BodyDistance distance = BodyDistance.of(body);
        long all = 0;
        double near = 0;
        for (int g : worn.garments()) {
            TriangleMesh m = RestSurface.of(d.scene, g);
            if (!m.isFinite()) {
                return null;
            }
            all += m.pointCount();
            near += (1 - GapFigures.of(distance, m, CLOSE).far()) * m.pointCount();
        }
        return near > MOST * all ? d : null;
    }

    /** The node that shows the skinned surface with most points, else the surface with most; -1 for none. */
    static int wearer(Scene s) {
        int best = -1;
        long most = -1;
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= 0) {
                Mesh m = s.meshes().get(n.payload());
                long weight = m.pointCount() + (m.skin() == null ? 0 : 1L << 40);
                if (weight > most) {
                    most = weight;
                    best = i;
                }
            }
        }
        return best;
    }

    /**
     * The garment with the skeleton of its body and without the body.
     *
     * @param dressed {@link #scene()} with other skins
     */
    public Scene alone(Scene dressed) {
        Scene skeleton = ExportSelection.ALL.withMeshes(false).of(body);
        Scene out = SceneMerge.of(List.of(skeleton, garment)).scene();
        Map<String, Integer> at = new HashMap<>();
        List<String> paths = out.paths();
        for (int i = 0; i < paths.size(); i++) {
            at.putIfAbsent(paths.get(i), i);
        }
        List<String> before = dressed.paths();
        List<Mesh> meshes = new ArrayList<>(out.meshes());
        for (int m = 0; m < meshes.size(); m++) {
            Skin s = dressed.meshes().get(body.meshes().size() + m).skin();
            if (s == null) {
                continue;
            }
            int[] to = new int[dressed.nodes().size()];
            java.util.Arrays.fill(to, -1);
            for (int j : s.joints()) {
                to[j] = at.getOrDefault(before.get(j), -1);
            }
            meshes.set(m, dressed.meshes().get(body.meshes().size() + m).withSkin(s.renumbered(to)));
        }
        return out.withMeshes(meshes).withName(garment.name());
    }
}
