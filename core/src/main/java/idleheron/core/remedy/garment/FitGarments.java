package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.garment.GapFigures;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.fit.FitExplanation;
import idleheron.core.garment.fit.Refit;
import idleheron.core.garment.tryon.Layers;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import org.joml.Vector3d;

/**
 * Brings garments that no joint moves to the body that wears them, where a unit, other axes, another size or place, or another pose
 * explains how they lie; and then out of the body to a gap, the innermost first, with lengths of cloth kept as far as they can be.
 *
 * @param millimetres the gap; 0 to leave what lies inside there
 */
public record FitGarments(double millimetres) implements Remedy {
    private static final double MM = 1000;

    /** Out to 2 mm. */
    public static final FitGarments USUAL = new FitGarments(2);

    public static final RemedyType TYPE = RemedyType.of(
                    "fit-garments",
                    FitGarments.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.FitGarments.brings-garments-to-the-body-where"))
            .told("[=MM]", v -> new FitGarments(RemedyValue.of(v.or("2")).number()))
            .measured(say("core.remedy.garment.FitGarments.deepest-inside-the-body"), FitGarments::deepest);

    public FitGarments {
        if (!(millimetres >= 0) || !Double.isFinite(millimetres)) {
            throw new IllegalArgumentException(say("core.remedy.garment.FitGarments.a-gap-of-mm-it-is", millimetres));
        }
    }

    private static String deepest(Scene s) {
        Worn worn = Worn.in(s);
        if (worn == null) {
            return say("core.remedy.garment.FitGarments.no-garment");
        }
        BodyDistance body = BodyDistance.of(RestSurface.of(s, worn.body()));
        double worst = 0;
        for (int g : worn.garments()) {
            worst = Math.max(worst, GapFigures.of(body, RestSurface.of(s, g)).worst());
        }
        return say("core.remedy.garment.FitGarments.mm", Figure.number(MM * worst));
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.FitGarments.fit-the-garments-to-the-body");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.FitGarments.undoes-the-unit-axes-size-place",
                (millimetres > 0
                        ? say("core.remedy.garment.FitGarments.and-brings-them-mm-out-of", Figure.number(millimetres))
                        : "."));
    }

    @Override
    public Scene apply(Scene scene) {
        Worn worn = Worn.in(scene);
        if (worn == null) {
            return scene;
        }
        TriangleMesh skin = RestSurface.of(scene, worn.body());
        if (skin.count() == 0 || !skin.isFinite()) {
            return scene;
        }
        BodyDistance body = BodyDistance.of(skin);
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Integer> nodes = new ArrayList<>();
        List<Cloth> all = new ArrayList<>();
        List<double[]> places = new ArrayList<>();
        List<TriangleMesh> lie = new ArrayList<>();
        for (int g : worn.garments()) {
            Cloth c = Cloth.of(scene, g);
            if (c.isWhole() && c.mesh().skin() == null) {
                nodes.add(g);
                all.add(c);
                places.add(fitted(scene, worn.body(), c.surface()));
                lie.add(c.joined().at(c.joined(places.getLast())));
            }
        }
        Layers layers = new Layers(body, body, millimetres / MM);
        for (int i : Layers.innermostFirst(body, lie)) {
            double[] to = millimetres > 0
                    ? all.get(i)
                            .parted(layers.push(lie.get(i), lie.get(i).points()).places())
                    : places.get(i);
            int at = scene.nodes().get(nodes.get(i)).payload();
            meshes.set(at, RestSurface.placed(scene, nodes.get(i), meshes.get(at), to));
        }
        return scene.withMeshes(meshes);
    }

    private static double[] fitted(Scene s, int wearer, TriangleMesh garment) {
        FitExplanation e = FitExplanation.of(s, wearer, garment);
        double[] out = garment.points().clone();
        Vector3d v = new Vector3d();
        for (int i = 0; i < out.length; i += 3) {
            e.mend().transformPosition(out[i], out[i + 1], out[i + 2], v);
            out[i] = v.x;
            out[i + 1] = v.y;
            out[i + 2] = v.z;
        }
        if (e.verdict() != FitExplanation.Verdict.POSE) {
            return out;
        }
        try {
            return Refit.toRest(s, wearer, garment.at(out), e.moves());
        } catch (IllegalArgumentException nothingNear) {
            return out; // the body speaks for none of it: it stays as it is, and the rules go on telling that
        }
    }
}
