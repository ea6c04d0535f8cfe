package idleheron.core.volume.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.pair.Loss;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Pair;
import idleheron.core.pair.Tolerances;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What is told of smoke whose frames, grids, values or voxels did not come back as they went. */
class VolumeLossesTest {
    private static Volume smoke(int frames) {
        return Volumes.sequence(frames, f ->
                new Grid[] {Volumes.plume(f), Volumes.plume(f + 1).withName("heat")});
    }

    private static List<Loss> found(Volume sent, Volume returned) {
        List<Loss> out = new ArrayList<>();
        VolumeLosses.find(
                new Pair(Volumes.scene(sent), Volumes.scene(returned), true, Tolerances.DEFAULT, MatchTable.NONE), out);
        return out;
    }

    private static Loss only(Volume sent, Volume returned, String code) {
        List<Loss> all = found(sent, returned);
        assertThat(all).extracting(Loss::code).containsExactly(code);
        return all.getFirst();
    }

    @Test
    void framesAreHeldByTheirNumbersUnlessThereIsOneOnEachSide() {
        Volume five = smoke(5);
        assertThat(found(five, five)).isEmpty();
        Loss l = only(five, five.withFrames(five.frames().subList(0, 3)), "volume-frames-lost");
        assertThat(l.text()).isEqualTo("2 of 5 frames of smoke did not come back");
        assertThat(l.figure().value()).isEqualTo(2);
        assertThat(l.figure().frame()).as("the first that is gone").isEqualTo(4);
        Volume one = smoke(1);
        Volume other = one.withFrames(List.of(one.frames().getFirst().withNumber(40)));
        assertThat(found(one, other)).isEmpty();
        Volume two = smoke(2);
        Volume moved = two.withFrames(
                List.of(two.frames().get(0).withNumber(40), two.frames().get(1).withNumber(41)));
        assertThat(found(two, moved)).extracting(Loss::code).containsExactly("volume-frames-lost");
        assertThat(found(two, two.withFrames(two.frames().subList(1, 2)))
                        .getFirst()
                        .figure()
                        .frame())
                .as("one that came is not the one that went")
                .isEqualTo(1);
    }

    @Test
    void aGridThatIsGoneIsNamed() {
        Loss l = only(smoke(2), smoke(2).with(new GridChange.Keep(Set.of("heat"))), "grid-dropped");
        assertThat(l.text()).isEqualTo("Grid density did not come back");
        assertThat(l.figure().subject()).isEqualTo("density");
    }

    @Test
    void valuesTimesANumberAreToldWithIt() {
        Loss l = only(smoke(2), smoke(2).with(new GridChange.Multiply("density", 1.5)), "volume-values-scaled");
        assertThat(l.text()).isEqualTo("All of density came back 1.500 times as much");
        assertThat(l.figure().subject()).isEqualTo("smoke/density");
        assertThat(l.figure().frame()).isBetween(1.0, 2.0);
        assertThat(found(smoke(2), smoke(2).with(new GridChange.Multiply("density", 1.0001))))
                .as("within tolerance")
                .isEmpty();
    }

    @Test
    void halvesAreToldAsHalves() {
        List<Loss> l = found(smoke(2), smoke(2).with(new GridChange.Halve(true)));
        assertThat(l).extracting(Loss::code).containsExactly("volume-halved", "volume-halved");
        assertThat(l)
                .extracting(Loss::text)
                .containsExactly("Values of density were rounded to halves", "Values of heat were rounded to halves");
    }

    /** Eight voxels of one value become one: as much of it, in voxels that hold eight times the space. */
    @Test
    void largerVoxelsAreToldWithTheMassThatTheyHold() {
        List<Loss> l = found(smoke(1), smoke(1).with(new GridChange.Coarsen(2)));
        assertThat(l).extracting(Loss::code).containsExactly("volume-resampled", "volume-resampled");
        assertThat(l.getFirst().text()).startsWith("Voxels of density are 2 times as large; the mass is ");
        String told = l.getFirst().text().replaceAll(".* is ([0-9.]+) times.*", "$1");
        assertThat(Double.parseDouble(told)).isCloseTo(1, within(0.15));
    }
}
