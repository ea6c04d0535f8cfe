package idleheron.core.remedy.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.cache.Caches;
import idleheron.core.crossing.Preparation;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Proof;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.space.BakeScale;
import idleheron.core.remedy.space.RandomRig;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.volume.Grid;
import idleheron.core.volume.Volumes;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever is in the catalogue can be told, does what it says, and says no to what makes no sense. */
class RemedyCatalogueTest {
    private static final RemedyCatalogue ALL = new RemedyCatalogue(List.of());
    private static final RemedyType.Destination PLACE = new RemedyType.Destination(AxisSystem.Z_UP, 0.01);

    /** A value for each remedy that takes one, of things that {@link #scenes} hold. */
    private static final Map<String, String> VALUES = Map.ofEntries(
            Map.entry("bake-turn", "j0"),
            Map.entry("give-roles", "hips:j0,spine:j1"),
            Map.entry("give-expressions", "aa:open+wide,blink:lids"),
            Map.entry("say-meta", "authors:Mira; Low Tide Post"),
            Map.entry("root-to-origin", "still"),
            Map.entry("set-freedom", "30:top/20"),
            Map.entry("respace", "250"),
            Map.entry("fewer-points", "500"),
            Map.entry("coarsen-trims", "4"),
            Map.entry("rename", "j(\\d):joint_$1"),
            Map.entry("rest-at-frame", "clip:3"),
            Map.entry("link-pictures", "a.png:b.png"),
            Map.entry("move-links", "C:/work:maps"),
            Map.entry("still-part", "bare"),
            Map.entry("put-picture", "skin:NormalMap:maps/a.png"),
            Map.entry("reverse-clips", "clip"),
            Map.entry("mirror-clips", "clip"),
            Map.entry("rename-clips", "clip:other"),
            Map.entry("turn-green", "a.png"),
            Map.entry("fill-alpha", "a.png"),
            Map.entry("turn-alpha", "a.png,b.png"),
            Map.entry("drop-alpha", "a.png"),
            Map.entry("aim-joints", "-z:X"),
            Map.entry("limit-influences", "1"),
            Map.entry("prune-weights", "0.2"),
            Map.entry("quantise-weights", "4"),
            Map.entry("hand-weights", "j2:j0"),
            Map.entry("resample-clips", "23.976"),
            Map.entry("retime-clips", "30"),
            Map.entry("shift-clips", "-0.5"),
            Map.entry("cut-clips", "3:9"),
            Map.entry("split-clip", "clip:3,9"),
            Map.entry("join-clips", "clip,other:both"),
            Map.entry("close-loops", "clip"),
            Map.entry("merge-meshes", "body"),
            Map.entry("rename-grid", "density:smoke"),
            Map.entry("keep-grids", "density"),
            Map.entry("coarsen-grids", "2"),
            Map.entry("multiply-grid", "density:0.5"),
            Map.entry("prune-grids", "0.1"),
            Map.entry("retype-grid", "density:double"),
            Map.entry("crop-grids", "0,0,0,3,3,3"),
            Map.entry("turn-volumes", "Z:Y"),
            Map.entry("scale-volumes", "0.01"),
            Map.entry("renumber-frames", "-2"),
            Map.entry("split-pieces", "/n*"),
            Map.entry("split-face-sets", "**"),
            Map.entry("split-regions", "1"),
            Map.entry("split-attribute", "id"),
            Map.entry("rigid-to-transforms", "0.01"),
            Map.entry("share-meshes", "0.01"),
            Map.entry("drop-objects", "/n1"),
            Map.entry("join-meshes", "/n*=>one"),
            Map.entry("regroup", "/n*=>/all/{1}"),
            Map.entry("cut-cache", "2:9"),
            Map.entry("shift-cache", "3"),
            Map.entry("resample-cache", "12"),
            Map.entry("scale-cache", "0.1"),
            Map.entry("turn-cache", "Z:Y"));

    private static final List<String> ABSURD = List.of(
            "x",
            "NaN",
            "1e999",
            "-1e999",
            "-3",
            "0",
            "1e300",
            "0.5",
            ":",
            ",",
            "=>",
            "a:b:c",
            "a=>",
            "99999999999",
            "1,2,3,4,5,x",
            "j0:NaN",
            "clip:1e999",
            "density:",
            "density:NaN",
            "(",
            "[a",
            "(a):$2",
            "Z:W",
            "**");

    private static final List<Scene> SCENES = scenes();

    /** A right-handed rig, a cache and smoke. */
    private static List<Scene> scenes() {
        Scene rig = LongStream.range(0, 99)
                .mapToObj(RandomRig::of)
                .filter(s -> s.stage().axes().isRightHanded())
                .findFirst()
                .orElseThrow();
        Scene cache = Scene.bare("c", Stage.COMMON)
                .withCaches(List.of(Caches.cache(
                        Caches.mesh("n0", Caches.swinging(10, new Matrix4d())),
                        Caches.mesh("n1", Caches.swinging(10, Caches.place(1, 2, 0))))));
        Scene smoke = Volumes.scene(Volumes.sequence(2, f -> new Grid[] {Volumes.plume(f)}));
        return List.of(rig, cache, smoke);
    }

    static List<RemedyType> types() {
        return List.copyOf(ALL.types());
    }

    static List<RemedyType> words() {
        return types().stream().filter(t -> t.word() != null).toList();
    }

    private static Remedy usual(RemedyType t) {
        String value = VALUES.get(t.code());
        return ALL.told(value == null ? t.code() : t.code() + "=" + value, PLACE);
    }

    @ParameterizedTest
    @MethodSource("types")
    void aTypeHasACodeAndASentence(RemedyType t) {
        assertThat(t.code()).matches("[a-z]+(-[a-z]+)*");
        assertThat(t.text()).matches("[A-Z][^.]*\\.").as("one sentence");
        assertThat(t.usage()).startsWith(t.code());
        assertThat(ALL.named(t.code())).isSameAs(t);
    }

    @ParameterizedTest
    @MethodSource("words")
    void aWordMakesARemedyOfItsCode(RemedyType t) {
        Remedy r = usual(t);
        assertThat(r.code()).isEqualTo(t.code());
        assertThat(r.type()).isSameAs(t);
        assertThat(r).isInstanceOf(t.form());
    }

    /** What stands on its button and beneath it. */
    @ParameterizedTest
    @MethodSource("words")
    void aRemedyHasATitleWordsAndAFigure(RemedyType t) {
        Remedy r = usual(t);
        assertThat(r.title()).matches("[A-Z0-9].*[^.]");
        assertThat(r.describe()).isNotBlank();
        assertThat(t.measure().name()).isNotBlank();
        for (Scene s : SCENES) {
            assertThat(t.measure().figure().apply(s)).as(s.name()).isNotBlank();
        }
    }

    @ParameterizedTest
    @MethodSource("words")
    void aWordSaysWhetherItTakesAValue(RemedyType t) {
        String usage = t.usage().substring(t.code().length());
        if (usage.isEmpty()) {
            assertThatThrownBy(() -> ALL.told(t.code() + "=7", PLACE))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessage(t.code() + " takes no value, found 7");
        } else if (usage.startsWith("=")) {
            assertThatThrownBy(() -> ALL.told(t.code(), PLACE))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessage(t.code() + " needs a value: " + t.usage());
        } else {
            assertThat(ALL.told(t.code(), PLACE).code()).isEqualTo(t.code());
        }
    }

    @ParameterizedTest
    @MethodSource("words")
    void whatItSaysItKeepsItKeeps(RemedyType t) {
        Remedy r = usual(t);
        for (Scene s : SCENES) {
            Preparation.Step step =
                    Preparation.of(s, List.of(r), Progress.NONE).steps().getFirst();
            if (t.keeps() == Keeps.PICTURE) {
                assertThat(step.kept()).as(s.name() + ": " + step.line()).isTrue();
                assertThat(step.proof().worst().value()).as(s.name() + ", mm").isLessThan(1e-3);
            }
            assertThat(step.proof().isFinite())
                    .as(s.name() + ": " + step.line())
                    .isTrue();
        }
    }

    /** Whatever is typed, it is refused in plain words, or what it makes leaves every point a point. */
    @ParameterizedTest
    @MethodSource("words")
    void absurdValuesAreRefusedOrHarmless(RemedyType t) {
        for (String value : ABSURD) {
            Remedy r;
            try {
                r = ALL.told(t.code() + "=" + value, PLACE);
            } catch (IllegalArgumentException e) {
                plain(e);
                continue;
            }
            for (Scene s : SCENES) {
                try {
                    Proof p = Proof.of(s, r.apply(s), Progress.NONE);
                    assertThat(p.isFinite())
                            .as(t.code() + "=" + value + ": " + p.text())
                            .isTrue();
                } catch (IllegalArgumentException e) {
                    plain(e);
                }
            }
        }
    }

    private static void plain(IllegalArgumentException e) {
        assertThat(e.getMessage())
                .isNotBlank()
                .doesNotContain("For input string")
                .doesNotContain("Exception")
                .doesNotContain("Index ");
    }

    @Test
    void commasInsideAValuePartNothing() {
        assertThat(ALL.apart(List.of("bake-scale,keep-grids=density,heat,halve-grids", "crop-grids=0,0,0,7,7,7")))
                .containsExactly("bake-scale", "keep-grids=density,heat", "halve-grids", "crop-grids=0,0,0,7,7,7");
        assertThat(ALL.apart(List.of("split-clip=walk:8,15,drop-objects=/a,/b")))
                .containsExactly("split-clip=walk:8,15", "drop-objects=/a,/b");
        assertThat(ALL.apart(List.of("bake-scale,drop-tipz"))).containsExactly("bake-scale", "drop-tipz");
        assertThat(ALL.apart(List.of())).isEmpty();
    }

    @Test
    void whatIsNotThereOrCannotBeToldIsSaid() {
        assertThatThrownBy(() -> ALL.told("bake-scales", PLACE))
                .hasMessageStartingWith("no remedy bake-scales; there are convert-stage, ")
                .hasMessageContaining("split-pieces")
                .hasMessageNotContaining("move-scene");
        assertThatThrownBy(() -> ALL.told("move-scene=3", PLACE))
                .hasMessage("move-scene has more parameters than fit on the command line; write it into a recipe");
        assertThatThrownBy(() -> ALL.told("convert-stage", null)).hasMessage("needs a destination: --for CONVENTION");
        assertThatThrownBy(() -> new RemedyCatalogue(List.of(BakeScale.TYPE)))
                .hasMessage("two remedies are called bake-scale");
        assertThat(new RemedyCatalogue(List.of(RemedyType.of("more", BakeScale.class, Keeps.PICTURE, "Does more.")))
                        .named("more"))
                .isNotNull();
    }

    @Test
    void aFigureOfItsOwnIsToldAndTheUsualOneOnlyWhereItChanges() {
        Scene s = SCENES.getFirst();
        Preparation p = Preparation.of(
                s, List.of(usual(named("rest-to-bind")), usual(named("limit-influences"))), Progress.NONE);
        assertThat(named("rest-to-bind").measure()).isSameAs(Measure.NODES);
        assertThat(p.steps().get(0).line()).startsWith("Rest where it was bound: surface moves ");
        assertThat(p.steps().get(1).line())
                .startsWith("Keep 1 influence: influences of a point, at most 2 → 1; surface moves ");
    }

    private static RemedyType named(String code) {
        return types().stream().filter(t -> t.code().equals(code)).findFirst().orElseThrow();
    }
}
