package idleheron.core.volume.compare;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Pair;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridDifference;
import java.io.IOException;
import java.util.List;

/** What was lost of volumes: frames, grids, precision, fine detail. */
public final class VolumeLosses {
    private VolumeLosses() {}

    /** Grids, frames and precision that no remedy brings back. */
    public static void find(Pair p, List<Loss> out) {
        VolumePairs pairs = VolumePairs.of(p);
        for (int i = 0; i < p.sent.volumes().size(); i++) {
            Volume s = p.sent.volumes().get(i);
            Volume r = VolumePairs.partner(p, i);
            if (r != null) {
                frames(s, r, out);
                for (String name : s.gridNames()) {
                    if (!r.gridNames().contains(name)) {
                        out.add(new Loss(
                                "grid-dropped",
                                Topic.VOLUMES,
                                say("core.volume.compare.VolumeLosses.grid-did-not-come-back", name),
                                Figure.of(1, say("core.volume.compare.VolumeLosses.grids"), name)));
                    } else {
                        values(p, pairs, s, r, name, out);
                    }
                }
            }
        }
    }

    private static void frames(Volume s, Volume r, List<Loss> out) {
        if (s.frames().size() == 1 && r.frames().size() == 1) {
            return;
        }
        List<Volume.Frame> gone = s.sound().stream()
                .filter(f -> {
                    Volume.Frame g = r.frame(f.number());
                    return g == null || g.isBroken();
                })
                .toList();
        if (!gone.isEmpty()) {
            out.add(new Loss(
                    "volume-frames-lost",
                    Topic.VOLUMES,
                    say(
                            "core.volume.compare.VolumeLosses.of-frames-of-did-not-come",
                            gone.size(),
                            s.sound().size(),
                            s.name()),
                    new Figure(
                            gone.size(),
                            say("core.volume.compare.VolumeLosses.frames"),
                            s.name(),
                            "",
                            gone.getFirst().number())));
        }
    }

    private static void values(Pair p, VolumePairs pairs, Volume s, Volume r, String name, List<Loss> out) {
        GridDifference worst = null;
        VolumePairs.Match where = null;
        boolean halves = true;
        double ratio = 1;
        for (VolumePairs.Match m : VolumePairs.matches(s, r)) {
            GridHeader g = m.back();
            if (g == null || !m.sent().name().equals(name) || m.sent().type() == null || g.type() == null) {
                continue;
            }
            try {
                GridDifference d = pairs.of(p, s, r, m);
                ratio = g.voxelSize() * p.returnedSpace.length(1) / (m.sent().voxelSize() * p.sentSpace.length(1));
                halves &= d.halves() || d.worst() == 0;
                if (worst == null || d.relative() > worst.relative()) {
                    worst = d;
                    where = m;
                }
            } catch (IOException e) {
                // told by the topic
            }
        }
        if (worst == null || where == null) {
            return;
        }
        Figure f = new Figure(
                100 * worst.relative(),
                say("core.volume.compare.VolumeLosses.of-range"),
                s.name() + "/" + name,
                "",
                s.padding() == 0 ? Double.NaN : where.frame());
        if (Math.abs(ratio - 1) > 1e-3) {
            out.add(new Loss(
                    "volume-resampled",
                    Topic.VOLUMES,
                    say(
                            "core.volume.compare.VolumeLosses.voxels-of-are-times-as-large",
                            name,
                            Figure.number(ratio),
                            Figure.number(worst.massRatio() * ratio * ratio * ratio)),
                    f));
        } else if (halves && worst.worst() > 0 && worst.apart() == 0) {
            out.add(new Loss(
                    "volume-halved",
                    Topic.VOLUMES,
                    say("core.volume.compare.VolumeLosses.values-of-were-rounded-to-halves", name),
                    f));
        } else if (worst.apart() == 0
                && worst.relative() > p.tolerances.voxel()
                && Math.abs(worst.massRatio() - 1) > 1e-3) {
            out.add(new Loss(
                    "volume-values-scaled",
                    Topic.VOLUMES,
                    say(
                            "core.volume.compare.VolumeLosses.all-of-came-back-times-as",
                            name,
                            Figure.number(worst.massRatio())),
                    f));
        }
    }
}
