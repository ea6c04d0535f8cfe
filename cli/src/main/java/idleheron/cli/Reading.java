package idleheron.cli;

import idleheron.app.OpenJob;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import java.io.PrintWriter;
import java.util.List;
import picocli.CommandLine.Option;

/** How a command reads its files. */
final class Reading {
    static final String OPTION = "--rescue";

    /** Commands that have it. */
    static final List<String> COMMANDS = List.of("facts", "check", "compare", "convert", "sample", "wear");

    @Option(
            names = OPTION,
            description =
                    "of a damaged file what is whole; what is lost is listed, and nothing about it is called clean")
    boolean rescue;

    SceneFiles.Way way() {
        return rescue ? SceneFiles::rescue : SceneFiles::read;
    }

    /** Says of a scene that was rescued that it was. */
    static void mark(Scene scene, PrintWriter err) {
        String rescued = OpenJob.rescued(scene);
        if (!rescued.isEmpty()) {
            err.println("heron: " + rescued + ", facts --rescue lists them");
        }
    }
}
