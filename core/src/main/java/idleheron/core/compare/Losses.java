package idleheron.core.compare;

import java.util.ArrayList;
import java.util.List;

/** All that was lost between a pair, once what can be mended is. Each story is told only where its own numbers hold. */
final class Losses {
    private Losses() {}

    static List<Loss> of(Pair p, VolumePairs volumes) {
        List<Loss> out = new ArrayList<>();
        JointLosses.find(p, out);
        WeightLosses.find(p, out);
        ClipLosses.find(p, out);
        MotionLosses.find(p, out);
        ShapeLosses.find(p, out);
        SurfaceLosses.find(p, out);
        MaterialLosses.find(p, out);
        KeepsakeLosses.find(p, out);
        CacheLosses.find(p, out);
        VolumeLosses.find(p, volumes, out);
        return out;
    }

    /** "a, b, c and 4 more". */
    static String listed(List<String> names) {
        int most = 3;
        return names.size() <= most
                ? String.join(", ", names)
                : String.join(", ", names.subList(0, most)) + " and " + (names.size() - most) + " more";
    }

    static String counted(long n, String one, String many) {
        return n + " " + (n == 1 ? one : many);
    }
}
