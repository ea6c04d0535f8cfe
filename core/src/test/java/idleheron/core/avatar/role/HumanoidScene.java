package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.joml.Vector3d;

/** A figure as a scene: turned, in some unit, its joints in some order and under some names, with points around its bones. */
final class HumanoidScene {
    private final Random r;
    private final HumanoidBody body;

    HumanoidScene(Random r, HumanoidBody body) {
        this.r = r;
        this.body = body;
    }

    RandomHumanoid scene() {
        int n = body.joints.size();
        int[] order = order(n);
        int[] to = new int[n];
        for (int i = 0; i < n; i++) {
            to[order[i]] = i;
        }
        Quaterniond whole = new Quaterniond();
        int facing = r.nextInt(5);
        if (facing == 1) {
            whole.rotateY(Math.PI);
        } else if (facing == 2) {
            whole.rotateX(Math.PI / 2);
        } else if (facing > 2) {
            whole.rotateAxis(body.between(0, 6), r.nextGaussian(), r.nextGaussian(), r.nextGaussian() + 0.1);
        }
        double unit = List.of(1.0, 100.0, 39.37, 1000.0).get(r.nextInt(4));
        boolean turned = body.chance(0.6);
        Matrix4d[] world = new Matrix4d[n];
        List<Node> nodes = new ArrayList<>();
        RandomNames names = new RandomNames(r, body.what);
        for (int i = 0; i < n; i++) {
            HumanoidBody.Joint j = body.joints.get(order[i]);
            Vector3d p = whole.transform(new Vector3d(j.at)).mul(unit);
            Quaterniond q = new Quaterniond();
            if (turned) {
                q.rotateXYZ(body.between(-3, 3), body.between(-1, 1), body.between(-3, 3));
            }
            world[i] = new Matrix4d().translationRotate(p.x, p.y, p.z, q);
            int parent = j.parent < 0 ? -1 : to[j.parent];
            Matrix4d local =
                    parent < 0 ? world[i] : new Matrix4d(world[parent]).invert().mul(world[i]);
            nodes.add(Node.of(names.of(j.label), parent, NodeKind.JOINT, transform(local)));
        }
        Map<Role, Integer> found = new EnumMap<>(Role.class);
        body.roles.forEach((role, j) -> found.put(role, to[j]));
        nodes.add(Node.mesh("surface", -1, Transform.IDENTITY, 0));
        Mesh mesh = mesh(order, to, world, whole, unit * body.height * 0.02);
        Scene scene = Scene.bare("figure", Stage.COMMON.withMetersPerUnit(1 / unit))
                .withNodes(nodes)
                .withMeshes(List.of(mesh));
        List<String> labels = new ArrayList<>();
        for (int i : order) {
            labels.add(body.joints.get(i).label);
        }
        return new RandomHumanoid(scene, found, labels, String.join(", ", body.what));
    }

    private static Transform transform(Matrix4d m) {
        Quaterniond q = m.getUnnormalizedRotation(new Quaterniond()).normalize();
        return Transform.of(
                new Vec3(m.m30(), m.m31(), m.m32()),
                idleheron.core.math.RotationOrder.XYZ.angles(q.get(new org.joml.Matrix3d())),
                Vec3.ONE);
    }

    /** Any order in which parents come first. */
    private int[] order(int n) {
        int[] out = new int[n];
        boolean[] done = new boolean[n];
        for (int k = 0; k < n; k++) {
            List<Integer> open = new ArrayList<>();
            for (int i = 0; i < n; i++) {
                if (!done[i] && (body.joints.get(i).parent < 0 || done[body.joints.get(i).parent])) {
                    open.add(i);
                }
            }
            out[k] = open.get(r.nextInt(open.size()));
            done[out[k]] = true;
        }
        return out;
    }

    private Mesh mesh(int[] order, int[] to, Matrix4d[] world, Quaterniond whole, double thick) {
        List<double[]> points = new ArrayList<>();
        List<Integer> slot = new ArrayList<>();
        int n = order.length;
        for (int i = 0; i < n; i++) {
            HumanoidBody.Joint j = body.joints.get(order[i]);
            int count = (int) Math.ceil(10 * j.weight);
            Vector3d from = world[i].getTranslation(new Vector3d());
            List<Vector3d> ends = new ArrayList<>();
            for (int k = 0; k < n; k++) {
                if (body.joints.get(k).parent == order[i] && body.joints.get(k).weight > 0) {
                    ends.add(world[to[k]].getTranslation(new Vector3d()));
                }
            }
            for (int k = 0; k < count && j.weight > 0; k++) {
                Vector3d p = new Vector3d(from);
                if (!ends.isEmpty()) {
                    p.lerp(ends.get(r.nextInt(ends.size())), r.nextDouble());
                }
                if (j.label.endsWith("ankle")) {
                    // a foot is longer before the ankle than behind it
                    p.add(whole.transform(new Vector3d(0, -thick, thick * body.between(-0.7, 4))));
                }
                points.add(new double[] {
                    p.x + thick * r.nextGaussian(), p.y + thick * r.nextGaussian(), p.z + thick * r.nextGaussian()
                });
                slot.add(i);
            }
        }
        double[] xyz = new double[3 * points.size()];
        int[] starts = new int[points.size() + 1];
        float[] weights = new float[points.size()];
        for (int p = 0; p < points.size(); p++) {
            System.arraycopy(points.get(p), 0, xyz, 3 * p, 3);
            starts[p + 1] = p + 1;
            weights[p] = 1;
        }
        int[] nodes = new int[n];
        Matrix4dc[] toJoint = new Matrix4dc[n];
        for (int i = 0; i < n; i++) {
            nodes[i] = i;
            toJoint[i] = new Matrix4d(world[i]).invert();
        }
        Skin skin = new Skin(
                "skin", nodes, toJoint, starts, slot.stream().mapToInt(i -> i).toArray(), weights);
        return Mesh.bare("surface", xyz, new int[] {0, 3}, new int[] {0, 1, 2}).withSkin(skin);
    }
}
