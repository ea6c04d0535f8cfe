package idleheron.formats.disk;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;

/** The parts of a file's name. */
public final class FileNames {
    private FileNames() {}

    /** Where the ending of a path begins; its length where it has none. A dot that opens the name begins no ending. */
    private static int dot(String path) {
        int name = Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1;
        int dot = path.lastIndexOf('.');
        return dot > name ? dot : path.length();
    }

    /** A path without its ending: "clips/walk" of "clips/walk.fbx". */
    public static String stem(String path) {
        return path.substring(0, dot(path));
    }

    /** The name of a file without its ending: "walk". */
    public static String stem(Path file) {
        return stem(String.valueOf(file.getFileName()));
    }

    /** The ending with its dot: ".fbx"; "" where there is none. */
    public static String end(String path) {
        return path.substring(dot(path));
    }

    /** Without the places for the digits of a frame at its end: "smoke" of "smoke.####". */
    public static String unnumbered(String stem) {
        return stem.replaceAll("[._-]?#+$", "");
    }

    /** A path that is still free: "walk_report.pdf", else "walk_report_2.pdf", and so on. */
    public static Path free(String stem, String ending) {
        Path out = Path.of(stem + ending);
        for (int n = 2; Files.exists(out, LinkOption.NOFOLLOW_LINKS); n++) {
            out = Path.of(stem + "_" + n + ending);
        }
        return out;
    }
}
