package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.OpenJob;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** How a command reads its files. */
@SuppressWarnings("NullAway.Init")
final class Reading {
    static final String OPTION = "--rescue";

    /** Commands that have it. */
    static final List<String> COMMANDS = List.of("facts", "check", "compare", "convert", "sample", "wear");

    @Option(names = OPTION, descriptionKey = "cli.Reading.of-a-damaged-file-what-is")
    boolean rescue;

    @Spec(Spec.Target.MIXEE)
    CommandSpec command;

    SceneFiles.Way way() {
        Main.Setting s = Main.Setting.of(command);
        return rescue ? s.rescue() : s.read();
    }

    /** Told and asked while the command works. */
    Progress progress() {
        return Main.Setting.of(command).progress();
    }

    /** Says of a scene that was rescued that it was. */
    static void mark(Scene scene, PrintWriter err) {
        String rescued = OpenJob.rescued(scene);
        if (!rescued.isEmpty()) {
            err.println(say("cli.Reading.heron-facts-rescue-lists-them", rescued));
        }
    }
}
