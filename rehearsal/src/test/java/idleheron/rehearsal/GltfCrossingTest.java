package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import idleheron.rehearsal.demo.FootbridgeBell;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The people and things of the demo through glTF. */
class GltfCrossingTest {
    @TempDir
    Path folder;

    private Delivery.Part sent(Scene s, String name) throws Exception {
        Path target = folder.resolve(name);
        GltfFormat f = new GltfFormat();
        try (Drafts drafts = new Drafts(false)) {
            return Deliveries.write(
                            Delivery.PLAIN, s, null, new Target(target, f, f.variant(target)), drafts, Progress.NONE)
                    .parts()
                    .getFirst();
        }
    }

    @Test
    void thePostwomanReadsBackCleanAndSaysWhatWasChangedForIt() throws Exception {
        Delivery.Part p = sent(MadeDemo.postwoman(), "postwoman.glb");
        assertThat(p.proof().verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(p.told()).contains("metres, Y up").contains("faces cut into triangles");
        assertThat(p.back().variant()).isEqualTo(GltfFormat.BINARY);
    }

    @Test
    void theBellReadsBackCleanAsText() throws Exception {
        Delivery.Part p = sent(FootbridgeBell.scene(), "bell.gltf");
        assertThat(p.proof().verdict()).isEqualTo(Verdict.CLEAN);
        assertThat(p.back().variant()).isEqualTo(GltfFormat.TEXT);
        assertThat(SceneFiles.read(folder.resolve("bell.gltf"), Progress.NONE).format())
                .isEqualTo("glTF");
    }

    /** Against the file that it was made from only the faces are others. */
    @Test
    void thePostwomanThatWasSentIsTheOneThatComesBack() throws Exception {
        Scene s = MadeDemo.postwoman();
        Scene back = sent(s, "postwoman.glb").back().scene();
        Comparison c = Comparison.of(s, back, Tolerances.DEFAULT, true, Progress.NONE);
        for (Topic t : List.of(
                Topic.UNITS_AND_AXES,
                Topic.HIERARCHY,
                Topic.REST_POSE,
                Topic.JOINT_ORIENTATION,
                Topic.SKIN_WEIGHTS,
                Topic.CLIPS,
                Topic.BLEND_SHAPES,
                Topic.MATERIALS)) {
            assertThat(c.topic(t).verdict()).as(t.title()).isEqualTo(Verdict.CLEAN);
        }
        assertThat(c.losses())
                .extracting(Loss::code)
                .contains("faces-triangulated")
                .doesNotContain("points-welded", "materials-reordered");
    }
}
