package idleheron.formats.gltf.avatar;

import static idleheron.formats.gltf.avatar.LeastAvatar.MAPPER;
import static idleheron.formats.gltf.avatar.LeastAvatar.at;
import static idleheron.formats.gltf.avatar.LeastAvatar.avatarOf;
import static idleheron.formats.gltf.avatar.LeastAvatar.changed;
import static idleheron.formats.gltf.avatar.LeastAvatar.read;
import static idleheron.formats.gltf.avatar.LeastAvatar.told;
import static idleheron.formats.gltf.avatar.LeastAvatar.written;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.scene.Scene;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** An avatar with one thing after the other made wrong: each is told by its code. */
class AvatarFaultsTest {
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
                        "a name of the standard among one's own",
                        "avatar-expression",
                        r -> at(r, VRM + "/expressions/custom").putObject("happy")),
                wrong(
                        "a colour of a material that is not there",
                        "avatar-expression",
                        r -> at(r, VRM + "/expressions/preset/aa")
                                .putArray("materialColorBinds")
                                .addObject()
                                .put("material", 99)),
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
                        "one that follows in two ways",
                        "avatar-constraint",
                        r -> at(r, "/nodes/18/extensions/VRMC_node_constraint/constraint")
                                .putObject("rotation")
                                .put("source", 1)),
                wrong(
                        "one that follows itself",
                        "avatar-constraint",
                        r -> at(r, "/nodes/18/extensions/VRMC_node_constraint/constraint/roll")
                                .put("source", 18)));
    }

    @ParameterizedTest(name = "{0}: {1}")
    @MethodSource("faults")
    void oneThingWrongIsToldByItsCode(String what, String code, Consumer<ObjectNode> change) throws Exception {
        Scene s = read(changed(change));

        assertThat(told(s)).as(what).contains(code);
        // and none of it ends in a fault when it is written, but for a version that nobody knows
        if (AvatarWriter.isWritten(avatarOf(s))) {
            assertThat(avatarOf(read(written(s))).roles()).isNotEmpty();
        } else {
            assertThatThrownBy(() -> written(s)).hasMessage("an avatar of version 2.0 is not known");
        }
    }
}
