package idleheron.report.picture;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Tolerances;
import idleheron.core.picture.Shelf;
import idleheron.core.scene.Scene;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.StandIn;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.IntStream;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

class FilmstripTest {
    private static final int RED = Palette.DAY.rgb(Palette.Tone.BROKEN) & 0xFFFFFF;
    private static final Filmstrip.Style SMALL = new Filmstrip.Style(Shelf.EMPTY, Palette.DAY, 120, 80);

    private static List<Filmstrip.Shot> strip(Scene sent, Scene back, Progress progress) {
        Comparison c = Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
        return Filmstrip.of(sent, back, c, SMALL, progress);
    }

    /** The middle of what is painted in the red of a fault, pixels. */
    private static double[] ring(Picture p) {
        double x = 0;
        double y = 0;
        int n = 0;
        for (int i = 0; i < p.pixels().length; i++) {
            if ((p.pixels()[i] & 0xFFFFFF) == RED) {
                x += i % p.width();
                y += (double) (i / p.width());
                n++;
            }
        }
        assertThat(n).as("red pixels").isPositive();
        return new double[] {x / n, y / n};
    }

    @Test
    void everyMomentIsAPictureWithARingInItsMiddle() {
        Scene sent = MadeDemo.postwoman();
        List<Filmstrip.Shot> shots = strip(sent, StandIn.SEDGE.receive(sent), Progress.NONE);
        assertThat(shots).hasSizeBetween(3, Filmstrip.MOST);
        for (Filmstrip.Shot s : shots) {
            double[] at = ring(s.picture());
            assertThat(at[0]).as(s.at()).isBetween(57.0, 63.0);
            assertThat(at[1]).as(s.at()).isBetween(37.0, 43.0);
            assertThat(s.at()).matches("[a-z_]+, frame [0-9.]+");
            assertThat(s.figure()).endsWith(" " + s.moment().unit());
        }
        assertThat(shots.stream()
                        .map(s -> Arrays.hashCode(s.picture().pixels()))
                        .distinct()
                        .count())
                .as("pictures, where a pose may be held for a while")
                .isBetween(5L, (long) shots.size());
        assertThat(shots.stream().map(s -> s.moment().topic())).contains(Topic.SKIN_WEIGHTS);
    }

    @Test
    void aClipPlaysWhatTheUserSaysCameBackOfIt() {
        Scene sent = MadeDemo.postwoman();
        Scene came = StandIn.SEDGE.receive(sent);
        Scene back = came.withClips(IntStream.range(0, came.clips().size())
                .mapToObj(i -> came.clips().get(i).withName("take_" + i))
                .toList());
        MatchTable table = MatchTable.NONE;
        for (int i = 0; i < came.clips().size(); i++) {
            table = table.withClip(came.clips().get(i).name(), "take_" + i);
        }
        CompareSettings terms = CompareSettings.USUAL.with(table);
        Comparison c = Comparison.of(sent, back, terms, true, t -> {}, Progress.NONE);
        Comparison unsaid = new Comparison(c.verdict(), c.topics(), c.causes(), c.losses(), true);
        List<Filmstrip.Shot> told = Filmstrip.of(sent, back, c, SMALL, Progress.NONE);
        List<Filmstrip.Shot> rest = Filmstrip.of(sent, back, unsaid, SMALL, Progress.NONE);
        List<Filmstrip.Shot> named = strip(sent, came, Progress.NONE);
        assertThat(told).hasSameSizeAs(rest).hasSameSizeAs(named);
        int other = 0;
        for (int i = 0; i < told.size(); i++) {
            assertThat(told.get(i).picture().pixels())
                    .isEqualTo(named.get(i).picture().pixels());
            other += Arrays.equals(
                            told.get(i).picture().pixels(),
                            rest.get(i).picture().pixels())
                    ? 0
                    : 1;
        }
        assertThat(other).as("pictures in which it would stand at rest").isPositive();
    }

    @Test
    void whatIsCleanHasNoStrip() {
        Scene bell = FootbridgeBell.scene();
        assertThat(strip(bell, bell, Progress.NONE)).isEmpty();
    }

    @Test
    void itStopsWhenTold() {
        Scene sent = MadeDemo.postwoman();
        Assertions.assertThatThrownBy(() -> strip(sent, StandIn.SEDGE.receive(sent), (done, what) -> {
                    throw new CancellationException();
                }))
                .isInstanceOf(CancellationException.class);
    }
}
