package idleheron.core.remedy.clip;

import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.SideNames;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.List;
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
                    "mirror-clips", MirrorClips.class, Keeps.OTHERS, "Exchanges left and right in clips.")
            .told("=NAME,…", v -> new MirrorClips(v.names()))
            .measured(CutClips.FRAMES);

    public MirrorClips {
        clips = List.copyOf(clips);
        if (clips.isEmpty()) {
            throw new IllegalArgumentException("mirror-clips needs the name of a clip");
        }
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return "Exchange left and right";
    }

    @Override
    public String describe() {
        return "Exchanges left and right in " + String.join(", ", clips) + ", keyed on every frame.";
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

    /** A node that moves once left and right are exchanged. */
    private static final class Part {
        final int node;
        final int other;
        final Transform transform;
        final double[][] values = new double[Channel.COUNT][];
        /** R'⁻¹·M·R. */
        final Matrix4d after;

        Vec3 last;

        Part(Pose rest, Sides sides, int node, int times) {
            this.node = node;
            other = sides.other()[node];
            transform = rest.scene().nodes().get(node).transform();
            last = transform.rotation();
            after = new Matrix4d(rest.world(other)).invert().mul(sides.mirror()).mul(rest.world(node));
            for (int i = 0; i < values.length; i++) {
                values[i] = new double[times];
            }
        }

        Matrix4d world(Pose pose, Sides sides) {
            return new Matrix4d(sides.mirror()).mul(pose.world(other)).mul(after);
        }

        void put(Matrix4d local, double[] scale, int frame) {
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
        List<Integer> moved = List.copyOf(c.movedNodes());
        List<Part> parts = IntStream.range(0, s.nodes().size())
                .filter(i -> sides.other()[i] >= 0 && moved.contains(sides.other()[i]))
                .mapToObj(i -> new Part(rest, sides, i, times.length))
                .toList();
        Pose pose = new Pose(s);
        for (int f = 0; f < times.length; f++) {
            pose.at(c, times[f]);
            for (Part p : parts) {
                int parent = s.nodes().get(p.node).parent();
                Matrix4d above = parent < 0 ? new Matrix4d() : above(rest, pose, sides, parent);
                p.put(above.invert().mul(p.world(pose, sides)), pose.channels(p.other), f);
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

    /** The mirrored place of a node that may not move itself. */
    private static Matrix4d above(Pose rest, Pose pose, Sides sides, int node) {
        return new Matrix4d(sides.mirror())
                .mul(pose.world(sides.other()[node]))
                .mul(new Matrix4d(rest.world(sides.other()[node])).invert())
                .mul(sides.mirror())
                .mul(rest.world(node));
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
