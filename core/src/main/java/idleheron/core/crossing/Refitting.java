package idleheron.core.crossing;

import static idleheron.core.Messages.say;

import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.fit.Refit;
import idleheron.core.garment.tryon.Layers;
import idleheron.core.garment.tryon.PushOut;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * A garment that was made for one body brought onto another.
 *
 * @param garment alone, in the stage of the first body
 * @param figures per garment, by the name of its node: lengths against those it had, and how deep it still lies inside
 */
public record Refitting(Scene garment, Map<String, PushOut> figures) {
    /**
     * Each point keeps its place over the first body's surface; then all comes out of the second to a gap, pieces from the innermost
     * outward.
     *
     * @param gap metres
     * @throws IllegalArgumentException where one shows no surface, the garment is skinned, or the bodies have nothing in common
     */
    public static Refitting of(Scene from, Scene onto, Scene garment, double gap) {
        Dressing d = Dressing.of(from, garment);
        Scene to = new ConvertStage(from.stage().axes(), from.stage().metersPerUnit()).apply(onto);
        int wearer = Dressing.wearer(to);
        if (wearer < 0) {
            throw new IllegalArgumentException(
                    say("core.crossing.Refitting.shows-no-surface-that-could-wear", onto.name()));
        }
        Scene s = d.scene();
        Worn worn = Objects.requireNonNull(Worn.in(s));
        double[] there = Refit.correspondence(s, worn.body(), to, wearer);
        TriangleMesh first = RestSurface.of(s, worn.body());
        BodyDistance second = BodyDistance.of(RestSurface.of(to, wearer));
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        Map<String, PushOut> figures = new LinkedHashMap<>();
        List<Cloth> all = new ArrayList<>();
        for (int g : worn.garments()) {
            Cloth c = Cloth.of(s, g);
            if (!c.isWhole() || c.mesh().skin() != null) {
                throw new IllegalArgumentException(s.nodes().get(g).name()
                        + (c.isWhole()
                                ? say("core.crossing.Refitting.follows-joints-already")
                                : say("core.crossing.Refitting.has-no-face-or-places-that")));
            }
            all.add(c);
        }
        BodyDistance made = BodyDistance.of(first);
        Layers layers = new Layers(made, second, gap);
        for (int i : Layers.innermostFirst(made, all.stream().map(Cloth::joined).toList())) {
            Cloth c = all.get(i);
            int g = worn.garments().get(i);
            PushOut out = layers.push(c.joined(), c.joined(Refit.onto(first, there, c.surface())));
            figures.put(s.nodes().get(g).name(), out.against(c.joined()));
            int at = s.nodes().get(g).payload();
            meshes.set(at, RestSurface.placed(s, g, meshes.get(at), c.parted(out.places())));
        }
        int own = d.body().meshes().size();
        return new Refitting(d.garment().withMeshes(meshes.subList(own, meshes.size())), figures);
    }
}
