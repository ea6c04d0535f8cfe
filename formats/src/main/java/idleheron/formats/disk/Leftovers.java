package idleheron.formats.disk;

import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Files and folders that must not outlive the process that made them: they go when it ends, also by a signal, and what a killed
 * one left is swept by the next.
 */
public final class Leftovers {
    /** {@code .heron-MACHINE-PROCESS-UUID.part}: a draft, or an old file on its way out. */
    private static final Pattern NAME = Pattern.compile("\\.heron-([0-9a-f]+)-(\\d+)-[0-9a-f-]+\\.part");

    private static final String MACHINE = machine();

    /** Files and folders that go when the process ends. */
    private static final Set<Path> LEFT = new HashSet<>();

    /** What is done before they go. */
    private static final List<Runnable> BEFORE = new ArrayList<>();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(Leftovers::sweepAll, "leftovers"));
    }

    private Leftovers() {}

    private static String machine() {
        String name;
        try {
            name = InetAddress.getLocalHost().getHostName();
        } catch (IOException e) {
            name = "";
        }
        return Integer.toHexString(name.hashCode());
    }

    /** A name that nothing has yet, in a folder. */
    static Path fresh(Path folder) {
        return folder.resolve(
                ".heron-" + MACHINE + "-" + ProcessHandle.current().pid() + "-" + UUID.randomUUID() + ".part");
    }

    /** Whether a file is a draft, or lies in the work folder of a trial. */
    static boolean isDraft(Path file) {
        for (Path p : file) {
            if (NAME.matcher(p.toString()).matches()) {
                return true;
            }
        }
        return false;
    }

    /** This process among all of all machines, as its drafts are named. */
    public static String own() {
        return MACHINE + "-" + ProcessHandle.current().pid();
    }

    /**
     * Deletes the drafts of processes in a folder, which must have ended.
     *
     * @param processes as {@link #own} names them
     */
    public static void sweep(Path folder, Set<String> processes) {
        sweep(folder, m -> processes.contains(m.group(1) + "-" + m.group(2)));
    }

    /** Says that something goes when the process ends, or that it need not any more. */
    static void left(Path path, boolean there) {
        synchronized (LEFT) {
            if (there) {
                LEFT.add(path);
            } else {
                LEFT.remove(path);
            }
        }
    }

    /** Runs when the process ends, before anything goes. */
    static void before(Runnable deed) {
        synchronized (BEFORE) {
            BEFORE.add(deed);
        }
    }

    /** A folder in the temporary place that goes with {@link #delete}, and also when the process is ended by a signal. */
    public static Path workFolder() throws IOException {
        Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
        sweep(temporary);
        Path out = Files.createDirectory(fresh(temporary));
        left(out, true);
        return out;
    }

    /** Deletes a file, or a folder with all that is in it. */
    public static void delete(Path path) throws IOException {
        if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
            try (DirectoryStream<Path> in = Files.newDirectoryStream(path)) {
                for (Path p : in) {
                    delete(p);
                }
            }
        }
        Files.deleteIfExists(path);
        left(path, false);
    }

    private static void sweepAll() {
        List<Runnable> deeds;
        synchronized (BEFORE) {
            deeds = List.copyOf(BEFORE);
        }
        deeds.forEach(Runnable::run);
        List<Path> all;
        synchronized (LEFT) {
            all = new ArrayList<>(LEFT);
        }
        for (Path p : all) {
            try {
                delete(p);
            } catch (IOException e) {
                // the next process that writes there tries again
            }
        }
    }

    /** Deletes the drafts of processes of this machine that run no more. */
    public static void sweep(Path folder) {
        sweep(
                folder,
                m -> m.group(1).equals(MACHINE)
                        && m.group(2).length() < 18
                        && ProcessHandle.of(Long.parseLong(m.group(2))).isEmpty());
    }

    private static void sweep(Path folder, Predicate<Matcher> over) {
        try (DirectoryStream<Path> in = Files.newDirectoryStream(folder, ".heron-*.part")) {
            for (Path p : in) {
                Matcher m = NAME.matcher(String.valueOf(p.getFileName()));
                if (m.matches() && over.test(m)) {
                    delete(p);
                }
            }
        } catch (IOException e) {
            // a folder that cannot be listed can still be written to
        }
    }
}
