package idleheron.core.garment.weights;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import idleheron.core.garment.Mannequin;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.Weld;
import idleheron.core.job.Progress;
import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Weights against a reference in other words and another language, and against cases worked out by hand. */
class WeightTransferTest {
    private static final BodyWeights BODY = Mannequin.weights();

    private static WeightTransfer.Taken taken(BodyWeights body, TriangleMesh m, TransferSettings set) {
        return WeightTransfer.of(body, m, set, Progress.NONE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"cape", "jacket"})
    void weightsAndFiguresAreThoseOfTheReference(String name) {
        WeightTransfer.Taken t = taken(BODY, Mannequin.mesh(name), TransferSettings.USUAL);
        JsonNode told = Mannequin.json("expected/" + name + ".weights.json").path("weights");
        double matched = 0;
        double filled = 0;
        for (int p = 0; p < told.size(); p++) {
            double[] row = new double[BODY.joints()];
            for (int k = 0; k + 1 < told.get(p).size(); k += 2) {
                row[told.get(p).get(k).intValue()] += told.get(p).get(k + 1).doubleValue();
            }
            double sum = 0;
            for (int j = 0; j < row.length; j++) {
                double off = Math.abs(row[j] - t.weight(p, j));
                boolean known = t.state()[p] == WeightTransfer.State.MATCHED;
                matched = Math.max(matched, known ? off : 0);
                filled = Math.max(filled, known ? 0 : off);
                sum += t.weight(p, j);
            }
            assertThat(sum).isCloseTo(1, within(1e-12));
        }
        assertThat(matched).isLessThan(2e-6);
        assertThat(filled).isLessThan(2e-6);
        JsonNode f = Mannequin.json("expected/" + name + ".transfer.json").path("inpaint");
        TransferFigures is = t.figures();
        assertThat(is.matched()).isEqualTo(f.path("matched").asInt());
        assertThat(is.flipped()).isEqualTo(f.path("flipped").asInt());
        assertThat(is.torn()).isEqualTo(f.path("torn").asInt());
        assertThat(is.filled()).isEqualTo(f.path("inpainted").asInt());
        assertThat(is.trims()).isEqualTo(f.path("trims").asInt());
        assertThat(is.pieces()).isEqualTo(f.path("pieces").asInt());
        assertThat(is.matchedArea()).isCloseTo(f.path("matchedArea").asDouble(), within(1e-6));
        assertThat(is.thickness()).isCloseTo(f.path("thickness").asDouble(), within(1e-6));
        assertThat(is.least()).isCloseTo(f.path("range").get(0).asDouble(), within(1e-6));
        assertThat(is.most()).isCloseTo(f.path("range").get(1).asDouble(), within(1e-6));
        assertThat(is.limited()).isCloseTo(f.path("limitChangedL1worst").asDouble(), within(1e-6));
    }

    /** A rivet turns as one: its points have one row. */
    @Test
    void smallPiecesStayRigid() {
        WeightTransfer.Taken t = taken(BODY, Mannequin.mesh("jacket"), TransferSettings.USUAL);
        int[] trims = IntStream.range(0, t.state().length)
                .filter(p -> t.state()[p] == WeightTransfer.State.TRIM)
                .toArray();
        assertThat(trims).hasSize(1190);
        long rows = Arrays.stream(trims)
                .mapToObj(p -> Arrays.toString(Arrays.copyOfRange(t.weights(), p * t.joints(), (p + 1) * t.joints())))
                .distinct()
                .count();
        assertThat(rows).isEqualTo(7);
    }

    /** A hundred times as large, with all lengths, is the same. */
    @Test
    void theUnitDoesNotMatter() {
        TriangleMesh cape = Mannequin.mesh("cape");
        TriangleMesh body = Mannequin.mesh("mannequin");
        double[] c = Arrays.stream(cape.points()).map(v -> 100 * v).toArray();
        double[] b = Arrays.stream(body.points()).map(v -> 100 * v).toArray();
        BodyWeights large = new BodyWeights(
                idleheron.core.geometry.BodyDistance.of(body.at(b)),
                BODY.joints(),
                BODY.starts(),
                BODY.slots(),
                BODY.weights());
        TransferSettings set = new TransferSettings(3.3, 30, 1.5, 4, 1e-3, true, 3, false);
        TransferSettings small = new TransferSettings(0.033, 30, 0.015, 4, 1e-5, true, 0.03, false);
        double[] x = taken(large, cape.at(c), set).weights();
        double[] y = taken(BODY, cape, small).weights();
        for (int i = 0; i < x.length; i++) {
            assertThat(x[i]).isCloseTo(y[i], within(1e-7));
        }
    }

    /** A body of squares in the plane z = 0 from x = 0 to 10; joint 0 moves the left, joint 1 the right, by proportion. */
    private static BodyWeights board() {
        int n = 11;
        double[] p = new double[3 * n * n];
        int[] t = new int[6 * (n - 1) * (n - 1)];
        float[] w = new float[2 * n * n];
        int[] starts = new int[n * n + 1];
        int[] slots = new int[2 * n * n];
        for (int i = 0; i < n * n; i++) {
            p[3 * i] = i % n;
            p[3 * i + 1] = (double) i / n - (i % n) / (double) n;
            w[2 * i] = 1 - i % n / 10f;
            w[2 * i + 1] = i % n / 10f;
            slots[2 * i + 1] = 1;
            starts[i + 1] = 2 * i + 2;
        }
        int at = 0;
        for (int y = 0; y + 1 < n; y++) {
            for (int x = 0; x + 1 < n; x++) {
                int a = y * n + x;
                for (int k : new int[] {a, a + 1, a + n + 1, a, a + n + 1, a + n}) {
                    t[at++] = k;
                }
            }
        }
        return BodyWeights.of(new TriangleMesh(p, t), 2, starts, slots, w);
    }

    private static final TransferSettings NEAR = new TransferSettings(0.5, 30, 0, 4, 1e-6, false, 0.03, false);

    @Test
    void theBodyItselfTakesItsOwnWeights() {
        BodyWeights b = board();
        WeightTransfer.Taken t = taken(b, b.body().mesh(), NEAR);
        assertThat(t.figures().share()).isEqualTo(1);
        for (int p = 0; p < 121; p++) {
            assertThat(t.weight(p, 0)).isCloseTo(1 - p % 11 / 10.0, within(1e-6));
        }
    }

    /** A strip that is near the body at its ends alone: between them the least energy is a straight line. */
    @Test
    void aStripBetweenTwoEndsIsFilledInALine() {
        double[] p = new double[66];
        int[] t = new int[60];
        for (int x = 0; x < 11; x++) {
            for (int y = 0; y < 2; y++) {
                p[6 * x + 3 * y] = x;
                p[6 * x + 3 * y + 1] = 4 + y;
                p[6 * x + 3 * y + 2] = x == 0 || x == 10 ? 0 : 2;
            }
        }
        for (int x = 0; x < 10; x++) {
            int a = 2 * x;
            int[] two = {a, a + 2, a + 3, a, a + 3, a + 1};
            System.arraycopy(two, 0, t, 6 * x, 6);
        }
        TransferSettings wide = new TransferSettings(0.5, 89, 0, 4, 1e-6, false, 0.03, false);
        WeightTransfer.Taken s = taken(board(), new TriangleMesh(p, t), wide);
        assertThat(s.figures().matched()).isEqualTo(4);
        assertThat(s.figures().filled()).isEqualTo(18);
        double edge = Math.sqrt(5);
        double way = 2 * edge + 8;
        for (int x = 0; x < 11; x++) {
            double along = x == 0 ? 0 : x == 10 ? way : edge + x - 1;
            assertThat(s.weight(2 * x, 0)).isCloseTo(1 - along / way, within(1e-9));
        }
    }

    @Test
    void whatIsFarFromTheBodyIsRefusedWithTheFigures() {
        double[] p = board().body().mesh().points().clone();
        for (int i = 2; i < p.length; i += 3) {
            p[i] = 0.6;
        }
        TriangleMesh high = board().body().mesh().at(p);
        assertThatThrownBy(() -> taken(board(), high, NEAR))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("the median distance is 600 mm")
                .hasMessageContaining("the limit 500 mm");
        assertThatThrownBy(() -> taken(board(), new TriangleMesh(new double[] {0, 0, Double.NaN}, new int[0]), NEAR))
                .hasMessageContaining("no numbers");
        assertThatThrownBy(() -> taken(board(), new TriangleMesh(new double[3], new int[0]), NEAR))
                .hasMessageContaining("the garment has no face");
    }

    /** A piece that the body speaks for nowhere follows the nearest of the other, point by point. */
    @Test
    void piecesThatAreFarFollowTheOthers() {
        double[] p = {0, 0, 0, 10, 0, 0, 0, 9, 0, 0, 0, 3, 10, 0, 3, 0, 9, 3};
        WeightTransfer.Taken t = taken(board(), new TriangleMesh(p, new int[] {0, 1, 2, 3, 4, 5}), NEAR);
        assertThat(t.figures().orphans()).isEqualTo(3);
        assertThat(t.state()[4]).isEqualTo(WeightTransfer.State.ORPHAN);
        assertThat(t.weight(4, 1)).isCloseTo(1, within(1e-9));
        assertThat(t.weight(3, 0)).isCloseTo(1, within(1e-9));
    }

    /** Neighbours whose feet are torn apart by a gap lose their match, with one ring around. */
    @Test
    void matchesOverAGapAreGivenUp() {
        // two boards side by side, the right one's weights of joint 1 alone; a strip across goes from one to the other
        double[] b = {0, 0, 0, 0, 1, 0, 0, 0, 10, 0, 1, 10, 1, 0, 0, 1, 1, 0, 1, 0, 10, 1, 1, 10};
        int[] bt = {0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6};
        BodyWeights walls = BodyWeights.of(
                new TriangleMesh(b, bt),
                2,
                new int[] {0, 1, 2, 3, 4, 5, 6, 7, 8},
                new int[] {0, 0, 0, 0, 1, 1, 1, 1},
                new float[] {1, 1, 1, 1, 1, 1, 1, 1});
        double[] p = new double[3 * 10];
        int[] t = new int[24];
        for (int i = 0; i < 5; i++) {
            p[6 * i] = i < 2 ? 0.45 : 0.55;
            p[6 * i + 2] = i < 2 ? 1 + i * 0.1 : 1.1 + (i - 2) * 0.1;
            p[6 * i + 3] = p[6 * i];
            p[6 * i + 4] = 0.5;
            p[6 * i + 5] = p[6 * i + 2];
        }
        for (int i = 0; i < 4; i++) {
            int a = 2 * i;
            int[] two = {a, a + 2, a + 3, a, a + 3, a + 1};
            System.arraycopy(two, 0, t, 6 * i, 6);
        }
        TransferSettings open = new TransferSettings(1, 180, 0, 4, 1e-6, false, 0.03, true);
        assertThat(taken(walls, new TriangleMesh(p, t), open).figures().torn()).isEqualTo(8);
    }

    /** Doubled points at a seam get equal rows, so that it cannot open. */
    @Test
    void doubledPointsGetEqualWeights() {
        TriangleMesh cape = Mannequin.mesh("cape");
        int n = cape.pointCount();
        double[] p = Arrays.copyOf(cape.points(), 6 * n);
        System.arraycopy(cape.points(), 0, p, 3 * n, 3 * n);
        int[] t = cape.triangles().clone();
        for (int i = 0; i < t.length / 2; i++) {
            t[i] += n;
        }
        WeightTransfer.Taken x = taken(BODY, new TriangleMesh(p, t), TransferSettings.USUAL);
        WeightTransfer.Taken y = taken(BODY, cape, TransferSettings.USUAL);
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < x.joints(); j++) {
                assertThat(x.weight(i, j)).isEqualTo(x.weight(i + n, j)).isCloseTo(y.weight(i, j), within(1e-9));
            }
        }
        assertThat(Weld.of(p, 1e-5).keep()).hasSize(n);
    }

    @Test
    void theSameAgainIsTheSameToTheLastBit() {
        double[] a = taken(BODY, Mannequin.mesh("cape"), TransferSettings.USUAL).weights();
        assertThat(taken(BODY, Mannequin.mesh("cape"), TransferSettings.USUAL).weights())
                .isEqualTo(a);
    }
}
