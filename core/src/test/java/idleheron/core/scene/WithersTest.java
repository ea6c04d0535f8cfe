package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.EdgeSmoothing;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.ClipLayer;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every method that gives a record with another part gives that part and all others as they were. */
class WithersTest {
    private static final Skin SKIN = new Skin(
            "skin", new int[] {0}, new Matrix4dc[] {new Matrix4d()}, new int[] {0, 1}, new int[] {0}, new float[] {1});

    private static final MeshLayer LAYER = new MeshLayer(
            MeshLayer.Kind.COLOR, "mud", MeshLayer.Domain.POINT, 1, new double[] {1}, new int[] {0}, new int[] {0});

    private static final BlendShape SHAPE =
            new BlendShape("fist", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {1, 0, 0}, null)));

    private static final UvSet UV = new UvSet("uv", new float[] {0, 0}, new int[] {0, 0, 0});

    private static Clip.NodeTrack track(int node) {
        return new Clip.NodeTrack(node, new @Nullable Curve[Channel.COUNT]);
    }

    private static final Clip.ShapeTrack SHAPED = new Clip.ShapeTrack(0, 0, Curve.still(1));

    private static final Clip.ValueTrack VALUED =
            new Clip.ValueTrack(Clip.Subject.NODE, 0, "mud", "mud", Curve.still(1));

    private static ClipLayer layer(String name) {
        return new ClipLayer(
                name,
                ClipLayer.Blend.MIX,
                Curve.still(0.5),
                true,
                true,
                true,
                true,
                List.of(track(0)),
                List.of(SHAPED),
                List.of(VALUED));
    }

    private static final Limits LIMITS = new Limits(
            new double[] {1, 2, 3}, new double[] {4, 5, 6}, new boolean[] {true}, new boolean[] {true}, new boolean[] {
                true
            });

    private static final NodeAttribute ATTRIBUTE = new NodeAttribute("LimbNode", "a", List.of());

    static Stream<Record> records() {
        return Stream.of(
                new Node(
                        "hips",
                        2,
                        NodeKind.MESH,
                        Transform.of(Vec3.ONE, Vec3.ZERO, Vec3.ONE),
                        new Matrix4d(),
                        true,
                        4,
                        new Matrix4d(),
                        new int[] {1},
                        List.of(new FreeProperty("mud", "Number", new FreeProperty.Text("x"))),
                        ATTRIBUTE,
                        LIMITS),
                new Mesh(
                        "coat",
                        new double[] {0, 0, 0},
                        new int[] {0, 3},
                        new int[] {0, 0, 0},
                        new float[9],
                        List.of(UV),
                        new int[] {0},
                        new int[] {1},
                        new EdgeSmoothing(new int[] {0}, new int[] {1}),
                        SKIN,
                        List.of(SHAPE),
                        List.of(LAYER)),
                SKIN,
                LAYER,
                layer("over"),
                VALUED,
                track(3),
                new Clip(
                        "wade",
                        0,
                        1,
                        FrameRate.FILM,
                        List.of(track(1)),
                        List.of(SHAPED),
                        List.of(VALUED),
                        List.of(layer("a"))),
                new Stage(AxisSystem.COMMON, 1, FrameRate.FILM, 0, 1, "w"),
                Transform.of(Vec3.ONE, Vec3.ONE, Vec3.ONE),
                new Texture("t", "/a/b.png", "b.png", true, new byte[1], "uv", List.of()),
                Scene.bare("s", Stage.COMMON)
                        .withNodes(List.of(Node.of("n", -1, NodeKind.JOINT, Transform.IDENTITY)))
                        .withLost(List.of(new Lost(Lost.What.CLIP, "", "", "gone"))));
    }

    /** Another value for a parameter: of its type and, for a list, of what the record holds in it. */
    private static @Nullable Object other(java.lang.reflect.Parameter p) {
        Map<Class<?>, Object> some = new HashMap<>();
        some.put(String.class, "other");
        some.put(int.class, 7);
        some.put(double.class, 0.125);
        some.put(int[].class, new int[] {0, 1});
        some.put(double[].class, new double[] {3, 3, 3});
        some.put(float[].class, new float[] {1});
        some.put(Vec3.class, new Vec3(9, 8, 7));
        some.put(Transform.class, Transform.IDENTITY);
        some.put(Matrix4dc.class, new Matrix4d().translate(1, 2, 3));
        some.put(Matrix4dc[].class, new Matrix4dc[] {new Matrix4d(), new Matrix4d()});
        some.put(NodeKind.class, NodeKind.CAMERA);
        some.put(Skin.class, SKIN.withWeights(new int[] {0, 0}, new int[0], new float[0]));
        some.put(Curve.class, Curve.still(12));
        some.put(FrameRate.class, FrameRate.of(50));
        some.put(AxisSystem.class, AxisSystem.Z_UP);
        some.put(Stage.class, Stage.COMMON.withMetersPerUnit(7));
        some.put(Inherit.class, Inherit.WITHOUT_PARENT_SCALE);
        some.put(
                SkinStyle.class,
                new SkinStyle(SkinStyle.Method.BLENDED, null, SkinStyle.Link.ADDITIVE, List.of(), null));
        some.put(Limits.class, LIMITS.scaled(3));
        some.put(NodeAttribute.class, new NodeAttribute("Null", "b", List.of()));
        some.put(EdgeSmoothing.class, new EdgeSmoothing(new int[] {0}, new int[] {0}));
        some.put(List.class, List.of());
        return some.get(p.getType());
    }

    private static List<Object> parts(Record r) throws ReflectiveOperationException {
        List<Object> out = new ArrayList<>();
        for (RecordComponent c : r.getClass().getRecordComponents()) {
            Object v = c.getAccessor().invoke(r);
            out.add(v == null ? "none" : v);
        }
        return out;
    }

    private static boolean same(Object a, Object b) {
        return java.util.Objects.deepEquals(a, b);
    }

    @ParameterizedTest
    @MethodSource("records")
    void aPartIsReplacedAndTheOthersStay(Record r) throws ReflectiveOperationException {
        int tried = 0;
        for (Method m : r.getClass().getDeclaredMethods()) {
            if (!m.getName().startsWith("with")
                    || Modifier.isStatic(m.getModifiers())
                    || !Modifier.isPublic(m.getModifiers())
                    || m.getParameterCount() == 0
                    || m.getReturnType() != r.getClass()) {
                continue;
            }
            Object[] values =
                    Arrays.stream(m.getParameters()).map(WithersTest::other).toArray();
            if (Arrays.stream(values).anyMatch(java.util.Objects::isNull)) {
                continue;
            }
            Object out;
            try {
                out = m.invoke(r, values);
            } catch (java.lang.reflect.InvocationTargetException e) {
                assertThat(e.getCause())
                        .as("parts that do not fit together")
                        .isInstanceOf(IllegalArgumentException.class);
                continue;
            }
            assertThat(out).as(m.getName()).isNotNull();
            List<Object> before = parts(r);
            List<Object> after = parts((Record) java.util.Objects.requireNonNull(out));
            int changed = 0;
            for (int i = 0; i < before.size(); i++) {
                Object is = after.get(i);
                boolean given = Arrays.stream(values).anyMatch(v -> v == null || same(v, is));
                assertThat(same(before.get(i), is) || given)
                        .as(m.getName() + " and "
                                + r.getClass().getRecordComponents()[i].getName())
                        .isTrue();
                changed += same(before.get(i), is) ? 0 : 1;
            }
            boolean empties = values.length == 1 && values[0] instanceof List;
            assertThat(changed).as(m.getName()).isBetween(empties ? 0 : 1, values.length);
            tried++;
        }
        assertThat(tried).as(r.getClass().getSimpleName()).isPositive();
    }
}
