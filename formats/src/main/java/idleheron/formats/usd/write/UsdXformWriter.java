package idleheron.formats.usd.write;

import idleheron.core.math.Vec3;
import idleheron.core.scene.Transform;
import idleheron.formats.usd.layer.Field;
import idleheron.formats.usd.layer.Numbers;
import idleheron.formats.usd.layer.Spec;
import idleheron.formats.usd.layer.TextValue;
import idleheron.formats.usd.layer.TimeSamples;
import idleheron.formats.usd.layer.ValueKind;
import idleheron.formats.usd.read.UsdXform;
import java.util.ArrayList;
import java.util.List;

/** The parts of a transform as operations, each only where it is more than nothing or moves. */
final class UsdXformWriter {
    private UsdXformWriter() {}

    /** @param moves translation, rotation and scale that move in some clip, so that the operation must be there */
    static void write(Transform t, boolean[] moves, Spec prim) {
        List<String> order = new ArrayList<>();
        add(prim, order, "translate", t.translation(), moves[0], true);
        add(prim, order, "translate:rotationOffset", t.rotationOffset(), false, false);
        boolean pivot = add(prim, order, "translate:rotationPivot", t.rotationPivot(), false, false);
        add(prim, order, "rotateXYZ:before", t.preRotation(), false, false);
        String main = rotation(t);
        add(
                prim,
                order,
                main,
                t.rotation(),
                moves[1] || !t.preRotation().isZero() || !t.postRotation().isZero(),
                false);
        if (!t.postRotation().isZero()) {
            value(prim, "rotateXYZ:after", t.postRotation(), false);
            order.add(UsdXform.INVERT + UsdXform.PREFIX + "rotateXYZ:after");
        }
        if (pivot) {
            order.add(UsdXform.INVERT + UsdXform.PREFIX + "translate:rotationPivot");
        }
        add(prim, order, "translate:scalingOffset", t.scalingOffset(), false, false);
        boolean scaled = add(prim, order, "translate:scalingPivot", t.scalingPivot(), false, false);
        add(prim, order, "scale", t.scaling(), moves[2] || scaled, false);
        if (scaled) {
            order.add(UsdXform.INVERT + UsdXform.PREFIX + "translate:scalingPivot");
        }
        if (!order.isEmpty()) {
            prim.add(UsdBuild.uniform(UsdXform.ORDER, "token[]", TextValue.tokens(order)));
        }
    }

    /** "rotateXYZ": the order in the name, so that a rest without turn can still move. */
    static String rotation(Transform t) {
        return "rotate" + t.order().name();
    }

    private static boolean add(Spec prim, List<String> order, String op, Vec3 v, boolean always, boolean wide) {
        if (!always && v.equals(op.equals("scale") ? Vec3.ONE : Vec3.ZERO)) {
            return false;
        }
        value(prim, op, v, wide || op.startsWith("translate"));
        order.add(UsdXform.PREFIX + op);
        return true;
    }

    private static void value(Spec prim, String op, Vec3 v, boolean wide) {
        ValueKind kind = wide ? ValueKind.DOUBLE3 : exact(v) ? ValueKind.FLOAT3 : ValueKind.DOUBLE3;
        prim.add(UsdBuild.attribute(UsdXform.PREFIX + op, kind.text(), Numbers.one(kind, v.x(), v.y(), v.z())));
    }

    private static boolean exact(Vec3 v) {
        return (float) v.x() == v.x() && (float) v.y() == v.y() && (float) v.z() == v.z();
    }

    /** Samples of one operation over the one that is there. */
    static void samples(Spec on, String op, double[] times, double[][] values) {
        List<Numbers> all = new ArrayList<>();
        for (double[] v : values) {
            all.add(Numbers.one(ValueKind.DOUBLE3, v));
        }
        String name = UsdXform.PREFIX + op;
        Spec there = on.properties().get(name);
        Spec out = there == null
                ? Spec.attribute(name, "double3", false)
                : there.with(Field.TYPE_NAME, TextValue.token("double3"));
        if (there != null && there.get(Field.DEFAULT) instanceof Numbers n && n.kind() != ValueKind.DOUBLE3) {
            there.with(Field.DEFAULT, Numbers.one(ValueKind.DOUBLE3, n.doubles()));
        }
        on.add(out.with(Field.TIME_SAMPLES, TimeSamples.of(times, all)));
    }
}
