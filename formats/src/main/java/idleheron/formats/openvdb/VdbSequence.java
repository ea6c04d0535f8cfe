package idleheron.formats.openvdb;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Volume;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.disk.NumberedFiles;
import idleheron.formats.disk.NumberedFiles.Numbered;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Numbered files as one volume: those that a pattern names, {@code smoke.####.vdb}, a # for each digit of the frame, or all
 * sequences of a folder.
 */
public final class VdbSequence {
    private static final NumberedFiles FILES = new NumberedFiles("vdb");

    private VdbSequence() {}

    /** Whether a path stands for a sequence: a name with #, or a folder with a .vdb file in it. */
    public static boolean matches(Path path) {
        return FILES.matches(path);
    }

    /** The pattern of the sequence that a file is one frame of; the file itself where it stands alone. */
    public static Path around(Path file) {
        return FILES.around(file, 1);
    }

    /**
     * Reads the headers of all files. A file that cannot be read is a frame with its fault.
     *
     * @throws FormatException when there is no file at all
     */
    public static Scene read(Path path, Progress progress) throws IOException {
        Map<String, List<Numbered>> sequences = FILES.of(path);
        if (sequences.isEmpty()) {
            throw none(path);
        }
        List<Volume> volumes = new ArrayList<>();
        Stage stage = Stage.COMMON;
        for (Map.Entry<String, List<Numbered>> s : sequences.entrySet()) {
            volumes.add(volume(s.getKey(), s.getValue(), progress));
            stage = VdbFormat.stage(first(s.getValue()), stage);
        }
        return Scene.bare(String.valueOf(path.getFileName()), ranged(stage, volumes))
                .withVolumes(volumes);
    }

    /**
     * The first file of the sequences that a path stands for.
     *
     * @throws FormatException when there is none
     */
    public static Path firstFile(Path path) throws IOException {
        return FILES.of(path).values().stream()
                .findFirst()
                .map(VdbSequence::first)
                .orElseThrow(() -> none(path));
    }

    /** All files of a sequence or a folder of some, in their order. */
    static List<Path> files(Path path) throws IOException {
        return FILES.of(path).values().stream()
                .flatMap(List::stream)
                .map(Numbered::file)
                .toList();
    }

    private static FormatException none(Path path) {
        Path in = Files.isDirectory(path) ? path : VdbFrames.folder(path);
        return FormatException.in(
                String.valueOf(path.getFileName()),
                say("formats.openvdb.VdbSequence.files-that-this-names"),
                say("formats.openvdb.VdbSequence.none-in", in));
    }

    private static Path first(List<Numbered> files) {
        return files.getFirst().file();
    }

    static Stage ranged(Stage stage, List<Volume> volumes) {
        FrameRate rate = stage.rate();
        int first = volumes.stream().mapToInt(Volume::first).min().orElse(0);
        int last = volumes.stream().mapToInt(Volume::last).max().orElse(0);
        return stage.withRange(rate.seconds(first), rate.seconds(last));
    }

    private static Volume volume(String name, List<Numbered> files, Progress progress) throws IOException {
        List<Numbered> sorted = files;
        List<Volume.Frame> frames = new ArrayList<>();
        for (int i = 0; i < sorted.size(); i++) {
            Numbered n = sorted.get(i);
            progress.at(
                    (double) i / sorted.size(),
                    say("formats.openvdb.VdbSequence.opening", n.file().getFileName()));
            Volume.Frame f = frame(n);
            boolean repeats =
                    i > 0 && !f.isBroken() && VdbFrames.same(sorted.get(i - 1).file(), n.file());
            frames.add(
                    repeats
                            ? new Volume.Frame(
                                    f.number(), f.file(), f.bytes(), f.headers(), f.fault(), true, f.source())
                            : f);
        }
        int padding = sorted.stream().mapToInt(Numbered::digits).min().orElse(0);
        return new Volume(name, padding, frames, List.of());
    }

    private static Volume.Frame frame(Numbered n) throws IOException {
        return frame(n.file(), n.number());
    }

    /** One file as a frame; one that is not there or cannot be read is a frame with its fault. */
    public static Volume.Frame frame(Path file, int number) throws IOException {
        if (!Files.isRegularFile(file)) {
            return VdbFrames.broken(file, number, 0, say("formats.openvdb.VdbSequence.there-is-no-such-file"));
        }
        long bytes = Files.size(file);
        if (bytes == 0) {
            return VdbFrames.broken(file, number, 0, say("formats.openvdb.VdbSequence.an-empty-file"));
        }
        try {
            return VdbFrames.read(file, number);
        } catch (FormatException e) {
            return VdbFrames.broken(file, number, bytes, String.valueOf(e.getMessage()));
        }
    }

    /** The name of one frame's file: the #s of a pattern become the number; without #s it goes before the ending. */
    public static String fileName(String pattern, int number, int padding) {
        int from = pattern.indexOf('#');
        if (from < 0) {
            int dot = pattern.toLowerCase(Locale.ROOT).endsWith(".vdb") ? pattern.length() - 4 : pattern.length();
            return pattern.substring(0, dot) + "." + digits(number, padding) + ".vdb";
        }
        int to = pattern.lastIndexOf('#') + 1;
        return pattern.substring(0, from) + digits(number, to - from) + pattern.substring(to);
    }

    private static String digits(int number, int padding) {
        String s = Integer.toString(Math.abs(number));
        return (number < 0 ? "-" : "") + "0".repeat(Math.max(0, padding - s.length())) + s;
    }
}
