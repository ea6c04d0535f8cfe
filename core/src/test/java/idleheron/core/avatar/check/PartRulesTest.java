package idleheron.core.avatar.check;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.Follow;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.avatar.TFigure;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.avatar.GiveExpressions;
import idleheron.core.remedy.avatar.RaiseAvatar;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What an avatar has besides its joints, and what is told where that cannot be. */
class PartRulesTest {
    private static final Vec3 DOWN = new Vec3(0, -1, 0);

    private static List<Finding> told(Scene s, String code) {
        return FigureRulesTest.found(s, null).stream()
                .filter(f -> f.code().equals(code))
                .toList();
    }

    private static Finding one(UnaryOperator<Avatar> change, String code) {
        return one(TFigure.with(change), code);
    }

    private static Finding one(Scene s, String code) {
        List<Finding> all = told(s, code);
        assertThat(all).hasSize(1);
        return all.getFirst();
    }

    @Test
    void whoMadeItMustBeSaid() {
        Finding none = one(a -> a.withMeta(null), "avatar-meta");
        assertThat(none.title()).isEqualTo("No author is named");
        assertThat(none.figure().text()).isEqualTo("3 fields");
        assertThat(none.message()).contains("Missing or not allowed: name, authors, licenseUrl.");
        AvatarMeta short1 = TFigure.avatar().meta() == null
                ? AvatarMeta.NONE
                : TFigure.avatar().meta();
        Finding one = one(a -> a.withMeta(short1.with(MetaField.NAME, List.of())), "avatar-meta");
        assertThat(one.title()).isEqualTo("Its licence terms are incomplete");
        assertThat(one.figure().text()).isEqualTo("1 field");
    }

    private static Expression face(String name, List<Expression.Shape> shapes, List<Expression.Color> colors) {
        return new Expression(name, true, false, Expression.NO_OVERRIDES, shapes, colors, List.of());
    }

    /** The figure with a face that blinks. */
    private static Scene faced(Expression... expressions) {
        List<Node> nodes = new ArrayList<>(TFigure.scene().nodes());
        nodes.add(Node.mesh("face", -1, Transform.IDENTITY, 0));
        BlendShape blink = new BlendShape(
                "blink", 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {0, 0.1f, 0}, null)));
        Mesh mesh = Mesh.bare("face", new double[9], new int[] {0, 3}, new int[] {0, 1, 2})
                .withShapes(List.of(blink));
        return TFigure.with((Avatar a) -> a.withExpressions(List.of(expressions)))
                .withNodes(nodes)
                .withMeshes(List.of(mesh));
    }

    @Test
    void expressionsMoveWhatIsThere() {
        int node = TFigure.scene().nodes().size();
        Expression.Shape good = new Expression.Shape(node, "blink", 1);
        assertThat(told(faced(face("blink", List.of(good), List.of())), "avatar-expression"))
                .isEmpty();
        Expression bad = face(
                "happy",
                List.of(new Expression.Shape(node, "smile", 1), new Expression.Shape(0, "blink", 1)),
                List.of(new Expression.Color("cheek", "color", List.of(1.0, 0.0, 0.0, 1.0))));
        Finding f = one(faced(bad), "avatar-expression");
        assertThat(f.severity()).isEqualTo(Severity.BREAKS);
        assertThat(f.figure().text()).isEqualTo("3 parts");
        assertThat(f.message())
                .isEqualTo("What expressions move is not in the scene: "
                        + "happy moves smile of face, happy moves blink of hips, happy colours cheek.");
        assertThat(one(
                                faced(face("happy", List.of(new Expression.Shape(node, "smile", 1)), List.of())),
                                "avatar-expression")
                        .figure()
                        .text())
                .isEqualTo("1 part");
    }

    @Test
    void anExpressionWithoutEffectIsToldButForTheNeutralOne() {
        Finding f = one(
                faced(face("neutral", List.of(), List.of()), face("sad", List.of(), List.of())),
                "avatar-expression-empty");
        assertThat(f.figure().text()).isEqualTo("1 expression");
        assertThat(f.message()).isEqualTo("sad move nothing.");
        assertThat(one(
                                faced(face("sad", List.of(), List.of()), face("angry", List.of(), List.of())),
                                "avatar-expression-empty")
                        .figure()
                        .text())
                .isEqualTo("2 expressions");
    }

    @Test
    void shapesThatAreNamedLikeExpressionsAreOffered() {
        Finding f = one(faced(), "avatar-expressions-missing");
        assertThat(f.title()).isEqualTo("No expression, and 1 blend shape");
        assertThat(f.message()).endsWith("By their names: blink as blink.");
        assertThat(f.figure().text()).isEqualTo("1 expression");
        assertThat(f.remedy()).isEqualTo(new GiveExpressions(Map.of()));
        assertThat(told(faced(face("blink", List.of(), List.of())), "avatar-expressions-missing"))
                .isEmpty();
    }

    private static Springs.Joint swings(Role role) {
        return new Springs.Joint(TFigure.node(role), 0.02, 1, 0, DOWN, 0.4);
    }

    private static Springs.Spring spring(Springs.Joint... joints) {
        return new Springs.Spring("hair", List.of(joints), List.of(), -1);
    }

    private static Scene swinging(Springs.Spring... springs) {
        return TFigure.with((Avatar a) -> a.withSprings(new Springs(List.of(), List.of(), List.of(springs))));
    }

    @Test
    void aSpringIsAChainOfJointsBelowEachOther() {
        assertThat(told(swinging(spring(swings(Role.NECK), swings(Role.HEAD))), "avatar-spring"))
                .isEmpty();
        assertThat(one(swinging(spring(swings(Role.NECK))), "avatar-spring").message())
                .startsWith("hair has no second joint.");
        assertThat(one(swinging(spring(swings(Role.HEAD), swings(Role.NECK))), "avatar-spring")
                        .message())
                .startsWith("neck of hair does not lie below the joint before.");
        Finding twice = one(swinging(spring(swings(Role.NECK), swings(Role.NECK))), "avatar-spring");
        assertThat(twice.figure().text()).isEqualTo("2 faults");
        assertThat(twice.title()).isEqualTo("2 faults in what swings");
        assertThat(twice.message()).startsWith("neck swings in two springs, neck of hair does not lie below");
        assertThat(twice.severity()).isEqualTo(Severity.DRIFTS);
    }

    @ParameterizedTest
    @CsvSource({
        "-0.001, 1, 0.4, true",
        "0.02, -0.1, 0.4, true",
        "0.02, 1, -0.1, true",
        "0.02, 1, 1.1, true",
        "0, 0, 0, false",
        "0, 0, 1, false"
    })
    void figuresOfASpringHaveTheirRange(double radius, double stiffness, double drag, boolean told) {
        Springs.Joint j = new Springs.Joint(TFigure.node(Role.HEAD), radius, stiffness, 0, DOWN, drag);
        List<Finding> all = told(swinging(spring(swings(Role.NECK), j)), "avatar-spring");
        assertThat(all).hasSize(told ? 1 : 0);
        if (told) {
            assertThat(all.getFirst().message()).startsWith("head of hair has a figure out of range.");
            assertThat(all.getFirst().figure().text()).isEqualTo("1 fault");
        }
    }

    @Test
    void groupsAndCollidersThatSpringsNameAreThere() {
        Springs.Spring hair =
                new Springs.Spring("", List.of(swings(Role.NECK), swings(Role.HEAD)), List.of(0, 1, -1), -1);
        Springs.Collider ball = new Springs.Collider(0, Vec3.ZERO, null, 0.1);
        Springs all = new Springs(List.of(ball), List.of(new Springs.Group("body", List.of(0, 1))), List.of(hair));
        Finding f = one(a -> a.withSprings(all), "avatar-spring");
        assertThat(f.figure().text()).isEqualTo("3 faults");
        assertThat(f.message())
                .contains("a spring keeps clear of a group that is not there")
                .contains("the group body names a collider that is not there");
        Springs sound = new Springs(
                List.of(ball),
                List.of(new Springs.Group("body", List.of(0))),
                List.of(new Springs.Spring("hair", hair.joints(), List.of(0), -1)));
        assertThat(told(TFigure.with((Avatar a) -> a.withSprings(sound)), "avatar-spring"))
                .isEmpty();
    }

    private static Scene with(String version, Follow... all) {
        Avatar a = TFigure.avatar();
        return TFigure.with((Avatar x) -> new Avatar(
                version, a.meta(), a.roles(), List.of(), null, Map.of(), Springs.NONE, List.of(all), List.of()));
    }

    private static Scene following(Follow... all) {
        return with(Avatar.VERSION, all);
    }

    private static Follow follow(Role who, Role whom) {
        return new Follow(TFigure.node(who), "rotation", TFigure.node(whom), null, 1);
    }

    @Test
    void whoFollowsItselfInTheEndIsTold() {
        List<Finding> all =
                told(following(follow(Role.NECK, Role.HEAD), follow(Role.HEAD, Role.NECK)), "avatar-constraint");
        assertThat(all).hasSize(2);
        assertThat(all.getFirst().title()).isEqualTo("neck follows itself");
        assertThat(all.getFirst().figure().text()).startsWith("2 nodes");
        assertThat(told(following(follow(Role.NECK, Role.HEAD), follow(Role.HEAD, Role.CHEST)), "avatar-constraint"))
                .isEmpty();
        assertThat(told(
                        following(
                                follow(Role.CHEST, Role.NECK),
                                follow(Role.NECK, Role.HEAD),
                                follow(Role.HEAD, Role.NECK)),
                        "avatar-constraint"))
                .as("who leads into a loop is not in it")
                .hasSize(2);
    }

    @Test
    void whatAFileSaysThatCannotBeIsToldByKind() {
        List<Avatar.Fault> faults = List.of(
                new Avatar.Fault("avatar-mesh-node", "mesh 3", "is not there"),
                new Avatar.Fault("avatar-spring", "spring hair", "has no joint"),
                new Avatar.Fault("avatar-json", "expression happy", "weighs text"),
                new Avatar.Fault("avatar-json", "expression sad", "weighs nothing"));
        Scene s = TFigure.with((Avatar a) -> a.withFaults(faults));
        assertThat(one(s, "avatar-mesh-node").severity()).isEqualTo(Severity.DRIFTS);
        assertThat(one(s, "avatar-mesh-node").title()).isEqualTo("mesh 3: is not there");
        assertThat(one(s, "avatar-spring").severity()).isEqualTo(Severity.DRIFTS);
        assertThat(one(s, "avatar-spring").figure().text()).isEqualTo("1 fault");
        Finding two = one(s, "avatar-json");
        assertThat(two.severity()).isEqualTo(Severity.BREAKS);
        assertThat(two.title()).isEqualTo("expression happy: weighs text, and 1 more");
        assertThat(two.message()).endsWith("expression happy: weighs text; expression sad: weighs nothing.");
        assertThat(two.figure().text()).isEqualTo("2 faults");
    }

    @Test
    void anOlderVersionIsRaisedAndAStrangeOneTold() {
        assertThat(told(with("1.0-beta"), "avatar-version")).isEmpty();
        Finding older = one(with("0.0"), "avatar-version");
        assertThat(older.severity()).isEqualTo(Severity.DRIFTS);
        assertThat(older.title()).isEqualTo("An older avatar, version 0.0");
        assertThat(older.remedy()).isEqualTo(new RaiseAvatar());
        assertThat(older.likelyCause()).isNotEmpty();
        Finding strange = one(with("2.0"), "avatar-version");
        assertThat(strange.severity()).isEqualTo(Severity.BREAKS);
        assertThat(strange.title()).isEqualTo("Version 2.0 is not known");
        assertThat(strange.remedy()).isNull();
        assertThat(strange.likelyCause()).isEmpty();
    }
}
