package idleheron.bench;

import idleheron.core.job.Cores;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.Specifier;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.ValueKind;
import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
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
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A crate with 300,000 points and 120 samples (432 MB): opening it and reading all points, on one core and on both; writing it;
 * and a text of twelve such samples (about 90 MB), parsed on one core.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(
        value = 1,
        jvmArgsAppend = {"--enable-native-access=ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow"})
public class StageBenchmark {
    private static final int POINTS = 300_000;
    private static final int SAMPLES = 120;
    private static final int TEXT_SAMPLES = 9;

    private Path crate = Path.of("");
    private Path text = Path.of("");
    private Path out = Path.of("");
    private Layer layer = Layer.empty("");

    @Setup
    public void make() throws IOException {
        crate = Files.createTempFile("heron-bench", ".usdc");
        text = Files.createTempFile("heron-bench", ".usda");
        out = Files.createTempFile("heron-bench", ".usdc");
        Layers.writeCrate(cloth(SAMPLES), crate);
        Layers.writeText(cloth(TEXT_SAMPLES), text);
        layer = open(crate);
    }

    @TearDown
    public void clean() throws IOException {
        Files.deleteIfExists(crate);
        Files.deleteIfExists(text);
        Files.deleteIfExists(out);
    }

    private static Layer cloth(int samples) {
        double[] times = new double[samples];
        List<Numbers> values = new ArrayList<>();
        for (int s = 0; s < samples; s++) {
            times[s] = s;
            float[] p = new float[3 * POINTS];
            for (int i = 0; i < p.length; i++) {
                p[i] = (float) Math.sin(i * 0.001 + s * 0.1);
            }
            values.add(Numbers.floats(ValueKind.FLOAT3, p));
        }
        Layer l = Layer.empty("cloth");
        l.root()
                .add(Spec.prim("Cloth", Specifier.DEF, "Mesh")
                        .add(Spec.attribute("points", "point3f[]", false)
                                .with(Field.TIME_SAMPLES, TimeSamples.of(times, values))));
        return l;
    }

    private static Layer open(Path file) throws IOException {
        try (FileChannel c = FileChannel.open(file)) {
            MemorySegment m = c.map(FileChannel.MapMode.READ_ONLY, 0, c.size(), Arena.ofAuto());
            return Layers.read("bench", m, new ArrayList<>());
        }
    }

    private static TimeSamples points(Layer l) {
        Spec cloth = Objects.requireNonNull(l.prim("/Cloth"));
        return (TimeSamples) Objects.requireNonNull(
                Objects.requireNonNull(cloth.properties().get("points")).get(Field.TIME_SAMPLES));
    }

    @Benchmark
    public double pointsOneCore() throws IOException {
        TimeSamples t = points(open(crate));
        double sum = 0;
        for (int i = 0; i < t.count(); i++) {
            sum += ((Numbers) t.value(i)).floats()[i];
        }
        return sum;
    }

    @Benchmark
    public double pointsBothCores() throws IOException {
        TimeSamples t = points(open(crate));
        double[] sum = new double[t.count()];
        Cores.each(t.count(), i -> sum[i] = ((Numbers) t.value(i)).floats()[i]);
        return sum[0] + sum[sum.length - 1];
    }

    @Benchmark
    public Layer parseText() throws IOException {
        return open(text);
    }

    @Benchmark
    public long write() throws IOException {
        Layers.writeCrate(layer, out);
        return Files.size(out);
    }
}
