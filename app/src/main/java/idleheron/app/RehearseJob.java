package idleheron.app;

import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.formats.disk.FileNames;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Sends a file through a simulated receiving tool.
 *
 * @param target where it goes, or null for beside the file, {@code NAME_from_TOOL}
 */
public record RehearseJob(
        Path file, StandIn standIn, @Nullable Path target, boolean overwrite) {
    /** The file that is written. */
    public Path goesTo() {
        String name = String.valueOf(file.getFileName());
        return target != null
                ? target
                : file.resolveSibling(FileNames.stem(name) + "_from_" + standIn.code() + FileNames.end(name));
    }

    /**
     * Reads, crosses and writes; gives what came back.
     *
     * @throws UsageException when it may not be written
     */
    public Asset run(Progress progress) throws IOException {
        Path to = goesTo();
        SendJob.free(List.of(to), overwrite, List.of(file));
        return OpenJob.of(standIn.rehearse(file, to, progress), to);
    }
}
