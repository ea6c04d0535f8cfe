package idleheron.report.picture;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.compare.Comparison;
import idleheron.core.compare.Moment;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pair.MatchTable;
import idleheron.core.pair.Matching;
import idleheron.core.picture.Shelf;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import idleheron.render.Look;
import idleheron.render.Painter;
import idleheron.render.Side;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import idleheron.render.ink.Projection;
import idleheron.render.ink.Viewpoint;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.jspecify.annotations.Nullable;

/** The worst moments of a comparison as small pictures: sent and returned over each other, with a ring where it is worst. */
public final class Filmstrip {
    /** How many moments are shown. */
    public static final int MOST = 8;

    private static final double STRENGTH = 0.6;
    /** How near a joint is looked at, as a share of the distance from which all is seen. */
    private static final double NEAR = 0.62;

    private static final double RING = 0.11;

    private final Side sent;
    private final Side returned;
    private final Matching pairs;
    private final Style style;
    private final Painter painter = new Painter();

    /**
     * How pictures look.
     *
     * @param shelf where pictures of surfaces are read from
     * @param width pixels
     * @param height pixels
     */
    public record Style(Shelf shelf, Palette palette, int width, int height) {}

    /**
     * One picture.
     *
     * @param clip name of the sent clip, or ""
     * @param frame number of the frame, in the rate of the clip
     */
    public record Shot(Moment moment, String clip, double frame, Picture picture) {
        /** "wade, frame 12". */
        public String at() {
            String number = Figure.number(frame);
            return clip.isEmpty()
                    ? say("report.picture.Filmstrip.frame", number)
                    : say("report.picture.Filmstrip.clip-frame", clip, number);
        }

        /** The same for little room: "wade · 12". */
        public String brief() {
            return clip.isEmpty() ? at() : clip + " · " + Figure.number(frame);
        }

        /** The figure with its unit. */
        public String figure() {
            return Figure.number(moment.worst()) + " " + moment.unit();
        }
    }

    private Filmstrip(Scene sent, Scene returned, MatchTable table, Style style) {
        this.sent = new Side(sent, CanonicalSpace.of(sent.stage()), style.shelf);
        this.returned = new Side(returned, CanonicalSpace.of(returned.stage()), style.shelf);
        this.pairs = Matching.of(sent, returned, table);
        this.style = style;
    }

    /** The worst moments in the order in which they are played; none where nothing that has a time is over its tolerance. */
    public static List<Shot> of(Scene sent, Scene returned, Comparison c, Style style, Progress progress) {
        List<Moment> moments = Moment.worst(c, MOST);
        List<Shot> out = new ArrayList<>();
        if (!moments.isEmpty()) {
            Filmstrip strip = new Filmstrip(sent, returned, c.table(), style);
            for (Moment m : moments) {
                progress.at((double) out.size() / moments.size(), say("report.picture.Filmstrip.pictures"));
                Clip clip = clip(sent, m.clip());
                FrameRate rate = clip == null ? sent.stage().rate() : clip.rate();
                double frame = Math.rint(rate.frame(m.seconds()) * 100) / 100;
                out.add(new Shot(m, clip == null ? "" : clip.name(), frame, strip.picture(m)));
            }
        }
        return out;
    }

    private static @Nullable Clip clip(Scene s, int index) {
        return index >= 0 && index < s.clips().size() ? s.clips().get(index) : null;
    }

    private Picture picture(Moment m) {
        sent.pose(clip(sent.scene(), m.clip()), m.seconds());
        returned.pose(clip(returned.scene(), m.clip() < 0 ? -1 : pairs.clips()[m.clip()]), m.seconds());
        double[] bounds = sent.bounds();
        if (!returned.scene().volumes().isEmpty()) { // one cloud may be much larger than the other
            Side.grow(bounds, returned.bounds());
        }
        Picture out = new Picture(style.width, style.height);
        Viewpoint v = new Viewpoint(24, 6, 1, 0, 0, 0).framing(bounds);
        Vec3 at = place(m.node());
        if (at != null) {
            v = new Viewpoint(v.yaw(), v.pitch(), v.distance() * NEAR, at.x(), at.y(), at.z());
        }
        Palette c = style.palette;
        painter.paint(
                out,
                v,
                c,
                Math.max(0.1, bounds[4] - bounds[1]),
                List.of(drawn(sent, c.rgb(Palette.Tone.SENT)), drawn(returned, c.rgb(Palette.Tone.RETURNED))));
        if (at != null) {
            float[] p = Projection.inPoints(v, out).project(at.x(), at.y(), at.z());
            new Pen(out).ink(c.rgb(Palette.Tone.BROKEN), 1).ring(p[0], p[1], RING * style.height, 0.022 * style.height);
        }
        return out;
    }

    /** Where it is worst, common space, metres: the joint itself, else the point that is farthest off; null where there is none. */
    private @Nullable Vec3 place(int node) {
        if (node >= 0 && sent.scene().nodes().get(node).isJoint()) {
            return Matrices.translation(sent.space().matrix(sent.pose().world(node), new Matrix4d()));
        }
        Vec3 out = null;
        double most = 0;
        for (int i = 0; i < Math.min(sent.shells().size(), returned.shells().size()); i++) {
            float[] a = sent.shells().get(i).points();
            float[] b = returned.shells().get(i).points();
            for (int k = 0; a.length == b.length && k < a.length; k += 3) {
                double d = Math.hypot(Math.hypot(a[k] - b[k], a[k + 1] - b[k + 1]), a[k + 2] - b[k + 2]);
                if (d > most) {
                    most = d;
                    out = new Vec3(a[k], a[k + 1], a[k + 2]);
                }
            }
        }
        return out;
    }

    private static Painter.Drawn drawn(Side side, int rgb) {
        Look look = side.shells().isEmpty() && side.clouds().isEmpty() ? Look.JOINTS : Look.SURFACE;
        return new Painter.Drawn(side, look.withTint(rgb, rgb, STRENGTH), -1);
    }
}
