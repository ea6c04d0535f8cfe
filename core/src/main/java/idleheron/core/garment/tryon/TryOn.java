package idleheron.core.garment.tryon;

import static idleheron.core.Messages.say;

import idleheron.core.garment.RestSurface;
import idleheron.core.garment.collide.BodyParts;
import idleheron.core.garment.collide.Capsule;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.freedom.Drape;
import idleheron.core.garment.freedom.FreedomMap;
import idleheron.core.garment.wrap.Wrap;
import idleheron.core.geometry.BodyDistance;
import idleheron.core.geometry.Foot;
import idleheron.core.geometry.SurfaceNormals;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.geometry.TriangleTree;
import idleheron.core.job.Cores;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A garment tried on over a clip: cloth that falls and swings within the freedom it has, kept out of the body. Frames come one after
 * the other; before the first it settles in the first pose.
 */
public final class TryOn {
    /** What keeps the cloth out. */
    public enum Against {
        /** The body's surface. */
        SURFACE(say("core.garment.tryon.TryOn.the-body")),
        /** Its colliders alone. */
        COLLIDERS(say("core.garment.tryon.TryOn.its-colliders-alone")),
        NOTHING("nothing");

        private final String word;

        Against(String word) {
            this.word = word;
        }

        /** As the command line tells it. */
        public String word() {
            return word;
        }
    }

    /** Frames in the first pose before anything counts. */
    private static final int SETTLE = 6;

    private static final double DEEP = 0.002;

    private final Scene scene;
    private final int wearer;
    private final Cloth cloth;
    private final Clip clip;
    private final ClothSettings set;
    private final Against against;
    private final ClothSolver solver;
    private final Contact itself;
    private final Pose pose;
    private final List<Collider> colliders;
    /** Points of small pieces beside large ones, which stay rigid and go along with the cloth beneath. */
    private final int[] trims;

    private final @Nullable Wrap carried;
    private BodyDistance body;
    private double[] bodyBefore = new double[0];
    private double[] skinnedBefore = new double[0];
    private List<Capsule> capsulesBefore = List.of();

    /**
     * @param garment the node, with skin weights
     * @param wearer the node that shows the body
     * @throws IllegalArgumentException where no joint moves the garment, its places are no numbers, or colliders are asked for and there
     *     are none
     */
    public TryOn(Scene scene, int garment, int wearer, Clip clip, ClothSettings set, Against against) {
        this.scene = scene;
        this.wearer = wearer;
        this.clip = clip;
        this.set = set;
        this.against = against;
        cloth = Cloth.of(scene, garment);
        String name = scene.nodes().get(garment).name();
        if (cloth.mesh().skin() == null) {
            throw new IllegalArgumentException(say("core.garment.tryon.TryOn.no-joint-moves-it-takes-weights", name));
        }
        if (!cloth.isWhole()) {
            throw new IllegalArgumentException(say("core.garment.tryon.TryOn.has-no-face-or-places-that", name));
        }
        colliders = Collider.in(scene);
        if (against == Against.COLLIDERS && colliders.isEmpty()) {
            throw new IllegalArgumentException(say("core.garment.tryon.TryOn.the-body-has-no-colliders-fit"));
        }
        body = BodyDistance.of(RestSurface.of(scene, wearer));
        double[] limits = limits(scene, cloth);
        trims = trims(cloth);
        for (int t : trims) {
            limits[t] = 0;
        }
        solver = new ClothSolver(cloth.joined(), limits, set, ClothSolver.GRAVITY);
        TriangleMesh large =
                cloth.joined().only(f -> cloth.pieces().isCloth(cloth.joined().triangles()[3 * f]));
        carried = trims.length == 0 ? null : carried(large, trims);
        boolean[] fixed = new boolean[limits.length];
        for (int i = 0; i < fixed.length; i++) {
            fixed[i] = limits[i] == 0;
        }
        itself = set.itself() ? new SelfContact(cloth.joined().points(), fixed, 2 * set.thickness()) : Contact.NONE;
        pose = new Pose(scene);
    }

    private static int[] trims(Cloth c) {
        if (c.pieces().trims().size() == c.pieces().all().size()) {
            return new int[0];
        }
        return java.util.stream.IntStream.range(0, c.joined().pointCount())
                .filter(p -> c.pieces().of()[p] >= 0 && !c.pieces().isCloth(p))
                .toArray();
    }

    private Wrap carried(TriangleMesh large, int[] points) {
        double[] places = new double[3 * points.length];
        int[] piece = new int[points.length];
        for (int i = 0; i < points.length; i++) {
            System.arraycopy(large.points(), 3 * points[i], places, 3 * i, 3);
            piece[i] = cloth.pieces().of()[points[i]];
        }
        return Wrap.rigid(large, new TriangleMesh(places, new int[0]), piece);
    }

    /** Whether it is made of small pieces alone, which go along with other cloth. */
    public boolean isTrims() {
        return cloth.pieces().trims().size() == cloth.pieces().all().size();
    }

    /** Binds small pieces of another garment to this one, as both rest. */
    public Wrap carrying(TryOn other) {
        Cloth c = other.cloth;
        TriangleMesh large =
                cloth.joined().only(f -> cloth.pieces().isCloth(cloth.joined().triangles()[3 * f]));
        int[] piece = new int[c.surface().pointCount()];
        for (int i = 0; i < piece.length; i++) {
            piece[i] = c.pieces().of()[c.weld().to()[i]];
        }
        return Wrap.rigid(large, c.surface(), piece);
    }

    /** Where what it carries is now. */
    public double[] carried(Wrap wrap) {
        return wrap.follow(solver.places());
    }

    /** How near the garment's surface lies to a place at rest, metres. */
    public double near(double[] place) {
        Foot f = new Foot();
        TriangleTree.of(cloth.joined()).closest(place[0], place[1], place[2], Double.POSITIVE_INFINITY, f);
        return f.distance;
    }

    /** A place of it at rest. */
    public double[] somewhere() {
        return Arrays.copyOf(cloth.joined().points(), 3);
    }

    /** How far each point may leave its skin, metres: by its map; not at all where it has none, since nothing lets it loose. */
    private static double[] limits(Scene s, Cloth c) {
        double[] out = new double[c.joined().pointCount()];
        FreedomMap map = FreedomMap.of(c.mesh());
        if (map == null) {
            return out;
        }
        Drape d = Drape.of(s.nodes().get(c.node()));
        double length = d.freedom();
        double[] v = map.joined(c.weld());
        for (int i = 0; i < out.length; i++) {
            out[i] = v[i] > 0 ? Math.min(1, v[i]) * length : 0;
        }
        return out;
    }

    /**
     * Steps of a frame without which cloth that hangs in rows stretches by more than a twentieth under its weight where nothing tethers
     * it: news of a held rim travels one row a step.
     */
    public int steadySteps() {
        double[] box = cloth.joined().box();
        double height = box[4] - box[1];
        double spacing = idleheron.core.garment.facts.Spacing.of(cloth.joined()).median();
        double rows = spacing > 0 ? height / spacing : 0;
        double frame = 1 / clip.rate().perSecond();
        return (int) Math.ceil(rows * frame * Math.sqrt(9.81 / (2 * 0.05 * Math.max(1e-6, height))));
    }

    /** Points of the cloth, those in one place as one. */
    public int points() {
        return cloth.joined().pointCount();
    }

    /** Goes to the first frame of the clip and lets the cloth settle there. */
    public TryOnFrame first() {
        return first(SETTLE);
    }

    /** @param settle frames in the first pose before it */
    TryOnFrame first(int settle) {
        pose.at(clip, clip.startSeconds());
        bodyBefore = RestSurface.posed(pose, wearer);
        skinnedBefore = skinned();
        capsulesBefore = placed();
        body = body.moved(bodyBefore);
        solver.start(skinnedBefore);
        TryOnFrame out = figures(clip.startSeconds());
        for (int i = 0; i <= settle; i++) {
            out = step(clip.startSeconds());
        }
        return out;
    }

    /** Goes on by one frame, to a time of the clip. */
    public TryOnFrame step(double seconds) {
        pose.at(clip, seconds);
        double[] places = RestSurface.posed(pose, wearer);
        double[] skinned = skinned();
        List<Capsule> capsules = placed();
        SurfaceNormals normalsBefore = body.normals();
        body = body.moved(places);
        SurfaceContact surface = new SurfaceContact(bodyBefore, normalsBefore, body, set.thickness(), set.friction());
        Contact contact = switch (against) {
            case SURFACE -> surface;
            case COLLIDERS -> new CapsuleContact(capsulesBefore, capsules, set.thickness(), set.friction());
            case NOTHING -> Contact.NONE;
        };
        solver.frame(1 / clip.rate().perSecond(), skinnedBefore, skinned, contact, itself);
        if (carried != null) {
            double[] now = carried.follow(solver.places());
            for (int i = 0; i < trims.length; i++) {
                System.arraycopy(now, 3 * i, solver.places(), 3 * trims[i], 3);
            }
        }
        bodyBefore = places;
        skinnedBefore = skinned;
        capsulesBefore = capsules;
        return figures(seconds);
    }

    private List<Capsule> placed() {
        return against == Against.COLLIDERS
                ? colliders.stream().map(c -> c.placed(pose)).toList()
                : List.of();
    }

    /** Where the skin puts the points of the cloth. */
    private double[] skinned() {
        return cloth.joined(RestSurface.posed(pose, cloth.node()));
    }

    private TryOnFrame figures(double seconds) {
        double[] x = solver.places();
        TryOnFrame f = TryOnFrame.of(clip.rate().frame(seconds), solver.links(), x, skinnedBefore, solver.fastest());
        if (!solver.isFinite()) {
            return f;
        }
        double[] deep = new double[x.length / 3];
        Cores.split(deep.length, 256, (from, to) -> {
            Foot foot = new Foot();
            for (int i = from; i < to; i++) {
                deep[i] = -body.signed(x[3 * i], x[3 * i + 1], x[3 * i + 2], SurfaceContact.REACH, foot);
            }
        });
        int n = 0;
        int worst = -1;
        for (int i = 0; i < deep.length; i++) {
            n += deep[i] > DEEP ? 1 : 0;
            worst = deep[i] > 0 && (worst < 0 || deep[i] > deep[worst]) ? i : worst;
        }
        return worst < 0 ? f : f.inside(deep[worst], cloth.weld().keep()[worst], n);
    }

    /** Whether all places are numbers. */
    public boolean isFinite() {
        return solver.isFinite();
    }

    /** Where all points of the file are now, metres. */
    public double[] places() {
        return cloth.parted(solver.places());
    }

    /** The joint that moves the body most where a point of the file is nearest to it now; "" where none does. */
    public String joint(int point) {
        return BodyParts.jointAt(scene, wearer, body, places(), point);
    }
}
