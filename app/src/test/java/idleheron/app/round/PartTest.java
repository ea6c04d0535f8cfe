package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.app.Small;
import idleheron.app.UsageException;
import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PartTest {
    @TempDir
    Path folder;

    private static RoundItem item(String name, long bytes) {
        return new RoundItem(name, Path.of(name), name, bytes);
    }

    @Test
    void filesAreSharedOutSoThatPartsTakeAboutAsLong() {
        List<RoundItem> all = new ArrayList<>();
        Random r = new Random(7);
        for (int i = 0; i < 400; i++) {
            all.add(item("f" + i, (long) (Math.exp(r.nextGaussian()) * 1e6)));
        }
        List<List<RoundItem>> parts = Part.shared(all, 7);
        assertThat(parts).hasSize(7);
        assertThat(parts.stream().flatMap(List::stream)).containsExactlyInAnyOrderElementsOf(all);
        long[] bytes = parts.stream()
                .mapToLong(p -> p.stream().mapToLong(i -> i.bytes() + 200_000).sum())
                .sorted()
                .toArray();
        assertThat(bytes[6]).isLessThan(bytes[0] * 101 / 100 + 1);
        assertThat(parts.getFirst()).isSortedAccordingTo((a, b) -> all.indexOf(a) - all.indexOf(b));
        List<RoundItem> other = new ArrayList<>(all);
        Collections.shuffle(other, r);
        for (int p = 0; p < 7; p++) {
            assertThat(Part.shared(other, 7).get(p)).containsExactlyInAnyOrderElementsOf(parts.get(p));
        }
        assertThat(new Part(3, 7).of(all)).isEqualTo(parts.get(2));
    }

    @Test
    void emptyFilesAreSharedOutToo() {
        List<RoundItem> all = List.of(item("a", 0), item("b", 0), item("c", 0), item("d", 0));
        assertThat(Part.shared(all, 2)).allMatch(p -> p.size() == 2);
        assertThat(Part.shared(all, 9).stream().mapToInt(List::size).sum()).isEqualTo(4);
    }

    @Test
    void aPartIsToldByTwoNumbers() {
        assertThat(Part.of("3/8")).isEqualTo(new Part(3, 8));
        for (String wrong : List.of("0/8", "9/8", "3", "3/", "a/b", "1/2/3", "-1/8", "1/0")) {
            assertThatThrownBy(() -> Part.of(wrong))
                    .as(wrong)
                    .isInstanceOf(UsageException.class)
                    .hasMessageStartingWith("expected a part such as 3/8, found ");
        }
    }

    private Round round(String out) throws IOException {
        Files.createDirectories(folder.resolve("in"));
        for (int i = 0; i < 6; i++) {
            Small.file(folder.resolve("in/f" + i + ".fbx"), Small.plank(i + 1));
        }
        Files.writeString(folder.resolve("in/g.fbx"), "no scene");
        return Rounds.of(folder, out, "in");
    }

    private void part(Round r, List<RoundItem> items, Part p) throws IOException {
        PartFiles.keep(r, p, RoundRun.of(r, RoundTerms.usual(), items, p).run(RoundListener.NONE, Progress.NONE));
    }

    @Test
    void joinedPartsEqualARunOfAll() throws IOException {
        Round local = round("local");
        RoundSummary whole =
                new RoundSummary(RoundRun.of(local, RoundTerms.usual()).run(RoundListener.NONE, Progress.NONE));
        whole.keep(local.folder());
        Round parted = round("parted");
        List<RoundItem> items = RoundRun.of(parted, RoundTerms.usual()).items();
        for (int i : new int[] {3, 1}) {
            part(parted, new Part(i, 3).of(items), new Part(i, 3));
        }
        PartFiles.Gathered short1 = PartFiles.gather(parted, items, 3);
        assertThat(short1.missing()).containsExactly(2);
        List<String> missing = short1.summary().results().stream()
                .filter(r -> r.state() == FileResult.State.MISSING)
                .map(FileResult::file)
                .toList();
        assertThat(missing)
                .containsExactlyElementsOf(
                        new Part(2, 3).of(items).stream().map(RoundItem::name).toList());
        assertThat(short1.summary().line()).endsWith(", " + missing.size() + " missing");
        part(parted, new Part(2, 3).of(items), new Part(2, 3));
        PartFiles.Gathered all = PartFiles.gather(parted, items, 3);
        assertThat(all.missing()).isEmpty();
        all.summary().keep(parted.folder());
        assertThat(RoundSummary.kept(parted.folder())).hasSameBinaryContentAs(RoundSummary.kept(local.folder()));
        PartFiles.forget(parted.folder(), new Part(1, 3));
        assertThat(PartFiles.isDone(parted.folder(), new Part(1, 3))).isFalse();
        assertThat(PartFiles.gather(parted, items, 3).missing()).containsExactly(1);
        assertThat(PartFiles.gather(Rounds.recipe(folder, "plain-body", "parted", "in"), items, 3)
                        .missing())
                .as("results of another recipe are none")
                .containsExactly(1, 2, 3);
    }

    @Test
    void whatIsPlannedIsWhatPartsDo() throws IOException {
        Round r = round("out");
        List<RoundItem> items = RoundRun.of(r, RoundTerms.usual()).items();
        PartFiles.plan(r, items, 2);
        Small.file(folder.resolve("in/late.fbx"), Small.plank(9));
        PartFiles.Planned planned = PartFiles.planned(r.folder());
        assertThat(planned.parts()).isEqualTo(2);
        assertThat(planned.round().deed().key()).isEqualTo(r.deed().key());
        assertThat(PartFiles.planned(r.folder(), 2))
                .extracting(RoundItem::name)
                .containsExactlyElementsOf(items.stream().map(RoundItem::name).toList());
        assertThat(PartFiles.planned(r.folder(), new Part(2, 2)))
                .extracting(RoundItem::target)
                .containsExactlyElementsOf(
                        new Part(2, 2).of(items).stream().map(RoundItem::target).toList());
        assertThatThrownBy(() -> PartFiles.planned(folder.resolve("in")))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("the folder of a round that was planned in parts");
    }
}
