package idleheron.formats.fbx.parts;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Limits;
import idleheron.formats.fbx.document.FbxBuild;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The properties that bound a node's channels, for Translation, Rotation and Scaling alike.
 *
 * <pre>
 * TranslationActive                whether they count (of Rotation it also switches pre- and post-rotation on)
 * TranslationMin, TranslationMax   three numbers
 * TranslationMinX … TranslationMaxZ   whether that bound counts
 * </pre>
 */
public final class FbxLimits {
    private static final String[] GROUPS = {"Translation", "Rotation", "Scaling"};

    private FbxLimits() {}

    public static Set<String> names() {
        Set<String> out = new HashSet<>();
        for (String g : GROUPS) {
            out.add(g + "Active");
            for (String end : new String[] {"Min", "Max"}) {
                out.add(g + end);
                for (int a = 0; a < 3; a++) {
                    out.add(g + end + "XYZ".charAt(a));
                }
            }
        }
        return out;
    }

    /** Null where no bound counts. */
    public static @Nullable Limits read(FbxProperties p) {
        double[] low = new double[9];
        double[] high = new double[9];
        boolean[] lowOn = new boolean[9];
        boolean[] highOn = new boolean[9];
        boolean[] on = new boolean[3];
        boolean any = false;
        for (int g = 0; g < 3; g++) {
            Vec3 rest = g == 2 ? Vec3.ONE : Vec3.ZERO;
            Vec3 min = p.vector(GROUPS[g] + "Min", rest);
            Vec3 max = p.vector(GROUPS[g] + "Max", rest);
            on[g] = p.integer(GROUPS[g] + "Active", 0) != 0;
            for (int a = 0; a < 3; a++) {
                low[3 * g + a] = min.get(a);
                high[3 * g + a] = max.get(a);
                lowOn[3 * g + a] = p.integer(GROUPS[g] + "Min" + "XYZ".charAt(a), 0) != 0;
                highOn[3 * g + a] = p.integer(GROUPS[g] + "Max" + "XYZ".charAt(a), 0) != 0;
                any |= lowOn[3 * g + a] || highOn[3 * g + a];
            }
        }
        return any ? new Limits(low, high, lowOn, highOn, on) : null;
    }

    /** {@code RotationActive} is left to the caller. */
    public static void write(Limits l, List<FbxRecord> into) {
        for (int g = 0; g < 3; g++) {
            if (g != 1) {
                into.add(FbxBuild.flag(GROUPS[g] + "Active", l.on()[g]));
            }
            bound(GROUPS[g] + "Min", g, l.low(), l.lowOn(), into);
            bound(GROUPS[g] + "Max", g, l.high(), l.highOn(), into);
        }
    }

    private static void bound(String name, int g, double[] values, boolean[] on, List<FbxRecord> into) {
        into.add(FbxBuild.vector(name, "Vector3D", "", new Vec3(values[3 * g], values[3 * g + 1], values[3 * g + 2])));
        for (int a = 0; a < 3; a++) {
            into.add(FbxBuild.flag(name + "XYZ".charAt(a), on[3 * g + a]));
        }
    }
}
