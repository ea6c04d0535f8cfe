package idleheron.cli;

import idleheron.formats.FormatException;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.concurrent.CancellationException;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The command line. Standard output holds the result alone, messages go to standard error. */
@Command(
        name = "heron",
        mixinStandardHelpOptions = true,
        version = "Idle Heron 0.1.0",
        description = "Checks, mends and compares what crosses between animation tools.",
        subcommands = {
            FactsCommand.class,
            CheckCommand.class,
            ConvertCommand.class,
            CompareCommand.class,
            SampleCommand.class,
            RehearseCommand.class,
            BatchCommand.class,
            DemoDataCommand.class
        })
public final class Main {
    static final int CLEAN = 0;
    static final int FAULTS = 1;
    static final int USAGE = 2;
    static final int UNREADABLE = 3;

    private Main() {}

    public static void main(String[] args) {
        System.exit(run(
                args,
                new PrintWriter(System.out, true, java.nio.charset.StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, java.nio.charset.StandardCharsets.UTF_8)));
    }

    /** Runs one command and gives its exit status: 0 clean, 1 faults, 2 wrong usage, 3 a file cannot be read. */
    static int run(String[] args, PrintWriter out, PrintWriter err) {
        CommandLine line = new CommandLine(new Main());
        line.setOut(out).setErr(err).setCaseInsensitiveEnumValuesAllowed(true);
        line.setExecutionExceptionHandler((e, cmd, parsed) -> failed(e, err));
        if (args.length == 0) {
            line.usage(err);
            return USAGE;
        }
        return line.execute(args);
    }

    @SuppressWarnings("RefactorSwitch")
    private static int failed(Exception e, PrintWriter err) throws Exception {
        switch (e) {
            case FormatException f -> {
                err.println("heron: " + f.getMessage());
                return UNREADABLE;
            }
            case IOException io -> {
                err.println("heron: " + io.getMessage());
                return UNREADABLE;
            }
            case UsageException u -> {
                err.println("heron: " + u.getMessage());
                return USAGE;
            }
            case CancellationException c -> {
                err.println("heron: stopped");
                return USAGE;
            }
            default -> throw e;
        }
    }
}
