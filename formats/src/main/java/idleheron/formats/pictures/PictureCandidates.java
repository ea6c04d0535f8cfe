package idleheron.formats.pictures;

import idleheron.core.NearNames;
import idleheron.core.picture.PictureRole;
import idleheron.core.scene.Texture;
import idleheron.formats.disk.FileNames;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What a picture that is not found may be: files near by, the nearest name first. */
public final class PictureCandidates {
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
        return nearest(t.fileName(), role, pictures());
    }

    /**
     * Of some paths those whose names are near, the nearest first; none where nothing is near.
     *
     * @param wanted name of a file
     */
    public static List<String> nearest(String wanted, PictureRole role, List<Path> among) {
        String stem = FileNames.stem(wanted).toLowerCase(Locale.ROOT);
        return among.stream()
                .map(f -> {
                    String name = String.valueOf(f.getFileName());
                    String other = FileNames.stem(name).toLowerCase(Locale.ROOT);
                    return new Near(f.toString().replace('\\', '/'), far(stem, other, PictureRole.named(name), role));
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
            try {
                known = PictureFolder.of(folder, DEEPEST, MOST);
            } catch (IOException e) {
                known = List.of(); // what cannot be looked through offers nothing
            }
            pictures = known;
        }
        return known;
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
        return other + 0.05 + NearNames.apart(wanted, name);
    }
}
