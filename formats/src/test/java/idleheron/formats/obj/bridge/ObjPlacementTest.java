package idleheron.formats.obj.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Placement;
import idleheron.formats.obj.document.MtlMap;
import org.junit.jupiter.api.Test;

/** The options of a material's map, and what they say of where a picture lies. */
class ObjPlacementTest {
    @Test
    void optionsOfAPictureEndWhereTheFileBegins() {
        assertThat(MtlMap.of("-s 2 2 1 -o .1 0 -clamp on wood grain.png", f -> false))
                .isEqualTo(new MtlMap("-s 2 2 1 -o .1 0 -clamp on", "wood grain.png"));
        assertThat(MtlMap.of("-bm 0.5 3.png", f -> false)).isEqualTo(new MtlMap("-bm 0.5", "3.png"));
        assertThat(MtlMap.of("-s 2 odd.png", "-s 2 odd.png"::equals)).isEqualTo(new MtlMap("", "-s 2 odd.png"));
        assertThat(MtlMap.of("plain.png", f -> false)).isEqualTo(new MtlMap("", "plain.png"));
    }

    @Test
    void optionsTellWhereAPictureLies() {
        assertThat(ObjPlacement.of(MtlMap.of("-s 2 3 1 -o .1 -0.5 -clamp on a.png", f -> false)))
                .isEqualTo(Placement.of(2, 3, 0, 0.1, -0.5).wrapped(Placement.Wrap.CLAMP, Placement.Wrap.CLAMP));
        assertThat(ObjPlacement.of(MtlMap.of("-o .1 -mm 0 1 -clamp off a.png", f -> false)))
                .isEqualTo(Placement.of(1, 1, 0, 0.1, 0));
        assertThat(ObjPlacement.of(MtlMap.of("a.png", f -> false))).isEqualTo(Placement.of(1, 1, 0, 0, 0));
    }

    @Test
    void whatIsNotWrittenOutIsAsItWas() {
        assertThat(ObjPlacement.of(MtlMap.of("-s 2 a.png", f -> false))).isEqualTo(Placement.of(2, 1, 0, 0, 0));
        assertThat(ObjPlacement.of(new MtlMap("-clamp", "a.png"))).isEqualTo(Placement.of(1, 1, 0, 0, 0));
        assertThat(ObjPlacement.of(new MtlMap("-o 0.5", "a.png"))).isEqualTo(Placement.of(1, 1, 0, 0.5, 0));
        assertThat(ObjPlacement.of(new MtlMap("-S 1 2 -O 3 4", "a.png"))).isEqualTo(Placement.of(1, 2, 0, 3, 4));
    }

    @Test
    void optionsAreWrittenWhereTheySaySomething() {
        Placement plain = Placement.of(1, 1, 0, 0, 0);
        assertThat(ObjPlacement.options(plain)).isEmpty();
        assertThat(ObjPlacement.options(Placement.of(2, 3, 0, 0.25, -1))).isEqualTo(" -s 2 3 1 -o 0.25 -1 0");
        assertThat(ObjPlacement.options(plain.wrapped(Placement.Wrap.CLAMP, Placement.Wrap.CLAMP)))
                .endsWith(" -clamp on");
        assertThat(ObjPlacement.options(plain.wrapped(Placement.Wrap.CLAMP, Placement.Wrap.REPEAT)))
                .doesNotContain("clamp");
        assertThat(ObjPlacement.options(plain.wrapped(Placement.Wrap.REPEAT, Placement.Wrap.CLAMP)))
                .doesNotContain("clamp");
        assertThat(ObjPlacement.options(plain.wrapped(Placement.Wrap.MIRROR, Placement.Wrap.MIRROR)))
                .doesNotContain("clamp");
    }
}
