package idleheron.core.volume;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A numbered sequence of volume files as one item, or a single file. Headers are in memory, voxels are read when they are
 * asked for.
 *
 * @param name "peat_smoke"
 * @param padding digits of a frame number in file names, 0 for a single file without one
 * @param frames by number; two may have the same
 * @param changes made to every frame, in order
 */
public record Volume(String name, int padding, List<Frame> frames, List<GridChange> changes) {
    public Volume {
        frames = List.copyOf(frames);
        changes = List.copyOf(changes);
    }

    /** Where the voxels of one frame come from. */
    public interface Source {
        /**
         * @param label of a header
         * @throws IOException when they cannot be read
         */
        Grid read(String label, Progress progress) throws IOException;

        /**
         * The grid with its nodes and masks, and leaf values only where they cost nothing to know.
         *
         * @throws IOException when they cannot be read
         */
        default Grid shape(String label) throws IOException {
            return read(label, Progress.NONE);
        }

        /**
         * The points of a grid of points.
         *
         * @throws IOException when they cannot be read, or the grid has none
         */
        default PointSet points(String label) throws IOException {
            throw new IOException(say("core.volume.Volume.is-no-grid-of-points", label));
        }
    }

    /**
     * One file of the sequence.
     *
     * @param number of the frame
     * @param file its name
     * @param bytes its size
     * @param headers as the file has them, none where it cannot be read
     * @param fault why it cannot be read, or ""
     * @param repeats whether it holds the same bytes as the frame before
     */
    public record Frame(
            int number,
            String file,
            long bytes,
            List<GridHeader> headers,
            String fault,
            boolean repeats,
            Source source) {
        public Frame {
            headers = List.copyOf(headers);
        }

        /** Whether it could not be read. */
        public boolean isBroken() {
            return !fault.isEmpty();
        }

        public Frame withNumber(int value) {
            return new Frame(value, file, bytes, headers, fault, repeats, source);
        }
    }

    public Volume withFrames(List<Frame> value) {
        return new Volume(name, padding, value, changes);
    }

    /** With a change made when voxels are read. */
    public Volume with(GridChange change) {
        List<GridChange> all = new ArrayList<>(changes);
        all.add(change);
        return new Volume(name, padding, frames, all);
    }

    /** The grids of a frame, changes made. */
    public List<GridHeader> headers(Frame frame) {
        List<GridHeader> out = new ArrayList<>();
        for (GridHeader h : frame.headers) {
            GridHeader now = changed(h);
            if (now != null) {
                out.add(now);
            }
        }
        return out;
    }

    private @Nullable GridHeader changed(GridHeader h) {
        GridHeader now = h;
        for (GridChange c : changes) {
            if (now == null) {
                return null;
            }
            now = c.header(now);
        }
        return now;
    }

    /**
     * A grid with its voxels, changes made, and rounded where they are to be stored as halves.
     *
     * @param name of the grid after the changes
     * @throws IOException when the frame has no such grid or it cannot be read
     */
    public Grid grid(Frame frame, String name, Progress progress) throws IOException {
        for (GridHeader h : frame.headers) {
            GridHeader now = changed(h);
            if (now != null && (now.label().equals(name) || now.name().equals(name))) {
                Grid g = frame.source.read(h.label(), progress);
                for (GridChange c : changes) {
                    g = c.grid(g);
                }
                // what was changed and is to be stored as halves is what it will be when it is read back
                return !changes.isEmpty() && g.half() && g.type().real() ? g.withTree(GridEdits.halve(g.tree())) : g;
            }
        }
        throw new IOException(say("core.volume.Volume.expected-a-grid-found-none", frame.file, name));
    }

    /** Frames that can be read. */
    public List<Frame> sound() {
        return frames.stream().filter(f -> !f.isBroken()).toList();
    }

    /** The frame of that number, or null. */
    public @Nullable Frame frame(int number) {
        for (Frame f : frames) {
            if (f.number == number) {
                return f;
            }
        }
        return null;
    }

    /** Least frame number. */
    public int first() {
        return frames.getFirst().number;
    }

    /** Greatest frame number. */
    public int last() {
        return frames.getLast().number;
    }

    /** Numbers between the first and the last frame that no file has. */
    public List<Integer> missing() {
        List<Integer> out = new ArrayList<>();
        for (int i = 1; i < frames.size(); i++) {
            for (int n = frames.get(i - 1).number + 1; n < frames.get(i).number; n++) {
                out.add(n);
                if (out.size() > 100_000) {
                    return out;
                }
            }
        }
        return out;
    }

    /** Names of all grids that any frame has, in the order of their first appearance. */
    public List<String> gridNames() {
        List<String> out = new ArrayList<>();
        for (Frame f : frames) {
            for (GridHeader h : headers(f)) {
                if (!out.contains(h.name())) {
                    out.add(h.name());
                }
            }
        }
        return out;
    }
}
