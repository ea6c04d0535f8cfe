package idleheron.desktop.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Wording;
import idleheron.core.garment.Worn;
import idleheron.core.garment.collide.BodyParts;
import idleheron.core.garment.collide.CapsuleMesh;
import idleheron.core.garment.collide.Collider;
import idleheron.core.garment.collide.Coverage;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.garment.FitColliders;
import idleheron.core.remedy.garment.SetColliders;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/** Colliders of a body as they are changed by hand, and what they leave bare. */
public final class ColliderModel {
    private static final double MM = 1000;
    private static final double PERCENT = 100;
    private static final double FIRST = 0.05;
    private static final double NEAR = 0.02;

    private final Scene scene;
    private final Scene bare;
    private final int body;
    private final BodyParts parts;
    private final List<SetColliders.OnJoint> all = new ArrayList<>();
    private boolean changed;

    /** @throws IllegalArgumentException where no joint moves anything */
    public ColliderModel(Scene scene) {
        this.scene = scene;
        bare = Worn.undressed(scene);
        body = FitColliders.body(scene);
        if (body < 0) {
            throw new IllegalArgumentException(
                    say("desktop.garment.ColliderModel.no-joint-moves-a-surface-of", scene.name()));
        }
        parts = BodyParts.of(scene, body);
        all.addAll(said(Collider.in(scene)));
    }

    private List<SetColliders.OnJoint> said(List<Collider> colliders) {
        return colliders.stream().map(c -> SetColliders.OnJoint.of(scene, c)).toList();
    }

    /** Those there are, in order. */
    public List<SetColliders.OnJoint> all() {
        return List.copyOf(all);
    }

    public Scene scene() {
        return scene;
    }

    /** The body without what it wears, which would hide it. */
    public Scene bare() {
        return bare;
    }

    /** The node that shows the body. */
    public int body() {
        return body;
    }

    /** Joints that move the body, by name. */
    public List<String> joints() {
        return IntStream.range(0, parts.skin().joints().length)
                .mapToObj(parts::name)
                .toList();
    }

    /** As few as cover the body; changes nothing. */
    public List<SetColliders.OnJoint> fitted() {
        return said(parts.fitted());
    }

    /** These in place of those there are. */
    public void take(List<SetColliders.OnJoint> colliders) {
        all.clear();
        all.addAll(colliders);
        changed = true;
    }

    /** Whether something was changed by hand. */
    public boolean isChanged() {
        return changed;
    }

    /** A ball at a joint; gives its place in the list. */
    public int add(String joint) {
        changed = true;
        all.add(new SetColliders.OnJoint(joint, Vec3.ZERO, FIRST, Vec3.ZERO, FIRST));
        return all.size() - 1;
    }

    public void remove(int at) {
        changed = true;
        all.remove(at);
    }

    public void change(int at, SetColliders.OnJoint to) {
        changed = true;
        all.set(at, to);
    }

    public SetColliders remedy() {
        return new SetColliders(all);
    }

    /**
     * What colliders leave bare.
     *
     * @param lines figures
     * @param heat of each point of the body, 1 where it lies 2 cm outside of all of them
     */
    public record Covered(List<String> lines, float[] heat) {}

    /** What some colliders leave bare; may be asked on any thread. */
    public Covered covered(List<SetColliders.OnJoint> some) {
        List<Collider> now =
                some.stream().map(c -> c.in(scene)).filter(c -> c.node() >= 0).toList();
        if (now.isEmpty()) {
            float[] hot = new float[parts.surface().pointCount()];
            java.util.Arrays.fill(hot, 1);
            return new Covered(List.of(say("desktop.garment.ColliderModel.no-collider-yet-cloth-would-go")), hot);
        }
        Coverage c = parts.coverage(now);
        List<String> lines = new ArrayList<>();
        lines.add(say(
                "desktop.garment.ColliderModel.of-the-body-covered",
                Wording.counted(now.size(), "collider"),
                Figure.number(PERCENT * (1 - c.uncovered()))));
        lines.add(say("desktop.garment.ColliderModel.bare-by-up-to-mm", Figure.number(Math.max(0, MM * c.worst()))));
        lines.add(say(
                "desktop.garment.ColliderModel.stands-out-of-the-body-by",
                Figure.number(PERCENT * c.standsOut()),
                Figure.number(MM * c.out())));
        List<String> bare = IntStream.range(0, c.bare().length)
                .filter(j -> c.bare()[j] > Coverage.NONE)
                .mapToObj(parts::name)
                .toList();
        if (!bare.isEmpty()) {
            lines.add(say("desktop.garment.ColliderModel.mostly-bare", Wording.listed(bare)));
        }
        float[] heat = new float[c.distances().length];
        for (int i = 0; i < heat.length; i++) {
            heat[i] = (float) Math.clamp(c.distances()[i] / NEAR, 0, 1);
        }
        return new Covered(lines, heat);
    }

    /**
     * The capsules alone, each below its joint.
     *
     * @param chosen place in the list that has the second colour, or -1
     * @param colors of those that are not chosen, and of the one that is, 0xRRGGBB
     */
    public Scene shapes(int chosen, int[] colors) {
        List<Node> nodes = new ArrayList<>();
        for (Node n : scene.nodes()) {
            nodes.add(n.kind() == NodeKind.MESH ? n.withPayload(NodeKind.GROUP, -1) : n);
        }
        List<Mesh> meshes = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Collider c = all.get(i).in(scene);
            if (c.node() >= 0) {
                int color = i == chosen ? 1 : 0;
                nodes.add(Node.mesh("collider", c.node(), Transform.IDENTITY, meshes.size(), color));
                meshes.add(CapsuleMesh.of("collider", c.shape()));
            }
        }
        return Scene.bare("colliders", scene.stage())
                .withMeshes(meshes)
                .withMaterials(List.of(material(colors[0]), material(colors[1])))
                .withNodes(nodes);
    }

    private static Material material(int rgb) {
        return new Material(
                "collider", "", new Vec3((rgb >> 16) / 255.0, (rgb >> 8 & 255) / 255.0, (rgb & 255) / 255.0), 1, -1);
    }
}
