package idleheron.cli;

import static idleheron.core.Messages.say;

import idleheron.app.Frames;
import idleheron.app.Known;
import idleheron.app.UsageException;
import idleheron.core.job.Budget;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.disk.FileBytes;
import idleheron.report.Json;
import idleheron.report.SampleJson;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** World positions over time. */
@Command(name = "sample", mixinStandardHelpOptions = true)
@SuppressWarnings("NullAway.Init")
final class SampleCommand implements Callable<Integer> {
    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "FILE")
    Path file;

    @Option(names = "--clip", paramLabel = "NAME", required = true)
    String clip;

    @Option(names = "--frames", paramLabel = "A:B[:STEP]")
    @Nullable
    String frames;

    @Option(names = "--seconds", paramLabel = "S", split = ",")
    double @Nullable [] seconds;

    @Option(names = "--what", paramLabel = "joints|points")
    String what = "joints";

    @Option(names = "--as", paramLabel = "stored|meant")
    String as = "meant";

    @Mixin
    Reading reading = new Reading();

    @Option(names = "--json", descriptionKey = "cli.SampleCommand.as-json-which-is-the-only")
    boolean json;

    @Override
    public Integer call() throws IOException {
        if ((frames == null) == (seconds == null)) {
            throw new UsageException(say("cli.SampleCommand.give-either-frames-or-seconds"));
        }
        if (!what.equals("joints") && !what.equals("points")) {
            throw new UsageException(say("cli.SampleCommand.what-expected-joints-or-points", what));
        }
        if (!as.equals("meant") && !as.equals("stored")) {
            throw new UsageException(say("cli.SampleCommand.as-expected-stored-or-meant", as));
        }
        Scene scene = reading.way().read(file, reading.progress()).scene();
        Reading.mark(scene, spec.commandLine().getErr());
        Clip c = Known.clip(scene, clip);
        double[] times = seconds;
        if (frames != null) {
            double[] r = Frames.range(frames);
            int n = (int) Math.floor((r[1] - r[0]) / r[2] + 1e-9) + 1;
            times = new double[n];
            for (int i = 0; i < n; i++) {
                times[i] = c.rate().seconds(r[0] + i * r[2]);
            }
        }
        if (times == null) {
            throw new UsageException(say("cli.SampleCommand.give-either-frames-or-seconds"));
        }
        Budget.SAMPLES.check((long) times.length
                * (what.equals("points") ? points(scene) : scene.nodes().size()));
        FileBytes.settled();
        spec.commandLine()
                .getOut()
                .println(Json.text(SampleJson.of(scene, c, times, what.equals("points"), as.equals("meant"))));
        return Main.CLEAN;
    }

    private static long points(Scene scene) {
        return scene.meshes().stream().mapToLong(Mesh::pointCount).sum();
    }
}
