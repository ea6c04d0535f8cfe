package idleheron.rehearsal;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.demo.DemoData;
import idleheron.rehearsal.demo.Postwoman;
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
import java.util.zip.CRC32;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;

/** The demo data, made once for all tests of all modules and made anew when what makes it changed. */
public final class MadeDemo {
    private static final Path MADE = Path.of("..", "rehearsal", "target", "made-demo");
    private static final Path STAMP = MADE.resolveSibling("made-demo.stamp");
    private static final String OURS = "idleheron";
    private static final Path LOCK = MADE.resolveSibling("made-demo.lock");

    private static boolean current;
    private static @Nullable Scene postwoman;

    private MadeDemo() {}

    /** The character of the demo as it is made. Not to be changed, for all tests of a process have the same one. */
    public static synchronized Scene postwoman() {
        Scene s = postwoman == null ? Postwoman.scene() : postwoman;
        postwoman = s;
        return s;
    }

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

    /** What the classes and words that make it are, whether they lie in a folder or in an archive. */
    private static String makers() throws IOException {
        StringBuilder out = new StringBuilder();
        for (Class<?> c : List.of(DemoData.class, SceneFiles.class, Scene.class)) {
            try {
                Path of = Path.of(
                        c.getProtectionDomain().getCodeSource().getLocation().toURI());
                out.append(Files.isDirectory(of) ? folder(of) : archive(of)).append('\n');
            } catch (URISyntaxException e) {
                throw new IOException(e);
            }
        }
        return out.toString();
    }

    private static long folder(Path top) throws IOException {
        long sum = 0;
        for (Path p : below(top.resolve(OURS))) {
            if (Files.isRegularFile(p)) {
                CRC32 crc = new CRC32();
                crc.update(Files.readAllBytes(p));
                sum += mixed(top.relativize(p).toString().replace('\\', '/'), crc.getValue());
            }
        }
        return sum;
    }

    private static long archive(Path file) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            return zip.stream()
                    .filter(e -> e.getName().startsWith(OURS + "/") && !e.isDirectory())
                    .mapToLong(e -> mixed(e.getName(), e.getCrc()))
                    .sum();
        }
    }

    /** Added up, which makes their order of no account. */
    private static long mixed(String name, long crc) {
        return (crc << 32 | name.hashCode() & 0xffffffffL) * 0x9E3779B97F4A7C15L;
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
