package idleheron.core.volume.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.job.Progress;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Pair;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.Scene;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridDifference;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/** Likely causes of differences between volumes: solved from transforms and voxels, then tried like all others. */
public final class VolumeCauses {
    private final Scene sent;
    private final Pair pair;
    private final List<LikelyCause> out = new ArrayList<>();
    private Scene now;
    private long before;

    private VolumeCauses(Pair pair) {
        this.pair = pair;
        this.sent = pair.sent;
        this.now = pair.returned;
        this.before = over(now);
    }

    /** What the voxels of two volumes suggest, each worked out and tried. */
    public static List<LikelyCause> search(Pair pair) {
        if (pair.sent.volumes().isEmpty() || pair.returned.volumes().isEmpty()) {
            return List.of();
        }
        VolumeCauses c = new VolumeCauses(pair);
        c.frames();
        c.names();
        c.place();
        return c.out;
    }

    private long over(Scene returned) {
        return VolumeTopic.of(pair.with(returned), Progress.NONE).evidence().over();
    }

    /** Keeps a remedy that takes something away. */
    private void tried(String code, String text, Remedy remedy, boolean opens) {
        Scene mended = remedy.apply(now);
        long left = over(mended);
        if (left < before || opens && left == before) {
            out.add(new LikelyCause(code, text, left == 0 ? List.of(Topic.VOLUMES) : List.of(), before, left, remedy));
            now = mended;
            before = left;
        }
    }

    /** All frames counted from another start. */
    private void frames() {
        Volume s = sent.volumes().getFirst();
        Volume r = VolumePairs.partner(pair.with(now), 0);
        if (r == null || s.frames().isEmpty() || r.frames().isEmpty()) {
            return;
        }
        int by = s.first() - r.first();
        if (by != 0 && s.frames().size() > 1 && s.last() - s.first() == r.last() - r.first()) {
            tried(
                    "frames-renumbered",
                    say("core.volume.compare.VolumeCauses.frames-of-the-volume-are-counted", r.first(), s.first()),
                    new RenumberFrames(by),
                    false);
        }
    }

    /** A grid that is missing and one that is new, with the same voxels. */
    private void names() {
        Pair p = pair.with(now);
        for (int i = 0; i < sent.volumes().size(); i++) {
            Volume s = sent.volumes().get(i);
            Volume r = VolumePairs.partner(p, i);
            if (r == null) {
                continue;
            }
            List<String> gone = new ArrayList<>(s.gridNames());
            gone.removeAll(r.gridNames());
            List<String> came = new ArrayList<>(r.gridNames());
            came.removeAll(s.gridNames());
            for (String g : gone) {
                String like = like(s, r, g, came);
                if (like != null) {
                    came.remove(like);
                    tried(
                            "grid-renamed",
                            say("core.volume.compare.VolumeCauses.grid-is-now-called", g, like),
                            ChangeGrids.rename(like, g),
                            true);
                }
            }
        }
    }

    /** Of the new grids the one whose voxels are nearest in the first frame that both have. */
    private @Nullable String like(Volume s, Volume r, String name, List<String> came) {
        String best = null;
        double least = 0.5;
        for (String other : came) {
            Volume renamed = r.with(new idleheron.core.volume.GridChange.Rename(other, name));
            for (VolumePairs.Match m : VolumePairs.matches(s, renamed)) {
                if (!m.sent().name().equals(name)
                        || m.back() == null
                        || m.sent().type() == null) {
                    continue;
                }
                try {
                    GridDifference d = VolumePairs.of(pair).byIndex(s, renamed, m);
                    double score = d.apart() + Math.min(1, d.relative());
                    if (m.sent().typeName().equals(m.back().typeName()) && score < least) {
                        least = score;
                        best = other;
                    }
                } catch (IOException e) {
                    // told by the topic
                }
                break;
            }
        }
        return best == null && came.size() == 1 && onlyOfItsType(s, r, name, came.getFirst()) ? came.getFirst() : best;
    }

    private static boolean onlyOfItsType(Volume s, Volume r, String name, String other) {
        String a = type(s, name);
        return !a.isEmpty() && a.equals(type(r, other));
    }

    private static String type(Volume v, String name) {
        for (Volume.Frame f : v.sound()) {
            for (GridHeader h : v.headers(f)) {
                if (h.name().equals(name)) {
                    return h.typeName();
                }
            }
        }
        return "";
    }

    /** One move of all grids. */
    private void place() {
        Pair p = pair.with(now);
        for (int i = 0; i < sent.volumes().size(); i++) {
            Volume r = VolumePairs.partner(p, i);
            if (r == null) {
                continue;
            }
            for (VolumePairs.Match m : VolumePairs.matches(sent.volumes().get(i), r)) {
                GridHeader b = m.back();
                Matrix4d back = b == null ? null : VolumeTopic.back(p, m.sent(), b);
                if (back != null && !back.equals(new Matrix4d(), 1e-9)) {
                    String text = text(p, back);
                    tried(code(p, back), text, ChangeGrids.place(back), false);
                }
                if (b != null) {
                    return;
                }
            }
        }
    }

    /** The move that happened, in the common space. */
    private static Matrix4d happened(Pair p, Matrix4d back) {
        Matrix4d space = p.returnedSpace.pointMatrix();
        return new Matrix4d(space).mul(new Matrix4d(back).invert()).mul(new Matrix4d(space).invert());
    }

    private static double scale(Matrix4d m) {
        return Math.cbrt(Math.abs(m.determinant3x3()));
    }

    private static boolean turned(Matrix4d m) {
        double s = scale(m);
        Matrix3d r = new Matrix3d(m).scale(1 / s);
        return !r.equals(new Matrix3d(), 1e-6);
    }

    private static String code(Pair p, Matrix4d back) {
        Matrix4d m = happened(p, back);
        boolean scaled = Math.abs(scale(m) - 1) > 1e-6;
        return turned(m)
                ? scaled ? "volume-turned-and-scaled" : "volume-turned"
                : scaled ? "volume-scaled" : "volume-moved";
    }

    private static String text(Pair p, Matrix4d back) {
        Matrix4d m = happened(p, back);
        double s = scale(m);
        List<String> parts = new ArrayList<>();
        if (turned(m)) {
            Matrix3d r = new Matrix3d(m).scale(1 / s);
            boolean mirrored = r.determinant() < 0;
            if (mirrored) {
                r.scaleLocal(-1, 1, 1);
            }
            Vec3 t = RotationOrder.XYZ.angles(r);
            parts.add(say(
                    mirrored
                            ? "core.volume.compare.VolumeCauses.mirrored-and-turned"
                            : "core.volume.compare.VolumeCauses.turned-by",
                    tenth(t.x()),
                    tenth(t.y()),
                    tenth(t.z())));
        }
        if (Math.abs(s - 1) > 1e-6) {
            parts.add(say("core.volume.compare.VolumeCauses.scaled-by", Figure.number(s), unit(s)));
        }
        if (parts.isEmpty()) {
            Vector3d d = m.getTranslation(new Vector3d()).mul(1000);
            parts.add(say("core.volume.compare.VolumeCauses.moved-by", one(d.x), one(d.y), one(d.z)));
        }
        return say(
                "core.volume.compare.VolumeCauses.the-volume-was",
                parts.stream()
                        .reduce((a, b) -> say("core.volume.compare.VolumeCauses.and", a, b))
                        .orElse(""));
    }

    /** To one digit after the point, a nought too. */
    private static String one(double v) {
        return String.format(Locale.ROOT, "%.1f", v);
    }

    private static String tenth(double v) {
        return Figure.number(Figure.tenth(v));
    }

    /** What a factor usually stands for. */
    private static String unit(double factor) {
        double[] known = {100, 0.01, 1000, 0.001, 39.37007874, 0.0254};
        String[] words = {
            say("core.volume.compare.VolumeCauses.as-metres-written-in-centimetres"),
            say("core.volume.compare.VolumeCauses.as-centimetres-written-in-metres"),
            say("core.volume.compare.VolumeCauses.as-metres-written-in-millimetres"),
            say("core.volume.compare.VolumeCauses.as-millimetres-written-in-metres"),
            say("core.volume.compare.VolumeCauses.as-metres-written-in-inches"),
            say("core.volume.compare.VolumeCauses.as-inches-written-in-metres")
        };
        for (int i = 0; i < known.length; i++) {
            if (Math.abs(factor / known[i] - 1) < 1e-4) {
                return words[i];
            }
        }
        return "";
    }
}
