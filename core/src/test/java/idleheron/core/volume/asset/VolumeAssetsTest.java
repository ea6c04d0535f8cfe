package idleheron.core.volume.asset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.Evidence;
import idleheron.core.finding.Facts;
import idleheron.core.kind.FactGroup;
import idleheron.core.kind.FactLine;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What is shown of plumes of 8 by 8 voxels of 0.1 m that grow by two a frame. */
class VolumeAssetsTest {
    private static final VolumeAssets KIND = new VolumeAssets();
    private static final Volume PLUMES = Volumes.sequence(4, f -> new Grid[] {Volumes.plume(f)});
    private static final Scene SMOKE = Volumes.scene(PLUMES);
    private static final Scene ONE = Volumes.scene(new Volume(
            "ball",
            0,
            List.of(Volumes.frame(
                    7, Volumes.plume(1).withHalf(true), Volumes.plume(1).withName("heat"))),
            List.of()));

    private static Scene holed() {
        List<Volume.Frame> frames = new ArrayList<>(PLUMES.frames());
        frames.remove(1);
        frames.set(0, new Volume.Frame(1, "f1.vdb", 10, List.of(), "byte 3: nothing", false, (l, p) -> {
            throw new java.io.IOException(l);
        }));
        return Volumes.scene(PLUMES.withFrames(frames));
    }

    private static List<String> texts(FactGroup g) {
        return g.lines().stream().map(FactLine::text).toList();
    }

    @Test
    void aSequenceAndASingleFileAreWordedApart() {
        assertThat(KIND.word(SMOKE)).isEqualTo("volume sequence");
        assertThat(KIND.summary(SMOKE)).isEqualTo("4 frames · density");
        assertThat(KIND.word(ONE)).isEqualTo("volume");
        assertThat(KIND.summary(ONE)).isEqualTo("one frame · density, heat");
        assertThat(KIND.isIn(SMOKE)).isTrue();
        assertThat(KIND.isIn(SMOKE.withVolumes(List.of()))).isFalse();
    }

    @Test
    void linesTellFramesGridsAndWhatIsBroken() {
        List<String> lines = KIND.lines(SMOKE).stream().map(FactLine::text).toList();
        assertThat(lines).hasSize(2);
        assertThat(lines.get(0))
                .startsWith("smoke: ")
                .contains("1", "4", "4 files")
                .doesNotContain("missing");
        // the first frame stands 9 voxels high
        assertThat(lines.get(1))
                .contains("density", "float", "0.100", "576 active voxels")
                .doesNotContain("×");
        List<String> holed = KIND.lines(holed()).stream().map(FactLine::text).toList();
        assertThat(holed.getFirst()).contains("1 missing");
        assertThat(holed.getLast()).isEqualTo("f1.vdb: byte 3: nothing");
        assertThat(KIND.lines(ONE).get(1).text()).contains("halves");
        assertThat(KIND.lines(ONE).get(2).text()).doesNotContain("halves");
    }

    @Test
    void whatItTakesDenseIsThatOfItsLargestFrame() {
        List<FactGroup> g = KIND.figures(new Facts(SMOKE));
        assertThat(texts(g.get(0))).containsExactly("Y", "1 m", "24 /s");
        // 8 x 8 x 15 voxels of 4 bytes are 3,840 bytes
        assertThat(texts(g.get(1))).containsExactly("1 – 4", "0", "100 mm", "0.004 MB", "0.002 MB", "in full");
        assertThat(texts(KIND.figures(new Facts(ONE)).get(1)).getFirst()).isEqualTo("–");
        assertThat(texts(KIND.figures(new Facts(ONE)).get(1)).getLast()).contains("1 of 2");
        assertThat(texts(KIND.figures(new Facts(holed())).get(1))).contains("1 – 4", "1");
    }

    @Test
    void whatGoesIsItsSoundFramesAndTheGridsOfTheFirst() {
        List<FactGroup> g = KIND.cargo(holed());
        assertThat(texts(g.get(0)).subList(0, 3)).containsExactly("2", "1 – 4", "1");
        assertThat(g.get(1).lines()).extracting(FactLine::label).containsExactly("density");
        assertThat(texts(g.get(1))).containsExactly("float");
        assertThat(texts(KIND.cargo(ONE).get(1)).getFirst()).startsWith("float").isNotEqualTo("float");
    }

    @Test
    void everyGridOfEveryFrameIsARow() {
        Evidence e = KIND.tables().getFirst().rows().apply(new Facts(SMOKE));
        assertThat(e.rows()).hasSize(4);
        Evidence.Row second = e.rows().get(1);
        assertThat(second.subject()).isEqualTo("density");
        assertThat(second.seconds()).isEqualTo(2 / 24.0);
        assertThat(second.over()).isFalse();
        assertThat(second.cells()).containsExactly(2.0, "float", 100.0, 704.0, "8 × 11 × 8");
        Scene inches = SMOKE.withStage(SMOKE.stage().withMetersPerUnit(0.0254));
        assertThat((Double) KIND.tables()
                        .getFirst()
                        .rows()
                        .apply(new Facts(inches))
                        .rows()
                        .getFirst()
                        .cells()
                        .get(2))
                .as("a tenth of an inch, in mm")
                .isCloseTo(2.54, within(1e-9));
        Evidence broken = KIND.tables().getFirst().rows().apply(new Facts(holed()));
        assertThat(broken.rows().getFirst().over()).isTrue();
        assertThat(broken.rows().getFirst().cells()).containsExactly(1.0, "byte 3: nothing", "–", "–", "–");
        assertThat(KIND.tables()
                        .getFirst()
                        .rows()
                        .apply(new Facts(ONE))
                        .rows()
                        .getFirst()
                        .seconds())
                .isNaN();
    }

    @Test
    void aSequencePlaysFromItsFirstFrameToItsLast() {
        List<Clip> clips = KIND.playables(SMOKE);
        assertThat(clips).hasSize(1);
        assertThat(clips.getFirst().startSeconds()).isEqualTo(1 / 24.0);
        assertThat(clips.getFirst().endSeconds()).isEqualTo(4 / 24.0);
        assertThat(KIND.playables(ONE)).isEmpty();
    }
}
