package idleheron.core.garment.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.crossing.Dressing;
import idleheron.core.finding.Finding;
import idleheron.core.garment.Mannequin;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.garment.CoarsenTrims;
import idleheron.core.remedy.garment.FlipFaces;
import idleheron.core.remedy.garment.TakeWeights;
import idleheron.core.remedy.garment.UvToFirstTile;
import idleheron.core.remedy.garment.WeldPoints;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

/** Every finding about cloth: made, told with the figure it was made with, mended, and silent on what is sound. */
class ClothRulesTest {
    private static final Scene BODY = Mannequin.scene();
    private static final TriangleMesh CAPE = Mannequin.mesh("cape");
    private static final int POINTS = CAPE.pointCount();

    private static Scene dressed(TriangleMesh m) {
        return Dressing.of(BODY, Mannequin.garment("cape", m)).scene();
    }

    private static List<Finding> found(Scene s) {
        return ClothRules.of(s, Progress.NONE);
    }

    private static Finding only(Scene s, String code) {
        assertThat(found(s)).extracting(Finding::code).containsExactly(code);
        return found(s).getFirst();
    }

    private static Scene mended(Scene s, Finding f) {
        Remedy r = Objects.requireNonNull(f.remedy());
        return r.apply(s);
    }

    private static TriangleMesh with(double[] points, int... triangles) {
        double[] p = Arrays.copyOf(CAPE.points(), CAPE.points().length + points.length);
        System.arraycopy(points, 0, p, CAPE.points().length, points.length);
        int[] t = Arrays.copyOf(CAPE.triangles(), CAPE.triangles().length + triangles.length);
        System.arraycopy(triangles, 0, t, CAPE.triangles().length, triangles.length);
        return new TriangleMesh(p, t);
    }

    /** The cape cut along its middle: its left half has points of its own, so many metres aside. */
    private static TriangleMesh cut(double aside) {
        List<double[]> more = new ArrayList<>();
        int[] to = new int[POINTS];
        int[] t = CAPE.triangles().clone();
        double[] p = CAPE.points();
        boolean[] left = new boolean[POINTS];
        boolean[] right = new boolean[POINTS];
        for (int i = 0; i < t.length; i++) {
            int f = i - i % 3;
            double x = p[3 * t[f]] + p[3 * t[f + 1]] + p[3 * t[f + 2]];
            (x < 0 ? left : right)[t[i]] = true;
        }
        int[] own = CAPE.triangles();
        for (int i = 0; i < t.length; i++) {
            int f = i - i % 3;
            double x = p[3 * own[f]] + p[3 * own[f + 1]] + p[3 * own[f + 2]];
            if (x < 0 && left[own[i]] && right[own[i]]) {
                if (to[own[i]] == 0) {
                    more.add(new double[] {p[3 * own[i]] - aside, p[3 * own[i] + 1], p[3 * own[i] + 2]});
                    to[own[i]] = POINTS + more.size() - 1;
                }
                t[i] = to[own[i]];
            }
        }
        TriangleMesh all = with(more.stream().flatMapToDouble(Arrays::stream).toArray());
        return new TriangleMesh(all.points(), t);
    }

    @Test
    void nothingIsToldOfSoundCloth() {
        assertThat(found(dressed(CAPE))).isEmpty();
        assertThat(found(TakeWeights.USUAL.apply(dressed(CAPE)))).isEmpty();
        assertThat(found(BODY)).isEmpty();
    }

    @Test
    void pointsInOnePlaceAreJoined() {
        Scene s = dressed(cut(0));
        Finding f = only(s, "garment-points-doubled");
        int seam = cut(0).pointCount() - POINTS;
        assertThat(f.figure().value()).isEqualTo(seam);
        Scene now = mended(s, f);
        assertThat(found(now)).isEmpty();
        assertThat(Cloth.of(now, now.find("cape")).mesh().pointCount()).isEqualTo(POINTS);
        assertThat(Cloth.of(now, now.find("cape")).mesh().faceCount()).isEqualTo(CAPE.count());
    }

    @Test
    void aSeamThatOnlyLiesNearIsJoinedByWhatItGapes() {
        Scene s = dressed(cut(0.0002));
        Finding f = only(s, "garment-seams-apart");
        assertThat(f.message()).contains("up to 0.200 mm");
        assertThat(f.figure().value()).isEqualTo(2 * (cut(0).pointCount() - POINTS));
        assertThat(((WeldPoints) Objects.requireNonNull(f.remedy())).millimetres())
                .isCloseTo(0.21, within(0.011));
        assertThat(found(mended(s, f))).isEmpty();
    }

    @Test
    void unusedPointsGo() {
        Scene s = dressed(with(new double[] {0, 1, 0.3, 0, 1.1, 0.3}));
        Finding f = only(s, "garment-points-unused");
        assertThat(f.figure().value()).isEqualTo(2);
        assertThat(found(mended(s, f))).isEmpty();
    }

    @Test
    void crowdedEdgesAndSliversAreCounted() {
        int[] t = CAPE.triangles();
        double[] far = {0, 1.6, 0.6};
        Scene s = dressed(with(far, t[0], t[1], POINTS));
        assertThat(found(s)).extracting(Finding::code).contains("garment-edges-crowded");
        double[] line = {0, 2, 0, 0.1, 2, 0, 0.05, 2.0005, 0};
        Finding f = found(dressed(with(line, POINTS, POINTS + 1, POINTS + 2))).stream()
                .filter(x -> x.code().equals("garment-slivers"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isEqualTo(1);
    }

    @Test
    void trimsAreMadeCoarserAndTheClothStays() {
        Scene s = Mannequin.garment("jacket", Mannequin.mesh("jacket"));
        Cloth was = Cloth.of(s, 0);
        Scene now = new CoarsenTrims(4).apply(s);
        Cloth is = Cloth.of(now, 0);
        long before = was.pieces().trims().stream().mapToLong(t -> t.points()).sum();
        long after = is.pieces().trims().stream().mapToLong(t -> t.points()).sum();
        assertThat(is.pieces().trims()).hasSameSizeAs(was.pieces().trims());
        assertThat(before).isEqualTo(1190);
        assertThat(after).isBetween(30L, before / 4);
        assertThat(is.mesh().pointCount() - after).isEqualTo(was.mesh().pointCount() - before);
        assertThat(is.pieces().trims()).allSatisfy(t -> assertThat(t.size()).isGreaterThan(0.004));
        assertThat(new CoarsenTrims(4).apply(now).meshes().getFirst().pointCount())
                .as("once more changes little")
                .isGreaterThan((int) (0.9 * is.mesh().pointCount()));
        assertThat(CoarsenTrims.TYPE.measure()).isNotNull();
        Scene tiny = new CoarsenTrims(0.001).apply(s);
        assertThat(tiny.meshes().getFirst().pointCount()).isEqualTo(was.mesh().pointCount());
        Scene huge = new CoarsenTrims(500).apply(s);
        assertThat(Cloth.of(huge, 0).pieces().trims())
                .as("none is lost however large the cells")
                .hasSameSizeAs(was.pieces().trims());
    }

    @Test
    void heavyTrimsArePartedOffAndStayWorn() {
        Scene s = Dressing.of(BODY, Mannequin.garment("jacket", Mannequin.mesh("jacket")))
                .scene();
        Finding f = only(s, "garment-trims-heavy");
        assertThat(f.figure().value()).isCloseTo(11.3117871, within(1e-6));
        Scene now = mended(s, f);
        assertThat(found(now)).isEmpty();
        Worn worn = Objects.requireNonNull(Worn.in(now));
        assertThat(worn.names(now)).isEqualTo("jacket, jacket_trims");
        assertThat(Cloth.of(now, now.find("jacket_trims")).mesh().pointCount()).isEqualTo(1190);
        assertThat(Cloth.of(now, now.find("jacket")).mesh().pointCount()).isEqualTo(10520 - 1190);
    }

    @Test
    void clothThatGoesThroughItselfIsToldWithItsPlace() {
        double[] sheet = {-0.1, 1.2, -0.4, 0.1, 1.2, -0.4, 0.1, 1.2, 0.4, -0.1, 1.2, 0.4};
        Finding f = found(dressed(with(sheet, POINTS, POINTS + 1, POINTS + 2, POINTS, POINTS + 2, POINTS + 3))).stream()
                .filter(x -> x.code().equals("garment-crosses-itself"))
                .findFirst()
                .orElseThrow();
        assertThat(f.message()).contains("first at").contains(" m.");
    }

    @Test
    void whatIsInsideOutIsTurnedRound() {
        int[] t = CAPE.triangles().clone();
        for (int i = 0; i < t.length; i += 3) {
            int a = t[i];
            t[i] = t[i + 1];
            t[i + 1] = a;
        }
        Scene s = dressed(new TriangleMesh(CAPE.points(), t));
        Finding f = only(s, "garment-inside-out");
        assertThat(f.remedy()).isEqualTo(new FlipFaces("cape"));
        assertThat(found(mended(s, f))).isEmpty();
        TriangleMesh j = Mannequin.mesh("jacket");
        int[] back = j.triangles().clone();
        for (int i = 0; i < back.length; i += 3) {
            int a = back[i];
            back[i] = back[i + 1];
            back[i + 1] = a;
        }
        Scene thick = Dressing.of(BODY, Mannequin.garment("jacket", new TriangleMesh(j.points(), back)))
                .scene();
        assertThat(found(thick)).extracting(Finding::code).contains("garment-inside-out");
    }

    @Test
    void unevenSpacingAndUnevenThicknessAreToldByWhatLiesBetween() {
        double[] p = CAPE.points().clone();
        for (int i = 1; i < p.length; i += 3) {
            p[i] = 0.8 + 0.5 * Math.pow(Math.max(0, p[i] - 0.8) / 0.5, 4);
        }
        assertThat(found(dressed(CAPE.at(p)))).extracting(Finding::code).contains("garment-spacing-uneven");
        TriangleMesh j = Mannequin.mesh("jacket");
        assertThat(found(Dressing.of(BODY, Mannequin.garment("jacket", j)).scene()))
                .extracting(Finding::code)
                .doesNotContain("garment-thickness-uneven");
    }

    @Test
    void weightsThatJumpFromLimbToLimbTear() {
        Scene s = TakeWeights.USUAL.apply(dressed(CAPE));
        int node = s.find("cape");
        Mesh m = s.meshes().get(s.nodes().get(node).payload());
        Skin k = Objects.requireNonNull(m.skin());
        int[] starts = new int[POINTS + 1];
        int[] slots = new int[POINTS];
        float[] weights = new float[POINTS];
        for (int i = 0; i < POINTS; i++) {
            starts[i + 1] = i + 1;
            slots[i] = m.points()[3 * i] < 0 ? slot(s, k, "hand_l") : slot(s, k, "hand_r");
            weights[i] = 1;
        }
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        meshes.set(s.nodes().get(node).payload(), m.withSkin(k.withWeights(starts, slots, weights)));
        Finding f = only(s.withMeshes(meshes), "garment-weights-tear");
        assertThat(f.message()).contains("hand_l").contains("hand_r");
        assertThat(f.figure().value()).isBetween(80.0, 300.0);
    }

    private static int slot(Scene s, Skin k, String joint) {
        for (int i = 0; i < k.joints().length; i++) {
            if (s.nodes().get(k.joints()[i]).name().equals(joint)) {
                return i;
            }
        }
        throw new IllegalArgumentException(joint);
    }

    private static Scene withUv(float[] uv) {
        Scene s = dressed(CAPE);
        int at = s.nodes().get(s.find("cape")).payload();
        int[] indices = new int[uv.length / 2];
        Arrays.setAll(indices, i -> i);
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        meshes.set(at, meshes.get(at).withUvSets(List.of(new UvSet("map", uv, indices))));
        return s.withMeshes(meshes);
    }

    @Test
    void coordinatesAreToldByWhatTheyAreFor() {
        float[] flat = Mannequin.uv("cape");
        assertThat(found(withUv(flat))).as("its flat cut").isEmpty();
        float[] wide = flat.clone();
        for (int i = 0; i < wide.length; i += 2) {
            wide[i] = 3 * wide[i] + 1.2f;
        }
        Scene s = withUv(wide);
        assertThat(found(s)).extracting(Finding::code).containsExactly("garment-uv-outside");
        Scene now = new UvToFirstTile().apply(s);
        UvSet set = Cloth.of(now, now.find("cape")).mesh().uvSets().getFirst();
        assertThat(set.uv()[0] - wide[0]).as("by whole tiles").isEqualTo(-1, within(1e-6f));
        float[] over = flat.clone();
        for (int i = 0; i < over.length; i += 2) {
            over[i] = Math.abs(over[i]);
        }
        Finding f = found(withUv(over)).stream()
                .filter(x -> x.code().equals("garment-panels-overlap"))
                .findFirst()
                .orElseThrow();
        assertThat(f.figure().value()).isGreaterThan(90);
        float[] pulled = flat.clone();
        for (int i = 0; i < pulled.length / 6; i++) {
            for (int k = 0; k < 6 && i % 10 == 0; k += 2) {
                pulled[6 * i + k] *= 5;
            }
        }
        assertThat(found(withUv(pulled))).extracting(Finding::code).contains("garment-panels-stretched");
        float[] none = flat.clone();
        Arrays.fill(none, 0, 12, Float.NaN);
        assertThat(only(withUv(none), "garment-uv-missing").figure().value()).isEqualTo(2);
    }
}
