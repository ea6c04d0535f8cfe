package idleheron.core.remedy.avatar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Avatar;
import idleheron.core.avatar.AvatarMeta;
import idleheron.core.avatar.Expression;
import idleheron.core.avatar.MetaField;
import idleheron.core.avatar.Role;
import idleheron.core.avatar.Springs;
import idleheron.core.avatar.pose.BodyFrame;
import idleheron.core.avatar.pose.LimbAim;
import idleheron.core.avatar.role.RandomHumanoid;
import idleheron.core.avatar.role.RoleFinder;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.inspect.Inspection;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.remedy.skin.BindAtRest;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AvatarRemediesTest {
    /** A random figure with its true roles and two clips that key some channels of some joints. */
    private static Scene figure(long seed) {
        RandomHumanoid f = RandomHumanoid.of(seed);
        Scene s = f.scene().with(Avatar.KEY, List.of(Avatar.of(f.roles())));
        Random r = new Random(seed);
        List<Clip> clips = new ArrayList<>();
        for (String name : List.of("walk", "bow")) {
            List<Clip.NodeTrack> tracks = new ArrayList<>();
            for (int j : s.joints()) {
                Curve[] curves = new Curve[Channel.COUNT];
                for (int c = 3; c < 6; c++) {
                    curves[c] = r.nextInt(3) == 0
                            ? Curve.linear(new double[] {0, 1}, new double[] {r.nextDouble() * 40, r.nextDouble() * 40})
                            : null;
                }
                if (r.nextInt(2) == 0) {
                    tracks.add(new Clip.NodeTrack(j, curves));
                }
            }
            clips.add(new Clip(name, 0, 1, FrameRate.FILM, tracks, List.of()));
        }
        return s.withClips(clips);
    }

    private static double worst(Scene s) {
        Map<Role, Integer> roles =
                java.util.Objects.requireNonNull(Avatar.in(s)).roles();
        Pose rest = new Pose(s);
        BodyFrame body = java.util.Objects.requireNonNull(BodyFrame.of(rest, roles));
        return LimbAim.of(rest, roles, body).stream()
                .mapToDouble(LimbAim::degrees)
                .max()
                .orElseThrow();
    }

    /** Largest difference of any number of any joint's world matrix over a clip; the skin is bound to the same in both. */
    private static double gap(Scene a, Scene b, Clip ca, Clip cb) {
        double worst = 0;
        for (double t : new double[] {0, 0.31, 1}) {
            Pose pa = new Pose(a).at(ca, t);
            Pose pb = new Pose(b).at(cb, t);
            for (int n : a.joints()) {
                worst = Math.max(worst, Matrices.difference(pa.world(n), pb.world(n)));
            }
        }
        return worst;
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14, 15, 16, 17, 18})
    void limbsStandInTPoseAfterItAndNoClipMovesOtherwise(long seed) {
        Scene before = figure(seed);
        Scene after = new StandInT().apply(before);
        double metre = 1 / before.stage().metersPerUnit();

        assertThat(worst(after)).isLessThan(1e-5);
        for (int c = 0; c < 2; c++) {
            assertThat(gap(before, after, before.clips().get(c), after.clips().get(c)))
                    .isLessThan(1e-9 * metre);
        }
        // lengths and what the skin is bound to stay
        assertThat(after.meshes()).isEqualTo(before.meshes());
        for (int i = 0; i < before.nodes().size(); i++) {
            Vec3 a = before.nodes().get(i).translation();
            assertThat(after.nodes().get(i).translation().distance(a)).isLessThan(1e-9 * (1 + a.length()));
        }
    }

    @Test
    void aJointThatAClipLeavesAtRestGetsAKeyOfTheRestBefore() {
        Scene before = figure(3);
        int arm = java.util.Objects.requireNonNull(Avatar.in(before)).node(Role.LEFT_UPPER_ARM);
        Scene bare = before.withClips(List.of(new Clip("still", 2, 3, FrameRate.FILM, List.of(), List.of())));
        Scene after = new StandInT().apply(bare);
        Clip.NodeTrack t = after.clips().getFirst().nodes().stream()
                .filter(x -> x.node() == arm)
                .findFirst()
                .orElseThrow();

        Curve x = java.util.Objects.requireNonNull(t.curve(Channel.ROTATE_X));
        assertThat(x.keys()).isEqualTo(1);
        assertThat(x.start()).isEqualTo(2);
        assertThat(x.at(2))
                .isEqualTo(bare.nodes().get(arm).transform().rotation().x());
        assertThat(t.curve(Channel.TRANSLATE_X)).isNull();
        assertThat(t.curve(Channel.SCALE_X)).isNull();
    }

    @Test
    void tPoseAlsoStandsInAStageOfOtherAxesAndHand() {
        Scene before = new ConvertStage(AxisSystem.Z_UP_LEFT, 0.01).apply(figure(21));

        assertThat(worst(before)).isGreaterThan(1);
        assertThat(worst(new StandInT().apply(before))).isLessThan(1e-5);
    }

    @Test
    void withoutRolesNothingIsTurned() {
        Scene s = RandomHumanoid.of(5).scene().withNodes(List.of()).withMeshes(List.of());

        assertThat(new StandInT().apply(s)).isSameAs(s);
    }

    @Test
    void rolesAreFoundToldAndTakenAway() {
        RandomHumanoid f = java.util.stream.LongStream.range(40, 80)
                .mapToObj(RandomHumanoid::of)
                .filter(x -> RoleFinder.find(x.scene()).isSure())
                .findFirst()
                .orElseThrow();
        Scene found = new GiveRoles(Map.of()).apply(f.scene());
        Avatar a = java.util.Objects.requireNonNull(Avatar.in(found));
        for (Role r : Role.REQUIRED) {
            assertThat(a.node(r)).isEqualTo(f.roles().get(r));
        }
        assertThat(new GiveRoles(Map.of()).apply(found)).isSameAs(found);

        Scene named = found.withNodes(
                java.util.stream.IntStream.range(0, found.nodes().size())
                        .mapToObj(i -> found.nodes().get(i).withName("n" + i))
                        .toList());
        int foot = a.node(Role.LEFT_FOOT);
        Avatar told = java.util.Objects.requireNonNull(
                Avatar.in(new GiveRoles(Map.of("jaw", "n" + foot, "leftHand", "")).apply(named)));
        assertThat(told.node(Role.JAW)).isEqualTo(foot);
        assertThat(told.roles()).doesNotContainKeys(Role.LEFT_FOOT, Role.LEFT_HAND);
        assertThatThrownBy(() -> new GiveRoles(Map.of("nose", "x")))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("no role of a human figure is called nose");
    }

    private static BlendShape shape(String name) {
        return new BlendShape(
                name, 0, List.of(new BlendShape.Target(1, new int[] {0}, new float[] {0, 0.01f, 0}, null)));
    }

    @Test
    void blendShapesBecomeTheExpressionsThatTheyAreNamedLike() {
        Scene plain = figure(7);
        Scene s = plain.withMeshes(List.of(plain.meshes()
                .getFirst()
                .withShapes(List.of(shape("blink_l"), shape("eyeBlinkRight"), shape("mouth_a"), shape("belly")))));
        int node = s.nodeOfMesh(0);
        Finding f = Inspection.of(s, null).stream()
                .filter(x -> x.code().equals("avatar-expressions-missing"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isEqualTo(4);
        Scene with = java.util.Objects.requireNonNull(f.remedy()).apply(s);
        List<Expression> all = java.util.Objects.requireNonNull(Avatar.in(with)).expressions();
        assertThat(all.stream().map(Expression::name)).containsExactly("aa", "blink", "blinkLeft", "blinkRight");
        assertThat(all.get(1).shapes())
                .containsExactly(
                        new Expression.Shape(node, "blink_l", 1), new Expression.Shape(node, "eyeBlinkRight", 1));
        assertThat(all).allMatch(Expression::preset);
        assertThat(Inspection.of(with, null)).noneMatch(x -> x.code().equals("avatar-expressions-missing"));
        assertThat(new GiveExpressions(Map.of()).apply(with)).isSameAs(with);

        Scene told = new GiveExpressions(Map.of("puff", "belly", "aa", "", "oh", "gone")).apply(with);
        List<Expression> now = java.util.Objects.requireNonNull(Avatar.in(told)).expressions();
        assertThat(now.stream().map(Expression::name)).containsExactly("blink", "blinkLeft", "blinkRight", "puff");
        assertThat(now.getLast().preset()).isFalse();
    }

    @Test
    void termsAreSaidAndTakenBackAndNeverMadeUp() {
        Scene s = figure(8);
        Scene said = new SayMeta("authors", "Mira; Low Tide Post").apply(s);
        AvatarMeta m = java.util.Objects.requireNonNull(
                java.util.Objects.requireNonNull(Avatar.in(said)).meta());

        assertThat(m.said()).containsOnlyKeys(MetaField.AUTHORS);
        assertThat(m.said().get(MetaField.AUTHORS)).containsExactly("Mira", "Low Tide Post");
        assertThat(m.wrong()).containsExactly(MetaField.NAME, MetaField.LICENSE_URL);
        Avatar back = java.util.Objects.requireNonNull(Avatar.in(new SayMeta("authors", "").apply(said)));
        assertThat(java.util.Objects.requireNonNull(back.meta()).said()).isEmpty();
        assertThatThrownBy(() -> new SayMeta("commercialUsage", "free"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("commercialUsage is one of personalNonProfit, personalProfit, corporation, found free");
        assertThatThrownBy(() -> new SayMeta("licence", "x")).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void anOlderAvatarIsTurnedAndRaised() {
        Scene s = figure(9);
        Avatar a = java.util.Objects.requireNonNull(Avatar.in(s));
        Scene old = s.with(
                Avatar.KEY,
                List.of(new Avatar(
                        "0.0", null, a.roles(), List.of(), null, Map.of(), a.springs(), List.of(), List.of())));
        Scene raised = new RaiseAvatar().apply(old);

        assertThat(java.util.Objects.requireNonNull(Avatar.in(raised)).version())
                .isEqualTo("1.0");
        Vec3 front = java.util.Objects.requireNonNull(BodyFrame.of(new Pose(old), a.roles()))
                .front();
        Vec3 now = java.util.Objects.requireNonNull(BodyFrame.of(new Pose(raised), a.roles()))
                .front();
        assertThat(now.x()).isEqualTo(-front.x(), within(1e-9));
        assertThat(now.y()).isEqualTo(front.y(), within(1e-9));
        assertThat(new RaiseAvatar().apply(s)).isSameAs(s);
    }

    @Test
    void whatSwingsGetsAnEndSevenCentimetresOnInAnyUnit() {
        Scene s = new idleheron.core.remedy.space.ConvertStage(figure(9).stage().axes(), 0.01).apply(figure(9));
        Avatar a = java.util.Objects.requireNonNull(Avatar.in(s));
        int hand = a.node(Role.LEFT_HAND);
        Springs.Joint joint = new Springs.Joint(hand, 1, 2, 3, new Vec3(0, -1, 0), 0.5);
        Springs springs =
                new Springs(List.of(), List.of(), List.of(new Springs.Spring("lock", List.of(joint), List.of(), -1)));
        Scene old = s.with(
                Avatar.KEY,
                List.of(new Avatar("0.0", null, a.roles(), List.of(), null, Map.of(), springs, List.of(), List.of())));
        Scene raised = new RaiseAvatar().apply(old);
        List<Springs.Joint> now = java.util.Objects.requireNonNull(Avatar.in(raised))
                .springs()
                .springs()
                .getFirst()
                .joints();
        assertThat(now).hasSize(2);
        assertThat(now.get(1).radius()).isEqualTo(1);
        assertThat(now.get(1).node()).isEqualTo(old.nodes().size());
        assertThat(raised.nodes().getLast().translation().length())
                .as("centimetres")
                .isEqualTo(7, within(1e-9));
        assertThat(raised.nodes().getLast().parent()).isEqualTo(hand);
        assertThat(new RaiseAvatar().title()).isEqualTo("Raise to version 1.0");
        assertThat(new RaiseAvatar().describe()).contains("7 cm");
    }

    private static double apart(Scene a, Scene b, @Nullable Clip ca, @Nullable Clip cb) {
        Pose pa = new Pose(a).at(ca, 0.4);
        Pose pb = new Pose(b).at(cb, 0.4);
        float[] x = Surface.all(pa).getFirst().deform(pa, new Matrix4d());
        float[] y = Surface.all(pb).getFirst().deform(pb, new Matrix4d());
        double worst = 0;
        for (int i = 0; i < x.length; i++) {
            worst = Math.max(worst, Math.abs(x[i] - y[i]));
        }
        return worst * a.stage().metersPerUnit();
    }

    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33, 34})
    void boundAtRestTheSurfaceIsTheSameWhereOneJointMovesAPoint(long seed) {
        Scene before = figure(seed);
        Pose own = new Pose(before);
        Scene told = before.withNodes(
                java.util.stream.IntStream.range(0, before.nodes().size())
                        .mapToObj(i -> before.nodes().get(i).withBindWorld(new Matrix4d(own.world(i))))
                        .toList());
        Scene posed = new StandInT().apply(told);
        Scene bound = new BindAtRest().apply(posed);

        assertThat(bound.meshes().getFirst().points())
                .isNotEqualTo(posed.meshes().getFirst().points());
        assertThat(apart(posed, bound, null, null)).isLessThan(2e-6);
        assertThat(apart(posed, bound, posed.clips().getFirst(), bound.clips().getFirst()))
                .isLessThan(2e-6);
        Pose rest = new Pose(bound);
        for (int j : bound.joints()) {
            assertThat(Matrices.difference(
                            java.util.Objects.requireNonNull(
                                    bound.nodes().get(j).bindWorld()),
                            rest.world(j)))
                    .isLessThan(1e-9 / bound.stage().metersPerUnit());
        }
        assertThat(new BindAtRest().apply(bound)).isSameAs(bound);
        // where it was bound in another pose is a note on an avatar in T-pose, which nothing takes back
        Finding f = Inspection.of(posed, null).stream()
                .filter(x -> x.code().equals("rest-is-not-bind"))
                .findFirst()
                .orElseThrow();
        assertThat(f.severity()).isEqualTo(Severity.NOTE);
        assertThat(f.remedy()).isEqualTo(new BindAtRest());
        assertThat(Inspection.of(bound, null)).noneMatch(x -> x.code().equals("rest-is-not-bind"));
        assertThat(Inspection.of(posed.with(Avatar.KEY, List.of()), null))
                .filteredOn(x -> x.code().equals("rest-is-not-bind"))
                .allMatch(x -> x.severity() == Severity.DRIFTS);
    }
}
