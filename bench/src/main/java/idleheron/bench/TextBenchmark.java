package idleheron.bench;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.obj.ObjFormat;
import idleheron.formats.spi.SceneFormat;
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

/** Reading and writing a mesh of 300,000 points as OBJ and, with its 60 joints, as glTF. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgsAppend = "--enable-native-access=ALL-UNNAMED")
public class TextBenchmark {
    /** By which carrier. */
    @Param({"obj", "glb"})
    public String carrier = "obj";

    /** A file to read in place of the one that is made here. */
    @Param("")
    public String path = "";

    private Path file = Path.of("");
    private Scene scene = Sleeve.scene(600, 500, 60);
    private SceneFormat format = new ObjFormat();

    @Setup
    public void write() throws IOException {
        format = carrier.equals("obj") ? new ObjFormat() : new GltfFormat();
        if (!path.isEmpty()) {
            file = Path.of(path);
            scene = SceneFiles.read(file, Progress.NONE).scene();
            return;
        }
        file = Files.createTempFile("bench", "." + carrier);
        try (OutputStream out = Files.newOutputStream(file)) {
            format.write(scene, format.variants().getFirst(), out, Progress.NONE);
        }
        file.toFile().deleteOnExit();
    }

    @Benchmark
    public Scene read() throws IOException {
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    @Benchmark
    public void writeOut() throws IOException {
        format.write(scene, format.variants().getFirst(), OutputStream.nullOutputStream(), Progress.NONE);
    }
}
