package idleheron.formats.pictures;

import idleheron.formats.disk.FileNames;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** The pictures in a folder and what lies below it, by their endings. */
public final class PictureFolder {
    private static final Set<String> ENDINGS = Set.of(
            ".png", ".tga", ".jpg", ".jpeg", ".bmp", ".tif", ".tiff", ".psd", ".webp", ".dds", ".hdr", ".exr", ".gif");

    private PictureFolder() {}

    /** Whether the name ends as those of pictures do. */
    public static boolean isPicture(Path file) {
        String end = FileNames.end(String.valueOf(file.getFileName())).toLowerCase(Locale.ROOT);
        return ENDINGS.contains(end);
    }

    /**
     * Paths from the folder, in the order in which they are met; what cannot be opened is gone past.
     *
     * @param deepest folders below it, 1 for it alone
     * @param most files that are looked at
     */
    public static List<Path> of(Path folder, int deepest, int most) throws IOException {
        List<Path> found = new ArrayList<>();
        Files.walkFileTree(folder, Set.of(), deepest, new SimpleFileVisitor<>() {
            private int met;

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
                if (a.isRegularFile() && isPicture(file)) {
                    found.add(folder.relativize(file));
                }
                return ++met < most ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException e) {
                return FileVisitResult.CONTINUE;
            }
        });
        return found;
    }
}
