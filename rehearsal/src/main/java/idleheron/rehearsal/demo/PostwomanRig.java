package idleheron.rehearsal.demo;

import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix3d;
import org.joml.Vector3d;

/**
 * The postwoman's joints: where they are at rest in metres, Y up, facing +Z, her left on +X. Every joint's X axis runs along
 * its bone.
 */
final class PostwomanRig {
    /** A joint of the plan; {@code aim} is where its bone ends. */
    record Joint(String name, String parent, Vec3 position, Vec3 aim) {}

    private static final String[] FINGERS = {"thumb", "index", "middle", "ring", "little"};

    private final Map<String, Joint> joints = new LinkedHashMap<>();

    PostwomanRig() {
        joint("root", "", v(0, 1.50, 0), v(0, 1.60, 0));
        joint("hips", "root", v(0, 1.60, 0), v(0, 1.70, 0));
        joint("spine_1", "hips", v(0, 1.70, 0), v(0, 1.81, 0));
        joint("spine_2", "spine_1", v(0, 1.81, 0), v(0, 1.93, -0.01));
        joint("chest", "spine_2", v(0, 1.93, -0.01), v(0, 2.10, -0.01));
        joint("neck", "chest", v(0, 2.10, -0.01), v(0, 2.17, 0.01));
        joint("head", "neck", v(0, 2.17, 0.01), v(0, 2.40, 0.02));
        joint("head_tip", "head", v(0, 2.40, 0.02), v(0, 2.5, 0.02));
        for (int side = 1; side >= -1; side -= 2) {
            arm(side, side > 0 ? "_l" : "_r");
            leg(side, side > 0 ? "_l" : "_r");
        }
        joint("satchel", "hips", v(-0.235, 1.58, 0.03), v(-0.235, 1.47, 0.03));
        joint("satchel_strap", "chest", v(0.05, 1.98, 0.11), v(-0.10, 1.80, 0.14));
        joint("stilt_ctl", "", v(0, 0.70, 0.30), v(0, 0.70, 0.40));
        joint("gaze_ctl", "", v(0, 2.24, 1.00), v(0, 2.24, 1.10));
    }

    static Vec3 v(double x, double y, double z) {
        return new Vec3(x, y, z);
    }

    private void joint(String name, String parent, Vec3 position, Vec3 aim) {
        joints.put(name, new Joint(name, parent, position, aim));
    }

    static Vec3 handDirection(int side) {
        return v(side * 0.64, -0.765, 0.07);
    }

    private void arm(int s, String end) {
        Vec3 shoulder = v(s * 0.165, 2.045, -0.01);
        Vec3 elbow = v(s * 0.335, 1.845, -0.025);
        Vec3 wrist = v(s * 0.49, 1.66, 0.0);
        Vec3 along = handDirection(s);
        joint("clavicle" + end, "chest", v(s * 0.03, 2.05, 0.02), shoulder);
        joint("upperarm" + end, "clavicle" + end, shoulder, elbow);
        joint("forearm" + end, "upperarm" + end, elbow, wrist);
        joint("hand" + end, "forearm" + end, wrist, wrist.plus(along.times(0.08)));
        for (int f = 0; f < FINGERS.length; f++) {
            boolean thumb = f == 0;
            Vec3 base = thumb
                    ? wrist.plus(along.times(0.028)).plus(v(s * -0.004, 0, 0.030))
                    : wrist.plus(along.times(0.088 - 0.006 * Math.abs(f - 2))).plus(v(0, 0, 0.030 - 0.020 * (f - 1)));
            Vec3 way = thumb ? v(s * 0.40, -0.58, 0.71) : v(along.x(), along.y(), along.z() + 0.10 - 0.07 * (f - 1));
            double[] lengths = thumb ? new double[] {0.034, 0.028, 0.022} : new double[] {0.038, 0.026, 0.021};
            String parent = "hand" + end;
            Vec3 at = base;
            for (int k = 0; k < 3; k++) {
                Vec3 next = at.plus(way.times(lengths[k] * (f == 4 ? 0.82 : 1)));
                String name = FINGERS[f] + "_" + (k + 1) + end;
                joint(name, parent, at, next);
                parent = name;
                at = next;
            }
            joint(FINGERS[f] + "_tip" + end, parent, at, at.plus(way.times(0.01)));
        }
    }

    private void leg(int s, String end) {
        joint("thigh" + end, "hips", v(s * 0.088, 1.56, 0), v(s * 0.100, 1.13, 0.02));
        joint("shin" + end, "thigh" + end, v(s * 0.100, 1.13, 0.02), v(s * 0.105, 0.79, -0.015));
        joint("foot" + end, "shin" + end, v(s * 0.105, 0.79, -0.015), v(s * 0.110, 0.72, 0.02));
        joint("stilt" + end, "foot" + end, v(s * 0.110, 0.72, 0.02), v(s * 0.125, 0.0, 0.02));
        joint("stilt_tip" + end, "stilt" + end, v(s * 0.125, 0.0, 0.02), v(s * 0.125, -0.05, 0.02));
    }

    List<Joint> joints() {
        return new ArrayList<>(joints.values());
    }

    Joint get(String name) {
        Joint j = joints.get(name);
        if (j == null) {
            throw new IllegalArgumentException("no joint " + name);
        }
        return j;
    }

    /** World rotation at rest: X along the bone, Z as close to her front as it can be (or to her left for a bone along it). */
    Matrix3d rest(String name) {
        Joint j = get(name);
        Vec3 d = j.aim().minus(j.position());
        Vector3d x = new Vector3d(d.x(), d.y(), d.z()).normalize();
        Vector3d front = Math.abs(x.z) > 0.9 ? new Vector3d(1, 0, 0) : new Vector3d(0, 0, 1);
        Vector3d z = front.fma(-front.dot(x), x).normalize();
        Vector3d y = new Vector3d(z).cross(x);
        return new Matrix3d(x, y, z);
    }

    /** Angles of the rest rotation below the parent's rest rotation. */
    Vec3 restAngles(String name) {
        Joint j = get(name);
        Matrix3d world = rest(name);
        Matrix3d local =
                j.parent().isEmpty() ? world : rest(j.parent()).transpose().mul(world);
        return RotationOrder.XYZ.angles(local);
    }

    /** The joint's own angles for a turn given about her own axes (X her left, Y up, Z front), all joints above at rest. */
    Matrix3d turn(String name, Vec3 degrees) {
        Matrix3d rest = rest(name);
        return new Matrix3d(rest)
                .transpose()
                .mul(RotationOrder.XYZ.matrix(degrees))
                .mul(rest);
    }
}
