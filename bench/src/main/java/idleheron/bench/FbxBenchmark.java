package idleheron.bench;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.spi.SceneFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
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

/** Reading and writing a skinned FBX of 300,000 points, 40 joints and 60 frames. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgsAppend = "--enable-native-access=ALL-UNNAMED")
public class FbxBenchmark {
    /** A file to read in place of the one that is made here. */
    @Param("")
    public String path = "";

    private Path file = Path.of("");
    private Scene scene = Sleeve.scene(600, 500, 40);
    private final SceneFormat format = new FbxFormat();

    @Setup
    public void write() throws IOException {
        if (!path.isEmpty()) {
            file = Path.of(path);
            scene = SceneFiles.read(file, Progress.NONE).scene();
            return;
        }
        file = Files.createTempFile("bench", ".fbx");
        try (OutputStream out = Files.newOutputStream(file)) {
            format.write(scene, FbxFormat.BINARY_75, out, Progress.NONE);
        }
        file.toFile().deleteOnExit();
        scene = SceneFiles.read(file, Progress.NONE).scene();
    }

    @Benchmark
    public Scene read() throws IOException {
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    @Benchmark
    public int writeBytes() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 24);
        format.write(scene, FbxFormat.BINARY_75, out, Progress.NONE);
        return out.size();
    }
}
