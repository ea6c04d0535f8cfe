package idleheron.core.formula.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.formula.ChannelName;
import idleheron.core.formula.Formula;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.formula.Source;
import idleheron.core.formula.bake.FormulaTransfer;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class FormulaRulesTest {
    private static final MotionPlan.KeyWish FEW = new MotionPlan.KeyWish(true, 0.1, 0.05);

    private static MotionPlan plan(boolean cyclic, MotionPlan.KeyWish keys, String... said) {
        List<MotionPlan.Said> out = new ArrayList<>();
        for (int i = 0; i < said.length; i += 2) {
            out.add(new MotionPlan.Said(
                    Objects.requireNonNull(ChannelName.of(said[i])),
                    new Place(i + 1, 1),
                    1,
                    new Source.Written(Formula.of(said[i + 1], new Place(i + 1, 5)))));
        }
        return new MotionPlan("m.motion.toml", "", "m", "", 0, 4, FrameRate.of(24), cyclic, keys, out);
    }

    private static Scene figure() {
        return Scene.bare("f", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("post", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.of("arm", 0, NodeKind.JOINT, Transform.IDENTITY)));
    }

    private static List<Finding> look(Scene s) {
        List<Finding> out = new ArrayList<>();
        FormulaRules.ALL.forEach(r -> r.look(new Facts(s), null, out));
        return out;
    }

    private static List<Finding> look(MotionPlan p) {
        return look(FormulaTransfer.onto(p, figure()));
    }

    @Test
    void soundMotionsAreSilent() {
        assertThat(look(plan(true, FEW, "arm.turn.z", "30 * sin(360 * u)", "post.move.y", "0.1 * cos(180 * t)")))
                .isEmpty();
        assertThat(look(plan(true, MotionPlan.KeyWish.EVERY_FRAME, "arm.turn.z", "90 * t")))
                .isEmpty();
        assertThat(look(figure())).isEmpty();
    }

    @Test
    void channelsOfOnePeriodAreToldOnce() {
        List<Finding> all = look(plan(
                true, FEW, "arm.turn.z", "30 * sin(100 * t)", "arm.turn.x", "cos(100 * t)", "post.move.y", "0.1 * t"));
        assertThat(all).extracting(Finding::code).containsExactly("formula-loop-open", "formula-loop-open");
        assertThat(all.getFirst().title()).isEqualTo("m does not close: arm.turn.z, arm.turn.x");
        assertThat(all.getFirst().message())
                .isEqualTo(
                        "The formula repeats every 3.6 s and the clip lasts 4 s. A period of 4 s fits, or a clip of 3.6 s.");
        assertThat(all.getLast().message())
                .isEqualTo("It ends 400 mm from where it begins and does not repeat within 8 s.");
    }

    @Test
    void keysThatAreOffAreANoteWhereTheyWereNotAskedToBeNear() {
        Finding note = look(plan(false, MotionPlan.KeyWish.EVERY_FRAME, "arm.turn.z", "40 * sin(500 * t)"))
                .getFirst();
        assertThat(note.code()).isEqualTo("formula-keys-off");
        assertThat(note.severity()).isEqualTo(Severity.NOTE);
        assertThat(note.figure().unit()).isEqualTo("°");
        assertThat(note.title()).contains("° from").doesNotContain("mm");
        Finding jump =
                look(plan(false, FEW, "post.move.y", "floor(t * 10) / 10")).getFirst();
        assertThat(jump.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(jump.title()).contains(" mm").doesNotContain("°");
        assertThat(jump.node()).isZero();
        assertThat(jump.message()).contains("a higher rate follows it");
    }

    @Test
    void aFigureThatIsNotThereIsTold() {
        MotionPlan p = plan(false, FEW, "arm.turn.z", "t");
        MotionPlan named = new MotionPlan(
                p.file(), p.text(), p.clip(), "gauge.fbx", 0, 4, p.rate(), false, p.keys(), p.channels());
        Scene alone = figure().with(MotionPlan.ALONE, List.of(named));
        assertThat(look(alone)).extracting(Finding::code).containsExactly("formula-figure-missing");
        assertThat(look(figure().with(MotionPlan.ALONE, List.of(p)))).isEmpty();
    }

    @Test
    void factsTellWhatWasWritten() {
        Scene s = FormulaTransfer.onto(plan(true, FEW, "arm.turn.z", "30 * sin(360 * u)"), figure());
        FormulaAssets a = new FormulaAssets();
        assertThat(a.isIn(s)).isTrue();
        assertThat(a.isIn(figure())).isFalse();
        assertThat(a.summary(s)).startsWith("1 clip by formula · 1 channel · ");
        assertThat(a.lines(s).get(1).text()).isEqualTo("arm.turn.z = 30 * sin(360 * u)");
        assertThat(a.lines(s).getFirst().text())
                .contains(" in place of 97, at most ")
                .endsWith(" from what is written");
        assertThat(a.tables()
                        .getFirst()
                        .rows()
                        .apply(new Facts(s))
                        .rows()
                        .getFirst()
                        .cells())
                .containsExactly("m", "30 * sin(360 * u)", 1.0);
    }

    /** A clip of the same name is replaced with its plan and what is told of it; others stay. */
    @Test
    void aMotionThatIsPutOnAgainReplacesItself() {
        Scene once = FormulaTransfer.onto(plan(true, FEW, "arm.turn.z", "30 * sin(360 * u)"), figure());
        Scene other = once.withClips(List.of(
                once.clips().getFirst(),
                new idleheron.core.scene.motion.Clip("idle", 0, 1, FrameRate.of(24), List.of(), List.of())));
        Scene twice = FormulaTransfer.onto(plan(true, FEW, "arm.turn.z", "60 * sin(360 * u)"), other);
        assertThat(twice.clips()).extracting("name").containsExactly("idle", "m");
        assertThat(twice.parts().of(MotionPlan.KEY)).hasSize(1);
        assertThat(twice.parts().of(idleheron.core.formula.bake.FormulaReport.KEY))
                .hasSize(1);
        double[] most = java.util.Arrays.stream(Objects.requireNonNull(twice.clips()
                                .get(1)
                                .nodes()
                                .getFirst()
                                .curve(idleheron.core.scene.motion.Channel.ROTATE_Z))
                        .values())
                .map(Math::abs)
                .sorted()
                .toArray();
        assertThat(most[most.length - 1]).isGreaterThan(59);
    }
}
