package idleheron.bench;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Brush;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
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

/** A brush of 5 cm over a wavy cloth of 200,000 points, a metre wide. */
@State(Scope.Benchmark)
@SuppressWarnings("NullAway.Init")
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 3)
@Measurement(iterations = 3, time = 5)
public class BrushBenchmark {
    private static final int ROW = 448;

    private final Painter painter = new Painter();
    private final Picture picture = new Picture(900, 600);
    private Brush brush;
    private Side side;
    private Viewpoint from;
    private int step;

    @Setup
    public void make() {
        double[] p = new double[3 * ROW * ROW];
        for (int i = 0; i < ROW * ROW; i++) {
            p[3 * i] = (double) (i % ROW) / ROW - 0.5;
            p[3 * i + 1] = (double) (i / ROW) / ROW;
            p[3 * i + 2] = 0.05 * Math.sin(20 * p[3 * i]);
        }
        int cells = (ROW - 1) * (ROW - 1);
        int[] starts = new int[cells + 1];
        int[] corners = new int[4 * cells];
        for (int f = 0; f < cells; f++) {
            int a = f / (ROW - 1) * ROW + f % (ROW - 1);
            starts[f + 1] = 4 * (f + 1);
            corners[4 * f] = a;
            corners[4 * f + 1] = a + 1;
            corners[4 * f + 2] = a + ROW + 1;
            corners[4 * f + 3] = a + ROW;
        }
        Scene s = Scene.bare("cloth", Stage.COMMON)
                .withMeshes(List.of(Mesh.bare("cloth", p, starts, corners)))
                .withNodes(List.of(Node.mesh("cloth", -1, Transform.IDENTITY, 0)));
        Cloth cloth = Cloth.of(s, 0);
        brush = new Brush(cloth, new double[cloth.joined().pointCount()], 0);
        side = new Side(s, CanonicalSpace.of(Stage.COMMON));
        from = Viewpoint.start().framing(side.bounds());
        brush.begin(new Stroke.Tip(Stroke.How.SET, 1, 5, 1, true));
    }

    /** The values alone, on both sides of the middle. */
    @Benchmark
    public double[] over() {
        double at = step++ % 100 / 100.0;
        brush.over(new Vec3(0.4 * at, at, 0));
        return brush.values();
    }

    /** From the place of the brush to the picture that shows it. */
    @Benchmark
    public Picture toPicture() {
        double[] v = over();
        float[] heat = new float[v.length];
        for (int i = 0; i < heat.length; i++) {
            heat[i] = (float) v[i];
        }
        side.layers().getFirst().heat(heat);
        painter.paint(picture, from, Palette.DAY, 1, List.of(new Painter.Drawn(side, Look.SURFACE, -1)), false);
        return picture;
    }
}
