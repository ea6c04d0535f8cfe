package idleheron.formats.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.usd.files.Layers;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Layer;
import idleheron.formats.usd.layer.ListEdit;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Reference;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.SpecPath;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.Value;
import idleheron.formats.usd.layer.ValueKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class LayerTest {
    @TempDir
    Path folder;

    static Stream<String> samples() {
        return Stream.concat(UsdSamples.TEXTS.stream(), UsdSamples.CRATES.stream());
    }

    private static Value field(Layer l, String prim, String property, String field) {
        Spec p = Objects.requireNonNull(l.prim(prim), prim);
        return Objects.requireNonNull(
                Objects.requireNonNull(p.properties().get(property), property).get(field), field);
    }

    private static Value value(Layer l, String path) {
        return field(l, SpecPath.primOf(path), SpecPath.propertyOf(path), Field.DEFAULT);
    }

    private static double[] numbers(Layer l, String path) {
        return ((Numbers) value(l, path)).doubles();
    }

    @ParameterizedTest
    @MethodSource("samples")
    void theSameLayerComesBackFromTextAndFromCrate(String name) throws IOException {
        Layer l = UsdSamples.layer(name);
        Path text = folder.resolve("a.usda");
        Path crate = folder.resolve("a.usdc");
        Layers.writeText(l, text);
        Layers.writeCrate(l, crate);
        assertThat(UsdSamples.file(text).root()).isEqualTo(l.root());
        assertThat(UsdSamples.file(crate).root()).isEqualTo(l.root());
        byte[] once = Files.readAllBytes(crate);
        Layers.writeCrate(UsdSamples.file(crate), crate);
        assertThat(Files.readAllBytes(crate)).isEqualTo(once);
        Layers.writeText(UsdSamples.file(crate), folder.resolve("b.usda"));
        assertThat(Files.readString(folder.resolve("b.usda"))).isEqualTo(Files.readString(text));
    }

    @Test
    void everyTypeIsReadFromTheReferenceLibrarysCrateAsItsTextSays() throws IOException {
        Layer crate = UsdSamples.layer("types-ref22.usdc");
        Layer text = UsdSamples.layer("types.usda");
        Spec told = Objects.requireNonNull(text.prim("/All"));
        int compared = 0;
        for (Spec a : told.properties().values()) {
            Value v = a.get(Field.DEFAULT);
            boolean path = v instanceof TextValue w && w.kind() == ValueKind.ASSET; // made absolute on the way
            if (v != null && !path && !v.equals(Value.Blocked.IT)) {
                assertThat(value(crate, "/All." + a.name())).as(a.name()).isEqualTo(v);
                compared++;
            }
            if (a.get(Field.TIME_SAMPLES) instanceof TimeSamples t) {
                assertThat(field(crate, "/All", a.name(), Field.TIME_SAMPLES))
                        .as(a.name())
                        .isEqualTo(t);
                compared++;
            }
        }
        assertThat(compared).isGreaterThan(55);
    }

    @Test
    void numbersOfTheSampleAreWhatTheySay() throws IOException {
        Layer l = UsdSamples.layer("types-ref22.usdc");
        assertThat(numbers(l, "/All.i")).containsExactly(-5);
        assertThat(((Numbers) value(l, "/All.u64")).longs())
                .containsExactly(Long.parseUnsignedLong("18000000000000000000"));
        assertThat(numbers(l, "/All.f3i")).containsExactly(1, -2, 127);
        assertThat(numbers(l, "/All.qf"))
                .as("i, j, k and the real part last")
                .containsExactly(new double[] {0.1, 0.2, 0.3, 0.5}, org.assertj.core.data.Offset.offset(1e-7));
        assertThat(numbers(l, "/All.m4")).containsExactly(1, 0, 0, 0, 0, 2, 0, 0, 0, 0, 3, 0, 0, 0, 0, -4);
        assertThat(numbers(l, "/All.ints"))
                .hasSize(40)
                .startsWith(-7, -6, -3, 2)
                .endsWith(1514);
        assertThat(((TextValue) value(l, "/All.strs")).items()).containsExactly("a", "b", "a");
        assertThat(((TextValue) value(l, "/All.s")).first()).isEqualTo("line\n\"quote\"");
    }

    @Test
    void theWholeGrammarIsUnderstood() throws IOException {
        Layer l = UsdSamples.text("""
                (
                    "a comment" ; upAxis = "Z"
                    subLayers = [@a.usda@, @@@b@c.usda@@@ (offset = 10; scale = 2)]
                    unheard = [1, (2, "x")] # of
                )
                /* before */ def Mesh "A" (
                    prepend references = [@x.usda@</P> (offset = -1; customData = { int q = 3 }), </Q>]
                    delete payload = @y.usda@
                    inherits = </C>
                    add specializes = [</S>, </T>]
                    append apiSchemas = ["XAPI"]
                    variants = { string look = "red" }
                    prepend variantSets = ["look"]
                    kind = "component"; hidden = true
                    clips = { dictionary default = { asset[] assetPaths = [@1@, @2@]; double2[] times = [(0, 1)] } }
                )
                {
                    reorder properties = ["b", "a"]
                    reorder nameChildren = ["K"]
                    custom uniform token[] names = ["a", 'b', \"""c
                d\""",]
                    point3f[] points = [(1, -2.5e3, .5), (inf, -inf, nan)] (
                        interpolation = "vertex"
                        elementSize = 2
                        customData = { dictionary deep = { bool yes = true } }
                    )
                    double x.timeSamples = { 3: 1, -1: None, 2.5: 7, }
                    float con.connect = [</A.x>, <.points>]
                    append rel r = <../Other>
                    varying rel s
                    matrix2d m = ((1, 2), (3, 4))
                    quatf q = (1, 2, 3, 4)
                    int64 big = -9223372036854775808
                    def "K" { int v = 1; int w = 2 }
                    variantSet "look" = { "red" (doc = "one") { int v = 3 } "blue" { } }
                }
                over "B"
                {
                }
                class Xform "C" { }
                """);
        Spec a = Objects.requireNonNull(l.prim("/A"));
        assertThat(l.root().text(Field.COMMENT)).isEqualTo("a comment");
        assertThat(l.sublayers()).extracting(Layer.Sublayer::asset).containsExactly("a.usda", "b@c.usda");
        assertThat(l.sublayers().get(1).offset().scale()).isEqualTo(2);
        assertThat(l.root().get("unheard")).isEqualTo(new Value.Unregistered(TextValue.string("[1, (2, \"x\")]")));
        ListEdit refs = (ListEdit) Objects.requireNonNull(a.get(Field.REFERENCES));
        Reference first = (Reference) refs.get(ListEdit.Operation.PREPENDED).getFirst();
        assertThat(first.prim()).isEqualTo("/P");
        assertThat(first.offset().offset()).isEqualTo(-1);
        assertThat(first.data().entries()).containsOnlyKeys("q");
        assertThat(((TextValue) value(l, "/A.names")).items()).containsExactly("a", "b", "c\nd");
        assertThat(numbers(l, "/A.points"))
                .startsWith(1, -2500, 0.5, Double.POSITIVE_INFINITY)
                .endsWith(Double.NaN);
        TimeSamples t = (TimeSamples) field(l, "/A", "x", Field.TIME_SAMPLES);
        assertThat(t.times()).containsExactly(-1, 2.5, 3);
        assertThat(t.value(0)).isEqualTo(Value.Blocked.IT);
        assertThat(((ListEdit) field(l, "/A", "con", Field.CONNECTIONS)).get(ListEdit.Operation.EXPLICIT))
                .containsExactly("/A.x", "/A.points");
        assertThat(((ListEdit) field(l, "/A", "r", Field.TARGETS)).get(ListEdit.Operation.APPENDED))
                .containsExactly("/Other");
        assertThat(numbers(l, "/A.q")).containsExactly(2, 3, 4, 1);
        assertThat(numbers(l, "/A{look=red}.v")).containsExactly(3);
        assertThat(numbers(l, "/A/K.w")).containsExactly(2);
        Path crate = folder.resolve("all.usdc");
        Layers.writeCrate(l, crate);
        assertThat(UsdSamples.file(crate).root()).isEqualTo(l.root());
        assertThat(UsdSamples.text(Layers.text(l).substring("#usda 1.0\n".length()))
                        .root())
                .isEqualTo(l.root());
    }

    @Test
    void arraysOfEveryPackingComeBack() throws IOException {
        Random random = new Random(3);
        Spec p = Spec.prim("P", idleheron.formats.usd.layer.Specifier.DEF, "");
        for (int n : new int[] {0, 1, 15, 16, 17, 1000}) {
            long[] wide = random.longs(n).toArray();
            int[] narrow = random.ints(n, -300, 70_000).toArray();
            double[] whole = random.ints(n, -9, 9).asDoubleStream().toArray();
            double[] few = random.ints(n, 0, 5).mapToDouble(i -> 0.1 * i).toArray();
            double[] any = random.doubles(n).toArray();
            p.add(Spec.attribute("l" + n, "int64[]", false)
                    .with(Field.DEFAULT, Numbers.whole(ValueKind.INT64, true, wide)));
            p.add(Spec.attribute("u" + n, "uint64[]", false)
                    .with(Field.DEFAULT, Numbers.whole(ValueKind.UINT64, true, wide)));
            p.add(Spec.attribute("i" + n, "int[]", false).with(Field.DEFAULT, Numbers.ints(narrow)));
            for (ValueKind k : List.of(ValueKind.HALF, ValueKind.FLOAT, ValueKind.DOUBLE)) {
                p.add(Spec.attribute(k.text() + "w" + n, k.text() + "[]", false)
                        .with(Field.DEFAULT, Numbers.of(k, true, whole)));
                p.add(Spec.attribute(k.text() + "f" + n, k.text() + "[]", false)
                        .with(Field.DEFAULT, Numbers.of(k, true, few)));
                p.add(Spec.attribute(k.text() + "a" + n, k.text() + "[]", false)
                        .with(Field.DEFAULT, Numbers.of(k, true, any)));
            }
        }
        p.add(Spec.attribute("z", "double[]", false)
                .with(Field.DEFAULT, Numbers.of(ValueKind.DOUBLE, true, new double[20]))
                .with("note", TextValue.string("")));
        p.add(Spec.attribute("minus", "double3", false)
                .with(Field.DEFAULT, Numbers.one(ValueKind.DOUBLE3, -0.0, 1, 2)));
        Layer l = Layer.empty("made");
        l.root().add(p);
        Path crate = folder.resolve("arrays.usdc");
        Layers.writeCrate(l, crate);
        assertThat(UsdSamples.file(crate).root()).isEqualTo(l.root());
    }

    @Test
    void equalArraysAreStoredOnce() throws IOException {
        float[] many = new float[30_000];
        for (int i = 0; i < many.length; i++) {
            many[i] = (float) Math.sin(i);
        }
        Layer l = Layer.empty("made");
        for (int i = 0; i < 10; i++) {
            l.root()
                    .add(Spec.prim("P" + i, idleheron.formats.usd.layer.Specifier.DEF, "Points")
                            .add(Spec.attribute("points", "point3f[]", false)
                                    .with(Field.DEFAULT, Numbers.floats(ValueKind.FLOAT3, many.clone()))));
        }
        Path crate = folder.resolve("shared.usdc");
        Layers.writeCrate(l, crate);
        assertThat(Files.size(crate)).isLessThan(4L * many.length + 2000);
    }

    @Test
    void aBrokenTextIsToldWithItsLine() {
        assertThatThrownBy(() -> UsdSamples.text("def \"A\"\n{\n    int a = 1 int b = 2\n}\n"))
                .isInstanceOf(FormatException.class)
                .hasMessageContaining("line 4")
                .hasMessageContaining("expected a line end");
        assertThatThrownBy(() -> UsdSamples.text("def \"A\"\n{\n    int a = \"x\"\n}\n"))
                .hasMessageContaining("whole number");
        assertThatThrownBy(() -> UsdSamples.text("def \"A\"\n{\n    string s = \"x\n}\n"))
                .hasMessageContaining("closed");
        assertThatThrownBy(() -> UsdSamples.text("def \"A\"\n{\n    uchar c = 300\n}\n"))
                .hasMessageContaining("255");
        assertThatThrownBy(() -> UsdSamples.text("def \"A\" {".repeat(5000))).hasMessageContaining("deeper");
    }

    @Test
    void listsAreEditedAsTheStandardSays() {
        ListEdit e = ListEdit.of(ListEdit.Items.TOKENS, ListEdit.Operation.DELETED, List.of("b"))
                .with(ListEdit.Operation.PREPENDED, List.of("c", "x"))
                .with(ListEdit.Operation.APPENDED, List.of("a"))
                .with(ListEdit.Operation.ADDED, List.of("d", "c"));
        assertThat(e.applied(List.of("a", "b", "c", "e"))).containsExactly("c", "x", "e", "d", "a");
        assertThat(ListEdit.ordered(List.of("p", "a", "b", "c"), List.of("c", "a")))
                .containsExactly("p", "c", "a", "b");
    }

    @Test
    void pathsMoveAndResolve() {
        assertThat(SpecPath.parts("/a{s=v}b/c")).containsExactly("a", "{s=v}", "b", "c");
        assertThat(SpecPath.parent("/a{s=v}b")).isEqualTo("/a{s=v}");
        assertThat(SpecPath.stripped("/a{s=v}{t=}b")).isEqualTo("/a/b");
        assertThat(SpecPath.moved("/a/b.x", "/a", "/q/r")).isEqualTo("/q/r/b.x");
        assertThat(SpecPath.absolute("../b.x", "/a/c")).isEqualTo("/a/b.x");
        assertThat(SpecPath.isUnder("/ab", "/a")).isFalse();
        assertThat(SpecPath.primOf("/a/b.x:y.z")).isEqualTo("/a/b");
    }
}
