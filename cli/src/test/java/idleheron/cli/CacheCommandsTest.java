package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The reeds and the postwoman of the demo as caches on the command line. */
class CacheCommandsTest {
    @TempDir
    static Path folder = Path.of("");

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeAll
    static void plant() throws IOException {
        MadeDemo.into(folder);
    }

    private int run(String... args) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return Main.run(args, new PrintWriter(out, true), new PrintWriter(err, true));
    }

    private JsonNode json() throws IOException {
        return new ObjectMapper().readTree(out.toString());
    }

    private static String in(String name) {
        return folder.resolve(name).toString();
    }

    @Test
    void factsTellObjectsSamplesAndSums() throws IOException {
        assertThat(run("facts", in(DemoData.REEDS), "--json", "--checksums")).isZero();
        JsonNode f = json();
        assertThat(f.at("/file/format").asText()).isEqualTo("Alembic");
        assertThat(f.at("/stage/startFrame").asDouble()).isEqualTo(1);
        assertThat(f.at("/stage/endFrame").asDouble()).isEqualTo(48);
        assertThat(f.path("meshes")).hasSize(8);
        assertThat(f.path("instances")).hasSize(392);
        assertThat(f.at("/instances/0/resolves").asBoolean()).isTrue();
        JsonNode bending = null;
        for (JsonNode m : f.path("meshes")) {
            bending = m.path("topology").asText().equals("homogeneous") ? m : bending;
        }
        assertThat(bending == null ? 0 : bending.path("positions").size()).isEqualTo(48);
        assertThat(bending == null ? 0 : bending.at("/positions/0/count").asInt())
                .isEqualTo(27);
        JsonNode stiff = null;
        for (JsonNode x : f.path("xforms")) {
            stiff = x.path("samples").asInt() == 48 ? x : stiff;
        }
        assertThat(stiff == null ? 0 : stiff.path("matrices").size()).isEqualTo(48);
        assertThat(run("facts", in(DemoData.REEDS))).isZero();
        assertThat(out.toString())
                .contains("813 objects, 8 meshes, 413 transforms, 392 instances")
                .contains("and 773 more");
    }

    @Test
    void sumsAreThoseOfTheStoredBytes() throws IOException {
        assertThat(run("facts", in(DemoData.REEDS_RETURNED), "--json", "--checksums"))
                .isZero();
        JsonNode p = json().at("/meshes/0/positions/0");
        byte[] file = Files.readAllBytes(folder.resolve(DemoData.REEDS_RETURNED));
        int size = 12 * p.path("count").asInt();
        boolean found = false;
        for (int at = 16; !found && at + 8 + 16 + size <= file.length; at++) {
            long told = java.nio.ByteBuffer.wrap(file)
                    .order(java.nio.ByteOrder.LITTLE_ENDIAN)
                    .getLong(at);
            if (told == size + 16L) {
                CRC32 crc = new CRC32();
                crc.update(file, at + 24, size);
                found = String.format("%08x", crc.getValue())
                        .equals(p.path("crc32").asText());
            }
        }
        assertThat(found).isTrue();
    }

    @Test
    void checkOffersWhatConvertDoes() throws IOException {
        assertThat(run("check", in(DemoData.REEDS_RETURNED), "--json")).isEqualTo(1);
        assertThat(json().path("findings").findValuesAsText("code"))
                .contains("cache-one-lump", "cache-rigid-as-points", "cache-equal-meshes");
        Path small = folder.resolve("small.abc");
        assertThat(run(
                        "convert",
                        in(DemoData.REEDS_RETURNED),
                        small.toString(),
                        "--remedy",
                        "split-pieces",
                        "--remedy",
                        "rigid-to-transforms",
                        "--remedy",
                        "share-meshes",
                        "--remedy",
                        "shift-cache=-10"))
                .isZero();
        assertThat(out.toString()).contains("read back clean");
        assertThat(err.toString()).contains("Equal meshes once").contains("surface within");
        assertThat(Files.size(small)).isLessThan(Files.size(folder.resolve(DemoData.REEDS_RETURNED)) / 20);
        assertThat(run("compare", in(DemoData.REEDS), small.toString(), "--json"))
                .isEqualTo(1);
        assertThat(json().path("verdict").asText()).isEqualTo("drifted");
    }

    @Test
    void compareTellsWhyAndHowFar() throws IOException {
        assertThat(run("compare", in(DemoData.REEDS), in(DemoData.REEDS_RETURNED), "--json"))
                .isEqualTo(1);
        assertThat(json().path("likelyCauses").findValuesAsText("code")).startsWith("cache-shifted", "cache-joined");
    }

    @Test
    void aCharacterIsBakedAtAnyRangeAndHeldAgainstItsRig() {
        Path file = folder.resolve("bow.abc");
        assertThat(run(
                        "convert",
                        in(DemoData.POSTWOMAN),
                        file.toString(),
                        "--clip",
                        "bow",
                        "--frames",
                        "3:9",
                        "--samples-per-frame",
                        "4"))
                .isZero();
        assertThat(run("facts", file.toString())).isZero();
        assertThat(out.toString()).contains("25 samples");
        assertThat(run("convert", in(DemoData.POSTWOMAN), file.toString())).isEqualTo(2);
        assertThat(err.toString()).contains("--overwrite");
        assertThat(run("convert", in(DemoData.REEDS), in("x.fbx"))).isEqualTo(2);
        assertThat(err.toString()).contains("a cache goes into USD or Alembic; FBX holds none");
        assertThat(run("convert", in(DemoData.REEDS), in("y.abc"), "--remedy", "regroup=/bank"))
                .isEqualTo(2);
    }

    @Test
    void aStandInTakesACacheToo() {
        assertThat(run("rehearse", in(DemoData.REEDS), "--with", "alder")).isIn(0, 1);
        assertThat(Files.exists(folder.resolve("reeds_from_alder.abc"))).isTrue();
    }
}
