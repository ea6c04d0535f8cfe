package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.delivery.DeliveryList;
import idleheron.app.delivery.DeliveryTree;
import idleheron.app.delivery.SendAgainJob;
import idleheron.core.Wording;
import idleheron.core.job.Progress;
import idleheron.core.pair.TopicResult;
import idleheron.formats.disk.Drafts;
import idleheron.formats.spi.Delivery;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Does a delivery again: tells what differs from last time, and writes only what changes. */
@Command(name = "send-again", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class SendAgainCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(
            index = "0",
            paramLabel = "LIST",
            descriptionKey = "cli.SendAgainCommand.name-fbx-delivery-json-as-convert")
    Path list;

    @Option(names = "--preview", descriptionKey = "cli.SendAgainCommand.tells-what-differs-and-writes-nothing")
    boolean preview;

    @Override
    public Integer call() throws IOException {
        SendAgainJob.Ahead ahead = new SendAgainJob(DeliveryList.read(list)).ahead(Progress.NONE);
        PrintWriter out = spec.commandLine().getOut();
        ahead.sources().forEach(s -> out.println(say("cli.SendAgainCommand.changed-since", s.getFileName())));
        ahead.touched()
                .forEach(t -> out.println(say("cli.SendAgainCommand.is-not-as-it-was-delivered", t.getFileName())));
        for (SendAgainJob.Difference d : ahead.differences()) {
            out.println(d.file().getFileName() + ": "
                    + (d.topics().isEmpty()
                            ? say("cli.SendAgainCommand.other-bytes-nothing-over-tolerance")
                            : told(d.topics())));
        }
        if (preview || !ahead.anything()) {
            print(ahead.files());
            return Main.CLEAN;
        }
        Delivery.Outcome done = ahead.send(Progress.NONE);
        print(done.files());
        done.left().forEach(l -> spec.commandLine().getErr().println(say("cli.SendAgainCommand.heron", l)));
        if (!done.placed()) {
            spec.commandLine().getErr().println(say("cli.SendAgainCommand.heron-what-was-written-did-not"));
        }
        return done.placed() && done.parts().stream().allMatch(Delivery.Part::sound) ? Main.CLEAN : Main.FAULTS;
    }

    private static String told(List<TopicResult> topics) {
        StringBuilder out = new StringBuilder();
        for (TopicResult t : topics) {
            out.append(out.isEmpty() ? "" : "; ")
                    .append(say("cli.SendAgainCommand.differ", t.topic().title(), t.summary()));
        }
        return out.toString();
    }

    private void print(List<Drafts.Placing> files) {
        PrintWriter out = spec.commandLine().getOut();
        DeliveryTree.lines(list, files).forEach(out::println);
        long written =
                files.stream().filter(f -> f.change() != Drafts.Change.SAME).count();
        String count = Wording.counted(written, "file");
        out.println(
                written == 0
                        ? say("cli.SendAgainCommand.nothing-changes")
                        : preview
                                ? say("cli.SendAgainCommand.would-be-written", count, files.size() - written)
                                : say("cli.SendAgainCommand.written", count, files.size() - written));
    }
}
