package idleheron.core.volume.compare;

import static idleheron.core.Messages.say;

import idleheron.core.pair.Pair;
import idleheron.core.volume.Grid;
import idleheron.core.volume.GridChange;
import idleheron.core.volume.GridHeader;
import idleheron.core.volume.Volume;
import idleheron.core.volume.measure.GridDifference;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** Which frame and grid of what was sent belongs to which of what came back; remembers voxels that were held together once. */
public final class VolumePairs {
    /** Where more of the voxels than this lie apart, the two grids do not share their voxels, and are compared in the world. */
    private static final double APART = 0.5;

    private final Map<List<Object>, GridDifference> known = new HashMap<>();

    /** The one of a comparison: what was read for one question is not read again for the next. */
    static VolumePairs of(Pair p) {
        return p.shared(VolumePairs.class, VolumePairs::new);
    }

    /**
     * One grid of one frame on both sides.
     *
     * @param back null where it is missing
     */
    record Match(
            int frame,
            GridHeader sent,
            @Nullable GridHeader back,
            Volume.Frame sentFrame,
            Volume.@Nullable Frame backFrame) {}

    /** A returned volume under the same name, else the one in the same place that is not called as another sent one. */
    static @Nullable Volume partner(Pair p, int volume) {
        Volume v = p.sent.volumes().get(volume);
        for (Volume r : p.returned.volumes()) {
            if (r.name().equalsIgnoreCase(v.name())) {
                return r;
            }
        }
        if (volume >= p.returned.volumes().size()) {
            return null;
        }
        Volume there = p.returned.volumes().get(volume);
        return p.sent.volumes().stream().anyMatch(o -> o.name().equalsIgnoreCase(there.name())) ? null : there;
    }

    /** All grids of all sent frames. A single file belongs to a single file, whatever its number. */
    static List<Match> matches(Volume sent, Volume back) {
        List<Match> out = new ArrayList<>();
        boolean single = sent.frames().size() == 1 && back.frames().size() == 1;
        for (Volume.Frame f : sent.sound()) {
            Volume.Frame r = single ? back.frames().getFirst() : back.frame(f.number());
            Volume.Frame sound = r == null || r.isBroken() ? null : r;
            for (GridHeader h : sent.headers(f)) {
                out.add(new Match(f.number(), h, sound == null ? null : find(back, sound, h), f, sound));
            }
        }
        return out;
    }

    private static @Nullable GridHeader find(Volume back, Volume.Frame frame, GridHeader h) {
        GridHeader plain = null;
        for (GridHeader g : back.headers(frame)) {
            if (g.label().equals(h.label())) {
                return g;
            }
            plain = plain == null && g.name().equals(h.name()) ? g : plain;
        }
        return plain;
    }

    /**
     * The voxels of a match, by their indices.
     *
     * @throws IOException when one of the two cannot be read
     */
    GridDifference byIndex(Volume sent, Volume back, Match m) throws IOException {
        GridHeader g = m.back;
        Volume.Frame f = m.backFrame;
        if (g == null || f == null) {
            throw new IOException(say("core.volume.compare.VolumePairs.did-not-come-back", m.sent.name()));
        }
        List<Object> key = List.of(
                m.sentFrame.source(), m.sent.label(), f.source(), original(back, g), valued(sent), valued(back));
        GridDifference d = known.get(key);
        if (d == null) {
            d = GridDifference.byIndex(read(sent, m.sentFrame, m.sent), read(back, f, g));
            known.put(key, d);
        }
        return d;
    }

    /** As {@link #byIndex}, unless the voxels do not line up: then in the common space. */
    GridDifference of(Pair p, Volume sent, Volume back, Match m) throws IOException {
        GridDifference d = byIndex(sent, back, m);
        GridHeader g = m.back;
        Volume.Frame f = m.backFrame;
        if (d.apart() <= APART || g == null || f == null || d.both() == 0 && d.onlyFirst() == 0) {
            return d;
        }
        Matrix4d world = p.returnedSpace.pointMatrix().invert().mul(p.sentSpace.pointMatrix());
        try {
            GridDifference w = GridDifference.inWorld(read(sent, m.sentFrame, m.sent), read(back, f, g), world);
            return w.apart() < d.apart() ? w : d;
        } catch (ArithmeticException e) {
            return d;
        }
    }

    /** The label in the file, before any change. */
    private static String original(Volume v, GridHeader h) {
        String label = h.label();
        for (int i = v.changes().size() - 1; i >= 0; i--) {
            if (v.changes().get(i) instanceof GridChange.Rename r && r.to().equals(label)) {
                label = r.from();
            }
        }
        return label;
    }

    /** Changes that touch values. */
    private static List<GridChange> valued(Volume v) {
        return v.changes().stream()
                .filter(c -> !(c instanceof GridChange.Place
                        || c instanceof GridChange.Rename
                        || c instanceof GridChange.Keep))
                .toList();
    }

    private static Grid read(Volume v, Volume.Frame f, GridHeader h) throws IOException {
        return v.grid(f, h.label(), idleheron.core.job.Progress.NONE);
    }
}
