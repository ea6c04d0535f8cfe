package idleheron.formats.disk;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Files on their way: each is written as a draft beside its target, and when all are written and proved they take the places
 * of their targets together, or none does. Files that another one
 * points to may be put in place before it, and are taken back when it fails. Without leave to replace, a target that appears in
 * the meantime is kept. Links are
 * followed, so that a link stays a link. What is not put in place is gone when this is closed, and also when the process is
 * ended by a signal; what a killed process left is swept by the next one that writes into the folder.
 */
public final class Drafts implements AutoCloseable {
    /** {@code .heron-MACHINE-PROCESS-UUID.part}: a draft, or an old file on its way out. */
    private static final Pattern NAME = Pattern.compile("\\.heron-([0-9a-f]+)-(\\d+)-[0-9a-f-]+\\.part");

    private static final String MACHINE = machine();

    /** Files and folders that go when the process ends. */
    private static final Set<Path> LEFT = new HashSet<>();

    /** What is under way. */
    private static final Set<Drafts> OPEN = Collections.newSetFromMap(new IdentityHashMap<>());

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(Drafts::sweepAll, "drafts"));
    }

    private final boolean replace;
    private final List<Path> sources;

    /** Drafts by their targets, links followed, in the order they were asked for. */
    private final Map<Path, Path> drafts = new LinkedHashMap<>();

    /** Targets that were given their drafts, each with the old file under a second name, or null where there was none. */
    private final Map<Path, @Nullable Path> placed = new LinkedHashMap<>();

    /**
     * @param replace whether targets that are there may be replaced
     * @param sources files that were read and may never be written on
     */
    public Drafts(boolean replace, Collection<Path> sources) {
        this.replace = replace;
        this.sources = List.copyOf(sources);
        synchronized (OPEN) {
            OPEN.add(this);
        }
    }

    public Drafts(boolean replace) {
        this(replace, List.of());
    }

    private static String machine() {
        String name;
        try {
            name = InetAddress.getLocalHost().getHostName();
        } catch (IOException e) {
            name = "";
        }
        return Integer.toHexString(name.hashCode());
    }

    private static Path fresh(Path folder) {
        return folder.resolve(
                ".heron-" + MACHINE + "-" + ProcessHandle.current().pid() + "-" + UUID.randomUUID() + ".part");
    }

    /**
     * Says no to targets that may not be written, before anything is.
     *
     * @throws IOException when one is there and may not be replaced, is a folder, or was read from
     */
    public void check(Collection<Path> targets) throws IOException {
        for (Path t : targets) {
            place(t);
        }
    }

    /** Where a target really lies, when it may be written. */
    private Path place(Path target) throws IOException {
        Path at = followed(target);
        for (Path s : sources) {
            if (Files.exists(at) && Files.exists(s) && Files.isSameFile(at, s)) {
                throw new IOException(target + " was read from and is not written on; take another name");
            }
        }
        if (Files.isDirectory(at)) {
            throw new IOException(target + " is a folder; give the name of a file");
        }
        if (!replace && (Files.exists(at, LinkOption.NOFOLLOW_LINKS) || Files.isSymbolicLink(target))) {
            throw there(target);
        }
        if (Files.exists(at) && !Files.isRegularFile(at)) {
            throw new IOException(target + " is no ordinary file and is not replaced");
        }
        return at;
    }

    private static IOException there(Path target) {
        return new IOException(target + " is already there; say that it may be replaced");
    }

    /** The file that a path leads to, links followed as far as they go. */
    private static Path followed(Path target) throws IOException {
        Path at = target.toAbsolutePath().normalize();
        for (int i = 0; Files.isSymbolicLink(at); i++) {
            if (i > 40) {
                throw new IOException(target + " is a link that leads back to itself");
            }
            at = at.resolveSibling(Files.readSymbolicLink(at)).normalize();
        }
        return at;
    }

    /**
     * A file to write, beside its target; folders above it are made.
     *
     * @throws IOException as {@link #check}
     */
    public synchronized Path draft(Path target) throws IOException {
        Path at = place(target);
        Path folder = at.getParent();
        if (folder == null || at.getFileName() == null) {
            throw new IOException(target + " is not the name of a file");
        }
        try {
            Files.createDirectories(folder);
        } catch (FileSystemException e) {
            throw Failures.written(target, e);
        }
        if (drafts.values().stream().noneMatch(d -> folder.equals(d.getParent()))) {
            sweep(folder);
        }
        Path draft = fresh(folder);
        left(draft, true);
        if (drafts.putIfAbsent(at, draft) != null) {
            throw new IOException("two files would be written to " + target);
        }
        return draft;
    }

    /** Puts all drafts in the places of their targets. Until {@link #keep}, {@link #close} takes that back. */
    public synchronized void place() throws IOException {
        for (Map.Entry<Path, Path> d : List.copyOf(drafts.entrySet())) {
            Path target = d.getKey();
            Path old = Files.exists(target) ? keep(target) : null;
            try {
                put(d.getValue(), target);
            } catch (IOException e) {
                forget(old);
                throw e;
            }
            placed.put(target, old);
            drafts.remove(target);
            left(d.getValue(), false);
        }
    }

    /** Leaves what is in place there: old files are gone from now on. */
    public synchronized void keep() throws IOException {
        for (Path old : placed.values()) {
            forget(old);
        }
        placed.clear();
    }

    /** Whether a target is there already, so that putting a draft in its place replaces it. */
    public boolean replaces(Path target) throws IOException {
        return Files.exists(followed(target));
    }

    /** Whether a target has a draft, in place or not. */
    public synchronized boolean has(Path target) throws IOException {
        Path at = followed(target);
        return drafts.containsKey(at) || placed.containsKey(at);
    }

    private static void forget(@Nullable Path file) throws IOException {
        if (file != null) {
            Files.deleteIfExists(file);
            left(file, false);
        }
    }

    /** The old file under a second name, while the first stays. */
    private static Path keep(Path target) throws IOException {
        Path kept = fresh(java.util.Objects.requireNonNull(target.getParent()));
        left(kept, true);
        try {
            Files.createLink(kept, target);
        } catch (UnsupportedOperationException | FileSystemException e) {
            Files.copy(target, kept);
        }
        return kept;
    }

    private void put(Path draft, Path target) throws IOException {
        try {
            if (replace) {
                asBefore(draft, target);
                move(draft, target);
                return;
            }
            try {
                Files.createLink(target, draft); // makes the name only where there is none, in one step
                Files.delete(draft);
            } catch (FileAlreadyExistsException e) {
                throw e;
            } catch (UnsupportedOperationException | FileSystemException e) {
                Files.move(draft, target);
            }
        } catch (FileAlreadyExistsException e) {
            throw there(target);
        } catch (FileSystemException e) {
            throw Failures.written(target, e);
        }
    }

    /** Who may read and write a file stays when it is replaced. */
    private static void asBefore(Path draft, Path target) {
        try {
            if (Files.exists(target)) {
                Files.setPosixFilePermissions(draft, Files.getPosixFilePermissions(target));
            }
        } catch (UnsupportedOperationException | IOException e) {
            // a disk without such permissions, or a file of somebody else
        }
    }

    private static void move(Path from, Path to) throws IOException {
        try {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException e) {
            Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
        }
    }

    /** Forgets drafts, and takes back what was put in place and is not to be kept: old files come back. */
    @Override
    public synchronized void close() throws IOException {
        for (Path d : drafts.values()) {
            forget(d);
        }
        drafts.clear();
        for (Map.Entry<Path, @Nullable Path> p : List.copyOf(placed.entrySet()).reversed()) {
            Path old = p.getValue();
            if (old == null) {
                Files.deleteIfExists(p.getKey());
            } else {
                move(old, p.getKey());
                left(old, false);
            }
        }
        placed.clear();
        synchronized (OPEN) {
            OPEN.remove(this);
        }
    }

    /** Fills a stream. */
    public interface Content {
        void to(OutputStream out) throws IOException;
    }

    /**
     * One file, written beside its target and then put in its place.
     *
     * @param sources files that may never be written on
     * @throws IOException as {@link #check}, or when it cannot be written, with the name of the target
     */
    public static void write(Path target, boolean replace, Collection<Path> sources, Content content)
            throws IOException {
        try (Drafts drafts = new Drafts(replace, sources)) {
            Path draft = drafts.draft(target);
            try (OutputStream out = Files.newOutputStream(draft, StandardOpenOption.CREATE_NEW)) {
                content.to(out);
            } catch (IOException e) {
                throw Failures.written(target, e);
            }
            drafts.place();
            drafts.keep();
        }
    }

    /** A folder in the temporary place that goes with {@link #delete}, and also when the process is ended by a signal. */
    public static Path workFolder() throws IOException {
        sweep(Path.of(System.getProperty("java.io.tmpdir")));
        Path out = Files.createDirectory(fresh(Path.of(System.getProperty("java.io.tmpdir"))));
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

    private static void left(Path path, boolean there) {
        synchronized (LEFT) {
            if (there) {
                LEFT.add(path);
            } else {
                LEFT.remove(path);
            }
        }
    }

    private static void sweepAll() {
        List<Drafts> open;
        synchronized (OPEN) {
            open = List.copyOf(OPEN);
        }
        for (Drafts d : open) {
            try {
                d.close();
            } catch (IOException e) {
                // the next process that writes there tries again
            }
        }
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
    static void sweep(Path folder) {
        try (DirectoryStream<Path> in = Files.newDirectoryStream(folder, ".heron-*.part")) {
            for (Path p : in) {
                Matcher m = NAME.matcher(String.valueOf(p.getFileName()));
                if (m.matches()
                        && m.group(1).equals(MACHINE)
                        && m.group(2).length() < 18
                        && ProcessHandle.of(Long.parseLong(m.group(2))).isEmpty()) {
                    delete(p);
                }
            }
        } catch (IOException e) {
            // a folder that cannot be listed can still be written to
        }
    }
}
