package idleheron.formats.fbx.parts;

import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import org.jspecify.annotations.Nullable;

/**
 * How a layer element hands out its values.
 *
 * <pre>
 * MappingInformationType    ByPolygonVertex, ByVertice (or ByVertex), ByPolygon, AllSame
 * ReferenceInformationType  Direct, or IndexToDirect (older: Index) through an index array
 * </pre>
 */
public final class FbxLayer {
    private FbxLayer() {}

    /** What a mesh has. */
    public record Counts(int points, int[] corners, int[] faceStarts) {
        public int faces() {
            return faceStarts.length - 1;
        }
    }

    /** Whether the entries are those of the corners themselves. */
    public static boolean isByCorner(FbxRecord layer, String indexName) {
        return layer.childText("MappingInformationType").equals("ByPolygonVertex")
                && (layer.childText("ReferenceInformationType").equals("Direct") || layer.child(indexName) == null);
    }

    /** For each corner the entry of the direct array, below 0 for none; null for a mapping that is not known. Not to be changed. */
    public static int @Nullable [] perCorner(FbxRecord layer, Counts counts, String indexName) {
        boolean direct = layer.childText("ReferenceInformationType").equals("Direct") || layer.child(indexName) == null;
        int[] index = direct ? FbxNumbers.NO_INTS : layer.childInts(indexName);
        String mapping = layer.childText("MappingInformationType");
        if (!direct && mapping.equals("ByPolygonVertex") && index.length == counts.corners.length) {
            return index;
        }
        int[] out = new int[counts.corners.length];
        switch (mapping) {
            case "ByPolygonVertex" -> {
                for (int c = 0; c < out.length; c++) {
                    out[c] = entry(direct, index, c);
                }
            }
            case "ByVertice", "ByVertex" -> {
                for (int c = 0; c < out.length; c++) {
                    out[c] = entry(direct, index, counts.corners[c]);
                }
            }
            case "ByPolygon" -> {
                for (int f = 0; f < counts.faces(); f++) {
                    for (int c = counts.faceStarts[f]; c < counts.faceStarts[f + 1]; c++) {
                        out[c] = entry(direct, index, f);
                    }
                }
            }
            case "AllSame" -> {
                for (int c = 0; c < out.length; c++) {
                    out[c] = entry(direct, index, 0);
                }
            }
            default -> {
                return null;
            }
        }
        return out;
    }

    private static int entry(boolean direct, int[] index, int at) {
        if (direct) {
            return at;
        }
        return at < index.length ? Math.max(-1, index[at]) : -1;
    }
}
