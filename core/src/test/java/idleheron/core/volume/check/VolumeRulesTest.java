package idleheron.core.volume.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.core.volume.FieldPainter;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridMap;
import idleheron.core.volume.Volume;
import idleheron.core.volume.Volumes;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Each story of a volume: told of a made fault, with its figure and remedy, and not told of a sound one. */
class VolumeRulesTest {
    private static final Convention STRICT = new Convention(
            "strict",
            "Strict",
            AxisSystem.COMMON,
            1,
            null,
            0,
            false,
            true,
            Convention.Asks.NOTHING.with(new Convention.Grids(List.of("density:float"), 0.01, false)));

    private static List<Finding> all(Scene s, @Nullable Convention c) {
        List<Finding> out = new ArrayList<>(Inspection.of(s, c));
        out.addAll(VolumeDeepRules.of(s, Progress.NONE));
        return out;
    }

    private static @Nullable Finding find(Scene s, @Nullable Convention c, String code) {
        return all(s, c).stream().filter(f -> f.code().equals(code)).findFirst().orElse(null);
    }

    private static Finding told(Scene s, @Nullable Convention c, String code) {
        return Objects.requireNonNull(find(s, c, code), code);
    }

    private static Volume sound() {
        return Volumes.sequence(8, f -> new Grid[] {Volumes.plume(f)});
    }

    private static Scene mended(Scene s, Finding f) {
        Remedy r = Objects.requireNonNull(f.remedy());
        return r.apply(s);
    }

    @Test
    void tellsNothingOfASoundSequence() {
        assertThat(all(Volumes.scene(sound()), null)).isEmpty();
    }

    @Test
    void findsMissingFrames() {
        Volume v = sound();
        Scene s = Volumes.scene(v.withFrames(v.frames().stream()
                .filter(f -> f.number() != 4 && f.number() != 5)
                .toList()));
        Finding f = told(s, null, "volume-frames-missing");
        assertThat(f.figure().value()).isEqualTo(2);
        assertThat(f.figure().frame()).isEqualTo(4);
        assertThat(f.message()).contains("frame 4, 5 of 1 to 8");
        assertThat(VolumeRules.numbers(List.of(1, 2, 3, 7, 9, 10))).isEqualTo("1 to 3, 7, 9, 10");
    }

    @Test
    void findsBrokenRepeatedAndDoubleFrames() {
        Volume v = sound();
        List<Volume.Frame> frames = new ArrayList<>(v.frames());
        Volume.Frame f3 = frames.get(2);
        frames.set(1, new Volume.Frame(2, "f2.vdb", 0, List.of(), "an empty file", false, f3.source()));
        frames.set(2, new Volume.Frame(3, f3.file(), f3.bytes(), f3.headers(), "", true, f3.source()));
        frames.add(3, f3);
        Scene s = Volumes.scene(v.withFrames(frames));
        assertThat(told(s, null, "volume-frame-unreadable").title()).isEqualTo("A frame is an empty file");
        assertThat(told(s, null, "volume-frames-repeated").figure().frame()).isEqualTo(3);
        assertThat(told(s, null, "volume-frame-twice").figure().frame()).isEqualTo(3);
    }

    @Test
    void findsGridsThatComeAndGoAndVoxelsThatChange() {
        Volume v = Volumes.sequence(
                6,
                f -> f == 4
                        ? new Grid[] {Volumes.plume(f)}
                        : new Grid[] {
                            Volumes.plume(f).withMap(GridMap.scale(f > 4 ? 0.2 : 0.1)),
                            Volumes.plume(f).withName("temperature")
                        });
        Scene s = Volumes.scene(v);
        assertThat(told(s, null, "volume-grids-change").message()).contains("frame 4 has no temperature");
        Finding size = told(s, null, "volume-voxel-size-changes");
        assertThat(size.figure().frame()).isEqualTo(5);
        assertThat(size.figure().value()).isEqualTo(0.2);
    }

    @Test
    void findsAGridUnderAnotherNameAndRenamesIt() {
        Scene s = Volumes.scene(
                Volumes.sequence(4, f -> new Grid[] {Volumes.plume(f).withName("smoke")}));
        Finding f = told(s, STRICT, "volume-grid-name");
        Scene after = mended(s, f);
        assertThat(after.volumes().getFirst().gridNames()).containsExactly("density");
        assertThat(find(after, STRICT, "volume-grid-name")).isNull();
        assertThat(find(Volumes.scene(sound()), STRICT, "volume-grid-name")).isNull();
    }

    @Test
    void findsMoreVoxelsThanTheDestinationHoldsAndWhatWouldFit() {
        Scene s = Volumes.scene(Volumes.sequence(1, f -> new Grid[] {Volumes.density(Volumes.ball(12, 0, 0, 0, 1))}));
        Finding f = told(s, STRICT, "volume-over-budget");
        assertThat(f.figure().value()).isEqualTo(25.0 * 25 * 25 * 4 / (1 << 20));
        Scene after = mended(s, f);
        assertThat(VolumeSurveyed.dense(after)).isLessThanOrEqualTo(0.01);
    }

    @Test
    void findsAPlumeThatLiesOnItsSideAndStandsItUp() {
        double[] side = {1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1};
        Volume v = sound().with(new idleheron.core.volume.GridChange.Place(side));
        Finding f = told(Volumes.scene(v), null, "volume-on-its-side");
        assertThat(f.figure().value()).isBetween(89.0, 91.0);
        Scene after = mended(Volumes.scene(v), f);
        assertThat(find(after, null, "volume-on-its-side")).isNull();
        assertThat(after.volumes()
                        .getFirst()
                        .headers(v.frames().getFirst())
                        .getFirst()
                        .map()
                        .affine())
                .containsExactly(0.1, 0, 0, 0, 0, 0.1, 0, 0, 0, 0, 0.1, 0, 0, 0, 0, 1);
    }

    @Test
    void findsWallsVeilsAndWhatIsNoNumber() {
        Scene thick = Volumes.scene(sound().with(new idleheron.core.volume.GridChange.Multiply("density", 100)));
        Finding f = told(thick, null, "volume-too-thick");
        assertThat(find(mended(thick, f), null, "volume-too-thick")).isNull();
        Scene thin = Volumes.scene(sound().with(new idleheron.core.volume.GridChange.Multiply("density", 1e-3)));
        assertThat(find(mended(thin, told(thin, null, "volume-too-thin")), null, "volume-too-thin"))
                .isNull();
        Scene bad = Volumes.scene(Volumes.sequence(1, n -> new Grid[] {
            Volumes.density(FieldPainter.paint(ValueType.FLOAT, new IndexBox(0, 0, 0, 2, 0, 0), (i, j, k, out) -> {
                out[0] = i == 0 ? Double.NaN : -1;
                return true;
            }))
        }));
        assertThat(told(bad, null, "volume-not-finite").figure().value()).isEqualTo(1);
        assertThat(told(bad, null, "volume-negative-density").figure().value()).isEqualTo(-1);
        assertThat(find(mended(bad, told(bad, null, "volume-not-finite")), null, "volume-not-finite"))
                .isNull();
    }

    @Test
    void findsVelocityPerFrame() {
        Volume v = Volumes.sequence(8, f -> new Grid[] {
            Volumes.plume(f),
            Grid.of(
                    "velocity",
                    "unknown",
                    GridMap.scale(0.1),
                    FieldPainter.paint(ValueType.VEC3S, new IndexBox(0, 0, 0, 7, 6 + 2 * f, 7), (i, j, k, out) -> {
                        out[1] = 0.1;
                        return true;
                    }))
        });
        Finding f = told(Volumes.scene(v), null, "velocity-per-frame");
        assertThat(f.figure().value()).isBetween(20.0, 28.0);
        assertThat(find(mended(Volumes.scene(v), f), null, "velocity-per-frame"))
                .isNull();
    }

    @Test
    void findsAVolumeThatComesOffItsEmitter() {
        Volume v = Volumes.sequence(3, f -> new Grid[] {Volumes.density(Volumes.ball(4, 0, 4 * f, 0, 1))});
        Scene s = Volumes.scene(v);
        idleheron.core.scene.mesh.Mesh plate = idleheron.core.scene.mesh.Mesh.bare(
                "hearth", new double[] {0, 0.1, 0, 0.1, 0.1, 0, 0, 0.1, 0.1}, new int[] {0, 3}, new int[] {0, 1, 2});
        Scene with = s.withMeshes(List.of(plate))
                .withNodes(List.of(
                        idleheron.core.scene.Node.mesh("hearth", -1, idleheron.core.scene.Transform.IDENTITY, 0)));
        Finding f = told(with, null, "volume-off-emitter");
        assertThat(f.figure().frame()).isEqualTo(3);
        assertThat(f.figure().value()).isBetween(600.0, 700.0);
        assertThat(f.title()).isEqualTo("The volume comes off its emitter");
        Volume still = Volumes.sequence(3, n -> new Grid[] {Volumes.density(Volumes.ball(4, 0, 2, 0, 1))});
        assertThat(find(with.withVolumes(List.of(still)), null, "volume-off-emitter"))
                .isNull();
    }

    /** Size of a scene's first volume, dense, MB. */
    private static final class VolumeSurveyed {
        static double dense(Scene s) {
            return idleheron.core.volume.measure.VolumeSurvey.of(s.volumes().getFirst(), null, Progress.NONE)
                            .entries()
                            .stream()
                            .mapToDouble(e -> e.size().dense())
                            .max()
                            .orElse(0)
                    / (1 << 20);
        }
    }
}
