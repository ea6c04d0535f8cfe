package idleheron.report.picture;

import idleheron.core.picture.Shelf;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Viewpoint;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import javax.imageio.ImageIO;
import org.jspecify.annotations.Nullable;

/** Pictures for reports. */
public final class Snapshot {
    private static final double STRENGTH = 0.55;

    private Snapshot() {}

    /**
     * A scene and what of it is played.
     *
     * @param clip null for rest
     * @param shelf where its pictures are had from
     */
    public record Shown(Scene scene, @Nullable Clip clip, Shelf shelf) {
        /** Without pictures. */
        public Shown(Scene scene, @Nullable Clip clip) {
            this(scene, clip, Shelf.EMPTY);
        }

        Side at(double seconds) {
            Side s = new Side(scene, CanonicalSpace.of(scene.stage()), shelf);
            s.pose(clip, seconds);
            return s;
        }
    }

    /**
     * Sent and returned over each other, as meant.
     *
     * @param returned null to show the sent one alone
     */
    public static Picture over(Shown sent, @Nullable Shown returned, double seconds, int width, int height) {
        return over(sent, returned, seconds, Palette.DAY, width, height);
    }

    /** The same in the colours of a theme. */
    public static Picture over(Shown sent, @Nullable Shown returned, double seconds, Palette c, int width, int height) {
        Side a = sent.at(seconds);
        double[] bounds = a.bounds().clone();
        List<Painter.Drawn> drawn = new ArrayList<>();
        if (returned == null) {
            drawn.add(new Painter.Drawn(a, Look.SURFACE, -1));
        } else {
            Side b = returned.at(seconds);
            if (b.surfaces().isEmpty()
                    && !b.scene().volumes().isEmpty()) { // one cloud may be much larger than the other
                Side.grow(bounds, b.bounds());
            }
            drawn.add(new Painter.Drawn(
                    a, Look.JOINTS.withTint(c.rgb(Palette.Tone.SENT), c.rgb(Palette.Tone.SENT), STRENGTH), -1));
            drawn.add(new Painter.Drawn(
                    b, Look.JOINTS.withTint(c.rgb(Palette.Tone.RETURNED), c.rgb(Palette.Tone.RETURNED), STRENGTH), -1));
        }
        return painted(bounds, c, drawn, width, height);
    }

    /** One scene by itself, in the colours of a theme. */
    public static Picture alone(Shown shown, double seconds, Palette palette, int width, int height) {
        Side a = shown.at(seconds);
        return painted(a.bounds(), palette, List.of(new Painter.Drawn(a, Look.SURFACE, -1)), width, height);
    }

    private static Picture painted(double[] bounds, Palette palette, List<Painter.Drawn> drawn, int width, int height) {
        Picture p = new Picture(width, height);
        Viewpoint v = new Viewpoint(24, 6, 1, 0, 0, 0).framing(bounds);
        new Painter().paint(p, v, palette, Math.max(0.1, bounds[4] - bounds[1]), drawn);
        return p;
    }

    /** As a PNG file. */
    public static byte[] png(Picture p) {
        BufferedImage image = new BufferedImage(p.width(), p.height(), BufferedImage.TYPE_INT_RGB);
        image.setRGB(0, 0, p.width(), p.height(), p.pixels(), 0, p.width());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** As a PNG inside a link. */
    public static String dataUri(Picture p) {
        return "data:image/png;base64," + Base64.getEncoder().encodeToString(png(p));
    }
}
