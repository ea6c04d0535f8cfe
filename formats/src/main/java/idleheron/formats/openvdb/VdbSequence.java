package idleheron.formats.openvdb;

import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.time.FrameRate;
import idleheron.core.volume.Volume;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Numbered files as one volume: those that a pattern names, {@code smoke.####.vdb}, a # for each digit of the frame, or all
 * sequences of a folder.
 */
public final class VdbSequence {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)([._-]?)(-?\\d+)\\.vdb", Pattern.CASE_INSENSITIVE);

    private VdbSequence() {}

    /** Whether a path stands for a sequence: a name with #, or a folder with a .vdb file in it. */
    public static boolean matches(Path path) {
        if (String.valueOf(path.getFileName()).contains("#")) {
            return String.valueOf(path.getFileName()).toLowerCase(Locale.ROOT).endsWith(".vdb");
        }
        if (!Files.isDirectory(path)) {
            return false;
        }
        try (Stream<Path> files = Files.list(path)) {
            return files.anyMatch(f -> f.toString().toLowerCase(Locale.ROOT).endsWith(".vdb"));
        } catch (IOException e) {
            return false;
        }
    }

    /** The pattern of the sequence that a file is one frame of; the file itself where it stands alone. */
    public static Path around(Path file) {
        Matcher m = NUMBERED.matcher(String.valueOf(file.getFileName()));
        if (!m.matches() || Files.isDirectory(file)) {
            return file;
        }
        Path pattern = file.resolveSibling(
                m.group(1) + m.group(2) + "#".repeat(m.group(3).length()) + ".vdb");
        try {
            List<Numbered> all = new ArrayList<>();
            gather(VdbFrames.folder(file), String.valueOf(pattern.getFileName()))
                    .values()
                    .forEach(all::addAll);
            return all.size() > 1 ? pattern : file;
        } catch (IOException e) {
            return file;
        }
    }

    /** One file of a sequence before it is opened. */
    private record Numbered(Path file, int number, int digits) {}

    /**
     * Reads the headers of all files. A file that cannot be read is a frame with its fault.
     *
     * @throws FormatException when there is no file at all
     */
    public static Scene read(Path path, Progress progress) throws IOException {
        boolean folder = Files.isDirectory(path);
        Path in = folder ? path : VdbFrames.folder(path);
        Map<String, List<Numbered>> sequences = gather(in, folder ? "" : String.valueOf(path.getFileName()));
        if (sequences.isEmpty()) {
            throw FormatException.in(String.valueOf(path.getFileName()), "files that this names", "none in " + in);
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
        boolean folder = Files.isDirectory(path);
        Path in = folder ? path : VdbFrames.folder(path);
        return gather(in, folder ? "" : String.valueOf(path.getFileName())).values().stream()
                .findFirst()
                .map(VdbSequence::first)
                .orElseThrow(() -> FormatException.in(
                        String.valueOf(path.getFileName()), "files that this names", "none in " + in));
    }

    private static Path first(List<Numbered> files) {
        return files.getFirst().file;
    }

    static Stage ranged(Stage stage, List<Volume> volumes) {
        FrameRate rate = stage.rate();
        int first = volumes.stream().mapToInt(Volume::first).min().orElse(0);
        int last = volumes.stream().mapToInt(Volume::last).max().orElse(0);
        return stage.withRange(rate.seconds(first), rate.seconds(last));
    }

    private static Map<String, List<Numbered>> gather(Path folder, String pattern) throws IOException {
        Pattern wanted = pattern.isEmpty() ? NUMBERED : wanted(pattern);
        Map<String, List<Numbered>> out = new TreeMap<>();
        if (!Files.isDirectory(folder)) {
            return out;
        }
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f : (Iterable<Path>) files.sorted()::iterator) {
                Matcher m = wanted.matcher(String.valueOf(f.getFileName()));
                boolean volume = f.toString().toLowerCase(Locale.ROOT).endsWith(".vdb");
                if (m.matches() && volume) {
                    String digits = m.group(3);
                    int number = digits.length() > 9 ? 0 : Integer.parseInt(digits);
                    String key = digits.length() > 9 ? String.valueOf(f.getFileName()) : m.group(1);
                    out.computeIfAbsent(key, k -> new ArrayList<>()).add(new Numbered(f, number, digits.length()));
                } else if (pattern.isEmpty() && volume) {
                    String name = String.valueOf(f.getFileName());
                    out.computeIfAbsent(name.substring(0, name.length() - 4), k -> new ArrayList<>())
                            .add(new Numbered(f, 0, 0));
                }
            }
        }
        return out;
    }

    /** Any number of digits stands for the #s, so that a frame with other padding is found too. */
    private static Pattern wanted(String pattern) {
        int from = pattern.indexOf('#');
        int to = pattern.lastIndexOf('#') + 1;
        String before = pattern.substring(0, from);
        String stem = before.replaceAll("[._-]$", "");
        return Pattern.compile(
                "(" + Pattern.quote(stem) + ")(" + Pattern.quote(before.substring(stem.length())) + ")(\\d+)"
                        + Pattern.quote(pattern.substring(to)),
                Pattern.CASE_INSENSITIVE);
    }

    private static Volume volume(String name, List<Numbered> files, Progress progress) throws IOException {
        List<Numbered> sorted = new ArrayList<>(files);
        sorted.sort(Comparator.comparingInt(Numbered::number).thenComparing(Numbered::file));
        List<Volume.Frame> frames = new ArrayList<>();
        for (int i = 0; i < sorted.size(); i++) {
            Numbered n = sorted.get(i);
            progress.at((double) i / sorted.size(), "opening " + n.file.getFileName());
            Volume.Frame f = frame(n);
            boolean repeats = i > 0 && !f.isBroken() && VdbFrames.same(sorted.get(i - 1).file, n.file);
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
        return frame(n.file, n.number);
    }

    /** One file as a frame; one that is not there or cannot be read is a frame with its fault. */
    public static Volume.Frame frame(Path file, int number) throws IOException {
        if (!Files.isRegularFile(file)) {
            return VdbFrames.broken(file, number, 0, "there is no such file");
        }
        long bytes = Files.size(file);
        if (bytes == 0) {
            return VdbFrames.broken(file, number, 0, "an empty file");
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
