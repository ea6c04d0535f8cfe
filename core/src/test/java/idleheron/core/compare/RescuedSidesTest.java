package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.job.Progress;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Lost.What;
import idleheron.core.scene.Scene;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What was rescued from a damaged file can be compared, and never comes out clean. */
class RescuedSidesTest {
    private static Comparison compare(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    @Test
    void equalSidesOfWhichOneIsInPartAreNotClean() {
        Scene s = SmallCrossing.sent();
        assertThat(compare(s, s).verdict()).isEqualTo(Verdict.CLEAN);
        Scene part = s.withLost(List.of(new Lost(What.CLIP, "", "", "takes are gone")));
        for (Comparison c : List.of(compare(s, part), compare(part, s))) {
            assertThat(c.verdict()).isEqualTo(Verdict.DRIFTED);
            assertThat(c.topics()).noneMatch(t -> t.verdict() == Verdict.CLEAN);
            assertThat(c.topic(Topic.HIERARCHY).summary()).startsWith("Only what was rescued could be compared: ");
            assertThat(c.losses()).singleElement().satisfies(l -> {
                assertThat(l.code()).isEqualTo("file-rescued");
                assertThat(l.text()).endsWith("1 thing is missing or in part, first all clips: takes are gone");
            });
        }
        assertThat(compare(part, s).losses().getFirst().text()).startsWith("The sent file is damaged");
        assertThat(compare(s, part).losses().getFirst().text()).startsWith("The returned file is damaged");
        assertThat(compare(part, part).losses()).hasSize(2);
    }
}
