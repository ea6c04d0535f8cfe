package idleheron.desktop.signoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What stands on a report, without a window. */
class SignOffModelTest {
    @TempDir
    Path folder;

    private SignOffModel model(Scene sent, Scene back, Crossing crossing) {
        TopicResult drifted =
                new TopicResult(Topic.CLIPS, Verdict.DRIFTED, Figure.NONE, "late", Evidence.NONE, List.of());
        Comparison c = new Comparison(
                Verdict.DRIFTED,
                List.of(drifted, TopicResult.notChecked(Topic.VOLUMES, "none")),
                List.of(new LikelyCause("c", "It was scaled", List.of(), 3, 0, new BakeScale())),
                List.of(new Loss("l", Topic.MATERIALS, "The cap has no colour", Figure.NONE)),
                true);
        return new SignOffModel(
                new CompareJob.Result(
                        new Asset(sent, folder.resolve("a.fbx").toString(), "FBX", "", 1),
                        new Asset(back, folder.resolve("b.fbx").toString(), "FBX", "", 1),
                        c),
                crossing);
    }

    @Test
    void thePartsStandInTheirOrder() {
        SignOffModel m = model(MadeDemo.postwoman(), MadeDemo.postwoman(), Crossing.EMPTY);
        assertThat(m.verdict()).isEqualTo("Drifted");
        assertThat(m.parts().stream().map(SignOffModel.Part::title))
                .containsExactly("", "Likely cause", "Lost on the way");
        assertThat(m.parts().getFirst().lines()).containsExactly("a.fbx and back, 1 topic over tolerance, as meant.");
        assertThat(m.parts().get(1).lines().getFirst()).contains("It was scaled");
        assertThat(m.parts().get(1).lines().get(1)).startsWith("· ");
        assertThat(m.parts().get(1).strong()).isTrue();
        assertThat(m.topics()).hasSize(1);
        assertThat(m.topics().getFirst().mended()).isNull();
    }

    @Test
    void whatWasMendedIsToldAsItCameAndMended() throws Exception {
        SignOffModel raw = model(MadeDemo.postwoman(), MadeDemo.postwoman(), Crossing.EMPTY);
        TopicResult well = new TopicResult(Topic.CLIPS, Verdict.CLEAN, Figure.NONE, "", Evidence.NONE, List.of());
        CompareJob.Result r = raw.result();
        SignOffModel m = new SignOffModel(
                new CompareJob.Result(
                        r.sent(),
                        r.returned(),
                        new Comparison(Verdict.CLEAN, List.of(well), List.of(), List.of(), true),
                        r.asItCame()),
                Crossing.EMPTY.withMends(List.of(new BakeScale())));
        assertThat(m.verdict()).as("the verdict of what came").isEqualTo("Drifted");
        assertThat(m.isMended()).isTrue();
        assertThat(m.mended().verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(m.topics().getFirst().came().verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(Objects.requireNonNull(m.topics().getFirst().mended()).verdict())
                .isEqualTo(Verdict.CLEAN);
        Files.writeString(folder.resolve("a.fbx"), "a");
        Files.writeString(folder.resolve("b.fbx"), "b");
        assertThat(Objects.requireNonNull(m.paper().mended()).done()).containsExactly(new BakeScale().describe());
    }

    @Test
    void aSignatureIsTold() {
        Scene s = MadeDemo.postwoman();
        assertThat(model(s, s, Crossing.EMPTY).isSigned()).isFalse();
        SignOffModel m = model(s, s, Crossing.EMPTY.signed("Ilse Brandt", "fine"));
        assertThat(m.isSigned()).isTrue();
        assertThat(m.signed()).isEqualTo("Signed off by Ilse Brandt");
    }

    @Test
    void thePictureShowsTheSameClipOnBothSides() {
        Scene s = MadeDemo.postwoman();
        Scene other = s.withClips(List.of(s.clips().get(1), s.clips().getFirst()));
        SignOffModel m = model(s, other, Crossing.EMPTY);
        assertThat(m.sent().clip()).isSameAs(s.clips().getFirst());
        assertThat(m.returned().clip()).isSameAs(s.clips().getFirst());
        assertThat(m.moment())
                .isCloseTo(
                        s.clips().getFirst().startSeconds()
                                + 0.3 * s.clips().getFirst().length(),
                        within(1e-12));
        SignOffModel still = model(Scene.bare("x", Stage.COMMON), other, Crossing.EMPTY);
        assertThat(still.sent().clip()).isNull();
        assertThat(still.returned().clip()).isNull();
        assertThat(still.moment()).isCloseTo(0, within(0.0));
    }

    @Test
    void theReportTakesAFreeNameAndTheHashesOfBothFiles() throws Exception {
        Files.writeString(folder.resolve("a.fbx"), "a");
        Files.writeString(folder.resolve("b.fbx"), "b");
        Files.writeString(folder.resolve("b_report.html"), "taken");
        SignOffModel m =
                model(MadeDemo.postwoman(), MadeDemo.postwoman(), Crossing.EMPTY.signed("Ilse Brandt", "fine"));
        assertThat(m.free(".html").getFileName()).isNotEqualTo(Path.of("b_report.html"));
        assertThat(m.free(".pdf").getFileName()).isEqualTo(Path.of("b_report.pdf"));
        assertThat(Objects.requireNonNull(m.paper()).signedBy()).isEqualTo("Ilse Brandt");
        assertThat(m.paper().files()).hasSize(2);
    }
}
