package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.formats.usd.compose.Assets;
import idleheron.formats.usd.compose.ComposedPrim;
import idleheron.formats.usd.compose.ComposedProperty;
import idleheron.formats.usd.compose.ComposedStage;
import idleheron.formats.usd.compose.Problem;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Stages of a few lines each, with what is to come of them worked out by hand from the standard's order of strength. */
class CompositionTest {
    @TempDir
    Path folder;

    static Stream<CompositionCase> cases() throws IOException {
        return CompositionCase.all().stream();
    }

    @Test
    void thereIsACaseForEveryArcAndEveryPairOfThem() throws IOException {
        List<String> names =
                CompositionCase.all().stream().map(CompositionCase::name).toList();
        List<String> arcs = List.of("local", "inherits", "variant", "reference", "payload", "specializes");
        for (int i = 0; i < arcs.size(); i++) {
            for (int j = i + 1; j < arcs.size(); j++) {
                assertThat(names).contains(arcs.get(i) + " before " + arcs.get(j));
            }
        }
        assertThat(names).hasSizeGreaterThan(90).doesNotHaveDuplicates();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("cases")
    void comesOutAsWorkedOut(CompositionCase c) throws IOException {
        Path root = c.write(folder);
        ComposedStage stage = ComposedStage.open(root.toString(), new Assets(), true);
        stage.each(p -> {});
        assertThat(c.expected()).isNotEmpty();
        for (String e : c.expected()) {
            expect(stage, e);
        }
        boolean wanted = c.expected().stream().anyMatch(e -> e.startsWith("problem "));
        assertThat(stage.problems().isEmpty())
                .as("problems %s", stage.problems())
                .isEqualTo(!wanted);
    }

    private static void expect(ComposedStage stage, String line) {
        String[] w = line.split(" ");
        if (w[0].equals("problem")) {
            assertThat(stage.problems()).extracting(Problem::code).as(line).contains(w[1]);
            return;
        }
        int dot = w[0].indexOf('.');
        ComposedPrim prim = stage.prim(dot < 0 ? w[0] : w[0].substring(0, dot));
        assertThat(prim).as("%s of %s", w[0], line).isNotNull();
        Objects.requireNonNull(prim);
        List<String> rest = List.of(w).subList(2, w.length);
        switch (w[1]) {
            case "children" ->
                assertThat(prim.children().stream().map(ComposedPrim::name).toList())
                        .as(line)
                        .isEqualTo(rest.equals(List.of("none")) ? List.of() : rest);
            case "type" -> assertThat(prim.typeName()).as(line).isEqualTo(w[2]);
            case "specifier" -> assertThat(prim.specifier().word()).as(line).isEqualTo(w[2]);
            case "schemas" ->
                assertThat(prim.tokens(Field.API_SCHEMAS)).as(line).isEqualTo(rest);
            case "data" -> {
                Value.Dictionary d = (Value.Dictionary) Objects.requireNonNull(prim.metadata(Field.CUSTOM_DATA));
                assertThat(((Numbers) Objects.requireNonNull(d.entries().get(w[2]))).first())
                        .as(line)
                        .isEqualTo(Double.parseDouble(w[4]));
            }
            default -> property(prim.property(w[0].substring(dot + 1)), w, rest, line);
        }
    }

    private static void property(
            @org.jspecify.annotations.Nullable ComposedProperty q, String[] w, List<String> rest, String line) {
        if (w[1].equals("none")) {
            assertThat(q).as(line).isNull();
            return;
        }
        assertThat(q).as(line).isNotNull();
        Objects.requireNonNull(q);
        switch (w[1]) {
            case "=" -> {
                Value v = q.fixed();
                String shown = v instanceof Numbers n ? n.first() + "" : v instanceof TextValue s ? s.first() : "none";
                assertThat(shown).as(line).isEqualTo(Double.parseDouble(w[2]) + "");
            }
            case "blocked" -> {
                assertThat(q.fixed()).as(line).isNull();
                assertThat(q.source()).as(line).isNotNull();
            }
            case "from" ->
                assertThat(Assets.shortName(
                                Objects.requireNonNull(q.source()).layer().id()))
                        .as(line)
                        .isEqualTo(w[2]);
            case "times" -> {
                TimeSamples t = q.samplesOrClips();
                double[] times = t == null ? new double[0] : t.times();
                double[] wanted = rest.equals(List.of("none"))
                        ? new double[0]
                        : rest.stream().mapToDouble(Double::parseDouble).toArray();
                assertThat(times).as(line).containsExactly(wanted, org.assertj.core.data.Offset.offset(1e-9));
            }
            case "->" ->
                assertThat(q.isRelationship() ? q.targets() : q.connections())
                        .as(line)
                        .isEqualTo(rest);
            default -> throw new IllegalArgumentException(line);
        }
    }
}
