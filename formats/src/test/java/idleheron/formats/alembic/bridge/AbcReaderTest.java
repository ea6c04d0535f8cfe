package idleheron.formats.alembic.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.cache.CacheKind;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Property;
import idleheron.core.cache.Samples;
import idleheron.core.job.Progress;
import idleheron.formats.alembic.archive.AbcArchive;
import idleheron.formats.alembic.archive.AbcObject;
import idleheron.formats.alembic.archive.MetaTable;
import idleheron.formats.alembic.archive.Ogawa;
import idleheron.formats.alembic.archive.OgawaWriter;
import idleheron.formats.alembic.archive.PropertyHeader;
import idleheron.formats.bytes.FormatException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Archives put together group by group, right and wrong in one place. */
class AbcReaderTest {
    private static final int DEEPEST = 512;

    @TempDir
    Path folder;

    private final MetaTable table = new MetaTable();

    /** Where a reference of the archive that was made last points to. */
    private long mark;

    private interface Made {
        long by(OgawaWriter out) throws IOException;
    }

    private static byte[] numbers(int... v) {
        ByteBuffer b = ByteBuffer.allocate(4 * v.length).order(ByteOrder.LITTLE_ENDIAN);
        for (int x : v) {
            b.putInt(x);
        }
        return b.array();
    }

    /** One time sampling: most samples, seconds to a cycle, times. */
    private static byte[] sampling(int most, double cycle, int count, double... times) {
        ByteBuffer b = ByteBuffer.allocate(16 + 8 * times.length).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(most).putDouble(cycle).putInt(count);
        for (double t : times) {
            b.putDouble(t);
        }
        return b.array();
    }

    private static byte[] headers(String... names) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (String n : names) {
            PropertyHeader.put32(out, n.length());
            out.writeBytes(n.getBytes(StandardCharsets.US_ASCII));
            out.write(0);
        }
        out.writeBytes(new byte[32]);
        return out.toByteArray();
    }

    private static long leaf(OgawaWriter out) throws IOException {
        return out.group(out.group(), out.data(headers()));
    }

    private byte[] bytes(byte[] version, byte[] library, byte[] samplings, Made top) throws IOException {
        Path file = folder.resolve("made.abc");
        try (OgawaWriter out = new OgawaWriter(file)) {
            long object = top.by(out);
            long times = out.data(samplings);
            mark = Ogawa.position(times) + 8;
            long root = out.group(
                    out.data(version),
                    out.data(library),
                    object,
                    out.data(new byte[] {'a', '=', 'b'}),
                    times,
                    out.data(table.bytes()));
            out.finish(root);
        }
        return Files.readAllBytes(file);
    }

    private static AbcArchive read(byte[] bytes) throws IOException {
        return AbcReader.read("made.abc", MemorySegment.ofArray(bytes), Progress.NONE);
    }

    private AbcArchive read(Made top) throws IOException {
        return read(bytes(numbers(0), numbers(10_800), sampling(1, 1, 1, 0), top));
    }

    @Test
    void objectsWithTheirNamesInTheirOrder() throws IOException {
        AbcArchive a = read(out -> out.group(out.group(), leaf(out), leaf(out), out.data(headers("hull", "sail"))));
        assertThat(a.top().children()).extracting(AbcObject::name).containsExactly("hull", "sail");
        assertThat(a.libraryVersion()).isEqualTo(10_800);
        assertThat(a.meta().get("a")).isEqualTo("b");
        assertThat(read(AbcReaderTest::leaf).top().children()).isEmpty();
    }

    @Test
    void anObjectMayBeNothingOrItsPropertiesAlone() throws IOException {
        AbcArchive a =
                read(out -> out.group(out.group(), out.group(), out.group(out.group()), out.data(headers("a", "b"))));
        assertThat(a.top().children()).extracting(AbcObject::name).containsExactly("a", "b");
        assertThat(a.top().children())
                .allMatch(o ->
                        o.children().isEmpty() && o.properties().properties().isEmpty());
    }

    @Test
    void headersEndWithTheHashes() {
        byte[] shorter = java.util.Arrays.copyOf(headers("hull"), headers("hull").length - 1);
        assertThatThrownBy(() -> read(out -> out.group(out.group(), leaf(out), out.data(shorter))))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("32 bytes of hashes")
                .hasMessageContaining("31");
    }

    private static Made nested(int depth) {
        return out -> {
            long at = leaf(out);
            for (int i = 0; i < depth; i++) {
                at = out.group(out.group(), at, out.data(headers("o")));
            }
            return at;
        };
    }

    @Test
    void objectsAreRefusedBeyondADepth() throws IOException {
        AbcObject o = read(nested(DEEPEST)).top();
        int depth = 0;
        for (; !o.children().isEmpty(); depth++) {
            o = o.children().getFirst();
        }
        assertThat(depth).isEqualTo(DEEPEST);
        assertThatThrownBy(() -> read(nested(DEEPEST + 1)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("objects at most 512 deep");
    }

    private Made compounds(int depth) {
        return out -> {
            long at = 0;
            for (int i = 0; i < depth; i++) {
                ByteArrayOutputStream h = new ByteArrayOutputStream();
                PropertyHeader.compound("p", Meta.NONE).write(h, table);
                at = out.group(at, out.data(h.toByteArray()));
            }
            return out.group(at, out.data(headers()));
        };
    }

    @Test
    void propertiesAreRefusedBeyondADepth() throws IOException {
        Property.Group p = read(compounds(DEEPEST)).top().properties();
        int depth = 0;
        for (; !p.properties().isEmpty(); depth++) {
            p = (Property.Group) p.properties().getFirst();
            assertThat(p.name()).isEqualTo("p");
        }
        assertThat(depth).isEqualTo(DEEPEST);
        assertThatThrownBy(() -> read(compounds(DEEPEST + 2)))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("properties at most 512 deep");
    }

    @Test
    void everyPropertyNeedsItsReference() {
        ByteArrayOutputStream h = new ByteArrayOutputStream();
        PropertyHeader.compound("p", Meta.NONE).write(h, table);
        PropertyHeader.compound("q", Meta.NONE).write(h, table);
        assertThatThrownBy(() -> read(out -> out.group(out.group(0L, out.data(h.toByteArray())), out.data(headers()))))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("a reference for each property")
                .hasMessageContaining("none for q");
    }

    private byte[] timed(byte[] samplings) throws IOException {
        return bytes(numbers(0), numbers(10_800), samplings, AbcReaderTest::leaf);
    }

    @Test
    void timesOfEverySampling() throws IOException {
        ByteArrayOutputStream two = new ByteArrayOutputStream();
        two.writeBytes(sampling(1, 1, 1, 0));
        two.writeBytes(sampling(9, 0.5, 2, 0.25, 0.25));
        AbcArchive a = read(timed(two.toByteArray()));
        assertThat(a.samplings()).hasSize(2);
        assertThat(a.samplings().get(1).times(3)).containsExactly(new double[] {0.25, 0.25, 0.75}, within(1e-12));
        assertThat(a.mostSamples()).containsExactly(1L, 9L);
        AbcArchive none = read(timed(new byte[0]));
        assertThat(none.samplings()).hasSize(1);
        assertThat(none.mostSamples()).containsExactly(0L);
    }

    /** What is wrong is told with the byte at which it stands. */
    @Test
    void timesThatCannotBeAreRefusedWithTheirByte() throws IOException {
        refused(timed(sampling(1, 0.5, 3, 0, 1, 0.5)), mark + 16 + 16, "times that go forward", "0.5");
        refused(timed(sampling(1, 0.5, 1, Double.NaN)), mark + 16, "times that go forward", "NaN");
        refused(timed(sampling(1, 0.5, 0)), mark + 16, "1 to 0 stored times", "0");
        refused(timed(sampling(1, 0.5, 3, 0, 1)), mark + 16, "1 to 2 stored times", "3");
        refused(timed(sampling(1, 0, 1, 0)), mark + 4, "a positive time per cycle", "0.0");
        refused(timed(sampling(1, Double.POSITIVE_INFINITY, 1, 0)), mark + 4, "a positive time per cycle", "Infinity");
        refused(timed(new byte[15]), mark, "16 bytes of a time sampling", "15 left");
        ByteArrayOutputStream two = new ByteArrayOutputStream();
        two.writeBytes(sampling(1, 1, 1, 0));
        two.writeBytes(new byte[3]);
        refused(timed(two.toByteArray()), mark + 24, "16 bytes of a time sampling", "3 left");
    }

    private static void refused(byte[] bytes, long at, String expected, String found) {
        assertThatThrownBy(() -> read(bytes))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("made.abc, byte " + at + ":")
                .hasMessageContaining("expected " + expected)
                .hasMessageContaining("found " + found);
    }

    @Test
    void theVersionsOfTheFileAndOfTheLibrary() throws IOException {
        byte[] still = sampling(1, 1, 1, 0);
        assertThat(read(bytes(numbers(0), numbers(9999), still, AbcReaderTest::leaf))
                        .libraryVersion())
                .isEqualTo(9999);
        assertThatThrownBy(() -> read(bytes(numbers(1), numbers(10_800), still, AbcReaderTest::leaf)))
                .hasMessageContaining("file version 0");
        assertThatThrownBy(() -> read(bytes(numbers(0), numbers(9998), still, AbcReaderTest::leaf)))
                .hasMessageContaining("at least 9999")
                .hasMessageContaining("9998");
        assertThatThrownBy(() -> read(bytes(numbers(0, 0), numbers(10_800), still, AbcReaderTest::leaf)))
                .hasMessageContaining("4 bytes of the file version");
    }

    private static AbcObject bare(Meta meta, Property... properties) {
        return new AbcObject("o", meta, new Property.Group("", Meta.NONE, List.of(properties)), List.of());
    }

    private static Property group(String name, Property... inside) {
        return new Property.Group(name, Meta.NONE, List.of(inside));
    }

    private static Property values(String name) {
        return new Property.Values(name, Meta.NONE, Samples.still(1));
    }

    /** The kind of an object is told by its metadata; where they say nothing, by the compound that it has. */
    @ParameterizedTest
    @CsvSource({
        "AbcGeom_Xform_v3, TRANSFORM",
        "AbcGeom_PolyMesh_v7, MESH",
        "AbcGeom_FaceSet_v1, FACE_SET",
        "AbcGeom_Strange_v1, ''",
        "AbcGeom_XformStrange_v1, ''"
    })
    void theKindThatMetadataTell(String title, String kind) {
        for (String key : List.of(AbcSchema.SCHEMA, AbcSchema.TITLE)) {
            AbcSchema.Title t = AbcSchema.titleOf(bare(Meta.of(key, title), group(".xform")));
            assertThat(t == null ? "" : t.kind().name()).isEqualTo(kind);
        }
    }

    @Test
    void theKindThatACompoundTells() {
        assertThat(Objects.requireNonNull(AbcSchema.titleOf(bare(Meta.NONE, group(".xform"))))
                        .kind())
                .isEqualTo(CacheKind.TRANSFORM);
        assertThat(Objects.requireNonNull(AbcSchema.titleOf(bare(Meta.NONE, group(".faceset"))))
                        .kind())
                .isEqualTo(CacheKind.FACE_SET);
        assertThat(Objects.requireNonNull(
                                AbcSchema.titleOf(bare(Meta.NONE, group(".geom", values("P"), values(".faceCounts")))))
                        .kind())
                .isEqualTo(CacheKind.MESH);
        assertThat(AbcSchema.titleOf(bare(Meta.NONE, group(".geom", values("P")))))
                .isNull();
        assertThat(AbcSchema.titleOf(bare(Meta.NONE, group(".geom", values(".faceCounts")))))
                .isNull();
        assertThat(AbcSchema.titleOf(bare(Meta.NONE))).isNull();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 255, 256, 65_535, 65_536, 70_000})
    void headersOfPropertiesComeBackWhateverTheirSize(int count) throws IOException {
        PropertyHeader was = new PropertyHeader(
                "beat", Meta.of("k", "v"), PropertyHeader.SCALAR, ElementType.FLOAT32, 3, count, 0, 0, 0, true);
        byte[] b = bytes(numbers(0), numbers(10_800), sampling(1, 1, 1, 0), out -> {
            ByteArrayOutputStream h = new ByteArrayOutputStream();
            was.write(h, table);
            long samples = out.group(out.data(new byte[28]));
            return out.group(out.group(samples, out.data(h.toByteArray())), out.data(headers()));
        });
        Property.Values p =
                (Property.Values) read(b).top().properties().properties().getFirst();
        assertThat(p.name()).isEqualTo("beat");
        assertThat(p.meta().get("k")).isEqualTo("v");
        assertThat(p.samples().count()).isEqualTo(count);
        assertThat(p.samples().extent()).isEqualTo(3);
        assertThat(p.samples().constant()).isTrue();
    }
}
