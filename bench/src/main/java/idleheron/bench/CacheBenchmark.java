package idleheron.bench;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheMesh;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.formats.SceneFiles;
import idleheron.formats.alembic.AbcFormat;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
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
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/** A cache of one mesh of 100,000 points and 120 samples: opening, reading all points, writing, one frame in the view. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(
        value = 1,
        jvmArgsAppend = {"--enable-native-access=ALL-UNNAMED", "--sun-misc-unsafe-memory-access=allow"})
public class CacheBenchmark {
    private static final int WIDE = 400;
    private static final int DEEP = 250;
    private static final int FRAMES = 120;

    @Param("")
    public String path = "";

    private Path file = Path.of("");
    private boolean own;
    private Scene scene = Scene.bare("", Stage.COMMON);
    private Side side = new Side(scene, CanonicalSpace.asStored());
    private final Painter painter = new Painter();
    private final Picture picture = new Picture(900, 600);
    private int frame;

    @Setup
    public void load() throws IOException {
        own = path.isEmpty();
        file = own ? Files.createTempFile("heron-bench", ".abc") : Path.of(path);
        if (own) {
            new AbcFormat().write(cloth(), AbcFormat.OGAWA, file, Progress.NONE);
        }
        scene = SceneFiles.read(file, Progress.NONE).scene();
        side = new Side(scene, CanonicalSpace.asStored());
    }

    @TearDown
    public void clean() throws IOException {
        if (own) {
            Files.deleteIfExists(file);
        }
    }

    private static Scene cloth() {
        float[] rest = new float[3 * WIDE * DEEP];
        int[] faces = new int[4 * (WIDE - 1) * (DEEP - 1)];
        int[] counts = new int[(WIDE - 1) * (DEEP - 1)];
        java.util.Arrays.fill(counts, 4);
        int at = 0;
        for (int j = 0; j < DEEP; j++) {
            for (int i = 0; i < WIDE; i++) {
                rest[3 * (j * WIDE + i)] = 0.01f * i;
                rest[3 * (j * WIDE + i) + 2] = 0.01f * j;
                if (i + 1 < WIDE && j + 1 < DEEP) {
                    faces[at++] = j * WIDE + i;
                    faces[at++] = j * WIDE + i + 1;
                    faces[at++] = (j + 1) * WIDE + i + 1;
                    faces[at++] = (j + 1) * WIDE + i;
                }
            }
        }
        TimeSampling times = TimeSampling.uniform(1 / 24.0, 1 / 24.0);
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        roles.put(
                ChannelSemantic.POSITIONS,
                Samples.computed(
                        new Samples.Layout(idleheron.core.cache.ElementType.FLOAT32, 3, false), FRAMES, times, k -> {
                            float[] p = rest.clone();
                            for (int i = 0; i < p.length / 3; i++) {
                                p[3 * i + 1] = (float) (0.3 * Math.sin(i * 0.0005 + k * 0.2));
                            }
                            return Samples.segment(p);
                        }));
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(faces));
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(counts));
        CacheNode mesh = new CacheNode(
                "cloth", CacheKind.MESH, Meta.NONE, roles, List.of(), List.of(), List.of(), "", List.of());
        Cache cache = new Cache("cloth", Meta.NONE, CacheNode.of("", CacheKind.GROUP, List.of(mesh)));
        return Scene.bare("cloth.abc", Stage.COMMON).withCaches(List.of(cache));
    }

    private static CacheMesh mesh(Scene s) {
        return new CacheMesh(s.caches().getFirst().entries().stream()
                .filter(e -> e.node().kind().isMesh())
                .findFirst()
                .orElseThrow()
                .node());
    }

    @Benchmark
    public Scene open() throws IOException {
        return SceneFiles.read(file, Progress.NONE).scene();
    }

    /** Opened anew, every sample copied into arrays, both cores at once. */
    @Benchmark
    public long positions() throws IOException {
        CacheMesh m = mesh(open());
        long[] sums = new long[m.positions().count()];
        Cores.split(sums.length, 1, (from, to) -> {
            float[] into = new float[3 * m.points(0)];
            for (int i = from; i < to; i++) {
                sums[i] = m.positions().floats(i, into);
            }
        });
        long all = 0;
        for (long s : sums) {
            all += s;
        }
        return all;
    }

    /** The same on one core, of a file that is open. */
    @Benchmark
    public float positionsOnOneCore() {
        CacheMesh m = mesh(scene);
        float[] into = new float[3 * m.points(0)];
        float sum = 0;
        for (int i = 0; i < m.positions().count(); i++) {
            m.positions().floats(i, into);
            sum += into[1];
        }
        return sum;
    }

    @Benchmark
    public Path write() throws IOException {
        Path to = file.resolveSibling("heron-bench-again.abc");
        new AbcFormat().write(scene, AbcFormat.OGAWA, to, Progress.NONE);
        Files.delete(to);
        return to;
    }

    /** Evaluated and made ready, but not drawn. */
    @Benchmark
    public Side posed() {
        side.pose(null, (1 + frame++ % FRAMES + 0.5) / 24.0);
        return side;
    }

    /** The whole of a frame at 900 by 600. */
    @Benchmark
    public Picture drawn() {
        posed();
        painter.paint(
                picture,
                Viewpoint.start().framing(side.bounds()),
                Palette.DAY,
                4,
                List.of(new Painter.Drawn(side, Look.SURFACE, -1)));
        return picture;
    }
}
