package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.Small;
import idleheron.app.UsageException;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Leftovers;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundRunTest {
    private static final RoundTerms USUAL = RoundTerms.usual();

    @TempDir
    Path folder;

    /** What was told of each file: "begun", "ended" or "already". */
    private final Map<String, String> told = new HashMap<>();

    private final RoundListener telling = new RoundListener() {
        @Override
        public void begun(RoundItem item) {
            tell(item, "begun");
        }

        @Override
        public void ended(RoundItem item, FileResult result, double seconds, boolean already) {
            tell(item, already ? "already" : "ended");
        }
    };

    private void tell(RoundItem item, String what) {
        synchronized (told) {
            told.put(item.target(), what);
        }
    }

    @BeforeEach
    void files() throws IOException {
        Files.createDirectories(folder.resolve("in/sub"));
        Small.file(folder.resolve("in/a.fbx"), Small.scaled());
        Small.file(folder.resolve("in/b.fbx"), Small.plank(1));
        Small.file(folder.resolve("in/sub/b.fbx"), Small.plank(3));
        Files.writeString(folder.resolve("in/c.fbx"), "no scene");
        Files.writeString(
                folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/2\", \"remedies\": [\"bake-scale\"]}");
    }

    private Round round(String out) {
        return Rounds.recipe(folder, "r.json", out, "in");
    }

    private List<FileResult> run(String out, RoundTerms terms) throws IOException {
        told.clear();
        return RoundRun.of(round(out), terms).run(telling, Progress.NONE);
    }

    /** All that was written, with its bytes. */
    private Map<String, byte[]> made(String out) throws IOException {
        Map<String, byte[]> all = new TreeMap<>();
        Path root = folder.resolve(out);
        try (Stream<Path> files = Files.walk(root)) {
            for (Path f : (Iterable<Path>)
                    files.filter(Files::isRegularFile).filter(f -> !f.toString().contains(Journal.FOLDER))::iterator) {
                all.put(root.relativize(f).toString(), Files.readAllBytes(f));
            }
        }
        return all;
    }

    private void same(String out, String as) throws IOException {
        Map<String, byte[]> a = made(out);
        Map<String, byte[]> b = made(as);
        assertThat(a.keySet()).isEqualTo(b.keySet());
        b.forEach((f, bytes) -> assertThat(a.get(f)).as(f).isEqualTo(bytes));
    }

    @Test
    void oneBadFileTakesNobodyWithIt() throws IOException {
        List<FileResult> done = run("out", USUAL);
        assertThat(done)
                .extracting(FileResult::file)
                .containsExactly("in/a.fbx", "in/b.fbx", "in/c.fbx", "in/sub/b.fbx");
        assertThat(done)
                .extracting(FileResult::state)
                .containsExactly(
                        FileResult.State.CLEAN,
                        FileResult.State.CLEAN,
                        FileResult.State.FAILED,
                        FileResult.State.CLEAN);
        assertThat(done.getFirst().text()).isEqualTo("1 remedy, surface moves 0 mm, read back clean");
        assertThat(done.getFirst().verdict()).isEqualTo("clean");
        assertThat(done.get(2).text()).startsWith("c.fbx");
        assertThat(SceneFiles.read(folder.resolve("out/a.fbx"), Progress.NONE)
                        .scene()
                        .nodes()
                        .getFirst()
                        .transform()
                        .channels()[6])
                .isEqualTo(1);
        assertThat(made("out").keySet()).containsExactly("a.fbx", "b.fbx", "sub/b.fbx");
        FileResult.Sum source = done.getFirst().sources().getFirst();
        assertThat(source.file()).isEqualTo("in/a.fbx");
        assertThat(source.bytes()).isEqualTo(Files.size(folder.resolve("in/a.fbx")));
        assertThat(done.getFirst().outputs()).hasSize(1);
        assertThat(told)
                .containsOnlyKeys("a.fbx", "b.fbx", "c.fbx", "sub/b.fbx")
                .containsValue("ended");
    }

    @Test
    void theSameComesOfItWhateverTheNumberOfJobsAndProcesses() throws IOException {
        List<FileResult> one = run("one", USUAL.withJobs(1));
        assertThat(run("three", USUAL.withJobs(3))).isEqualTo(one);
        same("three", "one");
        RoundTerms apart = new RoundTerms(2, 0, RoundTerms.LONGEST, false, false);
        assertThat(run("apart", apart)).isEqualTo(one);
        same("apart", "one");
    }

    @Test
    void whatIsThereIsNotReplacedUnasked() throws IOException {
        run("out", USUAL);
        assertThatThrownBy(() -> run("out", USUAL))
                .isInstanceOf(UsageException.class)
                .hasMessageEndingWith(
                        "a.fbx and 2 more are already there; --overwrite replaces them, --resume goes on with a round"
                                + " that was ended");
        RoundTerms overwrite = new RoundTerms(2, RoundTerms.APART, 60, false, true);
        assertThat(run("out", overwrite)).extracting(FileResult::state).contains(FileResult.State.CLEAN);
        assertThatThrownBy(() -> RoundRun.of(Rounds.of(folder, "in", "in/a.fbx"), overwrite)
                        .run(RoundListener.NONE, Progress.NONE))
                .isInstanceOf(UsageException.class)
                .hasMessageEndingWith("a.fbx was read from and is not written on; take another folder");
        assertThatThrownBy(() -> run("out", USUAL.withJobs(0))).isInstanceOf(UsageException.class);
    }

    @Test
    void whatIsDoneAndUnchangedIsPassedOver() throws IOException {
        List<FileResult> first = run("out", USUAL);
        assertThat(run("out", USUAL.withResume(true))).isEqualTo(first);
        assertThat(told)
                .containsEntry("a.fbx", "already")
                .containsEntry("sub/b.fbx", "already")
                .containsEntry("c.fbx", "ended");
        Small.file(folder.resolve("in/b.fbx"), Small.plank(7));
        Files.delete(folder.resolve("out/sub/b.fbx"));
        List<FileResult> again = run("out", USUAL.withResume(true));
        assertThat(told)
                .as("another input, and a file that is gone")
                .containsEntry("a.fbx", "already")
                .containsEntry("b.fbx", "ended")
                .containsEntry("sub/b.fbx", "ended");
        assertThat(again)
                .extracting(FileResult::state)
                .filteredOn(FileResult.State.CLEAN::equals)
                .hasSize(3);
        assertThat(again.get(1)).isNotEqualTo(first.get(1));
        Files.writeString(folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/2\"}");
        run("out", USUAL.withResume(true));
        assertThat(told).as("another recipe").doesNotContainValue("already");
    }

    @Test
    void whatSomebodyChangedIsKept() throws IOException {
        run("out", USUAL);
        Files.writeString(folder.resolve("out/a.fbx"), "mine");
        Small.file(folder.resolve("in/b.fbx"), Small.plank(7));
        Files.writeString(folder.resolve("out/b.fbx"), "mine too");
        List<FileResult> again = run("out", USUAL.withResume(true));
        assertThat(again.getFirst().state()).isEqualTo(FileResult.State.FAILED);
        assertThat(again.getFirst().text())
                .isEqualTo("a.fbx is there and is not what a round wrote; --overwrite replaces it");
        assertThat(again.get(1).state()).isEqualTo(FileResult.State.FAILED);
        assertThat(folder.resolve("out/a.fbx")).hasContent("mine");
        assertThat(folder.resolve("out/b.fbx")).hasContent("mine too");
    }

    @Test
    void aFileThatFailedLeavesItsPlaceToOthers() throws IOException {
        run("out", USUAL);
        Files.writeString(folder.resolve("out/c.fbx"), "put there by hand");
        Small.file(folder.resolve("in/c.fbx"), Small.plank(3));
        assertThat(run("out", USUAL.withResume(true)).get(2).state()).isEqualTo(FileResult.State.FAILED);
        assertThat(folder.resolve("out/c.fbx")).hasContent("put there by hand");
    }

    @Test
    void aFileThatFailsLaterIsStillKnownToBeOurs() throws IOException {
        run("out", USUAL);
        byte[] good = Files.readAllBytes(folder.resolve("in/b.fbx"));
        Files.writeString(folder.resolve("in/b.fbx"), "torn");
        assertThat(run("out", USUAL.withResume(true)).get(1).state()).isEqualTo(FileResult.State.FAILED);
        Files.write(folder.resolve("in/b.fbx"), good);
        Files.writeString(folder.resolve("r.json"), "{\"schema\": \"idle-heron/recipe/2\"}");
        assertThat(run("out", USUAL.withResume(true)).get(1).state()).isEqualTo(FileResult.State.CLEAN);
        assertThat(told).containsEntry("b.fbx", "ended");
    }

    @Test
    void aPartKnowsWhatAnotherWroteOnlyWhereItHasTo() throws IOException {
        run("out", USUAL);
        Round r = round("out");
        Part whole = new Part(1, 1);
        List<RoundItem> items = RoundRun.of(r, USUAL).items();
        told.clear();
        RoundRun.of(r, USUAL.withResume(true), items, whole).run(telling, Progress.NONE);
        assertThat(told).as("by the journal of all").containsEntry("a.fbx", "already");
        Journal.Past own =
                Journal.past(folder.resolve("out"), whole.file(), r.deed().key());
        assertThat(own.results()).as("only what it did itself").containsOnlyKeys("c.fbx");
    }

    @Test
    void whatWasStoppedIsGoneOnWith() throws IOException {
        List<FileResult> whole = run("whole", USUAL);
        told.clear();
        assertThatThrownBy(() -> RoundRun.of(round("out"), USUAL.withJobs(1)).run(telling, (done, what) -> {
                    synchronized (told) {
                        if (told.containsValue("ended")) {
                            throw new CancellationException();
                        }
                    }
                }))
                .isInstanceOf(CancellationException.class);
        assertThat(made("out").keySet()).as("what is done stays").contains("a.fbx");
        assertThat(run("out", USUAL.withResume(true))).isEqualTo(whole);
        assertThat(told).containsEntry("a.fbx", "already");
        same("out", "whole");
    }

    @Test
    void aFileThatWasBeingWrittenIsDoneAgainAndALineThatWasCutIsPassedOver() throws IOException {
        List<FileResult> whole = run("out", USUAL.withJobs(1));
        Path journal = folder.resolve("out/.round/all.jsonl");
        List<String> lines = Files.readAllLines(journal);
        String last = lines.stream()
                .filter(l -> l.contains("in/sub/b.fbx"))
                .findFirst()
                .orElseThrow();
        List<String> kept = new ArrayList<>(lines);
        kept.remove(last);
        Files.writeString(journal, String.join("\n", kept) + "\n" + last.substring(0, last.length() / 2));
        Files.writeString(folder.resolve("out/sub/b.fbx"), "half");
        assertThat(run("out", USUAL.withResume(true))).isEqualTo(whole);
        assertThat(told).containsEntry("sub/b.fbx", "ended").containsEntry("b.fbx", "already");
        assertThat(SceneFiles.read(folder.resolve("out/sub/b.fbx"), Progress.NONE)
                        .scene()
                        .meshes())
                .hasSize(1);
        Files.writeString(journal, "\u0000\u0001nothing", StandardOpenOption.APPEND);
        run("out", USUAL.withResume(true));
        assertThat(told).containsEntry("sub/b.fbx", "already");
    }

    @Test
    void draftsOfProcessesThatWroteBeforeAreSwept() throws IOException {
        run("out", USUAL);
        Path journal = folder.resolve("out/.round/all.jsonl");
        String elsewhere = "{\"process\":\"abc123-77\"}\n{\"begin\":\"sub/b.fbx\"}\n";
        Files.writeString(journal, elsewhere, StandardOpenOption.APPEND);
        Path draft = Files.writeString(folder.resolve("out/sub/.heron-abc123-77-0-1-2.part"), "half");
        Path other = Files.writeString(folder.resolve("out/sub/.heron-abc123-78-0-1-2.part"), "of another round");
        Path mine = Files.writeString(folder.resolve("out/sub/.heron-" + Leftovers.own() + "-0-1-2.part"), "mine");
        run("out", USUAL.withResume(true));
        assertThat(draft).doesNotExist();
        assertThat(other).exists();
        assertThat(mine).as("of this process, which may be at work on it").exists();
    }

    @Test
    void twoRoundsDoNotWriteToOneFolderAtOnce() throws IOException {
        try (Journal j = Journal.open(folder.resolve("out"), "all", "", true)) {
            assertThat(j.former()).isEmpty();
            assertThatThrownBy(() -> run("out", USUAL))
                    .isInstanceOf(UsageException.class)
                    .hasMessageStartingWith("another round is writing to ");
        }
        assertThat(run("out", USUAL)).hasSize(4);
    }

    @Test
    void aFileThatTakesTooLongIsGivenUp() throws IOException {
        RoundTerms short0 = new RoundTerms(2, RoundTerms.APART, 0, false, false);
        List<FileResult> done = run("out", short0);
        assertThat(done).allMatch(r -> r.state() == FileResult.State.FAILED);
        assertThat(done.getFirst().text())
                .isEqualTo("it took longer than 0 s and was given up; --time-limit allows more");
        List<FileResult> apart = run("apart", new RoundTerms(2, 0, 0, false, false));
        assertThat(apart).extracting(FileResult::text).contains(done.getFirst().text());
        assertThat(made("out")).isEmpty();
        assertThat(made("apart")).isEmpty();
    }

    @Test
    void whatIsReadBesideAFileCountsAsRead() throws IOException {
        Small.file(folder.resolve("in/base.usda"), Small.plank(2));
        Files.writeString(folder.resolve("in/d.usda"), "#usda 1.0\n(\n    subLayers = [@./base.usda@]\n)\n");
        Round r = Rounds.of(folder, "beside", "in/d.usda");
        FileResult first = RoundRun.of(r, USUAL).run(telling, Progress.NONE).getFirst();
        assertThat(first.sources()).extracting(FileResult.Sum::file).containsExactly("in/d.usda", "in/base.usda");
        Small.file(folder.resolve("in/base.usda"), Small.plank(3));
        RoundRun.of(r, USUAL.withResume(true)).run(telling, Progress.NONE);
        assertThat(told).containsEntry("d.usda", "ended");
        RoundRun.of(r, USUAL.withResume(true)).run(telling, Progress.NONE);
        assertThat(told).containsEntry("d.usda", "already");
    }

    @Test
    void itTellsHowFarItIsByBytes() throws IOException {
        List<Double> far = new ArrayList<>();
        RoundRun run = RoundRun.of(round("out"), USUAL);
        run.run(RoundListener.NONE, (done, what) -> far.add(done));
        assertThat(far).isSorted().startsWith(0.0).endsWith(1.0);
        long bytes = 0;
        for (RoundItem i : run.items()) {
            bytes += Files.size(i.file());
        }
        assertThat(run.bytes()).isEqualTo(bytes);
    }
}
