package idleheron.bench;

import idleheron.core.job.Progress;
import idleheron.core.volume.Grid;
import idleheron.core.volume.measure.GridStats;
import idleheron.core.volume.tree.TreeStats;
import idleheron.formats.openvdb.coding.VdbReader;
import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.nio.channels.FileChannel;
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

/** Opening a volume file, reading all voxels of its first grid, and the pass over them for least, greatest and sum. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(
        value = 1,
        jvmArgsAppend = {"--enable-native-access=ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow"})
public class VolumeBenchmark {
    @Param("")
    public String path = "";

    private Grid grid = empty();

    private static Grid empty() {
        return VolumeSample.puff(8);
    }

    @Setup
    public void load() throws IOException {
        grid = read();
    }

    @Benchmark
    public Grid read() throws IOException {
        try (Arena arena = Arena.ofShared()) {
            VdbReader reader = open(arena);
            return reader.grid(reader.file().grids().getFirst(), Progress.NONE);
        }
    }

    /** All that facts without sums need: heads, transforms, counts and boxes from the masks. */
    @Benchmark
    public TreeStats shapeOnly() throws IOException {
        try (Arena arena = Arena.ofShared()) {
            VdbReader reader = open(arena);
            return TreeStats.of(reader.topology(reader.file().grids().getFirst()));
        }
    }

    @Benchmark
    public GridStats pass() {
        return GridStats.of(grid.tree(), Progress.NONE);
    }

    private VdbReader open(Arena arena) throws IOException {
        try (FileChannel channel = FileChannel.open(Path.of(path))) {
            MemorySegment bytes = channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size(), arena);
            return VdbReader.open(path, bytes);
        }
    }
}
