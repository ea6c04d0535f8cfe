package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.FileNames;
import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.PatternSyntaxException;

/** Finds the files of a round. */
final class RoundItems {
    private final Round round;
    private final Path out;
    /** What is there, by target. */
    private final Map<String, RoundItem> items = new HashMap<>();

    private final Set<String> lists = new LinkedHashSet<>();
    private final List<RoundItem> all = new ArrayList<>();

    private RoundItems(Round round) {
        this.round = round;
        this.out = round.folder().toAbsolutePath().normalize();
    }

    /**
     * All files, in the order of the inputs, those of a folder by their names.
     *
     * @throws UsageException when there are none, or two would go to the same place
     */
    static List<RoundItem> of(Round round) throws IOException {
        RoundItems r = new RoundItems(round);
        for (String told : round.inputs()) {
            r.take(told, false);
        }
        if (r.all.isEmpty()) {
            throw new UsageException(say("app.round.RoundItems.there-is-no-file-to-make"));
        }
        return List.copyOf(r.all);
    }

    /**
     * @param listed whether it stands in a list, so that its folders are kept
     */
    private void take(String told, boolean listed) throws IOException {
        if (told.startsWith("@")) {
            list(told.substring(1));
            return;
        }
        Path at = path(told);
        if (isPattern(told) && !Files.exists(at)) {
            pattern(told.replace('\\', '/'));
        } else if (Files.isDirectory(at)) {
            for (Path f : below(at, null)) {
                add(f, at.relativize(f).toString());
            }
        } else {
            boolean keeps =
                    listed && !Path.of(told).isAbsolute() && !at.normalize().startsWith("..");
            add(at, keeps ? Path.of(told).normalize().toString() : String.valueOf(at.getFileName()));
        }
    }

    private Path path(String told) {
        try {
            return round.base().resolve(told);
        } catch (InvalidPathException e) {
            throw new UsageException(say("app.round.RoundItems.expected-the-name-of-a-file", told));
        }
    }

    private static boolean isPattern(String told) {
        return told.chars().anyMatch(c -> c == '*' || c == '?' || c == '{' || c == '[');
    }

    private void list(String told) throws IOException {
        if (!lists.add(told)) {
            throw new UsageException(say("app.round.RoundItems.the-list-leads-back-to-itself", told));
        }
        Path file = path(told);
        if (!Files.isRegularFile(file)) {
            throw new UsageException(say("app.round.RoundItems.no-list-at", file));
        }
        for (String line : Files.readAllLines(file)) {
            if (!line.isBlank() && !line.startsWith("#")) {
                take(line.strip(), true);
            }
        }
        lists.remove(told);
    }

    /** Folders are kept from where the pattern begins to be one. */
    private void pattern(String told) throws IOException {
        int wild =
                told.chars().takeWhile(c -> "*?{[".indexOf(c) < 0).map(c -> 1).sum();
        int slash = told.lastIndexOf('/', wild);
        Path root = path(slash < 0 ? "" : told.substring(0, slash + 1));
        String glob = told.substring(slash + 1);
        PathMatcher matcher;
        try {
            matcher = FileSystems.getDefault().getPathMatcher("glob:" + glob);
        } catch (PatternSyntaxException e) {
            throw new UsageException(say("app.round.RoundItems.expected-a-pattern-such-as-clips", told));
        }
        int before = all.size();
        for (Path f : below(root, matcher)) {
            add(f, root.relativize(f).toString());
        }
        if (all.size() == before) {
            throw new UsageException(say("app.round.RoundItems.nothing-is-like", told));
        }
    }

    /** Files that some carrier knows by their ending, numbered ones as one; not what the round itself writes. */
    private Set<Path> below(Path root, @org.jspecify.annotations.Nullable PathMatcher matcher) throws IOException {
        Set<Path> found = new TreeSet<>();
        if (!Files.isDirectory(root)) {
            return found;
        }
        Files.walkFileTree(root, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes a) {
                boolean hidden = !folder.equals(root) && hidden(folder);
                return hidden || folder.toAbsolutePath().normalize().equals(out)
                        ? FileVisitResult.SKIP_SUBTREE
                        : FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path f, BasicFileAttributes a) {
                boolean wanted = matcher == null
                        ? SceneFiles.byName(f) != null
                        : matcher.matches(root.relativize(f)) && SceneFiles.byName(f) != null;
                if (wanted && !hidden(f) && Files.isRegularFile(f)) {
                    found.add(SceneFiles.around(f));
                }
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path f, IOException e) {
                return FileVisitResult.CONTINUE;
            }
        });
        return found;
    }

    private static boolean hidden(Path p) {
        return String.valueOf(p.getFileName()).startsWith(".");
    }

    private void add(Path file, String below) throws IOException {
        String place = below.replace('\\', '/');
        if (!round.carrier().isEmpty()) {
            int name = place.lastIndexOf('/') + 1;
            place = place.substring(0, name) + FileNames.stem(place.substring(name)) + "." + round.carrier();
        }
        Path base = round.base().toAbsolutePath().normalize();
        Path at = file.toAbsolutePath().normalize();
        String name =
                (at.startsWith(base) ? base.relativize(at) : at).toString().replace('\\', '/');
        RoundItem item = new RoundItem(name, file, place, bytes(file));
        RoundItem other = items.putIfAbsent(place.toLowerCase(java.util.Locale.ROOT), item);
        if (other == null) {
            all.add(item);
        } else if (!other.name().equals(name)) {
            throw new UsageException(say("app.round.RoundItems.two-files-would-go-to-and", place, other.name(), name));
        }
    }

    private static long bytes(Path file) throws IOException {
        long sum = 0;
        for (Path f : SceneFiles.files(file)) {
            sum += Files.isRegularFile(f) ? Files.size(f) : 0;
        }
        return sum;
    }
}
