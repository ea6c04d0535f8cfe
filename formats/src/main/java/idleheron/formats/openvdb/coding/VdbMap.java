package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.core.volume.GridMap;
import idleheron.formats.bytes.ByteCursor;
import idleheron.formats.bytes.FormatException;

/**
 * Where the voxels of a grid lie.
 *
 * <pre>
 * string   kind, then doubles:
 * UniformScaleMap, ScaleMap                     3 scale, 3 voxel size, 3 of 1/scale, 3 of 1/scale², 3 of 1/(2·scale)
 * UniformScaleTranslateMap, ScaleTranslateMap   3 translation, then the same 15
 * TranslationMap                                3 translation
 * AffineMap, UnitaryMap                         16, row by row for row vectors: the translation is in the last row
 * NonlinearFrustumMap                           6 box, 1 taper, 1 depth; string AffineMap, 16 as above
 * </pre>
 */
final class VdbMap {
    private static final String THE_KIND_OF_A_TRANSFORM = say("formats.openvdb.coding.VdbMap.the-kind-of-a-transform");
    private static final String THE_KIND_OF_A_FRUSTUMS_SECOND =
            say("formats.openvdb.coding.VdbMap.the-kind-of-a-frustums-second");
    private static final String A_TRANSFORM = say("formats.openvdb.coding.VdbMap.a-transform");

    private VdbMap() {}

    static GridMap read(ByteCursor in) throws FormatException {
        long start = in.at();
        String kind = VdbMetadata.string(in, THE_KIND_OF_A_TRANSFORM);
        return switch (kind) {
            case "UniformScaleMap", "ScaleMap" -> scaled(kind, new double[3], numbers(in, 15));
            case "UniformScaleTranslateMap", "ScaleTranslateMap" -> {
                double[] t = numbers(in, 3);
                yield scaled(kind, t, numbers(in, 15));
            }
            case "TranslationMap" -> scaled(kind, numbers(in, 3), new double[] {1, 1, 1});
            case "AffineMap", "UnitaryMap" -> GridMap.affine(kind, turned(numbers(in, 16)));
            case "NonlinearFrustumMap" -> {
                double[] n = numbers(in, 8);
                String second = VdbMetadata.string(in, THE_KIND_OF_A_FRUSTUMS_SECOND);
                if (!second.equals("AffineMap")) {
                    throw in.wrong(say("formats.openvdb.coding.VdbMap.affinemap-after-a-frustum"), second);
                }
                yield new GridMap(
                        kind,
                        turned(numbers(in, 16)),
                        new GridMap.Frustum(
                                new double[] {n[0], n[1], n[2]}, new double[] {n[3], n[4], n[5]}, n[6], n[7]));
            }
            default -> {
                in.to(start);
                throw in.wrong(say("formats.openvdb.coding.VdbMap.a-known-kind-of-transform"), kind);
            }
        };
    }

    private static double[] numbers(ByteCursor in, int n) throws FormatException {
        in.need(8L * n, in.size(), A_TRANSFORM);
        double[] out = new double[n];
        for (int i = 0; i < n; i++) {
            out[i] = in.f64();
        }
        return out;
    }

    private static GridMap scaled(String kind, double[] t, double[] s) {
        return GridMap.affine(kind, s[0], 0, 0, t[0], 0, s[1], 0, t[1], 0, 0, s[2], t[2], 0, 0, 0, 1);
    }

    private static double[] turned(double[] m) {
        double[] out = new double[16];
        for (int r = 0; r < 4; r++) {
            for (int c = 0; c < 4; c++) {
                out[4 * r + c] = m[4 * c + r];
            }
        }
        return out;
    }

    static void write(GridMap map, VdbSink out) {
        double[] m = map.affine();
        out.string(map.kind());
        switch (map.kind()) {
            case "UniformScaleMap", "ScaleMap" -> scales(m, out);
            case "UniformScaleTranslateMap", "ScaleTranslateMap" -> {
                translation(m, out);
                scales(m, out);
            }
            case "TranslationMap" -> translation(m, out);
            case "NonlinearFrustumMap" -> {
                GridMap.Frustum f = map.frustum();
                if (f == null) {
                    throw new IllegalArgumentException(
                            say("formats.openvdb.coding.VdbMap.a-frustum-map-without-a-frustum"));
                }
                for (int a = 0; a < 3; a++) {
                    out.f64(f.min()[a]);
                }
                for (int a = 0; a < 3; a++) {
                    out.f64(f.max()[a]);
                }
                out.f64(f.taper());
                out.f64(f.depth());
                out.string("AffineMap");
                matrix(m, out);
            }
            default -> matrix(m, out);
        }
    }

    private static void matrix(double[] m, VdbSink out) {
        for (double v : turned(m)) {
            out.f64(v);
        }
    }

    private static void translation(double[] m, VdbSink out) {
        out.f64(m[3]);
        out.f64(m[7]);
        out.f64(m[11]);
    }

    private static void scales(double[] m, VdbSink out) {
        double[] s = {m[0], m[5], m[10]};
        for (int row = 0; row < 5; row++) {
            for (double v : s) {
                out.f64(
                        switch (row) {
                            case 0 -> v;
                            case 1 -> Math.abs(v);
                            case 2 -> 1 / v;
                            case 3 -> 1 / (v * v);
                            default -> 1 / (2 * v);
                        });
            }
        }
    }
}
