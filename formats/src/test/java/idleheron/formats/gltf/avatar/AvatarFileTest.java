package idleheron.formats.gltf.avatar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.finding.Finding;
import idleheron.core.inspect.Inspection;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.GltfFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** An avatar of the 15 roles that must be there, as it is and with one thing after the other made wrong. */
class AvatarFileTest {
    private static final Path FILE = Path.of("src/test/resources/gltf/avatars/least.vrm");
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final GltfFormat FORMAT = new GltfFormat();

    /** The file with its text changed. */
    private static byte[] changed(Consumer<ObjectNode> change) throws IOException {
        ByteBuffer in = ByteBuffer.wrap(Files.readAllBytes(FILE)).order(ByteOrder.LITTLE_ENDIAN);
        int length = in.getInt(12);
        ObjectNode text = (ObjectNode) MAPPER.readTree(in.array(), 20, length);
        change.accept(text);
        byte[] out = MAPPER.writeValueAsString(text).getBytes(StandardCharsets.UTF_8);
        int padded = out.length + 3 & ~3;
        byte[] rest = new byte[in.array().length - 20 - length];
        System.arraycopy(in.array(), 20 + length, rest, 0, rest.length);
        ByteBuffer b = ByteBuffer.allocate(20 + padded + rest.length).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(0x46546C67).putInt(2).putInt(b.capacity()).putInt(padded).putInt(0x4E4F534A);
        b.put(out)
                .put(" ".repeat(padded - out.length).getBytes(StandardCharsets.US_ASCII))
                .put(rest);
        return b.array();
    }

    private static Scene read(byte[] bytes) throws IOException {
        return FORMAT.read(Path.of("a.vrm"), MemorySegment.ofArray(bytes), (done, what) -> {})
                .scene();
    }

    private static Scene least() throws IOException {
        return read(Files.readAllBytes(FILE));
    }

    private static Avatar of(Scene s) {
        return Objects.requireNonNull(Avatar.in(s));
    }

    private static byte[] written(Scene s) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(s, GltfFormat.AVATAR, out, (done, what) -> {});
        return out.toByteArray();
    }

    private static ObjectNode at(ObjectNode root, String path) {
        return (ObjectNode) root.at(path);
    }

    /** Codes that tell something of avatars. */
    private static Set<String> told(Scene s) {
        Set<String> out = new TreeSet<>();
        for (Finding f : Inspection.of(s, null)) {
            if (f.code().startsWith("avatar-")) {
                out.add(f.code());
            }
        }
        return out;
    }

    /** All that it says, with names of nodes for their numbers. */
    private static Map<String, Object> said(Scene s) {
        Avatar a = of(s);
        Map<String, Object> out = new TreeMap<>();
        out.put("version", a.version());
        out.put("meta", Objects.requireNonNull(a.meta()).said().toString());
        a.roles().forEach((r, n) -> out.put(r.code(), s.nodes().get(n).name()));
        for (Expression e : a.expressions()) {
            out.put(
                    "expression " + e.name(),
                    e.preset() + " " + e.binary() + " " + e.overrides() + e.colors() + e.pictures()
                            + e.shapes().stream()
                                    .map(x -> s.nodes().get(x.node()).name() + " " + x.shape() + " " + x.weight())
                                    .toList());
        }
        out.put("gaze", String.valueOf(a.gaze()));
        a.views().forEach((n, v) -> out.put("view " + s.nodes().get(n).name(), v));
        a.follows()
                .forEach(f -> out.put(
                        "follow " + s.nodes().get(f.node()).name(),
                        f.kind() + " " + s.nodes().get(f.source()).name() + " " + f.axis() + " " + f.weight()));
        out.put(
                "springs",
                a.springs().springs().stream()
                        .map(x -> x.name() + " " + x.groups() + " "
                                + s.nodes().get(x.center()).name()
                                + x.joints().stream()
                                        .map(j -> s.nodes().get(j.node()).name() + " " + (float) j.radius() + " "
                                                + (float) j.stiffness() + " " + (float) j.gravity() + " "
                                                + (float) j.drag() + j.down())
                                        .toList())
                        .toList());
        out.put(
                "colliders",
                a.springs().colliders().stream()
                        .map(c -> s.nodes().get(c.node()).name() + " " + c.offset() + c.tail() + (float) c.radius())
                        .toList());
        out.put("groups", a.springs().groups().toString());
        return out;
    }

    @Test
    void all_that_makes_an_avatar_is_read() throws Exception {
        Scene s = least();
        Avatar a = of(s);

        assertThat(a.roles()).containsOnlyKeys(Role.REQUIRED);
        assertThat(s.nodes().get(a.node(Role.LEFT_HAND)).name()).isEqualTo("J_left_hand");
        AvatarMeta m = Objects.requireNonNull(a.meta());
        assertThat(m.text(MetaField.NAME)).isEqualTo("Warden of the Pier");
        assertThat(m.said().get(MetaField.AUTHORS)).containsExactly("The reference data generator");
        assertThat(m.text(MetaField.REDISTRIBUTION)).isEqualTo("false");
        Expression happy = a.expressions().stream()
                .filter(e -> e.name().equals("happy"))
                .findFirst()
                .orElseThrow();
        assertThat(happy.overrides()).containsExactly("blend", "none", "block");
        assertThat(happy.shapes()).hasSize(2);
        assertThat(happy.shapes().get(1).weight()).isEqualTo(0.3);
        Gaze gaze = Objects.requireNonNull(a.gaze());
        assertThat(gaze.offset()).isEqualTo(new Vec3(0, 0.06, 0.06));
        assertThat(gaze.ranges()).hasSize(4);
        Springs.Spring hair = a.springs().springs().getFirst();
        assertThat(hair.joints()).extracting(Springs.Joint::gravity).containsExactly(0.0, 0.1, 0.2);
        assertThat(s.nodes().get(hair.center()).name()).isEqualTo("J_hips");
        assertThat(a.springs().colliders()).hasSize(2);
        assertThat(a.springs().colliders().get(0).tail()).isNull();
        assertThat(a.follows())
                .extracting(Follow::kind, Follow::axis)
                .contains(org.assertj.core.groups.Tuple.tuple("roll", SignedAxis.POSITIVE_X));
        assertThat(a.faults()).isEmpty();
        assertThat(told(s)).isEmpty();
    }

    @Test
    void what_is_written_says_the_same_and_the_same_again() throws Exception {
        Scene s = least();
        byte[] once = written(s);

        assertThat(said(read(once))).isEqualTo(said(s));
        assertThat(written(read(once))).isEqualTo(written(read(once)));
    }

    @Test
    void after_a_stage_of_other_axes_unit_and_hand_the_same_is_written() throws Exception {
        Scene s = least();
        Scene other = new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(s);
        assertThat(of(other).springs().colliders().getFirst().radius()).isEqualTo(9, within(1e-9));
        Avatar back = of(read(written(other)));

        for (int i = 0; i < 2; i++) {
            Springs.Collider x = of(s).springs().colliders().get(i);
            Springs.Collider y = back.springs().colliders().get(i);
            assertThat(y.offset().distance(x.offset())).isLessThan(1e-7);
            assertThat(y.radius()).isEqualTo(x.radius(), within(1e-7));
        }
        assertThat(Objects.requireNonNull(back.gaze()).offset().distance(new Vec3(0, 0.06, 0.06)))
                .isLessThan(1e-7);
        assertThat(back.springs()
                        .springs()
                        .getFirst()
                        .joints()
                        .getFirst()
                        .down()
                        .y())
                .isEqualTo(-1, within(1e-7));
    }

    private static Arguments wrong(String what, String code, Consumer<ObjectNode> change) {
        return Arguments.of(what, code, change);
    }

    private static final String VRM = "/extensions/VRMC_vrm";
    private static final String SPRING = "/extensions/VRMC_springBone";

    static Stream<Arguments> faults() {
        return Stream.of(
                wrong("no meta", "avatar-meta", r -> at(r, VRM).remove("meta")),
                wrong("no licence", "avatar-meta", r -> at(r, VRM + "/meta").put("licenseUrl", "")),
                wrong(
                        "a use of one's own",
                        "avatar-meta",
                        r -> at(r, VRM + "/meta").put("commercialUsage", "all")),
                wrong(
                        "no right hand",
                        "avatar-role-missing",
                        r -> at(r, VRM + "/humanoid/humanBones").remove("rightHand")),
                wrong(
                        "a tail",
                        "avatar-role-unknown",
                        r -> at(r, VRM + "/humanoid/humanBones")
                                .putObject("tail")
                                .put("node", 1)),
                wrong(
                        "a jaw that is not there",
                        "avatar-role-unknown",
                        r -> at(r, VRM + "/humanoid/humanBones")
                                .putObject("jaw")
                                .put("node", 4000)),
                wrong(
                        "two roles",
                        "avatar-role-twice",
                        r -> at(r, VRM + "/humanoid/humanBones")
                                .putObject("chest")
                                .put("node", 1)),
                wrong(
                        "an upper chest alone",
                        "avatar-role-parent",
                        r -> at(r, VRM + "/humanoid/humanBones")
                                .putObject("upperChest")
                                .put("node", 15)),
                wrong("a later version", "avatar-version", r -> at(r, VRM).put("specVersion", "2.0")),
                wrong("centimetres", "avatar-size", r -> {
                    for (int i = 0; i < 20; i++) {
                        ArrayNode t = (ArrayNode) at(r, "/nodes/" + i).path("translation");
                        for (int k = 0; k < t.size(); k++) {
                            t.set(
                                    k,
                                    MAPPER.getNodeFactory()
                                            .numberNode(100 * t.get(k).asDouble()));
                        }
                    }
                }),
                wrong(
                        "facing away",
                        "avatar-facing",
                        r -> at(r, "/nodes/0")
                                .putArray("rotation")
                                .add(0)
                                .add(1)
                                .add(0)
                                .add(0)),
                wrong(
                        "lying down",
                        "avatar-lies-down",
                        r -> at(r, "/nodes/0")
                                .putArray("rotation")
                                .add(Math.sqrt(0.5))
                                .add(0)
                                .add(0)
                                .add(Math.sqrt(0.5))),
                wrong(
                        "a lowered arm",
                        "avatar-t-pose",
                        r -> at(r, "/nodes/6")
                                .putArray("rotation")
                                .add(0)
                                .add(0)
                                .add(-Math.sin(0.3))
                                .add(Math.cos(0.3))),
                wrong(
                        "a stretched spine",
                        "avatar-bone-scale",
                        r -> at(r, "/nodes/1").putArray("scale").add(1).add(1.2).add(1)),
                wrong(
                        "a hand at the elbow",
                        "avatar-bone-length",
                        r -> at(r, "/nodes/8")
                                .putArray("translation")
                                .add(0)
                                .add(0)
                                .add(0)),
                wrong(
                        "a mesh that is placed",
                        "avatar-mesh-node",
                        r -> at(r, "/nodes/20")
                                .putArray("translation")
                                .add(1)
                                .add(0)
                                .add(0)),
                wrong(
                        "a shape that is not there",
                        "avatar-expression",
                        r -> ((ObjectNode) at(r, VRM + "/expressions/preset/aa").at("/morphTargetBinds/0"))
                                .put("index", 99)),
                wrong(
                        "a preset of one's own",
                        "avatar-expression",
                        r -> at(r, VRM + "/expressions/preset").putObject("grumpy")),
                wrong(
                        "a switch that is none",
                        "avatar-expression",
                        r -> at(r, VRM + "/expressions/preset/ee").put("isBinary", "yes")),
                wrong(
                        "an expression of nothing",
                        "avatar-expression-empty",
                        r -> at(r, VRM + "/expressions/preset/oh").remove("morphTargetBinds")),
                wrong("a spring of one joint", "avatar-spring", r -> {
                    ArrayNode joints = (ArrayNode) r.at(SPRING + "/springs/0/joints");
                    joints.remove(2);
                    joints.remove(1);
                }),
                wrong(
                        "a collider without a shape",
                        "avatar-spring",
                        r -> at(r, SPRING + "/colliders/0").remove("shape")),
                wrong(
                        "a group of what is not there",
                        "avatar-spring",
                        r -> ((ArrayNode) r.at(SPRING + "/colliderGroups/0/colliders")).add(9)),
                wrong(
                        "a stiffness below nothing",
                        "avatar-spring",
                        r -> at(r, SPRING + "/springs/0/joints/0").put("stiffness", -1)),
                wrong(
                        "one that follows nobody",
                        "avatar-constraint",
                        r -> at(r, "/nodes/18/extensions/VRMC_node_constraint/constraint/roll")
                                .put("source", 999)),
                wrong(
                        "one that follows itself",
                        "avatar-constraint",
                        r -> at(r, "/nodes/18/extensions/VRMC_node_constraint/constraint/roll")
                                .put("source", 18)));
    }

    @ParameterizedTest(name = "{0}: {1}")
    @MethodSource("faults")
    void one_thing_wrong_is_told_by_its_code(String what, String code, Consumer<ObjectNode> change) throws Exception {
        Scene s = read(changed(change));

        assertThat(told(s)).as(what).contains(code);
        // and none of it ends in a fault when it is written, but for a version that nobody knows
        if (AvatarWriter.isWritten(of(s))) {
            assertThat(of(read(written(s))).roles()).isNotEmpty();
        } else {
            assertThatThrownBy(() -> written(s)).hasMessage("an avatar of version 2.0 is not known");
        }
    }

    @Test
    void an_older_avatar_is_recognised_with_its_thumbs_and_presets() throws Exception {
        byte[] older = changed(r -> {
            ObjectNode o = r.putObject("extensions").putObject("VRM");
            o.put("specVersion", "0.0");
            o.putObject("meta").put("title", "Warden").put("author", "Mira");
            ArrayNode bones = o.putObject("humanoid").putArray("humanBones");
            bones.addObject().put("bone", "hips").put("node", 0);
            bones.addObject().put("bone", "leftThumbProximal").put("node", 8);
            bones.addObject().put("bone", "wing").put("node", 9);
            ObjectNode joy =
                    o.putObject("blendShapeMaster").putArray("blendShapeGroups").addObject();
            joy.put("presetName", "joy").put("name", "Joy");
            joy.putArray("binds").addObject().put("mesh", 1).put("index", 0).put("weight", 50);
        });
        Scene s = read(older);
        Avatar a = of(s);

        assertThat(a.version()).isEqualTo("0.0");
        assertThat(a.roles()).containsOnlyKeys(Role.HIPS, Role.LEFT_THUMB_METACARPAL);
        assertThat(a.expressions()).hasSize(1);
        assertThat(a.expressions().getFirst().name()).isEqualTo("happy");
        assertThat(a.expressions().getFirst().shapes().getFirst().weight()).isEqualTo(0.5);
        assertThat(Objects.requireNonNull(a.meta()).said()).containsOnlyKeys(MetaField.NAME, MetaField.AUTHORS);
        assertThat(told(s)).contains("avatar-version", "avatar-role-unknown");
        assertThatThrownBy(() -> written(s))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("an avatar of version 0.0 is raised first: raise-avatar");
    }

    @Test
    void a_scene_without_roles_is_no_avatar_and_says_what_finds_them() throws Exception {
        Scene s = least().with(Avatar.KEY, List.of());

        assertThatThrownBy(() -> written(s))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("give-roles finds them");
        ByteArrayOutputStream plain = new ByteArrayOutputStream();
        FORMAT.write(s, GltfFormat.BINARY, plain, (done, what) -> {});
        assertThat(Avatar.in(read(plain.toByteArray()))).isNull();
    }

    @Test
    void extensions_of_materials_and_extras_are_kept_and_their_pictures_keep_their_numbers() throws Exception {
        Scene s = read(changed(r -> {
            ObjectNode toon = at(r, "/materials/0/extensions/VRMC_materials_mtoon");
            toon.putObject("shadeMultiplyTexture").put("index", 0).put("texCoord", 0);
            ObjectNode extras = at(r, "/nodes/5").putObject("extras");
            extras.put("worn", 0.25)
                    .put("wet", true)
                    .put("maker", "Mira")
                    .putArray("marks")
                    .add(1)
                    .add("two");
        }));
        Material m = s.materials().getFirst();

        assertThat(m.uses()).contains(new Material.Use("glTF:VRMC_materials_mtoon/shadeMultiplyTexture", 0));
        assertThat(m.properties())
                .filteredOn(p -> p.name().equals("glTF:VRMC_materials_mtoon"))
                .hasSize(1)
                .allMatch(p -> p.value() instanceof FreeProperty.Text t
                        && t.text().contains("\"shadingToonyFactor\":0.9")
                        && !t.text().contains("index"));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        FORMAT.write(s, GltfFormat.TEXT, out, (done, what) -> {});
        ObjectNode text = (ObjectNode) MAPPER.readTree(out.toByteArray());
        assertThat(text.at("/materials/0/extensions/VRMC_materials_mtoon/shadeMultiplyTexture")
                        .toString())
                .contains("\"index\":0", "\"texCoord\":0");
        ObjectNode foot = null;
        for (var n : text.path("nodes")) {
            foot = n.path("name").asText().equals("J_left_foot") ? (ObjectNode) n : foot;
        }
        assertThat(Objects.requireNonNull(foot).path("extras").toString())
                .contains("\"worn\":0.25", "\"wet\":true", "\"maker\":\"Mira\"", "\"marks\":[1,\"two\"]");
        assertThat(text.path("extensionsUsed").toString()).contains("VRMC_materials_mtoon", "VRMC_vrm");
    }
}
