package idleheron.core.scene;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A polygon mesh. Face f has the corners faceStarts[f] to faceStarts[f+1] (excluded), each an index into the points.
 *
 * @param points three per point, mesh space, stage unit
 * @param faceStarts faces + 1 entries
 * @param corners point per corner
 * @param normals three per corner, unit length, or null
 * @param faceMaterials per face a material slot of the node, or null for slot 0
 * @param smoothingGroups per face a bit mask, or null
 */
public record Mesh(
        String name,
        double[] points,
        int[] faceStarts,
        int[] corners,
        float @Nullable [] normals,
        List<UvSet> uvSets,
        int @Nullable [] faceMaterials,
        int @Nullable [] smoothingGroups,
        @Nullable EdgeSmoothing edgeSmoothing,
        @Nullable Skin skin,
        List<BlendShape> shapes) {

    public Mesh(
            String name,
            double[] points,
            int[] faceStarts,
            int[] corners,
            float @Nullable [] normals,
            List<UvSet> uvSets,
            int @Nullable [] faceMaterials,
            int @Nullable [] smoothingGroups,
            @Nullable EdgeSmoothing edgeSmoothing,
            @Nullable Skin skin,
            List<BlendShape> shapes) {
        if (faceStarts.length == 0 || faceStarts[faceStarts.length - 1] != corners.length) {
            throw new IllegalArgumentException("faces do not end at the last corner");
        }
        if (skin != null && skin.points() != points.length / 3) {
            throw new IllegalArgumentException(points.length / 3 + " points but a skin for " + skin.points());
        }
        this.name = name;
        this.points = points;
        this.faceStarts = faceStarts;
        this.corners = corners;
        this.normals = normals;
        this.uvSets = List.copyOf(uvSets);
        this.faceMaterials = faceMaterials;
        this.smoothingGroups = smoothingGroups;
        this.edgeSmoothing = edgeSmoothing;
        this.skin = skin;
        this.shapes = List.copyOf(shapes);
    }

    public int pointCount() {
        return points.length / 3;
    }

    public int faceCount() {
        return faceStarts.length - 1;
    }

    public Mesh withPoints(double[] value) {
        return new Mesh(
                name,
                value,
                faceStarts,
                corners,
                normals,
                uvSets,
                faceMaterials,
                smoothingGroups,
                edgeSmoothing,
                skin,
                shapes);
    }

    public Mesh withCorners(
            int[] value, float @Nullable [] newNormals, List<UvSet> newUvs, @Nullable EdgeSmoothing edges) {
        return new Mesh(
                name,
                points,
                faceStarts,
                value,
                newNormals,
                newUvs,
                faceMaterials,
                smoothingGroups,
                edges,
                skin,
                shapes);
    }

    public Mesh withNormals(float @Nullable [] value) {
        return new Mesh(
                name,
                points,
                faceStarts,
                corners,
                value,
                uvSets,
                faceMaterials,
                smoothingGroups,
                edgeSmoothing,
                skin,
                shapes);
    }

    public Mesh withSkin(@Nullable Skin value) {
        return new Mesh(
                name,
                points,
                faceStarts,
                corners,
                normals,
                uvSets,
                faceMaterials,
                smoothingGroups,
                edgeSmoothing,
                value,
                shapes);
    }

    public Mesh withShapes(List<BlendShape> value) {
        return new Mesh(
                name,
                points,
                faceStarts,
                corners,
                normals,
                uvSets,
                faceMaterials,
                smoothingGroups,
                edgeSmoothing,
                skin,
                value);
    }

    private int triangleCount() {
        int count = 0;
        for (int f = 0; f < faceCount(); f++) {
            count += Math.max(0, faceStarts[f + 1] - faceStarts[f] - 2);
        }
        return count;
    }

    /** Triangles for drawing, three point indices each: a fan per face. */
    public int[] triangles() {
        int[] out = new int[3 * triangleCount()];
        int at = 0;
        for (int f = 0; f < faceCount(); f++) {
            int s = faceStarts[f];
            for (int c = s + 2; c < faceStarts[f + 1]; c++) {
                out[at++] = corners[s];
                out[at++] = corners[c - 1];
                out[at++] = corners[c];
            }
        }
        return out;
    }

    /** For each triangle of {@link #triangles()} the material slot of its face. */
    public int[] triangleMaterials() {
        int[] out = new int[triangleCount()];
        int at = 0;
        for (int f = 0; f < faceCount(); f++) {
            for (int c = faceStarts[f] + 2; c < faceStarts[f + 1]; c++) {
                out[at++] = faceMaterials == null ? 0 : faceMaterials[f];
            }
        }
        return out;
    }
}
