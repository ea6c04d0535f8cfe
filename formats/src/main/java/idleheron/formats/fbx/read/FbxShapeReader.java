package idleheron.formats.fbx.read;

import static idleheron.core.Messages.say;

import idleheron.core.scene.mesh.BlendShape;
import idleheron.formats.fbx.document.FbxNumbers;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxObjects;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A {@code Deformer} of type BlendShape to blend shapes.
 *
 * <pre>
 * BlendShape         hangs on the geometry
 * BlendShapeChannel  hangs on that; DeformPercent 0 to 100; FullWeights, one per shape, ascending
 * Geometry "Shape"   hangs on the channel; Indexes ints, Vertices offsets, Normals offsets
 * </pre>
 */
final class FbxShapeReader {
    /** Where a channel's shape went. */
    record Place(long geometry, int shape) {}

    /** What a shape holds, whichever channels it hangs on. */
    @SuppressWarnings("ArrayRecordComponent")
    private record Target(int[] points, float[] deltas, float @Nullable [] normals) {}

    private final FbxObjects objects;
    private final Map<Long, Target> targets = new HashMap<>();
    private final List<String> notes;
    final Map<Long, Place> channels = new HashMap<>();

    FbxShapeReader(FbxObjects objects, List<String> notes) {
        this.objects = objects;
        this.notes = notes;
    }

    List<BlendShape> read(FbxObjects.Item geometry) {
        List<BlendShape> out = new ArrayList<>();
        int points = FbxNumbers.count(geometry.record(), "Vertices") / 3;
        for (FbxObjects.Item deformer : objects.under(geometry.id(), "Deformer")) {
            if (deformer.type().equals("BlendShape")) {
                for (FbxObjects.Item channel : objects.under(deformer.id(), "Deformer")) {
                    BlendShape s = shape(channel, points);
                    if (s != null) {
                        channels.put(channel.id(), new Place(geometry.id(), out.size()));
                        out.add(s);
                    }
                }
            }
        }
        return out;
    }

    private @Nullable BlendShape shape(FbxObjects.Item channel, int points) {
        List<FbxObjects.Item> shapes = objects.under(channel.id(), "Geometry");
        if (shapes.isEmpty()) {
            notes.add(say("formats.fbx.read.FbxShapeReader.blend-shape-has-no-shape", channel.name()));
            return null;
        }
        double[] full = channel.record().childDoubles("FullWeights");
        List<BlendShape.Target> targets = new ArrayList<>();
        for (int i = 0; i < shapes.size(); i++) {
            double at = i < full.length && full[i] > 0 ? full[i] / 100 : (i + 1.0) / shapes.size();
            targets.add(target(shapes.get(i), at, points));
        }
        targets.sort(java.util.Comparator.comparingDouble(BlendShape.Target::fullWeight));
        FbxRecord percent = channel.record().child("DeformPercent");
        double weight = percent == null ? objects.properties(channel).number("DeformPercent", 0) : percent.number(0, 0);
        return new BlendShape(channel.name(), weight / 100, targets);
    }

    private BlendShape.Target target(FbxObjects.Item shape, double fullWeight, int points) {
        Target read = targets.computeIfAbsent(shape.id(), k -> target(shape, points));
        return new BlendShape.Target(fullWeight, read.points, read.deltas, read.normals);
    }

    private Target target(FbxObjects.Item shape, int points) {
        int[] index = shape.record().childInts("Indexes");
        float[] deltas = FbxNumbers.floats(shape.record().childDoubles("Vertices"));
        float[] normals = FbxNumbers.floats(shape.record().childDoubles("Normals"));
        int n = Math.min(index.length, deltas.length / 3);
        for (int i = 0; i < n; i++) {
            if (index[i] < 0 || index[i] >= points) {
                notes.add(say("formats.fbx.read.FbxShapeReader.shape-names-point-of", shape.name(), index[i], points));
                n = i;
            }
        }
        return new Target(
                java.util.Arrays.copyOf(index, n),
                java.util.Arrays.copyOf(deltas, 3 * n),
                normals.length == 3 * n && n > 0 ? normals : null);
    }
}
