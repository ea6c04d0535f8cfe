package idleheron.formats.pictures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.job.Budget;
import idleheron.core.picture.Light;
import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.Pixels;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every kind of picture file that is read, and those that are written. */
@Isolated
class PictureKindsTest {
    /** Four rows from red to blue, the middle ones two thirds of one. */
    private static final String WEBP = "UklGRiYAAABXRUJQVlA4TBoAAAAvA8AAAB8QU/XV//kPJ4FAgDBp0qSNiP7HCQ==";

    private static final String TIFF_16_PREDICTED =
            "SUkqACYAAAB42vv/nwErWLWKgSE0FFMcJAaSwwb+YzELAMqjB/kQAAABAwABAAAABAAAAAEBAwABAAAABAAAAAIBAwADAAAA7AAAAAMBAwAB"
                    + "AAAACAAAAAYBAwABAAAAAgAAAAoBAwABAAAAAQAAABEBBAABAAAACAAAABIBAwABAAAAAQAAABUBAwABAAAAAwAAABYBAwABAAAABAAA"
                    + "ABcBBAABAAAAHgAAABwBAwABAAAAAQAAACkBAwACAAAAAAABAD0BAwABAAAAAgAAAD4BBQACAAAAIgEAAD8BBQAGAAAA8gAAAAAAAAAQ"
                    + "ABAAEACF61EAAACAAMP1qAAAAAACzcxMAAAAAAHNzEwAAACAAM3MTAAAAAACj8L1AAAAABA3GqAAAAAAAiuHCgAAACAA";

    /** Eight by eight texels of four inks that are 200, 50 and 30 of red, green and blue. */
    private static final String JPEG_OF_INKS =
            "/9j/7gAOQWRvYmUAZAAAAAAC/9sAQwACAQEBAQECAQEBAgICAgIEAwICAgIFBAQDBAYFBgYGBQYGBgcJCAYHCQcGBggLCAkKCgoK"
                    + "CgYICwwLCgwJCgoK/9sAQwECAgICAgIFAwMFCgcGBwoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoKCgoK"
                    + "CgoKCgoK/8AAFAgACAAIBAERAAIRAQMRAQQRAP/EABUAAQEAAAAAAAAAAAAAAAAAAAYJ/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/E"
                    + "ABUBAQEAAAAAAAAAAAAAAAAAAAgJ/8QAFBEBAAAAAAAAAAAAAAAAAAAAAP/aAA4EAQACEQMRBAAAPwBIWiO6kD//2Q==";

    @Test
    void jpegOfFourInksIsReadAsColours() {
        Pixels p = read(Base64.getDecoder().decode(JPEG_OF_INKS));
        assertThat(List.of(p.width(), p.height(), p.colours(), p.bits())).containsExactly(8, 8, 3, 8);
        assertThat(p.at(3, 3, 0)).isBetween(180, 220);
        assertThat(p.at(3, 3, 1)).isBetween(30, 80);
        assertThat(p.at(3, 3, 2)).isBetween(10, 60);
        assertThat(PictureReader.kind(Base64.getDecoder().decode(JPEG_OF_INKS))).isEqualTo("jpeg");
    }

    private static Pixels read(byte[] bytes) {
        return Objects.requireNonNull(PictureReader.pixels(bytes));
    }

    private static void isRow(Pixels p, int y, int... values) {
        for (int b = 0; b < values.length; b++) {
            assertThat(p.at(2, y, b)).as("row %s channel %s", y, b).isEqualTo(values[b]);
        }
    }

    @Test
    void webpIsReadWithoutLoss() {
        Pixels p = read(Base64.getDecoder().decode(WEBP));
        assertThat(List.of(p.width(), p.height(), p.bands(), p.bits())).containsExactly(4, 4, 3, 8);
        isRow(p, 0, 255, 0, 0);
        isRow(p, 1, 170, 0, 85);
        isRow(p, 3, 0, 0, 255);
        assertThat(PictureReader.kind(Base64.getDecoder().decode(WEBP))).isEqualTo("webp");
    }

    @Test
    void tiffOfSixteenBitsWithDifferencesIsRead() {
        Pixels p = read(Base64.getDecoder().decode(TIFF_16_PREDICTED));
        assertThat(List.of(p.width(), p.height(), p.bands(), p.bits())).containsExactly(4, 4, 3, 16);
        isRow(p, 0, 65535, 0, 0);
        isRow(p, 2, 21845, 0, 43690);
        assertThat(PictureReader.kind(Base64.getDecoder().decode(TIFF_16_PREDICTED)))
                .isEqualTo("tiff");
    }

    /** Head of 26 bytes, three empty sections, then planes as they are: PSD version 1, RGB. */
    @Test
    void psdIsReadFlattened() {
        ByteBuffer b = ByteBuffer.allocate(26 + 12 + 2 + 12);
        b.put("8BPS".getBytes(StandardCharsets.US_ASCII)).putShort((short) 1).position(12);
        b.putShort((short) 3).putInt(2).putInt(2).putShort((short) 8).putShort((short) 3);
        b.position(26 + 12);
        b.putShort((short) 0).put(new byte[] {10, 20, 30, 40, 50, 60, 70, 80, 90, 100, 110, 120});
        Pixels p = read(b.array());
        assertThat(List.of(p.width(), p.height(), p.bands(), p.bits())).containsExactly(2, 2, 3, 8);
        assertThat(p.at(1, 0, 0)).isEqualTo(20);
        assertThat(p.at(0, 1, 1)).isEqualTo(70);
        assertThat(p.at(1, 1, 2)).isEqualTo(120);
    }

    /** A DDS head of 128 bytes with the letters of its packing, and its blocks. */
    private static byte[] dds(int width, int height, String packing, int... blocks) {
        ByteBuffer b = ByteBuffer.allocate(128 + blocks.length).order(ByteOrder.LITTLE_ENDIAN);
        b.put("DDS ".getBytes(StandardCharsets.US_ASCII))
                .putInt(124)
                .putInt(0x1007)
                .putInt(height)
                .putInt(width);
        b.putInt(blocks.length).position(76);
        b.putInt(32).putInt(4).put(packing.getBytes(StandardCharsets.US_ASCII)).position(108);
        b.putInt(0x1000).position(128);
        for (int v : blocks) {
            b.put((byte) v);
        }
        return b.array();
    }

    @Test
    void ddsIsReadByTheColoursOfItsBlocks() {
        // BC1: two colours of 5, 6 and 5 bits, then two bits a texel; texel 0 the first, the next the second, then two
        // between
        Pixels p = read(dds(4, 4, "DXT1", 0x00, 0xF8, 0x1F, 0x00, 0b11_10_01_00, 0, 0, 0));
        assertThat(List.of(p.width(), p.height())).containsExactly(4, 4);
        assertThat(p.at(0, 0, 0)).isEqualTo(255);
        assertThat(p.at(1, 0, 2)).isEqualTo(255);
        assertThat(p.at(2, 0, 0)).isBetween(168, 172);
        assertThat(p.at(3, 0, 2)).isBetween(168, 172);
        assertThat(p.at(0, 3, 0)).isEqualTo(255);
        // BC3: alpha of eight steps between two values first
        Pixels q = read(dds(4, 4, "DXT5", 200, 100, 1, 0, 0, 0, 0, 0, 0xE0, 0x07, 0, 0, 0, 0, 0, 0));
        assertThat(q.hasAlpha()).isTrue();
        assertThat(q.at(0, 0, 3)).isEqualTo(100);
        assertThat(q.at(1, 0, 3)).isEqualTo(200);
        assertThat(q.at(1, 0, 1)).isEqualTo(255);
    }

    /** A DDS head of 148 bytes that names its packing by a number, and its blocks. */
    private static byte[] numbered(int packing, int... blocks) {
        byte[] plain = dds(4, 4, "DX10", blocks);
        ByteBuffer b = ByteBuffer.allocate(plain.length + 20).order(ByteOrder.LITTLE_ENDIAN);
        b.put(plain, 0, 128)
                .putInt(packing)
                .putInt(3)
                .putInt(0)
                .putInt(1)
                .putInt(0)
                .put(plain, 128, blocks.length);
        return b.array();
    }

    @Test
    void ddsOfOneAndTwoChannelsIsReadAsWell() {
        // BC4: one value of eight steps between two; the first row takes steps 0, 1, 2 and 7, all others the first
        int steps = 0 | 1 << 3 | 2 << 6 | 7 << 9;
        int[] one = {170, 100, steps & 255, steps >> 8, 0, 0, 0, 0};
        for (byte[] file : List.of(dds(4, 4, "ATI1", one), dds(4, 4, "BC4U", one), numbered(80, one))) {
            Pixels p = read(file);
            assertThat(List.of(p.width(), p.height(), p.bands(), p.bits())).containsExactly(4, 4, 1, 8);
            assertThat(List.of(p.at(0, 0, 0), p.at(1, 0, 0), p.at(2, 0, 0), p.at(3, 0, 0)))
                    .containsExactly(170, 100, 160, 110);
            assertThat(p.at(3, 3, 0)).isEqualTo(170);
        }
        // the first not greater: four steps between, then nothing and all
        int few = 2 | 5 << 3 | 6 << 6 | 7 << 9;
        Pixels p = read(dds(4, 4, "ATI1", 100, 150, few & 255, few >> 8, 0, 0, 0, 0));
        assertThat(List.of(p.at(0, 0, 0), p.at(1, 0, 0), p.at(2, 0, 0), p.at(3, 0, 0)))
                .containsExactly(110, 140, 0, 255);
        // the last texel's step lies at the end of the last byte
        assertThat(read(dds(4, 4, "ATI1", 100, 150, 0, 0, 0, 0, 0, 0b0010_0000)).at(3, 3, 0))
                .isEqualTo(150);
        // BC5: two such, red and green of a normal
        int[] two = {200, 100, 1, 0, 0, 0, 0, 0, 127, 10, 0, 0, 0, 0, 0, 0};
        for (byte[] file : List.of(dds(4, 4, "ATI2", two), numbered(83, two))) {
            Pixels q = read(file);
            assertThat(List.of(q.at(0, 0, 0), q.at(0, 0, 1))).containsExactly(100, 127);
            // x is 200 / 127.5 - 1 = 0.569, z = 0.822
            assertThat(List.of(q.at(1, 0, 0), q.at(1, 0, 1), q.at(1, 0, 2))).containsExactly(200, 127, 232);
        }
        assertThat(PictureReader.pixels(dds(8, 4, "ATI1", one))).as("cut off").isNull();
        assertThat(PictureReader.kind(dds(4, 4, "ATI1", one))).isEqualTo("dds");
    }

    @Test
    void ddsThatTellsItsPackingByANumberIsTheSame() {
        int[] block = {0x00, 0xF8, 0x1F, 0x00, 0b11_10_01_00, 0, 0, 0};
        Pixels p = read(numbered(71, block));
        assertThat(p.values()).isEqualTo(read(dds(4, 4, "DXT1", block)).values());
        assertThat(PictureReader.pixels(numbered(98, new int[16])))
                .as("BC7 is not read")
                .isNull();
    }

    @Test
    void lightIsStoredByTheCurveAndCutAtOne() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 3 +X 8\n".getBytes(StandardCharsets.US_ASCII));
        // each row opens with its width; each channel is one run of eight; mantissa of 256 times two to the exponent
        // less 128:
        // 0.5, 0.25 and 0; 4, 2 and 1; an eighth
        for (int[] rgbe : new int[][] {{128, 64, 0, 128}, {128, 64, 32, 131}, {128, 128, 128, 126}}) {
            out.writeBytes(new byte[] {2, 2, 0, 8});
            for (int v : rgbe) {
                out.writeBytes(new byte[] {(byte) (128 + 8), (byte) v});
            }
        }
        Pixels p = read(out.toByteArray());
        assertThat(p.bits()).isEqualTo(16);
        assertThat(p.at(0, 0, 0) / 65535.0).isCloseTo(Light.stored(0.5), within(0.003));
        assertThat(p.at(0, 0, 1) / 65535.0).isCloseTo(Light.stored(0.25), within(0.003));
        assertThat(p.at(0, 0, 2)).isZero();
        assertThat(p.at(0, 1, 2)).isEqualTo(65535);
        assertThat(p.at(7, 2, 0) / 65535.0).isCloseTo(Light.stored(0.125), within(0.003));
    }

    @ParameterizedTest
    @CsvSource({
        "png, 16, 4",
        "png, 8, 2",
        "png, 16, 1",
        "tiff, 16, 3",
        "tiff, 8, 4",
        "tga, 8, 4",
        "tga, 8, 3",
        "tga, 8, 1"
    })
    void whatKeepsAllGivesAllBack(String kind, int bits, int bands) throws IOException {
        Pixels p = Pixels.empty(7, 5, bands, bits);
        Random random = new Random(bits + bands);
        for (int i = 0; i < p.values().length; i++) {
            p.values()[i] = (char) random.nextInt(p.most() + 1);
        }
        byte[] file = PictureWriter.written(p, kind);
        Pixels back = read(file);
        assertThat(back.bits()).isEqualTo(bits);
        assertThat(back.bands()).isEqualTo(bands);
        assertThat(back.values()).isEqualTo(p.values());
        assertThat(PictureReader.kind(file)).isEqualTo(kind);
    }

    @Test
    void oneTexelIsAPictureToo() throws IOException {
        Pixels p = Pixels.empty(1, 1, 3, 8);
        p.values()[1] = 77;
        for (String kind : List.of("png", "tga", "tiff")) {
            assertThat(read(PictureWriter.written(p, kind)).values()).as(kind).isEqualTo(p.values());
        }
        ByteBuffer tga = ByteBuffer.allocate(21).order(ByteOrder.LITTLE_ENDIAN);
        tga.put(2, (byte) 2)
                .putShort(12, (short) 1)
                .putShort(14, (short) 1)
                .put(16, (byte) 24)
                .put(18, (byte) 9);
        assertThat(read(tga.array()).at(0, 0, 2)).as("without a footer").isEqualTo(9);
    }

    @Test
    void jpegRoundsAndLiesOnWhite() throws IOException {
        Pixels p = Pixels.empty(16, 16, 4, 16);
        for (int i = 0; i < 256; i++) {
            p.values()[4 * i] = 0x4040;
            p.values()[4 * i + 3] = (char) (i < 128 ? 65535 : 0);
        }
        Pixels back = read(PictureWriter.written(p, "jpeg"));
        assertThat(back.bands()).isEqualTo(3);
        assertThat(back.at(4, 2, 0)).isBetween(0x3C, 0x44);
        assertThat(back.at(4, 2, 1)).isLessThan(5);
        assertThat(back.at(4, 13, 1)).isGreaterThan(250);
        assertThatThrownBy(() -> PictureWriter.written(p, "reed")).hasMessage("pictures cannot be written as reed");
    }

    /** What it says of its size is weighed before memory is taken. */
    @ParameterizedTest
    @ValueSource(strings = {"dds", "hdr", "psd", "tga", "webp"})
    void aSizeThatNoMemoryHoldsIsRefused(String kind) {
        byte[] bomb = switch (kind) {
            case "dds" -> dds(60_000, 60_000, "DXT1", new int[64]);
            case "hdr" ->
                "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 60000 +X 60000\n".getBytes(StandardCharsets.US_ASCII);
            case "psd" -> {
                ByteBuffer b = ByteBuffer.allocate(60);
                b.put("8BPS".getBytes(StandardCharsets.US_ASCII))
                        .putShort((short) 1)
                        .position(12);
                b.putShort((short) 3)
                        .putInt(29_000)
                        .putInt(29_000)
                        .putShort((short) 8)
                        .putShort((short) 3);
                yield b.array();
            }
            case "tga" -> {
                ByteBuffer b = ByteBuffer.allocate(400).order(ByteOrder.LITTLE_ENDIAN);
                b.put(2, (byte) 2).putShort(12, (short) 60_000).putShort(14, (short) 60_000);
                b.put(16, (byte) 32).put(17, (byte) 8);
                yield b.array();
            }
            default -> {
                byte[] b = Base64.getDecoder().decode(WEBP);
                // VP8L: 14 bits of width less 1, 14 of height less 1
                ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(21, 0x0FFFFFFF);
                yield b;
            }
        };
        System.setProperty("heron.most.texels", "1000000");
        try {
            assertThatThrownBy(() -> PictureReader.pixels(bomb)).isInstanceOf(Budget.Exceeded.class);
        } finally {
            System.clearProperty("heron.most.texels");
        }
        assertThat(PictureReader.look(bomb, List.of(PictureEdit.Change.TURN_GREEN)))
                .isNull();
    }

    @Test
    void aPngSaysWhatItsColoursMean() throws IOException {
        byte[] plain = PictureWriter.written(Pixels.empty(1, 1, 3, 8), "png");
        assertThat(DeclaredSpace.of(plain)).isEmpty();
        assertThat(DeclaredSpace.of(with(plain, "sRGB", new byte[] {0}))).isEqualTo("sRGB");
        assertThat(DeclaredSpace.of(with(plain, "gAMA", new byte[] {0, 1, (byte) 0x86, (byte) 0xA0})))
                .isEqualTo("gamma 1.0000");
        assertThat(DeclaredSpace.of(with(plain, "iCCP", "tide\0x".getBytes(StandardCharsets.US_ASCII))))
                .isEqualTo("profile tide");
        assertThat(DeclaredSpace.of(new byte[3])).isEmpty();
        assertThat(DeclaredSpace.of(java.util.Arrays.copyOf(plain, 20))).isEmpty();
    }

    /** With a chunk after the first, which is 25 bytes long and comes after 8 bytes. */
    private static byte[] with(byte[] png, String chunk, byte[] content) {
        ByteBuffer b = ByteBuffer.allocate(png.length + 12 + content.length);
        b.put(png, 0, 33)
                .putInt(content.length)
                .put(chunk.getBytes(StandardCharsets.US_ASCII))
                .put(content);
        b.putInt(0).put(png, 33, png.length - 33);
        return b.array();
    }
}
