package idleheron.core.avatar.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RandomHumanoid;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.pair.Held;
import idleheron.core.pair.TopicResult;
import idleheron.core.scene.Scene;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class AvatarTopicTest {
    private static final Expression BLINK =
            new Expression("blink", true, false, Expression.NO_OVERRIDES, List.of(), List.of(), List.of());

    private static final Scene SENT = sent();

    private static Scene sent() {
        RandomHumanoid f = RandomHumanoid.of(77);
        Scene s = f.scene();
        Scene named = s.withNodes(IntStream.range(0, s.nodes().size())
                .mapToObj(i -> s.nodes().get(i).withName("n" + i))
                .toList());
        Avatar a = Avatar.of(f.roles())
                .withMeta(AvatarMeta.NONE.with(MetaField.NAME, List.of("A")))
                .withExpressions(List.of(BLINK));
        return named.with(Avatar.KEY, List.of(a));
    }

    private static Avatar avatar() {
        return java.util.Objects.requireNonNull(Avatar.in(SENT));
    }

    private static Comparison compared(Scene returned, Set<Held> missing) {
        return Comparison.of(SENT, returned, CompareSettings.USUAL.without(missing), true, t -> {}, Progress.NONE);
    }

    private static TopicResult topic(Avatar returned) {
        return compared(SENT.with(Avatar.KEY, List.of(returned)), Set.of()).topic(Topic.AVATAR);
    }

    @Test
    void theSameIsCleanAndASceneThatIsNoAvatarIsNotAsked() {
        assertThat(topic(avatar()).verdict()).isEqualTo(Verdict.CLEAN);
        Scene plain = SENT.with(Avatar.KEY, List.of());
        assertThat(Comparison.of(plain, plain, CompareSettings.USUAL, true, t -> {}, Progress.NONE)
                        .topics())
                .noneMatch(t -> t.topic().equals(Topic.AVATAR));
    }

    @Test
    void aRoleThatAnotherJointHasOrNoneIsBroken() {
        Map<Role, Integer> roles = new EnumMap<>(avatar().roles());
        roles.remove(Role.LEFT_HAND);
        roles.put(Role.HEAD, avatar().node(Role.HIPS));
        TopicResult t = topic(avatar().withRoles(roles));

        assertThat(t.verdict()).isEqualTo(Verdict.BROKEN);
        assertThat(t.worst().text()).isEqualTo("2 roles");
        assertThat(t.evidence().rows()).extracting("subject").containsExactlyInAnyOrder("role left hand", "role head");
    }

    @Test
    void termsAndExpressionsThatDifferAreDrifted() {
        TopicResult terms = topic(avatar().withMeta(null));
        assertThat(terms.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(terms.summary()).isEqualTo("its author or licence terms changed: name.");
        TopicResult faces = topic(avatar().withExpressions(List.of()));
        assertThat(faces.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(faces.summary()).isEqualTo("1 expression did not arrive: blink.");
    }

    @Test
    void allOfItGoneIsBrokenUnlessTheCarrierHasNoPlaceForIt() {
        Scene back = SENT.with(Avatar.KEY, List.of());

        assertThat(compared(back, Set.of()).topic(Topic.AVATAR).verdict()).isEqualTo(Verdict.BROKEN);
        Comparison c = compared(back, Set.of(Held.ROLES));
        assertThat(c.topic(Topic.AVATAR).verdict()).isEqualTo(Verdict.NOT_CARRIED);
        assertThat(c.topic(Topic.AVATAR).summary()).startsWith("The carrier has no place for the roles of an avatar; ");
        assertThat(c.verdict()).isEqualTo(Verdict.NOT_CARRIED);
    }

    @Test
    void aRoleThatNobodyHadIsOneMoreThatDiffers() {
        Map<Role, Integer> roles = new EnumMap<>(avatar().roles());
        Role spare = java.util.Arrays.stream(Role.values())
                .filter(r -> !roles.containsKey(r))
                .findFirst()
                .orElseThrow();
        roles.put(spare, avatar().node(Role.HIPS));
        TopicResult t = topic(avatar().withRoles(roles));
        assertThat(t.verdict()).isEqualTo(Verdict.DRIFTED);
        assertThat(t.worst().text()).isEqualTo("1 difference");
        assertThat(t.summary()).isEqualTo("1 role came in addition.");
        assertThat(t.evidence().rows()).extracting("subject").containsExactly("role " + spare.shown());
        roles.put(Role.HEAD, avatar().node(Role.HIPS));
        assertThat(topic(avatar().withRoles(roles)).worst().text()).isEqualTo("1 role");
    }
}
