package idleheron.core.volume.check;

import static idleheron.core.Messages.say;

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
            s.append(s.isEmpty() ? "" : ", ");
            s.append(
                    end > i + 1
                            ? say("core.volume.check.VolumeRules.to", of.get(i), of.get(end))
                            : end > i ? of.get(i) + ", " + of.get(end) : of.get(i));
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
                                missing.size() == 1
                                        ? say("core.volume.check.VolumeRules.a-frame-is-missing")
                                        : say("core.volume.check.VolumeRules.frames-are-missing", missing.size()),
                                say(
                                        "core.volume.check.VolumeRules.has-no-file-for-frame-of",
                                        v.name(),
                                        numbers(missing),
                                        v.first(),
                                        v.last()))
                        .measured(new Figure(
                                missing.size(),
                                say("core.volume.check.VolumeRules.frames"),
                                v.name(),
                                "",
                                missing.getFirst()))
                        .because(say("core.volume.check.VolumeRules.the-bake-stopped-half-way-or")));
            }
            for (Volume.Frame f : v.frames()) {
                if (f.isBroken()) {
                    out.add(Finding.of("volume-frame-unreadable", Severity.BREAKS, Topic.VOLUMES)
                            .says(
                                    f.bytes() == 0
                                            ? say("core.volume.check.VolumeRules.a-frame-is-an-empty-file")
                                            : say("core.volume.check.VolumeRules.a-frame-cannot-be-read"),
                                    f.file() + ": " + f.fault() + ".")
                            .measured(at((double) f.bytes(), "bytes", v, f))
                            .because(say("core.volume.check.VolumeRules.the-bake-or-the-copy-was")));
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
                            same.size() == 1
                                    ? say("core.volume.check.VolumeRules.a-frame-repeats-the-one-before")
                                    : say("core.volume.check.VolumeRules.frames-repeat", same.size()),
                            say("core.volume.check.VolumeRules.frame-of-holds-the-same-bytes", numbers(same), v.name()))
                    .measured(new Figure(
                            same.size(), say("core.volume.check.VolumeRules.frames"), v.name(), "", same.getFirst()))
                    .because(say("core.volume.check.VolumeRules.a-hole-was-filled-with-a")));
        }
        Set<Integer> seen = new HashSet<>();
        List<Integer> twice = v.frames().stream()
                .map(Volume.Frame::number)
                .filter(n -> !seen.add(n))
                .toList();
        if (!twice.isEmpty()) {
            out.add(Finding.of("volume-frame-twice", Severity.BREAKS, Topic.VOLUMES)
                    .says(
                            say("core.volume.check.VolumeRules.a-frame-number-comes-twice"),
                            say("core.volume.check.VolumeRules.two-files-of-say-frame-with", v.name(), numbers(twice)))
                    .measured(new Figure(
                            twice.size(), say("core.volume.check.VolumeRules.frames"), v.name(), "", twice.getFirst()))
                    .because(say("core.volume.check.VolumeRules.two-bakes-lie-in-one-folder")));
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
                                say("core.volume.check.VolumeRules.grids-come-and-go"),
                                say(
                                        "core.volume.check.VolumeRules.of-frames-of-lack-a-grid",
                                        lacking.size(),
                                        sound.size(),
                                        v.name(),
                                        f.number(),
                                        String.join(", ", gone)))
                        .measured(at(lacking.size(), "frames", v, f))
                        .because(say("core.volume.check.VolumeRules.the-bake-wrote-a-field-only")));
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
                                    say("core.volume.check.VolumeRules.voxel-size-of-changes", name),
                                    say(
                                            "core.volume.check.VolumeRules.from-frame-on-voxels-of-are",
                                            f.number(),
                                            name,
                                            Figure.number(ratio)))
                            .measured(at(h.voxelSize(), "units", v, f))
                            .because(say("core.volume.check.VolumeRules.the-domain-was-allowed-to-grow")));
                    return;
                }
                if (!Arrays.equals(h.map().affine(), first.map().affine())) {
                    out.add(Finding.of("volume-transform-changes", Severity.NOTE, Topic.VOLUMES)
                            .says(
                                    say("core.volume.check.VolumeRules.the-transform-of-moves", name),
                                    say(
                                            "core.volume.check.VolumeRules.from-frame-on-lies-elsewhere-a",
                                            f.number(),
                                            name))
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
                            say("core.volume.check.VolumeRules.other-frames-than-the-clip"),
                            say(
                                    "core.volume.check.VolumeRules.runs-from-frame-to-clip-from",
                                    v.name(),
                                    v.first(),
                                    v.last(),
                                    clip.name(),
                                    first,
                                    last))
                    .measured(new Figure(
                            (double) (v.first() - first),
                            say("core.volume.check.VolumeRules.frames"),
                            v.name(),
                            clip.name(),
                            v.first()))
                    .because(shifted ? say("core.volume.check.VolumeRules.the-same-length-the-frames-were") : "")
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
                                    say("core.volume.check.VolumeRules.no-grid-named", two[0]),
                                    say(
                                            "core.volume.check.VolumeRules.looks-for-has-nothing-will-be",
                                            c.title(),
                                            two[0],
                                            v.name(),
                                            String.join(", ", v.gridNames())))
                            .measured(Figure.of(1, say("core.volume.check.VolumeRules.grids"), v.name()))
                            .because(like == null ? "" : say("core.volume.check.VolumeRules.it-is-called-here", like))
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
                                say("core.volume.check.VolumeRules.is-of-another-type", two[0]),
                                say(
                                        "core.volume.check.VolumeRules.wants-has",
                                        c.title(),
                                        two[1],
                                        v.name(),
                                        h.typeName()))
                        .measured(Figure.of(1, say("core.volume.check.VolumeRules.grids"), v.name())));
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
                                say("core.volume.check.VolumeRules.more-voxels-than-the-destination-holds"),
                                say(
                                        "core.volume.check.VolumeRules.frame-of-takes-mb-dense-allows",
                                        where.number(),
                                        v.name(),
                                        Figure.number(worst / MEGA),
                                        (half ? say("core.volume.check.VolumeRules.in-halves") : ""),
                                        c.title(),
                                        Figure.number(budget / MEGA),
                                        Figure.number(factor)))
                        .measured(at(worst / MEGA, "MB", v, where))
                        .mendedBy(ChangeGrids.coarsen(factor)));
            }
        }
    }
}
