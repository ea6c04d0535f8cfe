package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class StandInTest {
    @TempDir
    static Path folder;

    static Scene sent;
    static Path file;

    @BeforeAll
    static void send() throws IOException {
        Scene ready = MadeDemo.postwoman();
        for (var r : List.of(new BakeScale(), new SingleRoot(""), DropJoints.all())) {
            ready = r.apply(ready);
        }
        file = folder.resolve("sent.fbx");
        sent = SceneFiles.write(ready, file, new FbxFormat(), FbxFormat.BINARY_75, true, Progress.NONE)
                .scene();
    }

    private static Scene back(StandIn standIn) throws IOException {
        return standIn.rehearse(
                        file, folder.resolve(standIn.code() + standIn.habits().hashCode() + ".fbx"), Progress.NONE)
                .scene();
    }

    private static Comparison compare(Scene returned) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Set<Topic> faults(Comparison c) {
        Set<Topic> out = new HashSet<>();
        c.topics().stream()
                .filter(t -> t.verdict().isFault())
                .map(TopicResult::topic)
                .forEach(out::add);
        return out;
    }

    @Test
    void bothGiveACleanCrossingWhenToldToBehave() throws IOException {
        for (StandIn s : StandIn.all()) {
            Comparison c = compare(back(s.behaved()));
            assertThat(c.topics())
                    .allSatisfy(t -> assertThat(t.verdict()).as(t.summary()).isIn(Verdict.CLEAN, Verdict.NOT_CHECKED));
            assertThat(c.causes()).isEmpty();
        }
    }

    @Test
    void alderBreaksWhatItsHabitsBreakAndAllOfItCanBeMended() throws IOException {
        Scene returned = back(StandIn.ALDER);
        Comparison c = compare(returned);
        assertThat(faults(c))
                .containsExactlyInAnyOrder(
                        Topic.UNITS_AND_AXES,
                        Topic.HIERARCHY,
                        Topic.REST_POSE,
                        Topic.JOINT_ORIENTATION,
                        Topic.CLIPS,
                        Topic.SURFACES,
                        Topic.BLEND_SHAPES);
        assertThat(c.causes())
                .extracting(LikelyCause::code)
                .containsExactlyInAnyOrder("unit-misdeclared", "joints-re-aimed", "tip-joints-added", "extra-root");
        assertThat(c.topic(Topic.UNITS_AND_AXES).worst().value()).isEqualTo(0.01, within(1e-8));
        Comparison after = compare(c.mend(returned));
        assertThat(faults(after)).isEmpty();
    }

    @Test
    void sedgeLosesWeightsAndFramesAndNothingElse() throws IOException {
        Scene returned = back(StandIn.SEDGE);
        Comparison c = compare(returned);
        assertThat(faults(c)).containsExactlyInAnyOrder(Topic.SKIN_WEIGHTS, Topic.CLIPS);
        assertThat(c.causes()).isEmpty();
        assertThat(c.topic(Topic.SKIN_WEIGHTS).summary()).contains("At most 4 influences came back where 6 were sent");
        assertThat(c.topic(Topic.SKIN_WEIGHTS).worst().unit()).isEqualTo("mm");
        assertThat(c.topic(Topic.SKIN_WEIGHTS).worst().value()).isBetween(0.1, 60.0);
        // The clips start at frame 1 of 24 (0.0417 s); the nearest frame of 30 is 0.0333 s: a fifth of a frame early.
        assertThat((Double) c.topic(Topic.CLIPS)
                        .evidence()
                        .rows()
                        .getFirst()
                        .cells()
                        .get(3))
                .isEqualTo(0.2, within(1e-6));
    }

    @ParameterizedTest
    @EnumSource(
            names = {"DECLARES_CENTIMETRES", "DECLARES_Y_UP", "MOVES_TO_PLINTH", "TIP_JOINTS", "OWN_ROOT", "RE_AIM"})
    void oneHabitAloneGivesItsCauseAloneAndTheRemedyLeavesNothing(Habit habit) throws IOException {
        String code = switch (habit) {
            case DECLARES_CENTIMETRES -> "unit-misdeclared";
            case DECLARES_Y_UP -> "axes-misdeclared";
            case MOVES_TO_PLINTH -> "scene-moved";
            case TIP_JOINTS -> "tip-joints-added";
            case OWN_ROOT -> "extra-root";
            default -> "joints-re-aimed";
        };
        Scene returned = back(StandIn.ALDER.with(Set.of(habit)));
        Comparison c = compare(returned);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly(code);
        assertThat(c.causes().getFirst().left()).isZero();
        assertThat(faults(compare(c.mend(returned)))).isEmpty();
    }

    @Test
    void aLeftHandedFileThatDeclaresYUpRightHandedIsToldAsAWrongHandedness() throws IOException {
        Scene returned = back(StandIn.SEDGE.with(Set.of(Habit.DECLARES_Y_UP)));
        Comparison c = compare(returned);
        assertThat(c.causes()).extracting(LikelyCause::code).containsExactly("handedness-misdeclared");
        assertThat(c.mend(returned).stage().axes()).isEqualTo(AxisSystem.Z_UP_LEFT);
    }

    private static java.util.List<String> causes(Comparison c) {
        return c.causes().stream().map(LikelyCause::code).toList();
    }

    private static java.util.List<String> losses(Comparison c) {
        return c.losses().stream().map(Loss::code).toList();
    }

    @Test
    void theBehavedLoseNothing() throws IOException {
        for (StandIn s : StandIn.all()) {
            assertThat(compare(back(s.behaved())).losses()).as(s.title()).isEmpty();
        }
    }

    /** What each of the others does is told, all of it and no more. */
    @Test
    void eachOfTheOthersIsToldByWhatItDoes() throws IOException {
        Comparison rush = compare(back(StandIn.RUSH));
        assertThat(causes(rush)).containsExactlyInAnyOrder("rate-misread", "root-renamed");
        assertThat(rush.causes().getLast().left()).isZero();
        assertThat(losses(rush)).isEmpty();
        Comparison willow = compare(back(StandIn.WILLOW));
        assertThat(causes(willow)).isEmpty();
        assertThat(losses(willow)).containsExactly("faces-triangulated");
        Comparison teasel = compare(back(StandIn.TEASEL));
        assertThat(causes(teasel)).containsExactlyInAnyOrder("axes-misdeclared", "clips-shifted");
        assertThat(losses(teasel)).containsExactly("only-first-clip");
        Comparison osier = compare(back(StandIn.OSIER));
        assertThat(causes(osier)).isEmpty();
        assertThat(losses(osier))
                .contains("clip-cut-at-end", "resampled-at-half-rate")
                .doesNotContain("keys-reduced");
        Comparison samphire = compare(back(StandIn.SAMPHIRE));
        assertThat(causes(samphire)).isEmpty();
        assertThat(losses(samphire)).contains("shapes-dropped", "materials-renamed");
        Comparison reedmace = compare(back(StandIn.REEDMACE));
        assertThat(causes(reedmace)).containsExactly("rest-is-first-frame", "scene-moved");
        assertThat(reedmace.causes().getLast().left()).isZero();
        assertThat(reedmace.causes().getLast().text()).contains("0.0 mm").doesNotContain("-0.0");
        assertThat(losses(reedmace)).containsExactly("influences-cut");
    }
}
