package idleheron.core.remedy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.core.math.SignedAxis;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.tree.IndexBox;
import idleheron.core.volume.tree.ValueType;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

class RemedyValueTest {
    private static void refused(String text, Function<RemedyValue, ?> as, String message) {
        assertThatThrownBy(() -> as.apply(RemedyValue.of(text)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage(message);
    }

    @Test
    void itIsReadAsWhatIsAskedFor() {
        assertThat(RemedyValue.of(" -0.5 ").number()).isEqualTo(-0.5);
        assertThat(RemedyValue.of("1e-9").positive()).isEqualTo(1e-9);
        assertThat(RemedyValue.of("-3").whole()).isEqualTo(-3);
        assertThat(RemedyValue.of("1").count()).isEqualTo(1);
        assertThat(RemedyValue.of("29.97").rate()).isEqualTo(new FrameRate(30000, 1001));
        assertThat(RemedyValue.of("-z").axis()).isEqualTo(SignedAxis.NEGATIVE_Z);
        assertThat(RemedyValue.of("+X").axis()).isEqualTo(SignedAxis.POSITIVE_X);
        assertThat(RemedyValue.of("double").type()).isEqualTo(ValueType.DOUBLE);
        assertThat(RemedyValue.of("a, b").names()).containsExactly("a", "b");
        assertThat(RemedyValue.of("8,9.5").numbers()).containsExactly(8.0, 9.5);
        assertThat(RemedyValue.of("-1,0,1,2,3,4").box()).isEqualTo(new IndexBox(-1, 0, 1, 2, 3, 4));
        assertThat(RemedyValue.of("").or("merged")).isEqualTo("merged");
        assertThat(RemedyValue.of("body").or("merged")).isEqualTo("body");
    }

    @Test
    void theFirstColonPartsTwo() {
        RemedyValue v = RemedyValue.of("a:b:c");
        assertThat(v.first().text()).isEqualTo("a");
        assertThat(v.second("x").text()).isEqualTo("b:c");
        assertThat(RemedyValue.of("a").second("x").text()).isEqualTo("x");
    }

    @Test
    void whatItIsNotIsSaidWithWhatWasExpected() {
        refused("", RemedyValue::number, "expected a number, found nothing");
        refused("NaN", RemedyValue::number, "expected a number, found NaN");
        refused("1e999", RemedyValue::number, "expected a number, found 1e999");
        refused("0", RemedyValue::positive, "expected a number above 0, found 0");
        refused("1.5", RemedyValue::whole, "expected a whole number, found 1.5");
        refused("3000000000", RemedyValue::whole, "expected a whole number, found 3000000000");
        refused("0", RemedyValue::count, "expected a whole number above 0, found 0");
        refused("W", RemedyValue::axis, "expected an axis: X, Y, Z, -X, -Y or -Z, found W");
        refused("a,,b", RemedyValue::names, "expected names with commas between them, found a,,b");
        refused(" ", RemedyValue::name, "expected a name, found  ");
        refused("1,2,3", RemedyValue::box, "expected six whole numbers, found 1,2,3");
        refused("1,x", RemedyValue::numbers, "expected a number, found x");
        refused("X", RemedyValue::destination, "needs a destination: --for CONVENTION");
        assertThatThrownBy(() -> RemedyValue.of("int").type()).hasMessageStartingWith("expected a type, one of ");
    }

    @Test
    void aWordMayBeLeftOutAndNoOtherMayStandInItsPlace() {
        assertThat(RemedyValue.of("").says("joined")).isFalse();
        assertThat(RemedyValue.of("joined").says("joined")).isTrue();
        assertThatThrownBy(() -> RemedyValue.of("join").says("joined"))
                .hasMessage("expected joined or nothing, found join");
    }

    @Test
    void aTableIsKeptInTheOrderOfItsNamesAndRefusedWhereOneIsBlank() {
        Map<String, String> table = new LinkedHashMap<>();
        table.put("wade", "walk");
        table.put("idle", "rest");
        assertThat(NameTable.of(table, (a, b) -> a + b).keySet()).containsExactly("idle", "wade");
        assertThatThrownBy(() -> NameTable.of(Map.of("wade", " "), (a, b) -> a + "/" + b))
                .hasMessage("wade/ ");
        assertThatThrownBy(() -> NameTable.of(Map.of("", "walk"), (a, b) -> a + "/" + b))
                .hasMessage("/walk");
    }
}
