package idleheron.app.round;

import idleheron.app.UsageException;
import idleheron.formats.SceneFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Watches the inputs of a round: tells which files are new, or newer than when they were done, and have stopped growing. */
public final class RoundWatch {
    private final Round round;
    private final Map<String, Stamp> last = new HashMap<>();
    private final Map<String, Stamp> done = new HashMap<>();

    private record Stamp(long bytes, long written) {}

    public RoundWatch(Round round) {
        this.round = round;
    }

    /**
     * Looks once; a file has stopped growing when two looks find it alike. What is told is not told again until it changes.
     *
     * @return in the order of the round
     */
    public List<RoundItem> look() throws IOException {
        List<RoundItem> out = new ArrayList<>();
        List<RoundItem> all;
        try {
            all = RoundItems.of(round);
        } catch (UsageException e) {
            return out; // nothing is there yet
        }
        for (RoundItem i : all) {
            Stamp now = stamp(i);
            Stamp before = last.put(i.name(), now);
            if (now.equals(before) && !now.equals(done.get(i.name()))) {
                done.put(i.name(), now);
                out.add(i);
            }
        }
        return out;
    }

    private static Stamp stamp(RoundItem item) throws IOException {
        long newest = 0;
        for (Path f : SceneFiles.files(item.file())) {
            newest = Math.max(
                    newest, Files.exists(f) ? Files.getLastModifiedTime(f).toMillis() : 0);
        }
        return new Stamp(item.bytes(), newest);
    }
}
