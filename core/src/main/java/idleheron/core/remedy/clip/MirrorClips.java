package idleheron.core.remedy.clip;

import static idleheron.core.Messages.say;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/**
 * Exchanges left and right in clips, about the plane between the sides of the figure at rest. With R the place of a joint at rest, G
 * in the clip, both in the world, and M the reflection, a joint goes to M·G'·R'⁻¹·M·R, where ' is the joint on the other side: what
 * the other one did from its rest is done here, mirrored, whatever axes the joints have. Keyed on every frame. Scale goes over axis by
 * axis. What has no other side, and what hangs on it, rests. A figure whose names tell no sides stays as it is.
 *
 * @param clips names
 */
public record MirrorClips(List<String> clips) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "mirror-clips",
                    MirrorClips.class,
                    Keeps.OTHERS,
                    say("core.remedy.clip.MirrorClips.exchanges-left-and-right-in-clips"))
            .told("=NAME,…", v -> new MirrorClips(v.names()))
            .measured(CutClips.FRAMES);

    public MirrorClips {
        clips = List.copyOf(clips);
        if (clips.isEmpty()) {
            throw new IllegalArgumentException(say("core.remedy.clip.MirrorClips.mirror-clips-needs-the-name-of"));
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.clip.MirrorClips.exchange-left-and-right");
    }

    @Override
    public String describe() {
        return say("core.remedy.clip.MirrorClips.exchanges-left-and-right-in-keyed", String.join(", ", clips));
    }

    @Override
    public Scene apply(Scene scene) {
        if (scene.clips().stream().noneMatch(c -> clips.contains(c.name()))) {
            return scene;
        }
        Scene flat = FlattenLayers.of(scene);
        Sides sides = Sides.of(flat);
        if (sides == null) {
            return scene;
        }
        return flat.withClips(flat.clips().stream()
                .map(c -> clips.contains(c.name()) ? mirrored(flat, c, sides) : c)
                .toList());
    }

    /**
     * Where a node is once left and right are exchanged: M·G'·R'⁻¹·M·R.
     *
     * @param after R'⁻¹·M·R
     */
    private record Image(int other, Matrix4d mirror, Matrix4d after) {
        static Image of(Pose rest, Sides sides, int node) {
            int other = sides.other()[node];
            Matrix4d after =
                    new Matrix4d(rest.world(other)).invert().mul(sides.mirror()).mul(rest.world(node));
            return new Image(other, sides.mirror(), after);
        }

        Matrix4d at(Pose pose) {
            return new Matrix4d(mirror).mul(pose.world(other)).mul(after);
        }
    }

    /** A node that moves once left and right are exchanged. */
    private static final class Part {
        final int node;
        final int other;
        final Transform transform;
        final double[][] values = new double[Channel.COUNT][];
        final Image image;
        /** Of what is above, which may not move itself; null where there is nothing. */
        final @Nullable Image above;

        Vec3 last;

        Part(Pose rest, Sides sides, int node, int times) {
            this.node = node;
            other = sides.other()[node];
            transform = rest.scene().nodes().get(node).transform();
            last = transform.rotation();
            int parent = rest.scene().nodes().get(node).parent();
            image = Image.of(rest, sides, node);
            above = parent < 0 ? null : Image.of(rest, sides, parent);
            for (int i = 0; i < values.length; i++) {
                values[i] = new double[times];
            }
        }

        void put(Pose pose, int frame) {
            Matrix4d world = image.at(pose);
            put(above == null ? world : above.at(pose).invert().mul(world), pose.channels(other), frame);
        }

        private void put(Matrix4d local, double[] scale, int frame) {
            last = transform.anglesFor(Matrices.rotation(local), last);
            double[] c = transform.channels();
            for (int a = 0; a < 3; a++) {
                c[3 + a] = last.get(a);
                c[6 + a] = scale[6 + a];
            }
            // with pivots the place depends on the turn; a move comes last
            Vec3 off = Matrices.translation(local).minus(Matrices.translation(transform.matrix(c, new Matrix4d())));
            for (int a = 0; a < 3; a++) {
                c[a] += off.get(a);
            }
            for (int i = 0; i < values.length; i++) {
                values[i][frame] = c[i];
            }
        }

        /** Curves of those channels that leave what they are at rest. */
        Clip.@Nullable NodeTrack track(double[] times) {
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            double[] still = transform.channels();
            boolean any = false;
            for (int i = 0; i < curves.length; i++) {
                boolean moves = false;
                for (double v : values[i]) {
                    moves |= Math.abs(v - still[i]) > 1e-12;
                }
                if (moves) {
                    curves[i] = Curve.linear(times, values[i]);
                    any = true;
                }
            }
            return any ? new Clip.NodeTrack(node, curves) : null;
        }
    }

    private static Clip mirrored(Scene s, Clip c, Sides sides) {
        double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        Pose rest = new Pose(s);
        Set<Integer> moved = Set.copyOf(c.movedNodes());
        List<Part> parts = IntStream.range(0, s.nodes().size())
                .filter(i -> sides.other()[i] >= 0 && moved.contains(sides.other()[i]))
                .mapToObj(i -> new Part(rest, sides, i, times.length))
                .toList();
        Pose pose = new Pose(s);
        for (int f = 0; f < times.length; f++) {
            pose.at(c, times[f]);
            for (Part p : parts) {
                p.put(pose, f);
            }
        }
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        parts.forEach(p -> {
            Clip.NodeTrack t = p.track(times);
            if (t != null) {
                tracks.add(t);
            }
        });
        return new Clip(c.name(), c.startSeconds(), c.endSeconds(), c.rate(), tracks, shapes(s, c));
    }

    /** A blend shape is moved by what moved the one of the same name on the other side. */
    private static List<Clip.ShapeTrack> shapes(Scene s, Clip c) {
        return c.shapes().stream()
                .map(t -> {
                    List<String> names = s.meshes().get(t.mesh()).shapes().stream()
                            .map(BlendShape::name)
                            .toList();
                    int other = names.indexOf(SideNames.other(names.get(t.shape())));
                    return other < 0 ? t : new Clip.ShapeTrack(t.mesh(), other, t.weight());
                })
                .toList();
    }
}
