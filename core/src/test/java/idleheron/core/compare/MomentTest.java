package idleheron.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class MomentTest {
    private static final int FRAMES = 91;

    /** A figure a frame at 10 frames/s: nine seconds. */
    private static TopicResult topic(Topic topic, int clip, double tolerance, IntToDoubleFunction figure) {
        double[] seconds = IntStream.range(0, FRAMES).mapToDouble(i -> i / 10.0).toArray();
        double[] worst = IntStream.range(0, FRAMES).mapToDouble(figure).toArray();
        int[] nodes = IntStream.range(0, FRAMES).map(i -> i % 7).toArray();
        Series s = new Series("a", "mm", clip, seconds, worst, worst, nodes, tolerance);
        return new TopicResult(topic, Verdict.BROKEN, Figure.NONE, "", Evidence.NONE, List.of(s));
    }

    private static double[] seconds(List<Moment> moments) {
        return moments.stream().mapToDouble(Moment::seconds).toArray();
    }

    @Test
    void peaksAreTakenNotTheirSlopes() {
        List<Moment> m = Moment.worst(
                List.of(topic(Topic.CLIPS, 0, 1, i -> Math.max(5 - Math.abs(i - 20), 9 - Math.abs(i - 60)))), 2);
        assertThat(seconds(m)).as("as they are played").containsExactly(2, 6);
        assertThat(m.getLast()).isEqualTo(new Moment(Topic.CLIPS, 0, 6, 9, "mm", 9, 60 % 7));
    }

    @Test
    void whatIsWithinToleranceIsNoMoment() {
        assertThat(Moment.worst(List.of(topic(Topic.CLIPS, 0, 1, i -> 1)), 8)).isEmpty();
        assertThat(seconds(Moment.worst(List.of(topic(Topic.CLIPS, 0, 1, i -> i == 33 ? 1.01 : 1)), 8)))
                .containsExactly(3.3);
    }

    @Test
    void anErrorThatLastsIsShownAllOverTheClip() {
        List<Moment> m = Moment.worst(List.of(topic(Topic.CLIPS, 0, 1, i -> 40)), 8);
        assertThat(seconds(m)).containsExactly(0, 1, 2, 3, 4, 5, 6, 7);
    }

    @Test
    void topicsAreHeldAgainstEachOtherByTheirTolerances() {
        List<Moment> m = Moment.worst(
                List.of(
                        topic(Topic.CLIPS, 0, 10, i -> i == 10 ? 50 : 0),
                        topic(Topic.SURFACES, 1, 0.1, i -> i == 80 ? 3 : 0)),
                1);
        assertThat(m).singleElement().satisfies(k -> {
            assertThat(k.topic()).isEqualTo(Topic.SURFACES);
            assertThat(k.share()).isEqualTo(30);
            assertThat(k.clip()).isEqualTo(1);
        });
    }

    @Test
    void twoTopicsThatAreWorstTogetherAreOneMoment() {
        List<Moment> m = Moment.worst(
                List.of(
                        topic(Topic.CLIPS, 0, 1, i -> i == 40 ? 50 : 0),
                        topic(Topic.SURFACES, 0, 1, i -> i == 41 ? 30 : 0)),
                8);
        assertThat(m).singleElement().extracting(Moment::topic).isEqualTo(Topic.CLIPS);
    }

    @Test
    void aClipOfOneFrameAndNoneAtAllAreNoTrouble() {
        Series one = new Series("a", "mm", -1, new double[] {2}, new double[] {4}, new double[] {4}, new int[] {-1}, 0);
        Series none = new Series("b", "mm", -1, new double[0], new double[0], new double[0], new int[0], 1);
        TopicResult t =
                new TopicResult(Topic.CACHES, Verdict.BROKEN, Figure.NONE, "", Evidence.NONE, Arrays.asList(one, none));
        assertThat(Moment.worst(List.of(t), 8)).singleElement().satisfies(m -> {
            assertThat(m.clip()).isEqualTo(-1);
            assertThat(m.share()).isInfinite();
        });
    }
}
