package idleheron.formats;

import static idleheron.core.Messages.say;

import idleheron.core.cache.Cache;
import idleheron.core.garment.collide.ColliderText;
import idleheron.core.job.Progress;
import idleheron.core.kind.Content;
import idleheron.core.pair.Held;
import idleheron.core.picture.PictureHome;
import idleheron.core.remedy.catalogue.RemedyCatalogue;
import idleheron.core.scene.Lost;
import idleheron.core.scene.Scene;
import idleheron.formats.alembic.AbcFormat;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.checks.CacheChecks;
import idleheron.formats.checks.SceneChecks;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileBytes;
import idleheron.formats.disk.FileChangedException;
import idleheron.formats.disk.Guarded;
import idleheron.formats.disk.WholeFile;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.gltf.GltfFormat;
import idleheron.formats.motion.MotionFormat;
import idleheron.formats.obj.ObjFormat;
import idleheron.formats.openvdb.VdbFormat;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.spi.Outline;
import idleheron.formats.spi.Salvage;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Several;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** All carriers: finds the one for a file, reads and writes. */
public final class SceneFiles {
    /** One line per carrier. */
    private static final List<SceneFormat> OURS = List.of(
            new FbxFormat(),
            new UsdFormat(),
            new GltfFormat(),
            new VdbFormat(),
            new AbcFormat(),
            new ObjFormat(),
            new MotionFormat());

    /** Ours, and after them what the class path brings along as a service. */
    private static final List<SceneFormat> FORMATS = Stream.concat(
                    OURS.stream(),
                    ServiceLoader.load(SceneFormat.class).stream().map(ServiceLoader.Provider::get))
            .toList();

    private static final RemedyCatalogue REMEDIES = new RemedyCatalogue(
            FORMATS.stream().flatMap(f -> f.remedies().stream()).toList());

    private static final int HEAD = 4096;

    /** So often a file that changes while it is read is read. */
    private static final int TRIES = 3;

    /** Between them, milliseconds. */
    private static final long REST = 400;

    private SceneFiles() {}

    /** All carriers, in the order in which files are tried. */
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

    /** The format of this name: "FBX". */
    public static SceneFormat named(String name) {
        return FORMATS.stream()
                .filter(f -> f.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no carrier " + name));
    }

    /** The carrier that is taken where nothing asks for another one: the first that holds nodes. */
    public static SceneFormat usual() {
        return FORMATS.getFirst();
    }

    /** Names of the carriers that hold something. */
    public static List<String> holding(Content content) {
        return FORMATS.stream()
                .filter(f -> f.holds().contains(content))
                .map(SceneFormat::name)
                .toList();
    }

    /** How the carrier keeps several files as one asset for which a path stands; null where it stands for one file. */
    private static @Nullable SceneFormat several(Path path) {
        for (SceneFormat f : FORMATS) {
            Several s = f.several();
            if (s != null && s.matches(path)) {
                return f;
            }
        }
        return null;
    }

    /** Whether a path stands for several numbered files, by a pattern or as their folder. */
    public static boolean isSeveral(Path path) {
        return several(path) != null;
    }

    /** The files that a path stands for: itself, or numbered ones by a pattern or their folder. */
    public static List<Path> files(Path path) throws IOException {
        SceneFormat numbered = several(path);
        return numbered == null
                ? List.of(path)
                : Objects.requireNonNull(numbered.several()).files(path);
    }

    /** What stands for all the numbered files that one of them belongs to; the file itself where it stands alone. */
    public static Path around(Path file) {
        for (SceneFormat f : FORMATS) {
            Several s = f.several();
            Path around = s == null ? file : s.around(file);
            if (!around.equals(file)) {
                return around;
            }
        }
        return file;
    }

    /** What the carrier of this name has no place for; nothing for a name that none has. */
    public static Set<Held> missing(String carrier) {
        return FORMATS.stream()
                .filter(f -> f.name().equals(carrier))
                .findFirst()
                .map(SceneFormat::missing)
                .orElse(Set.of());
    }

    /** All remedies: those of the core, and what only carriers know. */
    public static RemedyCatalogue remedies() {
        return REMEDIES;
    }

    /** One way to read a file: {@link #read} or {@link #rescue}. */
    public interface Way {
        SceneFormat.ReadScene read(Path file, Progress progress) throws IOException;
    }

    /**
     * The file as stored, for a person to look through; of numbered files the first.
     *
     * @throws FormatException when the file is no format that is known, or is broken
     */
    public static Outline outline(Path path, Progress progress) throws IOException {
        SceneFormat numbered = several(path);
        Path file = numbered == null
                ? path
                : Objects.requireNonNull(numbered.several()).first(path);
        String name = String.valueOf(file.getFileName());
        return steady(file, () -> {
            MemorySegment bytes = WholeFile.of(file);
            return Guarded.read(name, () -> {
                Outline out = format(file, bytes).outline(file, bytes, progress);
                FileBytes.settled();
                return out;
            });
        });
    }

    /**
     * Reads a file by its content, whatever its name is; or numbered volume files by a pattern or their folder.
     *
     * @throws FormatException when the file is no format that is known, or is broken
     * @throws IOException when it cannot be read at all
     */
    public static SceneFormat.ReadScene read(Path file, Progress progress) throws IOException {
        String name = String.valueOf(file.getFileName());
        SceneFormat numbered = several(file);
        if (numbered != null) {
            Several several = Objects.requireNonNull(numbered.several());
            Scene scene = several.read(file, progress);
            long bytes = several.bytes(file, scene);
            return new SceneFormat.ReadScene(scene, numbered.name(), "sequence", bytes);
        }
        progress.at(0, say("formats.SceneFiles.loading", name));
        return steady(file, () -> {
            MemorySegment bytes = WholeFile.of(file);
            SceneFormat format = format(file, bytes);
            return Guarded.read(name, () -> checked(file, bytes, format.read(file, bytes, progress), progress));
        });
    }

    /** What was read, held against what every scene must be. */
    private static SceneFormat.ReadScene checked(
            Path file, MemorySegment bytes, SceneFormat.ReadScene read, Progress progress) throws IOException {
        String name = String.valueOf(file.getFileName());
        for (Cache c : read.scene().caches()) {
            new CacheChecks(name, bytes).check(c, progress);
        }
        SceneChecks.check(name, read.scene());
        FileBytes.settled();
        return new SceneFormat.ReadScene(
                PictureHome.around(file, ColliderText.read(read.scene())), read.format(), read.variant(), read.bytes());
    }

    /**
     * Reads a file as {@link #read} does and, where that is refused, what can still be read of it. A scene that was rescued
     * tells what it lacks.
     *
     * @throws FormatException when nothing of it can be read: the refusal of the whole file
     */
    public static SceneFormat.ReadScene rescue(Path file, Progress progress) throws IOException {
        try {
            SceneFormat.ReadScene out = read(file, progress);
            if (isSeveral(file)) {
                return out;
            }
            String name = String.valueOf(file.getFileName());
            String hidden = steady(file, () -> {
                MemorySegment bytes = WholeFile.of(file);
                return Guarded.read(name, () -> format(file, bytes).hiddenDamage(out.scene(), file, bytes));
            });
            if (!hidden.isEmpty()) {
                throw FormatException.in(name, say("formats.SceneFiles.data-that-are-whole"), hidden);
            }
            return out;
        } catch (FormatException refused) {
            if (isSeveral(file) || !Files.isRegularFile(file)) {
                throw refused;
            }
            for (boolean bare : new boolean[] {false, true}) {
                try {
                    return salvaged(file, bare, refused, progress);
                } catch (FormatException e) {
                    refused.addSuppressed(e);
                }
            }
            throw refused;
        }
    }

    private static SceneFormat.ReadScene salvaged(Path file, boolean bare, FormatException refused, Progress progress)
            throws IOException {
        String name = String.valueOf(file.getFileName());
        return steady(file, () -> {
            MemorySegment bytes = WholeFile.of(file);
            SceneFormat format = format(file, bytes);
            return Guarded.read(name, () -> {
                Salvage salvage = new Salvage(bare);
                SceneFormat.ReadScene out =
                        checked(file, bytes, format.rescue(file, bytes, salvage, progress), progress);
                if (isEmpty(out.scene())) {
                    throw FormatException.in(
                            name,
                            say("formats.SceneFiles.something-that-can-be-rescued"),
                            say("formats.SceneFiles.nothing"));
                }
                List<Lost> lost = new ArrayList<>(salvage.lost());
                lost.add(new Lost(Lost.What.PART, "", refused.place(), String.valueOf(refused.getMessage())));
                return new SceneFormat.ReadScene(
                        out.scene().withLost(lost), out.format(), out.variant() + ", rescued", out.bytes());
            });
        });
    }

    private static boolean isEmpty(Scene s) {
        return s.nodes().isEmpty()
                && s.meshes().isEmpty()
                && s.clips().isEmpty()
                && s.volumes().stream().allMatch(v -> v.sound().isEmpty())
                && s.caches().stream().allMatch(c -> c.entries().isEmpty());
    }

    /** The format whose opening bytes these are, else the one that the file's name tells. */
    private static SceneFormat format(Path file, MemorySegment bytes) throws FormatException {
        byte[] head = bytes.asSlice(0, Math.min(bytes.byteSize(), HEAD)).toArray(ValueLayout.JAVA_BYTE);
        for (SceneFormat f : FORMATS) {
            if (f.matches(head)) {
                return f;
            }
        }
        SceneFormat told = byName(file);
        if (told == null) {
            throw FormatException.at(
                    String.valueOf(file.getFileName()),
                    0,
                    say("formats.SceneFiles.the-opening-bytes-of", names()),
                    say("formats.SceneFiles.other-bytes"));
        }
        return told;
    }

    /** Reads again where the file was changed by somebody else meanwhile. */
    private static <T> T steady(Path file, Guarded.Reading<T> reading) throws IOException {
        for (int i = 1; ; i++) {
            try {
                return reading.run();
            } catch (IOException | RuntimeException | InternalError e) {
                Throwable reason = FileBytes.reason(e);
                if (!(reason instanceof FileChangedException changed)) {
                    throw e;
                }
                if (i == TRIES) {
                    throw changed;
                }
            }
            try {
                Thread.sleep(REST);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new FileChangedException(file);
            }
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
        try (Drafts drafts = new Drafts(overwrite)) {
            SceneFormat.ReadScene back = draft(scene, target, format, variant, drafts, progress);
            drafts.place();
            drafts.keep();
            return back;
        }
    }

    /**
     * Writes a draft and reads it back; it is for the caller to put it in the target's place.
     *
     * @throws IOException when the target may not be written, the draft cannot be, or does not read back
     */
    public static SceneFormat.ReadScene draft(
            Scene scene, Path target, SceneFormat format, String variant, Drafts drafts, Progress progress)
            throws IOException {
        Path draft = drafts.draft(target);
        try {
            format.write(ColliderText.written(scene), variant, draft, progress.part(0, 0.6));
        } catch (IOException e) {
            throw Failures.written(target, e);
        }
        SceneFormat.ReadScene back = read(draft, progress.part(0.6, 1));
        String name = String.valueOf(target.getFileName());
        Scene seen = back.scene().withName(name);
        return new SceneFormat.ReadScene(
                drafts.isTrial() ? PictureFiles.seenFrom(target.toAbsolutePath().getParent(), seen) : seen,
                back.format(),
                back.variant(),
                back.bytes());
    }
}
