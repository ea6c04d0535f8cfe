package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Brush;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomFigures;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;

/**
 * Paints onto the freedom map of a garment; one without a map begins with everything held.
 *
 * @param garment the name of the node that shows it
 * @param strokes in the order in which they were drawn
 */
public record PaintFreedom(String garment, List<Stroke> strokes) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "paint-freedom",
                    PaintFreedom.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.PaintFreedom.paints-onto-the-freedom-map-of"))
            .measured(say("core.remedy.garment.PaintFreedom.freedom-held-and-free"), PaintFreedom::shares);

    private static final double PERCENT = 100;

    public PaintFreedom {
        strokes = List.copyOf(strokes);
    }

    /** As painting begins: what the map of a garment says of its joined surface, held where it says nothing. */
    public static double[] start(Cloth c) {
        FreedomMap map = FreedomMap.of(c.mesh());
        return map == null ? new double[c.joined().pointCount()] : map.joined(c.weld());
    }

    /** What is mirrored lies as far on the other side of this x, metres: the middle of the body, or of what nobody wears. */
    public static double middle(Scene s, int garment) {
        Worn worn = Worn.in(s);
        double[] box = RestSurface.of(s, worn == null ? garment : worn.body()).box();
        return (box[0] + box[3]) / 2;
    }

    private static String shares(Scene s) {
        List<String> out = new ArrayList<>();
        for (int g : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, g);
            FreedomMap map = FreedomMap.of(c.mesh());
            if (map != null && c.isWhole()) {
                FreedomFigures f = FreedomFigures.of(
                        c.joined(),
                        map.joined(c.weld()),
                        Drape.of(s.nodes().get(g)).freedom());
                out.add(say(
                        "core.remedy.garment.PaintFreedom.and",
                        Figure.number(PERCENT * f.held()),
                        Figure.number(PERCENT * f.free())));
            }
        }
        return out.isEmpty() ? say("core.remedy.garment.PaintFreedom.no-map") : String.join("; ", out);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.PaintFreedom.paint-what-may-move");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.PaintFreedom.paints-onto-the-freedom-map-of-2",
                garment,
                Wording.counted(strokes.size(), "stroke"));
    }

    @Override
    public Scene apply(Scene scene) {
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Node> nodes = new ArrayList<>(scene.nodes());
        for (int g : WornMeshes.of(scene)) {
            Node n = nodes.get(g);
            Cloth c = n.name().equals(garment) ? Cloth.of(scene, g) : null;
            if (c != null && c.isWhole()) {
                double[] v = Brush.painted(c, start(c), middle(scene, g), strokes);
                meshes.set(n.payload(), FreedomMap.parted(c.weld(), v).on(c.mesh()));
                Drape d = Drape.of(n);
                nodes.set(g, d.with(Drape.Setting.FREEDOM, d.freedom()).on(n));
            }
        }
        return scene.withMeshes(meshes).withNodes(nodes);
    }
}
