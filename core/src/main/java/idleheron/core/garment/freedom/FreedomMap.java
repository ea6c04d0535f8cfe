package idleheron.core.garment.freedom;

import idleheron.core.geometry.Weld;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * How far each point of a garment may leave the place where its skin puts it: a value, 0 to 1, times a length. A mesh keeps the values
 * as a layer of colours by the name of {@link #NAME}, grey.
 *
 * @param values one a point
 */
public record FreedomMap(double[] values) {
    public static final String NAME = "freedom";

    /** At most this is held, at least {@code 1 - HELD} is free. */
    public static final double HELD = 1e-3;

    private static final int WIDTH = 4;

    /** Whether a layer of a mesh is a map. */
    public static boolean isMap(MeshLayer l) {
        return l.kind() == MeshLayer.Kind.COLOR
                && l.width() >= 1
                && (l.domain() == MeshLayer.Domain.POINT || l.domain() == MeshLayer.Domain.CORNER)
                && l.name().toLowerCase(Locale.ROOT).contains(NAME);
    }

    /** Whether a mesh has a map, without reading it. */
    public static boolean isOn(Mesh m) {
        return m.layers().stream().anyMatch(FreedomMap::isMap);
    }

    /** The map of a mesh, or null; NaN at points that it says nothing of. */
    public static @Nullable FreedomMap of(Mesh m) {
        for (MeshLayer l : m.layers()) {
            if (isMap(l)) {
                return new FreedomMap(read(m, l));
            }
        }
        return null;
    }

    private static double[] read(Mesh m, MeshLayer l) {
        double[] out = new double[m.pointCount()];
        java.util.Arrays.fill(out, Double.NaN);
        int[] at = l.indices();
        int places = l.domain() == MeshLayer.Domain.POINT ? m.pointCount() : m.corners().length;
        for (int i = places - 1; i >= 0; i--) {
            int e = at == null ? i : i < at.length ? at[i] : -1;
            if (e >= 0 && e < l.entries()) {
                out[l.domain() == MeshLayer.Domain.POINT ? i : m.corners()[i]] = l.values()[l.width() * e];
            }
        }
        return out;
    }

    /** A layer of these values. */
    public MeshLayer layer() {
        double[] v = new double[WIDTH * values.length];
        for (int i = 0; i < values.length; i++) {
            for (int k = 0; k < 3; k++) {
                v[WIDTH * i + k] = values[i];
            }
            v[WIDTH * i + 3] = 1;
        }
        return new MeshLayer(MeshLayer.Kind.COLOR, NAME, MeshLayer.Domain.POINT, WIDTH, v, null, null);
    }

    /** A mesh with this map in place of the one it has. */
    public Mesh on(Mesh m) {
        List<MeshLayer> all = new ArrayList<>(m.layers());
        all.removeIf(FreedomMap::isMap);
        all.add(layer());
        return m.withLayers(all);
    }

    /** One value for each point that stands for others: that of the first of them. */
    public double[] joined(Weld weld) {
        double[] out = new double[weld.keep().length];
        for (int i = 0; i < out.length; i++) {
            out[i] = values[weld.keep()[i]];
        }
        return out;
    }

    /** Values of points that stand for others, back on all of them. */
    public static FreedomMap parted(Weld weld, double[] joined) {
        double[] out = new double[weld.to().length];
        for (int i = 0; i < out.length; i++) {
            out[i] = joined[weld.to()[i]];
        }
        return new FreedomMap(out);
    }
}
