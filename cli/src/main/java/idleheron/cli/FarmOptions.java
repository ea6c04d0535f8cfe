package idleheron.cli;

import idleheron.app.UsageException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** How a round is shared out. */
final class FarmOptions {
    private static final int USUAL = 8;

    @Option(names = "--part", paramLabel = "I/N", description = "does the I-th of N parts, shared out by size")
    @Nullable
    String part;

    @Option(names = "--gather", paramLabel = "N", description = "joins what N parts did, and does nothing else")
    int gather;

    @Option(
            names = "--planned",
            paramLabel = "OUT",
            description = "the round and its parts as they were planned there, with --part or alone to join them")
    @Nullable
    Path planned;

    @Option(names = "--on", paramLabel = "slurm", description = "plans parts and hands them to a farm")
    @Nullable
    String on;

    @Option(names = "--parts", paramLabel = "N", description = "of a farm, 8 by default")
    int parts = USUAL;

    @Option(names = "--memory", paramLabel = "4G", description = "that the farm gives to a part")
    String memory = "4G";

    @Option(names = "--partition", paramLabel = "NAME", description = "of the farm")
    String partition = "";

    @Option(names = "--detach", description = "hands it over and does not wait")
    boolean detach;

    @Option(names = "--script-only", description = "writes what would be handed over, and hands nothing over")
    boolean scriptOnly;

    void check() {
        if (on != null && !on.equals("slurm")) {
            throw new UsageException("--on " + on + ", expected slurm");
        }
        int asked = (part != null ? 1 : 0) + (gather > 0 ? 1 : 0) + (on != null ? 1 : 0);
        if (asked > 1) {
            throw new UsageException("--part, --gather and --on go one at a time");
        }
        if (on == null && (detach || scriptOnly)) {
            throw new UsageException((detach ? "--detach" : "--script-only") + " goes with --on");
        }
    }
}
