package idleheron.core.volume.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/** The table, sentence and causes of volumes that came back, figure by figure. */
class VolumeTablesTest {
    /** 8 · 8 · 8 voxels of 0.1, all of one value. */
    private static Grid cube(double value) {
        return Volumes.density(FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 7), (i, j, k, out) -> {
            out[0] = value;
            return true;
        }));
    }

    private static Volume cubes(int frames, double value) {
        return Volumes.sequence(frames, f -> new Grid[] {cube(value)});
    }

    private static Comparison compare(Scene sent, Scene back) {
        return Comparison.of(sent, back, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Comparison compare(Volume sent, Volume back) {
        return compare(Volumes.scene(sent), Volumes.scene(back));
    }

    private static TopicResult topic(Volume sent, Volume back) {
        return compare(sent, back).topic(Topic.VOLUMES);
    }

    private static List<Object> cells(TopicResult t, int row) {
        return t.evidence().rows().get(row).cells();
    }

    @Test
    void theSameIsToldAsTheSame() {
        TopicResult t = topic(cubes(2, 1), cubes(2, 1));
        assertThat(t.summary()).isEqualTo("All 2 grids, frame by frame, hold the same voxels in the same place.");
        assertThat(cells(t, 0)).containsExactly(1.0, "there", 0.0, 1.0, 0.0, 0.0, 0.0, 0.0, 1.0);
        assertThat(t.evidence().columns()).hasSize(9);
        assertThat(t.evidence().rows().get(1).seconds()).isCloseTo(2 / 24.0, within(1e-12));
        assertThat(t.plots()).hasSize(1);
        assertThat(t.plots().getFirst().title()).isEqualTo("density, worst voxel");
        assertThat(t.plots().getFirst().tolerance()).isCloseTo(100 * Tolerances.DEFAULT.voxel(), within(1e-15));
        assertThat(topic(cubes(1, 1), cubes(1, 1)).plots())
                .as("one frame is no curve")
                .isEmpty();
    }

    @Test
    void valuesThatDifferAreToldInPartsOfTheirRange() {
        Volume back = Volumes.sequence(3, f -> new Grid[] {cube(f == 2 ? 5 : 4)});
        TopicResult t = topic(cubes(3, 4), back);
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.summary()).isEqualTo("Values differ by 25 % of their range at most.");
        assertThat(t.worst().value()).isCloseTo(25, within(1e-9));
        assertThat(t.worst().unit()).isEqualTo("% of range");
        assertThat(t.worst().subject()).isEqualTo("smoke/density");
        assertThat(t.worst().frame()).isEqualTo(2);
        Evidence.Row r = t.evidence().rows().getFirst();
        assertThat(r.over()).isTrue();
        assertThat(r.cells()).containsExactly(2.0, "there", 0.0, 1.0, 0.0, 0.0, 0.25, 0.25, 1.25);
        assertThat(t.evidence().over()).isEqualTo(1);
        assertThat(t.plots().getFirst().worst()).containsExactly(0, 25, 0);
        assertThat(t.plots().getFirst().seconds()).hasSize(3);
    }

    @Test
    void voxelsOfOneSideAloneAreToldAsShares() {
        Grid half =
                Volumes.density(FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 7, 7, 9), (i, j, k, out) -> {
                    out[0] = 1;
                    return k >= 2;
                }));
        TopicResult t = topic(cubes(1, 1), Volumes.sequence(1, f -> new Grid[] {half}));
        List<Object> c = cells(t, 0);
        // 8 slices, of which 6 are on both sides, and two more: 10 in all.
        assertThat((Double) c.get(4)).isCloseTo(20, within(1e-9));
        assertThat((Double) c.get(5)).isCloseTo(20, within(1e-9));
        assertThat(c.get(0)).as("a sequence of one still has a number").isEqualTo(1.0);
        assertThat((Double) c.get(2)).as("two voxels of 0.1 m").isCloseTo(200, within(1e-6));
        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(t.summary()).isEqualTo("A corner of a grid lies 200 mm off at most.");
        assertThat(t.worst().unit()).isEqualTo("mm");
    }

    private static Volume placed(double... rows) {
        return cubes(2, 1).with(new GridChange.Place(rows));
    }

    private static String only(Comparison c) {
        assertThat(c.causes()).hasSize(1);
        return c.causes().getFirst().code() + ": " + c.causes().getFirst().text();
    }

    @Test
    void movesTurnsSizesAndMirrorsAreNamed() {
        Volume v = cubes(2, 1);
        assertThat(only(compare(v, placed(1, 0, 0, 0.25, 0, 1, 0, 0, 0, 0, 1, -2, 0, 0, 0, 1))))
                .isEqualTo("volume-moved: The volume was moved by 250.0 mm, 0.0 mm, -2000.0 mm");
        assertThat(only(compare(v, placed(0.01, 0, 0, 0, 0, 0.01, 0, 0, 0, 0, 0.01, 0, 0, 0, 0, 1))))
                .isEqualTo("volume-scaled: The volume was scaled by 0.010, as centimetres written in metres");
        assertThat(only(compare(v, placed(3, 0, 0, 0, 0, 3, 0, 0, 0, 0, 3, 0, 0, 0, 0, 1))))
                .isEqualTo("volume-scaled: The volume was scaled by 3");
        assertThat(only(compare(v, placed(1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1))))
                .isEqualTo("volume-turned: The volume was turned by 90°, 0°, 0° about X, Y, Z");
        assertThat(only(compare(v, placed(0.0254, 0, 0, 0, 0, 0, -0.0254, 0, 0, 0.0254, 0, 0, 0, 0, 0, 1))))
                .isEqualTo("volume-turned-and-scaled: The volume was turned by 90°, 0°, 0° about X, Y, Z"
                        + " and scaled by 0.025, as inches written in metres");
        assertThat(only(compare(v, placed(-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1))))
                .isEqualTo("volume-turned: The volume was mirrored and turned by 0°, 0°, 0° about X, Y, Z");
        LikelyCause c = compare(v, placed(3, 0, 0, 0, 0, 3, 0, 0, 0, 0, 3, 0, 0, 0, 0, 1))
                .causes()
                .getFirst();
        assertThat(c.before()).isEqualTo(2);
        assertThat(c.left()).isZero();
        assertThat(c.explains()).containsExactly(Topic.VOLUMES);
        assertThat(c.remedy().describe())
                .isEqualTo("Scales by 0.333333 the transform of every grid; no voxel is touched.");
    }

    @Test
    void otherAxesAndUnitsAreTakenAsTheyAreMeant() {
        Scene sent = Volumes.scene(cubes(2, 1));
        Scene back = new ConvertStage(AxisSystem.Z_UP, 0.01)
                .apply(Volumes.scene(placed(1, 0, 0, 0, 0, 1, 0, 0.5, 0, 0, 1, 0, 0, 0, 0, 1)));
        Comparison c = compare(sent, back);
        assertThat(only(c)).isEqualTo("volume-moved: The volume was moved by 0.0 mm, 500.0 mm, 0.0 mm");
        assertThat((Double) cells(c.topic(Topic.VOLUMES), 0).get(3)).isCloseTo(1, within(1e-9));
        assertThat((Double) cells(c.topic(Topic.VOLUMES), 0).get(2)).isCloseTo(500, within(1e-6));
        assertThat(c.mend(back).stage()).isEqualTo(back.stage());
    }

    @Test
    void gridsAndFramesThatDidNotComeBack() {
        Volume sent = Volumes.sequence(3, f -> new Grid[] {cube(1), cube(2).withName("heat")});
        Volume back = sent.with(new GridChange.Keep(Set.of("density")))
                .withFrames(sent.frames().subList(0, 2));
        TopicResult t = topic(sent, back);
        // Heat in two frames, and both grids in the third.
        assertThat(t.summary()).isEqualTo("4 of 6 grids, frame by frame, did not come back under their names.");
        assertThat(t.worst().value()).isEqualTo(4);
        assertThat(t.worst().unit()).isEqualTo("missing");
        assertThat(t.evidence().rows())
                .filteredOn(Evidence.Row::over)
                .extracting(r -> r.cells().get(1))
                .containsExactlyInAnyOrder("missing", "missing", "no frame", "no frame");
        Comparison c = compare(sent, back);
        assertThat(c.losses())
                .extracting(Loss::text)
                .containsExactlyInAnyOrder("1 of 3 frames of smoke did not come back", "Grid heat did not come back");
        assertThat(topic(sent, sent.withFrames(List.of())).verdict()).isEqualTo(Verdict.BROKEN);
    }

    @Test
    void aVolumeIsHeldAgainstTheOneOfItsName() {
        Volume fire = new Volume("fire", 4, cubes(2, 3).frames(), List.of());
        Scene sent = Volumes.scene(cubes(2, 1)).withVolumes(List.of(cubes(2, 1), fire));
        Scene back = Volumes.scene(fire);
        TopicResult t = compare(sent, back).topic(Topic.VOLUMES);
        assertThat(t.evidence().rows())
                .extracting(Evidence.Row::subject)
                .containsExactly("smoke", "density", "density");
        assertThat(t.evidence().rows().getFirst().cells().get(1)).isEqualTo("missing");
        assertThat(t.evidence().over()).as("fire is as it was").isEqualTo(1);
        Volume other = new Volume("cloud", 4, cubes(2, 1).frames(), List.of());
        assertThat(topic(cubes(2, 1), other).verdict())
                .as("another name in the same place")
                .isEqualTo(Verdict.CLEAN);
        TopicResult none =
                compare(sent, Volumes.scene(fire).withVolumes(List.of())).topic(Topic.VOLUMES);
        assertThat(none.verdict()).isEqualTo(Verdict.BROKEN);
        TopicResult nothing = compare(Scene.bare("s", Stage.COMMON), back).topic(Topic.VOLUMES);
        assertThat(nothing.summary()).isEqualTo("No volume was sent.");
    }

    private static Volume.Frame broken(Volume.Frame f) {
        return new Volume.Frame(f.number(), f.file(), 0, List.of(), "an empty file", false, f.source());
    }

    @Test
    void whatCannotBeReadIsNotChecked() {
        Volume v = cubes(2, 1);
        Volume all =
                v.withFrames(v.frames().stream().map(VolumeTablesTest::broken).toList());
        TopicResult t = topic(all, v);
        assertThat(t.verdict()).isEqualTo(Verdict.NOT_CHECKED);
        assertThat(t.summary()).isEqualTo("No file of a sent volume can be read.");
        List<Volume.Frame> frames = new ArrayList<>(v.frames());
        frames.set(1, broken(frames.get(1)));
        assertThat(cells(topic(v, v.withFrames(frames)), 0)).startsWith(2.0, "no frame");
        Volume.Frame cut =
                new Volume.Frame(2, "f2.vdb", 9, v.frames().get(1).headers(), "", false, (label, progress) -> {
                    throw new IOException("f2.vdb: cut off");
                });
        TopicResult r = topic(v, v.withFrames(List.of(v.frames().getFirst(), cut)));
        assertThat(cells(r, 0)).startsWith(2.0, "cannot be read");
        assertThat(r.verdict()).isEqualTo(Verdict.BROKEN);
    }

    @Test
    void anotherTypeOrClassIsToldAsTheState() {
        Volume v = cubes(1, 1);
        TopicResult type = topic(v, v.with(new GridChange.Retype("density", ValueType.DOUBLE)));
        assertThat(cells(type, 0).get(1)).isEqualTo("now double");
        assertThat(type.verdict()).isEqualTo(Verdict.DRIFTED);
        Grid level = Grid.of("density", Grid.LEVEL_SET, GridMap.scale(0.1), cube(1).tree());
        assertThat(cells(topic(v, Volumes.sequence(1, f -> new Grid[] {level})), 0)
                        .get(1))
                .isEqualTo("now level set");
        TopicResult half = topic(v, v.with(new GridChange.Halve(true)));
        assertThat(cells(half, 0).get(1)).isEqualTo("halves");
        assertThat(half.verdict()).as("1 is 1 in halves too").isEqualTo(Verdict.CLEAN);
    }

    private static Volume unknown(long voxels) {
        Volume.Frame f = cubes(1, 1).frames().getFirst();
        GridHeader h = f.headers().getFirst();
        GridHeader odd = new GridHeader(
                h.label(), h.name(), "odd", null, h.gridClass(), h.map(), false, "none", voxels, h.box());
        return cubes(1, 1).withFrames(List.of(new Volume.Frame(1, f.file(), 10, List.of(odd), "", false, f.source())));
    }

    @Test
    void gridsThatNobodyReadsAreHeldByWhatTheFileTells() {
        TopicResult t = topic(unknown(512), unknown(512));
        assertThat(cells(t, 0)).startsWith(1.0, "not read");
        assertThat(t.verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(topic(unknown(512), unknown(511)).verdict()).isEqualTo(Verdict.DRIFTED);
    }

    @Test
    void renamedGridsAreFoundByTheirVoxels() {
        Volume sent = Volumes.sequence(2, f -> new Grid[] {cube(1), cube(7).withName("heat")});
        Volume back = Volumes.sequence(2, f -> new Grid[] {cube(7).withName("a"), cube(1).withName("b")});
        Comparison c = compare(sent, back);
        assertThat(c.causes())
                .extracting(LikelyCause::text)
                .containsExactly("Grid density is now called b", "Grid heat is now called a");
        assertThat(compare(Volumes.scene(sent), c.mend(Volumes.scene(back))).verdict())
                .isEqualTo(Verdict.CLEAN);
        Volume far = Volumes.sequence(2, f -> new Grid[] {cube(1), cube(400).withName("q")});
        assertThat(compare(sent, far).causes())
                .as("the only one of its type")
                .extracting(LikelyCause::text)
                .containsExactly("Grid heat is now called q");
        Volume other = sent.with(new GridChange.Rename("heat", "q")).with(new GridChange.Retype("q", ValueType.INT32));
        assertThat(compare(sent, other).causes()).extracting(LikelyCause::code).doesNotContain("grid-renamed");
    }

    @Test
    void framesCountedFromAnotherStart() {
        Volume v = cubes(3, 1);
        Volume late = v.withFrames(
                v.frames().stream().map(f -> f.withNumber(f.number() + 100)).toList());
        assertThat(only(compare(v, late)))
                .isEqualTo("frames-renumbered: Frames of the volume are counted from 101 where they began at 1");
        assertThat(compare(v, late.withFrames(late.frames().subList(0, 2))).causes())
                .extracting(LikelyCause::code)
                .doesNotContain("frames-renumbered");
        Volume single = cubes(1, 1);
        Volume elsewhere = single.withFrames(List.of(single.frames().getFirst().withNumber(9)));
        assertThat(topic(single, elsewhere).verdict())
                .as("a single file belongs to a single file")
                .isEqualTo(Verdict.CLEAN);
    }

    @Test
    void lossesTellWhatBecameOfTheValues() {
        Volume v = Volumes.sequence(2, f -> new Grid[] {cube(4)});
        Comparison twice = compare(v, v.with(new GridChange.Multiply("density", 2)));
        assertThat(twice.losses().getFirst().text()).isEqualTo("All of density came back 2 times as much");
        assertThat(twice.losses().getFirst().figure().value()).isCloseTo(100, within(1e-9));
        assertThat(twice.losses().getFirst().figure().frame()).isEqualTo(1);
        Comparison coarse = compare(v, v.with(new GridChange.Coarsen(2)));
        assertThat(coarse.losses().getFirst().text())
                .startsWith("Voxels of density are 2 times as large; the mass is ");
        Volume third = Volumes.sequence(2, f -> new Grid[] {cube(1 / 3.0)});
        Comparison halves = compare(third, Volumes.sequence(2, f ->
                new Grid[] {cube(Float.float16ToFloat(Float.floatToFloat16((float) (1 / 3.0))))}));
        assertThat(halves.losses()).extracting(Loss::text).containsExactly("Values of density were rounded to halves");
    }

    @Test
    void matricesAreRowsForColumns() {
        Matrix4d m = VolumeTopic.matrix(new double[] {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 0, 0, 0, 1});
        assertThat(m.m30()).isEqualTo(4);
        assertThat(m.m01()).isEqualTo(5);
        assertThat(m.m22()).isEqualTo(11);
        assertThat(m.m33()).isEqualTo(1);
    }
}
