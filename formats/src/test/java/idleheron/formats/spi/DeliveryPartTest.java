package idleheron.formats.spi;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class DeliveryPartTest {
    private static Scene plank(double length) {
        Mesh m = Mesh.bare(
                "plank", new double[] {0, 0, 0, length, 0, 0, 0, 1, 0}, new int[] {0, 3}, new int[] {0, 1, 2});
        return Scene.bare("plank", Stage.COMMON)
                .withNodes(List.of(Node.mesh("plank", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(m));
    }

    private static Tolerances wide() {
        Tolerances t = Tolerances.DEFAULT;
        return new Tolerances(
                1,
                90,
                100,
                t.joint(),
                t.boneLength(),
                t.orientation(),
                t.weight(),
                100,
                t.clipPosition(),
                t.clipAngle(),
                t.frames(),
                t.shape(),
                100,
                90,
                t.voxel());
    }

    /** A plank that came back 10 mm longer, under tolerances that take it for the same and under those that do not. */
    @Test
    void whatReadsBackIsHeldUnderTheTolerancesThatAreAskedFor() {
        Delivery usual = Delivery.PLAIN;
        SceneFormat.ReadScene back = new SceneFormat.ReadScene(plank(1.01), "FBX", "binary 7.5", 1);
        Path file = Path.of("plank.fbx");
        assertThat(usual.part(file, plank(1), back, Progress.NONE).sound()).isFalse();
        Delivery wide = usual.withTolerances(wide());
        assertThat(wide.part(file, plank(1), back, Progress.NONE).sound()).isTrue();
        assertThat(wide.laidOut(wide.layout()).withSamplesPerFrame(2).withPictureFolders(List.of()))
                .extracting(Delivery::tolerances)
                .isEqualTo(wide());
    }

    /** Clips go apart where either asks for it, and where files go comes from the place alone. */
    @Test
    void aPlaceAsksForItsLayoutAndMayAskForClipsApart() {
        Convention.Layout layout = new Convention.Layout("{name}/rig", "", "maps", 512);
        Convention whole = new Convention(
                "quay", "Quay", AxisSystem.COMMON, 1, null, 0, false, true, Convention.Asks.NOTHING.with(layout));
        Delivery d = Delivery.PLAIN.to(whole);
        assertThat(d.layout()).isEqualTo(layout);
        assertThat(d.style().largest()).isEqualTo(512);
        assertThat(d.clipsApart()).isFalse();
        Convention apart = new Convention(
                "quay",
                "Quay",
                AxisSystem.COMMON,
                1,
                null,
                0,
                false,
                true,
                Convention.Asks.NOTHING.with(new Convention.Clips("", true, List.of())));
        assertThat(Delivery.PLAIN.to(apart).clipsApart()).isTrue();
        assertThat(Delivery.PLAIN.to(apart).to(whole).clipsApart())
                .as("asked for before")
                .isTrue();
        assertThat(Delivery.PLAIN.to(null)).isSameAs(Delivery.PLAIN);
    }
}
