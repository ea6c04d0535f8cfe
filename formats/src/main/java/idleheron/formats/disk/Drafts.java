package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Collection;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
    /** What is under way. */
    private static final Set<Drafts> OPEN = Collections.newSetFromMap(new IdentityHashMap<>());

    static {
        Leftovers.before(Drafts::closeAll);
    }

    private final boolean replace;
    private final List<Path> sources;
    private final Way way;

    /** Of a trial: the folder whose files are tried, and the one that stands for it; else null. */
    private final @Nullable Path root;

    private final @Nullable Path work;

    /** What became of each target, in the order in which they were put in place. */
    private final Map<Path, Placing> placings = new LinkedHashMap<>();

    /** Drafts by their targets, links followed, in the order they were asked for. */
    private final Map<Path, Path> drafts = new LinkedHashMap<>();

    /** Targets that were given their drafts, each with the old file under a second name, or null where there was none. */
    private final Map<Path, @Nullable Path> placed = new LinkedHashMap<>();

    /** What is put in place. */
    private enum Way {
        ALL,
        /** Only what is new or has other bytes than what is there. */
        CHANGED,
        /** Nothing. */
        NONE
    }

    /** What putting a draft in the place of its target does to it. */
    public enum Change {
        NEW,
        CHANGED,
        SAME
    }

    /**
     * A target and what becomes of it.
     *
     * @param change NEW or CHANGED; SAME only where drafts were held against what is there
     * @param bytes of the draft
     */
    public record Placing(Path target, Change change, long bytes) {}

    /**
     * @param replace whether targets that are there may be replaced
     * @param sources files that were read and may never be written on
     */
    public Drafts(boolean replace, Collection<Path> sources) {
        this(replace, sources, Way.ALL, null, null);
    }

    private Drafts(boolean replace, Collection<Path> sources, Way way, @Nullable Path root, @Nullable Path work) {
        this.replace = replace;
        this.sources = List.copyOf(sources);
        this.way = way;
        this.root = root;
        this.work = work;
        synchronized (OPEN) {
            OPEN.add(this);
        }
    }

    public Drafts(boolean replace) {
        this(replace, List.of());
    }

    /** Replaces only what has other bytes than what is there, and leaves the rest untouched. */
    public static Drafts changed(Collection<Path> sources) {
        return new Drafts(true, sources, Way.CHANGED, null, null);
    }

    /**
     * Puts nothing in place: all is written to a folder of its own that stands for another, and held against what is there.
     *
     * @param root the folder in which targets lie
     */
    public static Drafts trial(Path root, Collection<Path> sources) throws IOException {
        return new Drafts(true, sources, Way.NONE, root.toAbsolutePath().normalize(), Leftovers.workFolder());
    }

    /** What became of the targets so far, or would. */
    public synchronized List<Placing> placings() {
        return List.copyOf(placings.values());
    }

    /** Whether nothing is put in place. */
    public boolean isTrial() {
        return way == Way.NONE;
    }

    /** Where a file lies that was put in place: there, or where a trial has it. */
    public Path where(Path target) throws IOException {
        return isTrial() ? shown(followed(target)) : target;
    }

    /** Where a draft goes: beside its target, or where a trial has it. */
    private Path shown(Path at) {
        if (root == null || work == null) {
            return at;
        }
        Path below =
                at.startsWith(root) ? root.relativize(at) : Path.of("elsewhere").resolve(at.getFileName());
        return work.resolve(below.toString());
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
                throw new IOException(say("formats.disk.Drafts.was-read-from-and-is-not", target));
            }
        }
        if (Files.isDirectory(at)) {
            throw new IOException(say("formats.disk.Drafts.is-a-folder-give-the-name", target));
        }
        if (!replace && (Files.exists(at, LinkOption.NOFOLLOW_LINKS) || Files.isSymbolicLink(target))) {
            throw there(target);
        }
        if (Files.exists(at) && !Files.isRegularFile(at)) {
            throw new IOException(say("formats.disk.Drafts.is-no-ordinary-file-and-is", target));
        }
        return at;
    }

    private static IOException there(Path target) {
        return new IOException(say("formats.disk.Drafts.is-already-there-say-that-it", target));
    }

    /** The file that a path leads to, links followed as far as they go. */
    private static Path followed(Path target) throws IOException {
        Path at = target.toAbsolutePath().normalize();
        for (int i = 0; Files.isSymbolicLink(at); i++) {
            if (i > 40) {
                throw new IOException(say("formats.disk.Drafts.is-a-link-that-leads-back", target));
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
        Path folder = shown(at).getParent();
        if (folder == null || at.getFileName() == null) {
            throw new IOException(say("formats.disk.Drafts.is-not-the-name-of-a", target));
        }
        try {
            Files.createDirectories(folder);
        } catch (FileSystemException e) {
            throw Failures.written(target, e);
        }
        if (drafts.values().stream().noneMatch(d -> folder.equals(d.getParent()))) {
            Leftovers.sweep(folder);
        }
        Path draft = Leftovers.fresh(folder);
        Leftovers.left(draft, true);
        if (drafts.putIfAbsent(at, draft) != null) {
            throw new IOException(say("formats.disk.Drafts.two-files-would-be-written-to", target));
        }
        return draft;
    }

    /** Puts all drafts in the places of their targets. Until {@link #keep}, {@link #close} takes that back. */
    public synchronized void place() throws IOException {
        for (Map.Entry<Path, Path> d : List.copyOf(drafts.entrySet())) {
            Path target = d.getKey();
            Path draft = d.getValue();
            Placing p = new Placing(target, change(draft, target), Files.size(draft));
            if (way == Way.NONE) {
                move(draft, shown(target));
            } else if (way == Way.CHANGED && p.change == Change.SAME) {
                Files.delete(draft);
            } else {
                replaced(draft, target);
            }
            drafts.remove(target);
            placings.put(target, p);
            Leftovers.left(draft, false);
        }
    }

    private Change change(Path draft, Path target) throws IOException {
        return !Files.exists(target)
                ? Change.NEW
                : way != Way.ALL && Files.mismatch(draft, target) < 0 ? Change.SAME : Change.CHANGED;
    }

    private void replaced(Path draft, Path target) throws IOException {
        Path old = Files.exists(target) ? keep(target) : null;
        try {
            put(draft, target);
        } catch (IOException e) {
            forget(old);
            throw e;
        }
        placed.put(target, old);
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
        return drafts.containsKey(at) || placings.containsKey(at);
    }

    private static void forget(@Nullable Path file) throws IOException {
        if (file != null) {
            Files.deleteIfExists(file);
            Leftovers.left(file, false);
        }
    }

    /** The old file under a second name, while the first stays. */
    private static Path keep(Path target) throws IOException {
        Path kept = Leftovers.fresh(java.util.Objects.requireNonNull(target.getParent()));
        Leftovers.left(kept, true);
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
                Leftovers.left(old, false);
            }
        }
        placed.clear();
        if (work != null) {
            Leftovers.delete(work);
        }
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

    private static void closeAll() {
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
    }
}
