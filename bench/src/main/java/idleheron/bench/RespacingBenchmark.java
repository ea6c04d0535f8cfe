package idleheron.bench;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.remesh.Respacing;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import java.util.List;
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

/** A skirt of 50,000 points whose triangles are long, spaced anew with about as many. */
@State(Scope.Benchmark)
@SuppressWarnings("NullAway.Init")
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2)
@Measurement(iterations = 4)
public class RespacingBenchmark {
    private Cloth cloth;
    private double length;

    @Setup
    public void make() {
        TriangleMesh m = Tube.of(500, 100, 0.3, 1.1, false, h -> 0.2 + 0.25 * (1 - h));
        int[] faces = new int[m.count() + 1];
        Arrays.setAll(faces, f -> 3 * f);
        Scene s = Scene.bare("skirt", Stage.COMMON)
                .withMeshes(List.of(Mesh.bare("skirt", m.points(), faces, m.triangles())))
                .withNodes(List.of(Node.mesh("skirt", -1, Transform.IDENTITY, 0)));
        cloth = Cloth.of(s, 0);
        double area = cloth.pieces().all().stream().mapToDouble(p -> p.area()).sum();
        length = Math.sqrt(2 * area / (Math.sqrt(3) * m.pointCount()));
    }

    @Benchmark
    public Respacing respace() {
        return Respacing.of(cloth, length);
    }
}
