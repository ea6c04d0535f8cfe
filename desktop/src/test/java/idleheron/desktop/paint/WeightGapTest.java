package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.pair.MatchTable;
import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.rehearsal.MadeDemo;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** Weight differences as they are painted, and the influences of one point as they are listed. */
class WeightGapTest {
    private static final Scene SENT = MadeDemo.postwoman();
    private static final Scene BACK = TuneWeights.limit(2).apply(SENT);

    private static int skinned() {
        for (int i = 0; i < SENT.meshes().size(); i++) {
            if (SENT.meshes().get(i).skin() != null) {
                return i;
            }
        }
        throw new IllegalStateException("no skin");
    }

    @Test
    void theGapOfAPointIsTheSumOverItsJoints() {
        int m = skinned();
        Mesh a = SENT.meshes().get(m);
        Mesh b = BACK.meshes().get(m);
        Skin s = Objects.requireNonNull(a.skin());
        float[] all = WeightGap.of(SENT, a, BACK, b, -1);
        assertThat(WeightGap.of(SENT, a, SENT, a, -1)).containsOnly(0);
        int point = 0;
        for (int p = 0; p < all.length; p++) {
            point = all[p] > all[point] ? p : point;
            assertThat(all[p]).isBetween(0f, 2.0001f);
            if (s.influences(p) <= 2) {
                assertThat(all[p]).isCloseTo(0, within(1e-6f));
            }
        }
        assertThat(all[point]).isGreaterThan(0.1f);
        float sum = 0;
        for (int joint : s.joints()) {
            sum += WeightGap.of(SENT, a, BACK, b, joint)[point];
        }
        assertThat(sum).isCloseTo(all[point], within(1e-4f));
        List<PointInfluences.Line> lines = PointInfluences.of(SENT, BACK, MatchTable.NONE, SENT.nodeOfMesh(m), point);
        assertThat(lines).hasSize(s.influences(point));
        assertThat(lines.stream().filter(l -> l.returned().equals("–")).count()).isEqualTo(s.influences(point) - 2);
        MatchTable alone = MatchTable.NONE.withMesh(a.name(), "");
        assertThat(PointInfluences.of(SENT, BACK, alone, SENT.nodeOfMesh(m), point))
                .as("of a mesh that has no partner, as the user says")
                .allSatisfy(l -> assertThat(l.returned()).isEqualTo("–"));
    }
}
