package idleheron.formats.spi;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.scene.Lost;
import java.lang.foreign.MemorySegment;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class SalvageTest {
    private final Salvage salvage = new Salvage();

    @Test
    void aRangeIsDoubtfulFromItsFirstByteUpToItsEnd() {
        salvage.doubt(10, 20);
        salvage.doubt(20, 30);
        salvage.doubt(100, Long.MAX_VALUE);
        assertThat(salvage.doubts(0, 10)).isFalse();
        assertThat(salvage.doubts(0, 11)).isTrue();
        assertThat(salvage.doubts(29, 99)).isTrue();
        assertThat(salvage.doubts(30, 100)).isFalse();
        assertThat(salvage.doubts(1L << 40, 1L << 41)).isTrue();
    }

    @Test
    void noiseIsWhatIsNoText() {
        String fine = "x".repeat(100) + "a tide in µm, 潮\tand a line\r\n" + "y".repeat(100);
        salvage.noise(MemorySegment.ofArray(fine.getBytes(StandardCharsets.UTF_8)));
        assertThat(salvage.doubts(0, Long.MAX_VALUE)).isFalse();
        for (byte[] bad :
                new byte[][] {{1}, {(byte) 0xC3, 'a'}, {(byte) 0x80}, {127}, {(byte) 0xFF}, {(byte) 0xE6, (byte) 0xBD}
                }) {
            byte[] text = "z".repeat(200).getBytes(StandardCharsets.UTF_8);
            System.arraycopy(bad, 0, text, 100, bad.length);
            Salvage s = new Salvage();
            s.noise(MemorySegment.ofArray(text));
            assertThat(s.doubts(100, 101)).isTrue();
            assertThat(s.doubts(0, 60)).isFalse();
            assertThat(s.doubts(140, 200)).isFalse();
        }
    }

    @Test
    void theSameLossIsToldOnceAndThousandsAsAllOfAKind() {
        salvage.lost(Lost.What.NODE, "hips", "byte 4 to 9", "gone");
        salvage.lost(Lost.What.NODE, "hips", "byte 4 to 9", "gone");
        assertThat(salvage.lost()).hasSize(1);
        assertThat(salvage.lost().getFirst().text()).isEqualTo("node hips, byte 4 to 9: gone");
        for (int i = 0; i < 6000; i++) {
            salvage.lost(Lost.What.MESH, "reed" + i, "", "gone");
        }
        assertThat(salvage.lost()).hasSize(5001);
        assertThat(salvage.lost()).anyMatch(l -> l.covers(Lost.What.MESH, "reed5999"));
        assertThat(salvage.lost()).noneMatch(l -> l.covers(Lost.What.CLIP, "wade"));
    }

    @Test
    void aFileInAPackageIsDistrustedByItsName() {
        salvage.distrust("bell.usdc");
        assertThat(salvage.distrusts("props.usdz[bell.usdc]")).isTrue();
        assertThat(salvage.distrusts("bell.usdc")).isTrue();
        assertThat(salvage.distrusts("props.usdz[doorbell.usdc]")).isFalse();
    }
}
