package idleheron.formats;

import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The pictures that a scene points to: where they are, and how they travel with it. */
public final class PictureFiles {
    /** A larger picture is not taken into a file. */
    private static final long LARGEST = 1L << 30;

    private PictureFiles() {}

    /** How pictures travel. */
    public enum Travel {
        /** Paths stay as they are; pictures that are inside stay inside. */
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

    /**
     * The scene with its pictures on their way.
     *
     * @param from folder of the file it was read from, or null
     * @param to folder of the file it is written to
     * @param style folder, kind and size that pictures are to have
     * @param overwrite whether a picture that is there may be replaced by another one
     * @throws IOException when a picture cannot be read or written, or is there already with other content
     */
    public static Scene travel(
            Scene scene, Travel how, @Nullable Path from, Path to, PictureStyle style, boolean overwrite)
            throws IOException {
        if (how == Travel.AS_THEY_ARE) {
            return scene;
        }
        List<Texture> out = new ArrayList<>();
        Map<String, byte[]> taken = new HashMap<>();
        for (Texture t : scene.textures()) {
            byte[] bytes = t.content();
            Path file = bytes == null ? find(from, t.relative(), t.path()) : null;
            if (file != null) {
                if (Files.size(file) > LARGEST) {
                    throw new IOException(file + " is larger than 1 GB and does not travel");
                }
                bytes = Files.readAllBytes(file);
            }
            if (bytes == null) {
                out.add(t);
                continue;
            }
            byte[] styled = style.applied(t.fileName(), bytes);
            String name = styled == bytes ? safe(t.fileName()) : style.named(safe(t.fileName()));
            if (how == Travel.INSIDE) {
                out.add(
                        styled == bytes
                                ? t.withContent(bytes)
                                : t.withContent(styled).withPath(name, name));
            } else {
                String own = style.inFolder(freeName(name, styled, taken));
                beside(to.resolve(own), styled, overwrite);
                out.add(t.withContent(null).withPath(own, own));
            }
        }
        return scene.withTextures(out);
    }

    private static String safe(String name) {
        String plain = name.replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "_");
        return plain.isBlank() || plain.startsWith(".") ? "picture_" + plain : plain;
    }

    /** Two pictures of one name and other content get other names. */
    private static String freeName(String name, byte[] bytes, Map<String, byte[]> taken) {
        int dot = name.lastIndexOf('.');
        String base = dot < 0 ? name : name.substring(0, dot);
        String end = dot < 0 ? "" : name.substring(dot);
        String out = name;
        for (int i = 2; ; i++) {
            byte[] other = taken.putIfAbsent(out, bytes);
            if (other == null || java.util.Arrays.equals(other, bytes)) {
                return out;
            }
            out = base + "_" + i + end;
        }
    }

    private static void beside(Path target, byte[] bytes, boolean overwrite) throws IOException {
        if (Files.exists(target)) {
            if (Files.size(target) == bytes.length && java.util.Arrays.equals(Files.readAllBytes(target), bytes)) {
                return;
            }
            if (!overwrite) {
                throw new IOException(target + " is already there with another picture; say that it may be replaced");
            }
        }
        Files.createDirectories(
                java.util.Objects.requireNonNull(target.toAbsolutePath().getParent()));
        Files.write(
                target,
                bytes,
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE,
                StandardOpenOption.TRUNCATE_EXISTING);
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
            java.awt.image.BufferedImage image = bytes == null ? null : PictureStyle.read(bytes);
            if (image == null) {
                return new int[0];
            }
            java.awt.image.BufferedImage small = PictureStyle.within(image, size);
            int[] out = new int[1 + small.getWidth() * small.getHeight()];
            out[0] = small.getWidth();
            small.getRGB(0, 0, small.getWidth(), small.getHeight(), out, 1, small.getWidth());
            return out;
        } catch (IOException e) {
            return new int[0];
        }
    }
}
