package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Brings clips of several layers to one, keyed on every frame. Clips of one layer stay as they are. */
public record FlattenLayers() implements Remedy {
    /** How many layers, and curves that are more than straight lines between keys. */
    static final Measure UNPLAIN =
            new Measure(say("core.remedy.clip.FlattenLayers.curves-that-are-not-plain-keys"), FlattenLayers::unplain);

    public static final RemedyType TYPE = RemedyType.of(
                    "flatten-layers",
                    FlattenLayers.class,
                    Keeps.PICTURE,
                    say("core.remedy.clip.FlattenLayers.joins-the-layers-of-each-clip"))
            .told(new FlattenLayers())
            .measured(UNPLAIN);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.FlattenLayers.flatten-the-layers");
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.FlattenLayers.joins-the-layers-of-each-clip");
    }

    @Override
    public Scene apply(Scene scene) {
        return of(scene);
    }

    private static String unplain(Scene s) {
        int[] count = {0};
        s.clips().forEach(c -> {
            count[0] += c.layers().size();
            c.mapCurves(k -> {
                count[0] += k.isSimple() ? 0 : 1;
                return k;
            });
        });
        return Integer.toString(count[0]);
    }

    /** The same as the remedy does. */
    public static Scene of(Scene scene) {
        if (scene.clips().stream().noneMatch(Clip::isLayered)) {
            return scene;
        }
        Pose pose = new Pose(scene);
        return scene.withClips(scene.clips().stream()
                .map(c -> c.isLayered() ? flat(pose, c) : c)
                .toList());
    }

    private static Clip flat(Pose pose, Clip clip) {
        double[] times = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), clip.rate());
        List<Integer> moved = clip.movedNodes();
        double[][][] values = new double[moved.size()][Channel.COUNT][times.length];
        List<Clip.ShapeTrack> first = new ArrayList<>(clip.shapes());
        clip.layers()
                .forEach(l -> l.shapes().forEach(t -> {
                    if (first.stream().noneMatch(o -> o.mesh() == t.mesh() && o.shape() == t.shape())) {
                        first.add(t);
                    }
                }));
        double[][] weights = new double[first.size()][times.length];
        for (int f = 0; f < times.length; f++) {
            pose.at(clip, times[f]);
            for (int n = 0; n < moved.size(); n++) {
                double[] c = pose.channels(moved.get(n));
                for (int k = 0; k < c.length; k++) {
                    values[n][k][f] = c[k];
                }
            }
            for (int s = 0; s < weights.length; s++) {
                weights[s][f] =
                        pose.shapeWeight(first.get(s).mesh(), first.get(s).shape());
            }
        }
        List<Clip.NodeTrack> nodes = new ArrayList<>();
        for (int n = 0; n < moved.size(); n++) {
            nodes.add(track(clip, moved.get(n), times, values[n]));
        }
        List<Clip.ShapeTrack> shapes = new ArrayList<>();
        for (int s = 0; s < weights.length; s++) {
            shapes.add(new Clip.ShapeTrack(first.get(s).mesh(), first.get(s).shape(), Curve.linear(times, weights[s])));
        }
        return clip.withTracks(nodes, shapes).withLayers(List.of());
    }

    /** Curves on the groups of channels that any layer moves. */
    private static Clip.NodeTrack track(Clip clip, int node, double[] times, double[][] values) {
        boolean[] told = new boolean[3];
        List<Clip.NodeTrack> all = new ArrayList<>(clip.nodes());
        clip.layers().forEach(l -> all.addAll(l.nodes()));
        for (Clip.NodeTrack t : all) {
            for (int k = 0; k < Channel.COUNT && t.node() == node; k++) {
                told[k / 3] |= t.curves()[k] != null;
            }
        }
        @Nullable Curve[] out = new Curve[Channel.COUNT];
        for (int k = 0; k < out.length; k++) {
            out[k] = told[k / 3] ? Curve.linear(times, values[k]) : null;
        }
        return new Clip.NodeTrack(node, out);
    }
}
