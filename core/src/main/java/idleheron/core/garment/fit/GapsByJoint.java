package idleheron.core.garment.fit;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Where on a body a garment lies close and where it stands off: the middle gap of the points whose feet a joint moves most. */
public final class GapsByJoint {
    private static final double SHARE = 0.03;
    private static final double MM = 1000;

    private GapsByJoint() {}

    private record Gap(String joint, double middle, double off) {}

    /** "chest -9 mm, spine 14 mm": those that are farthest from the middle of all. */
    public static String text(Scene s, int wearer, TriangleMesh garment, int most) {
        FitBody body = FitBody.of(s, wearer);
        Feet f = Feet.of(body.distance(), garment.points());
        Skin skin = body.skin();
        double all = f.median();
        if (skin == null) {
            return say("core.garment.fit.GapsByJoint.everywhere-mm", Figure.number(MM * all));
        }
        List<List<Double>> by = new ArrayList<>();
        for (int j = 0; j < body.joints(); j++) {
            by.add(new ArrayList<>());
        }
        int[] t = body.mesh().triangles();
        for (int i = 0; i < f.gaps().length; i++) {
            int corner = 0;
            for (int k = 1; k < 3; k++) {
                corner = f.shares()[3 * i + k] > f.shares()[3 * i + corner] ? k : corner;
            }
            int p = t[3 * f.triangles()[i] + corner];
            int best = -1;
            for (int e = skin.starts()[p]; e < skin.starts()[p + 1]; e++) {
                best = best < 0 || skin.weights()[e] > skin.weights()[best] ? e : best;
            }
            if (best >= 0) {
                by.get(skin.slots()[best]).add(f.gaps()[i]);
            }
        }
        List<Gap> gaps = new ArrayList<>();
        for (int j = 0; j < by.size(); j++) {
            if (by.get(j).size() >= SHARE * f.gaps().length) {
                double m = Feet.median(
                        by.get(j).stream().mapToDouble(Double::doubleValue).toArray());
                gaps.add(new Gap(body.names().get(j), m, Math.abs(m - all)));
            }
        }
        gaps.sort(Comparator.comparingDouble(Gap::off).reversed());
        return Wording.listed(gaps.stream()
                .limit(most)
                .map(g -> say("core.garment.fit.GapsByJoint.mm", g.joint, Figure.number(Figure.tenth(MM * g.middle))))
                .toList());
    }
}
