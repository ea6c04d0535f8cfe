package idleheron.bench;

import idleheron.core.garment.GapFigures;
import idleheron.core.garment.weights.BodyWeights;
import idleheron.core.garment.weights.TransferSettings;
import idleheron.core.garment.weights.WeightTransfer;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** A wide bell of 100,000 points over a tube of 30,000 with 70 joints: its upper half is near, its lower half is filled in. */
@State(Scope.Benchmark)
@SuppressWarnings("NullAway.Init")
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 3)
@Measurement(iterations = 3, time = 5)
public class GarmentBenchmark {
    private static final int JOINTS = 70;

    private BodyWeights body;
    private TriangleMesh bell;
    private BodyDistance distance;
    private double[] places;

    @Setup
    public void make() {
        int around = 100;
        int up = 300;
        TriangleMesh m = Tube.of(around, up, 0, 1.7, false, h -> 0.15 + 0.03 * Math.sin(9 * h));
        int[] starts = new int[m.pointCount() + 1];
        int[] slots = new int[2 * m.pointCount()];
        float[] weights = new float[slots.length];
        for (int i = 0; i < m.pointCount(); i++) {
            double j = (double) (i / around) / (up - 1) * (JOINTS - 1.001);
            slots[2 * i] = (int) j;
            slots[2 * i + 1] = (int) j + 1;
            weights[2 * i + 1] = (float) (j - (int) j);
            weights[2 * i] = 1 - weights[2 * i + 1];
            starts[i + 1] = 2 * i + 2;
        }
        body = BodyWeights.of(m, JOINTS, starts, slots, weights);
        bell = Tube.of(200, 500, 0, 1.7, false, h -> 0.17 + 0.03 * Math.sin(9 * h) + Math.max(0, 0.5 - h) * 0.6);
        TriangleMesh closed = Tube.of(around, up, 0, 1.7, true, h -> 0.15 + 0.03 * Math.sin(9 * h));
        distance = BodyDistance.of(closed);
        places = closed.points().clone();
    }

    /** Weights of all points of the bell, 50,000 of them filled in. */
    @Benchmark
    public WeightTransfer.Taken weights() {
        return WeightTransfer.of(body, bell, TransferSettings.USUAL, Progress.NONE);
    }

    /** Signed distances of all points of the bell from a closed body that was moved, as once a frame of a clip. */
    @Benchmark
    public GapFigures frame() {
        distance = distance.moved(places);
        return GapFigures.of(distance, bell, 0.03);
    }
}
