package idleheron.core.avatar.asset;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.TFigure;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.FactLine;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.skin.BindAtRest;
import idleheron.core.scene.Scene;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What is shown of an avatar: a figure of 19 joints with roles. */
class AvatarAssetsTest {
    private static final AvatarAssets KIND = new AvatarAssets();
    private static final Scene FIGURE = TFigure.scene();
    private static final Scene NONE = FIGURE.with(Avatar.KEY, List.of());

    @Test
    void aSceneWithAnAvatarIsOne() {
        assertThat(KIND.isIn(FIGURE)).isTrue();
        assertThat(KIND.isAsked(FIGURE)).isTrue();
        assertThat(KIND.word(FIGURE)).isEqualTo("avatar");
        assertThat(KIND.isIn(NONE)).isFalse();
        assertThat(KIND.isAsked(NONE)).isFalse();
        assertThat(KIND.summary(NONE)).isEmpty();
        assertThat(KIND.lines(NONE)).isEmpty();
        assertThat(KIND.figures(new Facts(NONE))).isEmpty();
        assertThat(KIND.cargo(NONE)).isEmpty();
    }

    @Test
    void itsLinesTellRolesByLimbs() {
        assertThat(KIND.summary(FIGURE)).isEqualTo("19 roles · 0 expressions · 0 springs");
        List<FactLine> lines = KIND.lines(FIGURE);
        assertThat(lines.getFirst().text()).contains("1.0", "19 roles", "Mira");
        assertThat(lines).extracting(FactLine::text).anyMatch(t -> t.endsWith("hips hips, spine spine, chest chest"));
        assertThat(lines.stream().filter(l -> l.text().contains("left hand leftHand")))
                .hasSize(1);
        assertThat(lines).as("no fingers").noneMatch(l -> l.text().contains("index"));
        Scene unsaid = TFigure.with((Avatar a) -> a.withMeta(null));
        assertThat(KIND.lines(unsaid).getFirst().text()).doesNotContain("Mira");
        assertThat(KIND.lines(unsaid).getFirst().text())
                .isNotEqualTo(KIND.lines(FIGURE).getFirst().text());
    }

    @Test
    void itsFiguresTellWhoMadeItAndHowMuchIsThere() {
        AvatarMeta meta = AvatarMeta.NONE
                .with(MetaField.AUTHORS, List.of("Mira"))
                .with(MetaField.COMMERCIAL_USAGE, List.of("corporation"));
        Expression blink =
                new Expression("blink", true, false, Expression.NO_OVERRIDES, List.of(), List.of(), List.of());
        Scene s = TFigure.with((Avatar a) -> a.withMeta(meta).withExpressions(List.of(blink)));
        assertThat(KIND.figures(new Facts(s)).getFirst().lines())
                .extracting(FactLine::text)
                .containsExactly("1.0", "Mira", "corporation", "19 of 55", "1", "0");
        Scene unsaid = TFigure.with((Avatar a) -> a.withMeta(null));
        assertThat(KIND.figures(new Facts(unsaid)).getFirst().lines())
                .extracting(FactLine::text)
                .containsExactly("1.0", "not set", "not set", "19 of 55", "0", "0");
        assertThat(KIND.cargo(s).getFirst().lines().getFirst().text()).isEqualTo("19 roles · 1 expression · 0 springs");
    }

    @Test
    void everyRoleHasARowAndAMissingOneThatMustBeThereIsMarked() {
        Map<Role, Integer> roles = new EnumMap<>(TFigure.avatar().roles());
        roles.remove(Role.LEFT_HAND);
        Evidence e = AvatarAssets.roles(TFigure.with((Avatar a) -> a.withRoles(roles)));
        assertThat(e.rows()).hasSize(55);
        Evidence.Row hand = row(e, "left hand");
        assertThat(hand.over()).isTrue();
        assertThat(hand.sentNode()).isEqualTo(-1);
        assertThat(hand.cells().getFirst()).isEqualTo("–");
        Evidence.Row hips = row(e, "hips");
        assertThat(hips.over()).isFalse();
        assertThat(hips.sentNode()).isEqualTo(TFigure.node(Role.HIPS));
        assertThat(hips.cells().getFirst()).isEqualTo("hips");
        assertThat(row(e, "jaw").over()).as("it need not be there").isFalse();
        assertThat(KIND.tables().getFirst().topics()).containsExactly(Topic.AVATAR);
    }

    private static Evidence.Row row(Evidence e, String subject) {
        return e.rows().stream()
                .filter(r -> r.subject().equals(subject))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aFigureInTPoseThatWasBoundElsewhereIsOnlyNoted() {
        Finding f =
                Finding.of("rest-is-not-bind", Severity.BREAKS, Topic.REST_POSE).says("Rests elsewhere", "By 30°.");
        Finding judged = KIND.judged(new Facts(FIGURE), f);
        assertThat(judged.severity()).isEqualTo(Severity.NOTE);
        assertThat(judged.message()).contains("By 30°.");
        assertThat(judged.remedy()).isEqualTo(new BindAtRest());
        Scene hanging = TFigure.with(Role.LEFT_UPPER_ARM, t -> t.withRotation(new Vec3(0, 0, -40)));
        assertThat(KIND.judged(new Facts(hanging), f)).isSameAs(f);
        Finding other = Finding.of("unit-odd", Severity.BREAKS, Topic.REST_POSE);
        assertThat(KIND.judged(new Facts(FIGURE), other)).isSameAs(other);
    }
}
