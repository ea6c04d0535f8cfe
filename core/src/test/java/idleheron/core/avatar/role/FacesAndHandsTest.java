package idleheron.core.avatar.role;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Role;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Eyes, jaw and fingers of the plain figure, and what tells where it looks. */
class FacesAndHandsTest {
    private static Object[] joint(String name, String parent, double x, double y, double z) {
        return new Object[] {name, parent, x, y, z};
    }

    private static Scene with(Object[]... more) {
        List<Object[]> all = new ArrayList<>(PlainFigure.JOINTS);
        all.addAll(List.of(more));
        return PlainFigure.of(all);
    }

    private static String name(Scene s, Role role) {
        RoleFinding f = RoleFinder.find(s);
        return f.node(role) < 0 ? "" : s.nodes().get(f.node(role)).name();
    }

    private static Scene face() {
        return with(
                joint("r", "c", -0.03, 1.58, 0.09),
                joint("s", "c", 0.03, 1.58, 0.09),
                joint("t", "c", 0, 1.52, 0.08),
                joint("u", "c", 0, 1.75, 0));
    }

    @Test
    void eyesStandBesideEachOtherAndTheJawBelowThem() {
        Scene s = face();
        assertThat(name(s, Role.LEFT_EYE)).isEqualTo("s");
        assertThat(name(s, Role.RIGHT_EYE)).isEqualTo("r");
        assertThat(name(s, Role.JAW)).isEqualTo("t");
        RoleGuess g = Objects.requireNonNull(RoleFinder.find(s).guess(Role.JAW));
        assertThat(g.certainty()).isGreaterThan(0.5).isLessThanOrEqualTo(0.8);
    }

    @Test
    void oneJointInFrontIsNoPairOfEyes() {
        Scene s = with(joint("r", "c", 0, 1.52, 0.08), joint("u", "c", 0, 1.75, 0.01));
        assertThat(name(s, Role.HEAD)).isEqualTo("c");
        assertThat(name(s, Role.LEFT_EYE)).isEmpty();
        assertThat(name(s, Role.JAW)).isEqualTo("r");
        Scene crown = with(joint("r", "c", 0, 1.75, 0.02), joint("u", "c", 0, 1.75, -0.02));
        assertThat(name(crown, Role.JAW)).as("straight up is no jaw").isEmpty();
    }

    /** The face is one of the things that tell where a figure looks; it alone does not turn it round. */
    @Test
    void theFaceSpeaksForWhereItLooks() {
        RoleFinding f = RoleFinder.find(face());
        assertThat(Objects.requireNonNull(f.guess(Role.LEFT_FOOT)).why())
                .anyMatch(w -> w.contains("joints of the face"));
        Scene away = with(joint("r", "c", -0.03, 1.58, -0.09), joint("s", "c", 0.03, 1.58, -0.09));
        RoleFinding g = RoleFinder.find(away);
        assertThat(g.front().z()).isEqualTo(1, within(1e-9));
        RoleGuess foot = Objects.requireNonNull(g.guess(Role.LEFT_FOOT));
        assertThat(foot.against()).anyMatch(w -> w.contains("joints of the face"));
        assertThat(foot.certainty())
                .isLessThan(Objects.requireNonNull(f.guess(Role.LEFT_FOOT)).certainty());
    }

    private static void hand(List<Object[]> into, String arm, double side, double thumb) {
        double[] z = {0.03, 0.01, -0.01, -0.03};
        String[] names = {"i", "m", "r", "l"};
        for (int f = 0; f < 4; f++) {
            for (int k = 0; k < 3; k++) {
                into.add(joint(
                        arm + names[f] + k,
                        k == 0 ? arm : arm + names[f] + (k - 1),
                        side * (0.78 + 0.03 * k),
                        1.42,
                        z[f]));
            }
        }
        for (int k = 0; k < 3; k++) {
            into.add(joint(
                    arm + "t" + k,
                    k == 0 ? arm : arm + "t" + (k - 1),
                    side * (0.72 + 0.02 * k),
                    1.41,
                    thumb * (0.04 + 0.02 * k)));
        }
    }

    @Test
    void fingersFromTheThumbOn() {
        List<Object[]> more = new ArrayList<>();
        hand(more, "f", 1, 1);
        hand(more, "i", -1, 1);
        Scene s = with(more.toArray(Object[][]::new));
        assertThat(name(s, Role.LEFT_THUMB_METACARPAL)).isEqualTo("ft0");
        assertThat(name(s, Role.LEFT_THUMB_DISTAL)).isEqualTo("ft2");
        assertThat(name(s, Role.LEFT_INDEX_PROXIMAL)).isEqualTo("fi0");
        assertThat(name(s, Role.LEFT_MIDDLE_INTERMEDIATE)).isEqualTo("fm1");
        assertThat(name(s, Role.LEFT_RING_DISTAL)).isEqualTo("fr2");
        assertThat(name(s, Role.RIGHT_LITTLE_PROXIMAL)).isEqualTo("il0");
        RoleFinding f = RoleFinder.find(s);
        assertThat(Objects.requireNonNull(f.guess(Role.LEFT_FOOT)).why()).anyMatch(w -> w.contains("thumbs"));
    }

    /** Thumbs that point back speak against where toes look. */
    @ParameterizedTest
    @ValueSource(ints = {1, -1})
    void thumbsPointWhereItLooks(int thumb) {
        List<Object[]> more = new ArrayList<>();
        hand(more, "f", 1, thumb);
        hand(more, "i", -1, thumb);
        RoleGuess foot = Objects.requireNonNull(
                RoleFinder.find(with(more.toArray(Object[][]::new))).guess(Role.LEFT_FOOT));
        List<String> told = thumb > 0 ? foot.why() : foot.against();
        assertThat(told).anyMatch(w -> w.contains("thumbs"));
    }
}
