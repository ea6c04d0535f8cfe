package idleheron.core.cache;

import org.jspecify.annotations.Nullable;

/**
 * A geometry parameter: values per point, face, corner or whole object.
 *
 * @param scope "con", "uni", "var", "vtx", "fvr" or "unk"
 * @param own whether it is one of those that the kind of object knows: UV, normals, widths
 * @param meta as stored
 * @param indices where values are looked up by index, else null
 */
public record Param(
        String name,
        String scope,
        boolean own,
        Meta meta,
        Samples values,
        @Nullable Samples indices) {
    /** As a parameter that is not indexed. */
    public static Param of(String name, String scope, boolean own, String interpretation, Samples values) {
        Meta m = Meta.of(
                "arrayExtent",
                "1",
                "geoScope",
                scope,
                "interpretation",
                interpretation,
                "isGeomParam",
                "true",
                "podExtent",
                values.extent() + "",
                "podName",
                values.type().podName());
        return new Param(name, scope, own, m, values, null);
    }

    public Param with(Samples newValues, @Nullable Samples newIndices) {
        return new Param(name, scope, own, meta, newValues, newIndices);
    }

    /** Values spread over all elements of a sample, three for an extent of three; indices looked up. */
    public double[] flat(int sample) {
        double[] v = values.doubles(sample);
        if (indices == null) {
            return v;
        }
        int[] at = indices.ints(sample);
        int e = values.extent();
        double[] out = new double[at.length * e];
        for (int i = 0; i < at.length; i++) {
            System.arraycopy(v, at[i] * e, out, i * e, e);
        }
        return out;
    }
}
