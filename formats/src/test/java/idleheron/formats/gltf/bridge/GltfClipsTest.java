package idleheron.formats.gltf.bridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Light;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import idleheron.formats.Sail;
import idleheron.formats.gltf.document.GltfDocument;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Animations of a document and clips. */
class GltfClipsTest {
    private static GltfDocument written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        GltfSceneWriter.write(s, "test").doc().binary(out);
        return GltfDocument.read("d.glb", null, MemorySegment.ofArray(out.toByteArray()));
    }

    private static Scene read(GltfDocument d) throws IOException {
        return GltfSceneReader.read(d, "s", null);
    }

    private static Scene one(Node n, Clip c) {
        return Scene.bare("t", Stage.COMMON.withRate(FrameRate.of(30)).withRange(0, 2))
                .withNodes(List.of(n))
                .withClips(List.of(c));
    }

    private static Clip clip(Clip.NodeTrack... tracks) {
        return new Clip("go", 0, 2, FrameRate.of(30), List.of(tracks), List.of());
    }

    /** Quaternions q and -q are one turn; readers that go from key to key by numbers want the closer one. */
    @ParameterizedTest
    @EnumSource(
            value = Channel.class,
            names = {"ROTATE_X", "ROTATE_Y", "ROTATE_Z"})
    void turnsGoOnRoundAndRoundFromKeyToKey(Channel about) throws IOException {
        Curve round = Curve.linear(new double[] {0, 0.5, 2}, new double[] {170, 200, 1300});
        Scene s = one(
                Node.of("wheel", -1, NodeKind.GROUP, Transform.of(Vec3.ZERO, new Vec3(10, 20, 30), Vec3.ONE)),
                clip(Sail.track(0, about, round)));
        GltfDocument d = written(s);
        var a = d.root().list("animations").getFirst();
        float[] q = Objects.requireNonNull(d.accessor(a.list("samplers").getFirst(), "output"))
                .floats();
        int each = a.list("samplers").getFirst().text("interpolation", "").equals("LINEAR") ? 1 : 3;
        assertThat(q.length / 4 / each).isGreaterThan(3);
        for (int i = each / 2; i + each < q.length / 4; i += each) {
            double dot = 0;
            for (int k = 0; k < 4; k++) {
                dot += q[4 * i + k] * q[4 * (i + each) + k];
            }
            assertThat(dot).as("key " + i).isGreaterThan(0);
        }
        Scene b = read(d);
        Pose there = new Pose(s);
        Pose here = new Pose(b);
        for (double t = 0; t <= 2; t += 0.01) {
            there.at(s.clips().getFirst(), t);
            here.at(b.clips().getFirst(), t);
            assertThat(here.world(0).equals(there.world(0), 1e-4)).as("at " + t).isTrue();
        }
    }

    /** What is told in degrees beyond half a turn is the turn of the other sign. */
    @Test
    void theFirstKeyHasItsLastNumberAboveZero() throws IOException {
        Curve c = Curve.linear(new double[] {0, 2}, new double[] {200, 220});
        GltfDocument d = written(one(
                Node.of("wheel", -1, NodeKind.GROUP, Transform.IDENTITY), clip(Sail.track(0, Channel.ROTATE_X, c))));
        var a = d.root().list("animations").getFirst();
        float[] q = Objects.requireNonNull(d.accessor(a.list("samplers").getFirst(), "output"))
                .floats();
        assertThat(q).hasSize(8);
        for (int i = 0; i < 2; i++) {
            double half = Math.toRadians(i == 0 ? -160 : -140) / 2;
            assertThat((double) q[4 * i]).isCloseTo(Math.sin(half), within(1e-6));
            assertThat((double) q[4 * i + 3]).isCloseTo(Math.cos(half), within(1e-6));
        }
    }

    @Test
    void onlyWhatMovesIsWritten() throws IOException {
        Curve c = Curve.linear(new double[] {0, 2}, new double[] {0, 3});
        GltfDocument d = written(
                one(Node.of("wheel", -1, NodeKind.GROUP, Transform.IDENTITY), clip(Sail.track(0, Channel.SCALE_Y, c))));
        var channels = d.root().list("animations").getFirst().list("channels");
        assertThat(channels).hasSize(1);
        assertThat(channels.getFirst().child("target").text("path", "")).isEqualTo("scale");
        assertThat(d.root()
                        .list("animations")
                        .getFirst()
                        .list("samplers")
                        .getFirst()
                        .text("interpolation", ""))
                .isEqualTo("LINEAR");
    }

    @Test
    void stepsStaySteps() throws IOException {
        Curve c = new Curve(
                new double[] {0, 1, 2},
                new double[] {0, 3, 5},
                new byte[] {Curve.CONSTANT, Curve.CONSTANT, Curve.CONSTANT},
                null,
                null);
        Scene s = one(
                Node.of("wheel", -1, NodeKind.GROUP, Transform.IDENTITY), clip(Sail.track(0, Channel.TRANSLATE_Y, c)));
        GltfDocument d = written(s);
        assertThat(d.root()
                        .list("animations")
                        .getFirst()
                        .list("samplers")
                        .getFirst()
                        .text("interpolation", ""))
                .isEqualTo("STEP");
        Pose p = new Pose(read(d));
        p.at(read(d).clips().getFirst(), 0.99);
        assertThat(p.world(0).m31()).isZero();
        p.at(read(d).clips().getFirst(), 1.5);
        assertThat(p.world(0).m31()).isEqualTo(3);
    }

    private static Scene told(String extras, String way, float[] times, float... values) throws IOException {
        TinyDocument d = new TinyDocument();
        int in = d.floats("SCALAR", 1, times);
        int out = d.floats(
                values.length / times.length % 4 == 0 ? "VEC4" : "VEC3",
                values.length / times.length % 4 == 0 ? 4 : 3,
                values);
        return read(d.with("'nodes':[{'name':'n','rotation':[0,0,0,1]}],'scenes':[{'nodes':[0]}],'animations':[{"
                + extras + "'samplers':[{'input':" + in
                + ",'output':" + out + ",'interpolation':'" + way
                + "'}],'channels':[{'sampler':0,'target':{'node':0,'path':'"
                + (values.length / times.length % 4 == 0 ? "rotation" : "translation") + "'}}]}]"));
    }

    @ParameterizedTest
    @CsvSource({
        "'[30000,1001]', 30000, 1001",
        "'[12,1]', 12, 1",
        "'[0,1]', 24, 1",
        "'[-5,1]', 24, 1",
        "'[24,0]', 24, 1",
        "'[12]', 24, 1",
        "'[1000000,1]', 24, 1",
        "'[12,1000000]', 24, 1",
        "'[999999,999999]', 999999, 999999"
    })
    void theRateOfItsExtrasWhereItIsOne(String rate, long frames, long seconds) throws IOException {
        Clip c = told("'extras':{'heronRate':" + rate + "},", "LINEAR", new float[] {0, 1}, 0, 0, 0, 1, 2, 3)
                .clips()
                .getFirst();
        assertThat(c.rate()).isEqualTo(new FrameRate(frames, seconds));
    }

    @ParameterizedTest
    @CsvSource({"24", "25", "30", "60", "50", "48", "120"})
    void theRateAtWhichMostKeysLieOnFrames(int rate) throws IOException {
        float[] times = {0, 1f / rate, 7f / rate, 11f / rate};
        Scene s = told("", "LINEAR", times, 0, 0, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9);
        assertThat(s.clips().getFirst().rate()).isEqualTo(FrameRate.of(rate));
        assertThat(s.notes()).isEmpty();
    }

    @Test
    void keysBetweenFramesAreCounted() throws IOException {
        Scene s = told("", "LINEAR", new float[] {0, 1 / 24f, 0.0123f}, 0, 0, 0, 1, 2, 3, 4, 5, 6);
        assertThat(s.notes()).hasSize(1).first().asString().contains("keys do not rise");
        Scene t = told("", "LINEAR", new float[] {0, 0.0123f, 1 / 24f}, 0, 0, 0, 1, 2, 3, 4, 5, 6);
        assertThat(t.notes()).containsExactly("a document has no rate; at 24 /s 1 of 3 key times lie between frames");
    }

    @Test
    void turnsOfAnotherLengthAreCounted() throws IOException {
        float[] q = {0.9f, 0, 0, 0, 0, 0.995f, 0, 0, 0.8f, 0.8f, 0, 0, 0, 0, 0.6f, 0.8f};
        Scene s = told("", "LINEAR", new float[] {0, 1, 2, 3}, q);
        assertThat(s.notes()).containsExactly("/animations/0/channels/0: 2 rotations are not of unit length");
        float[] cubic = new float[24];
        cubic[4] = 1;
        cubic[0] = 5; // a slope is no turn
        cubic[19] = 0.5f;
        assertThat(told("", "CUBICSPLINE", new float[] {0, 1}, cubic).notes())
                .containsExactly("/animations/0/channels/0: 1 rotation is not of unit length");
    }

    /** The intensity of a lamp in percent, of its colour one number; what of a value does not move stands still. */
    @Test
    void valuesOfLampsAndMaterialsBesideEachOther() throws IOException {
        Curve rise = Curve.linear(new double[] {0, 2}, new double[] {100, 300});
        Curve red = Curve.linear(new double[] {0, 2}, new double[] {0, 1});
        Clip c = new Clip(
                "go",
                0,
                2,
                FrameRate.of(30),
                List.of(),
                List.of(),
                List.of(
                        new Clip.ValueTrack(Clip.Subject.ATTRIBUTE, 0, "Intensity", "Intensity", rise),
                        new Clip.ValueTrack(Clip.Subject.MATERIAL, 1, Material.DIFFUSE, "Y", red)),
                List.of());
        Scene s = one(Node.of("lamp", -1, NodeKind.LIGHT, Transform.IDENTITY).withPayload(NodeKind.LIGHT, 0), c)
                .withLights(List.of(new Light("lamp", "point", Vec3.ONE, 1, 0, 45, 2)))
                .withMaterials(List.of(
                        new Material("a", "metallic-roughness", new Vec3(0.5, 0.5, 0.5), 1, -1),
                        new Material("b", "metallic-roughness", new Vec3(0.25, 0.5, 0.75), 1, -1)));
        Clip b = read(written(s)).clips().getFirst();
        assertThat(at(b, "Intensity", "Intensity", 0, 1)).isCloseTo(200, within(1e-4));
        assertThat(at(b, Material.DIFFUSE, "X", 1, 1)).isCloseTo(0.25, within(1e-6));
        assertThat(at(b, Material.DIFFUSE, "Y", 1, 1)).isCloseTo(0.5, within(1e-6));
        assertThat(at(b, Material.DIFFUSE, "Y", 1, 1.5)).isCloseTo(0.75, within(1e-6));
        assertThat(at(b, Material.DIFFUSE, "Z", 1, 1)).isCloseTo(0.75, within(1e-6));
        assertThat(at(b, "Opacity", "Opacity", 1, 1)).isCloseTo(1, within(1e-6));
        assertThat(b.values()).hasSize(5);
    }

    private static double at(Clip c, String property, String component, int index, double t) {
        return c.values().stream()
                .filter(v -> v.property().equals(property) && v.component().equals(component) && v.index() == index)
                .findFirst()
                .orElseThrow()
                .curve()
                .at(t);
    }
}
