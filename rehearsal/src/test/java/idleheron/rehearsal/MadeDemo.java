package idleheron.rehearsal;

import idleheron.core.job.Progress;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The demo data, made once for all tests of a module. */
public final class MadeDemo {
    private static @Nullable Path made;

    private MadeDemo() {}

    /** A copy of all of it in a folder of the test's own. */
    public static synchronized void into(Path folder) throws IOException {
        Path from = made;
        if (from == null) {
            from = Path.of("target", "made-demo");
            for (Path old : below(from).reversed()) {
                Files.delete(old);
            }
            DemoData.write(from, Progress.NONE);
            made = from;
        }
        for (Path p : below(from)) {
            Path to = folder.resolve(from.relativize(p).toString());
            if (Files.isDirectory(p)) {
                Files.createDirectories(to);
            } else {
                Files.copy(p, to);
            }
        }
    }

    private static List<Path> below(Path top) throws IOException {
        if (!Files.exists(top)) {
            return List.of();
        }
        try (Stream<Path> all = Files.walk(top)) {
            return all.sorted(Comparator.naturalOrder()).toList();
        }
    }
}
