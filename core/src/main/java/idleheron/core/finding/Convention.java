package idleheron.core.finding;

import static idleheron.core.Messages.say;

import idleheron.core.math.AxisSystem;
import idleheron.core.math.SignedAxis;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How a place writes things.
 *
 * @param code for the command line
 * @param rate its frame rate, or null for any
 * @param maxInfluences joints per point that it takes, 0 for any number
 * @param oneRoot whether it wants one skeleton root
 * @param tipJoints whether it takes joints that end a chain and carry nothing
 * @param more what else it asks for
 */
public record Convention(
        String code,
        String title,
        AxisSystem axes,
        double metersPerUnit,
        @Nullable FrameRate rate,
        int maxInfluences,
        boolean oneRoot,
        boolean tipJoints,
        Asks more) {

    /**
     * What a place asks for besides.
     *
     * @param variant of the carrier, such as "binary 7.4"; "" for any
     * @param layout where the files of a delivery go
     */
    public record Asks(
            Skeleton skeleton,
            Clips clips,
            Surface surface,
            Travel travel,
            String variant,
            Layout layout,
            Grids volumes,
            Budget budget) {
        public static final Asks NOTHING =
                new Asks(Skeleton.ANY, Clips.ANY, Surface.ANY, Travel.ALL, "", Layout.PLAIN, Grids.ANY, Budget.NONE);

        /** The same, and this of skeletons. */
        public Asks with(Skeleton s) {
            return new Asks(s, clips, surface, travel, variant, layout, volumes, budget);
        }

        /** The same, and this of clips. */
        public Asks with(Clips c) {
            return new Asks(skeleton, c, surface, travel, variant, layout, volumes, budget);
        }

        /** The same, and this of surfaces. */
        public Asks with(Surface s) {
            return new Asks(skeleton, clips, s, travel, variant, layout, volumes, budget);
        }

        /** The same, and only these may come along. */
        public Asks with(Travel t) {
            return new Asks(skeleton, clips, surface, t, variant, layout, volumes, budget);
        }

        /** The same, in this variant of the carrier. */
        public Asks with(String v) {
            return new Asks(skeleton, clips, surface, travel, v, layout, volumes, budget);
        }

        /** The same, laid out so. */
        public Asks with(Layout l) {
            return new Asks(skeleton, clips, surface, travel, variant, l, volumes, budget);
        }

        /** The same, and this of volumes. */
        public Asks with(Grids g) {
            return new Asks(skeleton, clips, surface, travel, variant, layout, g, budget);
        }

        /** The same, and no more than this. */
        public Asks with(Budget b) {
            return new Asks(skeleton, clips, surface, travel, variant, layout, volumes, b);
        }
    }

    /**
     * What a place asks of skeletons and the weights of their joints.
     *
     * @param bonesAlong the own axis of a joint that is to run along its bone, or null for any
     * @param root name of the skeleton's root, or "" for any
     * @param jointNames regular expression that joints' names are to match, or ""
     * @param weightBits weights are stored in so many bits, 0 for as they are
     * @param controls whether joints that move nothing may come along
     * @param humanoid whether it takes a figure only as an avatar of the humanoid standard
     */
    public record Skeleton(
            @Nullable SignedAxis bonesAlong,
            String root,
            String jointNames,
            int weightBits,
            boolean controls,
            boolean humanoid) {
        public static final Skeleton ANY = new Skeleton(null, "", "", 0, true, false);
    }

    /**
     * What a place asks of surfaces.
     *
     * @param pictures endings of picture files that it takes, none for any
     * @param smoothing whether smoothing is to be written
     * @param tangents whether tangents are to be written
     */
    public record Surface(List<String> pictures, boolean smoothing, boolean tangents) {
        public static final Surface ANY = new Surface(List.of(), true, true);

        public Surface {
            pictures = List.copyOf(pictures);
        }
    }

    /** Whether cameras and lights may come along. */
    public record Travel(boolean cameras, boolean lights) {
        public static final Travel ALL = new Travel(true, true);
    }

    /**
     * What a place asks of clips.
     *
     * @param names regular expression that their names are to match, or ""
     * @param apart whether each goes into a file of its own
     * @param wanted names that it looks for
     */
    public record Clips(String names, boolean apart, List<String> wanted) {
        public static final Clips ANY = new Clips("", false, List.of());

        public Clips {
            wanted = List.copyOf(wanted);
        }
    }

    /**
     * What a place asks of volumes.
     *
     * @param names of grids that it looks for, each with its type after a colon where that counts: "velocity:vec3s"
     * @param megabytes that one frame may take there, dense, as halves where it stores halves; 0 for any
     * @param half whether it stores halves
     */
    public record Grids(List<String> names, double megabytes, boolean half) {
        public static final Grids ANY = new Grids(List.of(), 0, false);

        public Grids {
            names = List.copyOf(names);
        }
    }

    /**
     * How much of a scene a place takes; 0 for any.
     *
     * @param triangles that are drawn, faces of more corners counted as the triangles they are cut into
     * @param pictureMegabytes of pictures once they are unpacked, with their smaller copies
     */
    public record Budget(int materials, int triangles, double pictureMegabytes) {
        public static final Budget NONE = new Budget(0, 0, 0);
    }

    /**
     * Names and folders of a delivery, relative to the folder that it is written to; {@code {name}} stands for the name of the
     * file, {@code {clip}} for that of a clip.
     *
     * @param file the file without clips, or with all of them; "" for the name as given
     * @param clip a file with one clip; "" for {@code {name}_{clip}}
     * @param pictures folder for pictures; "" for beside the file
     * @param pictureSize largest width or height of a picture, 0 for any
     * @param powerOfTwo whether the sides of a picture must be powers of two
     * @param green which way the green of normals runs, "up" or "down"; "" for any
     */
    public record Layout(String file, String clip, String pictures, int pictureSize, boolean powerOfTwo, String green) {
        public static final Layout PLAIN = new Layout("", "", "", 0);

        public Layout {
            if (!green.isEmpty() && !green.equals("up") && !green.equals("down")) {
                throw new IllegalArgumentException(say("core.finding.Convention.green-runs-up-or-down-found", green));
            }
        }

        /** Pictures with any sides and any green. */
        public Layout(String file, String clip, String pictures, int pictureSize) {
            this(file, clip, pictures, pictureSize, false, "");
        }
    }

    /** One that asks for no more. */
    public Convention(
            String code,
            String title,
            AxisSystem axes,
            double metersPerUnit,
            @Nullable FrameRate rate,
            int maxInfluences,
            boolean oneRoot,
            boolean tipJoints) {
        this(code, title, axes, metersPerUnit, rate, maxInfluences, oneRoot, tipJoints, Asks.NOTHING);
    }
}
