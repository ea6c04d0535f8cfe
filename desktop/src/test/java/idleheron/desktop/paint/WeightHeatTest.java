package idleheron.desktop.paint;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.remedy.skin.TuneWeights;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class WeightHeatTest {
    private static final Mesh BODY = Figures.SENT.meshes().stream()
            .filter(m -> m.skin() != null)
            .findFirst()
            .orElseThrow();

    @Test
    void weightsAreThoseOfTheJoint() {
        Skin skin = Objects.requireNonNull(BODY.skin());
        WeightHeat heat = new WeightHeat();
        int joint = skin.joints()[2];
        assertThat(heat.of(Figures.SENT, BODY, joint)).isEqualTo(skin.weightsOf(2));
        assertThat(heat.of(Figures.SENT, BODY, joint)).isSameAs(heat.of(Figures.SENT, BODY, joint));
        assertThat(heat.of(Figures.SENT, BODY, -5)).as("moves nothing here").containsOnly(0f);
    }

    @Test
    void gapsAreThoseBetweenBothSides() {
        WeightHeat heat = new WeightHeat();
        var back = TuneWeights.limit(1).apply(Figures.SENT);
        List<float[]> gaps = heat.gaps(Figures.side(Figures.SENT), Figures.side(back), -1);
        int at = Figures.side(Figures.SENT).surfaces().stream()
                .map(s -> s.mesh())
                .toList()
                .indexOf(BODY);
        int other = Figures.side(back).surfaces().get(at).mesh() == BODY ? -1 : at;
        assertThat(gaps.get(at))
                .isEqualTo(WeightGap.of(
                        Figures.SENT,
                        BODY,
                        back,
                        Figures.side(back).surfaces().get(other).mesh(),
                        -1));
        assertThat(heat.gaps(Figures.side(Figures.SENT), Figures.side(Figures.SENT), -1)
                        .get(at))
                .containsOnly(0f);
    }
}
