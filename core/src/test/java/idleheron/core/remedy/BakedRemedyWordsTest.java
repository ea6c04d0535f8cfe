package idleheron.core.remedy;

import idleheron.core.math.SignedAxis;
import idleheron.core.remedy.cache.ChangeCache;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.List;
import java.util.Set;
import org.joml.Matrix4d;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What remedies of volumes and caches are called in a recipe, on their buttons and in their sentences. */
class BakedRemedyWordsTest {
    static List<Arguments> ofVolumesAndCaches() {
        return List.of(
                RemedyWordsTest.words(
                        new RenumberFrames(-2),
                        "renumber-frames",
                        "Renumber frames",
                        "Adds -2 to the number of every frame of a volume."),
                RemedyWordsTest.words(
                        ChangeGrids.rename("density", "smoke"),
                        "rename-grid",
                        "Rename grid density",
                        "Calls the grid density smoke in every frame."),
                RemedyWordsTest.words(
                        ChangeGrids.keep(Set.of("v", "density")),
                        "keep-grids",
                        "Keep some grids",
                        "Leaves out all grids but density, v."),
                RemedyWordsTest.words(
                        ChangeGrids.halve(),
                        "halve-grids",
                        "Store halves",
                        "Stores numbers with 11 bits of precision in 2 bytes each."),
                RemedyWordsTest.words(
                        ChangeGrids.coarsen(2),
                        "coarsen-grids",
                        "Larger voxels",
                        "Makes voxels 2 times as large and takes the mean in each."),
                RemedyWordsTest.words(
                        ChangeGrids.coarsen(1),
                        "coarsen-grids",
                        "Smaller voxels",
                        "Makes voxels 1 times as large and takes the mean in each."),
                RemedyWordsTest.words(
                        ChangeGrids.multiply("density", 0.0328084),
                        "multiply-grid",
                        "Multiply density",
                        "Multiplies all values of density by 0.033."),
                RemedyWordsTest.words(
                        ChangeGrids.prune(0.01),
                        "prune-grids",
                        "Even parts as tiles",
                        "Keeps blocks of 8 × 8 × 8 voxels whose values differ by at most 0.01 as one value."),
                RemedyWordsTest.words(
                        ChangeGrids.retype("density", ValueType.DOUBLE),
                        "retype-grid",
                        "Another type for density",
                        "Stores density as double."),
                RemedyWordsTest.words(
                        ChangeGrids.crop(new IndexBox(0, -1, 2, 3, 4, 5)),
                        "crop-grids",
                        "Crop the volume",
                        "Keeps only voxels from 0 -1 2 to 3 4 5."),
                RemedyWordsTest.words(
                        ChangeGrids.heal(),
                        "heal-grids",
                        "Replace what is no number",
                        "Puts the background where a value is no number or without bound."),
                RemedyWordsTest.words(
                        ChangeGrids.scale(100),
                        "scale-volumes",
                        "Scale the volume",
                        "Multiplies the transform of every grid by 100; no voxel is touched."),
                RemedyWordsTest.words(
                        ChangeGrids.turn(SignedAxis.POSITIVE_Z, SignedAxis.POSITIVE_Y),
                        "turn-volumes",
                        "Stand the volume up",
                        "Turns the transform of every grid so that what points along Z points along Y;"
                                + " no voxel is touched."),
                RemedyWordsTest.words(
                        ChangeGrids.place(new Matrix4d()
                                .translation(1, 2, 3)
                                .rotateX(Math.PI / 2)
                                .scale(2)),
                        "move-volumes",
                        "Move the volume",
                        "Turns by 90.00°, 0.00°, 0.00° about X, Y, Z, scales by 2.00000, moves by 1.0000, 2.0000, 3.0000 units"
                                + " the transform of every grid; no voxel is touched."),
                RemedyWordsTest.words(
                        ChangeCache.pieces("**"),
                        "split-pieces",
                        "Split into pieces",
                        "Makes an object of every connected piece of every mesh."),
                RemedyWordsTest.words(
                        ChangeCache.of("split-face-sets", "/wall/*"),
                        "split-face-sets",
                        "Split by face sets",
                        "Makes an object of every face set of /wall/*."),
                RemedyWordsTest.words(
                        ChangeCache.of("split-regions", "2"),
                        "split-regions",
                        "Split by region",
                        "Makes an object of what lies in each cell of 2 m."),
                RemedyWordsTest.words(
                        ChangeCache.of("split-attribute", "id"),
                        "split-attribute",
                        "Split by an attribute",
                        "Makes an object for every value of id."),
                RemedyWordsTest.words(
                        ChangeCache.rigid(0.01),
                        "rigid-to-transforms",
                        "Rigid motion as transforms",
                        "Keeps a mesh that moves without bending as one still mesh under a transform; points move by"
                                + " at most 0.01 mm."),
                RemedyWordsTest.words(
                        ChangeCache.share(0.5),
                        "share-meshes",
                        "Equal meshes once",
                        "Keeps meshes that are the same but for where they stand once, and the others as instances;"
                                + " points move by at most 0.5 mm."),
                RemedyWordsTest.words(
                        ChangeCache.drop("/rig/**"), "drop-objects", "Leave objects out", "Leaves out /rig/**."),
                RemedyWordsTest.words(
                        ChangeCache.of("join-meshes", "/a/*=>wall"),
                        "join-meshes",
                        "Join meshes",
                        "Makes one mesh of /a/*, called wall, a face set for each."),
                RemedyWordsTest.words(
                        ChangeCache.regroup("/a/*", "/b/{1}"), "regroup", "Regroup the tree", "Moves /a/* to /b/{1}."),
                RemedyWordsTest.words(
                        ChangeCache.of("positions-only", ""),
                        "positions-only",
                        "Keep only positions",
                        "Leaves out UV, normals, velocities, attributes and the user's properties."),
                RemedyWordsTest.words(
                        ChangeCache.cut(1, 24), "cut-cache", "Cut the cache", "Leaves only samples of frames 1 to 24."),
                RemedyWordsTest.words(
                        ChangeCache.shift(-3), "shift-cache", "Shift the cache", "Moves all samples by -3 frames."),
                RemedyWordsTest.words(
                        ChangeCache.resample(FrameRate.of(48)),
                        "resample-cache",
                        "Another rate",
                        "Writes samples 48 times a second, in between by proportion."),
                RemedyWordsTest.words(
                        ChangeCache.scale(0.01),
                        "scale-cache",
                        "Scale the cache",
                        "Multiplies all lengths by 0.01; the declared unit stays."),
                RemedyWordsTest.words(
                        ChangeCache.turn(SignedAxis.POSITIVE_Z, SignedAxis.POSITIVE_Y),
                        "turn-cache",
                        "Stand the cache up",
                        "Turns everything so that what points along one axis points along the other: Z:Y."));
    }

    @ParameterizedTest
    @MethodSource("ofVolumesAndCaches")
    void everyRemedyHasItsCodeItsButtonAndItsSentence(Remedy remedy, String code, String title, String sentence) {
        RemedyWordsTest.hold(remedy, code, title, sentence);
    }
}
