package idleheron.core.garment.remesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.facts.Spacing;
import idleheron.core.garment.facts.UvLayout;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.freedom.FreedomRule;
import idleheron.core.geometry.MeshEdges;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.remedy.garment.FewerPoints;
import idleheron.core.remedy.garment.Respace;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The cape coarser and finer: spacing, rims, panels, weights and map against those it had. */
class RespacingTest {
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");

    private static Scene scene() {
        Scene s = TakeWeights.USUAL.apply(
                Dressing.of(Mannequin.scene(), Mannequin.garment("cape", CAPE)).scene());
        int at = s.nodes().get(s.find("cape")).payload();
        float[] uv = Mannequin.uv("cape");
        int[] indices = new int[uv.length / 2];
        Arrays.setAll(indices, i -> i);
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        double[] v = new FreedomRule.Below(1.3, 0.9).of(CAPE, null);
        meshes.set(at, new FreedomMap(v).on(meshes.get(at).withUvSets(List.of(new UvSet("panels", uv, indices)))));
        return s.withMeshes(meshes);
    }

    private static final Scene WORN = scene();

    private static double rims(TriangleMesh m) {
        MeshEdges e = MeshEdges.of(m);
        double out = 0;
        for (int i = 0; i < e.count(); i++) {
            out += e.faces()[i] == 1 ? e.length(i, m.points()) : 0;
        }
        return out;
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.025, 0.015, 0.008})
    void spacingIsWhatWasAskedForAndAllElseStays(double length) {
        Cloth before = Cloth.of(WORN, WORN.find("cape"));
        Respacing r = Respacing.of(before, length);
        Spacing s = r.spacing();
        assertThat(s.median()).isCloseTo(length, within(0.07 * length));
        assertThat(s.high() / s.low()).isLessThan(2.5);
        assertThat(s.flat()).isZero();
        assertThat(s.crowded()).isZero();
        assertThat(r.off()).isLessThan(0.22 * length);

        Scene after = new Respace(1000 * length).apply(WORN);
        Cloth now = Cloth.of(after, after.find("cape"));
        assertThat(rims(now.surface())).isCloseTo(rims(CAPE), within(0.01 * rims(CAPE)));
        UvLayout flat = UvLayout.of(
                now.mesh(), now.mesh().uvSets().getFirst(), now.surface().points());
        assertThat(flat.isPanels()).isTrue();
        assertThat(flat.overlap()).isLessThan(0.001);
        assertThat(flat.none()).isZero();
        assertThat(flat.mirrored())
                .as("as the cape is")
                .isBetween(now.surface().count() - 2, now.surface().count());
        double[] map = Objects.requireNonNull(FreedomMap.of(now.mesh())).values();
        double[] fresh = new FreedomRule.Below(1.3, 0.9).of(now.surface(), null);
        for (int i = 0; i < map.length; i++) {
            assertThat(map[i]).isCloseTo(fresh[i], within(0.02));
        }
        weights(now, before);
    }

    /** Weights against those of the nearest point there was. */
    private static void weights(Cloth now, Cloth before) {
        Skin a = Objects.requireNonNull(now.mesh().skin());
        Skin b = Objects.requireNonNull(before.mesh().skin());
        assertThat(a.maxInfluences()).isLessThanOrEqualTo(4);
        double off = 0;
        for (int p = 0; p < a.points(); p++) {
            double[] row = new double[a.joints().length];
            double total = 0;
            for (int i = a.starts()[p]; i < a.starts()[p + 1]; i++) {
                row[a.slots()[i]] += a.weights()[i];
                total += a.weights()[i];
            }
            assertThat(total).isCloseTo(1, within(1e-6));
            int q = nearest(now.surface().points(), p, before.surface().points());
            for (int i = b.starts()[q]; i < b.starts()[q + 1]; i++) {
                row[b.slots()[i]] -= b.weights()[i];
            }
            off += Arrays.stream(row).map(Math::abs).sum();
        }
        assertThat(off / a.points()).isLessThan(0.04);
    }

    private static int nearest(double[] p, int i, double[] all) {
        int best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int q = 0; q < all.length / 3; q++) {
            double d = 0;
            for (int k = 0; k < 3; k++) {
                d += (p[3 * i + k] - all[3 * q + k]) * (p[3 * i + k] - all[3 * q + k]);
            }
            if (d < least) {
                least = d;
                best = q;
            }
        }
        return best;
    }

    @Test
    void anEdgeIsABorderWhereCoordinatesPartAtOneOfItsEnds() {
        double[] p = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0};
        TriangleMesh two = new TriangleMesh(p, new int[] {0, 1, 2, 0, 2, 3});
        Scene s = Mannequin.garment("sheet", two);
        float[] uv = {0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1};
        int[] at = {0, 1, 2, 3, 4, 5};
        for (int corner : new int[] {-1, 0, 2, 3, 4}) {
            float[] parted = uv.clone();
            if (corner >= 0) {
                parted[2 * corner] += 0.01f;
            }
            Mesh m = s.meshes().getFirst().withUvSets(List.of(new UvSet("map", parted, at)));
            OldCloth old = OldCloth.of(Cloth.of(s.withMeshes(List.of(m)), 0));
            assertThat(old.open()).as("corner " + corner).hasSize(corner < 0 ? 4 : 5);
        }
    }

    @Test
    void aSeamOfCoordinatesIsNotCrossed() {
        double[] p = {0, 0, 0, 1, 0, 0, 2, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0};
        Mesh m = Mannequin.mesh("sheet", new TriangleMesh(p, new int[] {0, 1, 4, 0, 4, 3, 1, 2, 5, 1, 5, 4}), null);
        float[] uv = {0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1, 5, 0, 6, 0, 6, 1, 5, 0, 6, 1, 5, 1};
        int[] at = new int[12];
        Arrays.setAll(at, i -> i);
        Scene s = Mannequin.garment("sheet", new TriangleMesh(p, m.triangles()))
                .withMeshes(List.of(m.withUvSets(List.of(new UvSet("map", uv, at)))));
        Mesh fine = Respacing.of(Cloth.of(s, 0), 0.13).mesh();
        UvSet u = fine.uvSets().getFirst();
        for (int c = 0; c < fine.corners().length; c++) {
            double x = fine.points()[3 * fine.corners()[c]];
            double there = u.uv()[2 * u.indices()[c]];
            assertThat(there).isCloseTo(there < 3 ? x : 4 + x, within(1e-5));
        }
        for (int f = 0; f < fine.faceCount(); f++) {
            boolean left = false;
            boolean right = false;
            for (int k = 0; k < 3; k++) {
                left |= fine.points()[3 * fine.corners()[3 * f + k]] < 1 - 1e-9;
                right |= fine.points()[3 * fine.corners()[3 * f + k]] > 1 + 1e-9;
            }
            assertThat(left && right).as("face " + f + " lies over the seam").isFalse();
        }
    }

    @Test
    void itComesAsCloseToABudgetOfPointsAsItCan() {
        Scene s = Mannequin.garment("cape", Mannequin.mesh("cape"));
        int had = Mannequin.mesh("cape").pointCount();
        for (int most : new int[] {had / 4, 2 * had}) {
            Respacing r = Respacing.within(Cloth.of(s, 0), most);
            assertThat(r.mesh().pointCount()).isBetween((int) (0.9 * most), most);
        }
        Scene fewer = new FewerPoints(had / 4).apply(s);
        assertThat(fewer.meshes().getFirst().pointCount()).isLessThanOrEqualTo(had / 4);
        assertThat(new FewerPoints(had).apply(s)).as("it has no more").isSameAs(s);
        assertThatThrownBy(() -> Respacing.within(Cloth.of(s, 0), 25)).hasMessageContaining("does not come below 25");
        assertThatThrownBy(() -> new FewerPoints(3)).hasMessageContaining("20 or more");
    }

    @Test
    void whatCannotBeSpacedAnewSaysWhyAndStays() {
        Scene thick = Mannequin.garment("jacket", Mannequin.mesh("jacket"));
        assertThatThrownBy(() -> Respacing.of(Cloth.of(thick, 0), 0.02))
                .hasMessage("jacket has two sides; only one-sided cloth can be respaced");
        assertThat(new Respace(20).apply(thick)).isSameAs(thick);
        assertThatThrownBy(() -> Respacing.of(Cloth.of(WORN, WORN.find("cape")), 1e-5))
                .hasMessageContaining("more than two million points");
    }
}
