package idleheron.core.remedy.space;

import idleheron.core.math.Matrices;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.clip.FlattenLayers;
import idleheron.core.scene.Camera;
import idleheron.core.scene.Limits;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeBound;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Vector3d;
import org.jspecify.annotations.Nullable;

/**
 * Gives the world and every node's own space another size, handedness and direction, and rewrites all that lives in them,
 * so that the picture stays.
 *
 * <p>Node n's space is relabelled by Xₙ = aₙ · Qₙ · F (size, turn, and F, the identity or a mirror of X for all nodes alike),
 * the world by W = a · Q · F and an offset. Then world'ₙ = W · worldₙ · Xₙ⁻¹ and local'ₙ = Xₚ · localₙ · Xₙ⁻¹, with p the
 * parent or the world. Written into the parts of a transform this is exact for curves: F flips the signs of turns about Y
 * and Z, Qₚ joins the pre-rotation, Qₙ⁻¹ the post-rotation, translations are turned and scaled, and scale is multiplied
 * by aₚ / aₙ.
 */
public final class Rebase {
    private final Scene scene;
    private final boolean mirror;
    private final double worldSize;
    private final Matrix3d worldTurn;
    private final Vec3 offset;
    private final double[] size;
    private final Matrix3d[] turn;

    /**
     * What becomes of the world.
     *
     * @param mirror whether F is the mirror of X, for the world and all nodes
     * @param size a
     * @param turn proper rotation Q
     * @param offset added to world positions at the end, new unit
     */
    public record World(boolean mirror, double size, Matrix3d turn, Vec3 offset) {
        /** Nothing changes but the nodes. */
        public static World same() {
            return new World(false, 1, new Matrix3d(), Vec3.ZERO);
        }
    }

    /**
     * @param size per node aₙ
     * @param turn per node proper rotation Qₙ
     */
    public Rebase(Scene scene, World world, double[] size, Matrix3d[] turn) {
        this.scene = FlattenLayers.of(scene);
        this.mirror = world.mirror;
        this.worldSize = world.size;
        this.worldTurn = world.turn;
        this.offset = world.offset;
        this.size = size;
        this.turn = turn;
    }

    /** The same size for every node. */
    public static double[] sizes(Scene scene, double all) {
        double[] out = new double[scene.nodes().size()];
        java.util.Arrays.fill(out, all);
        return out;
    }

    /** No turn for any node. */
    public static Matrix3d[] noTurns(Scene scene) {
        Matrix3d[] out = new Matrix3d[scene.nodes().size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = new Matrix3d();
        }
        return out;
    }

    /** The scene with all that lives in the spaces rewritten. */
    public Scene apply() {
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        Map<Integer, Integer> meshOwner = new HashMap<>();
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < scene.nodes().size(); i++) {
            nodes.add(node(i, meshes, meshOwner));
        }
        List<Camera> cameras = new ArrayList<>();
        for (Camera c : scene.cameras()) {
            cameras.add(c.scaled(worldSize));
        }
        List<Clip> clips = scene.clips().stream().map(this::clip).toList();
        return scene.withParts(scene.parts().moved(spaces()))
                .withNodes(nodes)
                .withMeshes(meshes)
                .withCameras(cameras)
                .withClips(clips);
    }

    private NodeBound.Spaces spaces() {
        Matrix4d all = world();
        return new NodeBound.Spaces() {
            @Override
            public Vec3 own(int node, Vec3 v) {
                Vector3d d = space(node).transformDirection(new Vector3d(v.x(), v.y(), v.z()));
                return new Vec3(d.x, d.y, d.z);
            }

            @Override
            public Vec3 direction(Vec3 v) {
                Vector3d d = all.transformDirection(new Vector3d(v.x(), v.y(), v.z()));
                return new Vec3(d.x, d.y, d.z).unit();
            }

            @Override
            public double size() {
                return worldSize;
            }
        };
    }

    private double sizeAbove(int node) {
        int p = scene.nodes().get(node).parent();
        return p < 0 ? worldSize : size[p];
    }

    private Matrix3d turnAbove(int node) {
        int p = scene.nodes().get(node).parent();
        return p < 0 ? worldTurn : turn[p];
    }

    /** Xₙ as a matrix. */
    private Matrix4d space(int node) {
        Matrix3d m = new Matrix3d(turn[node]).scale(size[node]);
        if (mirror) {
            m.scale(-1, 1, 1);
        }
        return new Matrix4d(m);
    }

    private Matrix4d world() {
        Matrix3d m = new Matrix3d(worldTurn).scale(worldSize);
        if (mirror) {
            m.scale(-1, 1, 1);
        }
        return new Matrix4d(m).setTranslation(offset.x(), offset.y(), offset.z());
    }

    private Node node(int i, List<Mesh> meshes, Map<Integer, Integer> meshOwner) {
        Node n = scene.nodes().get(i);
        Matrix4d x = space(i);
        Matrix4d xInverse = new Matrix4d(x).invert();
        Node out = n.withTransform(transform(i, n.transform()));
        Limits limits = n.limits();
        if (limits != null) {
            // Bounds are along fixed axes: they go with the size, and are dropped where the axes turn or are mirrored.
            boolean straight = !mirror && isIdentity(turnAbove(i)) && isIdentity(turn[i]);
            out = out.withLimits(straight ? limits.scaled(sizeAbove(i)) : null);
        }
        if (n.geometric() != null) {
            out = out.withGeometric(new Matrix4d(x).mul(n.geometric()).mul(xInverse));
        }
        Matrix4dc bind = n.bindWorld();
        if (bind != null) {
            out = out.withBindWorld(world().mul(bind).mul(xInverse));
        }
        if (n.kind() == NodeKind.MESH) {
            Integer owner = meshOwner.putIfAbsent(n.payload(), i);
            if (owner == null) {
                meshes.set(n.payload(), mesh(scene.meshes().get(n.payload()), x));
            } else if (Matrices.difference(space(owner), x) > 1e-12) {
                meshes.add(mesh(scene.meshes().get(n.payload()), x));
                out = out.withPayload(NodeKind.MESH, meshes.size() - 1);
            }
        }
        return out;
    }

    private Vec3 mirrored(Vec3 v) {
        return mirror ? new Vec3(-v.x(), v.y(), v.z()) : v;
    }

    private Vec3 mirroredTurn(Vec3 degrees) {
        return mirror ? new Vec3(degrees.x(), -degrees.y(), -degrees.z()) : degrees;
    }

    private static Vec3 turned(Matrix3d m, Vec3 v, double factor) {
        Vector3d r = m.transform(new Vector3d(v.x(), v.y(), v.z())).mul(factor);
        return new Vec3(r.x, r.y, r.z);
    }

    private Transform transform(int i, Transform t) {
        Matrix3d above = turnAbove(i);
        double a = sizeAbove(i);
        Vec3 pivot = turned(turn[i], mirrored(t.rotationPivot()), a);
        Vec3 outer = turned(above, mirrored(t.rotationOffset().plus(t.rotationPivot())), a);
        Vec3 translation = turned(above, mirrored(t.translation()), a);
        if (scene.nodes().get(i).parent() < 0) {
            translation = translation.plus(offset);
        }
        Vec3 scalePivot = turned(turn[i], mirrored(t.scalingPivot()), size[i]);
        double[] s = scaled(i, t.scaling());
        return t.withTranslation(translation)
                .withRotation(mirroredTurn(t.rotation()))
                .withTurns(before(above, mirroredTurn(t.preRotation())), after(turn[i], mirroredTurn(t.postRotation())))
                .withScaling(new Vec3(s[0], s[1], s[2]))
                .withPivots(
                        outer.minus(pivot),
                        pivot,
                        turned(turn[i], mirrored(t.scalingOffset().plus(t.scalingPivot())), a)
                                .minus(scalePivot),
                        scalePivot);
    }

    /** The scale along the new axes: permuted where the turn is one, else the same along all (it must be uniform). */
    private double[] scaled(int i, Vec3 s) {
        double k = sizeAbove(i) / size[i];
        double[] out = new double[3];
        for (int row = 0; row < 3; row++) {
            int from = row;
            for (int c = 0; c < 3; c++) {
                if (Math.abs(turn[i].get(c, row)) > 0.999999) {
                    from = c;
                }
            }
            out[row] = s.get(from) * k;
        }
        return out;
    }

    private static boolean isIdentity(Matrix3d m) {
        return m.equals(new Matrix3d(), 1e-12);
    }

    private static Vec3 before(Matrix3d q, Vec3 pre) {
        return isIdentity(q) ? pre : RotationOrder.XYZ.angles(new Matrix3d(q).mul(RotationOrder.XYZ.matrix(pre)));
    }

    /** Rpost'⁻¹ = Rpost⁻¹ · Q⁻¹, so Rpost' = Q · Rpost. */
    private static Vec3 after(Matrix3d q, Vec3 post) {
        return isIdentity(q) ? post : RotationOrder.XYZ.angles(new Matrix3d(q).mul(RotationOrder.XYZ.matrix(post)));
    }

    private Mesh mesh(Mesh m, Matrix4d x) {
        Mesh out = m;
        if (!isIdentity(x.get3x3(new Matrix3d()))) {
            out = m.withPoints(RebasedMesh.points(m.points(), x)).withShapes(RebasedMesh.shapes(m, x));
            float[] normals = m.normals();
            if (normals != null) {
                out = out.withNormals(RebasedMesh.normals(normals, Matrices.rotation(x), x.determinant3x3() < 0));
            }
            out = out.withLayers(m.layers().stream()
                    .map(l -> RebasedMesh.layer(l, Matrices.rotation(x), x.determinant3x3() < 0))
                    .toList());
            if (mirror) {
                out = RebasedMesh.flipped(out);
            }
        }
        Skin skin = m.skin();
        if (skin == null) {
            return out;
        }
        Matrix4d back = new Matrix4d(x).invert();
        Matrix4dc[] toJoint = new Matrix4dc[skin.joints().length];
        for (int s = 0; s < toJoint.length; s++) {
            toJoint[s] = space(skin.joints()[s]).mul(skin.toJoint()[s]).mul(back);
        }
        List<SkinStyle.Associate> associates = skin.style().associates().stream()
                .map(a -> new SkinStyle.Associate(
                        a.node(),
                        new Matrix4d(x).mul(a.bind()).mul(space(a.node()).invert())))
                .toList();
        return out.withSkin(
                skin.withJoints(skin.joints(), toJoint).withStyle(skin.style().withAssociates(associates)));
    }

    private Clip clip(Clip clip) {
        double[] frames = SampleTimes.frames(clip.startSeconds(), clip.endSeconds(), clip.rate());
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (Clip.NodeTrack t : clip.nodes()) {
            tracks.add(track(summable(t, frames)));
        }
        return clip.withTracks(tracks, clip.shapes());
    }

    /** Translations that will be added to each other must be curves whose sums are exact; others are keyed on every frame. */
    private Clip.NodeTrack summable(Clip.NodeTrack t, double[] frames) {
        boolean summed = false;
        Matrix3d m = turnAbove(t.node());
        for (int c = 0; c < 3; c++) {
            for (int row = 0; row < 3; row++) {
                double k = Math.abs(m.get(c, row));
                summed |= k > 1e-12 && k < 0.999999;
            }
        }
        if (!summed) {
            return t;
        }
        @Nullable Curve[] out = t.curves().clone();
        for (int a = 0; a < 3; a++) {
            Curve c = out[a];
            out[a] = c == null || CurveSums.canAdd(c, t.curves()) ? c : c.sampled(frames);
        }
        return new Clip.NodeTrack(t.node(), out);
    }

    private Clip.NodeTrack track(Clip.NodeTrack t) {
        int n = t.node();
        Transform rest = scene.nodes().get(n).transform();
        @Nullable Curve[] out = new Curve[Channel.COUNT];
        Vec3 more = scene.nodes().get(n).parent() < 0 ? offset : Vec3.ZERO;
        Matrix3d m = new Matrix3d(turnAbove(n)).scale(sizeAbove(n));
        if (mirror) {
            m.scale(-1, 1, 1);
        }
        double[] still = rest.channels();
        for (int row = 0; row < 3; row++) {
            double[] factors = {m.get(0, row), m.get(1, row), m.get(2, row)};
            out[row] = CurveSums.combine(t.curves(), still, factors, more.get(row));
            Curve r = t.curves()[3 + row];
            out[3 + row] = r == null || row == 0 || !mirror ? r : r.mapped(-1, 0);
        }
        double k = sizeAbove(n) / size[n];
        for (int row = 0; row < 3; row++) {
            int from = row;
            for (int c = 0; c < 3; c++) {
                if (Math.abs(turn[n].get(c, row)) > 0.999999) {
                    from = c;
                }
            }
            Curve s = t.curves()[6 + from];
            out[6 + row] = s == null ? null : k == 1 ? s : s.mapped(k, 0);
        }
        return new Clip.NodeTrack(n, out);
    }
}
