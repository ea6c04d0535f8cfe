package idleheron.bench;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneFormat;
import idleheron.formats.fbx.FbxFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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

/** Reading and writing a skinned FBX of 300,000 points, 40 joints and 60 frames. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class FbxBenchmark {
    private Path file = Path.of("");
    private byte[] bytes = {};
    private Scene scene = Sleeve.scene(600, 500, 40);
    private final SceneFormat format = new FbxFormat();

    @Setup
    public void write() throws IOException {
        file = Files.createTempFile("bench", ".fbx");
        bytes = format.write(scene, FbxFormat.BINARY_75, Progress.NONE);
        Files.write(file, bytes);
        file.toFile().deleteOnExit();
        scene = SceneFiles.read(file, Progress.NONE).scene();
    }

    @Benchmark
    public Scene read() throws IOException {
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    @Benchmark
    public byte[] writeBytes() {
        return format.write(scene, FbxFormat.BINARY_75, Progress.NONE);
    }
}
