package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxValue;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Files that other programs wrote, on request ({@code HERON_SAMPLES} names a folder): their documents come back the same. */
@EnabledIfEnvironmentVariable(named = "HERON_SAMPLES", matches = ".+")
class FbxSamplesTest {
    static List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(Path.of(System.getenv("HERON_SAMPLES")))) {
            return all.filter(f -> f.toString().toLowerCase(Locale.ROOT).endsWith(".fbx"))
                    .sorted()
                    .toList();
        }
    }

    @ParameterizedTest
    @MethodSource("files")
    void readingWritingAndReadingGivesTheSameDocument(Path file) throws IOException {
        FbxDocument first = FbxBytes.read(Files.readAllBytes(file));
        byte[] own =
                first.text() ? FbxBytes.text(first) : FbxBytes.binary(first, first.version() >= 7500 ? 7500 : 7400);
        FbxDocument second = FbxBytes.read(own);
        assertThat(same(first.records(), second.records())).isTrue();
        // Through the other form, and from there as it is.
        byte[] other = first.text() ? FbxBytes.binary(first, 7500) : FbxBytes.text(first);
        FbxDocument third = FbxBytes.read(other);
        FbxDocument fourth = FbxBytes.read(third.text() ? FbxBytes.text(third) : FbxBytes.binary(third, 7500));
        assertThat(same(third.records(), fourth.records())).isTrue();
    }

    private static boolean same(List<FbxRecord> a, List<FbxRecord> b) {
        boolean same = a.size() == b.size();
        for (int i = 0; same && i < a.size(); i++) {
            same = same(a.get(i), b.get(i));
        }
        return same;
    }

    private static boolean same(FbxRecord a, FbxRecord b) {
        boolean same = a.name().equals(b.name())
                && (a.scope() == b.scope() || isEmpty(a) && isEmpty(b))
                && a.values().size() == b.values().size();
        for (int i = 0; same && i < a.values().size(); i++) {
            same = same(a.values().get(i), b.values().get(i));
        }
        return same && same(a.children(), b.children());
    }

    /** A careless writer leaves the zero record of an empty one out; we do not. */
    private static boolean isEmpty(FbxRecord r) {
        return r.values().isEmpty() && r.children().isEmpty();
    }

    private static boolean same(FbxValue a, FbxValue b) {
        return switch (a) {
            case FbxValue.Text x -> b instanceof FbxValue.Text y && Arrays.equals(x.bytes(), y.bytes());
            case FbxValue.Blob x -> b instanceof FbxValue.Blob y && Arrays.equals(x.bytes(), y.bytes());
            case FbxValue.Ints x -> b instanceof FbxValue.Ints y && Arrays.equals(x.values(), y.values());
            case FbxValue.Longs x -> b instanceof FbxValue.Longs y && Arrays.equals(x.values(), y.values());
            case FbxValue.Floats x -> b instanceof FbxValue.Floats y && Arrays.equals(x.values(), y.values());
            case FbxValue.Doubles x -> b instanceof FbxValue.Doubles y && Arrays.equals(x.values(), y.values());
            case FbxValue.Flags x -> b instanceof FbxValue.Flags y && Arrays.equals(x.values(), y.values());
            case FbxValue.Bytes x -> b instanceof FbxValue.Bytes y && Arrays.equals(x.values(), y.values());
            default -> a.equals(b);
        };
    }
}
