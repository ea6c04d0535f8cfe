package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Joins clips into one, each a frame after the end of the one before, with a key on every frame of what any of them moves.
 *
 * @param clips names, in their order
 * @param name of the one clip
 */
public record JoinClips(List<String> clips, String name) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "join-clips",
                    JoinClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.JoinClips.joins-clips-into-one-one-after"))
            .told(
                    "=NAME,…[:NEW]",
                    v -> new JoinClips(v.first().names(), v.second("joined").text()))
            .measured(CutClips.FRAMES);

    public JoinClips {
        clips = List.copyOf(clips);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.JoinClips.join-clips", clips.size());
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.JoinClips.joins-into-one-after-the-other", String.join(", ", clips), name);
    }

    @Override
    public Scene apply(Scene layered) {
        Scene scene = FlattenLayers.of(layered);
        List<Clip> parts = new ArrayList<>();
        for (String n : clips) {
            scene.clips().stream().filter(c -> c.name().equals(n)).findFirst().ifPresent(parts::add);
        }
        if (parts.size() < 2) {
            return layered;
        }
        Clip first = parts.getFirst();
        List<double[]> times = new ArrayList<>();
        int keys = 0;
        for (Clip c : parts) {
            double[] t = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
            times.add(t);
            keys += t.length;
        }
        double[] seconds = new double[keys];
        double step = first.rate().seconds(1);
        double start = first.startSeconds();
        int at = 0;
        for (int p = 0; p < parts.size(); p++) {
            double[] t = times.get(p);
            for (double v : t) {
                seconds[at++] = start + v - t[0];
            }
            start = seconds[at - 1] + step;
        }
        Clip joined = new Clip(
                name,
                first.startSeconds(),
                seconds[keys - 1],
                first.rate(),
                nodes(scene, parts, times, seconds),
                shapes(scene, parts, times, seconds));
        List<Clip> out = new ArrayList<>();
        for (Clip c : scene.clips()) {
            if (c == first) {
                out.add(joined);
            } else if (!clips.contains(c.name())) {
                out.add(c);
            }
        }
        return scene.withClips(out);
    }

    private static List<Clip.NodeTrack> nodes(Scene scene, List<Clip> parts, List<double[]> times, double[] seconds) {
        TreeSet<Integer> moved = new TreeSet<>();
        parts.forEach(c -> c.nodes().forEach(t -> moved.add(t.node())));
        List<Clip.NodeTrack> out = new ArrayList<>();
        Pose pose = new Pose(scene);
        for (int node : moved) {
            double[][] values = new double[Channel.COUNT][seconds.length];
            int at = 0;
            for (int p = 0; p < parts.size(); p++) {
                for (double t : times.get(p)) {
                    pose.at(parts.get(p), t);
                    double[] now = pose.channels(node);
                    for (int c = 0; c < Channel.COUNT; c++) {
                        values[c][at] = now[c];
                    }
                    at++;
                }
            }
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            for (int c = 0; c < Channel.COUNT; c++) {
                boolean any = false;
                for (Clip p : parts) {
                    for (Clip.NodeTrack t : p.nodes()) {
                        any |= t.node() == node && t.curves()[c] != null;
                    }
                }
                curves[c] = any ? Curve.linear(seconds, values[c]) : null;
            }
            out.add(new Clip.NodeTrack(node, curves));
        }
        return out;
    }

    private static List<Clip.ShapeTrack> shapes(Scene scene, List<Clip> parts, List<double[]> times, double[] seconds) {
        List<Clip.ShapeTrack> out = new ArrayList<>();
        Pose pose = new Pose(scene);
        for (int m = 0; m < scene.meshes().size(); m++) {
            for (int s = 0; s < scene.meshes().get(m).shapes().size(); s++) {
                int mesh = m;
                int shape = s;
                if (parts.stream()
                        .noneMatch(c -> c.shapes().stream().anyMatch(t -> t.mesh() == mesh && t.shape() == shape))) {
                    continue;
                }
                double[] values = new double[seconds.length];
                int at = 0;
                for (int p = 0; p < parts.size(); p++) {
                    for (double t : times.get(p)) {
                        pose.at(parts.get(p), t);
                        values[at++] = pose.shapeWeight(m, s);
                    }
                }
                out.add(new Clip.ShapeTrack(m, s, Curve.linear(seconds, values)));
            }
        }
        return out;
    }
}
