package idleheron.rehearsal.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every story has its files, and every file of the demo is in a story or belongs to one that is. */
class DemoStoryTest {
    @Test
    void everyFileOfTheDemoIsToldOf(@TempDir Path folder) throws Exception {
        MadeDemo.into(folder);
        List<DemoStory> stories = DemoStory.in(folder);
        assertThat(stories).hasSize(13).extracting(DemoStory::title).doesNotHaveDuplicates();
        List<String> told = new ArrayList<>();
        for (DemoStory s : stories) {
            told.add(s.file());
            told.add(s.other());
        }
        // the same figure in another carrier, and the motion that closes
        told.addAll(List.of(DemoData.GLB, DemoData.GAUGE_MOTIONS.getFirst()));
        try (var files = Files.list(folder)) {
            assertThat(files.map(f -> String.valueOf(f.getFileName()))
                            .filter(f -> !f.endsWith(".png") && !f.endsWith(".mtl") && !f.equals("stage")))
                    .isSubsetOf(told);
        }
    }

    @Test
    void whatIsNotThereIsNotTold(@TempDir Path folder) throws Exception {
        assertThat(DemoStory.in(folder)).isEmpty();
        Files.createFile(folder.resolve(DemoData.SENT));
        assertThat(DemoStory.in(folder)).isEmpty();
        Files.createFile(folder.resolve("postwoman_from_alder.fbx"));
        assertThat(DemoStory.in(folder))
                .extracting(DemoStory::title)
                .containsExactly("Arrives a hundred times too small");
    }
}
