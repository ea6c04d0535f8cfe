package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.pair.Tolerances;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.skeleton.DropJoints;
import idleheron.core.remedy.skeleton.SingleRoot;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.SampleTimes;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import idleheron.rehearsal.demo.DemoData;
import idleheron.rehearsal.demo.FootbridgeBell;
import idleheron.rehearsal.demo.Postwoman;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PostwomanTest {
    private static final Scene SCENE = Postwoman.scene();

    @TempDir
    Path folder;

    @Test
    void sheIsAPersonOnStiltsWithTheSinsOfSuchAFile() {
        Facts f = new Facts(SCENE);
        assertThat(f.height()).isBetween(2.3, 2.6);
        assertThat(SCENE.pointCount()).isGreaterThan(10_000);
        assertThat(SCENE.joints()).hasSizeBetween(55, 75);
        assertThat(SCENE.meshes().getFirst().shapes()).hasSize(4);
        assertThat(SCENE.clips()).extracting(Clip::name).containsExactly("wade", "bow", "parcel_throw");
        assertThat(Inspection.of(SCENE, null))
                .extracting(Finding::code)
                .containsExactly(
                        "node-scale",
                        "several-roots",
                        "tip-joints",
                        "clip-leaves-range",
                        "loop-open",
                        "texture-not-found");
        Skin skin = java.util.Objects.requireNonNull(SCENE.meshes().getFirst().skin());
        for (int p = 0; p < skin.points(); p++) {
            assertThat(Math.abs(skin.sum(p) - 1)).isLessThan(1e-6);
        }
    }

    @Test
    void herStiltsStandOnTheGroundAtEveryFrame() {
        Pose pose = new Pose(SCENE);
        int left = SCENE.find("stilt_tip_l");
        int right = SCENE.find("stilt_tip_r");
        for (Clip c : SCENE.clips()) {
            for (double t : SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate())) {
                pose.at(c, t);
                assertThat(Math.abs(Math.min(
                                pose.world(left).m31(), pose.world(right).m31())))
                        .isLessThan(0.01);
            }
        }
    }

    @Test
    void writtenAndReadBackEveryTopicIsCleanAndNoJointMovesByAMillionthOfHerHeight() throws IOException {
        for (String variant : new FbxFormat().variants()) {
            Scene back = SceneFiles.write(SCENE, folder.resolve("w.fbx"), new FbxFormat(), variant, true, Progress.NONE)
                    .scene();
            Comparison c = Comparison.of(SCENE, back, Tolerances.DEFAULT, true, Progress.NONE);
            assertThat(c.topics())
                    .allSatisfy(t -> assertThat(t.verdict()).as(t.summary()).isIn(Verdict.CLEAN, Verdict.NOT_CHECKED));
            double limit = 1e-6 * new Facts(SCENE).height() * 100;
            Pose a = new Pose(SCENE);
            Pose b = new Pose(back);
            int[] there =
                    SCENE.nodes().stream().mapToInt(n -> back.find(n.name())).toArray();
            for (int i = 0; i < SCENE.clips().size(); i++) {
                Clip ca = SCENE.clips().get(i);
                for (double t : SampleTimes.frames(ca.startSeconds(), ca.endSeconds(), ca.rate())) {
                    a.at(ca, t);
                    b.at(back.clips().get(i), t);
                    for (int j : SCENE.joints()) {
                        assertThat(Matrices.translation(a.world(j)).distance(Matrices.translation(b.world(there[j]))))
                                .isLessThan(limit);
                    }
                }
            }
        }
    }

    @Test
    void writingWhatWasReadGivesTheSameBytes() throws IOException {
        Path one = folder.resolve("one.fbx");
        Path two = folder.resolve("two.fbx");
        Scene read = SceneFiles.write(
                        FootbridgeBell.scene(), one, new FbxFormat(), FbxFormat.BINARY_75, true, Progress.NONE)
                .scene();
        SceneFiles.write(read, two, new FbxFormat(), FbxFormat.BINARY_75, true, Progress.NONE);
        assertThat(Files.mismatch(one, two)).isEqualTo(-1);
    }

    @Test
    void herRemediesLeaveTheSurfaceWithinAHundredthOfAMillimetre() {
        Scene now = SCENE;
        for (var r : List.of(new BakeScale(), new SingleRoot(""), DropJoints.all())) {
            Scene after = r.apply(now);
            assertThat(Proof.of(now, after, Progress.NONE).worst().value())
                    .as(r.title())
                    .isLessThan(0.01);
            now = after;
        }
        assertThat(now.joints()).hasSize(55);
        assertThat(now.skeletonRoots()).hasSize(1);
    }

    @Test
    void theDemoDataAreSmallAndAlwaysTheSame() throws IOException {
        MadeDemo.into(folder.resolve("a"));
        DemoData.write(folder.resolve("b"), Progress.NONE);
        long bytes = 0;
        try (Stream<Path> files = Files.walk(folder.resolve("a"))) {
            for (Path p : files.filter(Files::isRegularFile).toList()) {
                bytes += Files.size(p);
                assertThat(Files.mismatch(
                                p,
                                folder.resolve("b").resolve(folder.resolve("a").relativize(p))))
                        .isEqualTo(-1);
            }
        }
        assertThat(bytes).isLessThan(30_000_000);
    }
}
