package idleheron.bench;

import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.SurfaceGap;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.remedy.space.MoveScene;
import idleheron.core.remedy.space.Redeclare;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import java.util.concurrent.TimeUnit;
import org.joml.Matrix4d;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** 300,000 points with four influences on both sides, 240 frames, weights rounded to eight bits on the way. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3)
@Measurement(iterations = 8)
@Fork(1)
public class CompareBenchmark {
    private final Scene sent = Sleeve.scene(600, 500, 60, 240);
    private final Scene returned = new TuneWeights(0, 0, 8, false).apply(sent);

    private final Scene faulty = new Redeclare(sent.stage().axes(), 0.01)
            .apply(new ShiftClips(0.1).apply(new MoveScene(Vec3.ZERO, 1, new Vec3(0.5, 0, 0)).apply(returned)));

    /** The surfaces alone. */
    @Benchmark
    public SurfaceGap.Gap surfaces() {
        Clip c = sent.clips().getFirst();
        double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
        return new SurfaceGap(sent, returned, new Matrix4d(), new Matrix4d()).over(c, c, times, Progress.NONE);
    }

    /** All topics, the search for causes and the losses. */
    @Benchmark
    public Comparison whole() {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    /** The same with a unit that is declared wrongly, a scene that was moved and clips that came later. */
    @Benchmark
    public Comparison wholeWithFaults() {
        return Comparison.of(sent, faulty, Tolerances.DEFAULT, true, Progress.NONE);
    }
}
