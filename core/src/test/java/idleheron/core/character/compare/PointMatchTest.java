package idleheron.core.character.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Topic;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.SmallCrossing;
import idleheron.core.job.Progress;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Points that came under other numbers, surfaces that were moved alone, and clips held against each other frame by frame. */
class PointMatchTest {
    private static final int N = 60;

    /** A cloud of points as triangles, each point where and under the number that it is told. */
    private static Scene cloud(double[] points, int[] corners) {
        int[] starts = new int[corners.length / 3 + 1];
        for (int i = 0; i < starts.length; i++) {
            starts[i] = 3 * i;
        }
        Mesh m = Mesh.bare("rock", points, starts, corners);
        return Scene.bare("s", Stage.COMMON)
                .withNodes(List.of(Node.mesh("rock", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(m));
    }

    private static double[] points(long seed) {
        Random r = new Random(seed);
        double[] out = new double[3 * N];
        for (int i = 0; i < out.length; i++) {
            out[i] = r.nextGaussian();
        }
        return out;
    }

    private static int[] corners(int[] number) {
        int[] out = new int[N];
        for (int i = 0; i < N; i++) {
            out[i] = number[i];
        }
        return out;
    }

    private static int[] numbers(boolean shuffled) {
        int[] out = new int[N];
        for (int i = 0; i < N; i++) {
            out[i] = shuffled ? (7 * i + 3) % N : i;
        }
        return out;
    }

    /** Point i of the first is point number[i] of the second. */
    private static Scene renumbered(double[] p, int[] number, double off) {
        double[] q = new double[p.length];
        for (int i = 0; i < N; i++) {
            for (int a = 0; a < 3; a++) {
                q[3 * number[i] + a] = p[3 * i + a] + (a == i % 3 ? off : 0);
            }
        }
        return cloud(q, corners(number));
    }

    private static int[] match(Scene sent, Scene back) {
        return PointMatch.of(new Pair(sent, back, true, Tolerances.DEFAULT, MatchTable.NONE), 0, 0);
    }

    @Test
    void pointsUnderOtherNumbersAreFoundByTheirPlace() {
        double[] p = points(1);
        Scene sent = cloud(p, corners(numbers(false)));
        int[] number = numbers(true);
        assertThat(match(sent, renumbered(p, number, 0))).containsExactly(number);
        assertThat(match(sent, renumbered(p, number, 0.0005)))
                .as("within a thousandth of some six metres")
                .containsExactly(number);
        assertThat(match(sent, renumbered(p, number, 0.02)))
                .as("nothing lies where it was: by number")
                .containsExactly(numbers(false));
        assertThat(match(sent, sent)).containsExactly(numbers(false));
    }

    @Test
    void aPointThatIsGoneHasNoPartner() {
        double[] p = points(2);
        Scene sent = cloud(p, corners(numbers(false)));
        double[] fewer = java.util.Arrays.copyOfRange(p, 6, p.length);
        int[] c = new int[N - 3];
        for (int i = 0; i < c.length; i++) {
            c[i] = i;
        }
        int[] got = match(sent, cloud(fewer, c));
        assertThat(got[0]).isEqualTo(-1);
        assertThat(got[1]).isEqualTo(-1);
        for (int i = 2; i < N; i++) {
            assertThat(got[i]).isEqualTo(i - 2);
        }
    }

    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    @Test
    void aSurfaceThatMovedTurnedOrGrewIsTold() {
        double[] p = points(3);
        int[] n = numbers(false);
        Scene sent = cloud(p, corners(n));
        double[] grown = p.clone();
        double[] moved = p.clone();
        double[] turned = p.clone();
        for (int i = 0; i < N; i++) {
            for (int a = 0; a < 3; a++) {
                grown[3 * i + a] *= 2;
            }
            moved[3 * i] += 0.5;
            turned[3 * i] = p[3 * i + 2];
            turned[3 * i + 2] = -p[3 * i];
        }
        assertThat(compare(sent, cloud(grown, corners(n))).causeSentence()).contains("scaled by 2");
        assertThat(compare(sent, cloud(moved, corners(n))).causeSentence()).contains("500");
        assertThat(compare(sent, cloud(turned, corners(n))).causeSentence()).contains("90");
        for (double[] q : List.of(grown, moved, turned)) {
            Scene back = cloud(q, corners(n));
            Comparison c = compare(sent, back);
            assertThat(compare(sent, c.mend(back))
                            .topic(Topic.SURFACES)
                            .verdict()
                            .isFault())
                    .isFalse();
        }
    }

    private static Scene swaying(double millimetres, double degrees, FrameRate rate) {
        Scene s = SmallCrossing.sent();
        @Nullable Curve[] x = new Curve[Channel.COUNT];
        double[] t = {0, 0.5, 1};
        x[0] = Curve.linear(t, new double[] {0, millimetres / 1000, 0});
        @Nullable Curve[] r = new Curve[Channel.COUNT];
        r[Channel.ROTATE_X.ordinal()] = Curve.linear(t, new double[] {0, degrees, 0});
        Clip clip =
                new Clip("sway", 0, 1, rate, List.of(new Clip.NodeTrack(0, x), new Clip.NodeTrack(3, r)), List.of());
        return s.withClips(List.of(clip));
    }

    @Test
    void aClipIsHeldAgainstAnotherFrameByFrame() {
        Scene sent = swaying(0, 0, FrameRate.FILM);
        TopicResult t = compare(sent, swaying(4, 0, FrameRate.FILM)).topic(Topic.CLIPS);
        List<Object> c = t.evidence().rows().getFirst().cells();
        assertThat(c.subList(0, 3)).containsExactly("0 → 0", "24 → 24", "24");
        assertThat((Double) c.get(4)).isCloseTo(4, within(1e-9));
        // All four joints move alike: 0, 1/3, 2/3 … 4 mm and back.
        double squares = 0;
        for (int f = 0; f <= 24; f++) {
            double mm = 4 * (1 - Math.abs(f - 12) / 12.0);
            squares += mm * mm;
            assertThat(t.plots().getFirst().mean()[f]).as("frame %d", f).isCloseTo(mm, within(1e-9));
            assertThat(t.plots().getFirst().worst()[f]).isCloseTo(mm, within(1e-9));
        }
        assertThat((Double) c.get(5)).isCloseTo(Math.sqrt(squares / 25), within(1e-9));
        assertThat(t.evidence().rows().getFirst().seconds()).isCloseTo(0.5, within(1e-12));
        assertThat(t.worst().frame()).isEqualTo(12);
        assertThat((Double) c.get(6)).isCloseTo(0, within(1e-9));
        List<Object> turns = compare(sent, swaying(0, 6, FrameRate.FILM))
                .topic(Topic.CLIPS)
                .evidence()
                .rows()
                .getFirst()
                .cells();
        assertThat((Double) turns.get(6)).isCloseTo(6, within(1e-9));
        assertThat((Double) turns.get(4)).isCloseTo(0, within(1e-9));
        List<Object> rates = compare(sent, swaying(0, 0, FrameRate.of(30)))
                .topic(Topic.CLIPS)
                .evidence()
                .rows()
                .getFirst()
                .cells();
        assertThat(rates.get(2)).isEqualTo("24 → 30");
    }

    @Test
    void aStepWithinTheToleranceIsNoFault() {
        Scene sent = swaying(0, 0, FrameRate.FILM);
        assertThat(compare(sent, swaying(0.09, 0, FrameRate.FILM))
                        .topic(Topic.CLIPS)
                        .verdict()
                        .isFault())
                .isFalse();
        assertThat(compare(sent, swaying(0.11, 0, FrameRate.FILM))
                        .topic(Topic.CLIPS)
                        .verdict()
                        .isFault())
                .isTrue();
        assertThat(compare(sent, swaying(0, 0.09, FrameRate.FILM))
                        .topic(Topic.CLIPS)
                        .verdict()
                        .isFault())
                .isFalse();
        assertThat(compare(sent, swaying(0, 0.11, FrameRate.FILM))
                        .topic(Topic.CLIPS)
                        .verdict()
                        .isFault())
                .isTrue();
    }
}
