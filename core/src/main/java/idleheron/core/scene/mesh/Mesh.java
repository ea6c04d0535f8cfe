package idleheron.core.scene.mesh;

import static idleheron.core.Messages.say;

import java.util.List;
import java.util.function.Consumer;
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
 * @param layers what else lies over it: tangents, colours, creases
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
        List<BlendShape> shapes,
        List<MeshLayer> layers) {

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
            List<BlendShape> shapes,
            List<MeshLayer> layers) {
        if (faceStarts.length == 0 || faceStarts[faceStarts.length - 1] != corners.length) {
            throw new IllegalArgumentException(say("core.scene.mesh.Mesh.faces-do-not-end-at-the"));
        }
        if (skin != null && skin.points() != points.length / 3) {
            throw new IllegalArgumentException(
                    say("core.scene.mesh.Mesh.points-but-a-skin-for", points.length / 3, skin.points()));
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
        this.layers = List.copyOf(layers);
    }

    /** Points and faces alone. */
    public static Mesh bare(String name, double[] points, int[] faceStarts, int[] corners) {
        return new Mesh(name, points, faceStarts, corners, null, List.of(), null, null, null, null, List.of());
    }

    /** A mesh without further layers. */
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
        this(
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
                shapes,
                List.of());
    }

    public int pointCount() {
        return points.length / 3;
    }

    public int faceCount() {
        return faceStarts.length - 1;
    }

    /** With other points, three numbers each, as many as before. */
    public Mesh withPoints(double[] value) {
        return with(d -> d.points = value);
    }

    /**
     * With the corners of faces in another order.
     *
     * @param from for each new corner the old one, within the same face
     * @param edgeStarts new starts of the old edges that the mesh knows, in the order of {@link #edgeStarts()}
     */
    public Mesh reordered(int[] from, int @Nullable [] edgeStarts) {
        int[] newCorners = new int[from.length];
        float[] newNormals = normals == null ? null : new float[normals.length];
        for (int c = 0; c < from.length; c++) {
            newCorners[c] = corners[from[c]];
            if (normals != null && newNormals != null) {
                System.arraycopy(normals, 3 * from[c], newNormals, 3 * c, 3);
            }
        }
        List<UvSet> uvs = uvSets.stream().map(u -> u.reordered(from)).toList();
        List<MeshLayer> over =
                layers.stream().map(l -> l.reordered(from, edgeStarts)).toList();
        EdgeSmoothing edges = edgeSmoothing == null || edgeStarts == null
                ? edgeSmoothing
                : new EdgeSmoothing(edgeStarts, edgeSmoothing.smooth());
        return new Mesh(
                name,
                points,
                faceStarts,
                newCorners,
                newNormals,
                uvs,
                faceMaterials,
                smoothingGroups,
                edges,
                skin,
                shapes,
                over);
    }

    /**
     * With faces of one size in another order; what lies on corners and faces goes with them, what is told of edges is forgotten.
     *
     * @param order for each new face the old one
     */
    public Mesh inFaceOrder(int[] order) {
        int[] from = new int[corners.length];
        int[] starts = new int[order.length + 1];
        for (int f = 0; f < order.length; f++) {
            int size = faceStarts[order[f] + 1] - faceStarts[order[f]];
            for (int c = 0; c < size; c++) {
                from[starts[f] + c] = faceStarts[order[f]] + c;
            }
            starts[f + 1] = starts[f] + size;
        }
        Mesh m = reordered(from, null);
        int[] materials = faceMaterials == null ? null : new int[order.length];
        int[] groups = smoothingGroups == null ? null : new int[order.length];
        for (int f = 0; f < order.length; f++) {
            if (faceMaterials != null && materials != null) {
                materials[f] = faceMaterials[order[f]];
            }
            if (smoothingGroups != null && groups != null) {
                groups[f] = smoothingGroups[order[f]];
            }
        }
        return m.with(d -> {
            d.faceStarts = starts;
            d.faceMaterials = materials;
            d.smoothingGroups = groups;
            d.edgeSmoothing = null;
            d.layers = m.layers.stream()
                    .filter(l -> l.domain() != MeshLayer.Domain.EDGE && l.domain() != MeshLayer.Domain.FACE)
                    .toList();
        });
    }

    /** Per edge that smoothing or a layer speaks of, the corner at which it starts; null where none does. */
    public int @Nullable [] edgeStarts() {
        if (edgeSmoothing != null) {
            return edgeSmoothing.corners();
        }
        for (MeshLayer l : layers) {
            if (l.edges() != null) {
                return l.edges();
            }
        }
        return null;
    }

    /** With other normals, three numbers a corner; null for none. */
    public Mesh withNormals(float @Nullable [] value) {
        return with(d -> d.normals = value);
    }

    public Mesh withUvSets(List<UvSet> value) {
        return with(d -> d.uvSets = value);
    }

    /** @param value per face a material slot of the node */
    public Mesh withFaceMaterials(int @Nullable [] value) {
        return with(d -> d.faceMaterials = value);
    }

    public Mesh withSkin(@Nullable Skin value) {
        return with(d -> d.skin = value);
    }

    public Mesh withShapes(List<BlendShape> value) {
        return with(d -> d.shapes = value);
    }

    public Mesh withLayers(List<MeshLayer> value) {
        return with(d -> d.layers = value);
    }

    public Mesh withSmoothing(int @Nullable [] groups, @Nullable EdgeSmoothing edges) {
        return with(d -> {
            d.smoothingGroups = groups;
            d.edgeSmoothing = edges;
        });
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

    private Mesh with(Consumer<Draft> change) {
        Draft d = new Draft(this);
        change.accept(d);
        return d.done();
    }

    /** A copy whose parts can be changed. */
    private static final class Draft {
        private String name;
        private double[] points;
        private int[] faceStarts;
        private int[] corners;
        private float @Nullable [] normals;
        private List<UvSet> uvSets;
        private int @Nullable [] faceMaterials;
        private int @Nullable [] smoothingGroups;
        private @Nullable EdgeSmoothing edgeSmoothing;
        private @Nullable Skin skin;
        private List<BlendShape> shapes;
        private List<MeshLayer> layers;

        Draft(Mesh of) {
            name = of.name;
            points = of.points;
            faceStarts = of.faceStarts;
            corners = of.corners;
            normals = of.normals;
            uvSets = of.uvSets;
            faceMaterials = of.faceMaterials;
            smoothingGroups = of.smoothingGroups;
            edgeSmoothing = of.edgeSmoothing;
            skin = of.skin;
            shapes = of.shapes;
            layers = of.layers;
        }

        Mesh done() {
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
                    shapes,
                    layers);
        }
    }
}
