package idleheron.core.picture;

import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** How much of each picture of a scene the faces use that have it, on a raster of 256 by 256 fields: those whose middle lies in a face. */
public final class UsedTexels {
    private static final int SIDE = 256;
    /** A face is looked at over so many pictures beside each other, and no farther. */
    private static final int WIDEST = 3 * SIDE;

    /** More fields than this are not looked at. */
    private static final long MOST = 400_000_000L;

    /** So that neighbours share no field. */
    private static final double LEAN_U = 0.5 + 1.3e-7;

    private static final double LEAN_V = 0.5 + 1.7e-7;

    private final BitSet[] used;
    /** Of a face two numbers for each corner, in fields. */
    private final double[] at = new double[6];

    private long left = MOST;

    private UsedTexels(int textures) {
        used = new BitSet[textures];
    }

    /**
     * Per texture the share, 0 to 1; NaN for one that is on no face with coordinates.
     */
    public static double[] shares(Scene s) {
        UsedTexels u = new UsedTexels(s.textures().size());
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.MESH) {
                u.mesh(s, n);
            }
        }
        double[] out = new double[u.used.length];
        for (int i = 0; i < out.length; i++) {
            BitSet b = u.used[i];
            out[i] = b == null ? Double.NaN : (double) b.cardinality() / (SIDE * SIDE);
        }
        return out;
    }

    /** A picture as it lies on a mesh. */
    private record Laid(int texture, UvSet set, Placement place) {}

    private void mesh(Scene s, Node n) {
        Mesh m = s.meshes().get(n.payload());
        if (m.uvSets().isEmpty()) {
            return;
        }
        @Nullable List<Laid>[] ofSlot = laid(s, m, n.materials());
        int[] slots = m.triangleMaterials();
        int t = 0;
        for (int f = 0; f < m.faceCount() && left > 0; f++) {
            int first = m.faceStarts()[f];
            for (int c = first + 2; c < m.faceStarts()[f + 1]; c++, t++) {
                List<Laid> all = slots[t] < ofSlot.length ? ofSlot[slots[t]] : null;
                if (all != null) {
                    for (Laid l : all) {
                        face(l, first, c - 1, c);
                    }
                }
            }
        }
    }

    @SuppressWarnings({"unchecked", "rawtypes"})
    private static @Nullable List<Laid>[] laid(Scene s, Mesh m, int[] materials) {
        @Nullable List<Laid>[] out = new List[materials.length];
        for (int i = 0; i < out.length; i++) {
            if (materials[i] >= 0) {
                List<Laid> all = new ArrayList<>();
                for (Material.Use u : s.materials().get(materials[i]).uses()) {
                    if (u.texture() >= 0) {
                        String set = s.textures().get(u.texture()).uvSet();
                        Laid l = new Laid(u.texture(), set(m, set), u.placement());
                        if (!all.contains(l)) {
                            all.add(l);
                        }
                    }
                }
                out[i] = all;
            }
        }
        return out;
    }

    private static UvSet set(Mesh mesh, String name) {
        return mesh.uvSets().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElse(mesh.uvSets().getFirst());
    }

    private void face(Laid l, int a, int b, int c) {
        int i = l.set.indices()[a];
        int j = l.set.indices()[b];
        int k = l.set.indices()[c];
        if (i < 0 || j < 0 || k < 0) {
            return;
        }
        float[] uv = l.set.uv();
        lay(l, uv, i, 0);
        lay(l, uv, j, 2);
        lay(l, uv, k, 4);
        put(l);
    }

    private void lay(Laid l, float[] uv, int corner, int to) {
        at[to] = SIDE * l.place.u(uv[2 * corner], uv[2 * corner + 1]);
        at[to + 1] = SIDE * l.place.v(uv[2 * corner], uv[2 * corner + 1]);
    }

    private void put(Laid l) {
        double ax = at[0];
        double ay = at[1];
        double bx = at[2];
        double by = at[3];
        double cx = at[4];
        double cy = at[5];
        if (!(Math.abs(ax) + Math.abs(ay) + Math.abs(bx) + Math.abs(by) + Math.abs(cx) + Math.abs(cy) < 1e9)) {
            return;
        }
        if (used[l.texture] == null) {
            used[l.texture] = new BitSet(SIDE * SIDE);
        }
        BitSet into = used[l.texture];
        int x0 = (int) Math.ceil(Math.min(ax, Math.min(bx, cx)) - 0.5);
        int x1 = (int) Math.floor(Math.max(ax, Math.max(bx, cx)) - 0.5);
        int y0 = (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5);
        int y1 = (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5);
        x0 = Math.max(x0, (x0 + x1 - WIDEST) / 2);
        x1 = Math.min(x1, x0 + WIDEST);
        y0 = Math.max(y0, (y0 + y1 - WIDEST) / 2);
        y1 = Math.min(y1, y0 + WIDEST);
        left -= Math.max(1, (long) (x1 - x0 + 1) * (y1 - y0 + 1));
        for (int x = x0; x <= x1; x++) {
            for (int y = y0; y <= y1; y++) {
                double px = x + LEAN_U;
                double py = y + LEAN_V;
                double a = (bx - ax) * (py - ay) - (by - ay) * (px - ax);
                double b = (cx - bx) * (py - by) - (cy - by) * (px - bx);
                double c = (ax - cx) * (py - cy) - (ay - cy) * (px - cx);
                if (a > 0 && b > 0 && c > 0 || a < 0 && b < 0 && c < 0) {
                    into.set(within(x, l.place.acrossU()) * SIDE + within(y, l.place.acrossV()));
                }
            }
        }
    }

    /** The field that is seen where one lies beyond the edge. */
    private static int within(int i, Placement.Wrap across) {
        return switch (across) {
            case REPEAT -> Math.floorMod(i, SIDE);
            case CLAMP -> Math.clamp(i, 0, SIDE - 1);
            case MIRROR -> {
                int twice = Math.floorMod(i, 2 * SIDE);
                yield twice < SIDE ? twice : 2 * SIDE - 1 - twice;
            }
        };
    }
}
