package idleheron.core.compare;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

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
        return grouped(out);
    }

    /** What happened alike to several meshes is one line: that of the worst, with how many others. */
    static List<Loss> grouped(List<Loss> all) {
        Map<String, List<Loss>> byCode = new LinkedHashMap<>();
        all.forEach(
                l -> byCode.computeIfAbsent(l.code(), k -> new ArrayList<>()).add(l));
        List<Loss> out = new ArrayList<>();
        for (List<Loss> same : byCode.values()) {
            List<String> subjects =
                    same.stream().map(l -> l.figure().subject()).distinct().toList();
            if (same.size() == 1 || subjects.size() < same.size() || subjects.contains("")) {
                out.addAll(same);
                continue;
            }
            Loss worst = same.getFirst();
            for (Loss l : same) {
                worst = l.figure().value() > worst.figure().value() ? l : worst;
            }
            List<String> others = new ArrayList<>(subjects);
            others.remove(worst.figure().subject());
            out.add(new Loss(
                    worst.code(),
                    worst.topic(),
                    worst.text() + "; the same on " + counted(others.size(), "other: ", "others: ") + listed(others),
                    worst.figure()));
        }
        return out;
    }

    /** "a, b, c and 4 more". */
    static String listed(List<String> names) {
        int most = 3;
        return names.size() <= most
                ? String.join(", ", names)
                : String.join(", ", names.subList(0, most)) + " and " + (names.size() - most) + " more";
    }

    /** "All 25 joints rest", "The 1 joint rests". */
    static String all(int n, String one, String many) {
        return n == 1 ? "The 1 " + one : "All " + n + " " + many;
    }

    static String counted(long n, String one, String many) {
        return n + " " + (n == 1 ? one : many);
    }
}
