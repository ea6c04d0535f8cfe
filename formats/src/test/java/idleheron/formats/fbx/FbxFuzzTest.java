package idleheron.formats.fbx;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import idleheron.core.inspect.Inspection;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxRecord;
import idleheron.formats.fbx.document.FbxTime;
import idleheron.formats.fbx.document.FbxValue;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.joml.Matrix4d;
import org.junit.jupiter.api.Test;

/**
 * Broken files by the hundred, from fixed seeds: records whose values are of another kind, number or length, objects that hang
 * on themselves, sizes and offsets that lie, streams that unpack to what they should not. Each is read to the end or refused
 * with its place, soon, and what was read can be looked over and written again.
 */
class FbxFuzzTest {
    private static final double SECONDS = 2;
    private static final double[] NUMBERS = {
        0, -1, 1, 1e-300, 1e300, Double.NaN, Double.POSITIVE_INFINITY, Integer.MIN_VALUE, Integer.MAX_VALUE, 1L << 40
    };

    private int refused;
    private int read;

    /** A skinned and shaped strip with two layers of animation. */
    private static FbxDocument sound() {
        FbxBuild b = new FbxBuild();
        long root = b.object(
                "Model",
                "root",
                "Model",
                "LimbNode",
                List.of(FbxBuild.properties(List.of(
                        FbxBuild.vector("Lcl Translation", "Lcl Translation", "A", new Vec3(0, 1, 0)),
                        FbxBuild.choice("RotationOrder", 2),
                        FbxBuild.property("mud", "Number", "", "A+U", new FbxValue.Real64(0.5))))));
        long tip = b.object(
                "Model",
                "tip",
                "Model",
                "LimbNode",
                List.of(FbxBuild.properties(
                        List.of(FbxBuild.vector("Lcl Rotation", "Lcl Rotation", "A", new Vec3(10, 20, 30))))));
        long mesh = b.object("Model", "strip", "Model", "Mesh", List.of());
        b.connect(root, 0);
        b.connect(tip, root);
        b.connect(mesh, 0);
        int n = 40;
        double[] points = new double[3 * n];
        double[] normals = new double[3 * n];
        int[] corners = new int[4 * (n / 2 - 1)];
        for (int i = 0; i < n; i++) {
            points[3 * i] = i % 2;
            points[3 * i + 1] = i / 2;
            normals[3 * i + 2] = 1;
        }
        for (int q = 0; q < n / 2 - 1; q++) {
            corners[4 * q] = 2 * q;
            corners[4 * q + 1] = 2 * q + 1;
            corners[4 * q + 2] = 2 * q + 3;
            corners[4 * q + 3] = -1 - (2 * q + 2);
        }
        long geometry = b.object(
                "Geometry",
                "strip",
                "Geometry",
                "Mesh",
                List.of(
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(points)),
                        FbxRecord.leaf("PolygonVertexIndex", new FbxValue.Ints(corners)),
                        FbxRecord.leaf("Edges", new FbxValue.Ints(new int[] {0, 1, 2, 3})),
                        layer(
                                "LayerElementNormal",
                                "ByVertice",
                                FbxRecord.leaf("Normals", new FbxValue.Doubles(normals))),
                        layer(
                                "LayerElementColor",
                                "AllSame",
                                FbxRecord.leaf("Colors", new FbxValue.Doubles(new double[4]))),
                        layer(
                                "LayerElementSmoothing",
                                "ByEdge",
                                FbxRecord.leaf("Smoothing", new FbxValue.Ints(new int[4]))),
                        layer(
                                "LayerElementMaterial",
                                "ByPolygon",
                                FbxRecord.leaf("Materials", new FbxValue.Ints(new int[19])))));
        b.connect(geometry, mesh);
        long skin = b.object(
                "Deformer",
                "skin",
                "Deformer",
                "Skin",
                List.of(
                        FbxBuild.leaf("SkinningType", "Blend"),
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {0, 1})),
                        FbxRecord.leaf("BlendWeights", new FbxValue.Doubles(new double[] {1, 0.5}))));
        b.connect(skin, geometry);
        int[] all = new int[n];
        double[] half = new double[n];
        for (int i = 0; i < n; i++) {
            all[i] = i;
            half[i] = 0.5;
        }
        for (long joint : new long[] {root, tip}) {
            long cluster = b.object(
                    "Deformer",
                    "c",
                    "SubDeformer",
                    "Cluster",
                    List.of(
                            FbxRecord.leaf("Indexes", new FbxValue.Ints(all)),
                            FbxRecord.leaf("Weights", new FbxValue.Doubles(half)),
                            FbxBuild.matrix("Transform", new Matrix4d()),
                            FbxBuild.matrix("TransformLink", new Matrix4d())));
            b.connect(cluster, skin);
            b.connect(joint, cluster);
        }
        long blend = b.object("Deformer", "b", "Deformer", "BlendShape", List.of());
        long channel = b.object(
                "Deformer",
                "smile",
                "SubDeformer",
                "BlendShapeChannel",
                List.of(
                        FbxBuild.leaf("DeformPercent", 10.0),
                        FbxRecord.leaf("FullWeights", new FbxValue.Doubles(new double[] {100}))));
        long shape = b.object(
                "Geometry",
                "smile",
                "Geometry",
                "Shape",
                List.of(
                        FbxRecord.leaf("Indexes", new FbxValue.Ints(new int[] {1, 2})),
                        FbxRecord.leaf("Vertices", new FbxValue.Doubles(new double[6]))));
        b.connect(blend, geometry);
        b.connect(channel, blend);
        b.connect(shape, channel);
        long pose = b.object(
                "Pose",
                "p",
                "Pose",
                "BindPose",
                List.of(FbxRecord.scope(
                        "PoseNode",
                        List.of(),
                        List.of(
                                FbxRecord.leaf("Node", new FbxValue.Int64(root)),
                                FbxBuild.matrix("Matrix", new Matrix4d())))));
        b.connect(pose, 0);
        long stack = b.object(
                "AnimationStack",
                "sway",
                "AnimStack",
                "",
                List.of(FbxBuild.properties(List.of(FbxBuild.time("LocalStart", 0), FbxBuild.time("LocalStop", 1)))));
        for (int l = 0; l < 2; l++) {
            long layer = b.object(
                    "AnimationLayer",
                    "l" + l,
                    "AnimLayer",
                    "",
                    List.of(FbxBuild.properties(
                            List.of(FbxBuild.animated("Weight", 50), FbxBuild.choice("BlendMode", l)))));
            b.connect(layer, stack);
            long node = b.object(
                    "AnimationCurveNode",
                    "R",
                    "AnimCurveNode",
                    "",
                    List.of(FbxBuild.properties(List.of(FbxBuild.animated("d|X", 1)))));
            b.connect(node, layer);
            b.connect(node, tip, "Lcl Rotation");
            long curve = b.object(
                    "AnimationCurve",
                    "",
                    "AnimCurve",
                    "",
                    List.of(
                            FbxRecord.leaf(
                                    "KeyTime", new FbxValue.Longs(new long[] {0, FbxTime.TICKS / 2, FbxTime.TICKS})),
                            FbxRecord.leaf("KeyValueFloat", new FbxValue.Floats(new float[] {0, 5, 1})),
                            FbxRecord.leaf("KeyAttrFlags", new FbxValue.Ints(new int[] {0x03000408, 0x108})),
                            FbxRecord.leaf("KeyAttrDataFloat", new FbxValue.Floats(new float[8])),
                            FbxRecord.leaf("KeyAttrRefCount", new FbxValue.Ints(new int[] {1, 2})),
                            FbxRecord.scope(
                                    "Post-Extrapolation",
                                    List.of(),
                                    List.of(
                                            FbxRecord.leaf("Type", new FbxValue.Flag((byte) 'R')),
                                            FbxBuild.leaf("Repetition", 2)))));
            b.connect(curve, node, "d|X");
        }
        return new FbxDocument(
                7400,
                false,
                List.of(
                        FbxRecord.scope("FBXHeaderExtension", List.of(), List.of(FbxBuild.leaf("FBXVersion", 7400))),
                        FbxRecord.scope(
                                "GlobalSettings",
                                List.of(),
                                List.of(FbxBuild.properties(List.of(
                                        FbxBuild.integer("UpAxis", 1), FbxBuild.number("UnitScaleFactor", 1))))),
                        FbxRecord.scope("Objects", List.of(), b.objects()),
                        FbxRecord.scope("Connections", List.of(), b.connections())),
                null,
                List.of());
    }

    private static FbxRecord layer(String kind, String mapping, FbxRecord data) {
        return FbxRecord.scope(
                kind,
                List.of(new FbxValue.Int32(0)),
                List.of(
                        FbxBuild.leaf("MappingInformationType", mapping),
                        FbxBuild.leaf("ReferenceInformationType", "Direct"),
                        data));
    }

    /** Reads; whatever comes out must be a scene that stands up to use, or a refusal that says where. */
    private void hold(String what, byte[] bytes) {
        long start = System.nanoTime();
        try {
            Scene s = new FbxFormat()
                    .read(Path.of("f.fbx"), MemorySegment.ofArray(bytes), Progress.NONE)
                    .scene();
            read++;
            Inspection.of(s, null);
            new FbxFormat().write(s, FbxFormat.BINARY_75, new ByteArrayOutputStream(), Progress.NONE);
        } catch (FormatException e) {
            refused++;
            assertThat(e.getMessage())
                    .as(what)
                    .startsWith("f.fbx")
                    .contains("expected")
                    .contains("found");
        } catch (IOException | RuntimeException | StackOverflowError e) {
            fail(what + ": " + e, e);
        }
        assertThat((System.nanoTime() - start) / 1e9).as(what).isLessThan(SECONDS);
    }

    private static final class Mutation {
        private final Random random;

        Mutation(long seed) {
            random = new Random(seed);
        }

        FbxDocument of(FbxDocument d) {
            List<FbxRecord> top = d.records();
            int times = 1 + random.nextInt(4);
            for (int i = 0; i < times; i++) {
                top = list(top, 0);
            }
            return new FbxDocument(7400, false, top, null, List.of());
        }

        /** Goes down to some record and changes that. */
        private List<FbxRecord> list(List<FbxRecord> records, int depth) {
            if (records.isEmpty()) {
                return records;
            }
            List<FbxRecord> out = new ArrayList<>(records);
            int at = random.nextInt(out.size());
            FbxRecord r = out.get(at);
            if (!r.children().isEmpty() && random.nextInt(5) > 0) {
                out.set(at, r.withChildren(list(r.children(), depth + 1)));
                return out;
            }
            switch (random.nextInt(depth == 0 ? 9 : 8)) {
                case 0 -> out.remove(at);
                case 1 -> out.add(random.nextInt(out.size()), r);
                case 2 -> out.set(at, new FbxRecord(r.name(), List.of(), r.children(), true));
                case 3 -> {
                    int other = random.nextInt(out.size());
                    out.set(at, new FbxRecord(r.name(), out.get(other).values(), r.children(), r.scope()));
                }
                case 4 -> out.set(at, nested(r, 1 + random.nextInt(80)));
                default -> out.set(at, new FbxRecord(r.name(), values(r.values()), r.children(), r.scope()));
            }
            return out;
        }

        private FbxRecord nested(FbxRecord r, int deep) {
            FbxRecord out = r;
            for (int i = 0; i < deep; i++) {
                out = FbxRecord.scope(r.name(), r.values(), List.of(out));
            }
            return out;
        }

        private List<FbxValue> values(List<FbxValue> values) {
            if (values.isEmpty()) {
                return List.of(new FbxValue.Int32(random.nextInt()));
            }
            List<FbxValue> out = new ArrayList<>(values);
            int at = random.nextInt(out.size());
            if (random.nextInt(6) == 0) {
                out.remove(at);
            } else {
                out.set(at, value(out.get(at)));
            }
            return out;
        }

        private FbxValue value(FbxValue v) {
            double n = NUMBERS[random.nextInt(NUMBERS.length)];
            if (random.nextInt(5) == 0) {
                return switch (random.nextInt(5)) {
                    case 0 -> new FbxValue.Text("tide");
                    case 1 -> new FbxValue.Doubles(new double[random.nextInt(40)]);
                    case 2 -> new FbxValue.Int64((long) n);
                    case 3 -> new FbxValue.Blob(new byte[3]);
                    default -> new FbxValue.Real64(n);
                };
            }
            return switch (v) {
                case FbxValue.Ints a -> {
                    int[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                    if (x.length > 0) {
                        x[random.nextInt(x.length)] = (int) n;
                    }
                    yield new FbxValue.Ints(x);
                }
                case FbxValue.Doubles a -> {
                    double[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                    if (x.length > 0) {
                        x[random.nextInt(x.length)] = n;
                    }
                    yield new FbxValue.Doubles(x);
                }
                case FbxValue.Floats a -> {
                    float[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                    if (x.length > 0) {
                        x[random.nextInt(x.length)] = (float) n;
                    }
                    yield new FbxValue.Floats(x);
                }
                case FbxValue.Longs a -> {
                    long[] x = java.util.Arrays.copyOf(a.values(), length(a.length()));
                    if (x.length > 0) {
                        x[random.nextInt(x.length)] = (long) n;
                    }
                    yield new FbxValue.Longs(x);
                }
                case FbxValue.Int64 a ->
                    // Mostly another object's number, so that things hang on each other in ways they should not.
                    new FbxValue.Int64(random.nextInt(4) == 0 ? (long) n : 1_000_001 + random.nextInt(20));
                case FbxValue.Int32 a -> new FbxValue.Int32((int) n);
                case FbxValue.Text a -> new FbxValue.Text(random.nextBoolean() ? "" : a.text() + "x");
                default -> new FbxValue.Real64(n);
            };
        }

        private int length(int was) {
            return switch (random.nextInt(4)) {
                case 0 -> 0;
                case 1 -> random.nextInt(was + 1);
                case 2 -> was + 1 + random.nextInt(5);
                default -> was;
            };
        }
    }

    @Test
    void recordsThatContradictEachOtherNeverDoHarm() {
        FbxDocument sound = sound();
        hold("sound", FbxBytes.binary(sound, 7400));
        assertThat(read).isEqualTo(1);
        for (int seed = 0; seed < 1500; seed++) {
            FbxDocument d = new Mutation(seed).of(sound);
            hold("binary " + seed, FbxBytes.binary(d, seed % 2 == 0 ? 7400 : 7500));
            if (seed % 5 == 0) {
                hold("text " + seed, FbxBytes.text(d));
            }
        }
        assertThat(read).as("most are odd and not broken").isGreaterThan(800);
        assertThat(refused).isGreaterThan(50);
    }

    @Test
    void sizesOffsetsAndBytesThatLieAreRefusedOrRead() {
        byte[] good = FbxBytes.binary(sound(), 7400);
        Random random = new Random(21);
        for (int i = 0; i < 1500; i++) {
            byte[] b = good.clone();
            int changes = 1 + random.nextInt(3);
            for (int k = 0; k < changes; k++) {
                int at = 27 + random.nextInt(b.length - 31);
                switch (random.nextInt(4)) {
                    case 0 -> b[at] ^= (byte) (1 << random.nextInt(8));
                    case 1 -> ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(at, random.nextInt());
                    case 2 ->
                        ByteBuffer.wrap(b).order(ByteOrder.LITTLE_ENDIAN).putInt(at, at + random.nextInt(200) - 100);
                    default -> b[at] = 0;
                }
            }
            hold("bytes " + i, random.nextInt(5) == 0 ? java.util.Arrays.copyOf(b, random.nextInt(b.length)) : b);
        }
        assertThat(refused).isGreaterThan(700);
    }

    @Test
    void textWithPiecesMissingDoubledOrChangedIsRefusedOrRead() {
        String good = new String(FbxBytes.text(sound()), StandardCharsets.ISO_8859_1);
        Random random = new Random(22);
        String[] pieces = {
            "{", "}", ":", ",", "*", "\"", "a: ", "999999999999", "-", "1e999", "\n", ";", "nan", "&quot;"
        };
        for (int i = 0; i < 800; i++) {
            StringBuilder s = new StringBuilder(good);
            for (int k = 0; k <= random.nextInt(3); k++) {
                int at = random.nextInt(s.length() - 20);
                switch (random.nextInt(3)) {
                    case 0 -> s.delete(at, at + 1 + random.nextInt(20));
                    case 1 -> s.insert(at, pieces[random.nextInt(pieces.length)]);
                    default -> s.insert(at, s.substring(at, at + random.nextInt(20)));
                }
            }
            hold("text " + i, s.toString().getBytes(StandardCharsets.ISO_8859_1));
        }
        assertThat(refused).isGreaterThan(200);
    }
}
