package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.garment.RestSurface;
import idleheron.core.garment.Worn;
import idleheron.core.garment.weights.BodyWeights;
import idleheron.core.garment.weights.TransferFigures;
import idleheron.core.garment.weights.TransferSettings;
import idleheron.core.garment.weights.WeightTransfer;
import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.RemedyValue;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.BiConsumer;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Skin weights for garments from the body that wears them.
 *
 * @param body the name of the node that shows the body; "" for the one that is known to wear them, or the only skinned surface
 * @param gap millimetres within which the body speaks for the garment, 0 for what suits both
 * @param influences joints a point may have, 0 for any number
 */
public record TakeWeights(String body, double gap, int influences) implements Remedy {
    /** The usual. */
    public static final TakeWeights USUAL = new TakeWeights("", 0, 4);

    private static final double MM = 1000;

    public static final RemedyType TYPE = RemedyType.of(
                    "take-weights",
                    TakeWeights.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.TakeWeights.gives-garments-skin-weights-from-the"))
            .told("[=BODY]", TakeWeights::told)
            .measured(say("core.remedy.garment.TakeWeights.weighted-points"), TakeWeights::count);

    public TakeWeights {
        if (!(gap >= 0) || influences < 0) {
            throw new IllegalArgumentException(
                    say("core.remedy.garment.TakeWeights.a-gap-of-mm-and-influences", gap, influences));
        }
    }

    private static Remedy told(RemedyValue v) {
        return new TakeWeights(v.text(), 0, USUAL.influences);
    }

    private static String count(Scene s) {
        long n = 0;
        for (Mesh m : s.meshes()) {
            Skin k = m.skin();
            for (int p = 0; k != null && p < k.points(); p++) {
                n += k.influences(p) > 0 ? 1 : 0;
            }
        }
        return Long.toString(n);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.TakeWeights.take-weights-over");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.TakeWeights.gives-garments-the-weights-of-the",
                (body.isEmpty() ? say("core.remedy.garment.TakeWeights.the-body") : body));
    }

    /** The body and what takes its weights. */
    private record Cast(int body, List<Integer> garments) {}

    private Cast cast(Scene s) {
        Worn worn = Worn.in(s);
        int wearer = -1;
        if (!body.isEmpty()) {
            wearer = s.find(body);
        } else if (worn != null) {
            wearer = worn.body();
        } else {
            List<Integer> skinned = shown(s, true);
            wearer = skinned.size() == 1 ? skinned.getFirst() : -1;
        }
        int b = wearer;
        List<Integer> garments = worn != null && worn.body() == b ? worn.garments() : shown(s, false);
        boolean can = b >= 0 && skin(s, b);
        return new Cast(can ? b : -1, garments.stream().filter(g -> g != b).toList());
    }

    private static boolean skin(Scene s, int node) {
        Node n = s.nodes().get(node);
        return n.kind() == NodeKind.MESH
                && n.payload() >= 0
                && s.meshes().get(n.payload()).skin() != null;
    }

    private static List<Integer> shown(Scene s, boolean skinned) {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            if (n.kind() == NodeKind.MESH && n.payload() >= 0 && skin(s, i) == skinned) {
                out.add(i);
            }
        }
        return out;
    }

    @Override
    public Scene apply(Scene scene) {
        return dress(scene, (garment, figures) -> {});
    }

    /**
     * As {@link #apply}.
     *
     * @param told takes the node of every garment that took weights over, and the figures
     */
    public Scene dress(Scene scene, BiConsumer<Integer, TransferFigures> told) {
        Cast c = cast(scene);
        if (c.body < 0 || c.garments.isEmpty()) {
            return scene;
        }
        Skin of = Objects.requireNonNull(
                scene.meshes().get(scene.nodes().get(c.body).payload()).skin());
        BodyWeights source = body(scene, c.body, of);
        Pose rest = new Pose(scene);
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Node> nodes = new ArrayList<>(scene.nodes());
        for (int g : c.garments) {
            WeightTransfer.Taken taken;
            try {
                taken = taken(scene, source, g);
            } catch (IllegalArgumentException e) {
                continue; // the body speaks for none of it: it stays as it is, and the rules go on telling that
            }
            told.accept(g, taken.figures());
            Matrix4dc[] toJoint = new Matrix4dc[of.joints().length];
            for (int j = 0; j < toJoint.length; j++) {
                toJoint[j] = new Matrix4d(rest.world(of.joints()[j])).invert().mul(rest.world(g));
            }
            int mesh = nodes.get(g).payload();
            meshes.set(mesh, meshes.get(mesh).withSkin(skin(of, toJoint, taken)));
            nodes.set(g, nodes.get(g).withBindWorld(new Matrix4d(rest.world(g))));
        }
        return scene.withMeshes(meshes).withNodes(nodes);
    }

    /** The body as it rests, with what its joints move. */
    public static BodyWeights body(Scene scene, int node, Skin skin) {
        return BodyWeights.of(
                RestSurface.of(scene, node), skin.joints().length, skin.starts(), skin.slots(), skin.weights());
    }

    /**
     * What a garment takes over.
     *
     * @throws IllegalArgumentException where the body speaks for no point of it, with the figures
     */
    public WeightTransfer.Taken taken(Scene scene, BodyWeights source, int garment) {
        TransferSettings set = TransferSettings.USUAL.withInfluences(influences);
        return WeightTransfer.of(
                source, RestSurface.of(scene, garment), gap > 0 ? set.withDistance(gap / MM) : set, Progress.NONE);
    }

    private static Skin skin(Skin of, Matrix4dc[] toJoint, WeightTransfer.Taken taken) {
        int points = taken.state().length;
        int[] starts = new int[points + 1];
        int[] slots = new int[16];
        float[] weights = new float[16];
        int n = 0;
        for (int p = 0; p < points; p++) {
            for (int j = 0; j < taken.joints(); j++) {
                float w = (float) taken.weight(p, j);
                if (w > 0) {
                    if (n == slots.length) {
                        slots = java.util.Arrays.copyOf(slots, 2 * n);
                        weights = java.util.Arrays.copyOf(weights, 2 * n);
                    }
                    slots[n] = j;
                    weights[n++] = w;
                }
            }
            starts[p + 1] = n;
        }
        return new Skin(
                of.name(),
                of.joints(),
                toJoint,
                starts,
                java.util.Arrays.copyOf(slots, n),
                java.util.Arrays.copyOf(weights, n));
    }
}
