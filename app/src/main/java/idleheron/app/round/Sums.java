package idleheron.app.round;

import idleheron.formats.SceneFiles;
import idleheron.report.Paper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** What is in files, so that it is seen when they change. */
final class Sums {
    private Sums() {}

    /**
     * A file as it is now.
     *
     * @param from the folder from which it is named, absolute
     */
    static FileResult.Sum of(Path file, Path from) throws IOException {
        Paper.Source s = Paper.source(file);
        Path at = file.toAbsolutePath().normalize();
        String name =
                (at.startsWith(from) ? from.relativize(at) : at).toString().replace('\\', '/');
        return new FileResult.Sum(name, s.bytes(), s.sha256());
    }

    /** The sum of one, or of several their sums one after the other. */
    static String together(List<FileResult.Sum> all) {
        return Paper.together(all.stream().map(FileResult.Sum::sha256).toList());
    }

    /** Whether a file, or all numbered ones that a name stands for, are as they were. */
    static boolean stands(FileResult.Sum was, Path from) throws IOException {
        Path at = from.resolve(was.file());
        List<FileResult.Sum> now = new ArrayList<>();
        for (Path f : SceneFiles.files(at)) {
            if (!Files.isRegularFile(f)) {
                return false;
            }
            now.add(of(f, from));
        }
        return !now.isEmpty()
                && was.bytes() == now.stream().mapToLong(FileResult.Sum::bytes).sum()
                && was.sha256().equals(together(now));
    }
}
