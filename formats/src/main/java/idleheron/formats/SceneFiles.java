package idleheron.formats;

import idleheron.core.inspect.Together;
import idleheron.core.job.Progress;
import idleheron.core.remedy.ConvertStage;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.openvdb.VdbSequence;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.lang.foreign.Arena;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** All carriers: finds the one for a file, reads and writes. */
public final class SceneFiles {
    /** One line per format. */
    private static final List<SceneFormat> FORMATS =
            List.of(new FbxFormat(), new UsdFormat(), new VdbFormat(), new AbcFormat());

    private static final int HEAD = 4096;

    private SceneFiles() {}

    public static List<SceneFormat> formats() {
        return FORMATS;
    }

    /** The format by the ending of a name, or null. */
    public static @Nullable SceneFormat byName(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(java.util.Locale.ROOT);
        for (SceneFormat f : FORMATS) {
            if (f.endings().stream().anyMatch(e -> name.endsWith("." + e))) {
                return f;
            }
        }
        return null;
    }

    /**
     * Reads several files as one scene, in the stage of the first.
     *
     * @throws FormatException when one of them is no format that is known, or is broken
     */
    public static Together together(List<Path> files, Progress progress) throws IOException {
        List<Scene> parts = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            Scene s = read(files.get(i), progress.part((double) i / files.size(), (i + 1.0) / files.size()))
                    .scene();
            Stage first = parts.isEmpty() ? s.stage() : parts.getFirst().stage();
            parts.add(new ConvertStage(first.axes(), first.metersPerUnit()).apply(s));
        }
        return Together.of(parts);
    }

    /**
     * The file as stored, for a person to look through; of numbered files the first.
     *
     * @throws FormatException when the file is no format that is known, or is broken
     */
    public static Outline outline(Path path, Progress progress) throws IOException {
        Path file = VdbSequence.matches(path) ? VdbSequence.firstFile(path) : path;
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ);
                Arena arena = Arena.ofShared()) {
            MemorySegment bytes = channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size(), arena);
            byte[] head = bytes.asSlice(0, Math.min(channel.size(), HEAD)).toArray(ValueLayout.JAVA_BYTE);
            for (SceneFormat f : FORMATS) {
                if (f.matches(head)) {
                    return f.outline(file, bytes, progress);
                }
            }
            throw FormatException.at(String.valueOf(file.getFileName()), 0, names() + " file", "something else");
        }
    }

    /**
     * Reads a file by its content, whatever its name is; or numbered volume files by a pattern or their folder.
     *
     * @throws FormatException when the file is no format that is known, or is broken
     * @throws IOException when it cannot be read at all
     */
    public static SceneFormat.ReadScene read(Path file, Progress progress) throws IOException {
        String name = String.valueOf(file.getFileName());
        if (VdbSequence.matches(file)) {
            Scene scene = VdbSequence.read(file, progress);
            long bytes = scene.volumes().stream()
                    .flatMap(v -> v.frames().stream())
                    .mapToLong(f -> f.bytes())
                    .sum();
            return new SceneFormat.ReadScene(scene, "OpenVDB", "sequence", bytes);
        }
        if (Files.isDirectory(file)) {
            throw FormatException.in(name, "a file", "a folder");
        }
        if (!Files.exists(file)) {
            throw FormatException.in(name, "a file", "nothing at " + file.toAbsolutePath());
        }
        long size = Files.size(file);
        if (size == 0) {
            throw FormatException.at(name, 0, "a scene", "an empty file");
        }
        progress.at(0, "loading " + name);
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ);
                Arena arena = Arena.ofShared()) {
            MemorySegment bytes = channel.map(FileChannel.MapMode.READ_ONLY, 0, size, arena);
            byte[] head = bytes.asSlice(0, Math.min(size, HEAD)).toArray(ValueLayout.JAVA_BYTE);
            for (SceneFormat f : FORMATS) {
                if (f.matches(head)) {
                    return checked(f, file, bytes, progress);
                }
            }
            SceneFormat told = byName(file);
            if (told != null) {
                return checked(told, file, bytes, progress);
            }
        }
        throw FormatException.at(name, 0, "the opening bytes of " + names(), "other bytes");
    }

    /** A structure that contradicts itself in a way no reader foresaw is still told as a broken file. */
    private static SceneFormat.ReadScene checked(SceneFormat f, Path file, MemorySegment bytes, Progress progress)
            throws FormatException {
        try {
            return f.read(file, bytes, progress);
        } catch (IllegalArgumentException
                | IndexOutOfBoundsException
                | ArithmeticException
                | NegativeArraySizeException e) {
            throw FormatException.in(
                    String.valueOf(file.getFileName()),
                    "records that agree with each other",
                    String.valueOf(e.getMessage()),
                    e);
        }
    }

    private static String names() {
        return String.join(" or ", FORMATS.stream().map(SceneFormat::name).toList());
    }

    /**
     * Writes beside the target, reads that back, and only then puts it in the target's place.
     *
     * @param overwrite whether a file that is there may be replaced
     * @return what was read back
     * @throws IOException when the target exists and may not be replaced, or cannot be written, or does not read back
     */
    public static SceneFormat.ReadScene write(
            Scene scene, Path target, SceneFormat format, String variant, boolean overwrite, Progress progress)
            throws IOException {
        if (Files.exists(target) && !overwrite) {
            throw new IOException(target + " is already there; say that it may be replaced");
        }
        Path folder = target.toAbsolutePath().getParent();
        if (folder == null) {
            throw new IOException(target + " is not the name of a file");
        }
        Files.createDirectories(folder);
        Path draft = folder.resolve(".heron-" + UUID.randomUUID() + ".part");
        try {
            format.write(scene, variant, draft, progress.part(0, 0.6));
            SceneFormat.ReadScene back = read(draft, progress.part(0.6, 1));
            WorkFiles.replace(draft, target);
            String name = String.valueOf(target.getFileName());
            return new SceneFormat.ReadScene(back.scene().withName(name), back.format(), back.variant(), back.bytes());
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
