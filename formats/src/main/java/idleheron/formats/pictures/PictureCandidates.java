package idleheron.formats.pictures;

import idleheron.core.picture.PictureRole;
import idleheron.core.scene.Texture;
import idleheron.formats.disk.FileNames;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** What a picture that is not found may be: files near by, the nearest name first. */
public final class PictureCandidates {
    private static final Set<String> ENDINGS = Set.of(
            ".png", ".tga", ".jpg", ".jpeg", ".bmp", ".tif", ".tiff", ".psd", ".webp", ".dds", ".hdr", ".exr", ".gif");

    private static final int DEEPEST = 3;
    private static final int MOST = 5000;
    private static final int TOLD = 3;
    /** A name that differs in more than this share of its letters is another. */
    private static final double APART = 0.34;

    private final Path folder;
    /** Paths of pictures from the folder, once somebody asked. */
    private @Nullable List<Path> pictures;

    /** @param folder in which, and in what lies below it, files are looked for */
    public PictureCandidates(Path folder) {
        this.folder = folder;
    }

    private record Near(String path, double far) {}

    /**
     * Paths from the folder, with strokes, the nearest first; none where nothing is near.
     *
     * @param role what it is linked for
     */
    public List<String> of(Texture t, PictureRole role) {
        String wanted = FileNames.stem(t.fileName()).toLowerCase(Locale.ROOT);
        return pictures().stream()
                .map(f -> {
                    String name = String.valueOf(f.getFileName());
                    String stem = FileNames.stem(name).toLowerCase(Locale.ROOT);
                    return new Near(f.toString().replace('\\', '/'), far(wanted, stem, PictureRole.named(name), role));
                })
                .filter(n -> n.far <= APART)
                .sorted(Comparator.comparingDouble(Near::far).thenComparing(Near::path))
                .limit(TOLD)
                .map(Near::path)
                .toList();
    }

    private List<Path> pictures() {
        List<Path> known = pictures;
        if (known == null) {
            List<Path> found = new ArrayList<>();
            try {
                Files.walkFileTree(folder, Set.of(), DEEPEST, new Pictures(folder, found));
            } catch (IOException e) {
                found.clear(); // what cannot be looked through offers nothing
            }
            known = found;
            pictures = found;
        }
        return known;
    }

    /** Takes what is called as a picture; goes past what cannot be opened. */
    private static final class Pictures extends SimpleFileVisitor<Path> {
        private final Path folder;
        private final List<Path> into;
        private int met;

        Pictures(Path folder, List<Path> into) {
            this.folder = folder;
            this.into = into;
        }

        @Override
        public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
            String end = FileNames.end(String.valueOf(file.getFileName())).toLowerCase(Locale.ROOT);
            if (a.isRegularFile() && ENDINGS.contains(end)) {
                into.add(folder.relativize(file));
            }
            return ++met < MOST ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
        }

        @Override
        public FileVisitResult visitFileFailed(Path file, IOException e) {
            return FileVisitResult.CONTINUE;
        }
    }

    /** 0 for the same name with another ending, up to 1 for one that has nothing in common. */
    static double far(String wanted, String name, PictureRole told, PictureRole role) {
        double other = told == PictureRole.UNKNOWN || role == PictureRole.UNKNOWN || told == role ? 0 : 0.5;
        if (name.equals(wanted)) {
            return other;
        }
        boolean longer = name.startsWith(wanted) && !Character.isLetterOrDigit(name.charAt(wanted.length()));
        boolean shorter = wanted.startsWith(name) && !Character.isLetterOrDigit(wanted.charAt(name.length()));
        if (longer || shorter) {
            return other + (told == role ? 0.1 : 0.15);
        }
        return other + 0.05 + (double) steps(wanted, name) / Math.max(wanted.length(), name.length());
    }

    /** Letters to be put in, taken out or changed between two names (Levenshtein). */
    private static int steps(String a, String b) {
        int[] row = new int[b.length() + 1];
        for (int j = 0; j < row.length; j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int before = row[0];
            row[0] = i;
            for (int j = 1; j < row.length; j++) {
                int same = before + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                before = row[j];
                row[j] = Math.min(same, 1 + Math.min(row[j], row[j - 1]));
            }
        }
        return row[b.length()];
    }
}
