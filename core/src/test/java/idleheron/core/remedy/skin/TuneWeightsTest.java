package idleheron.core.remedy.skin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.List;
import java.util.Objects;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.junit.jupiter.api.Test;

class TuneWeightsTest {
    /** A mesh of as many points as told, each with four influences. */
    private static Scene scene(float... weights) {
        int points = weights.length / 4;
        int[] starts = new int[points + 1];
        int[] slots = new int[weights.length];
        for (int p = 0; p < points; p++) {
            starts[p + 1] = 4 * p + 4;
        }
        for (int i = 0; i < slots.length; i++) {
            slots[i] = i % 4;
        }
        Matrix4dc[] bind = {new Matrix4d(), new Matrix4d(), new Matrix4d(), new Matrix4d()};
        Skin skin = new Skin("k", new int[] {0, 1, 2, 3}, bind, starts, slots, weights);
        Mesh mesh = Mesh.bare("m", new double[3 * points], new int[] {0}, new int[0])
                .withSkin(skin);
        Mesh bare = mesh.withSkin(null);
        return Scene.bare("s", Stage.COMMON).withMeshes(List.of(bare, mesh));
    }

    private static Skin tuned(TuneWeights t, float... weights) {
        return Objects.requireNonNull(t.apply(scene(weights)).meshes().get(1).skin());
    }

    @Test
    void whatCannotBeMeantIsRefused() {
        assertThatThrownBy(() -> new TuneWeights(-1, 0, 0, true))
                .hasMessage("influences -1, expected at least 1, or 0 for any number");
        assertThatThrownBy(() -> new TuneWeights(0, 1, 0, true)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TuneWeights(0, -0.1, 0, true)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TuneWeights(0, Double.NaN, 0, true)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TuneWeights(0, 0, 25, true)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new TuneWeights(0, 0, -1, true)).isInstanceOf(IllegalArgumentException.class);
        assertThat(new TuneWeights(0, 0, 24, true).bits()).isEqualTo(24);
    }

    @Test
    void theWeakestGoAndTheRestIsBroughtToOne() {
        Skin s = tuned(TuneWeights.limit(2), 0.1f, 0.4f, 0.4f, 0.1f);
        assertThat(s.slots()).containsExactly(1, 2);
        assertThat(s.weights()).containsExactly(0.5f, 0.5f);
    }

    @Test
    void ofEqualWeightsTheFirstStay() {
        Skin s = tuned(TuneWeights.limit(3), 0.25f, 0.25f, 0.25f, 0.25f);
        assertThat(s.slots()).containsExactly(0, 1, 2);
        Skin one = tuned(TuneWeights.limit(1), 0.25f, 0.25f, 0.25f, 0.25f);
        assertThat(one.slots()).containsExactly(0);
        assertThat(one.weights()).containsExactly(1f);
    }

    @Test
    void withoutNormalisingWeightsStayAsTheyWere() {
        Skin s = tuned(new TuneWeights(2, 0, 0, false), 0.1f, 0.4f, 0.3f, 0.2f);
        assertThat(s.slots()).containsExactly(1, 2);
        assertThat(s.weights()).containsExactly(0.4f, 0.3f);
    }

    @Test
    void onlyWeightsBelowTheLeastGo() {
        Skin s = tuned(new TuneWeights(0, 0.25, 0, false), 0.25f, 0.2f, 0.3f, 0.25f);
        assertThat(s.slots()).containsExactly(0, 2, 3);
        assertThat(s.weights()).containsExactly(0.25f, 0.3f, 0.25f);
        Skin none = tuned(TuneWeights.prune(0.9), 0.25f, 0.2f, 0.3f, 0.25f);
        assertThat(none.slots()).as("a point may be left with nothing").isEmpty();
        assertThat(none.starts()).containsExactly(0, 0);
    }

    @Test
    void pointsKeepTheirOwnInfluences() {
        Skin s = tuned(TuneWeights.limit(1), 0.7f, 0.1f, 0.1f, 0.1f, 0, 0, 0, 1, 0, 0.4f, 0.6f, 0);
        assertThat(s.starts()).containsExactly(0, 1, 2, 3);
        assertThat(s.slots()).containsExactly(0, 3, 2);
        assertThat(s.weights()).containsExactly(1, 1, 1);
    }

    @Test
    void sumsThatAreOneBarAHairAreLeftToTheBit() {
        Scene s = scene(0.5f, 0.5f, 4e-7f, 0);
        assertThat(TuneWeights.normalised().apply(s)).isSameAs(s);
        Scene off = scene(0.5f, 0.5f, 4e-6f, 0);
        assertThat(TuneWeights.normalised().apply(off)).isNotSameAs(off);
    }

    @Test
    void aSumOfNothingIsLeft() {
        Scene s = scene(0, 0, 0, 0);
        assertThat(TuneWeights.quantise(8).apply(s)).isSameAs(s);
    }

    @Test
    void roundedWeightsSumToOneByTheStrongest() {
        // In parts of 3: 0.3·3 = 0.9 → 1, 0.3·3 → 1, 0.4·3 = 1.2 → 1; sums to 3.
        assertThat(tuned(TuneWeights.quantise(2), 0.3f, 0.3f, 0.4f, 0).weights())
                .containsExactly(1 / 3f, 1 / 3f, 1 / 3f);
        // 0.2·3 = 0.6 → 1 twice, 0.6·3 = 1.8 → 2: one too many, taken from the strongest.
        assertThat(tuned(TuneWeights.quantise(2), 0.2f, 0.2f, 0.6f, 0).weights())
                .containsExactly(1 / 3f, 1 / 3f, 1 / 3f);
        // 0.1·3 = 0.3 → 0 twice, 0.8·3 = 2.4 → 2: one too few, given to the strongest, which is not the last.
        Skin s = tuned(TuneWeights.quantise(2), 0.1f, 0.8f, 0.1f, 0);
        assertThat(s.slots()).containsExactly(1);
        assertThat(s.weights()).containsExactly(1f);
    }

    @Test
    void withoutNormalisingTheRoundingIsNotMadeUpFor() {
        Skin s = tuned(new TuneWeights(0, 0, 2, false), 0.1f, 0.8f, 0.1f, 0);
        assertThat(s.weights()).containsExactly(2 / 3f);
    }

    @Test
    void manyPointsOnAllCoresAreTheSameAsFew() {
        int points = 50_000;
        float[] w = new float[4 * points];
        for (int i = 0; i < w.length; i++) {
            w[i] = new float[] {0.1f, 0.2f, 0.3f, 0.4f}[(i + i / 4) % 4];
        }
        Skin s = tuned(TuneWeights.limit(2), w);
        assertThat(s.weights()).hasSize(2 * points);
        for (int p = 0; p < points; p++) {
            assertThat(s.sum(p)).isCloseTo(1, within(1e-6));
        }
    }
}
