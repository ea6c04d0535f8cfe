package idleheron.formats.gltf.avatar;

import static idleheron.formats.gltf.avatar.LeastAvatar.avatarOf;
import static idleheron.formats.gltf.avatar.LeastAvatar.changed;
import static idleheron.formats.gltf.avatar.LeastAvatar.read;
import static idleheron.formats.gltf.avatar.LeastAvatar.told;
import static idleheron.formats.gltf.avatar.LeastAvatar.written;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Gaze;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.avatar.RaiseAvatar;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.io.IOException;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.assertj.core.groups.Tuple;
import org.junit.jupiter.api.Test;

/** An avatar of version 0. */
class OlderAvatarTest {
    /** Its number in the file. */
    private static final int HEAD = 2;

    @Test
    void anOlderAvatarIsRecognisedWithItsThumbsAndPresets() throws Exception {
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
        Avatar a = avatarOf(s);

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

    /** Of version 0, with what is put into it. */
    private static Scene older(Consumer<ObjectNode> change) throws IOException {
        return read(changed(r -> {
            ObjectNode o = r.putObject("extensions").putObject("VRM");
            o.put("specVersion", "0.0");
            o.putObject("humanoid")
                    .putArray("humanBones")
                    .addObject()
                    .put("bone", "head")
                    .put("node", HEAD);
            change.accept(o);
        }));
    }

    private static int node(Scene s, String name) {
        return IntStream.range(0, s.nodes().size())
                .filter(i -> s.nodes().get(i).name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static List<List<String>> chains(Scene s) {
        return avatarOf(s).springs().springs().stream()
                .map(x -> x.joints().stream()
                        .map(j -> s.nodes().get(j.node()).name())
                        .toList())
                .toList();
    }

    private static ObjectNode vector(ObjectNode into, double x, double y, double z) {
        return into.put("x", x).put("y", y).put("z", z);
    }

    private static void swinging(ObjectNode told, int... bones) {
        ObjectNode all = told.putObject("secondaryAnimation");
        ObjectNode g = all.putArray("boneGroups").addObject();
        g.put("comment", "trunk").put("stiffiness", 2).put("gravityPower", 0.25).put("dragForce", 0.3);
        g.put("hitRadius", 0.01).put("center", 0);
        vector(g.putObject("gravityDir"), 0.6, 0, 0.8);
        ArrayNode roots = g.putArray("bones");
        IntStream.of(bones).forEach(roots::add);
        g.putArray("colliderGroups").add(0);
        ArrayNode groups = all.putArray("colliderGroups");
        ObjectNode ball =
                groups.addObject().put("node", HEAD).putArray("colliders").addObject();
        vector(ball.putObject("offset"), 0.01, 0.08, 0.03);
        ball.put("radius", 0.09);
    }

    @Test
    void everyJointBelowSwingsAndWhereJointsPartAChainBegins() throws Exception {
        Scene s = older(o -> swinging(o, 1));
        List<List<String>> told = chains(s);
        // every joint below the second one, once
        Set<String> below = new TreeSet<>();
        int root = 0;
        for (int i = 0; i < s.nodes().size(); i++) {
            root = i
                            == avatarOf(s)
                                    .springs()
                                    .springs()
                                    .getFirst()
                                    .joints()
                                    .getFirst()
                                    .node()
                    ? i
                    : root;
        }
        for (int i = 0; i < s.nodes().size(); i++) {
            if (i == root || s.isUnder(i, root)) {
                below.add(s.nodes().get(i).name());
            }
        }
        assertThat(told.stream().flatMap(List::stream))
                .hasSize(below.size())
                .containsExactlyInAnyOrderElementsOf(below);
        for (List<String> chain : told) {
            for (int i = 1; i < chain.size(); i++) {
                assertThat(s.nodes().get(node(s, chain.get(i))).parent()).isEqualTo(node(s, chain.get(i - 1)));
            }
            assertThat(s.children(node(s, chain.getLast()))).isEmpty();
        }
        Springs.Joint first =
                avatarOf(s).springs().springs().getFirst().joints().getFirst();
        assertThat(first).isEqualTo(new Springs.Joint(root, 0.01, 2, 0.25, new Vec3(0.6, 0, 0.8), 0.3));
        assertThat(avatarOf(s).springs().springs().getFirst().groups()).containsExactly(0);
        assertThat(avatarOf(s).springs().springs().getFirst().center()).isEqualTo(node(s, "J_hips"));
        Springs.Collider ball = avatarOf(s).springs().colliders().getFirst();
        assertThat(ball).isEqualTo(new Springs.Collider(node(s, "J_head"), new Vec3(0.01, 0.08, -0.03), null, 0.09));
        assertThat(avatarOf(s).springs().groups()).containsExactly(new Springs.Group("", List.of(0)));
    }

    @Test
    void aJointThatTwoGroupsNameSwingsOnceAndWhatIsNotThereIsTold() throws Exception {
        Scene s = older(o -> {
            swinging(o, HEAD, HEAD, 999);
            ((ObjectNode) o.at("/secondaryAnimation/colliderGroups/0")).put("node", 999);
        });
        assertThat(chains(s).stream().flatMap(List::stream))
                .doesNotHaveDuplicates()
                .contains("J_head");
        assertThat(avatarOf(s).springs().colliders()).isEmpty();
        assertThat(avatarOf(s).faults())
                .extracting(Avatar.Fault::where, Avatar.Fault::text)
                .containsExactlyInAnyOrder(
                        Tuple.tuple("collider group 0", "node 999 is not there"),
                        Tuple.tuple("spring trunk", "node 999 is not there"));
    }

    @Test
    void raisedEveryChainHasAnEndSevenCentimetresOn() throws Exception {
        Scene s = older(o -> swinging(o, 1));
        assertThat(told(s)).doesNotContain("avatar-spring");
        Scene raised = new RaiseAvatar().apply(s);
        Avatar a = avatarOf(raised);
        assertThat(a.springs().springs()).hasSameSizeAs(avatarOf(s).springs().springs());
        for (int i = 0; i < a.springs().springs().size(); i++) {
            List<Springs.Joint> now = a.springs().springs().get(i).joints();
            List<Springs.Joint> before = avatarOf(s).springs().springs().get(i).joints();
            assertThat(now).hasSize(before.size() + 1);
            Node end = raised.nodes().get(now.getLast().node());
            Node last = raised.nodes().get(before.getLast().node());
            assertThat(end.name()).isEqualTo(last.name() + "_end");
            assertThat(end.parent()).isEqualTo(before.getLast().node());
            assertThat(end.translation().length()).isEqualTo(0.07, within(1e-12));
            assertThat(end.translation().cross(last.translation()).length()).isLessThan(1e-9);
            assertThat(end.translation().dot(last.translation())).isPositive();
            // the world was turned, and where it draws with it
            assertThat(now.getFirst().down().distance(new Vec3(-0.6, 0, -0.8))).isLessThan(1e-9);
        }
        assertThat(told(raised)).doesNotContain("avatar-spring", "avatar-version");
        Scene back = read(written(raised.with(
                Avatar.KEY, List.of(a.withRoles(avatarOf(LeastAvatar.least()).roles())))));
        assertThat(chains(back)).isEqualTo(chains(raised));
    }

    @Test
    void itLooksAndIsShownAsBefore() throws Exception {
        Scene s = older(o -> {
            ObjectNode first = o.putObject("firstPerson").put("lookAtTypeName", "BlendShape");
            vector(first.putObject("firstPersonBoneOffset"), 0.01, 0.06, 0.02);
            first.putObject("lookAtHorizontalInner").put("xRange", 80).put("yRange", 0.5);
            first.putObject("lookAtVerticalUp").put("xRange", 70);
            first.putArray("meshAnnotations").addObject().put("mesh", 0).put("firstPersonFlag", "ThirdPersonOnly");
            o.putObject("meta")
                    .put("title", "Warden")
                    .put("contactInformation", "a@b")
                    .put("reference", "r")
                    .put("texture", 0);
        });
        assertThat(avatarOf(s).gaze())
                .isEqualTo(new Gaze(
                        "expression",
                        new Vec3(0.01, 0.06, -0.02),
                        List.of(
                                new Gaze.Range(80, 0.5),
                                new Gaze.Range(90, 1),
                                new Gaze.Range(90, 1),
                                new Gaze.Range(70, 1))));
        assertThat(avatarOf(s).views()).containsValue("thirdPersonOnly").hasSize(1);
        AvatarMeta m = Objects.requireNonNull(avatarOf(s).meta());
        assertThat(m.text(MetaField.CONTACT)).isEqualTo("a@b");
        assertThat(m.text(MetaField.REFERENCES)).isEqualTo("r");
        assertThat(m.thumbnail()).isZero();
        assertThat(avatarOf(older(o -> o.putObject("firstPerson"))).gaze()).isNull();
        Gaze turned = avatarOf(older(o -> o.putObject("firstPerson").put("lookAtTypeName", "Bone")))
                .gaze();
        assertThat(Objects.requireNonNull(turned).ranges()).containsOnly(new Gaze.Range(90, 10));
    }
}
