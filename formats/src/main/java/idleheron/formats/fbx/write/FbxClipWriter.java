package idleheron.formats.fbx.write;

import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.parts.FbxCurveCoding;
import idleheron.formats.fbx.read.FbxClipReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Clips to {@code AnimationStack} objects; the layout stands at {@link FbxClipReader}. */
final class FbxClipWriter {
    private static final String[] GROUPS = {"T", "R", "S"};
    private static final String[] PROPERTIES = {"Lcl Translation", "Lcl Rotation", "Lcl Scaling"};

    private final Scene scene;
    private final FbxBuild build;
    private final long[] nodeIds;
    private final long[] attributeIds;
    private final long[] materialIds;
    private final List<long[]> shapeIds;

    FbxClipWriter(
            Scene scene,
            FbxBuild build,
            long[] nodeIds,
            long[] attributeIds,
            long[] materialIds,
            List<long[]> shapeIds) {
        this.scene = scene;
        this.build = build;
        this.nodeIds = nodeIds;
        this.attributeIds = attributeIds;
        this.materialIds = materialIds;
        this.shapeIds = shapeIds;
    }

    void write(Clip clip) {
        List<FbxRecord> span = List.of(FbxBuild.properties(List.of(
                FbxBuild.time("LocalStart", clip.startSeconds()),
                FbxBuild.time("LocalStop", clip.endSeconds()),
                FbxBuild.time("ReferenceStart", clip.startSeconds()),
                FbxBuild.time("ReferenceStop", clip.endSeconds()))));
        long stack = build.object("AnimationStack", clip.name(), "AnimStack", "", span);
        boolean based = clip.layers().isEmpty()
                || !clip.nodes().isEmpty()
                || !clip.shapes().isEmpty()
                || !clip.values().isEmpty();
        if (based) {
            long layer = build.object("AnimationLayer", clip.name(), "AnimLayer", "", List.of());
            build.connect(layer, stack);
            tracks(layer, true, clip.nodes(), clip.shapes(), clip.values());
        }
        for (int i = 0; i < clip.layers().size(); i++) {
            layer(clip.layers().get(i), !based && i == 0, stack);
        }
    }

    private void layer(ClipLayer l, boolean lowest, long stack) {
        int mode = switch (l.blend()) {
            case ADD -> 0;
            case REPLACE -> 1;
            case MIX -> 2;
        };
        long layer = build.object(
                "AnimationLayer",
                l.name(),
                "AnimLayer",
                "",
                List.of(FbxBuild.properties(List.of(
                        FbxBuild.animated("Weight", l.weight().values()[0] * 100),
                        FbxBuild.flag("Mute", l.muted()),
                        FbxBuild.flag("Solo", l.solo()),
                        FbxBuild.choice("BlendMode", mode),
                        FbxBuild.choice("RotationAccumulationMode", l.turnsWhole() ? 0 : 1),
                        FbxBuild.choice("ScaleAccumulationMode", l.scalesMultiply() ? 0 : 1)))));
        build.connect(layer, stack);
        if (l.weight().keys() > 1) {
            long node = curveNode("Weight", layer, List.of("d|Weight"), new double[] {
                l.weight().values()[0] * 100
            });
            build.connect(node, layer, "Weight");
            curve(l.weight(), 100, node, "d|Weight");
        }
        tracks(layer, lowest, l.nodes(), l.shapes(), l.values());
    }

    private void tracks(
            long layer,
            boolean lowest,
            List<Clip.NodeTrack> nodes,
            List<Clip.ShapeTrack> shapes,
            List<Clip.ValueTrack> values) {
        for (Clip.NodeTrack t : nodes) {
            double[] still = scene.nodes().get(t.node()).transform().channels();
            for (int g = 0; g < 3; g++) {
                group(t, g, lowest ? still : null, layer);
            }
        }
        for (Clip.ShapeTrack t : shapes) {
            long node = curveNode("DeformPercent", layer, List.of("d|DeformPercent"), new double[] {
                t.weight().values()[0] * 100
            });
            build.connect(node, shapeIds.get(t.mesh())[t.shape()], "DeformPercent");
            curve(t.weight(), 100, node, "d|DeformPercent");
        }
        record Property(Clip.Subject subject, int index, String name) {}
        Map<Property, List<Clip.ValueTrack>> byProperty = new LinkedHashMap<>();
        for (Clip.ValueTrack t : values) {
            byProperty
                    .computeIfAbsent(new Property(t.subject(), t.index(), t.property()), k -> new ArrayList<>())
                    .add(t);
        }
        byProperty.forEach((p, tracks) -> values(p.name(), tracks, layer));
    }

    /** One curve node with all components of a property. */
    private void values(String property, List<Clip.ValueTrack> tracks, long layer) {
        Clip.ValueTrack first = tracks.getFirst();
        long target = switch (first.subject()) {
            case NODE -> nodeIds[first.index()];
            case ATTRIBUTE -> attributeIds[first.index()];
            case MATERIAL -> materialIds[first.index()];
        };
        if (target == 0) {
            return;
        }
        List<String> channels = tracks.stream().map(t -> "d|" + t.component()).toList();
        double[] values =
                tracks.stream().mapToDouble(t -> t.curve().values()[0]).toArray();
        long node = curveNode(property, layer, channels, values);
        build.connect(node, target, property);
        for (int i = 0; i < channels.size(); i++) {
            curve(tracks.get(i).curve(), 1, node, channels.get(i));
        }
    }

    /** A layer over others tells only what it moves: where a curve is missing it has no value of its own. */
    private void group(Clip.NodeTrack t, int g, double @Nullable [] still, long layer) {
        List<String> channels = new ArrayList<>();
        double[] values = new double[3];
        int n = 0;
        boolean any = false;
        for (int a = 0; a < 3; a++) {
            Curve c = t.curves()[3 * g + a];
            any |= c != null;
            if (c != null || still != null) {
                channels.add("d|" + "XYZ".charAt(a));
                values[n++] = c != null ? c.values()[0] : still == null ? 0 : still[3 * g + a];
            }
        }
        if (!any) {
            return;
        }
        long node = curveNode(GROUPS[g], layer, channels, java.util.Arrays.copyOf(values, n));
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
