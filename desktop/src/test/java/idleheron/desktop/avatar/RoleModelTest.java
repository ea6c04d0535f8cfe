package idleheron.desktop.avatar;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.Role;
import idleheron.core.scene.Scene;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Roles while somebody changes them, without a window. */
class RoleModelTest {
    private static final Scene WOMAN = MadeDemo.postwoman();

    @TempDir
    Path folder;

    /** With these roles told by the file. */
    private static Scene told(Map<Role, String> joints) {
        Map<Role, Integer> roles = new EnumMap<>(Role.class);
        joints.forEach((r, j) -> roles.put(r, WOMAN.find(j)));
        return WOMAN.with(Avatar.KEY, List.of(Avatar.of(roles)));
    }

    @Test
    void theShapeFillsInWhatTheFileDoesNotSay() {
        RoleModel m = new RoleModel(WOMAN);
        assertThat(m.joint(Role.LEFT_HAND)).isEqualTo("hand_l");
        assertThat(m.verdict(Role.LEFT_HAND)).isEqualTo(Verdict.CLEAN);
        assertThat(m.word(Role.LEFT_HAND)).endsWith(" %");
        assertThat(m.why(Role.LEFT_HAND)).startsWith("hand_l by shape: ");
        assertThat(m.verdict(Role.JAW)).isEqualTo(Verdict.NOT_CHECKED);
        assertThat(m.told()).isEmpty();
        assertThat(m.remedy().joints()).isEmpty();
    }

    @Test
    void aJointHasTheRoleThatItWasGivenLast() {
        RoleModel m = new RoleModel(WOMAN);
        m.give(Role.JAW, "hand_l");
        assertThat(m.joint(Role.LEFT_HAND)).isEmpty();
        assertThat(m.verdict(Role.LEFT_HAND)).isEqualTo(Verdict.BROKEN);
        assertThat(m.verdict(Role.JAW)).isEqualTo(Verdict.CLEAN);
        assertThat(m.word(Role.JAW)).isEqualTo("by hand");
        assertThat(m.told()).isEqualTo(Map.of("jaw", "hand_l", "leftHand", ""));
        assertThat(m.state()).contains("missing: left hand");
        assertThat(m.state(Role.Limb.LEFT_ARM)).isEqualTo(Verdict.BROKEN);
        assertThat(m.role("hand_l")).isEqualTo(Role.JAW);
        m.startAnew();
        assertThat(m.joint(Role.LEFT_HAND)).isEqualTo("hand_l");
        assertThat(m.told()).isEmpty();
    }

    @Test
    void whatTheFileSaysAgainstTheShapeIsInDoubt() {
        RoleModel m = new RoleModel(told(Map.of(Role.LEFT_HAND, "hand_r")));
        assertThat(m.joint(Role.LEFT_HAND)).isEqualTo("hand_r");
        assertThat(m.joint(Role.RIGHT_HAND)).as("its joint is taken").isEmpty();
        assertThat(m.verdict(Role.LEFT_HAND)).isEqualTo(Verdict.DRIFTED);
        assertThat(m.word(Role.LEFT_HAND)).isEqualTo("shape: hand_l");
        assertThat(m.word(Role.RIGHT_HAND)).isEqualTo("perhaps hand_r");
    }

    @Test
    void aJointWithTwoRolesIsShownAtBoth() {
        RoleModel m = new RoleModel(told(Map.of(Role.LEFT_HAND, "hand_l", Role.JAW, "hand_l")));
        assertThat(m.verdict(Role.LEFT_HAND)).isEqualTo(Verdict.BROKEN);
        assertThat(m.verdict(Role.JAW)).isEqualTo(Verdict.BROKEN);
        assertThat(m.word(Role.JAW)).isEqualTo("has two roles");
        assertThat(m.state()).contains("two roles: hand_l");
        m.give(Role.JAW, "");
        assertThat(m.verdict(Role.LEFT_HAND)).isEqualTo(Verdict.CLEAN);
    }

    @Test
    void jointsWithoutARoleComeFirstAndAreFoundByLetters() {
        RoleModel m = new RoleModel(WOMAN);
        assertThat(m.joints("HAND")).containsExactly("hand_l", "hand_r");
        m.give(Role.LEFT_HAND, "");
        m.give(Role.RIGHT_HAND, "");
        m.give(Role.JAW, "hand_l");
        assertThat(m.joints("hand")).containsExactly("hand_r", "hand_l");
        assertThat(m.joints(" ")).hasSameSizeAs(m.joints());
    }

    @Test
    void whatWasSaidIsKeptForRigsOfTheSameJoints() {
        AvatarKeeps keeps = new AvatarKeeps(folder);
        RoleModel m = new RoleModel(WOMAN);
        m.give(Role.JAW, "head_tip");
        keeps.keepRoles(m.joints(), m.told());
        RoleModel again = new RoleModel(WOMAN);
        again.take(new AvatarKeeps(folder).roles(again.joints().reversed()));
        assertThat(again.joint(Role.JAW)).isEqualTo("head_tip");
        assertThat(keeps.roles(List.of("other"))).isEmpty();
        again.take(Map.of("jaw", "gone", "nose", "head"));
        assertThat(again.joint(Role.JAW)).as("a joint that is not there").isEqualTo("head_tip");
        keeps.keepRoles(m.joints(), Map.of());
        assertThat(keeps.roles(m.joints())).isEmpty();
    }
}
