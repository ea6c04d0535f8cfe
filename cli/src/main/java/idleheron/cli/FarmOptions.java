package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** How a round is shared out. */
final class FarmOptions {
    private static final int USUAL = 8;

    @Option(names = "--part", paramLabel = "I/N", descriptionKey = "cli.FarmOptions.does-the-i-th-of-n")
    @Nullable
    String part;

    @Option(names = "--gather", paramLabel = "N", descriptionKey = "cli.FarmOptions.joins-what-n-parts-did-and")
    int gather;

    @Option(names = "--planned", paramLabel = "OUT", descriptionKey = "cli.FarmOptions.the-round-and-its-parts-as")
    @Nullable
    Path planned;

    @Option(names = "--on", paramLabel = "slurm", descriptionKey = "cli.FarmOptions.plans-parts-and-hands-them-to")
    @Nullable
    String on;

    @Option(names = "--parts", paramLabel = "N", descriptionKey = "cli.FarmOptions.of-a-farm-8-by-default")
    int parts = USUAL;

    @Option(names = "--memory", paramLabel = "4G", descriptionKey = "cli.FarmOptions.that-the-farm-gives-to-a")
    String memory = "4G";

    @Option(names = "--partition", paramLabel = "NAME", descriptionKey = "cli.FarmOptions.of-the-farm")
    String partition = "";

    @Option(names = "--detach", descriptionKey = "cli.FarmOptions.hands-it-over-and-does-not")
    boolean detach;

    @Option(names = "--script-only", descriptionKey = "cli.FarmOptions.writes-what-would-be-handed-over")
    boolean scriptOnly;

    void check() {
        if (on != null && !on.equals("slurm")) {
            throw new UsageException(say("cli.FarmOptions.on-expected-slurm", on));
        }
        int asked = (part != null ? 1 : 0) + (gather > 0 ? 1 : 0) + (on != null ? 1 : 0);
        if (asked > 1) {
            throw new UsageException(say("cli.FarmOptions.part-gather-and-on-go-one"));
        }
        if (on == null && (detach || scriptOnly)) {
            throw new UsageException(say("cli.FarmOptions.goes-with-on", (detach ? "--detach" : "--script-only")));
        }
    }
}
