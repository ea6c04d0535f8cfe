package idleheron.core.volume.check;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Facts;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.kind.Rule;
import idleheron.core.remedy.volume.ChangeGrids;
import idleheron.core.remedy.volume.RenumberFrames;
import idleheron.core.scene.motion.Clip;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridSize;
import idleheron.core.volume.tree.IndexBox;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Rules about volumes that need no voxel: frames, grids, transforms, size. */
public final class VolumeRules {
    public static final List<Rule> ALL = List.of(
            VolumeRules::frames, VolumeRules::grids, VolumeRules::range, VolumeRules::names, VolumeRules::budget);

    /** Other names under which makers write the fields that ride together. */
    private static final List<Set<String>> ALIKE = List.of(
            Set.of("density", "smoke", "smokedensity", "dens", "fog", "cloud"),
            Set.of("temperature", "temp", "heat", "flame", "flames", "fire"),
            Set.of("velocity", "vel", "v", "motion"));

    private static final double MEGA = 1 << 20;

    private VolumeRules() {}

    static Figure at(double value, String unit, Volume v, Volume.@Nullable Frame f) {
        return new Figure(value, unit, v.name(), "", f == null || v.padding() == 0 ? Double.NaN : f.number());
    }

    /** "7", "7 to 9, 12". */
    static String numbers(List<Integer> of) {
        StringBuilder s = new StringBuilder();
        for (int i = 0; i < of.size(); ) {
            int end = i;
            while (end + 1 < of.size() && of.get(end + 1) == of.get(end) + 1) {
                end++;
            }
            s.append(s.isEmpty() ? "" : ", ").append(of.get(i));
            if (end > i) {
                s.append(end == i + 1 ? ", " : " to ").append(of.get(end));
            }
            i = end + 1;
        }
        return s.toString();
    }

    /** Files that are not there, cannot be read, or come twice. */
    static void frames(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Volume v : facts.scene().volumes()) {
            List<Integer> missing = v.missing();
            if (!missing.isEmpty()) {
                out.add(Finding.of("volume-frames-missing", Severity.BREAKS, Topic.VOLUMES)
                        .says(
                                missing.size() == 1 ? "A frame is missing" : missing.size() + " frames are missing",
                                v.name() + " has no file for frame " + numbers(missing) + " of " + v.first() + " to "
                                        + v.last() + ". The volume will flicker out there.")
                        .measured(new Figure(missing.size(), "frames", v.name(), "", missing.getFirst()))
                        .because("The bake stopped half way, or a file was not copied."));
            }
            for (Volume.Frame f : v.frames()) {
                if (f.isBroken()) {
                    out.add(Finding.of("volume-frame-unreadable", Severity.BREAKS, Topic.VOLUMES)
                            .says(
                                    f.bytes() == 0 ? "A frame is an empty file" : "A frame cannot be read",
                                    f.file() + ": " + f.fault() + ".")
                            .measured(at((double) f.bytes(), "bytes", v, f))
                            .because("The bake or the copy was cut off."));
                }
            }
            repeats(v, out);
        }
    }

    private static void repeats(Volume v, List<Finding> out) {
        List<Integer> same = v.frames().stream()
                .filter(Volume.Frame::repeats)
                .map(Volume.Frame::number)
                .toList();
        if (!same.isEmpty()) {
            out.add(Finding.of("volume-frames-repeated", Severity.DRIFTS, Topic.VOLUMES)
                    .says(
                            same.size() == 1 ? "A frame repeats the one before" : same.size() + " frames repeat",
                            "Frame " + numbers(same) + " of " + v.name() + " holds the same bytes as the frame before.")
                    .measured(new Figure(same.size(), "frames", v.name(), "", same.getFirst()))
                    .because("A hole was filled with a copy, or the simulation stood still."));
        }
        Set<Integer> seen = new HashSet<>();
        List<Integer> twice = v.frames().stream()
                .map(Volume.Frame::number)
                .filter(n -> !seen.add(n))
                .toList();
        if (!twice.isEmpty()) {
            out.add(Finding.of("volume-frame-twice", Severity.BREAKS, Topic.VOLUMES)
                    .says(
                            "A frame number comes twice",
                            "Two files of " + v.name() + " say frame " + numbers(twice)
                                    + ", with other padding. Which one is taken depends on the reader.")
                    .measured(new Figure(twice.size(), "frames", v.name(), "", twice.getFirst()))
                    .because("Two bakes lie in one folder."));
        }
    }

    /** Grids that come and go, or change their place or voxel size. */
    static void grids(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Volume v : facts.scene().volumes()) {
            List<Volume.Frame> sound = v.sound();
            if (sound.isEmpty()) {
                continue;
            }
            Set<String> all = new HashSet<>(v.gridNames());
            List<Volume.Frame> lacking = sound.stream()
                    .filter(f -> v.headers(f).stream()
                                    .map(GridHeader::name)
                                    .distinct()
                                    .count()
                            < all.size())
                    .toList();
            if (!lacking.isEmpty()) {
                Volume.Frame f = lacking.getFirst();
                Set<String> gone = new HashSet<>(all);
                v.headers(f).forEach(h -> gone.remove(h.name()));
                out.add(Finding.of("volume-grids-change", Severity.BREAKS, Topic.VOLUMES)
                        .says(
                                "Grids come and go",
                                lacking.size() + " of " + sound.size() + " frames of " + v.name()
                                        + " lack a grid; frame " + f.number() + " has no " + String.join(", ", gone)
                                        + ".")
                        .measured(at(lacking.size(), "frames", v, f))
                        .because("The bake wrote a field only while it held something."));
            }
            for (String name : v.gridNames()) {
                drift(v, name, sound, out);
            }
        }
    }

    private static void drift(Volume v, String name, List<Volume.Frame> frames, List<Finding> out) {
        GridHeader first = null;
        for (Volume.Frame f : frames) {
            for (GridHeader h : v.headers(f)) {
                if (!h.name().equals(name)) {
                    continue;
                }
                if (first == null) {
                    first = h;
                    continue;
                }
                double ratio = h.voxelSize() / first.voxelSize();
                if (Math.abs(ratio - 1) > 1e-6) {
                    out.add(Finding.of("volume-voxel-size-changes", Severity.DRIFTS, Topic.VOLUMES)
                            .says(
                                    "Voxel size of " + name + " changes",
                                    "From frame " + f.number() + " on, voxels of " + name + " are "
                                            + Figure.number(ratio) + " times as large as at first.")
                            .measured(at(h.voxelSize(), "units", v, f))
                            .because("The domain was allowed to grow while the bake ran."));
                    return;
                }
                if (!Arrays.equals(h.map().affine(), first.map().affine())) {
                    out.add(Finding.of("volume-transform-changes", Severity.NOTE, Topic.VOLUMES)
                            .says(
                                    "The transform of " + name + " moves",
                                    "From frame " + f.number() + " on, " + name
                                            + " lies elsewhere. A reader that takes the first frame's transform for all shifts it.")
                            .measured(at(f.number(), "frame", v, f)));
                    return;
                }
            }
        }
    }

    /** Frames outside the clip that the volume belongs to. */
    static void range(Facts facts, @Nullable Convention c, List<Finding> out) {
        for (Volume v : facts.scene().volumes()) {
            if (facts.scene().clips().isEmpty() || v.padding() == 0) {
                continue;
            }
            Clip clip = facts.scene().clips().getFirst();
            long first = Math.round(clip.firstFrame());
            long last = Math.round(clip.lastFrame());
            if (v.first() == first && v.last() == last) {
                continue;
            }
            boolean shifted = v.last() - v.first() == last - first;
            out.add(Finding.of("volume-range-apart", Severity.DRIFTS, Topic.VOLUMES)
                    .says(
                            "Other frames than the clip",
                            v.name() + " runs from frame " + v.first() + " to " + v.last() + ", clip " + clip.name()
                                    + " from " + first + " to " + last + ".")
                    .measured(new Figure((double) (v.first() - first), "frames", v.name(), clip.name(), v.first()))
                    .because(shifted ? "The same length: the frames were counted from another start." : "")
                    .mendedBy(shifted ? new RenumberFrames((int) (first - v.first())) : null));
        }
    }

    /** Grids that the destination looks for. */
    static void names(Facts facts, @Nullable Convention c, List<Finding> out) {
        if (c == null) {
            return;
        }
        for (Volume v : facts.scene().volumes()) {
            List<GridHeader> there =
                    v.sound().isEmpty() ? List.of() : v.headers(v.sound().getFirst());
            Set<String> names = there.stream().map(GridHeader::name).collect(Collectors.toSet());
            for (String asked : c.more().volumes().names()) {
                String[] two = asked.split(":", 2);
                if (names.contains(two[0])) {
                    type(v, there, two, c, out);
                    continue;
                }
                String like = alike(two[0], names);
                if (like != null || two[0].equals("density")) {
                    out.add(Finding.of("volume-grid-name", Severity.BREAKS, Topic.VOLUMES)
                            .says(
                                    "No grid named " + two[0],
                                    c.title() + " looks for " + two[0] + "; " + v.name() + " has "
                                            + String.join(", ", v.gridNames()) + ". Nothing will be seen.")
                            .measured(Figure.of(1, "grids", v.name()))
                            .because(like == null ? "" : "It is called " + like + " here.")
                            .mendedBy(like == null ? null : ChangeGrids.rename(like, two[0])));
                }
            }
        }
    }

    private static void type(Volume v, List<GridHeader> there, String[] two, Convention c, List<Finding> out) {
        for (GridHeader h : there) {
            if (h.name().equals(two[0]) && two.length > 1 && !h.typeName().equals(two[1])) {
                out.add(Finding.of("volume-grid-type", Severity.BREAKS, Topic.VOLUMES)
                        .says(
                                two[0] + " is of another type",
                                c.title() + " wants " + two[1] + ", " + v.name() + " has " + h.typeName() + ".")
                        .measured(Figure.of(1, "grids", v.name())));
            }
        }
    }

    private static @Nullable String alike(String wanted, Set<String> names) {
        for (String n : new ArrayList<>(names)) {
            String low = n.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
            for (Set<String> group : ALIKE) {
                if (group.contains(wanted) && group.contains(low)) {
                    return n;
                }
            }
        }
        return null;
    }

    /** More voxels in a frame than the destination takes. */
    static void budget(Facts facts, @Nullable Convention c, List<Finding> out) {
        double budget = c == null ? 0 : c.more().volumes().megabytes() * MEGA;
        if (c == null || budget <= 0) {
            return;
        }
        boolean half = c.more().volumes().half();
        for (Volume v : facts.scene().volumes()) {
            double worst = 0;
            Volume.Frame where = null;
            for (Volume.Frame f : v.sound()) {
                double sum = 0;
                for (GridHeader h : v.headers(f)) {
                    IndexBox box = h.box();
                    GridSize s = GridSize.of(h, 0);
                    sum += box == null || h.type() == null ? 0 : half ? s.denseHalf() : s.dense();
                }
                if (sum > worst) {
                    worst = sum;
                    where = f;
                }
            }
            if (where != null && worst > budget) {
                double factor = GridSize.coarser(v.headers(where), half, budget);
                out.add(Finding.of("volume-over-budget", Severity.DRIFTS, Topic.VOLUMES)
                        .says(
                                "More voxels than the destination holds",
                                "Frame " + where.number() + " of " + v.name() + " takes " + Figure.number(worst / MEGA)
                                        + " MB dense" + (half ? " in halves" : "") + ", " + c.title() + " allows "
                                        + Figure.number(budget / MEGA) + " MB. Voxels "
                                        + Figure.number(factor) + " times as large would fit.")
                        .measured(at(worst / MEGA, "MB", v, where))
                        .mendedBy(ChangeGrids.coarsen(factor)));
            }
        }
    }
}
