package idleheron.desktop.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.app.CompareJob;
import idleheron.core.Evidence;
import idleheron.core.Topic;
import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.Moment;
import idleheron.core.crossing.Asset;
import idleheron.core.pair.Series;
import idleheron.core.pair.TopicResult;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Scene;
import idleheron.desktop.paint.ViewRequest.Arrangement;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** What is said of a comparison and where its rows lead, without a window. */
class CompareModelTest {
    private static final Scene SENT = MadeDemo.postwoman();
    private static final Scene BACK = TuneWeights.limit(1).apply(SENT);

    private static TopicResult topic(Topic t, Verdict v, Series... plots) {
        return new TopicResult(t, v, idleheron.core.Figure.NONE, "", Evidence.NONE, List.of(plots));
    }

    private static Series series(String title, int clip) {
        double[] none = {};
        return new Series(title, "mm", clip, none, none, none, new int[0], 1);
    }

    private static CompareModel model(Topic chosen, TopicResult... topics) {
        Comparison c = new Comparison(Verdict.DRIFTED, List.of(topics), List.of(), List.of(), true);
        return new CompareModel(
                new CompareJob.Result(
                        new Asset(SENT, "a.fbx", "FBX", "", 1), new Asset(BACK, "b.fbx", "FBX", "", 1), c),
                chosen);
    }

    @Test
    void theFirstFaultIsChosenUnlessOneIs() {
        TopicResult clean = topic(Topic.CLIPS, Verdict.CLEAN);
        TopicResult bad = topic(Topic.SURFACES, Verdict.BROKEN);
        TopicResult worse = topic(Topic.MATERIALS, Verdict.DRIFTED);
        assertThat(model(Topic.CLIPS, clean, bad, worse).worst().topic()).isEqualTo(Topic.SURFACES);
        assertThat(model(Topic.MATERIALS, clean, bad, worse).worst().topic()).isEqualTo(Topic.MATERIALS);
        assertThat(model(Topic.CLIPS, clean).worst().topic()).isEqualTo(Topic.CLIPS);
    }

    @Test
    void aRowLeadsToItsClipMomentAndJoint() {
        CompareModel m = model(Topic.CLIPS, topic(Topic.CLIPS, Verdict.CLEAN));
        CompareModel.Lead to = m.lead(new Evidence.Row("x", 4, -1, 1, 0.5, true, List.of()));
        assertThat(to.clip()).isSameAs(SENT.clips().get(1));
        assertThat(to.seconds()).isCloseTo(0.5, within(0.0));
        assertThat(to.joint()).isEqualTo(4);
        assertThat(m.lead(new Evidence.Row("x", -1, -1, 99, Double.NaN, true, List.of()))
                        .clip())
                .isNull();
    }

    @Test
    void aPointTellsItsInfluencesOnBothSides() {
        int mesh = 0;
        while (SENT.meshes().get(mesh).skin() == null) {
            mesh++;
        }
        int node = SENT.nodeOfMesh(mesh);
        int point = 0;
        while (Objects.requireNonNull(SENT.meshes().get(mesh).skin()).influences(point) < 2) {
            point++;
        }
        Evidence.Row row =
                new Evidence.Row(SENT.path(node) + "/point " + point, node, node, -1, Double.NaN, true, List.of());
        CompareModel skin = model(Topic.SKIN_WEIGHTS, topic(Topic.SKIN_WEIGHTS, Verdict.BROKEN));
        assertThat(skin.point(row)).containsExactly(node, point);
        assertThat(skin.influences(node, point)).hasSizeGreaterThan(1);
        assertThat(model(Topic.CLIPS, topic(Topic.CLIPS, Verdict.CLEAN)).point(row))
                .isEmpty();
        assertThat(skin.point(new Evidence.Row("x", node, -1, -1, 0, true, List.of())))
                .isEmpty();
    }

    @Test
    void thePlotFollowsTheClipOrTheObject() {
        Series first = series("Joint error", 0);
        Series second = series("Joint error", 1);
        CompareModel clips = model(
                Topic.SURFACES,
                topic(Topic.SURFACES, Verdict.CLEAN),
                topic(Topic.CLIPS, Verdict.BROKEN, first, second));
        assertThat(clips.plot(SENT.clips().get(1), "")).isSameAs(second);
        assertThat(clips.plot(null, "")).isNull();
        Series all = series("All", -1);
        Series reed = series("reed_3", -1);
        CompareModel cache =
                model(Topic.CACHES, topic(Topic.CACHES, Verdict.BROKEN, all, reed), topic(Topic.CLIPS, Verdict.CLEAN));
        assertThat(cache.plot(SENT.clips().getFirst(), "")).isSameAs(all);
        assertThat(cache.plot(SENT.clips().getFirst(), "/bank/reed_3")).isSameAs(reed);
        assertThat(cache.hasObjects()).isTrue();
        assertThat(clips.hasObjects()).isFalse();
    }

    @Test
    void theLegendNamesTheJoint() {
        CompareModel m = model(Topic.CLIPS, topic(Topic.CLIPS, Verdict.CLEAN));
        int joint = SENT.joints().get(3);
        String name = SENT.nodes().get(joint).name();
        assertThat(m.legend(Arrangement.DIFFERENCE, 1.5, joint)).isEqualTo("0 – 1.500 mm between sent and returned");
        assertThat(m.legend(Arrangement.WEIGHT_GAP, 0.25, joint))
                .isEqualTo("0 – 0.250 difference in weight of " + name);
        assertThat(m.legend(Arrangement.WEIGHT_GAP, 0.25, -1)).endsWith(", all joints");
        assertThat(m.legend(Arrangement.WEIGHTS, 1, joint)).isEqualTo("0 – 1 weight of " + name);
        assertThat(m.legend(Arrangement.WEIGHTS, 1, -1)).startsWith("Choose a joint");
        assertThat(m.joint(SENT.nodes().size())).isEqualTo(-1);
    }

    @Test
    void aMomentLeadsToItsClip() {
        CompareModel m = model(Topic.CLIPS, topic(Topic.CLIPS, Verdict.CLEAN));
        assertThat(m.clip(new Moment(Topic.CLIPS, 1, 0, 1, "mm", 1, -1)))
                .containsSame(SENT.clips().get(1));
        assertThat(m.clip(new Moment(Topic.CACHES, -1, 0, 1, "mm", 1, -1))).isEmpty();
        assertThat(m.clip(new Moment(Topic.CLIPS, 99, 0, 1, "mm", 1, -1))).isEmpty();
    }
}
