package idleheron.desktop.round;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.app.Small;
import idleheron.app.round.FileResult;
import idleheron.app.round.Round;
import idleheron.app.round.RoundTerms;
import idleheron.core.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundModelTest {
    @TempDir
    Path folder;

    /** In place of the window's thread. */
    private final BlockingQueue<Runnable> later = new LinkedBlockingQueue<>();

    private final RoundModel model = new RoundModel(later::add);
    private int changes;

    @BeforeEach
    void files() throws IOException {
        Files.createDirectories(folder.resolve("in"));
        Small.file(folder.resolve("in/a.fbx"), Small.plank(1));
        Small.file(folder.resolve("in/b.fbx"), Small.plank(2));
        Files.writeString(folder.resolve("in/c.fbx"), "torn");
        model.onChanged(() -> changes++);
    }

    private Round round(String in, String out) {
        return new Round(folder, List.of(in), "", "", "", Path.of(out), "", "");
    }

    private void until(BooleanSupplier holds) throws InterruptedException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
        while (!holds.getAsBoolean()) {
            assertThat(System.nanoTime()).as("in time").isLessThan(end);
            Runnable r = later.poll(20, TimeUnit.MILLISECONDS);
            if (r != null) {
                r.run();
            }
        }
    }

    private String kept() {
        try {
            return Files.readString(folder.resolve("out/.round/summary.json"));
        } catch (IOException e) {
            return "";
        }
    }

    private List<String> states() {
        return model.rows().stream().map(RoundModel.Row::state).toList();
    }

    @Test
    void filesAreListedThenDoneAndTold() throws InterruptedException {
        model.load(round("in", "out"));
        until(() -> model.rows().size() == 3 && !model.isRunning());
        assertThat(states()).containsOnly("waiting");
        assertThat(model.headline()).startsWith("3 files, ");
        assertThat(model.rows().getFirst().size()).endsWith("kB");
        assertThat(model.canRepeat()).isFalse();
        model.start(round("in", "out"), RoundTerms.usual().withResume(true));
        assertThat(model.isRunning()).isTrue();
        until(() -> !model.isRunning());
        assertThat(states()).containsExactly("done", "done", "failed");
        assertThat(model.rows().getFirst().mark()).isEqualTo(Verdict.CLEAN);
        assertThat(model.rows().getLast().mark()).isEqualTo(Verdict.BROKEN);
        assertThat(model.rows().getFirst().verdict()).isEqualTo("clean");
        assertThat(model.rows().getFirst().time()).endsWith(" s");
        assertThat(model.rows().getLast().worst()).startsWith("c.fbx");
        assertThat(model.headline()).isEqualTo("3 files: 2 clean, 0 with faults, 1 failed");
        assertThat(model.done()).isEqualTo(1);
        assertThat(changes).isGreaterThan(6);
        assertThat(folder.resolve("out/.round/summary.json")).exists();
        model.start(round("in", "out"), RoundTerms.usual().withResume(true));
        until(() -> !model.isRunning());
        assertThat(states()).containsExactly("done before", "done before", "failed");
    }

    @Test
    void whatFailedIsDoneOnceMore() throws InterruptedException, IOException {
        model.start(round("in", "out"), RoundTerms.usual());
        until(() -> !model.isRunning());
        assertThat(model.canRepeat()).isTrue();
        Small.file(folder.resolve("in/c.fbx"), Small.plank(3));
        model.again(RoundTerms.usual());
        until(() -> !model.isRunning());
        assertThat(model.summary().count(FileResult.State.CLEAN)).isEqualTo(3);
        assertThat(model.canRepeat()).isFalse();
        until(() -> kept().contains("\"clean\" : 3"));
    }

    @Test
    void aRoundThatIsStoppedKeepsWhatIsDone() throws InterruptedException {
        model.start(round("in", "out"), RoundTerms.usual().withJobs(1));
        until(() -> states().contains("done"));
        model.stop();
        until(() -> !model.isRunning());
        assertThat(states()).contains("done").doesNotContain("at work");
        model.start(round("in", "out"), RoundTerms.usual().withResume(true));
        until(() -> !model.isRunning());
        assertThat(states()).contains("done before");
    }

    @Test
    void aFolderIsWatched() throws InterruptedException, IOException {
        model.watch(round("in", "out"), RoundTerms.usual(), 50);
        assertThat(model.isWatching()).isTrue();
        until(() -> model.summary().results().size() == 3);
        Small.file(folder.resolve("in/d.fbx"), Small.plank(4));
        until(() -> model.summary().count(FileResult.State.CLEAN) == 3);
        assertThat(model.headline()).startsWith("Watching. 4 files: 3 clean");
        Small.file(folder.resolve("in/a.fbx"), Small.plank(40));
        long was = model.rows().stream().filter(r -> r.already()).count();
        until(() -> model.rows().getLast().item().target().equals("a.fbx")
                && model.rows().getLast().state().equals("done"));
        assertThat(was).isZero();
        model.stop();
        until(() -> !model.isWatching());
    }

    @Test
    void whatCannotBeDoneIsTold() throws InterruptedException {
        model.load(round("nothing*", "out"));
        assertThat(model.headline()).isEqualTo("Looking for files…");
        until(() -> !model.isRunning());
        assertThat(model.headline()).isEqualTo("nothing is like nothing*");
    }
}
