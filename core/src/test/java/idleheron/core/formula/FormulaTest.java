package idleheron.core.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.motion.Channel;
import java.time.Duration;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;

class FormulaTest {
    private static final Place START = new Place(7, 10);

    private static double at(String text, double t, double u, double... others) {
        return Formula.of(text, START).at(t, u, others);
    }

    private static FormulaFault fault(String text) {
        return catchThrowableOfType(FormulaFault.class, () -> at(text, 0.5, 0.25));
    }

    @Test
    void arithmeticIsThatOfSchool() {
        assertThat(at("1 + 2 * 3 - 8 / 4", 0, 0)).isEqualTo(5);
        assertThat(at("-2^2", 0, 0)).isEqualTo(-4);
        assertThat(at("2^(-1)", 0, 0)).isEqualTo(0.5);
        assertThat(at("2 - -t^2", 3, 0)).isEqualTo(11);
        assertThat(at("2^3^2", 0, 0)).isEqualTo(512);
        assertThat(at("(1 - -3) * +t", 0.5, 0)).isEqualTo(2);
        assertThat(at("8 - 4 - 2", 0, 0)).isEqualTo(2);
    }

    @Test
    void functionsTakeDegrees() {
        assertThat(at("sin(90 * t)", 1, 0)).isEqualTo(1);
        assertThat(at("cos(60)", 0, 0)).isCloseTo(0.5, within(1e-15));
        assertThat(at("tan(45)", 0, 0)).isCloseTo(1, within(1e-15));
        assertThat(at("abs(-3) + sqrt(16) + floor(-1.5)", 0, 0)).isEqualTo(5);
        assertThat(at("min(4, 2, 3) + max(4, 2, 3)", 0, 0)).isEqualTo(6);
        assertThat(at("clamp(5, 0, 2) + clamp(-1, 0, 2)", 0, 0)).isEqualTo(2);
        assertThat(at("mod(7, 3) + mod(-1, 3)", 0, 0)).isEqualTo(3);
        assertThat(at("2 * pi * u", 0, 0.5)).isCloseTo(Math.PI, within(1e-15));
    }

    @Test
    void anotherChannelIsAskedForInBraces() {
        Formula f = Formula.of("2 * {left.arm.turn.z} - {float.move.y}", START);
        assertThat(f.references())
                .extracting(Formula.Reference::name)
                .containsExactly(
                        new ChannelName("left.arm", Channel.ROTATE_Z), new ChannelName("float", Channel.TRANSLATE_Y));
        assertThat(f.references().get(1).place()).isEqualTo(new Place(7, 34));
        assertThat(f.at(0, 0, new double[] {10, 0.5})).isEqualTo(19.5);
        assertThat(f.at(0, 0, new double[] {1, 2})).isZero();
    }

    @Test
    void whatIsWrongIsToldWithItsPlace() {
        assertThat(fault("sin(90*t")).hasMessageStartingWith("line 7, column 10: expected a formula, found sin(90*t (");
        assertThat(fault("1 + foo(3)").place()).isEqualTo(new Place(7, 14));
        assertThat(fault("1 + sine(3)")).hasMessageContaining("found sine, nearest is sin");
        assertThat(fault("3 * x"))
                .hasMessage("line 7, column 14: expected t, u, pi, a function or a channel in braces, found x");
        assertThat(fault("3 * T")).hasMessageEndingWith("found T, nearest is t");
        assertThat(fault("2 ^ -1"))
                .hasMessage("line 7, column 12: expected a power with a sign in parentheses, as in 2^(-1), found ^ -");
        assertThat(fault("2t").place()).isEqualTo(new Place(7, 11));
        assertThat(fault("t == 3").place()).isEqualTo(new Place(7, 12));
        assertThat(fault("\"a\" + 1")).hasMessageContaining("expected a number, found a text");
        assertThat(fault("1 + {float.y}"))
                .hasMessage("line 7, column 14: expected a channel such as {joint.move.y}, found {float.y}");
        assertThat(fault("1 + {float.move.y").place()).isEqualTo(new Place(7, 14));
        assertThat(fault("1 + 2}").place()).isEqualTo(new Place(7, 15));
        assertThat(fault("clamp(1, 2)")).hasMessageContaining("takes 3 numbers and not 2");
        assertThat(fault(" ")).hasMessageContaining("found nothing");
        assertThat(fault("1+".repeat(2000) + "1")).hasMessageContaining("found 4001 characters");
    }

    @Test
    void overSeveralLinesThePlaceIsThatOfTheLine() {
        assertThat(fault("1 +\n  3 * y").place()).isEqualTo(new Place(8, 7));
        assertThat(at("1 +\n\t2", 0, 0)).isEqualTo(3);
    }

    @Test
    void aMomentWithoutAValueIsTold() {
        assertThat(fault("1 / (t - 0.5)"))
                .hasMessage("line 7, column 12: expected a value at 0.500 s, found / (division by zero)");
        assertThat(fault("sqrt(0 - t)")).hasMessageContaining("expected a value at 0.500 s, found sqrt (not a number)");
        assertThat(fault("(0-8)^0.3")).hasMessageContaining("a power that is no number");
        assertThat(fault("mod(1, 0)")).hasMessageContaining("not a number");
        assertThat(fault("1e308 * 1e308")).hasMessageContaining("none that is finite");
        assertThat(fault("clamp(1, 3, 2)")).hasMessageContaining("not a number");
    }

    @Test
    void hugeOnesEndSoon() {
        Assertions.assertTimeout(Duration.ofSeconds(5), () -> {
            assertThat(fault("9^9^9^9")).isNotNull();
            assertThat(fault("1e999999999 * 1e999999999 * 1e999999999")).isNotNull();
            assertThat(at("(".repeat(900) + "1" + ")".repeat(900), 0, 0)).isEqualTo(1);
            assertThat(at("-".repeat(900) + "1", 0, 0)).isEqualTo(1);
            assertThat(at("1e-999999999 + 1", 0, 0)).isEqualTo(1);
        });
    }
}
