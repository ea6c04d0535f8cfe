package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.cli.words.OptionTexts;
import idleheron.core.job.Budget;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.FileChangedException;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.CancellationException;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The command line. Standard output holds the result alone, messages go to standard error. */
@Command(
        name = "heron",
        mixinStandardHelpOptions = true,
        version = "Idle Heron 0.1.0",
        subcommands = {
            FactsCommand.class,
            CheckCommand.class,
            ConvertCommand.class,
            CompareCommand.class,
            WearCommand.class,
            TryOnCommand.class,
            SampleCommand.class,
            RehearseCommand.class,
            BatchCommand.class,
            PicturesCommand.class,
            SendAgainCommand.class,
            RemediesCommand.class,
            ServeCommand.class,
            DemoDataCommand.class,
            AutoComplete.GenerateCompletion.class
        })
@SuppressWarnings("NullAway.Init")
public final class Main {
    static final int CLEAN = 0;
    static final int FAULTS = 1;
    static final int USAGE = 2;
    static final int UNREADABLE = 3;
    static final int FAULT = 4;

    /** So often a command is run when its files change while they are read. */
    private static final int TRIES = 3;

    @Option(
            names = "--most",
            paramLabel = "WHAT=NUMBER",
            scope = CommandLine.ScopeType.INHERIT,
            descriptionKey = "cli.Main.allows-more-than-usual-of-prims")
    void most(Map<String, Long> told) {
        told.forEach((what, number) -> {
            if (Arrays.stream(Budget.values()).noneMatch(b -> b.code().equals(what)) || number < 1) {
                // one of picocli's own, which it does not wrap
                throw new CommandLine.ParameterException(
                        spec.commandLine(),
                        say(
                                "cli.Main.most-expected-a-number-from-1",
                                what,
                                number,
                                String.join(
                                        ", ",
                                        Arrays.stream(Budget.values())
                                                .map(Budget::code)
                                                .toList())));
            }
            System.setProperty("heron.most." + what, String.valueOf(number));
        });
    }

    @Spec
    private CommandSpec spec;

    private final Setting setting;

    private Main(Setting setting) {
        this.setting = setting;
    }

    /**
     * Where a command runs.
     *
     * @param read how it reads a file
     * @param rescue how it reads what is whole of a damaged one
     * @param progress told and asked while it works
     */
    record Setting(SceneFiles.Way read, SceneFiles.Way rescue, Progress progress) {
        /** From the disk, telling nobody. */
        static final Setting USUAL = new Setting(SceneFiles::read, SceneFiles::rescue, Progress.NONE);

        /** Of the command that this is; options that lie within others know no command, and no setting of its own. */
        static Setting of(CommandSpec spec) {
            return spec.root().userObject() instanceof Main m ? m.setting : USUAL;
        }
    }

    static CommandLine line(Setting setting) {
        return new CommandLine(new Main(setting)).setResourceBundle(new OptionTexts());
    }

    public static void main(String[] args) {
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        int status = run(args, new PrintWriter(System.out, true, StandardCharsets.UTF_8), err);
        if (System.out.checkError()) {
            err.println(say("cli.Main.heron-the-result-could-not-be"));
            status = UNREADABLE;
        }
        System.exit(status);
    }

    /**
     * Runs one command and gives its exit status: 0 clean, 1 faults, 2 wrong usage, 3 a file cannot be read, 4 a fault of this
     * program.
     */
    static int run(String[] args, PrintWriter out, PrintWriter err) {
        return run(args, out, err, Setting.USUAL);
    }

    /** As {@link #run(String[], PrintWriter, PrintWriter)}, in a setting. */
    static int run(String[] args, PrintWriter out, PrintWriter err, Setting setting) {
        for (int i = 1; ; i++) {
            Throwable[] thrown = new Throwable[1];
            CommandLine line = line(setting);
            line.setOut(out).setErr(err).setCaseInsensitiveEnumValuesAllowed(true);
            line.setExecutionExceptionHandler((e, cmd, parsed) -> {
                thrown[0] = e;
                return FAULT;
            });
            if (args.length == 0) {
                line.usage(err);
                return USAGE;
            }
            int status = FAULT;
            try {
                status = line.execute(args);
            } catch (Error e) {
                thrown[0] = e;
            }
            if (thrown[0] == null) {
                return status;
            }
            Throwable reason = FileBytes.reason(thrown[0]);
            if (!(reason instanceof FileChangedException) || i == TRIES) {
                return failed(reason, String.join(" ", args), err);
            }
            err.println(say("cli.Main.heron-reading-again", reason.getMessage()));
        }
    }

    /** What else can be done about a damaged file. */
    private static String hint(Throwable e, String command) {
        boolean damaged = e instanceof FormatException f && !f.place().isEmpty();
        boolean can = Reading.COMMANDS.stream().anyMatch(c -> command.startsWith(c + " "));
        return damaged && can && !command.contains(Reading.OPTION)
                ? say("cli.Main.reads-what-is-whole", Reading.OPTION)
                : "";
    }

    private static int failed(Throwable e, String command, PrintWriter err) {
        String said = e instanceof CancellationException
                ? "stopped"
                : e instanceof UsageException ? e.getMessage() : Failures.sentence(e, command);
        err.println(say("cli.Main.heron", said, hint(e, command)));
        return switch (e) {
            case UsageException u -> USAGE;
            case CancellationException c -> USAGE;
            case Budget.Exceeded b -> USAGE;
            case IOException io -> UNREADABLE;
            case UncheckedIOException io -> UNREADABLE;
            case OutOfMemoryError m -> UNREADABLE;
            default -> FAULT;
        };
    }
}
