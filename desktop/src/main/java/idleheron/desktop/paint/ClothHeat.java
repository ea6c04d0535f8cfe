package idleheron.desktop.paint;

import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Cores;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.Side;
import java.util.IdentityHashMap;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What of garments is shown as heat, 0 to 1 a point, as they stand: the gap to the body, stretch, freedom. */
public final class ClothHeat {
    /** A gap of this, outside or inside, is the end of the ramp, metres; on the body it is in the middle. */
    public static final double GAP = 0.02;

    /** So many times as long as at rest, and one, is the end of the ramp. */
    public static final double STRETCH = 0.5;

    private static final double REACH = 0.1;
    private static final float[] NONE = {};
    private static final int KEPT = 4;

    private final IdentityHashMap<Scene, BodyDistance> bodies = new IdentityHashMap<>();
    private final IdentityHashMap<Mesh, Lengths> lengths = new IdentityHashMap<>();

    /** Edges of a mesh and how long each is at rest. */
    private record Lengths(MeshEdges edges, double[] rest) {}

    /** Of one surface of a side; empty for what is not worn. */
    float[] of(Side side, int surface, ViewRequest.Style style) {
        Surface s = side.surfaces().get(surface);
        Worn worn = Worn.in(side.scene());
        boolean garment =
                worn == null ? FreedomMap.isOn(s.mesh()) : worn.garments().contains(s.node());
        if (!garment) {
            return NONE;
        }
        return switch (style) {
            case GAP -> gap(side, s, worn);
            case STRETCH -> stretch(side, s);
            case FREEDOM -> freedom(s.mesh());
            default -> NONE;
        };
    }

    private static float[] freedom(Mesh m) {
        FreedomMap map = FreedomMap.of(m);
        float[] out = new float[m.pointCount()];
        for (int i = 0; map != null && i < out.length; i++) {
            double v = map.values()[i];
            out[i] = v >= 0 ? (float) Math.min(1, v) : 0;
        }
        return out;
    }

    private static double[] doubles(float[] p) {
        double[] out = new double[p.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = p[i];
        }
        return out;
    }

    private float[] gap(Side side, Surface s, @Nullable Worn worn) {
        BodyDistance body = worn == null ? null : body(side, worn);
        float[] p = s.points();
        float[] out = new float[p.length / 3];
        if (body == null) {
            return out;
        }
        Cores.split(out.length, 512, (from, to) -> {
            Foot f = new Foot();
            for (int i = from; i < to; i++) {
                double d = body.signed(p[3 * i], p[3 * i + 1], p[3 * i + 2], REACH, f);
                out[i] = (float) Math.clamp(0.5 - d / (2 * GAP), 0, 1);
            }
        });
        return out;
    }

    /** The body as it stands; its tree is kept from picture to picture. */
    private @Nullable BodyDistance body(Side side, Worn worn) {
        List<Surface> all = side.surfaces();
        for (Surface s : all) {
            if (s.node() == worn.body()) {
                double[] places = doubles(s.points());
                if (bodies.size() > KEPT) {
                    bodies.clear();
                }
                BodyDistance known = bodies.get(side.scene());
                BodyDistance now =
                        known == null ? BodyDistance.of(TriangleMesh.of(s.mesh(), places)) : known.moved(places);
                bodies.put(side.scene(), now);
                return now;
            }
        }
        return null;
    }

    private float[] stretch(Side side, Surface s) {
        if (lengths.size() > 4 * KEPT) {
            lengths.clear();
        }
        Lengths rest = lengths.computeIfAbsent(s.mesh(), m -> rest(side, s));
        float[] p = s.points();
        float[] out = new float[p.length / 3];
        MeshEdges e = rest.edges;
        for (int k = 0; k < e.count(); k++) {
            int a = 3 * e.ends()[2 * k];
            int b = 3 * e.ends()[2 * k + 1];
            double x = p[a] - p[b];
            double y = p[a + 1] - p[b + 1];
            double z = p[a + 2] - p[b + 2];
            double grown = rest.rest[k] > 1e-6 ? Math.sqrt(x * x + y * y + z * z) / rest.rest[k] - 1 : 0;
            float t = (float) Math.clamp(grown / STRETCH, 0, 1);
            out[a / 3] = Math.max(out[a / 3], t);
            out[b / 3] = Math.max(out[b / 3], t);
        }
        return out;
    }

    private static Lengths rest(Side side, Surface s) {
        idleheron.core.pose.Pose rest = new idleheron.core.pose.Pose(side.scene());
        float[] p = new Surface(rest, s.node()).deform(rest, side.space().pointMatrix());
        TriangleMesh m = TriangleMesh.of(s.mesh(), doubles(p));
        MeshEdges e = MeshEdges.of(m);
        double[] out = new double[e.count()];
        for (int k = 0; k < out.length; k++) {
            out[k] = e.length(k, m.points());
        }
        return new Lengths(e, out);
    }
}
