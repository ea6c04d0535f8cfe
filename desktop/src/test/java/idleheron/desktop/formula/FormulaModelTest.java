package idleheron.desktop.formula;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.MotionJob;
import idleheron.core.formula.Place;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.clip.BakeClips;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.rehearsal.demo.TideGauge;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FormulaModelTest {
    private static final FormulaModel GAUGE = new FormulaModel(TideGauge.scene(), List.of());

    private static MotionJob.Result judge(String text) {
        return GAUGE.judge(text, Progress.NONE);
    }

    @Test
    void theFirstTextIsRightForAnyFigure() {
        for (Scene s : List.of(TideGauge.scene(), FootbridgeBell.scene(), MadeDemo.postwoman())) {
            FormulaModel m = new FormulaModel(s, List.of());
            MotionJob.Result r = m.judge(m.first(), Progress.NONE);
            assertThat(r.moved()).as(r.told()).isNotNull();
            assertThat(r.findings()).isEmpty();
            assertThat(r.told()).contains(" in place of ");
            assertThat(FormulaModel.place(r)).isEmpty();
        }
        assertThat(MotionJob.isOffered(Scene.bare("nothing", Stage.COMMON))).isFalse();
    }

    @Test
    void whatIsWrongIsToldWithItsPlace() {
        MotionJob.Result joint = judge(GAUGE.first().replace("\"float\"", "floaat"));
        assertThat(joint.moved()).isNull();
        assertThat(joint.plan()).isNotNull();
        assertThat(FormulaModel.place(joint)).isEqualTo("Line 13, column 1");
        assertThat(joint.told()).isEqualTo("Expected a joint of tide_gauge, found floaat, nearest is float");
        MotionJob.Result formula = judge(GAUGE.first().replace("sin(", "sine("));
        assertThat(formula.plan()).isNull();
        assertThat(FormulaModel.place(formula)).isEqualTo("Line 13, column 11");
        assertThat(formula.told()).startsWith("Expected t, u, pi, ").endsWith("found sine, nearest is sin");
        MotionJob.Result head = judge("schema = 3");
        assertThat(FormulaModel.place(head)).isEqualTo("Line 1, column 1");
    }

    @Test
    void whatIsNoticedStandsBelow() {
        MotionJob.Result r = judge(GAUGE.first().replace("360 * u", "100 * t"));
        assertThat(FormulaModel.noticed(r))
                .containsExactly(
                        "sway does not close: float.turn.z. The formula repeats every 3.6 s and the clip lasts 2 s. "
                                + "A period of 2 s fits, or a clip of 3.6 s.");
    }

    @Test
    void aPlaceIsFoundInTheText() {
        assertThat(FormulaModel.offset("ab\ncd\n", new Place(2, 2))).isEqualTo(4);
        assertThat(FormulaModel.offset("ab\ncd\n", new Place(9, 1))).isEqualTo(6);
        assertThat(FormulaModel.offset("ab", new Place(1, 9))).isEqualTo(2);
    }

    @Test
    void aClipIsPutOnOnceAndTheTextComesBack() {
        String text = GAUGE.first();
        List<Remedy> one = FormulaModel.with(List.of(new BakeClips()), text);
        assertThat(one).hasSize(2);
        List<Remedy> again = FormulaModel.with(one, text.replace("seconds = 2", "seconds = 3"));
        assertThat(again).hasSize(2);
        assertThat(FormulaModel.with(again, text.replace("sway", "nod"))).hasSize(3);
        assertThat(new FormulaModel(TideGauge.scene(), again).first()).contains("seconds = 3");
        Remedy put = again.getLast();
        assertThat(new FormulaModel(put.apply(TideGauge.scene()), List.of()).first())
                .as("the text of a clip that is there")
                .contains("seconds = 3");
        assertThat(put.apply(TideGauge.scene()).clips().getFirst().length()).isEqualTo(3);
    }

    @Test
    void aTextIsKeptUnderTheNameOfItsClip(@TempDir Path folder) throws Exception {
        assertThat(FormulaModel.fileName(judge(GAUGE.first()))).isEqualTo("sway.motion.toml");
        assertThat(FormulaModel.fileName(judge("x"))).isEqualTo("motion.motion.toml");
        Path file = folder.resolve("sway.motion.toml");
        MotionJob.save(GAUGE.first(), file);
        MotionJob.save(GAUGE.first() + "# twice\n", file);
        assertThat(Files.readString(file)).endsWith("# twice\n");
        try (var all = Files.list(folder)) {
            assertThat(all).hasSize(1);
        }
        assertThat(Objects.requireNonNull(judge(Files.readString(file)).plan()).clip())
                .isEqualTo("sway");
    }
}
