package idleheron.formats.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.bake.FormulaReport;
import idleheron.core.inspect.SceneMerge;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.formats.SceneFiles;
import idleheron.formats.SceneTogether;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MotionFormatTest {
    private static final String TIDE = """
            # how high the water stands
            schema = "idle-heron/motion/1"
            seconds = 2
            rate = 25
            first = 5
            [joints.float.move]
            y = "0.4 * sin(90 * t)"
            [joints."gauge/arm".turn]
            x = "{float.move.y} * 100"
            """;

    @TempDir
    Path folder;

    private Path file(String text) throws IOException {
        return Files.writeString(folder.resolve("tide.motion.toml"), text);
    }

    private static Scene gauge() {
        Stage centimetres = new Stage(AxisSystem.COMMON, 0.01, FrameRate.of(24), 0, 0, "");
        return Scene.bare("gauge", centimetres)
                .withNodes(List.of(
                        Node.of("gauge", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.of("float", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 50, 0), Vec3.ZERO, Vec3.ONE)),
                        Node.of("arm", 0, NodeKind.JOINT, Transform.of(new Vec3(0, 90, 0), Vec3.ZERO, Vec3.ONE))));
    }

    @Test
    void aloneItMovesTheJointsThatItNames() throws IOException {
        SceneFormat.ReadScene r = SceneFiles.read(file(TIDE), Progress.NONE);
        assertThat(r.format()).isEqualTo("Motion");
        assertThat(r.scene().paths()).containsExactly("/float", "/gauge", "/gauge/arm");
        Clip c = r.scene().clips().getFirst();
        assertThat(c.name()).isEqualTo("tide");
        assertThat(c.firstFrame()).isEqualTo(5);
        assertThat(c.lastFrame()).isEqualTo(55);
        Pose p = new Pose(r.scene()).at(c, c.startSeconds() + 1);
        assertThat(Matrices.translation(p.world(0)).y()).isCloseTo(0.4, within(1e-9));
        assertThat(p.channels(2)[3]).isCloseTo(40, within(1e-9));
        assertThat(MotionPlan.alone(r.scene())).isNotNull();
    }

    @Test
    void whatIsWrittenInAnotherUnitIsTurnedIntoMetres() throws IOException {
        Path inches = file(TIDE.replace("y = \"0.4 * sin(90 * t)\"", "y = { formula = \"t\", unit = \"in\" }"));
        Scene s = SceneFiles.read(inches, Progress.NONE).scene();
        Clip c = s.clips().getFirst();
        Pose p = new Pose(s).at(c, c.startSeconds() + 1);
        assertThat(Matrices.translation(p.world(0)).y()).isCloseTo(0.0254, within(1e-9));
        assertThat(p.channels(2)[3]).as("others ask for metres").isCloseTo(2.54, within(1e-9));
    }

    @Test
    void withAFigureItMovesThatOne() throws IOException {
        Path figure = folder.resolve("gauge.fbx");
        SceneFiles.write(gauge(), figure, new FbxFormat(), FbxFormat.BINARY_75, false, Progress.NONE);
        SceneMerge both = SceneTogether.read(List.of(figure, file(TIDE)), SceneFiles::read, Progress.NONE);
        Scene s = both.scene();
        assertThat(s.nodes()).hasSize(3);
        Clip c = s.clips().getLast();
        Pose p = new Pose(s).at(c, c.startSeconds() + 1);
        assertThat(Matrices.translation(p.world(s.find("float"))).y()).isCloseTo(90, within(1e-6));
        assertThat(s.parts().of(FormulaReport.KEY)).hasSize(1);
        assertThat(MotionPlan.alone(s)).isNull();
        Scene turned = SceneTogether.read(List.of(file(TIDE), figure), SceneFiles::read, Progress.NONE)
                .scene();
        assertThat(turned.paths()).as("whatever comes first").isEqualTo(s.paths());
        assertThat(turned.stage().metersPerUnit()).isEqualTo(0.01);
        Scene again = SceneMerge.of(
                        List.of(s, SceneFiles.read(file(TIDE), Progress.NONE).scene()))
                .scene();
        assertThat(again.clips().stream().filter(k -> k.name().equals("tide"))).hasSize(1);
        assertThat(again.parts().of(FormulaReport.KEY)).hasSize(1);
    }

    @Test
    void whatDoesNotFitTheFigureIsToldWithFileLineAndColumn() throws IOException {
        Path figure = folder.resolve("gauge.fbx");
        SceneFiles.write(gauge(), figure, new FbxFormat(), FbxFormat.BINARY_75, false, Progress.NONE);
        Path bad = file(TIDE.replace("joints.float", "joints.flota").replace("{float.", "{flota."));
        assertThatThrownBy(() -> SceneTogether.read(List.of(figure, bad), SceneFiles::read, Progress.NONE))
                .isInstanceOf(FormatException.class)
                .hasMessageMatching(
                        "tide\\.motion\\.toml, line 7, column 1: expected a joint of gauge.*, found flota, nearest is float");
    }

    @Test
    void itIsKnownByItsContentUnderAnyName() throws IOException {
        Path other = Files.writeString(folder.resolve("x.txt"), TIDE);
        assertThat(SceneFiles.read(other, Progress.NONE).format()).isEqualTo("Motion");
        assertThat(SceneFiles.byName(Path.of("a.MOTION.toml"))).isInstanceOf(MotionFormat.class);
        assertThat(SceneFiles.byName(Path.of("a.toml"))).isNull();
    }

    @Test
    void brokenOnesAreRefusedInOneLine() throws IOException {
        for (String bad : new String[] {
            TIDE.substring(0, 120),
            TIDE.replace("90 * t", "1 / (t - 1)"),
            TIDE.replace("seconds = 2", "seconds = 999999"),
            TIDE + "\u0000",
            TIDE + "a = " + "[".repeat(5000),
            TIDE.replace("0.4", "{gauge/arm.turn.x}")
        }) {
            assertThatThrownBy(() -> SceneFiles.read(file(bad), Progress.NONE))
                    .isInstanceOf(FormatException.class)
                    .hasMessageStartingWith("tide.motion.toml")
                    .message()
                    .doesNotContain("\n");
        }
        Path huge = folder.resolve("huge.motion.toml");
        Files.write(huge, (TIDE + "#".repeat(1 << 20)).getBytes(java.nio.charset.StandardCharsets.UTF_8));
        assertThatThrownBy(() -> SceneFiles.read(huge, Progress.NONE)).hasMessageContaining("at most 1 MB");
        Path bytes = folder.resolve("bytes.motion.toml");
        Files.write(bytes, new byte[] {'a', (byte) 0xff, (byte) 0xfe, 3});
        assertThatThrownBy(() -> SceneFiles.read(bytes, Progress.NONE)).hasMessageContaining("text in UTF-8");
    }

    @Test
    void itIsReadAndNotWritten() {
        assertThatThrownBy(() -> SceneFiles.write(
                        gauge(), folder.resolve("a.motion.toml"), new MotionFormat(), "text", false, Progress.NONE))
                .hasMessageContaining("written by hand");
    }

    @Test
    void theOutlineShowsWhatIsWritten() throws IOException {
        var o = SceneFiles.outline(file(TIDE), Progress.NONE);
        assertThat(o.children()).extracting(c -> c.name()).contains("schema", "seconds", "joints");
        assertThat(o.count()).isGreaterThan(8);
    }
}
