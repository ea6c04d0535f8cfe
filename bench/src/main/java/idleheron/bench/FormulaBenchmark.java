package idleheron.bench;

import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.bake.FormulaBake;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.formats.formula.MotionText;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** A motion of ten joints in a chain, each turned by a formula that asks for the one before, over ten seconds at 24 frames/s. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class FormulaBenchmark {
    private static final int JOINTS = 10;

    @Param({"every frame", "fewest"})
    public String keys = "fewest";

    private Scene figure = Scene.bare("chain", Stage.COMMON);
    private String text = "";

    @org.openjdk.jmh.annotations.Setup
    public void make() {
        List<Node> nodes = new ArrayList<>();
        StringBuilder all = new StringBuilder("schema = \"idle-heron/motion/1\"\nseconds = 10\nkeys = \"" + keys
                + "\"\nwithin = { mm = 0.1, degrees = 0.02 }\n");
        for (int i = 0; i < JOINTS; i++) {
            nodes.add(Node.of("j" + i, i - 1, NodeKind.JOINT, Transform.IDENTITY));
            all.append("[joints.j").append(i).append(".turn]\nz = \"");
            all.append(i == 0 ? "20 * sin(36 * t)" : "0.9 * {j" + (i - 1) + ".turn.z} + 2 * cos(72 * t)")
                    .append("\"\n");
        }
        figure = Scene.bare("chain", Stage.COMMON).withNodes(nodes);
        text = all.toString();
    }

    @Benchmark
    public MotionPlan read() {
        return MotionText.plan("chain.motion.toml", text);
    }

    @Benchmark
    public FormulaBake.Baked bake() {
        return FormulaBake.of(MotionText.plan("chain.motion.toml", text), figure);
    }
}
