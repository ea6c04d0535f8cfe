package idleheron.formats.fbx;

import idleheron.core.scene.Clip;
import idleheron.core.scene.Curve;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Clips to {@code AnimationStack} objects with one layer each; the layout stands at {@link FbxClipReader}. */
final class FbxClipWriter {
    private static final String[] GROUPS = {"T", "R", "S"};
    private static final String[] PROPERTIES = {"Lcl Translation", "Lcl Rotation", "Lcl Scaling"};

    private final Scene scene;
    private final FbxBuild build;
    private final long[] nodeIds;
    private final List<long[]> shapeIds;

    FbxClipWriter(Scene scene, FbxBuild build, long[] nodeIds, List<long[]> shapeIds) {
        this.scene = scene;
        this.build = build;
        this.nodeIds = nodeIds;
        this.shapeIds = shapeIds;
    }

    void write(Clip clip) {
        List<FbxRecord> span = List.of(FbxBuild.properties(List.of(
                FbxBuild.time("LocalStart", clip.startSeconds()),
                FbxBuild.time("LocalStop", clip.endSeconds()),
                FbxBuild.time("ReferenceStart", clip.startSeconds()),
                FbxBuild.time("ReferenceStop", clip.endSeconds()))));
        long stack = build.object("AnimationStack", clip.name(), "AnimStack", "", span);
        long layer = build.object("AnimationLayer", clip.name(), "AnimLayer", "", List.of());
        build.connect(layer, stack);
        for (Clip.NodeTrack t : clip.nodes()) {
            double[] still = scene.nodes().get(t.node()).transform().channels();
            for (int g = 0; g < 3; g++) {
                group(t, g, still, layer);
            }
        }
        for (Clip.ShapeTrack t : clip.shapes()) {
            long node = curveNode("DeformPercent", layer, List.of("d|DeformPercent"), new double[] {
                t.weight().values()[0] * 100
            });
            build.connect(node, shapeIds.get(t.mesh())[t.shape()], "DeformPercent");
            curve(t.weight(), 100, node, "d|DeformPercent");
        }
    }

    private void group(Clip.NodeTrack t, int g, double[] still, long layer) {
        boolean any = false;
        double[] values = new double[3];
        for (int a = 0; a < 3; a++) {
            Curve c = t.curves()[3 * g + a];
            any |= c != null;
            values[a] = c == null ? still[3 * g + a] : c.values()[0];
        }
        if (!any) {
            return;
        }
        long node = curveNode(GROUPS[g], layer, List.of("d|X", "d|Y", "d|Z"), values);
        build.connect(node, nodeIds[t.node()], PROPERTIES[g]);
        for (int a = 0; a < 3; a++) {
            @Nullable Curve c = t.curves()[3 * g + a];
            if (c != null) {
                curve(c, 1, node, "d|" + "XYZ".charAt(a));
            }
        }
    }

    private long curveNode(String name, long layer, List<String> channels, double[] values) {
        List<FbxRecord> p = new ArrayList<>();
        for (int i = 0; i < values.length; i++) {
            p.add(FbxBuild.animated(channels.get(i), values[i]));
        }
        long id = build.object("AnimationCurveNode", name, "AnimCurveNode", "", List.of(FbxBuild.properties(p)));
        build.connect(id, layer);
        return id;
    }

    private void curve(Curve c, double factor, long node, String channel) {
        long id = build.object("AnimationCurve", "", "AnimCurve", "", FbxCurveCoding.write(c, factor));
        build.connect(id, node, channel);
    }
}
