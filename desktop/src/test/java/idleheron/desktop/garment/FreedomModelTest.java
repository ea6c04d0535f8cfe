package idleheron.desktop.garment;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.RestSurface;
import idleheron.core.garment.freedom.Stroke;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Path;
import java.util.Objects;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Painting the cape without a window. */
class FreedomModelTest {
    private static final Stroke.Tip HOLD = new Stroke.Tip(Stroke.How.SET, 0, 8, 1, false);

    @TempDir
    static Path folder;

    private static Scene worn = Scene.bare("", idleheron.core.scene.Stage.COMMON);

    @BeforeAll
    static void dress() throws Exception {
        MadeDemo.into(folder, DemoData.SENT, DemoData.CAPE);
        Scene body =
                SceneFiles.read(folder.resolve(DemoData.SENT), Progress.NONE).scene();
        Scene cape =
                SceneFiles.read(folder.resolve(DemoData.CAPE), Progress.NONE).scene();
        worn = Dressing.of(body, cape).scene();
    }

    private static FreedomModel model() {
        return new FreedomModel(worn, worn.find("cape"));
    }

    @Test
    void aLineOfSightMeetsTheCapeButNotThroughHer() {
        FreedomModel m = model();
        TriangleMesh cape = RestSurface.of(worn, m.garment());
        double[] box = cape.box();
        double high = box[1] + 0.1;
        Vec3 back = m.hit(new double[] {0.05, high, -5}, new double[] {0, 0, 1});
        assertThat(back).isNotNull();
        assertThat(back.z()).as("the side that is looked at").isLessThan(0);
        Vec3 front = m.hit(new double[] {0.15, high, 5}, new double[] {0, 0, -1});
        assertThat(front).isNotNull();
        assertThat(front.z()).isGreaterThan(0);
        assertThat(m.hit(new double[] {0, box[4] + 1, 5}, new double[] {0, 0, -1}))
                .isNull();
        assertThat(m.hit(new double[] {0, box[1] - 0.3, 5}, new double[] {0, 0, -1}))
                .as("below the hem there is only she")
                .isNull();
    }

    @Test
    void aPlaceOfAPanelIsOneOfTheCape() {
        FreedomModel m = model();
        Scene flat = Objects.requireNonNull(m.panels());
        double[] p = flat.meshes().getFirst().points();
        int[] c = flat.meshes().getFirst().corners();
        double[] middle = new double[2];
        for (int k = 0; k < 3; k++) {
            middle[0] += p[3 * c[k]] / 3;
            middle[1] += p[3 * c[k] + 1] / 3;
        }
        Vec3 at = m.hitFlat(new double[] {middle[0], middle[1], 2}, new double[] {0, 0, -1});
        assertThat(at).isNotNull();
        double least = Double.POSITIVE_INFINITY;
        TriangleMesh cape = RestSurface.of(worn, m.garment());
        for (int i = 0; i < cape.pointCount(); i++) {
            double[] x = cape.points();
            least = Math.min(
                    least,
                    new Vec3(x[3 * i], x[3 * i + 1], x[3 * i + 2]).minus(at).length());
        }
        assertThat(least).isLessThan(0.02);
        assertThat(m.hitFlat(new double[] {-3, -3, 2}, new double[] {0, 0, -1})).isNull();
    }

    @Test
    void strokesAreTakenBackAndDrawnAgain() {
        FreedomModel m = model();
        float[] before = m.heat();
        assertThat(m.canUndo()).isFalse();
        double[] box = RestSurface.of(worn, m.garment()).box();
        Vec3 hem = Objects.requireNonNull(m.hit(new double[] {0.15, box[1] + 0.05, 5}, new double[] {0, 0, -1}));
        assertThat(m.told().lines()).hasSize(3).last().asString().startsWith("Steepest: 1.097 cm per cm");
        m.begin(HOLD);
        m.over(hem);
        m.end();
        float[] after = m.heat();
        assertThat(after).isNotEqualTo(before);
        assertThat(m.flatHeat())
                .hasSize(m.panels() == null ? 0 : m.panels().meshes().getFirst().pointCount());
        assertThat(m.told().harsh()).isTrue();
        assertThat(Objects.requireNonNull(m.told().steepest()).minus(hem).length())
                .isLessThan(0.2);
        m.undo();
        assertThat(m.heat()).isEqualTo(before);
        m.redo();
        assertThat(m.heat()).isEqualTo(after);
        assertThat(m.remedy().strokes()).hasSize(1);
        Scene now = m.remedy().apply(worn);
        float[] kept = new FreedomModel(now, now.find("cape")).heat();
        for (int i = 0; i < kept.length; i++) {
            assertThat(kept[i]).isEqualTo(after[i], within(1e-6f));
        }
    }
}
