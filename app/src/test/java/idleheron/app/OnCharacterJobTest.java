package idleheron.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.MadeDemo;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OnCharacterJobTest {
    private static final Scene WOMAN = MadeDemo.postwoman();
    private static final Clip CLIP = WOMAN.clips().getFirst();

    @TempDir
    Path folder;

    private Path file;

    @BeforeEach
    void delivered() throws IOException {
        file = folder.resolve("woman.fbx");
        SceneFormat fbx = SceneFiles.usual();
        SceneFiles.write(WOMAN, file, fbx, fbx.variants().getFirst(), true, Progress.NONE);
    }

    private static Scene alone() {
        return ExportSelection.ALL.onlyClip(CLIP.name()).of(WOMAN);
    }

    @Test
    void theCharacterMovesAsItDidWithItsOwnClip() throws IOException {
        Scene clip = new ConvertStage(Conventions.Z_UP_METRES.axes(), Conventions.Z_UP_METRES.metersPerUnit())
                .apply(alone());
        assertThat(OnCharacterJob.isFor(clip)).isTrue();
        assertThat(OnCharacterJob.isFor(WOMAN)).isFalse();
        OnCharacterJob.Result r = new OnCharacterJob(clip, file).run(Progress.NONE);
        assertThat(r.fit().fits()).as(r.fit().text()).isTrue();
        assertThat(r.scene().clips()).extracting(Clip::name).containsExactly(CLIP.name());
        assertThat(r.scene().meshes()).hasSameSizeAs(WOMAN.meshes());
        Pose was = new Pose(WOMAN);
        Pose is = new Pose(r.scene());
        double middle = (CLIP.startSeconds() + CLIP.endSeconds()) / 2;
        was.at(CLIP, middle);
        is.at(r.scene().clips().getFirst(), middle);
        Matrix4d a = new Matrix4d();
        Matrix4d b = new Matrix4d();
        for (int j : WOMAN.joints()) {
            int o = r.scene().find(WOMAN.nodes().get(j).name());
            CanonicalSpace.of(WOMAN.stage()).matrix(was.world(j), a);
            CanonicalSpace.of(r.scene().stage()).matrix(is.world(o), b);
            assertThat(a.getTranslation(new Vector3d()).distance(b.getTranslation(new Vector3d())))
                    .as(WOMAN.nodes().get(j).name())
                    .isCloseTo(0, within(1e-6));
        }
    }

    @Test
    void whatDoesNotFitIsTold() throws IOException {
        String moved = WOMAN.nodes().get(CLIP.movedNodes().iterator().next()).name();
        Scene other = RenameNodes.table(Map.of(moved, "somebody_else")).apply(alone());
        OnCharacterJob.Result r = new OnCharacterJob(other, file).run(Progress.NONE);
        assertThat(r.fit().fits()).isFalse();
        assertThat(r.fit().text()).contains("1 moving joint is not there (somebody_else)");
        assertThatThrownBy(() -> new OnCharacterJob(alone(), folder.resolve("none.fbx")).run(Progress.NONE))
                .isInstanceOf(IOException.class);
    }
}
