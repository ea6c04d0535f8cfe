package idleheron.formats.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import idleheron.core.formula.FormulaFault;
import idleheron.core.formula.MotionPlan;
import idleheron.core.formula.Place;
import idleheron.core.formula.Source;
import idleheron.core.time.FrameRate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MotionReaderTest {
    private static final String HEAD = "schema = \"idle-heron/motion/1\"\nseconds = 2\n";
    private static final String ARM = "[joints.arm.turn]\n";

    private static MotionPlan plan(String text) {
        return MotionText.plan("wave.motion.toml", text);
    }

    @Test
    void allThatMayBeSaidIsRead() {
        MotionPlan p = plan("""
                schema = "idle-heron/motion/1"
                clip = "tide"
                figure = "../made/gauge.fbx"
                seconds = 2.5
                rate = "30000/1001"
                first = 10
                cyclic = true
                keys = "fewest"
                within = { mm = 0.2, degrees = 0.03 }
                [joints."left arm".turn]
                z = "30 * sin(360 * u)"
                x = 4
                [joints.float]
                move.y = { keys = [[0, 1], [0.5, 2.5, "ease-in"], [1, 1]], over = "share", unit = "cm" }
                scale.z = [[0, 1], [2, 3]]
                """);
        assertThat(p.clip()).isEqualTo("tide");
        assertThat(p.figure()).isEqualTo("../made/gauge.fbx");
        assertThat(p.seconds()).isEqualTo(2.5);
        assertThat(p.rate()).isEqualTo(new FrameRate(30000, 1001));
        assertThat(p.startSeconds()).isEqualTo(10 * 1001 / 30000.0);
        assertThat(p.cyclic()).isTrue();
        assertThat(p.keys()).isEqualTo(new MotionPlan.KeyWish(true, 0.2, 0.03));
        assertThat(p.channels())
                .extracting(s -> s.name().toString())
                .containsExactly("left arm.turn.z", "left arm.turn.x", "float.move.y", "float.scale.z");
        assertThat(p.channels().get(2).factor()).isEqualTo(0.01);
        Source.Keyed keys = (Source.Keyed) p.channels().get(2).source();
        assertThat(keys.ofShare()).isTrue();
        assertThat(keys.values()).containsExactly(1, 2.5, 1);
        assertThat(keys.at(0.5)).isEqualTo(2.5);
        assertThat(keys.at(0.25)).isEqualTo(1.75);
        assertThat(((Source.Keyed) p.channels().get(3).source()).ofShare()).isFalse();
        assertThat(((Source.Written) p.channels().get(0).source()).formula().place())
                .isEqualTo(new Place(11, 6));
    }

    @Test
    void whatIsNotSaidIsUsual() {
        MotionPlan p = plan(HEAD + ARM + "z = 3");
        assertThat(p.clip()).isEqualTo("wave");
        assertThat(p.rate()).isEqualTo(FrameRate.of(24));
        assertThat(p.keys()).isEqualTo(MotionPlan.KeyWish.EVERY_FRAME);
        assertThat(p.cyclic()).isFalse();
        assertThat(p.startSeconds()).isZero();
    }

    private static void refused(String text, String message) {
        FormulaFault e = catchThrowableOfType(FormulaFault.class, () -> plan(text));
        assertThat(e).as(text).isNotNull().hasMessage("wave.motion.toml, " + message);
    }

    /** Rows: what stands behind the head, the place, what was expected and what was found. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "z = 30 * 2 | line 4, column 8 | a newline or end-of-input | '*'",
                "z = \"30 * sine(t)\" | line 4, column 11 | t, u, pi | sine, nearest is sin",
                "z = '2 * x' | line 4, column 10 | t, u, pi | x",
                "z = { formula = \"2 * x\" } | line 4, column 22 | t, u, pi | x",
                "z = true | line 4, column 1 | a number, a formula in quotes or keys in brackets | true",
                "z = [] | line 4, column 1 | keys [[time, value], …] | none",
                "z = [[0]] | line 4, column 6 | a key [time, value] or [time, value, \"easing\"] | [0]",
                "z = [[0, 1], [0, 2]] | line 4, column 14 | times that rise | 0.0 after 0.0",
                "z = [[0, 1, 'bounce']] | line 4, column 6 | linear, ease | bounce",
                "z = [[0, 'a']] | line 4, column 6 | a number | a",
                "z = [[0, inf]] | line 4, column 6 | a number | Infinity",
                "z = { formula = 't', unit = 'cm' } | line 4, column 22 | deg, rad for a turn | cm",
                "z = { unit = 'deg' } | line 4, column 1 | a formula or keys | neither",
                "z = { formula = 't', keys = [[0,1]] } | line 4, column 1 | a formula or keys | both",
                "z = { keys = [[0,1]], over = 'day' } | line 4, column 23 | \"seconds\" or \"share\" for over | day",
                "z = { formel = 't' } | line 4, column 7 | one of formula, keys, over, unit | formel, nearest is formula",
                "w = 1 | line 4, column 1 | one of x, y, z | w",
                "[joints.arm.spin] | line 4, column 1 | one of move, scale, turn | spin",
                "[joints.arm.move]\\ny = { formula = 't', unit = 'deg' } | line 5, column 22 | cm, ft, in, m, mm for a move | deg",
                "[joints.arm.scale]\\ny = { formula = 't', unit = 'm' } | line 5, column 22 | no unit for a scale | m"
            })
    void faultsInChannelsAreToldWithLineAndColumn(String said, String place, String expected, String found) {
        FormulaFault e = catchThrowableOfType(FormulaFault.class, () -> plan(HEAD + ARM + said.replace("\\n", "\n")));
        assertThat(e)
                .isNotNull()
                .hasMessageStartingWith("wave.motion.toml, " + place + ": expected " + expected)
                .hasMessageEndingWith(", found " + found);
    }

    @Test
    void faultsInTheHeadAreToldWithLineAndColumn() {
        refused("", "line 1, column 1: expected schema = \"idle-heron/motion/1\", found \"\"");
        refused("schema = 3", "line 1, column 1: expected a text in quotes, found 3");
        refused(
                "schema = \"idle-heron/motion/2\"",
                "line 1, column 1: expected schema = \"idle-heron/motion/1\", found \"idle-heron/motion/2\"");
        refused("schema = \"idle-heron/motion/1\"", "line 1, column 1: expected seconds above 0, found nothing");
        refused(
                HEAD + "seconds = 3",
                "line 3, column 1: expected TOML, found seconds previously defined at line 2, column 1");
        refused(HEAD, "line 1, column 1: expected a table of joints, found nothing");
        refused(
                HEAD + "[joints]",
                "line 3, column 1: expected a channel such as [joints.NAME.turn] with z = "
                        + "\"30 * sin(360 * u)\", found none");
        refused(
                HEAD + "speed = 2",
                "line 3, column 1: expected one of schema, clip, figure, seconds, rate, first, cyclic, "
                        + "keys, within, joints, found speed");
        refused(HEAD + "rate = 0", "line 3, column 1: expected frames a second above 0, found 0");
        refused(
                HEAD + "rate = '24/0'",
                "line 3, column 1: expected frames a second, such as 24 or \"30000/1001\", found 24/0");
        refused(HEAD + "cyclic = 1", "line 3, column 1: expected true or false, found 1");
        refused(HEAD + "keys = 'few'", "line 3, column 1: expected \"every frame\" or \"fewest\" for keys, found few");
        refused(HEAD + "within = 3", "line 3, column 1: expected { mm = 0.05, degrees = 0.01 }, found 3");
        refused(HEAD + "within = { mm = 0 }", "line 3, column 12: expected a tolerance above 0, found 0");
        refused(HEAD + "first = 1e300", "line 3, column 1: expected a frame, found 1.0E300");
        refused(HEAD + "figure = '/etc/x.fbx'", "line 3, column 1: expected a file beside this one, found /etc/x.fbx");
        refused(HEAD + "joints = 3", "line 3, column 1: expected a table of joints, found 3");
        refused(HEAD + "joints = [1, 2]", "line 3, column 1: expected a table of joints, found [1,2]");
        refused(HEAD + "joints.arm = 3", "line 3, column 1: expected move, turn or scale, found 3");
        refused(
                "seconds = -1\nschema = \"idle-heron/motion/1\"",
                "line 1, column 1: expected seconds above 0, found -1");
    }

    @Test
    void placesInTextsOfSeveralLinesAreThoseOfTheLines() {
        refused(
                HEAD + ARM + "z = \"\"\"\n  1 +\n  2 * y\n\"\"\"",
                "line 6, column 7: expected t, u, pi, a function or a channel in braces, found y");
        refused(
                HEAD + ARM + "z = '''2 * y'''",
                "line 4, column 12: expected t, u, pi, a function or a channel in braces, found y");
    }
}
