package idleheron.formats.fbx.parts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Camera;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Light;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Lenses and lamps: lengths of film in inches in the file, in millimetres in the scene. */
class FbxOpticsTest {
    private static FbxProperties told(List<FbxRecord> properties) {
        return new FbxProperties(
                FbxRecord.scope("NodeAttribute", List.of(), List.of(FbxBuild.properties(properties))), Map.of());
    }

    private static FbxProperties told(FbxRecord... properties) {
        return told(List.of(properties));
    }

    private static FbxProperties written(List<FbxRecord> attribute) {
        return new FbxProperties(FbxRecord.scope("NodeAttribute", List.of(), attribute), Map.of());
    }

    @Test
    void whatIsNotToldIsAsTheFormatSays() {
        Camera c = FbxOptics.camera("eye", told());
        assertThat(c.focalLength()).isEqualTo(35);
        assertThat(c.apertureWidth()).isCloseTo(20.7264, within(1e-9));
        assertThat(c.apertureHeight()).isCloseTo(15.5448, within(1e-9));
        assertThat(c.near()).isEqualTo(10);
        assertThat(c.far()).isEqualTo(4000);
        assertThat(c.orthographic()).isFalse();
        Light l = FbxOptics.light("lamp", told());
        assertThat(l.kind()).isEqualTo("point");
        assertThat(l.color()).isEqualTo(Vec3.ONE);
        assertThat(l.intensity()).isEqualTo(1);
        assertThat(l.outerAngle()).isEqualTo(45);
    }

    @Test
    void theFocalLengthFollowsFromTheFieldThatTheModeNames() {
        FbxRecord width = FbxBuild.number("FilmWidth", 2);
        FbxRecord height = FbxBuild.number("FilmHeight", 1);
        FbxRecord half = FbxBuild.number("FieldOfView", 90);
        FbxRecord sixty = FbxBuild.number("FieldOfViewX", 60);
        FbxRecord lens = FbxBuild.number("FocalLength", 50);
        double across = 25.4 / Math.tan(Math.toRadians(30));
        assertThat(FbxOptics.camera("eye", told(width, height, half, sixty, lens, FbxBuild.choice("ApertureMode", 0)))
                        .focalLength())
                .as("across and down: of the width by the field across")
                .isCloseTo(across, within(1e-9));
        assertThat(FbxOptics.camera("eye", told(width, height, half, lens, FbxBuild.choice("ApertureMode", 0)))
                        .focalLength())
                .isCloseTo(25.4, within(1e-9));
        assertThat(FbxOptics.camera("eye", told(width, height, half, sixty, lens, FbxBuild.choice("ApertureMode", 1)))
                        .focalLength())
                .as("across")
                .isCloseTo(25.4, within(1e-9));
        assertThat(FbxOptics.camera("eye", told(width, height, half, lens, FbxBuild.choice("ApertureMode", 2)))
                        .focalLength())
                .as("down")
                .isCloseTo(12.7, within(1e-9));
        assertThat(FbxOptics.camera("eye", told(width, height, half, lens)).focalLength())
                .isEqualTo(50);
        for (double senseless : new double[] {0, 180, 270}) {
            FbxRecord field = FbxBuild.number("FieldOfView", senseless);
            assertThat(FbxOptics.camera("eye", told(field, lens, FbxBuild.choice("ApertureMode", 1)))
                            .focalLength())
                    .isEqualTo(50);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3})
    void aLensComesBackWhicheverFieldItsModeKeeps(int mode) {
        Camera c = new Camera("eye", 85, 36, 24, 0.5, 900);
        List<FreeProperty> more =
                List.of(new FreeProperty("ApertureMode", "enum", new FreeProperty.Whole(new long[] {mode})));
        FbxProperties p = written(FbxOptics.camera(c, more));
        assertThat(p.integer("ApertureMode", -1)).isEqualTo(mode);
        assertThat(p.owns("FieldOfViewX")).isEqualTo(mode == 0);
        Camera b = FbxOptics.camera("eye", p);
        assertThat(b.focalLength()).isCloseTo(85, within(1e-9));
        assertThat(b.apertureWidth()).isCloseTo(36, within(1e-9));
        assertThat(b.apertureHeight()).isCloseTo(24, within(1e-9));
        double film = mode == 2 ? 24 : 36;
        assertThat(Math.tan(Math.toRadians(p.number("FieldOfView", 0)) / 2)).isCloseTo(film / 2 / 85, within(1e-12));
    }

    @Test
    void aFlatCameraKeepsItsZoomAndAnotherHasNone() {
        Camera flat = new Camera("plan", 35, 36, 24, 1, 50, true, 7);
        assertThat(FbxOptics.camera("plan", written(FbxOptics.camera(flat, List.of()))))
                .usingRecursiveComparison()
                .withComparatorForType((a, b) -> Math.abs(a - b) < 1e-9 ? 0 : 1, Double.class)
                .isEqualTo(flat);
        Camera deep = FbxOptics.camera("eye", told(FbxBuild.number("OrthoZoom", 7)));
        assertThat(deep.zoom()).isEqualTo(1);
        assertThat(written(FbxOptics.camera(deep, List.of())).owns("OrthoZoom")).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"point", "directional", "spot", "area", "volume"})
    void everyKindOfLampComesBack(String kind) {
        Light l = new Light("lamp", kind, new Vec3(1, 0.5, 0.25), 2.5, 10, 30, 2);
        FbxProperties p = written(FbxOptics.light(l, List.of()));
        assertThat(p.number("Intensity", 0)).as("in per cent").isEqualTo(250);
        assertThat(FbxOptics.light("lamp", p)).isEqualTo(l);
    }

    @Test
    void aLampOfAKindOrDecayThatIsNoneTakesTheNearest() {
        Light l = FbxOptics.light("lamp", told(FbxBuild.choice("LightType", 9), FbxBuild.choice("DecayType", 7)));
        assertThat(l.kind()).isEqualTo("volume");
        assertThat(l.decay()).isEqualTo(3);
        assertThat(written(FbxOptics.light(new Light("lamp", "candle", Vec3.ONE, 1), List.of()))
                        .integer("LightType", -1))
                .isZero();
    }

    @Test
    void whatTheUserAddedTravelsInItsTypeButNothingThatIsThereAlready() {
        List<FreeProperty> own = List.of(
                new FreeProperty("owner", "KString", new FreeProperty.Text("Mira")),
                new FreeProperty("reach", "double", new FreeProperty.Numbers(new double[] {0.65})),
                new FreeProperty("count", "int", new FreeProperty.Numbers(new double[] {3})),
                new FreeProperty("late", "KTime", new FreeProperty.Whole(new long[] {46186158000L})),
                new FreeProperty("large", "Compound", new FreeProperty.Whole(new long[] {1L << 40, 5})),
                new FreeProperty("exact", "Number", new FreeProperty.Whole(new long[] {4})),
                new FreeProperty("Intensity", "Number", new FreeProperty.Numbers(new double[] {-1})),
                new FreeProperty(
                        "mixed",
                        "Blob",
                        new FreeProperty.Several(List.of(
                                new FreeProperty.Text("a"),
                                new FreeProperty.Text("b"),
                                new FreeProperty.Numbers(new double[] {1.5})))));
        FbxProperties p = written(FbxOptics.light(new Light("lamp", "spot", Vec3.ONE, 1), own));
        assertThat(p.number("Intensity", 0)).isEqualTo(100);
        List<FreeProperty> back = FbxUserProperties.read(p, FbxOptics.LIGHT);
        assertThat(back)
                .extracting(f -> f.name() + " " + f.type() + " " + f.shown())
                .containsExactlyInAnyOrder(
                        "owner KString Mira",
                        "reach double 0.65",
                        "count int 3",
                        "late KTime 46186158000",
                        "large Compound 1099511627776, 5",
                        "exact Number 4",
                        "mixed Blob a, b, 1.5");
        assertThat(back).isSortedAccordingTo((a, b) -> a.name().compareTo(b.name()));
        List<FbxRecord> again = new ArrayList<>();
        FbxUserProperties.write(back, again);
        assertThat(FbxUserProperties.read(told(again), Set.of()))
                .usingRecursiveComparison()
                .isEqualTo(back);
    }
}
