package idleheron.formats.bytes;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;

class DecimalsTest {
    private final Decimals d = new Decimals();

    private int scan(String s) {
        return d.scan(s.getBytes(StandardCharsets.US_ASCII), 0, s.length());
    }

    private void isRead(String s) {
        assertThat(scan(s)).as(s).isEqualTo(s.length());
        assertThat(Double.doubleToLongBits(d.value())).as(s).isEqualTo(Double.doubleToLongBits(Double.parseDouble(s)));
    }

    @Test
    void everyFormIsReadToTheLastBit() {
        for (String s : new String[] {
            "0",
            "-0",
            "7",
            "+7",
            "-12.5",
            ".5",
            "5.",
            "1e3",
            "1E-3",
            "1.5e+2",
            "0.1",
            "123456789012345",
            "0.000001",
            "1234567890123456",
            "1e22",
            "1e23",
            "1e-22",
            "1e-23",
            "4.9e-324",
            "1.7976931348623157e308",
            "1e400",
            "-1e-400",
            "000000000000000000000000012.5",
            "9007199254740993",
            "0.30000000000000004",
            "1e99999999999"
        }) {
            isRead(s);
        }
    }

    @Test
    void randomNumbersComeBackBitForBit() {
        Random r = new Random(5);
        for (int i = 0; i < 20_000; i++) {
            isRead(Double.toString(
                    Double.longBitsToDouble(r.nextLong() & ~(0x7ffL << 52) | (long) (900 + r.nextInt(250)) << 52)));
            isRead(Float.toString(r.nextFloat() * 100 - 50));
            isRead(Long.toString(r.nextLong() >> r.nextInt(60)));
        }
    }

    @Test
    void whatIsNoNumberIsNotTaken() {
        for (String s : new String[] {"", "-", "+", ".", "-.", "e5", "x", "--1", "inf"}) {
            assertThat(scan(s)).as(s).isZero();
        }
    }

    @Test
    void aNumberEndsWhereItEnds() {
        assertThat(scan("12,5")).isEqualTo(2);
        assertThat(scan("1.5.2")).isEqualTo(3);
        assertThat(scan("1e")).as("an e without digits is not part of it").isEqualTo(1);
        assertThat(scan("1e+x")).isEqualTo(1);
        assertThat(d.isWhole()).isTrue();
        byte[] text = "a 12 b".getBytes(StandardCharsets.US_ASCII);
        assertThat(d.scan(text, 2, 3)).as("not beyond its limit").isEqualTo(3);
        assertThat(d.value()).isEqualTo(1);
    }

    @Test
    void wholeOnesAreToldApart() {
        scan("-42");
        assertThat(d.isWhole()).isTrue();
        assertThat(d.whole()).isEqualTo(-42);
        scan("999999999999999999");
        assertThat(d.isWhole()).isTrue();
        assertThat(d.whole()).isEqualTo(999_999_999_999_999_999L);
        scan("1234567890123456789");
        assertThat(d.isWhole()).isFalse();
        assertThat(d.isLongWhole()).isTrue();
        for (String s : new String[] {"-0", "1.0", "1e2", "1."}) {
            scan(s);
            assertThat(d.isWhole()).as(s).isFalse();
            assertThat(d.isLongWhole()).as(s).isFalse();
        }
    }
}
