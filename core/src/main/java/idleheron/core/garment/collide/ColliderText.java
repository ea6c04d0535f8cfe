package idleheron.core.garment.collide;

import idleheron.core.math.Vec3;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;
import java.util.StringJoiner;

/**
 * Colliders as a property of a node, so that carriers which hold custom properties hold them: "JOINT ax ay az ra bx by bz rb", parted by
 * semicolons, in the joint's own space, lengths in metres.
 */
public final class ColliderText {
    /** The property. */
    public static final String PROPERTY = "colliders";

    private static final int NUMBERS = 8;

    private ColliderText() {}

    /** A scene with its colliders in a property of the node that shows what they stand for, in place of the part. */
    public static Scene written(Scene s) {
        List<Collider> all = Collider.in(s);
        int node = all.isEmpty() ? -1 : bearer(s, all.getFirst().node());
        if (node < 0) {
            return s;
        }
        double metres = s.stage().metersPerUnit();
        StringJoiner text = new StringJoiner("; ");
        for (Collider c : all) {
            String name = s.nodes().get(c.node()).name().replace(';', '_');
            Capsule k = c.shape();
            text.add(name + " " + place(k.a(), metres) + " " + metres * k.ra() + " " + place(k.b(), metres) + " "
                    + metres * k.rb());
        }
        List<Node> nodes = new ArrayList<>(s.nodes());
        List<FreeProperty> own = new ArrayList<>(nodes.get(node).properties());
        own.removeIf(p -> p.name().equals(PROPERTY));
        own.add(new FreeProperty(PROPERTY, "KString", new FreeProperty.Text(text.toString())));
        nodes.set(node, nodes.get(node).withProperties(own));
        return s.withNodes(nodes).with(Collider.KEY, List.of());
    }

    private static String place(Vec3 v, double metres) {
        return metres * v.x() + " " + metres * v.y() + " " + metres * v.z();
    }

    /** The first surface that a joint moves, else the first node that shows one, else the joint. */
    private static int bearer(Scene s, int joint) {
        int any = joint;
        for (int i = s.nodes().size() - 1; i >= 0; i--) {
            Node n = s.nodes().get(i);
            boolean shows = n.kind() == idleheron.core.scene.NodeKind.MESH && n.payload() >= 0;
            if (shows && s.meshes().get(n.payload()).skin() != null) {
                any = i;
            }
        }
        return any;
    }

    /** A scene with the colliders that properties tell as a part; what cannot be read of them stays a property. */
    public static Scene read(Scene s) {
        List<Collider> all = new ArrayList<>(s.parts().of(Collider.KEY));
        List<Node> nodes = new ArrayList<>(s.nodes());
        boolean any = false;
        for (int i = 0; i < nodes.size(); i++) {
            for (FreeProperty p : nodes.get(i).properties()) {
                if (p.name().equals(PROPERTY) && p.value() instanceof FreeProperty.Text t) {
                    List<Collider> some = parsed(s, t.text());
                    if (!some.isEmpty()) {
                        all.addAll(some);
                        List<FreeProperty> own = new ArrayList<>(nodes.get(i).properties());
                        own.remove(p);
                        nodes.set(i, nodes.get(i).withProperties(own));
                        any = true;
                    }
                    break;
                }
            }
        }
        return any ? s.withNodes(nodes).with(Collider.KEY, all) : s;
    }

    private static List<Collider> parsed(Scene s, String text) {
        List<Collider> out = new ArrayList<>();
        double unit = 1 / s.stage().metersPerUnit();
        for (String one : text.split(";")) {
            String[] w = one.strip().split("\\s+");
            String name = String.join(" ", List.of(w).subList(0, Math.max(0, w.length - NUMBERS)));
            int node = name.isEmpty() ? -1 : s.find(name);
            if (node < 0) {
                return List.of();
            }
            try {
                double[] v = new double[NUMBERS];
                for (int k = 0; k < NUMBERS; k++) {
                    v[k] = unit * Double.parseDouble(w[w.length - NUMBERS + k]);
                }
                out.add(new Collider(
                        node, new Capsule(new Vec3(v[0], v[1], v[2]), v[3], new Vec3(v[4], v[5], v[6]), v[7])));
            } catch (IllegalArgumentException e) {
                return List.of();
            }
        }
        return out;
    }
}
