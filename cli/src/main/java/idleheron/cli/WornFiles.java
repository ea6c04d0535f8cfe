package idleheron.cli;

import idleheron.app.SendJob;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** A garment, the body that wears it, and where what comes of them goes. */
@SuppressWarnings("NullAway.Init")
final class WornFiles {
    @Parameters(index = "0", paramLabel = "GARMENT")
    Path garment;

    @Parameters(index = "1", paramLabel = "OUT")
    Path outFile;

    @Option(
            names = "--on",
            paramLabel = "BODY",
            required = true,
            descriptionKey = "cli.WornFiles.the-body-with-its-skin-and")
    Path body;

    @Option(names = "--clip", paramLabel = "NAME", descriptionKey = "cli.WornFiles.that-is-played-the-first-by")
    @Nullable
    String clip;

    @Option(names = "--overwrite", descriptionKey = "cli.WornFiles.replaces-out-if-it-is-there")
    boolean overwrite;

    @Mixin
    Reading reading = new Reading();

    /** Writes what came of it, whole and read back. */
    Delivery.Outcome sent(Scene scene, SceneFormat format, String kind) throws IOException {
        SendJob job = new SendJob(
                garment.toAbsolutePath().getParent(),
                List.of(garment, body),
                Delivery.PLAIN,
                new Target(outFile, format, kind),
                overwrite);
        job.check(scene, String.valueOf(garment.getFileName()));
        return job.run(scene, Progress.NONE);
    }
}
