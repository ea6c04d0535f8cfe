package idleheron.formats.gltf.avatar;

import static idleheron.formats.gltf.avatar.LeastAvatar.FORMAT;
import static idleheron.formats.gltf.avatar.LeastAvatar.MAPPER;
import static idleheron.formats.gltf.avatar.LeastAvatar.at;
import static idleheron.formats.gltf.avatar.LeastAvatar.avatarOf;
import static idleheron.formats.gltf.avatar.LeastAvatar.changed;
import static idleheron.formats.gltf.avatar.LeastAvatar.least;
import static idleheron.formats.gltf.avatar.LeastAvatar.read;
import static idleheron.formats.gltf.avatar.LeastAvatar.told;
import static idleheron.formats.gltf.avatar.LeastAvatar.written;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Material;
import idleheron.core.scene.Scene;
import idleheron.formats.gltf.GltfFormat;
import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** An avatar of the 15 roles that must be there: read, written, kept. */
class AvatarFileTest {
    /** All that it says, with names of nodes for their numbers. */
    private static Map<String, Object> said(Scene s) {
        Avatar a = avatarOf(s);
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
    void allThatMakesAnAvatarIsRead() throws Exception {
        Scene s = least();
        Avatar a = avatarOf(s);

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
    void whatIsWrittenSaysTheSameAndTheSameAgain() throws Exception {
        Scene s = least();
        byte[] once = written(s);

        assertThat(said(read(once))).isEqualTo(said(s));
        assertThat(written(read(once))).isEqualTo(written(read(once)));
    }

    @Test
    void afterAStageOfOtherAxesUnitAndHandTheSameIsWritten() throws Exception {
        Scene s = least();
        Scene other = new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(s);
        assertThat(avatarOf(other).springs().colliders().getFirst().radius()).isEqualTo(9, within(1e-9));
        Avatar back = avatarOf(read(written(other)));

        for (int i = 0; i < 2; i++) {
            Springs.Collider x = avatarOf(s).springs().colliders().get(i);
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

    @Test
    void aSceneWithoutRolesIsNoAvatarAndSaysWhatFindsThem() throws Exception {
        Scene s = least().with(Avatar.KEY, List.of());

        assertThatThrownBy(() -> written(s))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("give-roles finds them");
        ByteArrayOutputStream plain = new ByteArrayOutputStream();
        FORMAT.write(s, GltfFormat.BINARY, plain, (done, what) -> {});
        assertThat(Avatar.in(read(plain.toByteArray()))).isNull();
    }

    @Test
    void extensionsOfMaterialsAndExtrasAreKeptAndTheirPicturesKeepTheirNumbers() throws Exception {
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

    /** Colours and pictures of materials by name, each where its material is there. */
    @Test
    void expressionsChangeMaterialsThatAreThere() throws Exception {
        Scene s = read(changed(r -> {
            ObjectNode aa = at(r, "/extensions/VRMC_vrm/expressions/preset/aa");
            var colors = aa.putArray("materialColorBinds");
            colors.addObject()
                    .put("material", 0)
                    .put("type", "emissionColor")
                    .putArray("targetValue")
                    .add(1)
                    .add(0.5)
                    .add(0)
                    .add(1);
            colors.addObject().put("material", 0).putArray("targetValue").add(0);
            colors.addObject().put("material", -1).put("type", "lost");
            var pictures = aa.putArray("textureTransformBinds");
            pictures.addObject().put("material", 0).putArray("scale").add(2).add(3);
            pictures.addObject().put("material", 99).putArray("scale").add(9).add(9);
            at(r, "/extensions/VRMC_vrm/expressions")
                    .putObject("custom")
                    .putObject("grumpy")
                    .put("isBinary", true);
        }));
        Expression aa = avatarOf(s).expressions().stream()
                .filter(e -> e.name().equals("aa"))
                .findFirst()
                .orElseThrow();
        String name = s.materials().getFirst().name();
        assertThat(aa.colors())
                .containsExactly(
                        new Expression.Color(name, "emissionColor", List.of(1.0, 0.5, 0.0, 1.0)),
                        new Expression.Color(name, "color", List.of(0.0)));
        assertThat(aa.pictures()).containsExactly(new Expression.Picture(name, List.of(2.0, 3.0), List.of()));
        assertThat(avatarOf(s).faults()).hasSize(2);
        Scene back = read(written(s));
        assertThat(said(back)).isEqualTo(said(s));
        Expression own = avatarOf(back).expressions().stream()
                .filter(e -> e.name().equals("grumpy"))
                .findFirst()
                .orElseThrow();
        assertThat(own.preset()).isFalse();
        assertThat(own.binary()).isTrue();
    }

    @Test
    void anAvatarThatDoesNotLookAtAnythingSaysNothingOfIt() throws Exception {
        Scene s = read(changed(r -> at(r, "/extensions/VRMC_vrm").remove("lookAt")));
        assertThat(avatarOf(s).gaze()).isNull();
        assertThat(avatarOf(read(written(s))).gaze()).isNull();
        Scene far = read(changed(r -> at(r, "/extensions/VRMC_vrm/lookAt")
                .putObject(Gaze.RANGES.get(2))
                .put("inputMaxValue", 33)
                .put("outputScale", 7)));
        Gaze g = Objects.requireNonNull(avatarOf(read(written(far))).gaze());
        assertThat(g).isEqualTo(avatarOf(far).gaze());
        assertThat(g.ranges().get(2).input()).isEqualTo(33);
        assertThat(g.ranges().get(2).output()).isEqualTo(7);
    }
}
