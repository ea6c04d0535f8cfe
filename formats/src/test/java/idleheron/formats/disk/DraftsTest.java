package idleheron.formats.disk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DraftsTest {
    @TempDir
    Path folder;

    private static void fill(Drafts d, Path target, String text) throws IOException {
        Files.writeString(d.draft(target), text);
    }

    private List<String> names() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void severalFilesTakeTheirPlacesTogether() throws IOException {
        Path a = folder.resolve("a");
        Path b = folder.resolve("below/b");
        Files.writeString(a, "old");
        try (Drafts d = new Drafts(true)) {
            fill(d, a, "new a");
            fill(d, b, "new b");
            assertThat(a).hasContent("old");
            assertThat(b).doesNotExist();
            assertThat(d.replaces(a)).isTrue();
            assertThat(d.replaces(b)).isFalse();
            d.place();
            d.keep();
        }
        assertThat(a).hasContent("new a");
        assertThat(b).hasContent("new b");
        assertThat(names()).containsExactly("a", "below");
    }

    @Test
    void whatIsNotKeptIsTakenBack() throws IOException {
        Path a = folder.resolve("a");
        Path b = folder.resolve("b");
        Files.writeString(a, "old");
        try (Drafts d = new Drafts(true)) {
            fill(d, a, "new");
            fill(d, b, "new");
            d.place();
            assertThat(a).hasContent("new");
            assertThat(b).hasContent("new");
        }
        assertThat(a).hasContent("old");
        assertThat(names()).containsExactly("a");
    }

    @Test
    void whenOneCannotBePutInPlaceNoneIs() throws IOException {
        Path a = folder.resolve("a");
        Path b = folder.resolve("b");
        try (Drafts d = new Drafts(false)) {
            fill(d, a, "new");
            fill(d, b, "new");
            Files.writeString(b, "somebody else's, a moment later");
            assertThatThrownBy(d::place).hasMessageContaining("b is already there");
        }
        assertThat(b).hasContent("somebody else's, a moment later");
        assertThat(names()).containsExactly("b");
    }

    @Test
    void ofTwoThatWriteTheSameNewFileOneFails() throws IOException {
        Path a = folder.resolve("a");
        try (Drafts one = new Drafts(false);
                Drafts two = new Drafts(false)) {
            fill(one, a, "one");
            fill(two, a, "two");
            one.place();
            one.keep();
            assertThatThrownBy(two::place).hasMessageContaining("already there");
        }
        assertThat(a).hasContent("one");
        assertThat(names()).containsExactly("a");
    }

    @Test
    void aFileThatWasReadIsNeverWrittenOn() throws IOException {
        Path in = folder.resolve("in");
        Files.writeString(in, "mine");
        Files.createSymbolicLink(folder.resolve("other_name"), in);
        try (Drafts d = new Drafts(true, List.of(in))) {
            for (String name : new String[] {"in", "./in", "other_name"}) {
                assertThatThrownBy(() -> d.draft(folder.resolve(name))).hasMessageContaining("was read from");
            }
        }
        assertThat(in).hasContent("mine");
    }

    @Test
    void linksStayLinksAndAreNotFollowedUnasked() throws IOException {
        Path real = Files.createDirectory(folder.resolve("real")).resolve("file");
        Path link = folder.resolve("link");
        Files.createSymbolicLink(link, real);
        assertThatThrownBy(() -> Drafts.write(link, false, List.of(), o -> o.write(1)))
                .as("it leads nowhere yet")
                .hasMessageContaining("link is already there");
        Drafts.write(link, true, List.of(), o -> o.write('1'));
        assertThat(Files.isSymbolicLink(link)).isTrue();
        assertThat(real).hasContent("1");
        Files.createSymbolicLink(folder.resolve("ring"), folder.resolve("ring"));
        assertThatThrownBy(() -> Drafts.write(folder.resolve("ring"), true, List.of(), o -> o.write(1)))
                .hasMessageContaining("leads back to itself");
        assertThatThrownBy(() -> Drafts.write(folder.resolve("real"), true, List.of(), o -> o.write(1)))
                .hasMessageContaining("is a folder");
    }

    @Test
    void whoMayReadAFileStaysWhenItIsReplaced() throws IOException {
        Path a = folder.resolve("a");
        Files.writeString(a, "old");
        Files.setPosixFilePermissions(a, PosixFilePermissions.fromString("rw-rw-r--"));
        Drafts.write(a, true, List.of(), o -> o.write('n'));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(a)))
                .isEqualTo("rw-rw-r--");
    }

    @Test
    void aFailureToWriteNamesTheTargetAndLeavesNothing() throws IOException {
        Path a = folder.resolve("a");
        assertThatThrownBy(() -> Drafts.write(a, false, List.of(), o -> {
                    throw new IOException("No space left on device");
                }))
                .hasMessageContaining(a + " could not be written: No space left on device");
        assertThat(names()).isEmpty();
    }

    @Test
    void draftsOfProcessesThatAreGoneAreSweptAndThoseOfOthersAreNot() throws IOException, InterruptedException {
        Process gone = new ProcessBuilder("true").start();
        assertThat(gone.waitFor(10, TimeUnit.SECONDS)).isTrue();
        String own;
        try (Drafts d = new Drafts(false)) {
            own = d.draft(folder.resolve("x")).getFileName().toString();
        }
        String machine = own.split("-", -1)[1];
        String end = "-0123abcd-0000-0000-0000-000000000000.part";
        String dead = ".heron-" + machine + "-" + gone.pid() + end;
        String alive = ".heron-" + machine + "-" + ProcessHandle.current().pid() + end;
        String elsewhere = ".heron-ffff" + machine + "-" + gone.pid() + end;
        for (String n : new String[] {dead, alive, elsewhere, ".heron-notes.part"}) {
            Files.writeString(folder.resolve(n), "half");
        }
        Drafts.write(folder.resolve("a"), false, List.of(), o -> o.write('1'));
        assertThat(names()).contains("a", alive, elsewhere, ".heron-notes.part").doesNotContain(dead);
    }

    @Test
    void aProcessThatIsToldToEndLeavesNothingBehind() throws IOException, InterruptedException {
        Process p = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Waiting.class.getName(),
                        folder.toString())
                .redirectErrorStream(true)
                .start();
        assertThat(p.getInputStream().read()).as("both are there").isEqualTo('!');
        assertThat(names()).hasSize(2).anyMatch(n -> n.endsWith(".part"));
        p.destroy();
        assertThat(p.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(names()).containsExactly("old");
        assertThat(folder.resolve("old")).hasContent("old");
    }

    /** Has one file in place that is not kept, and one draft, when it is told to end. */
    static final class Waiting {
        private Waiting() {}

        public static void main(String[] args) throws IOException, InterruptedException {
            Path old = Path.of(args[0], "old");
            Files.writeString(old, "old");
            Drafts d = new Drafts(true);
            fill(d, Path.of(args[0], "new"), "half");
            System.out.print('!');
            System.out.flush();
            Thread.sleep(60_000);
        }
    }

    @Test
    void onlyOtherBytesTakeAPlace() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "one");
        Path b = Files.writeString(folder.resolve("b"), "two");
        FileTime then = FileTime.fromMillis(1_000_000_000_000L);
        Files.setLastModifiedTime(a, then);
        try (Drafts drafts = Drafts.changed(List.of())) {
            fill(drafts, a, "one");
            fill(drafts, b, "other");
            fill(drafts, folder.resolve("c"), "three");
            drafts.place();
            assertThat(drafts.has(a)).isTrue();
            drafts.keep();
            assertThat(drafts.placings())
                    .extracting(Drafts.Placing::change)
                    .containsExactly(Drafts.Change.SAME, Drafts.Change.CHANGED, Drafts.Change.NEW);
            assertThat(drafts.placings().get(2).bytes()).isEqualTo(5);
        }
        assertThat(Files.getLastModifiedTime(a)).isEqualTo(then);
        assertThat(Files.readString(b)).isEqualTo("other");
        assertThat(Files.readString(folder.resolve("c"))).isEqualTo("three");
    }

    @Test
    void whatWasChangedComesBackWhereItIsNotKept() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "one");
        Path b = Files.writeString(folder.resolve("b"), "two");
        try (Drafts drafts = Drafts.changed(List.of())) {
            fill(drafts, a, "one");
            fill(drafts, b, "other");
            drafts.place();
        }
        assertThat(Files.readString(a)).isEqualTo("one");
        assertThat(Files.readString(b)).isEqualTo("two");
    }

    @Test
    void aTrialPutsNothingInPlace() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "one");
        Path b = Files.writeString(folder.resolve("b"), "two");
        Path deep = folder.resolve("new/below/c");
        Path work;
        try (Drafts drafts = Drafts.trial(folder, List.of())) {
            fill(drafts, a, "one");
            fill(drafts, b, "other");
            fill(drafts, deep, "three");
            drafts.place();
            work = drafts.where(deep);
            assertThat(Files.readString(work)).isEqualTo("three");
            assertThat(drafts.where(b).getParent()).isEqualTo(drafts.where(a).getParent());
            drafts.keep();
            assertThat(drafts.placings())
                    .extracting(Drafts.Placing::target)
                    .containsExactly(a.toAbsolutePath(), b.toAbsolutePath(), deep.toAbsolutePath());
            assertThat(drafts.placings())
                    .extracting(Drafts.Placing::change)
                    .containsExactly(Drafts.Change.SAME, Drafts.Change.CHANGED, Drafts.Change.NEW);
        }
        assertThat(work).doesNotExist();
        assertThat(Files.readString(b)).isEqualTo("two");
        try (Stream<Path> all = Files.list(folder)) {
            assertThat(all).containsExactlyInAnyOrder(a, b);
        }
    }

    @Test
    void aTrialSaysNoToWhatWasRead() throws IOException {
        Path a = Files.writeString(folder.resolve("a"), "one");
        try (Drafts drafts = Drafts.trial(folder, List.of(a))) {
            assertThatThrownBy(() -> drafts.draft(a)).hasMessageContaining("was read from");
        }
    }
}
