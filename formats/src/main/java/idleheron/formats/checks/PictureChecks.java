package idleheron.formats.checks;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.finding.Convention;
import idleheron.core.finding.Finding;
import idleheron.core.finding.Severity;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Texture;
import idleheron.formats.pictures.PictureFiles;
import idleheron.formats.pictures.PictureStyle;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What only a look at the picture files tells: where they lie, how their names are written, how large and clear they are. */
public final class PictureChecks {
    /** A picture with less alpha than this all over is as good as not there. */
    private static final double CLEAR = 0.05;

    /** Larger files are not opened for a look. */
    private static final long LARGEST = 64L << 20;

    private static final double MEGA = 1e6;
    private static final double WITH_COPIES = 4 / 3.0;

    private PictureChecks() {}

    /**
     * @param folder of the scene's file, or null when there is none
     * @param c the destination, or null
     */
    public static List<Finding> of(Scene scene, @Nullable Path folder, @Nullable Convention c) {
        List<Finding> out = new ArrayList<>();
        double memory = 0;
        Set<List<Object>> seen = new HashSet<>();
        for (Texture t : scene.textures()) {
            if (!seen.add(List.of(t.path(), t.relative(), Arrays.hashCode(t.content())))) {
                continue; // several materials may use one picture
            }
            place(t, folder, out);
            memory += picture(t, folder, c, out);
        }
        budget(memory, c, out);
        return out;
    }

    /** What pictures take in memory once they are unpacked, each with its smaller copies. */
    private static void budget(double memory, @Nullable Convention c, List<Finding> out) {
        double most = c == null ? 0 : c.more().budget().pictureMegabytes();
        if (c != null && most > 0 && memory / MEGA > most) {
            out.add(Finding.of("budget-pictures", Severity.DRIFTS, Topic.MATERIALS)
                    .says(
                            Figure.number(memory / MEGA) + " MB of pictures, " + Figure.number(most) + " MB are taken",
                            c.title() + " takes " + Figure.number(most)
                                    + " MB once they are unpacked: width by height, 4 bytes a pixel, a third more for their"
                                    + " smaller copies. Half the width and height is a quarter of it.")
                    .measured(Figure.of(memory / MEGA, "MB")));
        }
    }

    private static Finding finding(String code, Texture t, String title, String message, double figure, String unit) {
        return Finding.of(code, Severity.DRIFTS, Topic.MATERIALS)
                .says(title, message)
                .measured(Figure.of(figure, unit, t.fileName()));
    }

    private static boolean absolute(String path) {
        return path.startsWith("/") || path.startsWith("\\\\") || path.matches("[A-Za-z]:[\\\\/].*");
    }

    private static void place(Texture t, @Nullable Path folder, List<Finding> out) {
        if (t.content() != null || folder == null) {
            return;
        }
        boolean noWay = t.relative().isBlank() || absolute(t.relative());
        Path there = PictureFiles.find(folder, t.relative(), t.path());
        if (there == null) {
            Path like = otherCase(folder, t);
            if (like != null) {
                out.add(finding(
                        "texture-in-other-case",
                        t,
                        t.fileName() + " is written otherwise",
                        "The file beside it is " + like.getFileName()
                                + ". Where capitals count, the picture is not found.",
                        1,
                        "files"));
            }
            return;
        }
        if (noWay && absolute(t.path())) {
            out.add(finding(
                    "texture-path-absolute",
                    t,
                    t.fileName() + " has an absolute path only",
                    "The file points to " + t.path() + ", which is a place on one machine. Let pictures travel beside.",
                    1,
                    "files"));
        }
        String told = (noWay ? t.path() : t.relative()).replace('\\', '/');
        if (!told.isBlank()
                && !absolute(told)
                && !folder.resolve(told).normalize().equals(there.normalize())) {
            out.add(finding(
                    "texture-in-other-folder",
                    t,
                    t.fileName() + " lies in another folder",
                    "The file says " + told + ", and it was found at " + folder.relativize(there)
                            + ". A reader that looks only where it is told does not find it.",
                    1,
                    "files"));
        }
    }

    private static @Nullable Path otherCase(Path folder, Texture t) {
        try {
            Path p = folder.resolve(t.relative().replace('\\', '/'));
            for (Path in : new Path[] {folder, p.getParent()}) {
                if (in != null && Files.isDirectory(in)) {
                    try (Stream<Path> files = Files.list(in)) {
                        Path like = files.filter(
                                        f -> String.valueOf(f.getFileName()).equalsIgnoreCase(t.fileName()))
                                .findFirst()
                                .orElse(null);
                        if (like != null) {
                            return like;
                        }
                    }
                }
            }
        } catch (IOException | RuntimeException e) {
            return null;
        }
        return null;
    }

    /** Looks at a picture; gives the bytes it takes unpacked, 0 where it cannot be read. */
    private static double picture(Texture t, @Nullable Path folder, @Nullable Convention c, List<Finding> out) {
        byte[] bytes = t.content();
        try {
            Path there = bytes == null ? PictureFiles.find(folder, t.relative(), t.path()) : null;
            if (there != null && Files.size(there) <= LARGEST) {
                bytes = Files.readAllBytes(there);
            }
        } catch (IOException e) {
            return 0;
        }
        BufferedImage image = bytes == null ? null : PictureStyle.read(bytes);
        if (image == null) {
            return 0;
        }
        int longest = Math.max(image.getWidth(), image.getHeight());
        int most = c == null ? 0 : c.more().layout().pictureSize();
        if (most > 0 && longest > most) {
            out.add(finding(
                    "texture-too-large",
                    t,
                    t.fileName() + " is larger than the destination takes",
                    image.getWidth() + " by " + image.getHeight() + " pixels, where at most " + most
                            + " are taken. It is resized when pictures travel beside or inside.",
                    longest,
                    "pixels"));
        }
        double alpha = alpha(image);
        if (alpha < CLEAR) {
            out.add(finding(
                    "texture-almost-clear",
                    t,
                    t.fileName() + " is almost wholly transparent",
                    "Its alpha is " + Figure.number(alpha * 100)
                            + " % on average. A material that takes its opacity from it vanishes.",
                    alpha * 100,
                    "%"));
        }
        return WITH_COPIES * 4 * image.getWidth() * image.getHeight();
    }

    /** Mean alpha, 0 to 1. */
    private static double alpha(BufferedImage image) {
        if (!image.getColorModel().hasAlpha()) {
            return 1;
        }
        int step = Math.max(1, Math.max(image.getWidth(), image.getHeight()) / 512);
        long sum = 0;
        long n = 0;
        for (int y = 0; y < image.getHeight(); y += step) {
            for (int x = 0; x < image.getWidth(); x += step) {
                sum += image.getRGB(x, y) >>> 24;
                n++;
            }
        }
        return sum / (255.0 * n);
    }
}
