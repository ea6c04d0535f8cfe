package idleheron.formats.pictures;

import static idleheron.core.Messages.say;

import idleheron.core.picture.PictureEdit;
import idleheron.core.picture.Pixels;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileNames;
import idleheron.formats.disk.FileReads;
import idleheron.formats.disk.SafeNames;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The pictures that a scene points to: where they are, and how they travel with it. */
public final class PictureFiles {
    /** A larger picture is not taken into a file. */
    private static final long LARGEST = 1L << 30;

    /** What the name of a changed picture ends in: the one that was read is left alone. */
    private static final String MENDED = "_mended.png";

    private PictureFiles() {}

    /** Whether a file lies in one of some folders or below it, links followed. */
    public static boolean isInside(Path file, List<Path> folders) throws IOException {
        Path real = file.toRealPath();
        for (Path f : folders) {
            if (Files.isDirectory(f) && real.startsWith(f.toRealPath())) {
                return true;
            }
        }
        return false;
    }

    /** How pictures travel. */
    public enum Travel {
        /** Pictures stay where they are, and links lead there; those that are inside stay inside. */
        AS_THEY_ARE,
        /** Inside the file. */
        INSIDE,
        /** Copied beside the file. */
        BESIDE
    }

    /**
     * The file that a texture points to, or null.
     *
     * <p>Looked for at the relative path, at the path itself, and by its bare name beside the scene.
     *
     * @param folder of the scene's file
     */
    public static @Nullable Path find(@Nullable Path folder, String relative, String path) {
        if (folder == null) {
            return null;
        }
        for (String told : new String[] {relative, path}) {
            if (told.isBlank()) {
                continue;
            }
            try {
                String plain = told.replace('\\', '/');
                Path name = Path.of(plain).getFileName();
                for (Path p :
                        new Path[] {folder.resolve(plain), name == null ? null : folder.resolve(name.toString())}) {
                    if (p != null && Files.isRegularFile(p)) {
                        return p;
                    }
                }
            } catch (InvalidPathException e) {
                // a path of another system; its bare name is tried with the other one
            }
        }
        return null;
    }

    /** A scene as it reads in another folder: pictures that were not found are looked for from there. */
    public static Scene seenFrom(@Nullable Path folder, Scene scene) {
        return scene.withTextures(scene.textures().stream()
                .map(t -> t.withFound(t.found() || find(folder, t.relative(), t.path()) != null))
                .toList());
    }

    /**
     * Pictures on their way from the folder of one file to that of another. Only what is a picture by its bytes travels, and
     * only from the folder of the scene's file, what is below it, and folders that the user named; so a file cannot have
     * something else of this machine sent along.
     */
    public static final class Travelling {
        private final @Nullable Path from;
        private final List<Path> folders;
        private final PictureStyle style;
        private final Drafts drafts;
        private final Map<String, byte[]> taken = new HashMap<>();
        private final List<String> left = new ArrayList<>();

        /**
         * @param from folder of the file that the scene was read from, or null
         * @param folders from where pictures may travel besides
         * @param style folder, kind and size that pictures are to have
         * @param drafts where pictures are put; the caller puts them in place
         */
        public Travelling(@Nullable Path from, List<Path> folders, PictureStyle style, Drafts drafts) {
            this.from = from;
            this.folders = List.copyOf(folders);
            this.style = style;
            this.drafts = drafts;
        }

        /** Whether a folder is another one than that from which links are meant. */
        public boolean moves(Path to) {
            return from != null
                    && !from.toAbsolutePath()
                            .normalize()
                            .equals(to.toAbsolutePath().normalize());
        }

        /** What does not travel, each with the reason. */
        public List<String> left() {
            return java.util.Collections.unmodifiableList(left);
        }

        /**
         * The scene with its pictures where they travel to.
         *
         * @param to folder of the file it is written to
         * @throws IOException when a picture cannot be read or written, or is there already with other content
         */
        public Scene travel(Scene scene, Travel how, Path to) throws IOException {
            List<Texture> out = new ArrayList<>();
            for (Texture t : scene.textures()) {
                List<PictureEdit.Change> edits = PictureEdit.of(scene, t.fileName());
                // what is changed must be written; the others stay where nothing else is asked
                Travel own = how == Travel.AS_THEY_ARE && !edits.isEmpty() ? Travel.BESIDE : how;
                out.add(own == Travel.AS_THEY_ARE ? staying(t, to) : moved(t, own, edits, to));
            }
            return scene.withTextures(out).with(PictureEdit.KEY, List.of());
        }

        private Texture moved(Texture t, Travel how, List<PictureEdit.Change> edits, Path to) throws IOException {
            byte[] bytes = t.content() == null ? fetched(t) : t.content();
            if (bytes != null && how == Travel.BESIDE && !PictureKinds.isPicture(bytes)) {
                left.add(say("formats.pictures.PictureFiles.inside-the-file-is-no-picture", t.fileName()));
                bytes = null;
            }
            if (bytes == null) {
                if (!edits.isEmpty()) {
                    left.add(say("formats.pictures.PictureFiles.was-to-be-changed-and-is", t.fileName()));
                }
                return t;
            }
            String called = t.fileName();
            if (!edits.isEmpty()) {
                bytes = PictureChange.changed(called, bytes, edits);
                called = FileNames.stem(called) + MENDED;
            }
            byte[] styled = style.applied(called, bytes);
            String safe = SafeNames.of(called, "picture");
            String name = styled == bytes ? safe : style.named(safe);
            if (how == Travel.INSIDE) {
                return styled == bytes && edits.isEmpty()
                        ? t.withContent(bytes)
                        : t.withContent(styled).withPath(name, name);
            }
            String own = style.inFolder(freeName(name, styled));
            beside(to.resolve(own), styled);
            return t.withContent(null).withPath(own, own);
        }

        /** One that stays where it is, linked from a file in another folder: its relative path leads there. */
        private Texture staying(Texture t, Path to) {
            Path file = t.content() == null ? find(from, t.relative(), t.path()) : null;
            if (file == null) {
                return t;
            }
            try {
                Path there = find(to, t.relative(), t.path());
                if (there != null && Files.isSameFile(there, file)) {
                    return t;
                }
                String way = to.toAbsolutePath()
                        .normalize()
                        .relativize(file.toAbsolutePath().normalize())
                        .toString()
                        .replace('\\', '/');
                return t.withPath(t.path().equals(t.relative()) ? way : t.path(), way);
            } catch (IllegalArgumentException | IOException e) {
                return t; // on another drive
            }
        }

        /** The picture that a texture points to, or null where there is none or it may not travel. */
        private byte @Nullable [] fetched(Texture t) throws IOException {
            Path file = find(from, t.relative(), t.path());
            for (Path f : folders) {
                file = file == null ? find(f, t.relative(), t.path()) : file;
            }
            if (file == null) {
                return null;
            }
            if (!inside(file)) {
                left.add(say(
                        "formats.pictures.PictureFiles.lies-outside-the-folder-of-the",
                        t.fileName(),
                        file.toRealPath().getParent()));
                return null;
            }
            if (Files.size(file) > LARGEST) {
                left.add(say("formats.pictures.PictureFiles.is-larger-than-1-gb-and", t.fileName()));
                return null;
            }
            FileReads.note(file);
            byte[] bytes = Files.readAllBytes(file);
            if (!PictureKinds.isPicture(bytes)) {
                left.add(say("formats.pictures.PictureFiles.is-no-picture-and-does-not", t.fileName()));
                return null;
            }
            return bytes;
        }

        private boolean inside(Path file) throws IOException {
            List<Path> all = new ArrayList<>(folders);
            if (from != null) {
                all.add(from);
            }
            return isInside(file, all);
        }

        /** Two pictures of one name and other content get other names; capitals make no difference. */
        private String freeName(String name, byte[] bytes) {
            String base = FileNames.stem(name);
            String end = FileNames.end(name);
            String out = name;
            for (int i = 2; ; i++) {
                byte[] other = taken.putIfAbsent(out.toLowerCase(java.util.Locale.ROOT), bytes);
                if (other == null || java.util.Arrays.equals(other, bytes)) {
                    return out;
                }
                out = base + "_" + i + end;
            }
        }

        private void beside(Path target, byte[] bytes) throws IOException {
            if (Files.isRegularFile(target)
                            && Files.size(target) == bytes.length
                            && java.util.Arrays.equals(Files.readAllBytes(target), bytes)
                    || drafts.has(target)) {
                return;
            }
            Path draft = drafts.draft(target);
            try {
                Files.write(draft, bytes);
            } catch (IOException e) {
                throw Failures.written(target, e);
            }
        }
    }

    /**
     * A small picture of a texture: its width, then its pixels as 0xAARRGGBB row by row; empty where there is none to be had.
     *
     * @param folder of the scene's file, or null
     * @param size largest width and height, pixels
     */
    public static int[] thumbnail(Texture t, @Nullable Path folder, int size) {
        try {
            Path file = t.content() == null ? find(folder, t.relative(), t.path()) : null;
            if (file != null && Files.size(file) > LARGEST) {
                return new int[0];
            }
            byte[] bytes = file == null ? t.content() : Files.readAllBytes(file);
            Pixels small = bytes == null ? null : PictureReader.small(bytes, size);
            if (small == null) {
                return new int[0];
            }
            int[] out = new int[1 + small.width() * small.height()];
            out[0] = small.width();
            System.arraycopy(small.argb(), 0, out, 1, out.length - 1);
            return out;
        } catch (IOException e) {
            return new int[0];
        }
    }
}
