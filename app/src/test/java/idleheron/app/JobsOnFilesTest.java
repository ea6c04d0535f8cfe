package idleheron.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Finding;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.CorrectStage;
import idleheron.core.remedy.space.MoveScene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import idleheron.rehearsal.StandIn;
import idleheron.report.Paper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JobsOnFilesTest {
    @TempDir
    Path folder;

    private Asset open(String name, double length) throws IOException {
        return OpenJob.of(Small.file(folder.resolve(name), Small.plank(length))).run(Progress.NONE);
    }

    @Test
    void aFileIsOpenedWithWhatItIs() throws IOException {
        Asset a = open("a.fbx", 1);
        assertThat(a.format()).isEqualTo("FBX");
        assertThat(a.variant()).isEqualTo("binary 7.5");
        assertThat(a.bytes()).isEqualTo(Files.size(folder.resolve("a.fbx")));
        assertThat(a.apart()).isEmpty();
        assertThat(OpenJob.rescued(a.scene())).isEmpty();
        assertThatThrownBy(() -> new OpenJob(List.of(), false)).isInstanceOf(UsageException.class);
    }

    @Test
    void severalFilesAreOneAsset() throws IOException {
        Path a = Small.file(folder.resolve("a.fbx"), Small.plank(1));
        Path b = Small.file(folder.resolve("b.fbx"), Small.plank(2).withName("other"));
        Asset both = new OpenJob(List.of(a, b), false).run(Progress.NONE);
        assertThat(both.scene().meshes()).hasSize(2);
        assertThat(both.variant()).isEqualTo("2 files together");
        assertThat(both.bytes()).isEqualTo(Files.size(a) + Files.size(b));
    }

    @Test
    void aDamagedFileIsRefusedUnlessItIsToBeRescued() throws IOException {
        Path text = folder.resolve("a.usda");
        Small.file(text, Small.plank(1));
        String whole = Files.readString(text);
        Files.writeString(text, whole.substring(0, whole.lastIndexOf('}')));
        assertThatThrownBy(() -> OpenJob.of(text).run(Progress.NONE)).isInstanceOf(FormatException.class);
        Asset left = OpenJob.of(text, true).run(Progress.NONE);
        assertThat(left.scene().isRescued()).isTrue();
        assertThat(OpenJob.rescued(left.scene()))
                .matches("a.usda is damaged and was rescued; \\d+ things? (is|are) lost or in part");
    }

    @Test
    void aCheckTellsTheWorstFirstAndGoesDeeperOnlyWhereThereIsMore() throws IOException {
        Asset a = OpenJob.of(Small.file(folder.resolve("a.fbx"), Small.plank(1).withNotes(List.of())))
                .run(Progress.NONE);
        CheckJob job = new CheckJob(a, null);
        assertThat(job.isDeep()).isFalse();
        CheckJob.Result seen = job.look();
        assertThat(seen.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(job.run(Progress.NONE).findings()).isEqualTo(seen.findings());
        Asset cache =
                OpenJob.of(Small.file(folder.resolve("a.abc"), Small.baked())).run(Progress.NONE);
        assertThat(new CheckJob(cache, null).isDeep()).isTrue();
        List<Finding> all = new CheckJob(
                        OpenJob.of(Small.file(folder.resolve("b.fbx"), Small.plank(1)))
                                .run(Progress.NONE),
                        Known.convention("game-centimetres"))
                .run(Progress.NONE)
                .findings();
        assertThat(all).extracting(Finding::code).contains("other-axes-or-unit");
    }

    @Test
    void aSceneIsMadeReadyAndWhatWasDoneBeforeIsTakenOver() {
        Preparation first = new PrepareJob(Small.scaled(), List.of(new BakeScale())).run(Progress.NONE);
        assertThat(first.steps().getFirst().kept()).isTrue();
        Preparation second = new PrepareJob(
                        first.original(), List.of(new BakeScale(), new MoveScene(Vec3.ZERO, 2, Vec3.ZERO)), first)
                .run(Progress.NONE);
        assertThat(second.steps().getFirst()).isSameAs(first.steps().getFirst());
        assertThat(second.steps()).hasSize(2);
        assertThatThrownBy(() -> new PrepareJob(Small.plank(1), List.of(new CorrectStage(AxisSystem.Z_UP_LEFT, 1)))
                        .run(Progress.NONE))
                .isInstanceOf(UsageException.class)
                .hasMessageStartingWith("correct-stage: ");
    }

    private SendJob send(String name, boolean overwrite, Path... sources) {
        Path to = folder.resolve(name);
        SceneFormat f = SendJob.carrier(to);
        return new SendJob(
                folder, List.of(sources), Delivery.PLAIN, new Target(to, f, SendJob.variant(f, to, null)), overwrite);
    }

    @Test
    void aSceneIsWrittenAndProved() throws IOException {
        Delivery.Outcome done = send("out.usda", false).run(Small.plank(1), Progress.NONE);
        assertThat(done.placed()).isTrue();
        assertThat(done.parts()).hasSize(1).allMatch(Delivery.Part::sound);
        assertThat(folder.resolve("out.usda")).exists();
    }

    @Test
    void whatMayNotBeWrittenIsRefusedBeforeAnyWork() throws IOException {
        Path there = Small.file(folder.resolve("a.fbx"), Small.plank(1));
        assertThatThrownBy(() -> send("a.fbx", false).check(Small.plank(1), "in.fbx"))
                .isInstanceOf(UsageException.class)
                .hasMessageEndingWith("is already there; --overwrite replaces it");
        send("a.fbx", true).check(Small.plank(1), "in.fbx");
        assertThatThrownBy(() -> send("a.fbx", true, there).check(Small.plank(1), "in.fbx"))
                .isInstanceOf(UsageException.class);
        assertThatThrownBy(() -> send("b.vdb", false).check(Small.plank(1), "in.fbx"))
                .hasMessage("in.fbx holds no volume to write as b.vdb");
        assertThatThrownBy(() -> SendJob.carrier(Path.of("b.txt"))).hasMessage("no carrier for b.txt");
        assertThatThrownBy(() -> SendJob.variant(SendJob.carrier(Path.of("b.fbx")), Path.of("b.fbx"), "9"))
                .hasMessageStartingWith("no variant 9; there are binary 7.5");
    }

    @Test
    void twoSidesAreComparedWithTheReturnedOneMended() throws IOException {
        Asset sent = open("a.fbx", 1);
        Asset back = open("b.fbx", 2);
        List<TopicResult> told = new ArrayList<>();
        CompareJob.Result raw =
                new CompareJob(sent, back, List.of(), CompareSettings.USUAL, true).run(told::add, Progress.NONE);
        assertThat(raw.comparison().verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(told).isEqualTo(raw.comparison().topics());
        assertThat(raw.comparison().topic(Topic.SURFACES).worst().value()).isCloseTo(1000, within(0.01));
        CompareJob.Result mended = new CompareJob(
                        sent, back, List.of(new MoveScene(Vec3.ZERO, 0.5, Vec3.ZERO)), CompareSettings.USUAL, true)
                .run(Progress.NONE);
        assertThat(mended.returned().scene()).isNotSameAs(back.scene());
        assertThat(mended.returned().path()).isEqualTo(back.path());
        assertThat(mended.comparison().topic(Topic.SURFACES).worst().value()).isCloseTo(500, within(0.01));
        assertThat(raw.isMended()).isFalse();
        assertThat(mended.isMended()).isTrue();
        assertThat(mended.asItCame().returned()).isSameAs(back);
        assertThat(mended.asItCame().comparison().topic(Topic.SURFACES).worst().value())
                .isCloseTo(1000, within(0.01));
        CompareJob.Result again = new CompareJob(
                        sent,
                        back,
                        List.of(new MoveScene(Vec3.ZERO, 0.5, Vec3.ZERO)),
                        CompareSettings.USUAL,
                        true,
                        mended.asItCame())
                .run(Progress.NONE);
        assertThat(again.asItCame()).as("what is known is not compared again").isSameAs(mended.asItCame());
    }

    @Test
    void aMendedFileIsWrittenReadBackAndComparedAndReadFilesAreLeftAlone() throws IOException {
        Asset sent = open("a.fbx", 1);
        Asset back = open("b.fbx", 2);
        List<Remedy> half = List.of(new MoveScene(Vec3.ZERO, 0.5, Vec3.ZERO));
        Path to = folder.resolve("b_mended.usda");
        List<Path> read = List.of(folder.resolve("a.fbx"), folder.resolve("b.fbx"));
        MendJob job = new MendJob(to, false, read);
        job.check();
        MendJob.Mended m = job.run(sent, back, half, CompareSettings.USUAL, true, Progress.NONE);
        assertThat(m.written().format()).isEqualTo("USD");
        assertThat(m.comparison().topic(Topic.SURFACES).worst().value()).isCloseTo(500, within(0.01));
        assertThat(Files.size(to)).isEqualTo(m.written().bytes());
        assertThatThrownBy(job::check).isInstanceOf(UsageException.class).hasMessageContaining("already there");
        new MendJob(to, true, read).check();
        assertThatThrownBy(() -> new MendJob(folder.resolve("b.fbx"), true, read).check())
                .isInstanceOf(IOException.class);
        assertThatThrownBy(() -> new MendJob(folder.resolve("x.txt"), true, read).check())
                .isInstanceOf(UsageException.class)
                .hasMessageContaining("the ending of no carrier");
    }

    @Test
    void aFileGoesThroughAStandInAndIsNamedAfterIt() throws IOException {
        Path in = Small.file(folder.resolve("a.fbx"), Small.plank(1));
        StandIn s = StandIn.all().getFirst();
        RehearseJob job = new RehearseJob(in, s, null, false);
        assertThat(job.goesTo()).isEqualTo(folder.resolve("a_from_" + s.code() + ".fbx"));
        assertThat(job.run(Progress.NONE).path()).isEqualTo(job.goesTo().toString());
        assertThatThrownBy(() -> job.run(Progress.NONE)).isInstanceOf(UsageException.class);
        assertThat(new RehearseJob(in, s, null, true).run(Progress.NONE).bytes())
                .isPositive();
        assertThat(new RehearseJob(in, s, folder.resolve("x.fbx"), false).goesTo())
                .isEqualTo(folder.resolve("x.fbx"));
    }

    @Test
    void aReportIsOfTheKindThatItsNameSays() throws IOException {
        Asset sent = open("a.fbx", 1);
        CompareJob.Result c = new CompareJob(sent, sent, List.of(), CompareSettings.USUAL, true).run(Progress.NONE);
        List<Path> read = List.of(folder.resolve("a.fbx"));
        Paper paper = new Paper("", "", "2026-03-01", CompareSettings.USUAL.tolerances(), Paper.sources(read), null);
        for (String ending : ReportJob.KINDS) {
            Path to = folder.resolve("r" + ending);
            new ReportJob(to, read).check();
            assertThat(new ReportJob(to, read).run(sent, sent, c.comparison(), paper))
                    .isEqualTo(to);
            String head = new String(Files.readAllBytes(to), java.nio.charset.StandardCharsets.ISO_8859_1).strip();
            assertThat(head)
                    .startsWith(
                            switch (ending) {
                                case ".pdf" -> "%PDF";
                                case ".json" -> "{";
                                case ".csv" -> "topic";
                                default -> "<!";
                            });
        }
        assertThatThrownBy(() -> new ReportJob(folder.resolve("r.txt"), read).check())
                .hasMessageContaining("expected a name that ends in .html, .htm, .pdf, .json or .csv");
        assertThatThrownBy(() -> new ReportJob(folder.resolve("a.fbx").resolveSibling("a.fbx"), read).check())
                .isInstanceOf(UsageException.class);
    }
}
