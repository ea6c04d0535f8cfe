package idleheron.bench;

import idleheron.core.picture.Texels;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.Scene;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import idleheron.render.surface.Cover;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.joml.Matrix4d;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Skinning with four influences, and whole frames of 900 x 600 pixels: pose, skin, light, draw. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class FrameBenchmark {
    @Param({"50000", "300000"})
    public int points = 50_000;

    /** A picture of 2048 by 2048 texels on it, with normals or without. */
    @Param({"PLAIN", "COLOURS", "NORMALS"})
    public Cover cover = Cover.PLAIN;

    private final Painter painter = new Painter();
    private final Picture picture = new Picture(900, 600);
    private final Matrix4d none = new Matrix4d();
    private Scene scene = Sleeve.scene(100, 500, 40);
    private Pose pose = new Pose(scene);
    private Surface surface = new Surface(pose, 40);
    private Side side = new Side(scene, CanonicalSpace.of(scene.stage()));
    private double seconds;

    @org.openjdk.jmh.annotations.Setup
    public void make() {
        scene = Sleeve.dressed(Sleeve.scene(points / 500, 500, 40));
        pose = new Pose(scene);
        surface = new Surface(pose, 40);
        int[] argb = new int[1 << 22];
        Arrays.setAll(argb, i -> 0xFF000000 | i * 0x9E3779B1 >>> 8);
        Texels all = Texels.of(1 << 11, 1 << 11, argb, false);
        side = new Side(scene, CanonicalSpace.of(scene.stage()), (s, t, n) -> all);
    }

    private double next() {
        seconds = (seconds + 1 / 30.0) % 1.9;
        return seconds;
    }

    @Benchmark
    public float[] skin() {
        return surface.deform(pose.at(scene.clips().getFirst(), next()), none);
    }

    @Benchmark
    @Fork(value = 1, jvmArgsAppend = "-Djava.util.concurrent.ForkJoinPool.common.parallelism=0")
    public float[] skinOnOneCore() {
        return skin();
    }

    @Benchmark
    public Picture frame() {
        side.pose(scene.clips().getFirst(), next());
        painter.paint(
                picture,
                Viewpoint.start().framing(side.bounds()),
                Palette.DAY,
                2,
                List.of(new Painter.Drawn(side, Look.SURFACE.withCover(cover), -1)),
                false);
        return picture;
    }
}
