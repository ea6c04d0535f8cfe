package idleheron.render;

import idleheron.core.picture.Shelf;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.pose.Surface;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.render.surface.SurfaceLayer;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** One scene as it is drawn: posed, deformed and brought to the common space. Belongs to one thread at a time. */
public final class Side {
    private final Pose pose;
    private final CanonicalSpace space;
    private final Shelf shelf;
    private final List<Surface> surfaces;
    private final List<SurfaceLayer> layers = new ArrayList<>();
    private final Clouds clouds;
    private final List<CacheShell> caches = new ArrayList<>();
    private List<Shell> shells = List.of();

    /** Whether it stands at a moment, and at which. */
    private boolean stands;

    private @Nullable Clip posed;
    private double posedAt;
    private String field = "";

    /** Whether all points of its surfaces stand at that moment, or only those that are drawn while the view moves. */
    private boolean whole;

    /** Of the surfaces as they stand, once somebody asked. */
    private double @Nullable [] bounds;

    public Side(Scene scene, CanonicalSpace space) {
        this(scene, space, Shelf.EMPTY);
    }

    /**
     * @param shelf where its pictures are had from
     */
    public Side(Scene scene, CanonicalSpace space, Shelf shelf) {
        this.shelf = shelf;
        this.pose = new Pose(scene);
        this.space = space;
        this.surfaces = Surface.all(pose);
        this.clouds = new Clouds(scene, space);
        for (Surface s : surfaces) {
            layers.add(new SurfaceLayer(scene, s.node()));
        }
        scene.caches().forEach(c -> caches.add(new CacheShell(c, space)));
        pose(null, 0);
    }

    /** Poses and deforms; null is the pose at rest. What stands so already stays as it is. */
    public void pose(@Nullable Clip clip, double seconds) {
        move(clip, seconds);
        complete();
    }

    /** Poses, and deforms no more points than a picture needs while the view moves, once there was such a picture. */
    public void sketch(@Nullable Clip clip, double seconds) {
        if (!move(clip, seconds)) {
            return;
        }
        whole = true;
        for (int i = 0; i < surfaces.size(); i++) {
            int[] few = layers.get(i).coarsePoints();
            whole &= few == null;
            surfaces.get(i).deform(pose, space.pointMatrix(), few);
        }
    }

    /** Gives whether it stood otherwise before. */
    private boolean move(@Nullable Clip clip, double seconds) {
        if (stands && clip == posed && seconds == posedAt) {
            return false;
        }
        stands = true;
        whole = false;
        posed = clip;
        posedAt = seconds;
        pose.at(clip, seconds);
        bounds = null;
        double now = clip == null && seconds == 0 ? scene().stage().startSeconds() : seconds;
        clouds.at(now);
        List<Shell> all = new ArrayList<>();
        for (int i = 0; i < surfaces.size(); i++) {
            all.add(new Shell(layers.get(i), surfaces.get(i).points()));
        }
        caches.forEach(c -> all.add(c.at(now)));
        shells = all;
        return true;
    }

    private void complete() {
        if (!whole) {
            whole = true;
            bounds = null;
            for (Surface s : surfaces) {
                s.deform(pose, space.pointMatrix());
            }
        }
    }

    /** All surfaces as they stand: those of meshes, then one per cache. */
    public List<Shell> shells() {
        complete();
        return shells;
    }

    /** The same, of which only the points that are drawn while the view moves may stand. */
    public List<Shell> sketched() {
        return shells;
    }

    /** Which grid of its volumes is shown, or which object of its caches is marked; "" for the first grid and no object. */
    public void field(String name) {
        stands &= name.equals(field);
        field = name;
        clouds.field(name);
        caches.forEach(c -> c.choose(name));
    }

    /** Its volumes at the moment it is posed at. */
    public List<Cloud> clouds() {
        return clouds.now();
    }

    /** Files of pictures that were not to be had when it was drawn last: what hatched parts stand for. */
    public List<String> missing() {
        return layers.stream().flatMap(l -> l.missing().stream()).distinct().toList();
    }

    Shelf shelf() {
        return shelf;
    }

    public Scene scene() {
        return pose.scene();
    }

    public Pose pose() {
        return pose;
    }

    public CanonicalSpace space() {
        return space;
    }

    public List<Surface> surfaces() {
        return surfaces;
    }

    public List<SurfaceLayer> layers() {
        return layers;
    }

    /** Over all meshes of the side. */
    public int triangleCount() {
        return shells.stream().mapToInt(s -> s.layer().triangleCount()).sum();
    }

    /** Makes a box {x0,y0,z0,x1,y1,z1} hold another one too. */
    public static void grow(double[] box, double[] by) {
        for (int a = 0; a < 3; a++) {
            box[a] = Math.min(box[a], by[a]);
            box[a + 3] = Math.max(box[a + 3], by[a + 3]);
        }
    }

    /** {x0,y0,z0,x1,y1,z1} of the deformed surface, else of its volumes over all frames, else of its joints, in metres. */
    public double[] bounds() {
        if (!surfaces.isEmpty()) {
            double[] known = bounds;
            if (known == null) {
                known = Surface.bounds(surfaces);
                bounds = known;
            }
            return known.clone();
        }
        double[] cached = cached();
        if (cached[0] <= cached[3]) {
            return cached;
        }
        double[] cloud = clouds.reach();
        if (cloud.length > 0) {
            return cloud;
        }
        double[] b = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        org.joml.Matrix4d m = new org.joml.Matrix4d();
        for (int i = 0; i < scene().nodes().size(); i++) {
            if (scene().nodes().get(i).kind() != NodeKind.CAMERA
                    && scene().nodes().get(i).kind() != NodeKind.LIGHT) {
                space.matrix(pose.world(i), m);
                double[] p = {m.m30(), m.m31(), m.m32()};
                for (int a = 0; a < 3; a++) {
                    b[a] = Math.min(b[a], p[a]);
                    b[3 + a] = Math.max(b[3 + a], p[a]);
                }
            }
        }
        return b;
    }

    private double[] cached() {
        double[] b = {1e300, 1e300, 1e300, -1e300, -1e300, -1e300};
        for (Shell s : shells) {
            float[] p = s.points();
            for (int i = 0; i < p.length; i++) {
                if (Float.isFinite(p[i])) {
                    b[i % 3] = Math.min(b[i % 3], p[i]);
                    b[3 + i % 3] = Math.max(b[3 + i % 3], p[i]);
                }
            }
        }
        return b;
    }
}
