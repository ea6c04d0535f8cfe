package idleheron.core.garment.collide;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.Worn;
import idleheron.core.garment.check.ClothRules;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.math.AxisSystem;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.skeleton.NodeRemoval;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

/** Capsules by hand, what they leave bare against a reference program, and how they go along and are carried. */
class CollidersTest {
    private static final Scene BODY = Mannequin.scene();
    private static final int NODE = BODY.find("body");
    private static final BodyParts PARTS = BodyParts.of(BODY, NODE);
    private static final Offset<Double> NEAR = within(2e-6);

    @Test
    void distancesAreExactBesideAndBeyondItsBalls() {
        Capsule c = new Capsule(Vec3.ZERO, 0.2, new Vec3(0, 1, 0), 0.1);
        assertThat(c.distance(1, 0, 0)).isCloseTo(0.8, within(1e-12));
        assertThat(c.distance(1, 0.5, 0)).isCloseTo(0.5 * 0.1 + Math.sqrt(0.99) - 0.2, within(1e-12));
        assertThat(c.distance(0, 2, 0)).isCloseTo(0.9, within(1e-12));
        assertThat(c.distance(0, 0.5, 0)).isNegative();
        Capsule ball = new Capsule(Vec3.ZERO, 0.5, new Vec3(0, 0.1, 0), 0.1);
        assertThat(ball.distance(0, 1, 0)).isCloseTo(0.5, within(1e-12));
        Capsule other = new Capsule(Vec3.ZERO, 0.1, new Vec3(0, 0.1, 0), 0.5);
        assertThat(other.distance(0, 1, 0)).isCloseTo(0.4, within(1e-12));
        assertThatThrownBy(() -> new Capsule(Vec3.ZERO, 0, Vec3.ONE, 1)).hasMessageContaining("a capsule from");
    }

    private static List<Collider> told(JsonNode list) {
        List<Collider> out = new ArrayList<>();
        for (JsonNode c : list.path("capsules")) {
            int joint = BODY.find(c.path("joint").asText());
            Vec3 at = at(joint);
            out.add(new Collider(
                    joint,
                    new Capsule(
                            vec(c.path("a")).minus(at),
                            c.path("ra").asDouble(),
                            vec(c.path("b")).minus(at),
                            c.path("rb").asDouble())));
        }
        return out;
    }

    private static Vec3 at(int joint) {
        org.joml.Matrix4dc m = new Pose(BODY).world(joint);
        return new Vec3(m.m30(), m.m31(), m.m32());
    }

    private static Vec3 vec(JsonNode n) {
        return new Vec3(n.get(0).asDouble(), n.get(1).asDouble(), n.get(2).asDouble());
    }

    private static void same(List<Collider> colliders, JsonNode told) {
        Coverage c = PARTS.coverage(colliders);
        assertThat(c.uncovered()).isCloseTo(told.path("uncoveredFraction").asDouble(), NEAR);
        assertThat(c.worst()).isCloseTo(told.path("worst").asDouble(), NEAR);
        assertThat(c.point()).isEqualTo(told.path("worstPoint").asInt());
        assertThat(c.most()).isCloseTo(told.path("p95").asDouble(), NEAR);
        assertThat(c.standsOut()).isCloseTo(told.path("standsOutFraction").asDouble(), NEAR);
        assertThat(c.out()).isCloseTo(told.path("standsOutWorst").asDouble(), NEAR);
        told.path("byJoint").properties().forEach(e -> {
            for (int j = 0; j < c.bare().length; j++) {
                if (PARTS.name(j).equals(e.getKey())) {
                    assertThat(c.bare()[j])
                            .as(e.getKey())
                            .isCloseTo(e.getValue().path("uncoveredFraction").asDouble(), within(2e-5));
                }
            }
        });
    }

    @Test
    void whatTheyLeaveBareIsThatOfTheReference() {
        JsonNode told = Mannequin.json("expected/capsules.json");
        same(told(Mannequin.json("mannequin.json")), told.path("all"));
        same(told(Mannequin.json("capsules-two-missing.json")), told.path("twoMissing"));
        same(told(Mannequin.json("capsules-fitted.json")), told.path("fitted"));
    }

    @Test
    void fittedOnesCoverTheBodyAndStandOutLittle() {
        List<Collider> fitted = PARTS.fitted();
        Coverage c = PARTS.coverage(fitted);
        Coverage one = PARTS.coverage(told(Mannequin.json("capsules-fitted.json")));
        assertThat(fitted).hasSizeBetween(19, 40);
        assertThat(c.uncovered()).isLessThan(0.1);
        assertThat(c.standsOut()).as("less than with one a part").isLessThan(one.standsOut());
        for (double b : c.bare()) {
            assertThat(b).isLessThan(Coverage.NONE);
        }
    }

    @Test
    void theyGoAlongWithTheirJointsAndIntoOtherUnits() {
        Scene s = BODY.with(Collider.KEY, PARTS.fitted());
        Clip raise = s.clips().stream()
                .filter(c -> c.name().equals("raise"))
                .findFirst()
                .orElseThrow();
        Pose pose = new Pose(s);
        Pose rest = new Pose(s);
        pose.at(raise, raise.endSeconds());
        for (Collider c : Collider.in(s)) {
            org.joml.Matrix4dc m = pose.world(c.node());
            Capsule k = c.placed(pose);
            assertThat(k.ra()).isCloseTo(c.placed(rest).ra(), within(1e-9));
            assertThat(k.a().distance(new Vec3(m.m30(), m.m31(), m.m32())))
                    .isCloseTo(c.placed(rest).a().distance(at(c.node())), within(1e-9));
        }
        Scene inches = new ConvertStage(AxisSystem.Z_UP, 0.0254).apply(s);
        for (int i = 0; i < Collider.in(s).size(); i++) {
            Capsule a = Collider.in(s).get(i).placed(rest);
            Capsule b = Collider.in(inches).get(i).placed(new Pose(inches));
            assertThat(b.a().distance(a.a())).isLessThan(1e-9);
            assertThat(b.rb()).isCloseTo(a.rb(), within(1e-9));
        }
        Scene without = NodeRemoval.remove(s, Set.of(s.find("hand_l")));
        assertThat(Collider.in(without)).hasSizeLessThan(Collider.in(s).size());
    }

    @Test
    void aPropertyCarriesThem() {
        Scene s = BODY.with(Collider.KEY, PARTS.fitted());
        Scene out = ColliderText.written(s);
        assertThat(Collider.in(out)).isEmpty();
        assertThat(out.nodes().get(NODE).properties())
                .extracting(FreeProperty::name)
                .containsExactly(ColliderText.PROPERTY);
        Scene back = ColliderText.read(out);
        assertThat(Collider.in(back)).isEqualTo(Collider.in(s));
        assertThat(back.nodes().get(NODE).properties()).isEmpty();
        List<Node> nodes = new ArrayList<>(BODY.nodes());
        nodes.set(
                NODE,
                nodes.get(NODE)
                        .withProperties(List.of(new FreeProperty(
                                ColliderText.PROPERTY, "KString", new FreeProperty.Text("head 1 2 x 4 5 6 7 8")))));
        Scene odd = BODY.withNodes(nodes);
        assertThat(ColliderText.read(odd)).isSameAs(odd);
        assertThat(ColliderText.written(BODY)).isSameAs(BODY);
    }

    @Test
    void ballsFarLargerThanTheBodyStandOut() {
        List<Collider> large = new ArrayList<>();
        for (Collider k : told(Mannequin.json("mannequin.json"))) {
            Capsule c = k.shape();
            large.add(new Collider(k.node(), new Capsule(c.a(), c.ra() + 0.04, c.b(), c.rb() + 0.04)));
        }
        Scene worn = Dressing.of(BODY.with(Collider.KEY, large), Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        Finding f = ClothRules.of(worn, Progress.NONE).stream()
                .filter(x -> x.code().equals("collider-stands-out"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isBetween(40.0, 50.0);
        assertThat(f.remedy()).isEqualTo(new FitColliders());
    }

    /** A board of a metre by a metre and 2 cm that one joint moves: no four capsules suit it. */
    private static Scene board() {
        int row = 21;
        double[] p = new double[3 * 2 * row * row];
        int[] t = new int[12 * (row - 1) * (row - 1)];
        int n = 0;
        for (int side = 0; side < 2; side++) {
            for (int i = 0; i < row * row; i++) {
                int at = 3 * (side * row * row + i);
                p[at] = i % row / (row - 1.0) - 0.5;
                p[at + 1] = i / row / (row - 1.0) + 0.5;
                p[at + 2] = 0.02 * side;
            }
            for (int i = 0; i < (row - 1) * (row - 1); i++) {
                int a = side * row * row + i / (row - 1) * row + i % (row - 1);
                int b = side == 0 ? a + row : a + 1;
                int c = side == 0 ? a + 1 : a + row;
                for (int k : new int[] {a, b, a + row + 1, a, a + row + 1, c}) {
                    t[n++] = k;
                }
            }
        }
        int points = p.length / 3;
        int[] starts = new int[points + 1];
        java.util.Arrays.setAll(starts, i -> i);
        float[] weights = new float[points];
        java.util.Arrays.fill(weights, 1);
        Skin skin = new Skin(
                "skin",
                new int[] {0},
                new org.joml.Matrix4dc[] {new org.joml.Matrix4d()},
                starts,
                new int[points],
                weights);
        return Scene.bare("board", Stage.COMMON)
                .withNodes(List.of(
                        Node.of("stick", -1, NodeKind.JOINT, Transform.IDENTITY),
                        Node.mesh("board", -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(Mannequin.mesh("board", new TriangleMesh(p, t), skin)));
    }

    @Test
    void aFitThatWouldStandOutAsFarIsNotOfferedAgain() {
        TriangleMesh cloth = new TriangleMesh(
                new double[] {-0.2, 0.8, 0.03, 0.2, 0.8, 0.03, 0.2, 1.2, 0.03, -0.2, 1.2, 0.03},
                new int[] {0, 1, 2, 0, 2, 3});
        Scene fitted = new FitColliders().apply(board());
        Scene worn = Dressing.of(fitted, Mannequin.garment("flag", cloth)).scene();
        assertThat(ClothRules.of(worn, Progress.NONE))
                .filteredOn(x -> x.code().equals("collider-stands-out"))
                .singleElement()
                .satisfies(f -> assertThat(f.remedy()).isNull());
    }

    @Test
    void aPartUnderAGarmentWithoutOneIsToldAndMended() {
        Scene worn = Dressing.of(
                        BODY.with(Collider.KEY, told(Mannequin.json("capsules-two-missing.json"))),
                        Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        Finding f = ClothRules.of(worn, Progress.NONE).stream()
                .filter(x -> x.code().equals("collider-missing"))
                .findFirst()
                .orElseThrow();
        assertThat(f.message()).contains("54.38 mm");
        assertThat(f.title()).contains("neck").doesNotContain("forearm_l");
        Scene now = Objects.requireNonNull(f.remedy()).apply(worn);
        assertThat(f.remedy()).isEqualTo(new FitColliders());
        assertThat(ClothRules.of(now, Progress.NONE))
                .extracting(Finding::code)
                .doesNotContain("collider-missing", "collider-stands-out");
        Scene good = Dressing.of(
                        BODY.with(Collider.KEY, told(Mannequin.json("mannequin.json"))),
                        Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        assertThat(ClothRules.of(good, Progress.NONE)).noneMatch(x -> x.code().startsWith("collider-"));
        assertThat(Worn.in(good)).isNotNull();
    }
}
