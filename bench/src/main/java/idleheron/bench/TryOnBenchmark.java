package idleheron.bench;

import idleheron.core.garment.Worn;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.tryon.ClothSettings;
import idleheron.core.garment.tryon.TryOn;
import idleheron.core.garment.tryon.TryOnFrame;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.DoubleUnaryOperator;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** A skirt of 20,000 points that falls over a turning post of 30,000, a frame of ten sub-steps at a time. */
@State(Scope.Benchmark)
@SuppressWarnings("NullAway.Init")
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 4)
@Measurement(iterations = 3, time = 6)
public class TryOnBenchmark {
    @Param({"SURFACE", "NOTHING"})
    public TryOn.Against against;

    private TryOn cloth;
    private int frame;

    /** A tube about the vertical, closed by a point at either end where it is a body. */
    private static Mesh tube(String name, int around, int up, double low, double high, DoubleUnaryOperator radius) {
        boolean body = name.equals("post");
        TriangleMesh m = Tube.of(around, up, low, high, body, radius);
        int[] faces = new int[m.count() + 1];
        Arrays.setAll(faces, f -> 3 * f);
        int points = m.pointCount();
        int[] starts = new int[points + 1];
        Arrays.setAll(starts, i -> i);
        float[] weights = new float[points];
        Arrays.fill(weights, 1);
        Skin skin = new Skin("skin", new int[] {0}, new Matrix4dc[] {new Matrix4d()}, starts, new int[points], weights);
        return Mesh.bare(name, m.points(), faces, m.triangles()).withSkin(skin);
    }

    @Setup
    public void make() {
        Mesh post = tube("post", 100, 300, 0, 1.7, h -> 0.15 + 0.03 * Math.sin(9 * h));
        Mesh skirt = tube("skirt", 100, 200, 0.3, 1.1, h -> 0.2 + 0.25 * (1 - h));
        double[] free = new double[skirt.pointCount()];
        for (int i = 0; i < free.length; i++) {
            free[i] = Math.clamp((1.08 - skirt.points()[3 * i + 1]) / 0.3, 0, 1);
        }
        @Nullable Curve[] turns = new Curve[Channel.COUNT];
        turns[4] = Curve.linear(new double[] {0, 100}, new double[] {0, 3000});
        Clip clip = new Clip("turn", 0, 100, FrameRate.FILM, List.of(new Clip.NodeTrack(0, turns)), List.of());
        Node worn = Node.mesh("skirt", -1, Transform.IDENTITY, 1);
        Scene s = Scene.bare("post", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("root", -1, NodeKind.JOINT, Transform.of(Vec3.ZERO, Vec3.ZERO, Vec3.ONE)),
                        Node.mesh("post", -1, Transform.IDENTITY, 0),
                        Drape.of(worn).with(Drape.Setting.FREEDOM, 0.4).on(worn)))
                .withMeshes(List.of(post, new FreedomMap(free).on(skirt)))
                .withClips(List.of(clip))
                .with(Worn.KEY, List.of(new Worn(1, List.of(2))));
        cloth = new TryOn(s, 2, 1, clip, ClothSettings.USUAL.withSubSteps(10), against);
        cloth.first();
        frame = 1;
    }

    /** The next frame, with its figures. */
    @Benchmark
    public TryOnFrame frame() {
        frame = frame % 2300 + 1;
        return cloth.step(frame / 24.0);
    }
}
