package idleheron.rehearsal;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.demo.DemoData;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/** The demo data, made once for all tests of all modules and made anew when what makes it changed. */
public final class MadeDemo {
    private static final Path MADE = Path.of("..", "rehearsal", "target", "made-demo");
    private static final Path STAMP = MADE.resolveSibling("made-demo.stamp");
    private static final Path LOCK = MADE.resolveSibling("made-demo.lock");

    private static boolean current;

    private MadeDemo() {}

    /** A copy of all of it in a folder of the test's own. */
    public static void into(Path folder) throws IOException {
        for (Path p : below(made())) {
            copy(p, folder.resolve(MADE.relativize(p).toString()));
        }
    }

    /** A copy of some of its files in a folder of the test's own. */
    public static void into(Path folder, String... names) throws IOException {
        for (String n : names) {
            copy(made().resolve(n), folder.resolve(n));
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        if (Files.isDirectory(from)) {
            Files.createDirectories(to);
        } else {
            Files.copy(from, to);
        }
    }

    private static synchronized Path made() throws IOException {
        if (!current) {
            Files.createDirectories(LOCK.getParent());
            // tests run in several processes at once
            try (FileChannel c = FileChannel.open(LOCK, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                    FileLock held = c.lock()) {
                Objects.requireNonNull(held);
                make(makers());
            }
            current = true;
        }
        return MADE;
    }

    private static void make(String now) throws IOException {
        if (!(Files.exists(STAMP) && Files.readString(STAMP).equals(now))) {
            for (Path old : below(MADE).reversed()) {
                Files.delete(old);
            }
            DemoData.write(MADE, Progress.NONE);
            Files.writeString(STAMP, now);
        }
    }

    /** Where the classes that make it lie, and when the newest of them was compiled. */
    private static String makers() throws IOException {
        StringBuilder out = new StringBuilder();
        for (Class<?> c : List.of(DemoData.class, SceneFiles.class, Scene.class)) {
            try {
                Path of = Path.of(
                        c.getProtectionDomain().getCodeSource().getLocation().toURI());
                long newest = 0;
                for (Path p : below(of)) {
                    newest = Math.max(newest, Files.getLastModifiedTime(p).toMillis());
                }
                out.append(of).append(' ').append(newest).append('\n');
            } catch (URISyntaxException e) {
                throw new IOException(e);
            }
        }
        return out.toString();
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
