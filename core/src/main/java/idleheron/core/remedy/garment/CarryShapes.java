package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Gives garments the blend shapes of the body that wears them: each point keeps its place over the body's surface while a shape is blended
 * in; trims stay rigid. A shape that moves nothing of a garment is left out there, and one of a name that it has is put in its place.
 */
public record CarryShapes() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "carry-shapes",
                    CarryShapes.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.CarryShapes.gives-garments-the-blend-shapes-of"))
            .told(new CarryShapes())
            .measured(say("core.remedy.garment.CarryShapes.blend-shapes-of-garments"), CarryShapes::counted);

    /** What moves by less stays where it is, metres. */
    private static final double LEAST = 1e-6;

    private static String counted(Scene s) {
        return Long.toString(WornMeshes.of(s).stream()
                .mapToLong(
                        g -> s.meshes().get(s.nodes().get(g).payload()).shapes().size())
                .sum());
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.CarryShapes.carry-blend-shapes-over");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.CarryShapes.gives-garments-the-blend-shapes-of");
    }

    @Override
    public Scene apply(Scene scene) {
        Worn worn = Worn.in(scene);
        if (worn == null) {
            return scene;
        }
        Node wearer = scene.nodes().get(worn.body());
        Mesh body = scene.meshes().get(wearer.payload());
        if (body.shapes().isEmpty() || body.faceCount() == 0) {
            return scene;
        }
        TriangleMesh rest = RestSurface.of(scene, worn.body());
        return WornMeshes.changed(scene, g -> {
            Cloth c = Cloth.of(scene, g);
            return c.isWhole() ? carried(scene, worn.body(), body, bound(rest, c), c) : c.mesh();
        });
    }

    private static Wrap bound(TriangleMesh body, Cloth c) {
        int[] piece = new int[c.surface().pointCount()];
        for (int i = 0; i < piece.length; i++) {
            int own = c.pieces().of()[c.weld().to()[i]];
            piece[i] = own >= 0 && c.pieces().all().get(own).isTrim() ? own : -1;
        }
        return Wrap.rigid(body, c.surface(), piece);
    }

    private static Mesh carried(Scene s, int wearer, Mesh body, Wrap wrap, Cloth c) {
        List<BlendShape> shapes = new ArrayList<>(c.mesh().shapes());
        boolean all = false;
        for (BlendShape shape : body.shapes()) {
            List<BlendShape.Target> targets = new ArrayList<>();
            boolean any = false;
            for (BlendShape.Target t : shape.targets()) {
                List<Mesh> meshes = new ArrayList<>(s.meshes());
                meshes.set(s.nodes().get(wearer).payload(), body.withPoints(moved(body, t)));
                double[] places = RestSurface.of(s.withMeshes(meshes), wearer).points();
                targets.add(target(s, c, t.fullWeight(), wrap.follow(places)));
                any |= targets.getLast().points().length > 0;
            }
            if (any) {
                shapes.removeIf(x -> x.name().equals(shape.name()));
                shapes.add(new BlendShape(shape.name(), shape.weight(), targets));
                all = true;
            }
        }
        return all ? c.mesh().withShapes(shapes) : c.mesh();
    }

    private static double[] moved(Mesh body, BlendShape.Target t) {
        double[] out = body.points().clone();
        for (int i = 0; i < t.points().length; i++) {
            for (int k = 0; k < 3; k++) {
                out[3 * t.points()[i] + k] += t.deltas()[3 * i + k];
            }
        }
        return out;
    }

    /** @param places of all points of the garment, metres, in the common space */
    private static BlendShape.Target target(Scene s, Cloth c, double weight, double[] places) {
        double[] was = c.surface().points();
        double[] from = RestSurface.placed(s, c.node(), c.mesh(), was).points();
        double[] to = RestSurface.placed(s, c.node(), c.mesh(), places).points();
        int[] points = new int[was.length / 3];
        float[] deltas = new float[was.length];
        int n = 0;
        for (int i = 0; i < points.length; i++) {
            double x = places[3 * i] - was[3 * i];
            double y = places[3 * i + 1] - was[3 * i + 1];
            double z = places[3 * i + 2] - was[3 * i + 2];
            if (x * x + y * y + z * z > LEAST * LEAST) {
                points[n] = i;
                for (int k = 0; k < 3; k++) {
                    deltas[3 * n + k] = (float) (to[3 * i + k] - from[3 * i + k]);
                }
                n++;
            }
        }
        return new BlendShape.Target(weight, Arrays.copyOf(points, n), Arrays.copyOf(deltas, 3 * n), null);
    }
}
