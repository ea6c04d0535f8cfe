package idleheron.formats.usd.write;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Texture;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdUserProperties;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names, paths and values that a layer may hold. */
class UsdPartsTest {
    @ParameterizedTest
    @CsvSource({
        "hull, true, hull",
        "_hull2, true, _hull2",
        "2nd, false, _2nd",
        "main deck, false, main_deck",
        "a:b, false, a_b",
        "'', false, unnamed",
        "é, false, _",
    })
    void aNameIsOneOrBecomesOne(String told, boolean is, String plain) {
        assertThat(UsdNames.isName(told)).isEqualTo(is);
        assertThat(UsdNames.plain(told)).isEqualTo(plain);
    }

    @Test
    void aNameThatIsTakenGetsANumber() {
        Set<String> taken = new HashSet<>();
        assertThat(List.of(
                        UsdNames.free("a b", taken),
                        UsdNames.free("a_b", taken),
                        UsdNames.free("a.b", taken),
                        UsdNames.free("c", taken)))
                .containsExactly("a_b", "a_b_1", "a_b_2", "c");
    }

    @ParameterizedTest
    @CsvSource({
        "maps\\wax.png, '', ./maps/wax.png",
        "C:\\work\\wax.png, maps/wax.png, ./maps/wax.png",
        "C:\\work\\wax.png, '', C:/work/wax.png",
        "/work/wax.png, '', /work/wax.png",
        "x, ./wax.png, ./wax.png",
        "x, ../wax.png, ../wax.png",
        "'', '', ''",
    })
    void aPictureIsLinkedFromTheLayer(String path, String relative, String asset) {
        assertThat(UsdShadeWriter.asset(new Texture("wax", path, relative, false)))
                .isEqualTo(asset);
    }

    private static List<String> assets(Value v) {
        List<String> out = new ArrayList<>();
        UsdAssetPaths.each(v, out::add);
        return out;
    }

    @Test
    void everyPathInAValueIsFoundAndNothingElse() {
        assertThat(assets(TextValue.asset("a.vdb"))).containsExactly("a.vdb");
        assertThat(assets(TextValue.string("a.vdb"))).isEmpty();
        assertThat(assets(Numbers.truth(true))).isEmpty();
        assertThat(assets(new Value.Dictionary(
                        Map.of("in", new Value.Dictionary(Map.of("file", TextValue.asset("b.png")))))))
                .containsExactly("b.png");
        assertThat(assets(TimeSamples.of(
                        new double[] {1, 2}, List.of(TextValue.asset("a.1.vdb"), TextValue.asset("a.2.vdb")))))
                .containsExactly("a.1.vdb", "a.2.vdb");
        assertThat(assets(TimeSamples.of(new double[] {1}, List.of(TextValue.string("a.1.vdb")))))
                .isEmpty();
        assertThat(assets(TimeSamples.of(new double[0], List.of()))).isEmpty();
        List<Reference> two = List.of(Reference.to("hull.usd", "/A"), Reference.to("", "/B"));
        assertThat(assets(ListEdit.prepended(ListEdit.Items.REFERENCES, two))).containsExactly("hull.usd");
        assertThat(assets(ListEdit.explicit(ListEdit.Items.REFERENCES, two))).containsExactly("hull.usd");
        assertThat(assets(ListEdit.of(ListEdit.Items.REFERENCES, ListEdit.Operation.DELETED, two)))
                .isEmpty();
    }

    private static String written(String type, FreeProperty.Value v) {
        Map.Entry<String, Value> e = UsdUserProperties.written(new FreeProperty("own", type, v));
        if (e == null) {
            return "–";
        }
        return e.getKey() + " "
                + (e.getValue() instanceof Numbers n
                        ? n.kind() + " " + n.doubles()[0]
                        : ((TextValue) e.getValue()).first());
    }

    @Test
    void whatTheUserAddedIsOneNumberOrTextOrStaysBehind() {
        assertThat(written("KString", new FreeProperty.Text("Mira"))).isEqualTo("string Mira");
        assertThat(written("double", new FreeProperty.Numbers(new double[] {2.5})))
                .isEqualTo("double " + ValueKind.DOUBLE + " 2.5");
        assertThat(written("double", new FreeProperty.Numbers(new double[] {1, 2})))
                .isEqualTo("–");
        assertThat(written("int", new FreeProperty.Whole(new long[] {-4}))).isEqualTo("int " + ValueKind.INT + " -4.0");
        assertThat(written("Bool", new FreeProperty.Whole(new long[] {1})))
                .isEqualTo("bool " + ValueKind.BOOL + " 1.0");
        assertThat(written("bool", new FreeProperty.Whole(new long[] {0})))
                .isEqualTo("bool " + ValueKind.BOOL + " 0.0");
        assertThat(written("int", new FreeProperty.Whole(new long[] {Integer.MAX_VALUE})))
                .isEqualTo("int " + ValueKind.INT + " 2.147483647E9");
        assertThat(written("int", new FreeProperty.Whole(new long[] {1L << 31})))
                .isEqualTo("–");
        assertThat(written("int", new FreeProperty.Whole(new long[] {1, 2}))).isEqualTo("–");
        assertThat(written("Blob", new FreeProperty.Several(List.of()))).isEqualTo("–");
    }
}
